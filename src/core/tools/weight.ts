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

/** The shape that the four-measure formula asks for; unknown leaves it out. */
export const BUILDS = ["unknown", "arabian", "pony", "stock"] as const;
export type Build = (typeof BUILDS)[number];
const BUILD_DIVISORS: Readonly<Record<Exclude<Build, "unknown">, number>> = { arabian: 3596, pony: 3606, stock: 3441 };
/** Judgement: height and neck take up what girth and length alone leave open. */
const FOUR_MEASURES_ERROR = 0.07;

export interface FourMeasures {
  readonly girth: number;
  readonly length: number;
  readonly height: number;
  readonly neck: number;
}

/**
 * Weight of a grown horse from girth, length, height and neck in centimetres (Martinson and co-workers, 2014):
 * kg = girth^1.486 × length^0.554 × height^0.599 × neck^0.173 ÷ K, K by type.
 */
export function weightByFourMeasures(build: Exclude<Build, "unknown">, { girth, length, height, neck }: FourMeasures): Weight {
  const kilograms = (girth ** 1.486 * length ** 0.554 * height ** 0.599 * neck ** 0.173) / BUILD_DIVISORS[build];
  return {
    kilograms: Math.round(kilograms),
    plusMinus: Math.round(kilograms * FOUR_MEASURES_ERROR),
    by: "tape",
    formula: `girth^1.486 × length^0.554 × height^0.599 × neck^0.173 ÷ ${BUILD_DIVISORS[build]} (cm, kg; ${build} type; Martinson and co-workers, 2014)`,
  };
}

export interface TakenForWeight {
  readonly scaleKg: number | null;
  readonly girthCm: number | null;
  readonly lengthCm: number | null;
  readonly withersCm: number | null;
  readonly neckCm: number | null;
  readonly build: Build;
}

/** Scale readings win over the tape, four measures over two; null where too little was taken. */
export function weightOf(horseClass: HorseClass, taken: TakenForWeight): Weight | null {
  const { scaleKg, girthCm: girth, lengthCm: length, withersCm: height, neckCm: neck, build } = taken;
  if (scaleKg !== null) return { kilograms: scaleKg, plusMinus: 1, by: "scale", formula: "scale" };
  if (girth === null || length === null) return null;
  const grown = horseClass === "adult" || horseClass === "pony";
  if (grown && build !== "unknown" && height !== null && neck !== null)
    return weightByFourMeasures(build, { girth, length, height, neck });
  return weightByTape(horseClass, girth, length);
}
