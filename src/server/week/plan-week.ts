/** The week worked out beside the server: first its plan, then what would let it hold more. */
import type { WeekPlanView } from "#contracts/views.week.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { WeekTold } from "#solver/prover.ts";
import type { Deps } from "../container.ts";
import { askProver } from "../day/prover.ts";
import { readWeek } from "./read-week.ts";

const SECONDS = 20;

export async function* planWeek(deps: Deps, from: LocalDate, signal: AbortSignal): AsyncGenerator<WeekPlanView> {
  const { problem, days } = await readWeek(deps, from);
  for await (const { plan, ...rest } of askProver<WeekTold>({ what: "week", problem, seconds: SECONDS }, signal)) {
    if (!plan) {
      yield { plan: null, ...rest };
      continue;
    }
    const riders = new Map(plan.rider.map(([horse, list]) => [horse, new Map(list)]));
    const { cost, bound, proven } = plan;
    yield {
      plan: {
        horses: plan.days.map(([horse, chosen]) => ({
          stay: horse as StayId,
          // What stands on a sheet already is no intention.
          days: chosen
            .filter((day) => !problem.horses.find(({ id }) => id === horse)?.given?.includes(day))
            .map((day) => ({
              day: must(days[day], "a day of the week").day,
              rider: (riders.get(horse)?.get(day) ?? null) as PersonId | null,
            })),
        })),
        cost,
        bound,
        proven,
      },
      ...rest,
    };
  }
}
