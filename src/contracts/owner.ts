/** What passes between the barn and an owner: letters, and the secret address of the owner's page. */
import { z } from "zod/mini";
import { date, flag, id, list, minute, oneOf, said, skill, version, whole, words } from "./fields.ts";

export const MESSAGE_STATES = ["waiting", "sending", "unknown", "sent", "failed"] as const;
export type MessageState = (typeof MESSAGE_STATES)[number];

/** A letter in the manager's own words. `about` tells it from the next one: the same is sent once. */
export const WriteOwner = z.object({
  stay: id<"stay">(),
  about: words(120),
  subject: said("The subject", 150),
  body: said("The letter", 6000),
});
export type WriteOwner = z.output<typeof WriteOwner>;

/** A letter of which nobody knows whether it went: somebody has asked, and it did. */
export const SettleMessage = z.object({ id: id<"message">() });
export type SettleMessage = z.output<typeof SettleMessage>;
export const RetryMessage = z.object({ id: id<"message">() });
export type RetryMessage = z.output<typeof RetryMessage>;

/** A new address; the old one opens no more. */
export const MakeLink = z.object({ stay: id<"stay">(), until: date });
export type MakeLink = z.output<typeof MakeLink>;
export const DropLink = z.object({ stay: id<"stay">() });
export type DropLink = z.output<typeof DropLink>;

/** One question to a report. */
export const AskQuestion = z.object({ question: said("The question", 1000) });
export const AnswerQuestion = z.object({ issue: whole(1, 1_000_000_000), answer: said("The answer", 3000) });
export type AnswerQuestion = z.output<typeof AnswerQuestion>;

export const GOES = ["well", "unsure", "worse"] as const;
export const SINCE = ["better", "same", "worse", "not-done"] as const;
/** How it goes at home after four weeks, from the owner's own form. */
export const CheckBack = z.object({
  daysAWeek: whole(0, 7, "days"),
  goes: oneOf(GOES),
  skills: list(z.object({ skill, since: oneOf(SINCE) }), 12),
  words: words(2000),
});
export type CheckBack = z.output<typeof CheckBack>;
export const SeeCheckBack = z.object({ stay: id<"stay">() });
export type SeeCheckBack = z.output<typeof SeeCheckBack>;

/** How a horse is handed over: the owner's lesson, planned and logged, and what goes along. */
export const RELEASE = ["tack", "papers", "feed", "shoes", "vaccination", "medicines", "trailer"] as const;
export const HandOverFields = z.object({
  lessonDay: z.nullable(date),
  lessonMinute: z.nullable(minute),
  /** What the owner shall do in it. */
  lessonPlan: list(skill, 12),
  lessonDone: flag,
  /** What the owner needed help with. */
  lessonHelp: list(skill, 12),
  lessonWords: words(2000),
  release: list(z.object({ item: oneOf(RELEASE), done: flag, words: words(300) }), RELEASE.length),
});
export type HandOverFields = z.output<typeof HandOverFields>;
export const SaveHandOver = z.object({ stay: id<"stay">(), version: z.nullable(version), content: HandOverFields });
export type SaveHandOver = z.output<typeof SaveHandOver>;
export const EMPTY_HAND_OVER: HandOverFields = {
  lessonDay: null,
  lessonMinute: null,
  lessonPlan: [],
  lessonDone: false,
  lessonHelp: [],
  lessonWords: "",
  release: RELEASE.map((item) => ({ item, done: false, words: "" })),
};
