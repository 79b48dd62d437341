/** Which reports a stay asks for, and when: one on arrival, a word every week, one at each mid-term, one at the end. */
import { addDays, daysBetween, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import type { Milestone } from "../calendar/term.ts";
import type { ReportKind } from "./facts.ts";

export interface DueReport {
  readonly kind: ReportKind;
  readonly ordinal: number;
  readonly due: LocalDate;
}
const WEEK = 7;

/** Days in the week of its arrival, from which on that week has a word of its own: the barn's setting, 1 to 7. */
export const WEEKLY_AFTER = { from: 1, to: WEEK, usual: 4 } as const;
/** Its first week is too short for a word. */
const isShort = (firstDay: LocalDate, weeklyAfter: number): boolean =>
  daysBetween(firstDay, addDays(mondayOf(firstDay), WEEK)) < weeklyAfter;

/** The days of a stay's n-th week, from Monday; the first is the one in which it came. A second week after a short first one tells of both. */
export const weekOf = (firstDay: LocalDate, ordinal: number, weeklyAfter: number): { from: LocalDate; to: LocalDate } => {
  const from = addDays(mondayOf(firstDay), WEEK * (ordinal - 1));
  const tellsOfBoth = ordinal === 2 && isShort(firstDay, weeklyAfter);
  return { from: tellsOfBoth ? addDays(from, -WEEK) : from, to: addDays(from, WEEK - 1) };
};

/** Everything that is due from `from` up to `to`; `evaluated`: an evaluation of the arrival is closed. */
export function dueReports(
  stay: {
    readonly firstDay: LocalDate;
    readonly posts: readonly Milestone[];
    readonly evaluated: boolean;
    readonly lastDay: LocalDate;
    readonly weeklyAfter: number;
  },
  from: LocalDate,
  to: LocalDate,
): readonly DueReport[] {
  const of = (kind: Milestone["kind"]): readonly LocalDate[] =>
    stay.posts.filter((post) => post.kind === kind).map(({ day }) => day);
  const weeks: DueReport[] = [];
  const monday = mondayOf(stay.firstDay);
  for (
    let ordinal = isShort(stay.firstDay, stay.weeklyAfter) ? 2 : 1;
    addDays(monday, WEEK * (ordinal - 1)) <= stay.lastDay;
    ordinal += 1
  )
    weeks.push({ kind: "weekly", ordinal, due: addDays(monday, WEEK * ordinal - 1) });
  return [
    ...(stay.evaluated ? of("intake").map((day): DueReport => ({ kind: "intake", ordinal: 0, due: addDays(day, 1) })) : []),
    ...weeks,
    ...of("mid-term").map((day, i): DueReport => ({ kind: "mid-term", ordinal: i + 1, due: addDays(day, 1) })),
    ...of("report").map((day): DueReport => ({ kind: "end", ordinal: 0, due: day })),
  ].filter(({ due }) => from <= due && due <= to);
}
