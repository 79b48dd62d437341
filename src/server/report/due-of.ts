/** Which reports a stay asks for, as the barn has it. */
import type { RulerView } from "#contracts/views.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { type DueReport, dueReports } from "#core/report/due.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { Stay } from "#db/queries/stays.ts";

export const dueOf = (
  { firstDay, evaluations, wentHome }: Stay,
  { weeklyAfter }: Barn,
  { posts, reading }: Pick<RulerView, "posts" | "reading">,
  from: LocalDate,
  to: LocalDate,
): readonly DueReport[] => {
  const evaluated = evaluations.some(({ kind, closed }) => kind === "intake" && closed);
  return dueReports({ firstDay, posts, evaluated, lastDay: wentHome ?? reading.lastDay, weeklyAfter }, from, to);
};
