import { z } from "zod/mini";
import { CUES, type Cue } from "#core/card/cues.ts";
import { GEAR_PLACES } from "#core/card/gear.ts";
import type { DaySetting } from "#core/day/hours.ts";
import { MAX_WEIGHT } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import { UNIT_SYSTEMS } from "#core/kernel/units.ts";
import { ASKED_LEVELS, STEPS, type StepChange } from "#core/permission/steps.ts";
import { WAYS, type Way } from "#core/plan/ways.ts";
import { STAGES } from "#core/reading/reading.ts";
import { WEEKLY_AFTER } from "#core/report/due.ts";
import { OWED_POLICIES } from "#core/report/facts.ts";
import { USUAL_LIMITS, type WorkLimits } from "#core/weather/work-limits.ts";
import {
  date,
  dial,
  flag,
  id,
  list,
  minute,
  number,
  oneOf,
  phone,
  said,
  setOf,
  sign,
  skill,
  version,
  weekday,
  whole,
  words,
} from "./fields.ts";

/** How lengths are typed where no unit stands behind the figure. */

/** What riders say, all of them alike. */
const CueFields = z.object(
  Object.fromEntries(CUES.map((cue) => [cue, said("The word", 40)])) as Record<Cue, ReturnType<typeof said>>,
);

/** From where on work becomes less or none. */
export const WorkLimitFields = z.object({
  heatLighter: whole(80, 220, "°F + humidity"),
  heatShort: whole(80, 220, "°F + humidity"),
  heatNone: whole(80, 220, "°F + humidity"),
  heatMinutes: whole(10, 240, "minutes"),
  windGroundFirst: dial("wind", 1, 30),
  windNone: dial("wind", 1, 40),
  coldFast: dial("temperature", -40, 10),
  weightAgeing: whole(1, 365, "days"),
  weightAgeingYoung: whole(1, 365, "days"),
  weightOld: whole(1, 365, "days"),
  noWeightUnder: whole(USUAL_LIMITS.noWeightUnder, 6, "years"),
  noRiderUnder: whole(USUAL_LIMITS.noRiderUnder, 8, "years"),
}) satisfies z.core.$ZodType<WorkLimits>;
const risingLimits = [
  z.refine<WorkLimits>((x) => x.heatLighter < x.heatShort && x.heatShort < x.heatNone, {
    path: ["heatShort"],
    message: "Lighter, short and no work must rise in this order.",
  }),
  z.refine<WorkLimits>((x) => x.noWeightUnder <= x.noRiderUnder, {
    path: ["noRiderUnder"],
    message: "A rider is no lighter than weight: this must not lie below it.",
  }),
  z.refine<WorkLimits>((x) => x.windGroundFirst < x.windNone, {
    path: ["windNone"],
    message: "This must lie above 'ground work first'.",
  }),
  z.refine<WorkLimits>((x) => x.weightAgeingYoung <= x.weightAgeing && x.weightAgeing < x.weightOld, {
    path: ["weightOld"],
    message: "A young horse's days, a grown one's and the oldest must rise in this order.",
  }),
] as const;

/** Minutes after midnight; half hours, so that a day is whole in either step. */
const halfHour = z.refine<number>((x) => x % 30 === 0, "Give a full or a half hour.");
const DayFields = z.object({
  dayFrom: whole(5 * 60, 12 * 60, "minutes after midnight").check(halfHour),
  dayTo: whole(12 * 60, 21 * 60, "minutes after midnight").check(halfHour),
  dayStep: z.literal([15, 30], "Session times step by 15 or by 30 minutes."),
}) satisfies z.core.$ZodType<DaySetting>;

export const OwnGear = z.object({ place: oneOf(GEAR_PLACES), words: said("The gear's name", 40) });
export type OwnGear = z.output<typeof OwnGear>;
export const PolicyFields = z.object({
  name: said("The barn's name", 80),
  firstDayIs: z.literal([0, 1], "The day of arrival counts (1) or not (0)."),
  restDays: list(weekday, 6).check(z.refine((x) => new Set(x).size === x.length, "Listed twice. Remove one.")),
  holidays: list(date, 60).check(z.refine((x) => new Set(x).size === x.length, "A holiday is listed twice. Remove one.")),
  holdVet: flag,
  holdInjury: flag,
  holdOwner: flag,
  holdWeather: flag,
  units: oneOf(UNIT_SYSTEMS),
  cues: CueFields,
  stalls: whole(1, 500, "stalls"),
  owedPolicy: oneOf(OWED_POLICIES),
  /** Nobody used a session for so long: it ends. */
  idleHours: whole(1, 336, "hours"),
  /** Days in the week of an arrival from which on it has a word of its own. */
  weeklyAfter: whole(WEEKLY_AFTER.from, WEEKLY_AFTER.to, "days"),
  /** Space for photos and clips. */
  mediaMb: whole(10, 1_000_000, "megabytes"),
  /** Whom owners call; empty: not told. */
  phone,
  workLimits: WorkLimitFields.check(...risingLimits),
  day: DayFields,
  /** Gear of its own, beside the usual. */
  gear: list(OwnGear, 40),
});
export type PolicyFields = z.output<typeof PolicyFields>;
export const EditPolicies = z.object({ version, policies: PolicyFields });
export type EditPolicies = z.output<typeof EditPolicies>;

export const SURFACES = ["unknown", "sand", "dirt", "grass", "fibre", "track"] as const;
export type Surface = (typeof SURFACES)[number];

/** Hours at which a place is shut: on a weekday, on a date; both null: every day. */
export const ShutTime = z
  .object({ weekday: z.nullable(weekday), day: z.nullable(date), from: minute, to: minute, why: words(80) })
  .check(
    z.refine((x) => x.from < x.to, { path: ["to"], message: "It must open again after it shuts." }),
    z.refine((x) => x.weekday === null || x.day === null, { path: ["day"], message: "Give a weekday or a date, not both." }),
  );
export type ShutTime = z.output<typeof ShutTime>;

export const PlaceFields = z.object({
  name: said("The place's name", 60),
  capacity: whole(1, 20, "horses"),
  separate: flag,
  outdoor: flag,
  surface: oneOf(SURFACES),
  stages: setOf(STAGES),
  closed: flag,
  shutTimes: list(ShutTime, 40),
});
export type PlaceFields = z.output<typeof PlaceFields>;
export const AddPlace = z.object({ place: PlaceFields });
export type AddPlace = z.output<typeof AddPlace>;
export const EditPlace = z.object({ id: id<"place">(), version, place: PlaceFields });
export type EditPlace = z.output<typeof EditPlace>;

export const WeightFields = z.object({ sign, cause: oneOf(CAUSE_IDS), weight: number(0, MAX_WEIGHT) });
export const EditWeights = z.object({
  version,
  weights: list(WeightFields, 400).check(
    z.refine(
      (x) => new Set(x.map((one) => `${one.sign}:${one.cause}`)).size === x.length,
      "A sign and cause are listed twice. Remove one.",
    ),
  ),
});
export type EditWeights = z.output<typeof EditWeights>;

export const StepChangeFields = z.object({
  step: oneOf(STEPS),
  skill,
  at: z.literal([0, ...ASKED_LEVELS], "Not asked for, or a level from 2 to 5."),
}) satisfies z.core.$ZodType<StepChange>;
export const EditSteps = z.object({
  version,
  steps: list(StepChangeFields, 400).check(
    z.refine(
      (x) => new Set(x.map((one) => `${one.step}:${one.skill}`)).size === x.length,
      "A skill is listed twice in a step. Remove one.",
    ),
  ),
});
export type EditSteps = z.output<typeof EditSteps>;

export const WayFields = z.object({ skill, way: oneOf(WAYS) }) satisfies z.core.$ZodType<Way>;
export const EditWays = z.object({
  version,
  ways: list(WayFields, 40).check(
    z.refine((x) => new Set(x.map((one) => one.skill)).size === x.length, "A skill is listed twice. Remove one."),
  ),
});
export type EditWays = z.output<typeof EditWays>;

/** What a change may be about, in the barn's own record of who changed what. */
export const CHANGE_SUBJECTS = [
  ...["person", "absence", "barn", "place", "instrument"],
  ...["stay", "evaluation", "check", "trial", "card", "day", "week", "sheet", "appointment", "weather"],
  ...["owner", "report", "calendar"],
] as const;
/** What is looked for; what is missing leaves all in. `before`: older than this one. */
export const ChangesAsked = z.object({
  person: z.optional(id<"person">()),
  subject: z.optional(z.string().check(z.maxLength(40, "At most 40 characters."))),
  from: z.optional(date),
  to: z.optional(date),
  before: z.optional(whole(1, Number.MAX_SAFE_INTEGER)),
});
export type ChangesAsked = z.output<typeof ChangesAsked>;
