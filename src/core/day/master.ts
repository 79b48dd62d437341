/**
 * The day without its clock: who takes which session, who helps, which way of using places, within everybody's hours. It is small and quickly solved; its
 * optimum is below every plan's cost, and its riders are those that a good plan mostly has.
 */

import { either, isEmpty, maskAt, meets, NO_SLOTS, run, runsIn, slotsIn, without } from "./bits.ts";
import type { Ready, ReadyRider } from "./compiled.ts";
import { type Milp, MilpBuilder, type Term } from "./milp.ts";

export interface MasterModel {
  readonly milp: Milp;
  /** By session, the rider whom a solution gives it. */
  riders(values: ArrayLike<number>): ReadonlyMap<string, string>;
}

/** Working slots that a lunch leaves at the most. */
function capacityOf({ working, lunchWindow, lunchLength }: ReadyRider): number {
  const all = slotsIn(working).length;
  if (lunchLength === 0) return all;
  const left = slotsIn(runsIn(lunchWindow, lunchLength)).map(
    (start) => slotsIn(without(working, run(start, lunchLength))).length,
  );
  return Math.max(0, ...left);
}

export function masterModel(ready: Ready): MasterModel {
  const { sessions, riders, capacity, problem, count } = ready;
  const builder = new MilpBuilder();
  const pairs: { readonly column: number; readonly session: string; readonly rider: string }[] = [];
  const work = riders.map((): Term[] => []);
  const rides = riders.map((): Term[] => []);
  const used = problem.places.map((): Term[] => []);
  const placed: Term[][] = [];
  for (const session of sessions) {
    const whole: Term[] = [[builder.column(session.leftOut), 1]];
    const mine: Term[] = [];
    const anyOption = session.options.reduce((mask, option) => either(mask, option.starts), NO_SLOTS);
    riders.forEach((rider, r) => {
      const cost = session.riderCost[r] as number;
      if (cost < 0 || !meets(maskAt(session.riderStarts, r), anyOption)) return;
      const column = builder.column(cost);
      pairs.push({ column, session: session.id, rider: rider.id });
      mine.push([column, 1]);
      work[r]?.push([column, session.length]);
      if (session.ridden) rides[r]?.push([column, 1]);
    });
    builder.row(1, 1, [...whole, ...mine]);
    placed.push(mine);
    const ways: Term[] = session.options.flatMap((option) => {
      const starts = slotsIn(option.starts);
      if (starts.length === 0) return [];
      const column = builder.column(Math.min(...starts.map((start) => option.cost[start] as number)));
      for (const part of option.parts) used[part.place]?.push([column, part.length]);
      return [[column, 1] as const];
    });
    builder.row(0, 0, [...mine, ...ways.map(([column]) => [column, -1] as const)]);
    if (session.helperSlots > 0) {
      const helpers = riders.flatMap((_, h): Term[] => {
        if (isEmpty(maskAt(session.helperStarts, h))) return [];
        const column = builder.column(0);
        work[h]?.push([column, session.helperSlots]);
        return [[column, 1]];
      });
      builder.row(0, 0, [...mine, ...helpers.map(([column]) => [column, -1] as const)]);
    }
  }
  sessions.forEach((session, s) => {
    // The second of two only with the first.
    if (session.after < 0) return;
    const first = placed[session.after] ?? [];
    builder.row(Number.NEGATIVE_INFINITY, 0, [...(placed[s] ?? []), ...first.map(([column]) => [column, -1] as const)]);
  });
  riders.forEach((rider, r) => {
    const room = capacityOf(rider);
    const mine = work[r] ?? [];
    const slices = Array.from({ length: Math.max(0, room - rider.fair) }, (_, k) =>
      builder.column(problem.weights.balance * (k + 1), { whole: false }),
    );
    builder.row(Number.NEGATIVE_INFINITY, room, mine);
    builder.row(Number.NEGATIVE_INFINITY, rider.fair, [...mine, ...slices.map((column) => [column, -1] as const)]);
    builder.row(Number.NEGATIVE_INFINITY, rider.maxSaddle, rides[r] ?? []);
  });
  problem.places.forEach(({ closed }, p) => {
    const shut = new Set(closed.flatMap(([from, to]) => Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i)));
    const open = Array.from({ length: count }, (_, slot) => slot).filter((slot) => !shut.has(slot)).length;
    builder.row(Number.NEGATIVE_INFINITY, (capacity[p] as number) * open, used[p] ?? []);
  });
  return {
    milp: builder.build(),
    riders: (values) =>
      new Map(pairs.filter(({ column }) => (values[column] ?? 0) > 0.5).map(({ session, rider }) => [session, rider])),
  };
}
