/** What passes between the barn and an owner: letters, and the secret address of the owner's page. */
import { z } from "zod/mini";
import { MOST_STEPS } from "#core/home/homework.ts";
import { SIDES } from "#core/kernel/sides.ts";
import { date, EMAIL, flag, id, list, minute, oneOf, said, skill, version, whole, words } from "./fields.ts";

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
export const MakeLink = z.object({ stay: id<"stay">(), contact: z._default(z.nullable(id<"contact">()), null), until: date });
export type MakeLink = z.output<typeof MakeLink>;
export const DropLink = z.object({ stay: id<"stay">(), contact: z._default(z.nullable(id<"contact">()), null) });
export type DropLink = z.output<typeof DropLink>;

/** Who else hears of a horse. */
export const CONTACT_ROLES = ["owner", "agent", "rider"] as const;
export type ContactRole = (typeof CONTACT_ROLES)[number];
export const AddContact = z.object({
  stay: id<"stay">(),
  name: said("The name", 120),
  email: said("The e-mail address", 120).check(z.regex(EMAIL, "An address such as name@example.org.")),
  role: oneOf(CONTACT_ROLES),
});
export type AddContact = z.output<typeof AddContact>;
export const RemoveContact = z.object({ id: id<"contact">() });
export type RemoveContact = z.output<typeof RemoveContact>;

/** One question to a report. */
export const AskQuestion = z.object({ question: said("The question", 1000) });
export const AnswerQuestion = z.object({ issue: whole(1, 1_000_000_000), answer: said("The answer", 3000) });
export type AnswerQuestion = z.output<typeof AnswerQuestion>;

export const GOES = ["well", "unsure", "worse"] as const;
export const SINCE = ["better", "same", "worse", "not-done"] as const;
/** How it goes at home after four weeks and after twelve, from the owner's own form. */
export const CheckBack = z.object({
  daysAWeek: whole(0, 7, "days"),
  goes: oneOf(GOES),
  /** What the horse was sent for; null: nothing in particular. */
  problem: z.nullable(oneOf(SINCE)),
  skills: list(z.object({ skill, since: oneOf(SINCE) }), 12),
  words: words(2000),
});
export type CheckBack = z.output<typeof CheckBack>;
export const SeeCheckBack = z.object({ stay: id<"stay">() });
export type SeeCheckBack = z.output<typeof SeeCheckBack>;

/** How a horse is handed over: what goes along. */
export const RELEASE = ["tack", "papers", "feed", "shoes", "vaccination", "medicines", "trailer"] as const;
export const HandOverFields = z.object({
  release: list(z.object({ item: oneOf(RELEASE), done: flag, words: words(300) }), RELEASE.length),
});
export type HandOverFields = z.output<typeof HandOverFields>;
export const SaveHandOver = z.object({ stay: id<"stay">(), version: z.nullable(version), content: HandOverFields });
export type SaveHandOver = z.output<typeof SaveHandOver>;
export const EMPTY_HAND_OVER: HandOverFields = {
  release: RELEASE.map((item) => ({ item, done: false, words: "" })),
};

/** The owner's routine while the horse is here, in order; no steps: there is none any more. */
export const HomeworkStep = z.object({ skill, first: z.nullable(oneOf(SIDES)), words: words(600) });
export type HomeworkStep = z.output<typeof HomeworkStep>;
export const HomeworkFields = z.object({
  daysAWeek: whole(1, 7, "days a week"),
  steps: list(HomeworkStep, MOST_STEPS).check(
    z.refine((steps) => new Set(steps.map((step) => step.skill)).size === steps.length, "A step is listed twice. Remove one."),
  ),
  words: words(2000),
});
export type HomeworkFields = z.output<typeof HomeworkFields>;
/** `since`: the routine that this one takes the place of; null: there was none. `send`: a letter tells of it. */
export const SetHomework = z.object({
  stay: id<"stay">(),
  since: z.nullable(id<"homework">()),
  content: HomeworkFields,
  send: flag,
});
export type SetHomework = z.output<typeof SetHomework>;
/** From the owner's page: what was done on a day. */
export const TellHomework = z.object({
  homework: id<"homework">(),
  day: date,
  done: list(skill, MOST_STEPS),
  words: words(1000),
});
export type TellHomework = z.output<typeof TellHomework>;
export const SeeHomework = z.object({ stay: id<"stay">() });
export type SeeHomework = z.output<typeof SeeHomework>;

/** The owner at the barn: planned, then logged. */
const VISIT_KINDS = ["visit", "lesson"] as const;
export const VISIT_STATES = ["planned", "given", "cancelled"] as const;
export const VisitFields = z.object({
  kind: oneOf(VISIT_KINDS),
  day: date,
  minute: z.nullable(minute),
  /** What the owner shall do in it. */
  plan: list(skill, 12),
  state: oneOf(VISIT_STATES),
  /** What the owner needed help with. */
  help: list(skill, 12),
  words: words(2000),
});
export type VisitFields = z.output<typeof VisitFields>;
/** `id` and `version` null: a new one. */
export const SaveVisit = z.object({
  stay: id<"stay">(),
  id: z.nullable(id<"visit">()),
  version: z.nullable(version),
  content: VisitFields,
});
export type SaveVisit = z.output<typeof SaveVisit>;
