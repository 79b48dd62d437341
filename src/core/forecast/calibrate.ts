/**
 * What a barn's own past says of its forecasts: chances that were told, against what came of them, bend the chances told from then on. A logistic on
 * the logit, drawn towards no change; only once enough stays are closed, as fewer make it worse.
 */
import { RATE_VARIANCE } from "./estimator.ts";

/** One goal of a closed stay, as it was told on one day. */
export interface StoredForecast {
  readonly stay: string;
  readonly chance: number;
  readonly met: boolean;
}
/** logit(p') = a + b · logit(p). */
export interface Calibration {
  readonly a: number;
  readonly b: number;
}
export const STRAIGHT: Calibration = { a: 0, b: 1 };
export const LEAST_STAYS = 40;

const SURE = 0.005;
/** So many goals does the belief that nothing is to be bent count for. */
const PULL = 20;
const STEPS = 60;
const logit = (p: number): number => {
  const inside = Math.min(1 - SURE, Math.max(SURE, p));
  return Math.log(inside / (1 - inside));
};
const chanceOf = (x: number): number => 1 / (1 + Math.exp(-x));

/** 0 and 1 stay what they are: they are told where the record or the calendar leaves nothing open. */
export const bent = ({ a, b }: Calibration, chance: number): number =>
  chance <= 0 || chance >= 1 ? chance : chanceOf(a + b * logit(chance));

/** By Newton's method; the barn's forecasts as they are while fewer than forty stays are closed. */
export function calibrationOf(told: readonly StoredForecast[]): Calibration {
  const open = told.filter(({ chance }) => chance > 0 && chance < 1);
  if (new Set(told.map(({ stay }) => stay)).size < LEAST_STAYS || open.length === 0) return STRAIGHT;
  // Each stay counts alike, however many days of it were kept.
  const perStay = new Map<string, number>();
  for (const { stay } of open) perStay.set(stay, (perStay.get(stay) ?? 0) + 1);
  let [a, b] = [0, 1];
  for (let step = 0; step < STEPS; step += 1) {
    let [ga, gb, haa, hab, hbb] = [PULL * a, PULL * (b - 1), PULL, 0, PULL];
    for (const { stay, chance, met } of open) {
      const x = logit(chance);
      const p = chanceOf(a + b * x);
      const weight = STAY_WEIGHT / (perStay.get(stay) ?? 1);
      ga += weight * (p - Number(met));
      gb += weight * (p - Number(met)) * x;
      const h = weight * p * (1 - p);
      haa += h;
      hab += h * x;
      hbb += h * x * x;
    }
    const whole = haa * hbb - hab * hab;
    const [da, db] = [(hbb * ga - hab * gb) / whole, (haa * gb - hab * ga) / whole];
    a -= da;
    b -= db;
    if (Math.abs(da) + Math.abs(db) < 1e-9) break;
  }
  return { a, b };
}
/** Goals that one stay stands for. */
const STAY_WEIGHT = 4;

/** What stays say of how fast horses learn here, each read from the prior that knows nothing of the others. */
export interface ForecastRate {
  readonly mean: number;
  readonly variance: number;
}
const LEAST_RATES = 20;
/** How far a barn's ladder may be out as a whole: deviation of the log rate. */
const BARN_VARIANCE = 0.3 ** 2;
/**
 * The log learning rate that a new horse is likely to have, by empirical Bayes: each stay's own evidence is its posterior with the prior taken out
 * again; 0 before twenty stays are closed.
 */
export function usualRateOf(stays: readonly ForecastRate[]): number {
  const heard = stays.flatMap(({ mean, variance }) => {
    const precision = 1 / variance - 1 / RATE_VARIANCE;
    return precision > 1e-6 ? [{ rate: mean / variance / precision, weight: 1 / (RATE_VARIANCE + 1 / precision) }] : [];
  });
  if (heard.length < LEAST_RATES) return 0;
  const weight = heard.reduce((sum, one) => sum + one.weight, 1 / BARN_VARIANCE);
  return heard.reduce((sum, one) => sum + one.rate * one.weight, 0) / weight;
}
