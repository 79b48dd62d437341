import { z } from "zod/mini";
import { RUNG_IDS, RUNGS, rungOfSkill } from "#core/intake/instrument.ts";
import { EVALUATION_KINDS, type Mark, type Measures, type SeenSign } from "#core/intake/outcome.ts";
import { FITNESS } from "#core/tools/load.ts";
import { id, list, number, oneOf, onItsSide, score, side, sign, skill, strength, version, whole, words } from "./fields.ts";

const rung = z.string("Name a rung of the walk.").check(z.refine((x) => RUNG_IDS.includes(x), "No such rung in the walk."));

export const MarkFields = z.object({ skill, side, score: z.nullable(score) }).check(
  z.refine((x) => rungOfSkill(x.skill) !== null, { path: ["skill"], message: "The walk does not look at this skill." }),
  onItsSide,
) satisfies z.core.$ZodType<Mark>;
export const SignFields = z.object({ rung, sign, side, strength }) satisfies z.core.$ZodType<SeenSign>;
export const MeasureFields = z.object({
  girthCm: z.nullable(number(60, 260, "centimetres")),
  lengthCm: z.nullable(number(50, 260, "centimetres")),
  withersCm: z.nullable(number(50, 220, "centimetres")),
  croupCm: z.nullable(number(50, 220, "centimetres")),
  scaleKg: z.nullable(number(30, 1200, "kilograms")),
  condition: z.nullable(number(1, 9)),
  fitness: oneOf(FITNESS),
}) satisfies z.core.$ZodType<Measures>;

const tracks = RUNGS.flatMap((one) => one.skills).length * 2;
const distinct = <T>(keyOf: (item: T) => string) =>
  z.refine<T[]>((x) => new Set(x.map(keyOf)).size === x.length, "Given twice: keep one.");

/** Everything that a walk has seen so far; saved whole, so that a draft on the device and the record are one shape. */
export const WalkFields = z.object({
  marks: list(MarkFields, tracks).check(distinct((mark) => `${mark.skill}:${mark.side}`)),
  signs: list(SignFields, 300).check(distinct((seen) => `${seen.rung}:${seen.sign}:${seen.side}`)),
  measures: MeasureFields,
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
  measures: { girthCm: null, lengthCm: null, withersCm: null, croupCm: null, scaleKg: null, condition: null, fitness: "unknown" },
  tries: null,
  settleMinutes: null,
  words: {},
  stoppedAt: null,
  stopReason: "",
  saddleReason: "",
};
