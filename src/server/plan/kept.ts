/** What one stay's plan and chances are read from, as it is kept. The sweep reads the same of many stays together. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listPeople, type Person } from "#db/queries/people.ts";
import { findPlan, listLatestForecasts, listPlanGoals, listTaken } from "#db/queries/plan.ts";
import { listStays, type Stay } from "#db/queries/stays.ts";
import { heardOfRiders } from "../ladder/leanings.ts";
import type { Kept } from "./record.ts";

export async function keptOf(
  db: Db,
  stay: Stay,
  barn: Barn,
  today: LocalDate,
): Promise<Kept & { readonly people: readonly Person[] }> {
  const ids = (await listStays(db)).map(({ id }) => id);
  const [plan, goals, worked, evaluations, scores, taken, mine, heard, people] = await Promise.all([
    findPlan(db, stay.id),
    listPlanGoals(db, [stay.id]),
    listWorked(db, stay.id),
    listEvaluations(db, stay.id),
    listScores(db, stay.id),
    listTaken(db),
    listLatestForecasts(db, [stay.id]),
    heardOfRiders(db, ids, today),
    listPeople(db),
  ]);
  return {
    stay,
    barn,
    today,
    worked,
    evaluations,
    scores,
    goals: goals.map(({ stayId: _stay, ...goal }) => goal),
    pins: plan?.pins ?? [],
    taken,
    riders: heard(stay.id),
    people: people.filter(({ retiredOn }) => retiredOn === null),
    stuck: mine[0]?.stuck ?? [],
  };
}
