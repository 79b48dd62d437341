import { z } from "zod/mini";
import { RESTRICTED_WORK, type Restriction } from "#core/check/check.ts";
import { CHECK_RESULTS, TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { PROFESSIONALS } from "#core/intake/signs.ts";
import { date, file, id, list, oneOf, said, skill, version, words } from "./fields.ts";

export const LOOKERS = [...PROFESSIONALS, "barn"] as const;
export const FILE_TYPES = ["image/jpeg", "image/png", "image/webp", "application/pdf"] as const;
export type FileType = (typeof FILE_TYPES)[number];

export const OrderCheck = z.object({
  stay: id<"stay">(),
  cause: z.nullable(oneOf(CAUSE_IDS)),
  who: oneOf(LOOKERS),
  asked: said("What is asked", 500),
  due: date,
  holds: oneOf(HOLDS),
  skills: list(skill, 12),
});
export type OrderCheck = z.output<typeof OrderCheck>;

/** What a professional restricts, in their words; until a day, or until it is released. */
const RestrictionFields = z.object({
  what: oneOf(RESTRICTED_WORK),
  until: z.nullable(date),
  words: words(300),
}) satisfies z.core.$ZodType<Restriction>;
export const Restrictions = list(RestrictionFields, 8);

const check = id<"check">();
export const EditCheck = z.object({
  id: check,
  version,
  asked: said("What is asked", 500),
  due: date,
  holds: oneOf(HOLDS),
  skills: list(skill, 12),
});
export type EditCheck = z.output<typeof EditCheck>;
/** When somebody comes, and who. */
const visit = { bookedFor: date, bookedWith: words(120) };
export const BookVisit = z.object(visit);
export type BookVisit = z.output<typeof BookVisit>;
export const BookCheck = z.object({ id: check, version, ...visit });
export type BookCheck = z.output<typeof BookCheck>;
/** A result that was typed wrong is typed again: `version` moves on, the change is kept. */
export const CloseCheck = z.object({
  id: check,
  version,
  doneOn: date,
  result: oneOf(CHECK_RESULTS),
  answer: said("What was found or done", 4000),
  restrictions: Restrictions.check(
    z.refine((x) => new Set(x.map(({ what }) => what)).size === x.length, "Something is restricted twice: keep one."),
  ),
});
export type CloseCheck = z.output<typeof CloseCheck>;
/** What was found, or restricted, holds nothing from this day on. */
export const ReleaseCheck = z.object({ id: check, version, on: date, words: said("Who released it, and why", 500) });
export type ReleaseCheck = z.output<typeof ReleaseCheck>;
export const CancelCheck = z.object({ id: check, version, reason: said("The reason", 300) });
export type CancelCheck = z.output<typeof CancelCheck>;

export const AttachFile = z.object({
  id: check,
  name: said("The file's name", 160),
  content: file,
});
export type AttachFile = z.output<typeof AttachFile>;
export const RemoveFile = z.object({ file: id<"file">() });
export type RemoveFile = z.output<typeof RemoveFile>;

export const BeginTrial = z.object({
  stay: id<"stay">(),
  change: oneOf(TRIALS),
  fromDay: date,
  words: words(500),
  /** A change that was made before anybody called it a trial, and what became of it; null: it begins. */
  ended: z.nullable(z.object({ on: date, result: oneOf(TRIAL_RESULTS) })),
});
export type BeginTrial = z.output<typeof BeginTrial>;
export const EndTrial = z.object({ id: id<"trial">(), endedOn: date, result: oneOf(TRIAL_RESULTS), words: words(500) });
export type EndTrial = z.output<typeof EndTrial>;
