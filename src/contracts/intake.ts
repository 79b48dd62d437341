import { z } from "zod/mini";
import { VERDICTS } from "#core/forecast/chance.ts";
import { GOAL_TARGETS, type Goal, MOST_GOALS } from "#core/intake/aims.ts";
import { isZone, sidesOfZone, TOUCHES_BY, type Touch } from "#core/intake/body.ts";
import { MOMENTS, TRENDS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import { HOLDS, URGENCIES } from "#core/intake/findings.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import { SECOND_PERSONS } from "#core/intake/limits.ts";
import { BOUNDS, type Measures, NOT_MEASURED, type NumberMeasure } from "#core/intake/measures.ts";
import { EVALUATION_KINDS } from "#core/intake/outcome.ts";
import type { SeenSign, WalkMark } from "#core/intake/seen.ts";
import { FITNESS } from "#core/tools/load.ts";
import { BUILDS } from "#core/tools/weight.ts";
import {
  centimetres,
  dial,
  flag,
  grade,
  id,
  list,
  number,
  oneOf,
  onItsSide,
  said,
  score,
  side,
  sign,
  skill,
  strength,
  version,
  whole,
  words,
} from "./fields.ts";
import { MOST_SKILLS } from "./ladder.ts";

/** Whether the evaluation's own walk has such a rung is asked where the evaluation is known. */
const rung = z
  .string("Name a step of the evaluation.")
  .check(z.regex(/^[a-z][a-z0-9-]{0,30}$/, "No such step in the evaluation."));

const MarkFields = z.object({ skill, side, score: z.nullable(score) }).check(onItsSide) satisfies z.core.$ZodType<WalkMark>;
const SignFields = z.object({
  rung,
  sign,
  side,
  strength,
  moment: z.nullable(oneOf(MOMENTS)),
  trend: oneOf(TRENDS),
}) satisfies z.core.$ZodType<SeenSign>;
const TouchFields = z
  .object({
    zone: z.string("Name a place on the map.").check(z.refine((x) => isZone(x), "No such place on the map.")),
    side,
    by: oneOf(TOUCHES_BY),
    strength,
  })
  .check(
    z.refine((x) => !isZone(x.zone) || sidesOfZone(x.zone).includes(x.side), {
      path: ["side"],
      message: "This place is not on that side.",
    }),
  ) satisfies z.core.$ZodType<Touch>;

const UNITS: Readonly<Partial<Record<NumberMeasure, string>>> = {
  pulse: "beats a minute",
  breaths: "breaths a minute",
  refillSeconds: "seconds",
};
const WHOLE: readonly NumberMeasure[] = [
  "pulse",
  "breaths",
  "placeNeck",
  "placeWithers",
  "placeShoulder",
  "placeRibs",
  "placeLoin",
  "placeTail",
];
const measure = (name: NumberMeasure) => {
  const [low, high] = BOUNDS[name];
  if (name.endsWith("Cm")) return z.nullable(centimetres(low, high));
  const unit = UNITS[name] ?? "";
  return z.nullable(WHOLE.includes(name) ? whole(low, high, unit) : number(low, high, unit));
};
export const WalkMeasureFields = z.object({
  girthCm: measure("girthCm"),
  lengthCm: measure("lengthCm"),
  withersCm: measure("withersCm"),
  croupCm: measure("croupCm"),
  neckCm: measure("neckCm"),
  scaleKg: z.nullable(dial("weight", ...BOUNDS.scaleKg)),
  condition: measure("condition"),
  placeNeck: measure("placeNeck"),
  placeWithers: measure("placeWithers"),
  placeShoulder: measure("placeShoulder"),
  placeRibs: measure("placeRibs"),
  placeLoin: measure("placeLoin"),
  placeTail: measure("placeTail"),
  pulse: measure("pulse"),
  breaths: measure("breaths"),
  temperatureC: z.nullable(dial("temperature", ...BOUNDS.temperatureC)),
  refillSeconds: measure("refillSeconds"),
  build: oneOf(BUILDS),
  fitness: oneOf(FITNESS),
}) satisfies z.core.$ZodType<Measures>;

const distinct = <T>(keyOf: (item: T) => string) =>
  z.refine<T[]>((x) => new Set(x.map(keyOf)).size === x.length, "Listed twice. Remove one.");

/** Everything that a walk has seen so far; saved whole, so that a draft on the device and the record are one shape. */
export const WalkFields = z.object({
  marks: list(MarkFields, MOST_SKILLS * 2).check(distinct((mark) => `${mark.skill}:${mark.side}`)),
  signs: list(SignFields, 300).check(distinct((seen) => `${seen.rung}:${seen.sign}:${seen.side}`)),
  touches: list(TouchFields, 300).check(distinct((touch) => `${touch.zone}:${touch.side}:${touch.by}`)),
  measures: WalkMeasureFields,
  tries: z.nullable(whole(0, 100, "tries")),
  settleMinutes: z.nullable(whole(0, 240, "minutes")),
  words: z.record(rung, words(2000)),
  stoppedAt: z.nullable(rung),
  stopReason: words(500),
  saddleReason: words(500),
});
export type WalkFields = z.output<typeof WalkFields>;

export const BeginEvaluation = z.object({ stay: id<"stay">(), kind: oneOf(EVALUATION_KINDS) });
export type BeginEvaluation = z.output<typeof BeginEvaluation>;
export const SaveEvaluation = z.object({ id: id<"evaluation">(), version, walk: WalkFields });
export type SaveEvaluation = z.output<typeof SaveEvaluation>;
export const CloseEvaluation = SaveEvaluation;
export type CloseEvaluation = SaveEvaluation;

export const EMPTY_WALK: WalkFields = {
  marks: [],
  signs: [],
  touches: [],
  measures: NOT_MEASURED,
  tries: null,
  settleMinutes: null,
  words: {},
  stoppedAt: null,
  stopReason: "",
  saddleReason: "",
};

export const GoalFields = z.object({
  skill,
  target: z.literal([...GOAL_TARGETS], "A target of 3, 4 or 5."),
}) satisfies z.core.$ZodType<Goal>;

export const MOST_FOCUS = 3;
/** What a manager signs under an evaluation. Null leaves a limit as the rules read it. */
export const JudgementFields = z.object({
  risk: z.nullable(grade),
  ridden: z.nullable(flag),
  secondPerson: z.nullable(oneOf(SECOND_PERSONS)),
  sessionMinutes: z.nullable(whole(10, 180, "minutes")),
  circleMinutes: z.nullable(whole(0, 60, "minutes")),
  apart: words(300),
  focus: list(said("A focus", 160), MOST_FOCUS),
  goals: list(z.object({ ...GoalFields.shape, verdict: z.nullable(oneOf(VERDICTS)), because: words(300) }), MOST_GOALS).check(
    distinct((goal) => goal.skill),
  ),
  checks: list(
    z.object({
      cause: oneOf(CAUSE_IDS),
      urgency: oneOf(URGENCIES),
      holds: oneOf(HOLDS),
      skills: list(skill, 12),
    }),
    CAUSE_IDS.length,
  ).check(distinct((check) => check.cause)),
  ownerWords: words(2000),
});
export type JudgementFields = z.output<typeof JudgementFields>;
/** A judgement that is still being written, to be told how its goals would be answered. */
export const TellChance = z.object({ id: id<"evaluation">(), judgement: JudgementFields });
/** `revision`: the last one that was signed, 0 for none; a further one corrects it. */
export const SignEvaluation = z.object({ id: id<"evaluation">(), revision: whole(0, 1000), judgement: JudgementFields });
export type SignEvaluation = z.output<typeof SignEvaluation>;

export const RungFields = z.object({
  id: rung,
  words: said("The step's name", 60),
  prompt: words(600),
  skills: list(skill, 30),
  signs: list(sign, 30).check(distinct((x) => x)),
  stopWhen: z.nullable(words(200)),
  caution: z.nullable(words(300)),
}) satisfies z.core.$ZodType<WalkStep>;
export const EditInstrument = z.object({ version, rungs: list(RungFields, 20) });
export type EditInstrument = z.output<typeof EditInstrument>;
