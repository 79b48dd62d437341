/** The week as the manager planned it on her last quiet evening: every horse's days and riders, by the program's own proposal. */
import { quickWeek } from "#core/week/quick.ts";
import type { Deps } from "#server/container.ts";
import { readWeek } from "#server/week/read-week.ts";

const SEED = 5;
/** Tries so many changes, whatever the clock says: the same week each time. */
const TRIES = 4000;

export async function planTheWeek(
  deps: Deps,
  ask: (route: string, input: unknown) => Promise<unknown>,
  most = TRIES,
): Promise<void> {
  const { problem, days, horses } = await readWeek(deps, null);
  let tries = 0;
  const { plan } = quickWeek(problem, SEED, () => (most === 0 ? 1 : tries++ / most));
  await ask("week/set", {
    days: days.map(({ day }) => day),
    laid: true,
    horses: problem.horses.map(({ id, given }) => ({
      stay: id,
      seen:
        horses
          .find(({ stay }) => stay === id)
          ?.cells.flatMap(({ day, meant }) => (meant ? [{ day, pinned: meant.pinned, rider: meant.rider }] : [])) ?? [],
      wanted: (plan.days.get(id) ?? [])
        // What stands on a sheet already is no intention.
        .filter((day) => !given?.includes(day))
        .map((day) => ({ day: days[day]?.day, pinned: false, rider: plan.rider.get(id)?.get(day) ?? null })),
    })),
  });
}
