/** Words of the evaluation: measures, the body map, limits, the reading of the mind, the owner's aim. */

import { unitsHere } from "#contracts/barn.units.ts";
import { here } from "#contracts/ladder.here.ts";
import type { SessionsMissing } from "#core/intake/aims.ts";
import { zoneOf } from "#core/intake/body.ts";
import type { SignMoment, Trend } from "#core/intake/cause-rules.ts";
import { RUNGS, rungWords, type WalkStep } from "#core/intake/instrument.ts";
import type { ApartReason, CircleReason, SecondPerson, SecondReason, ShortReason, UnriddenReason } from "#core/intake/limits.ts";
import {
  type LengthName,
  type LikelyMistype,
  type MeasureQuestion,
  type NumberMeasure,
  RESTING_RANGE,
  type RestingName,
  type RestingOdd,
} from "#core/intake/measures.ts";
import type { Slot } from "#core/intake/merge.ts";
import type { Learner, Nerve } from "#core/intake/mind.ts";
import { signOf } from "#core/intake/signs.ts";
import type { Build } from "#core/tools/weight.ts";
import { lengthIn } from "#ui/words/lengths.ts";
import { bothWeights, sayWeight, typedFigure, unitHere } from "#ui/words/units.ts";
import { inner, listed } from "./figures.ts";
import { MOMENT } from "./findings.ts";
import { TOUCHED_BY } from "./touches.ts";

export const MEASURE: Record<NumberMeasure, string> = {
  girthCm: "Heart girth",
  lengthCm: "Body length",
  withersCm: "Height at withers",
  croupCm: "Height at croup",
  neckCm: "Neck girth",
  scaleKg: "Scale",
  condition: "Condition score",
  placeNeck: "Neck",
  placeWithers: "Withers",
  placeShoulder: "Behind the shoulder",
  placeRibs: "Ribs",
  placeLoin: "Loin",
  placeTail: "Tail head",
  pulse: "Pulse, a minute",
  breaths: "Breaths, a minute",
  temperatureC: "Temperature",
  refillSeconds: "Gum refill, seconds",
};
export const MEASURE_HINT: Record<LengthName, string> = {
  girthCm: "Behind the elbow, over the withers",
  lengthCm: "Point of shoulder to point of buttock",
  withersCm: "Level ground, standing square, head at its natural height",
  croupCm: "Highest point behind the saddle",
  neckCm: "Round the middle of the neck",
};
export const BUILD: Record<Build, string> = {
  unknown: "Not said",
  arabian: "Light, Arabian type",
  pony: "Pony type",
  stock: "Stock type",
};

export const TREND_CHOICE: Record<Trend, string> = {
  unknown: "Not told",
  better: "Better each time",
  same: "Unchanged",
  sudden: "Came suddenly",
};
/** 'heart girth 72 in' */
export function sayMeasure(name: NumberMeasure, kept: number): string {
  const said =
    name === "scaleKg"
      ? sayWeight(kept)
      : isLength(name)
        ? lengthIn(unitsHere(), name, kept)
        : name === "temperatureC"
          ? restingFigure(name, kept)
          : String(kept);
  return `${inner(MEASURE[name])} ${said}`;
}
const isLength = (name: NumberMeasure): name is LengthName => name in MEASURE_HINT;

export const momentWords = (moment: SignMoment): string => MOMENT[moment];

export const sayMeant = ({ typed, unit, centimetres }: LikelyMistype): string =>
  unit === "cm" ? `${typed} cm` : `${typed} ${unit} (${Math.round(centimetres)} cm)`;

const lengthSpan = (name: LengthName | "scaleKg", low: number, high: number): string =>
  name === "scaleKg"
    ? `${sayWeight(low)} to ${sayWeight(high)}`
    : [low, high].map((cm) => lengthIn(unitsHere(), name, cm)).join(" to ");
export function sayQuestion(name: LengthName | "scaleKg", question: MeasureQuestion): string {
  switch (question.code) {
    case "unlikely":
      return `${MEASURE[name]} is usually ${lengthSpan(name, question.low, question.high)} for a horse like this. ${question.meant.length > 0 ? "Which did you mean?" : "Measure again."}`;
    case "croup-far":
      return `Croup and withers differ by ${lengthIn(unitsHere(), "girthCm", Math.abs(question.differenceCm))}. Measure both again.`;
    case "not-as-booked":
      return `The booking says ${lengthIn(unitsHere(), "withersCm", question.bookedCm)}. Which is right?`;
    case "scale-far":
      return `The scale reads ${Math.abs(question.percent)}% ${question.percent > 0 ? "more" : "less"} than the tape (${bothWeights(question.tapeKg)}). Check that it shows 0 when empty and is set to ${unitHere("weight")}.`;
    case "since-last":
      return `That is ${Math.abs(question.percent)}% ${question.percent > 0 ? "more" : "less"} than at the last evaluation (${bothWeights(question.lastKg)}). Check the tape.`;
  }
}

const RESTING_UNIT: Record<Exclude<RestingName, "temperatureC">, string> = {
  pulse: "a minute",
  breaths: "a minute",
  refillSeconds: "s",
};
const RESTING_WORDS: Record<RestingName, string> = {
  pulse: "pulse",
  breaths: "breathing",
  temperatureC: "temperature",
  refillSeconds: "gum refill",
};
const restingFigure = (name: RestingName, value: number): string =>
  name === "temperatureC" ? `${typedFigure("temperature", value)} ${unitHere("temperature")}` : `${value} ${RESTING_UNIT[name]}`;
export function restingRange(name: RestingName): string {
  if (name === "refillSeconds") return "under 2 s";
  const [low, high] = RESTING_RANGE[name];
  return `${name === "temperatureC" ? typedFigure("temperature", low) : low}–${restingFigure(name, high)}`;
}
export const sayResting = ({ name, value, side }: RestingOdd): string =>
  `${RESTING_WORDS[name]} ${restingFigure(name, value)}, ${side === "high" ? "above" : "below"} the normal ${restingRange(name)}`;

export const LEARNER: Record<Learner, string> = { quick: "quick to learn", steady: "steady to learn", slow: "slow to learn" };
export const NERVE: Record<Nerve, string> = { quiet: "quiet", watchful: "watchful", hot: "hot" };

export const UNRIDDEN: Record<UnriddenReason, string> = {
  "under-two": "under two years old",
  "under-three": "two years old",
  "not-grown": "a youngster",
  "not-weighed": "weight not known",
  check: "waiting for a check",
  "all-held": "no work until the vet has seen this horse",
};
export const SHORT: Record<ShortReason, string> = {
  two: "two years old",
  three: "three years old",
  "age-unknown": "age unknown",
  "under-two": "under two years old",
  unhandled: "barely handled",
  thin: "thin",
  unfit: "not fit",
  growing: "still growing",
  hot: "slow to settle after a fright",
};
export const CIRCLES: Record<CircleReason, string> = {
  young: "young or age unknown",
  overweight: "overweight: no trot on hard ground either, and see to feet and feed first",
  foundered: "foundered before: no trot on hard ground either, and see to feet and feed first",
};
export const SECOND: Record<SecondReason, string> = {
  risk: "risk 4 or 5",
  girth: "bites or kicks at the girth",
  kicks: "kicks when the hindquarters are touched",
  "never-ridden": "never ridden",
};
export const SECOND_PERSON: Record<SecondPerson, string> = {
  no: "no second person after the first rides",
  riding: "a second person for every ride",
  always: "always a second person, also on the ground",
};
export const APART: Record<ApartReason, string> = { "near-horses": "acts up near other horses", stallion: "a stallion" };

/** What a goal still asks for. */
export function sayStillToCome(missing: readonly SessionsMissing[]): string {
  if (missing.length === 0) return "Already done on every side.";
  const first = missing.slice(0, 4).map((one) => here().of(one.skill).words.toLowerCase());
  return `Still to learn: ${missing.length > 4 ? `${first.join(", ")} · ${missing.length - 4} more` : listed(first)}.`;
}
export const targetWords = (target: number): string =>
  target === 3 ? "mostly" : target === 4 ? "reliable here" : "reliable anywhere";

const PLAIN = {
  tries: "Tries",
  settleMinutes: "Minutes to settle",
  stoppedAt: "Stopped at",
  stopReason: "Why stopped",
  saddleReason: "Why ridden",
} as const;
/** One field of a walk, as two writers are asked about it. */
export function slotWords(slot: Slot, rungs: readonly WalkStep[] = RUNGS): string {
  switch (slot.kind) {
    case "mark":
      return `${here().of(slot.skill).words}${slot.side === "both" ? "" : `, ${slot.side}`}`;
    case "sign":
      return `${signOf(slot.sign).words}${slot.side === "both" ? "" : `, ${slot.side}`}`;
    case "moment":
      return `When: ${inner(signOf(slot.sign).words)}`;
    case "trend":
      return `Since when: ${inner(signOf(slot.sign).words)}`;
    case "touch":
      return `${zoneOf(slot.zone).words}, ${TOUCHED_BY[slot.by].toLowerCase()}${slot.side === "both" ? "" : `, ${slot.side}`}`;
    case "measure":
      return slot.name === "build" ? "Build" : slot.name === "fitness" ? "Fitness" : MEASURE[slot.name];
    case "words":
      return `Words at ${rungWords(rungs, slot.rung)}`;
    case "plain":
      return PLAIN[slot.name];
  }
}
