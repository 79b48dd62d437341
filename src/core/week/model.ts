/** The week as a mixed integer programme: one pattern a horse, a rider for each of its days, hours and rides of each rider and day, and what a day holds above its share. */
import { type Milp, MilpBuilder, type Term } from "../day/milp.ts";
import {
  evenShares,
  mayRide,
  mayTake,
  patternCost,
  patternsOf,
  toFind,
  UNEVEN,
  type WeekPlan,
  type WeekProblem,
  weekPairCost,
} from "./week.ts";

export interface WeekModel {
  readonly milp: Milp;
  decode(values: ArrayLike<number>): WeekPlan;
  /** A plan that keeps the rules as the programme's columns, for the solver to begin with. */
  encode(plan: WeekPlan): Float64Array;
}

export function weekModel(problem: WeekProblem): WeekModel {
  const builder = new MilpBuilder();
  const { days: count, horses, riders } = problem;
  const patterns: { readonly column: number; readonly horse: string; readonly days: readonly number[] }[] = [];
  const pairs: { readonly column: number; readonly horse: string; readonly rider: string; readonly day: number }[] = [];
  const hours = riders.map(() => Array.from({ length: count }, (): Term[] => []));
  const rides = riders.map(() => Array.from({ length: count }, (): Term[] => []));
  const byDay = Array.from({ length: count }, (): Term[] => []);
  for (const horse of horses) {
    const able = riders.map((rider, r) => ({ rider, r })).filter(({ rider }) => mayRide(horse, rider));
    const worked = Array.from({ length: count }, (): Term[] => []);
    const choice = patternsOf(horse, count).map((days): Term => {
      const column = builder.column(patternCost(horse, days, count));
      patterns.push({ column, horse: horse.id, days });
      for (const day of toFind(horse, days)) worked[day]?.push([column, -1]);
      return [column, 1];
    });
    builder.row(1, 1, choice);
    for (let day = 0; day < count; day += 1) {
      if (horse.away.includes(day) || horse.given?.includes(day)) continue;
      for (const { rider, r } of able) {
        if ((rider.slots[day] ?? 0) < horse.length || !mayTake(horse, rider, day)) continue;
        const column = builder.column(weekPairCost(horse, rider));
        pairs.push({ column, horse: horse.id, rider: rider.id, day });
        worked[day]?.push([column, 1]);
        hours[r]?.[day]?.push([column, horse.length]);
        byDay[day]?.push([column, horse.length]);
        if (horse.kind !== "ground") rides[r]?.[day]?.push([column, 1]);
      }
    }
    for (const terms of worked) builder.row(0, 0, terms);
  }
  riders.forEach((rider, r) => {
    for (let day = 0; day < count; day += 1) {
      builder.row(Number.NEGATIVE_INFINITY, rider.slots[day] ?? 0, hours[r]?.[day] ?? []);
      builder.row(Number.NEGATIVE_INFINITY, rider.maxSaddle[day] ?? 0, rides[r]?.[day] ?? []);
    }
  });
  problem.places?.forEach((room, day) => {
    builder.row(Number.NEGATIVE_INFINITY, room, byDay[day] ?? []);
  });
  const shares = evenShares(problem).map((share, day) => {
    const above = builder.column(UNEVEN, { upper: Number.POSITIVE_INFINITY, whole: false });
    builder.row(Number.NEGATIVE_INFINITY, share, [...(byDay[day] ?? []), [above, -1]]);
    return { above, share };
  });
  const milp = builder.build();
  return {
    milp,
    encode: (plan) => {
      const values = new Float64Array(milp.columns);
      const same = (a: readonly number[], b: readonly number[]): boolean =>
        a.length === b.length && a.every((x, i) => x === b[i]);
      for (const { column, horse, days } of patterns) if (same(days, plan.days.get(horse) ?? [])) values[column] = 1;
      for (const { column, horse, rider, day } of pairs) if (plan.rider.get(horse)?.get(day) === rider) values[column] = 1;
      shares.forEach(({ above, share }, day) => {
        const slots = (byDay[day] ?? []).reduce((sum, [column, length]) => sum + length * (values[column] ?? 0), 0);
        values[above] = Math.max(0, slots - share);
      });
      return values;
    },
    decode: (values) => {
      const chosen = patterns.filter(({ column }) => (values[column] ?? 0) > 0.5);
      const rider = new Map<string, Map<number, string>>();
      for (const pair of pairs)
        if ((values[pair.column] ?? 0) > 0.5)
          rider.set(pair.horse, (rider.get(pair.horse) ?? new Map<number, string>()).set(pair.day, pair.rider));
      return { days: new Map(chosen.map(({ horse, days }) => [horse, days])), rider };
    },
  };
}
