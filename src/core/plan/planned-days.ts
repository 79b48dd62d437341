/** The days on which a term's sessions are planned. */
import { addDays, dayNumber, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { isWorkable, type TermFacts } from "../calendar/term.ts";

/** Of so many workable days of a week, those that spread a few sessions best, the first among them: 3 of 6 takes every other. */
const spreadOver = <T>(days: readonly T[], count: number): readonly T[] =>
  days.filter((_, i) => Math.ceil(((i + 1) * count) / days.length) > Math.ceil((i * count) / days.length));

export interface DaysAsked {
  readonly facts: Pick<TermFacts, "restDays" | "holidays" | "holds">;
  /** First day on which a session may be planned. */
  readonly from: LocalDate;
  readonly lastDay: LocalDate;
  readonly perWeek: number;
  /** Spans within which nothing is planned, both ends included: asked by a what-if. */
  readonly off?: readonly { readonly from: LocalDate; readonly to: LocalDate }[];
}
const WEEK = 7;

/** Ascending. Weeks are counted from the first day asked for, so that a week begun late holds its share. */
export function plannedDays({ facts, from, lastDay, perWeek, off = [] }: DaysAsked): readonly LocalDate[] {
  const planned: LocalDate[] = [];
  for (let first = from; first <= lastDay; first = addDays(first, WEEK)) {
    const week = Array.from({ length: WEEK }, (_, i) => addDays(first, i)).filter((day) => day <= lastDay);
    const workable = week.filter((day) => isWorkable(facts, day) && !off.some((span) => span.from <= day && day <= span.to));
    const share = Math.min(workable.length, Math.round((perWeek * week.length) / WEEK));
    planned.push(...spreadOver(workable, share));
  }
  return planned;
}

/** Nothing is begun for the first time in so many last days of a term. */
const NO_FIRST_DAYS = 3;
/** A rest day follows, or the term ends: no step is taken, and nothing that bears weight asked, for the first time. */
export const beginsNothing = (
  facts: Pick<TermFacts, "restDays" | "holidays" | "holds">,
  day: LocalDate,
  lastDay: LocalDate,
): boolean => !isWorkable(facts, addDays(day, 1)) || daysBetween(day, lastDay) < NO_FIRST_DAYS;

/** Days of a stay by number, as the forecast counts them: the day of arrival is 0. */
export const stayDay = (firstDay: LocalDate, day: LocalDate): number => dayNumber(day) - dayNumber(firstDay);
