import type { HorseClass } from "../horse/horse.ts";

/** girth² × length ÷ divisor gives pounds from inches; the customary tape divisors by class of horse. */
const POUND_DIVISORS: Readonly<Record<HorseClass, number>> = { adult: 330, yearling: 301, weanling: 280, pony: 299 };
/** The metric form of the adult formula: centimetres in, kilograms out. The other classes keep its ratio to the adult divisor. */
const METRIC_ADULT = 11_880;
/** Judgement: what a tape may be off, either way, in a careful hand. */
const TAPE_ERROR = 0.1;

export interface Weight {
  readonly kilograms: number;
  readonly plusMinus: number;
  readonly by: "scale" | "tape";
  /** The formula in words, for the screen to name. */
  readonly formula: string;
}

/** Weight from heart girth and body length in centimetres. Girth 60-260, length 50-260; outside it the tape slipped and there is no weight. */
export function weightByTape(horseClass: HorseClass, girth: number, length: number): Weight | null {
  if (girth < 60 || girth > 260 || length < 50 || length > 260) return null;
  const kilograms = (girth * girth * length) / ((METRIC_ADULT * POUND_DIVISORS[horseClass]) / POUND_DIVISORS.adult);
  return {
    kilograms: Math.round(kilograms),
    plusMinus: Math.round(kilograms * TAPE_ERROR),
    by: "tape",
    formula: `girth² × length ÷ ${POUND_DIVISORS[horseClass]} (inches, pounds; ${horseClass})`,
  };
}

/** Scale readings win over the tape; null where neither was taken. */
export function weightOf(
  horseClass: HorseClass,
  taken: { scaleKg: number | null; girthCm: number | null; lengthCm: number | null },
): Weight | null {
  if (taken.scaleKg !== null) return { kilograms: taken.scaleKg, plusMinus: 1, by: "scale", formula: "scale" };
  if (taken.girthCm === null || taken.lengthCm === null) return null;
  return weightByTape(horseClass, taken.girthCm, taken.lengthCm);
}
