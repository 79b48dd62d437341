import { z } from "zod/mini";
import {
  CALM_ANSWERS,
  CANCEL_CAUSES,
  DURINGS,
  ENDINGS,
  GAITS,
  HURT,
  INCIDENT_KINDS,
  INSTEADS,
  LED_BYS,
  SESSION_KINDS,
  type SessionRecord,
  WEATHERS,
} from "#core/card/card.ts";
import { COURSE_STATES, type CourseMark } from "#core/card/course.ts";
import { MOUNT_STEPS, STAGES_OF, type StageOf, TAKEN_STEPS } from "#core/card/first-step.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { SIDES } from "#core/kernel/sides.ts";
import { GATE_TICKS, RED_SIGNS } from "#core/permission/ground-check.ts";
import { slots } from "./day.ts";
import {
  date,
  flag,
  id,
  list,
  number,
  oneOf,
  onItsSide,
  said,
  score,
  setOf,
  side,
  sign,
  skill,
  strength,
  tack,
  whole,
  words,
} from "./fields.ts";
import { JumpFields } from "./jump.ts";

/** Left out by whoever does not know of it: a phone that kept a record before there was the field. */
const orElse = z._default;
const step = z.nullable(oneOf(MOUNT_STEPS));
export const IncidentFields = z.object({
  kind: oneOf(INCIDENT_KINDS),
  before: words(500),
  hurt: oneOf(HURT),
  during: orElse(oneOf(DURINGS), "unknown"),
  ledBy: orElse(setOf(LED_BYS), []),
  strength: orElse(strength, 2),
});
export const CourseFields = z.object({
  minute: whole(0, 240, "minutes of work"),
  state: oneOf(COURSE_STATES),
  side: z.nullable(oneOf(SIDES)),
}) satisfies z.core.$ZodType<CourseMark>;
export const PulseReadingFields = z
  .object({
    minute: whole(0, 60, "minutes after work"),
    pulse: z.nullable(whole(15, 250, "beats a minute")),
    breaths: z.nullable(whole(4, 200, "breaths a minute")),
  })
  .check(
    z.refine((x) => x.pulse !== null || x.breaths !== null, { path: ["pulse"], message: "Give the pulse or the breathing." }),
  );

const stage = z.optional(z.nullable(z.custom<StageOf>((x) => typeof x === "string")));
/** How far a first time went, each side by itself. */
export const TakenFields = z
  .object({ step: oneOf(TAKEN_STEPS), reached: z.object({ left: stage, right: stage, both: stage }) })
  .check(
    z.refine(
      ({ step: of, reached }) => {
        const known: readonly string[] = STAGES_OF[of];
        return Object.values(reached).every((one) => !one || known.includes(one));
      },
      { path: ["reached"], message: "This page is out of date. Reload it." },
    ),
  );

export const RecordFields = z
  .object({
    groundMinutes: whole(0, 240, "minutes"),
    saddleMinutes: whole(0, 240, "minutes"),
    circleMinutes: orElse(whole(0, 240, "minutes"), 0),
    gaits: setOf(GAITS),
    weather: oneOf(WEATHERS),
    tack: list(tack, 20).check(z.refine((x) => new Set(x).size === x.length, "Listed twice. Remove one.")),
    gearWhy: orElse(words(300), ""),
    helper: orElse(z.nullable(id<"person">()), null),
    scores: list(z.object({ skill, side, score }).check(onItsSide), 60).check(
      z.refine(
        (x) => new Set(x.map((given) => `${given.skill}:${given.side}`)).size === x.length,
        "A skill is scored twice on one side: keep one score.",
      ),
    ),
    swaps: orElse(
      list(z.object({ skill, did: z.nullable(skill), why: said("The reason", 300) }), 20).check(
        z.refine((x) => new Set(x.map((one) => one.skill)).size === x.length, "Something is swapped twice. Remove one."),
      ),
      [],
    ),
    measures: orElse(
      list(z.object({ skill, figure: number(0, 36_000) }), 40).check(
        z.refine((x) => new Set(x.map((one) => one.skill)).size === x.length, "A skill is measured twice: keep one figure."),
      ),
      [],
    ),
    course: orElse(
      list(CourseFields, 200).check(
        z.refine(
          (x) => x.every((one, i) => i === 0 || (x[i - 1]?.minute ?? 0) <= one.minute),
          "Give the marks in the order of their minutes.",
        ),
      ),
      [],
    ),
    signs: list(z.object({ sign, skill: z.nullable(skill), side, strength }), 40),
    incidents: list(IncidentFields, 20),
    firsts: list(z.object({ skill: z.nullable(skill), words: said("The first", 120) }), 10),
    mount: orElse(z.nullable(z.object({ left: step, right: step })), null),
    taken: orElse(z.nullable(TakenFields), null),
    offered: orElse(list(skill, 20), []),
    readings: orElse(
      list(PulseReadingFields, 10).check(
        z.refine((x) => new Set(x.map((one) => one.minute)).size === x.length, "Two readings at one minute: keep one."),
      ),
      [],
    ),
    ending: orElse(setOf(ENDINGS), []),
    endedWell: flag,
    word: words(1000),
    nextTime: words(1000),
    ifCalm: orElse(z.nullable(skill), null),
    calm: orElse(z.nullable(z.object({ skill, answer: oneOf(CALM_ANSWERS), why: words(300) })), null),
    smaller: orElse(flag, false),
    jump: orElse(z.nullable(JumpFields), null),
  })
  .check(
    z.refine((x) => x.groundMinutes + x.saddleMinutes > 0, {
      path: ["groundMinutes"],
      message: "A session has minutes on the ground or in the saddle: give them, or cancel the card.",
    }),
  ) satisfies z.core.$ZodType<SessionRecord>;

export const GateFields = z.object({
  ticks: setOf(GATE_TICKS),
  redSigns: setOf(RED_SIGNS),
  /** Of these: what went away again. */ redGone: orElse(setOf(RED_SIGNS), []),
  overrideReason: words(500),
});

/** Revision that the writer began from; null: nothing was written yet. What others wrote since is joined with it, field by field. */
const base = z.nullable(whole(1, 10_000));
/** The first closing of a card, and every correction after it: each makes a revision. */
export const CloseCard = z.object({ id: id<"card">(), base, record: RecordFields, gate: GateFields });
export type CloseCard = z.output<typeof CloseCard>;
export type RecordFields = z.output<typeof RecordFields>;
export type GateFields = z.output<typeof GateFields>;

export const CancelCard = z.object({
  id: id<"card">(),
  because: orElse(oneOf(CANCEL_CAUSES), "other"),
  instead: orElse(oneOf(INSTEADS), "nothing"),
  reason: said("The reason", 300),
});
export type CancelCard = z.output<typeof CancelCard>;

/** A session that nobody handed out. The card's id is the phone's, so that its record can follow before there is an answer. */
export const UnplannedCard = z.object({
  id: id<"card">(),
  stay: id<"stay">(),
  day: date,
  kind: oneOf(SESSION_KINDS),
  length: slots,
  start: whole(0, DAY_GRID.count - 1),
  rider: id<"person">(),
  place: id<"place">(),
  helper: z.nullable(id<"person">()),
  /** The card that it goes on from: another rider on the same horse, one session together. */
  after: z.nullable(id<"card">()),
  why: said("The reason", 300),
});
export type UnplannedCard = z.output<typeof UnplannedCard>;

/** What cannot wait until the card is closed. */
export const OfficeNotice = z.discriminatedUnion("what", [
  z.object({ what: z.literal("incident"), incident: IncidentFields }),
  z.object({ what: z.literal("sudden-change") }),
  z.object({ what: z.literal("warm-down"), readings: list(PulseReadingFields, 10) }),
  z.object({ what: z.literal("gate-override"), gate: GateFields, weather: oneOf(WEATHERS) }),
]);
export type OfficeNotice = z.output<typeof OfficeNotice>;
export const TellCard = z.object({ id: id<"card">(), told: OfficeNotice });
export type TellCard = z.output<typeof TellCard>;
