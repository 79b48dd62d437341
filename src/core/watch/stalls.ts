/** How full the barn is, day by day, and when the next horse has a place for a whole term. */
import { addDays, type LocalDate } from "../calendar/local-date.ts";

/** Days that a horse stands here, both included. */
export interface StallDays {
  readonly from: LocalDate;
  readonly to: LocalDate;
}
export const takenOn = (standing: readonly StallDays[], day: LocalDate): number =>
  standing.filter(({ from, to }) => from <= day && day <= to).length;

/** The most that stand here at once between two days, both included. It changes only on days on which somebody comes. */
export const mostBetween = (standing: readonly StallDays[], from: LocalDate, to: LocalDate): number =>
  Math.max(
    0,
    ...[from, ...standing.map((one) => one.from).filter((day) => from < day && day <= to)].map((day) => takenOn(standing, day)),
  );

/** The first day from which a stall is free for `days` days in a row; null: no stall at all. A place opens only on the day after somebody leaves. */
export function firstFree(standing: readonly StallDays[], stalls: number, days: number, from: LocalDate): LocalDate | null {
  if (stalls <= 0) return null;
  const candidates = [from, ...standing.map(({ to }) => addDays(to, 1)).filter((day) => day > from)].sort();
  return candidates.find((day) => mostBetween(standing, day, addDays(day, days - 1)) < stalls) ?? null;
}
