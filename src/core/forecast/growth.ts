/** How a level grows and is lost: the mechanics that the estimator believes in and that the plays run by. */

/** Scores end at 5; a level goes a little beyond. */
export const HIGHEST_LEVEL = 5.3;

/** Share of a work's dose that a level takes in: most while it is being understood, little once it is reliable. Piecewise linear. */
const LEVELS = [0, 1.5, 3, 4.5, 5.4] as const;
const SHARES = [0.7, 1, 0.6, 0.3, 0.02] as const;

const pieceOf = (level: number): number => {
  let piece = 0;
  while (piece < LEVELS.length - 2 && level > (LEVELS[piece + 1] as number)) piece += 1;
  return piece;
};
const slopeOf = (piece: number): number =>
  ((SHARES[piece + 1] as number) - (SHARES[piece] as number)) / ((LEVELS[piece + 1] as number) - (LEVELS[piece] as number));
const SLOPES = [0, 1, 2, 3].map(slopeOf);

export function intakeAt(level: number): number {
  if (level <= 0) return SHARES[0];
  if (level >= 5.4) return SHARES[4];
  const piece = pieceOf(level);
  return (SHARES[piece] as number) + (SLOPES[piece] as number) * (level - (LEVELS[piece] as number));
}
export const intakeSlope = (level: number): number => (level <= 0 || level >= 5.4 ? 0 : (SLOPES[pieceOf(level)] as number));

const READY = 2.35;
const LEAST_READY = 0.2;
/** What one prerequisite, by the level of its weaker side, leaves of a work's gain. */
export const readyBy = (weaker: number): number => Math.min(1, Math.max(LEAST_READY, weaker / READY));

/** Of a work's dose, what its direct prerequisites gain. */
export const SPILL = 0.11;
export const GAIN_NOISE = 0.64;

const HALF_LIFE = 60;
const HALF_LIFE_BY_WORK = 0.3;
/** What is forgotten falls towards this share of the best level. */
export const FLOOR = 0.5;
/** Share of what stands above the floor that is left after days without work, by how often the skill was worked. */
export const keptAfter = (days: number, timesWorked: number, halfLife = HALF_LIFE): number =>
  2 ** (-days / (halfLife * (1 + HALF_LIFE_BY_WORK * timesWorked)));

export const DAY_VARIANCE = 0.3 ** 2;
export const SCORE_VARIANCE = 0.81 ** 2;
export const SEVERITY_VARIANCE = 0.35 ** 2;
const WINDY = -0.35;
const NEW_PLACE = -0.5;
const WEEK_OFF = -0.15;
const MOST_WEEKS = 3;
/** What the day does to every score, on average. */
export const dayMean = (windy: boolean, newPlace: boolean, daysOff: number): number =>
  (windy ? WINDY : 0) + (newPlace ? NEW_PLACE : 0) + WEEK_OFF * Math.min(MOST_WEEKS, Math.floor(daysOff / 7));

/** A bodily stall that nobody has seen yet: how often it begins, for how many days, and what it does to gains and scores of all but one branch. */
export const STALL = { aDay: 0.0063, shortest: 10, longest: 32, gain: 0.15, score: -0.6, spared: "handling" };
