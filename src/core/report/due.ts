/** Which reports a stay asks for, and when: one on arrival, a word every week, one at each mid-term, one at the end. */
import { addDays, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import type { Post } from "../calendar/term.ts";
import type { ReportKind } from "./facts.ts";

export interface DueReport {
  readonly kind: ReportKind;
  readonly ordinal: number;
  readonly due: LocalDate;
}
const WEEK = 7;

/** The days of a stay's n-th week, from Monday; the first is the one in which it came. */
export const weekOf = (firstDay: LocalDate, ordinal: number): { from: LocalDate; to: LocalDate } => {
  const from = addDays(mondayOf(firstDay), WEEK * (ordinal - 1));
  return { from, to: addDays(from, WEEK - 1) };
};

/** Everything that is due from `from` up to `to`; `evaluated`: an evaluation of the arrival is closed. */
export function dueReports(
  stay: {
    readonly firstDay: LocalDate;
    readonly posts: readonly Post[];
    readonly evaluated: boolean;
    readonly lastDay: LocalDate;
  },
  from: LocalDate,
  to: LocalDate,
): readonly DueReport[] {
  const of = (kind: Post["kind"]): readonly LocalDate[] => stay.posts.filter((post) => post.kind === kind).map(({ day }) => day);
  const weeks: DueReport[] = [];
  for (let ordinal = 1; weekOf(stay.firstDay, ordinal).from <= stay.lastDay; ordinal += 1)
    weeks.push({ kind: "weekly", ordinal, due: weekOf(stay.firstDay, ordinal).to });
  return [
    ...(stay.evaluated ? of("intake").map((day): DueReport => ({ kind: "intake", ordinal: 0, due: addDays(day, 1) })) : []),
    ...weeks,
    ...of("mid-term").map((day, i): DueReport => ({ kind: "mid-term", ordinal: i + 1, due: addDays(day, 1) })),
    ...of("report").map((day): DueReport => ({ kind: "end", ordinal: 0, due: day })),
  ].filter(({ due }) => from <= due && due <= to);
}
