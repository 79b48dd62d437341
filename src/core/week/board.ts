/** A week as it lies before the manager: what each horse is short of, what each day asks of people and places, and what moving a day would cost. */

import { shortOf } from "./barn.ts";
import { evenShares, patternCost, toFind, UNEVEN, type WeekHorse, type WeekProblem } from "./week.ts";

/** By horse, its days: those that stand on sheets and those that are meant. */
export type WeekDays = ReadonlyMap<string, readonly number[]>;

export interface WeekBoard {
  readonly horses: readonly {
    readonly id: string;
    readonly days: readonly number[];
    readonly short: number;
    readonly noDays: number;
  }[];
  /** Slots that are meant on a day beside what stands on its sheet, and those that riders and places have for it. */
  readonly days: readonly { readonly asked: number; readonly riders: number; readonly places: number }[];
  /** Riders left out of account: they are found when the week is laid out. */
  readonly cost: number;
}

const askedBy = ({ horses, days }: WeekProblem, meant: WeekDays): readonly number[] =>
  Array.from({ length: days }, (_, day) =>
    horses.reduce((sum, horse) => sum + (toFind(horse, meant.get(horse.id) ?? []).includes(day) ? horse.length : 0), 0),
  );
const costOf = (problem: WeekProblem, meant: WeekDays): number => {
  const shares = evenShares(problem);
  const uneven = askedBy(problem, meant).reduce((sum, asked, day) => sum + UNEVEN * Math.max(0, asked - (shares[day] ?? 0)), 0);
  return problem.horses.reduce((sum, horse) => sum + patternCost(horse, meant.get(horse.id) ?? [], problem.days), uneven);
};

export function weekBoard(problem: WeekProblem, meant: WeekDays): WeekBoard {
  const asked = askedBy(problem, meant);
  return {
    horses: problem.horses.map((horse) => {
      const days = meant.get(horse.id) ?? [];
      return { id: horse.id, days, ...shortOf(horse, days, problem.days) };
    }),
    days: asked.map((slots, day) => ({
      asked: slots,
      riders: problem.riders.reduce((sum, rider) => sum + (rider.slots[day] ?? 0), 0),
      places: problem.places?.[day] ?? Number.POSITIVE_INFINITY,
    })),
    cost: costOf(problem, meant),
  };
}

/** What it would cost to give a horse other days; negative: it is better so. */
export const changePrice = (problem: WeekProblem, meant: WeekDays, horse: WeekHorse["id"], days: readonly number[]): number =>
  costOf(problem, new Map([...meant, [horse, days]])) - costOf(problem, meant);
