/** From the four weeks at home to the day on which the horse comes back: work, pauses in which it grows and is a horse, getting ready. */
import { addDays, daysBetween, type LocalDate, localDate } from "../calendar/local-date.ts";
import type { Birth } from "../horse/horse.ts";

/** When it comes back, and what for. */
export interface Return {
  readonly on: LocalDate;
  readonly words: string;
}
export interface HomeStretch {
  readonly kind: "keep" | "pause" | "ready";
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly daysAWeek: number;
}

const WEEK = 7;
const MONTHS = 12;
/** Weeks of a pause, of work between two, and of getting ready before it comes back: the house's judgement. */
const PAUSE = 6;
const WORK = 4;
const READY = 2;
/** A stretch of so many days and less is not worth a name of its own. */
const SHORT = 10;
const PAUSE_DAYS = 1;
const KEEP_DAYS = 2;
const READY_DAYS = 3;

/** From `from` to the day before `on`, without a gap; empty where it comes back before the four weeks are over. */
export function stretchesTo(from: LocalDate, on: LocalDate, daysAWeek: number): readonly HomeStretch[] {
  const all: HomeStretch[] = [];
  const last = addDays(on, -1);
  const readyFrom = addDays(on, -READY * WEEK);
  let at = from;
  const push = (kind: HomeStretch["kind"], to: LocalDate, days: number): void => {
    if (to < at) return;
    all.push({ kind, from: at, to, daysAWeek: days });
    at = addDays(to, 1);
  };
  for (let i = 0; daysBetween(at, readyFrom) > 0; i += 1) {
    const [kind, weeks, days] = i % 2 === 0 ? (["pause", PAUSE, PAUSE_DAYS] as const) : (["keep", WORK, KEEP_DAYS] as const);
    const whole = addDays(at, weeks * WEEK - 1);
    const left = daysBetween(whole, readyFrom) - 1;
    // A pause that would end within days of getting ready goes on until then; too little time for one at all is kept at work.
    const isShort = i === 0 && daysBetween(at, readyFrom) < (PAUSE - 1) * WEEK;
    push(
      isShort ? "keep" : kind,
      left <= SHORT ? addDays(readyFrom, -1) : whole,
      isShort ? Math.min(daysAWeek, KEEP_DAYS) : days,
    );
  }
  push("ready", last, READY_DAYS);
  return all;
}

/** The first day of a month from which on a horse is of so many years; null: it is already, or nobody knows its age. Known by its year alone it counts from 1 January. */
export function ofAgeOn({ date, year }: Birth, years: number, today: LocalDate): LocalDate | null {
  const born = date ?? (year === null ? null : localDate(`${year}-01-01`));
  if (!born) return null;
  const [y, m, d] = born.split("-").map(Number) as [number, number, number];
  const months = (y + years) * MONTHS + (m - 1) + (d === 1 ? 0 : 1);
  const month = String((months % MONTHS) + 1).padStart(2, "0");
  const on = localDate(`${Math.floor(months / MONTHS)}-${month}-01`);
  return on > today ? on : null;
}
