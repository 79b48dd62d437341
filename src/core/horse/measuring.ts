/** What is measured between two evaluations, and when it is asked for again. */
import { addDays, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { GROWING_CM, OVERWEIGHT_FROM, THIN_BELOW } from "./horse.ts";

export const TAKEN = [
  "girthCm",
  "lengthCm",
  "withersCm",
  "croupCm",
  "scaleKg",
  "condition",
  "pulse",
  "breaths",
  "temperatureC",
] as const;
export type TakenName = (typeof TAKEN)[number];
export const SADDLE_FITS = ["fits", "watch", "does-not-fit"] as const;
export type SaddleFit = (typeof SADDLE_FITS)[number];
export interface Measuring extends Readonly<Record<TakenName, number | null>> {
  readonly day: LocalDate;
  readonly saddleFit: SaddleFit | null;
}

/** Days after which a growing horse is measured again: every three to four weeks. A grown one is asked for its weight by the barn's own limit. */
export const GROWING_DAYS = 28;
const GROWING_UNDER_YEARS = 5;
/** Days off from which on a horse begins with a small restart, and growth, condition, saddle fit and weight are asked for again. */
export const RESTART_FROM = 28;

/** Croup above withers, in centimetres; negative: the withers are higher. Null: not both were taken. */
export const growthOf = ({ withersCm, croupCm }: Pick<Measuring, "withersCm" | "croupCm">): number | null =>
  withersCm === null || croupCm === null ? null : Math.round((croupCm - withersCm) * 10) / 10;

export interface MeasuringDue {
  readonly because: "growing" | "time-off" | "never";
  readonly since: LocalDate;
}
/**
 * Whether height, croup, condition and the saddle's fit are asked for; null: not yet. `measured`: days on which heights were taken, in an evaluation or between
 * two; `daysOff`: since it was last worked, null where it never was.
 */
export function measuringDue(
  facts: {
    readonly ageYears: number | null;
    readonly growthCm: number | null;
    readonly firstDay: LocalDate;
    readonly measured: readonly LocalDate[];
    readonly daysOff: number | null;
  },
  today: LocalDate,
): MeasuringDue | null {
  const last = [...facts.measured].sort().at(-1) ?? null;
  const isGrowing = (facts.ageYears !== null && facts.ageYears < GROWING_UNDER_YEARS) || (facts.growthCm ?? 0) >= GROWING_CM;
  if (facts.daysOff !== null && facts.daysOff >= RESTART_FROM) {
    const since = addDays(today, -facts.daysOff + RESTART_FROM);
    if (last === null || last < since) return { because: "time-off", since };
  }
  if (!isGrowing) return null;
  if (last === null)
    return daysBetween(facts.firstDay, today) >= GROWING_DAYS
      ? { because: "never", since: addDays(facts.firstDay, GROWING_DAYS) }
      : null;
  const since = addDays(last, GROWING_DAYS);
  return since <= today ? { because: "growing", since } : null;
}

export type MeasureCaution = "overweight" | "thin" | "growing" | "saddle" | "gaining" | "losing";
/** A change of weight within six weeks that is told, as a share. */
const MOVED = 0.07;
const MOVED_DAYS = 42;
/** What the last measures ask to keep in mind: no diagnosis, a word for the owner, the vet and the farrier. `weights`: oldest first. */
export function measureCautions(
  last: { readonly condition: number | null; readonly growthCm: number | null; readonly saddleFit: SaddleFit | null },
  weights: readonly { readonly day: LocalDate; readonly kilograms: number }[],
): readonly MeasureCaution[] {
  const now = weights.at(-1);
  const before = now && weights.find(({ day }) => daysBetween(day, now.day) <= MOVED_DAYS);
  const moved = now && before ? now.kilograms / before.kilograms - 1 : 0;
  return [
    ...(last.condition !== null && last.condition >= OVERWEIGHT_FROM ? (["overweight"] as const) : []),
    ...(last.condition !== null && last.condition < THIN_BELOW ? (["thin"] as const) : []),
    ...(last.growthCm !== null && last.growthCm >= GROWING_CM ? (["growing"] as const) : []),
    ...(last.saddleFit === "watch" || last.saddleFit === "does-not-fit" ? (["saddle"] as const) : []),
    ...(moved >= MOVED ? (["gaining"] as const) : []),
    ...(moved <= -MOVED ? (["losing"] as const) : []),
  ];
}
