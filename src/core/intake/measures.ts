/** What is measured at an evaluation, in metric units; how it is read; and the questions that a slip of tape or unit raises. */
import type { HorseClass } from "../horse/horse.ts";
import { centimetresToInches } from "../kernel/units.ts";
import type { Fitness } from "../tools/load.ts";
import type { Build } from "../tools/weight.ts";

/** Where a hand feels for fat (Henneke and co-workers, 1983): six places, each 1-9. */
export const PLACES = ["placeNeck", "placeWithers", "placeShoulder", "placeRibs", "placeLoin", "placeTail"] as const;
export type FatPlace = (typeof PLACES)[number];
export const LENGTHS = ["girthCm", "lengthCm", "withersCm", "croupCm", "neckCm"] as const;
export type LengthName = (typeof LENGTHS)[number];
export const RESTING = ["pulse", "breaths", "temperatureC", "refillSeconds"] as const;
export type RestingName = (typeof RESTING)[number];

type Numbers = Readonly<Record<LengthName | RestingName | FatPlace | "scaleKg" | "condition", number | null>>;
export interface Measures extends Numbers {
  readonly build: Build;
  readonly fitness: Fitness;
}
export const NUMBER_MEASURES = [...LENGTHS, "scaleKg", "condition", ...PLACES, ...RESTING] as const;
export type NumberMeasure = (typeof NUMBER_MEASURES)[number];

export const NOT_MEASURED: Measures = {
  girthCm: null,
  lengthCm: null,
  withersCm: null,
  croupCm: null,
  neckCm: null,
  scaleKg: null,
  condition: null,
  placeNeck: null,
  placeWithers: null,
  placeShoulder: null,
  placeRibs: null,
  placeLoin: null,
  placeTail: null,
  pulse: null,
  breaths: null,
  temperatureC: null,
  refillSeconds: null,
  build: "unknown",
  fitness: "unknown",
};

/** Hard bounds: what lies outside was not measured on a horse. Low and high, both included. */
export const BOUNDS: Readonly<Record<NumberMeasure, readonly [number, number]>> = {
  girthCm: [60, 260],
  lengthCm: [50, 260],
  withersCm: [50, 220],
  croupCm: [50, 220],
  neckCm: [30, 160],
  scaleKg: [30, 1200],
  condition: [1, 9],
  placeNeck: [1, 9],
  placeWithers: [1, 9],
  placeShoulder: [1, 9],
  placeRibs: [1, 9],
  placeLoin: [1, 9],
  placeTail: [1, 9],
  pulse: [15, 220],
  breaths: [4, 180],
  temperatureC: [33, 43],
  refillSeconds: [0.5, 10],
};

/** The condition score: the mean of the six places to the half, once all are felt; else the score that was given as a whole. */
export function conditionOf(measures: Measures): number | null {
  const felt = PLACES.map((place) => measures[place]);
  if (!felt.every((score): score is number => score !== null)) return measures.condition;
  return Math.round((felt.reduce((sum, score) => sum + score, 0) / felt.length) * 2) / 2;
}

/** Resting values of a grown horse; a foal's and a hot day's are higher. */
export const RESTING_RANGE: Readonly<Record<RestingName, readonly [number, number]>> = {
  pulse: [28, 44],
  breaths: [8, 16],
  temperatureC: [37.2, 38.5],
  refillSeconds: [0, 2],
};
export interface RestingOdd {
  readonly name: RestingName;
  readonly value: number;
  readonly side: "low" | "high";
}
/** Resting values outside the normal range: for the vet to hear, not for us to explain. Gum refill of 2 s is too slow already. */
export function restingOdd(measures: Measures): readonly RestingOdd[] {
  return RESTING.flatMap((name): RestingOdd[] => {
    const value = measures[name];
    if (value === null) return [];
    const [low, high] = RESTING_RANGE[name];
    const over = name === "refillSeconds" ? value >= high : value > high;
    return over ? [{ name, value, side: "high" }] : value < low ? [{ name, value, side: "low" }] : [];
  });
}

const LENGTH_UNITS = ["cm", "m", "in", "hands"] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];
export interface TypedLength {
  readonly typed: number;
  readonly unit: LengthUnit;
  /** To a tenth of a centimetre. */
  readonly centimetres: number;
}

const tenth = (value: number): number => Math.round(value * 10) / 10;
const IN_CM = 2.54;
/** '15.2' in hands is fifteen hands and two inches; the digit behind the point counts inches and runs from 0 to 3. */
function handsToCentimetres(typed: string): number | null {
  const match = /^(\d{1,2})(?:\.([0-3]))?$/.exec(typed);
  return match ? (Number(match[1]) * 4 + Number(match[2] ?? 0)) * IN_CM : null;
}
function toCentimetres(typed: string, unit: LengthUnit): number | null {
  if (unit === "hands") return handsToCentimetres(typed);
  const number = Number(typed);
  if (!/^\d{1,4}(\.\d{1,2})?$/.test(typed) || !Number.isFinite(number)) return null;
  return unit === "cm" ? number : unit === "m" ? number * 100 : number * IN_CM;
}
const UNIT_WORDS: Readonly<Record<string, LengthUnit>> = {
  cm: "cm",
  m: "m",
  in: "in",
  inch: "in",
  inches: "in",
  '"': "in",
  "”": "in",
  h: "hands",
  hh: "hands",
  hand: "hands",
  hands: "hands",
};

/** Reads '172', '172 cm', '1.72 m', '68 in', '15.2 hands'. Without a unit the one given counts. Null: no length. */
export function readLength(text: string, unit: LengthUnit): TypedLength | null {
  const match = /^([\d.]+)\s*(cm|m|in|inch|inches|"|”|h|hh|hand|hands)?$/.exec(text.trim().toLowerCase().replace(",", "."));
  const typed = match?.[1];
  if (!typed) return null;
  const said = (match[2] && UNIT_WORDS[match[2]]) || unit;
  const centimetres = toCentimetres(typed, said);
  return centimetres === null ? null : { typed: Number(typed), unit: said, centimetres: tenth(centimetres) };
}

/** What a horse of the class measures, generously. Judgement; a question is asked outside, nothing is refused. */
const LIKELY: Readonly<Record<HorseClass, Readonly<Record<LengthName, readonly [number, number]>>>> = {
  adult: { girthCm: [150, 230], lengthCm: [130, 200], withersCm: [135, 190], croupCm: [135, 190], neckCm: [70, 140] },
  pony: { girthCm: [100, 185], lengthCm: [80, 160], withersCm: [80, 148], croupCm: [80, 150], neckCm: [50, 115] },
  yearling: { girthCm: [110, 190], lengthCm: [90, 170], withersCm: [105, 160], croupCm: [105, 165], neckCm: [50, 110] },
  weanling: { girthCm: [75, 150], lengthCm: [60, 140], withersCm: [75, 140], croupCm: [75, 145], neckCm: [35, 90] },
};

export interface LikelyMistype {
  readonly typed: number;
  readonly unit: LengthUnit;
  readonly centimetres: number;
}
export type MeasureQuestion =
  /** Outside what such a horse measures; `meant` are readings of the same figures that fit, likeliest first. */
  | { readonly code: "unlikely"; readonly low: number; readonly high: number; readonly meant: readonly LikelyMistype[] }
  | { readonly code: "croup-far"; readonly differenceCm: number }
  | { readonly code: "not-as-booked"; readonly bookedCm: number }
  | { readonly code: "scale-far"; readonly tapeKg: number; readonly percent: number }
  | { readonly code: "since-last"; readonly lastKg: number; readonly percent: number };

/** Units in which a measure is taken: hands are for heights. */
const unitsOf = (name: LengthName): readonly LengthUnit[] =>
  name === "withersCm" || name === "croupCm" ? LENGTH_UNITS : LENGTH_UNITS.filter((unit) => unit !== "hands");

/** The same figures in another unit, or with a digit too few or too many. */
function otherReadings(name: LengthName, typed: number, unit: LengthUnit): LikelyMistype[] {
  const as = (next: LengthUnit, figure: number): LikelyMistype[] => {
    const centimetres = toCentimetres(String(figure), next);
    return centimetres === null ? [] : [{ typed: figure, unit: next, centimetres: tenth(centimetres) }];
  };
  const digits = (["cm", "in"] as const).flatMap((next) => [...as(next, tenth(typed * 10)), ...as(next, tenth(typed / 10))]);
  return [
    ...unitsOf(name)
      .filter((next) => next !== unit)
      .flatMap((next) => as(next, typed)),
    ...digits,
  ];
}

/** What to ask about a length as it was typed; null where such a horse measures so. */
export function questionOf(
  name: LengthName,
  length: TypedLength,
  about: { readonly horseClass: HorseClass; readonly measures: Measures; readonly bookedCm: number | null },
): MeasureQuestion | null {
  const [low, high] = LIKELY[about.horseClass][name];
  const fits = (cm: number): boolean => cm >= low && cm <= high;
  if (!fits(length.centimetres))
    return {
      code: "unlikely",
      low,
      high,
      meant: otherReadings(name, length.typed, length.unit).filter((one) => fits(one.centimetres)),
    };
  const { withersCm, croupCm } = about.measures;
  const other = name === "croupCm" ? withersCm : name === "withersCm" ? croupCm : null;
  if (other !== null && Math.abs(other - length.centimetres) > FAR_CM)
    return { code: "croup-far", differenceCm: tenth(length.centimetres - other) };
  if (name === "withersCm" && about.bookedCm !== null && Math.abs(about.bookedCm - length.centimetres) > FAR_CM)
    return { code: "not-as-booked", bookedCm: about.bookedCm };
  return null;
}
const FAR_CM = 10;

/** Asks about a weight that moved further since the last evaluation than a horse does; 15 % is the barn's judgement. */
export function weightQuestion(kilograms: number, lastKg: number | null): MeasureQuestion | null {
  if (lastKg === null) return null;
  const percent = Math.round((kilograms / lastKg - 1) * 100);
  return Math.abs(percent) >= 15 ? { code: "since-last", lastKg, percent } : null;
}

/** Asks about scale and tape that lie further apart than the tape may err; 20 % is the barn's judgement. */
export function scaleQuestion(scaleKg: number | null, tapeKg: number | null): MeasureQuestion | null {
  if (scaleKg === null || tapeKg === null) return null;
  const percent = Math.round((scaleKg / tapeKg - 1) * 100);
  return Math.abs(percent) > 20 ? { code: "scale-far", tapeKg, percent } : null;
}

/** In inches to the half, for a tape that is marked so. */
export const inches = (centimetres: number): number => Math.round(centimetresToInches(centimetres) * 2) / 2;
