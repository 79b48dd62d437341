/** Reports to owners: the manager's own words, apart from what the core composes, which is never stored in a draft. */
import { z } from "zod/mini";
import type { OwnHomeWords as HomeWordsOf } from "#core/home/own-words.ts";
import { HOME_MINUTES } from "#core/home/programme.ts";
import type { Sex } from "#core/horse/horse.ts";
import type { OwnWords } from "#core/report/assemble.ts";
import { BLOCK_IDS, REPORT_KINDS } from "#core/report/facts.ts";
import { date, file, flag, id, list, oneOf, piece, version, whole, words } from "./fields.ts";

export const TONES = ["plain", "warm"] as const;
export const READING_LEVELS = ["full", "simple"] as const;
/** How the composed sentences are put. */
export interface Style {
  readonly horse: string;
  /** Missing: of reports that were approved before it was said; the horse has its name then. */
  readonly sex?: Sex;
  readonly tone: (typeof TONES)[number];
  readonly level: (typeof READING_LEVELS)[number];
}

/** What an editor gives is cut down to it. */
const Prose = list(
  z.object({
    kind: oneOf(["p", "li"]),
    runs: list(z.object({ text: piece(4000), bold: flag, italic: flag }), 200),
  }),
  100,
);

const key = piece(400);
const sentence = words(1000);
const OwnWordsFields = z.object({
  prose: Prose,
  edits: list(z.object({ key, composed: sentence, text: sentence }), 60),
  left: list(key, 60),
}) satisfies z.core.$ZodType<OwnWords>;
export const ReportWords = z.partialRecord(oneOf(BLOCK_IDS), OwnWordsFields);
export type ReportWords = z.output<typeof ReportWords>;

/** What the manager makes of the programme for home. */
export const HomeWords = z.object({
  prose: Prose,
  edits: list(z.object({ key, text: sentence }), 60),
  left: list(key, 60),
  minutes: z.nullable(whole(HOME_MINUTES.from, HOME_MINUTES.to, "minutes")),
  back: z.nullable(z.object({ on: z.nullable(date), words: words(300) })),
}) satisfies z.core.$ZodType<HomeWordsOf>;
export type HomeWords = z.output<typeof HomeWords>;

/** Which of a stay's reports: weekly words and mid-terms count up from 1, of the others there is one, 0. */
const WhichReport = { stay: id<"stay">(), kind: oneOf(REPORT_KINDS), ordinal: whole(0, 400) };
export const SaveReport = z.object({
  ...WhichReport,
  version: z.nullable(version),
  words: ReportWords,
  tone: oneOf(TONES),
  level: oneOf(READING_LEVELS),
  /** Missing: of a page that was open before the programme for home could be edited; then it stays as it is. */
  home: z.optional(HomeWords),
});
export type SaveReport = z.output<typeof SaveReport>;
/** `send`: a letter with it goes to the owner. */
export const ApproveReport = z.object({ ...WhichReport, version: z.nullable(version), send: flag });
export type ApproveReport = z.output<typeof ApproveReport>;
/** Several at once: drafts that nobody has begun are composed. */
export const ComposeReports = z.object({
  which: list(z.object(WhichReport), 200).check(z.minLength(1, "Name at least one report.")),
});
export type ComposeReports = z.output<typeof ComposeReports>;

export const AddPhoto = z.object({ ...WhichReport, caption: words(200), content: file });
export type AddPhoto = z.output<typeof AddPhoto>;
/** One of the record's own, for the report. */
export const TakeMedia = z.object({ ...WhichReport, media: id<"media">(), caption: words(200) });
export type TakeMedia = z.output<typeof TakeMedia>;
export const RemovePhoto = z.object({ ...WhichReport, photo: id<"photo">() });
export type RemovePhoto = z.output<typeof RemovePhoto>;
