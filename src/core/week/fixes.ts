/** What would let a week hold more of what is owed: half a day more of somebody, one ride more, a pin let go. Each is told only where solving with it says so. */
import type { WeekPlan, WeekProblem, WeekRider } from "./week.ts";

export type WeekFix =
  | { readonly code: "half-day"; readonly rider: string; readonly day: number }
  | { readonly code: "more-rides"; readonly rider: string; readonly day: number }
  | { readonly code: "unpin"; readonly horse: string };

/** Half a working day, in slots, and the rides that it holds. */
const HALF_DAY = 8;
const HALF_DAY_RIDES = 3;
/** Less than so many slots on a day: more of the person could be had. */
const PART_DAY = 10;

export const sessionsShort = (problem: WeekProblem, plan: WeekPlan): number =>
  problem.horses.reduce((sum, { id, sessions }) => sum + Math.max(0, sessions - (plan.days.get(id)?.length ?? 0)), 0);

/** Every single change that might help, the likeliest first: days on which a person is not there at all, then rides, then pins. */
export function fixesToTry({ riders, horses, days }: WeekProblem): readonly WeekFix[] {
  const each = <T>(make: (rider: WeekRider, day: number) => T | null): T[] =>
    riders.flatMap((rider) => Array.from({ length: days }, (_, day) => make(rider, day)).filter((one) => one !== null));
  return [
    ...each((rider, day): WeekFix | null =>
      (rider.slots[day] ?? 0) < PART_DAY ? { code: "half-day", rider: rider.id, day } : null,
    ),
    ...each((rider, day): WeekFix | null =>
      rider.rides && (rider.slots[day] ?? 0) > 0 ? { code: "more-rides", rider: rider.id, day } : null,
    ),
    ...horses.flatMap(({ id, fixed }): WeekFix[] => (fixed.length > 0 ? [{ code: "unpin", horse: id }] : [])),
  ];
}

const raised = (of: readonly number[], day: number, by: number): readonly number[] => of.map((n, i) => (i === day ? n + by : n));
/** The week with the change granted. */
export function withFix(problem: WeekProblem, fix: WeekFix): WeekProblem {
  if (fix.code === "unpin")
    return { ...problem, horses: problem.horses.map((horse) => (horse.id === fix.horse ? { ...horse, fixed: [] } : horse)) };
  const half = fix.code === "half-day";
  return {
    ...problem,
    riders: problem.riders.map((rider) =>
      rider.id === fix.rider
        ? {
            ...rider,
            slots: raised(rider.slots, fix.day, half ? HALF_DAY : 0),
            maxSaddle: raised(rider.maxSaddle, fix.day, half ? HALF_DAY_RIDES : 1),
          }
        : rider,
    ),
  };
}
