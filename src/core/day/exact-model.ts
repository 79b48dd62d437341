/**
 * The whole day as a mixed integer programme: x[session, rider, start], y[session, option, start], z[session, helper, start], a lunch for each rider, what is left
 * out, and slices of load above each fair share. Rules that look at one pairing alone filter columns; the others are rows. Riders and places meet
 * only through the start, which keeps it small.
 */
import { ALL_SLOTS, both, either, type Mask, maskAt, NO_SLOTS, run, runsIn, slotsIn, without } from "./bits.ts";
import type { Ready, ReadyOption, ReadyRider, ReadySession } from "./compiled.ts";
import { type Milp, MilpBuilder, type Term } from "./milp.ts";
import type { Assigned, DayPlan } from "./problem.ts";

type Choice =
  | { readonly kind: "rider" | "helper"; readonly session: number; readonly who: number; readonly start: number }
  | { readonly kind: "option"; readonly session: number; readonly option: number; readonly start: number }
  | { readonly kind: "lunch"; readonly who: number; readonly start: number }
  | { readonly kind: "out"; readonly session: number }
  | { readonly kind: "slice"; readonly who: number; readonly number: number };

export interface ExactModel {
  readonly milp: Milp;
  /** The plan that a solution stands for. */
  decode(values: ArrayLike<number>): DayPlan;
  /** The solution that a plan stands for. */
  encode(plan: DayPlan): Float64Array;
}

export function exactModel(ready: Ready): ExactModel {
  const { sessions, riders, capacity, separate } = ready;
  const { weights } = ready.problem;
  const builder = new MilpBuilder();
  const choices: Choice[] = [];
  const add = (choice: Choice, cost: number, whole = true): number => {
    choices.push(choice);
    return builder.column(cost, { whole });
  };
  const rows = new RowGroups();
  const [byPerson, byPlace, rides, load] = [new RowGroups(), new RowGroups(), new RowGroups(), new RowGroups()];
  /** By session and start: columns of riders. */
  const starts = sessions.map(() => new Map<number, number[]>());

  sessions.forEach((session, s) => {
    const whole: Term[] = [[add({ kind: "out", session: s }, session.leftOut), 1]];
    const anyOf = (masks: readonly Mask[]): Mask => masks.reduce(either, NO_SLOTS);
    const anyOption = anyOf(session.options.map((option) => option.starts));
    const anyRider = anyOf(
      riders.map((_, r) => ((session.riderCost[r] as number) < 0 ? NO_SLOTS : maskAt(session.riderStarts, r))),
    );
    const anyHelper = session.helperSlots === 0 ? ALL_SLOTS : anyOf(riders.map((_, h) => maskAt(session.helperStarts, h)));
    const open = both(both(anyOption, anyRider), anyHelper);
    riders.forEach((_, r) => {
      const cost = session.riderCost[r] as number;
      if (cost < 0) return;
      for (const start of slotsIn(both(maskAt(session.riderStarts, r), open))) {
        const column = add({ kind: "rider", session: s, who: r, start }, cost);
        whole.push([column, 1]);
        push(starts[s] as Map<number, number[]>, start, column);
        rows.add(`o ${s} ${start}`, [column, 1]);
        if (session.helperSlots > 0) rows.add(`h ${s} ${start}`, [column, -1]);
        for (const slot of slots(start, session.length)) byPerson.add(`${r} ${slot}`, [column, 1]);
        if (session.ridden) rides.add(String(r), [column, 1]);
        load.add(String(r), [column, session.length]);
      }
    });
    session.options.forEach((option, o) => {
      for (const start of slotsIn(both(option.starts, open))) {
        const column = add({ kind: "option", session: s, option: o, start }, option.cost[start] as number);
        rows.add(`o ${s} ${start}`, [column, -1]);
        for (const part of option.parts)
          for (const slot of slots(start + part.from, part.length)) byPlace.add(`${part.place} ${slot}`, [column, s]);
      }
    });
    if (session.helperSlots > 0)
      riders.forEach((_, h) => {
        for (const start of slotsIn(both(maskAt(session.helperStarts, h), open))) {
          const column = add({ kind: "helper", session: s, who: h, start }, 0);
          rows.add(`h ${s} ${start}`, [column, 1]);
          for (const slot of slots(start, session.helperSlots)) byPerson.add(`${h} ${slot}`, [column, 1]);
          load.add(String(h), [column, session.helperSlots]);
        }
      });
    builder.row(1, 1, whole);
  });
  riders.forEach((rider, r) => {
    if (rider.lunchLength > 0) {
      const lunch = slotsIn(runsIn(rider.lunchWindow, rider.lunchLength)).map((start) => {
        const column = add({ kind: "lunch", who: r, start }, 0);
        for (const slot of slots(start, rider.lunchLength)) byPerson.add(`${r} ${slot}`, [column, 1]);
        return [column, 1] as const;
      });
      builder.row(1, 1, lunch);
    }
    const mine = load.terms(String(r));
    const most = mine.reduce((sum, [, value]) => sum + value, 0);
    const above = Math.min(slotsIn(rider.working).length, most) - rider.fair;
    const slices = Array.from({ length: Math.max(0, above) }, (_, k) =>
      add({ kind: "slice", who: r, number: k + 1 }, weights.balance * (k + 1), false),
    );
    builder.row(Number.NEGATIVE_INFINITY, rider.fair, [...mine, ...slices.map((column) => [column, -1] as const)]);
    builder.row(Number.NEGATIVE_INFINITY, rider.maxSaddle, rides.terms(String(r)));
  });
  for (const terms of rows.all()) builder.row(0, 0, terms);
  for (const terms of byPerson.all()) if (terms.length > 1) builder.row(Number.NEGATIVE_INFINITY, 1, terms);
  for (const [key, terms] of byPlace.entries()) {
    const place = Number(key.split(" ")[0]);
    const room = capacity[place] as number;
    const here = new Set(terms.map(([, session]) => session));
    if (here.size > room)
      builder.row(
        Number.NEGATIVE_INFINITY,
        room,
        terms.map(([column]) => [column, 1]),
      );
    if (separate[place] === 0 && room > 1) apartRows(ready, builder, terms);
  }
  sessions.forEach((session, s) => orderRows(ready, builder, starts, session, s));
  return { milp: builder.build(), decode: decoder(ready, choices), encode: encoder(ready, choices) };
}

/** Two horses that must be kept apart, in one place in one slot; `terms` name the session. */
function apartRows({ sessions }: Ready, builder: MilpBuilder, terms: readonly Term[]): void {
  const here = [...new Set(terms.map(([, session]) => session))];
  for (const one of here)
    for (const other of (sessions[one] as ReadySession).apart)
      if (one < other && here.includes(other))
        builder.row(
          Number.NEGATIVE_INFINITY,
          1,
          terms.filter(([, session]) => session === one || session === other).map(([column]) => [column, 1]),
        );
}

/** After: by each slot the second may have begun only if the first had ended, gap and all. Sessions of one horse without an order do not meet. */
function orderRows(
  { sessions, count }: Ready,
  builder: MilpBuilder,
  starts: readonly ReadonlyMap<number, readonly number[]>[],
  session: ReadySession,
  s: number,
): void {
  if (session.after >= 0) {
    const first = sessions[session.after] as ReadySession;
    const mine: Term[] = [];
    for (let slot = 0; slot < count; slot += 1) {
      const now = starts[s]?.get(slot) ?? [];
      if (now.length === 0) continue;
      mine.push(...now.map((column) => [column, 1] as const));
      const before = [...(starts[session.after] ?? [])].filter(([start]) => start + first.length + session.gap <= slot);
      builder.row(Number.NEGATIVE_INFINITY, 0, [
        ...mine,
        ...before.flatMap(([, columns]) => columns.map((one) => [one, -1] as const)),
      ]);
    }
  }
  for (const other of session.sameHorse) {
    const two = sessions[other] as ReadySession;
    if (other < s || session.after === other || two.after === s) continue;
    for (let slot = 0; slot < count; slot += 1) {
      const covering = (of: number, length: number): Term[] =>
        [...(starts[of] ?? [])]
          .filter(([start]) => start <= slot && slot < start + length)
          .flatMap(([, columns]) => columns.map((one) => [one, 1] as const));
      const [a, b] = [covering(s, session.length), covering(other, two.length)];
      if (a.length > 0 && b.length > 0) builder.row(Number.NEGATIVE_INFINITY, 1, [...a, ...b]);
    }
  }
}

const decoder =
  ({ sessions, riders }: Ready, choices: readonly Choice[]) =>
  (values: ArrayLike<number>): DayPlan => {
    const found = new Map<number, { rider?: string; start?: number; option?: number; helper?: string }>();
    choices.forEach((choice, column) => {
      if ((values[column] ?? 0) < 0.5 || choice.kind === "lunch" || choice.kind === "out" || choice.kind === "slice") return;
      const one = found.get(choice.session) ?? {};
      found.set(choice.session, one);
      if (choice.kind === "rider") Object.assign(one, { rider: riders[choice.who]?.id, start: choice.start });
      if (choice.kind === "helper") Object.assign(one, { helper: riders[choice.who]?.id });
      if (choice.kind === "option")
        Object.assign(one, { option: (sessions[choice.session]?.options[choice.option] as ReadyOption).number });
    });
    const plan = new Map<string, Assigned>();
    for (const [s, { rider, start, option, helper }] of found)
      if (rider !== undefined && start !== undefined && option !== undefined)
        plan.set((sessions[s] as ReadySession).id, { rider, start, option, helper: helper ?? null });
    return plan;
  };

const encoder =
  (ready: Ready, choices: readonly Choice[]) =>
  (plan: DayPlan): Float64Array => {
    const { sessions, riders, riderAt } = ready;
    const busy: Mask[] = riders.map(() => NO_SLOTS);
    const load = new Int32Array(riders.length);
    const placed = sessions.map(({ id }) => plan.get(id));
    placed.forEach((one, s) => {
      if (!one) return;
      const { length, helperSlots } = sessions[s] as ReadySession;
      const work = (who: string, slots: number): void => {
        const at = riderAt.get(who) as number;
        busy[at] = either(busy[at] as Mask, run(one.start, slots));
        load[at] = (load[at] as number) + slots;
      };
      work(one.rider, length);
      if (one.helper !== null && helperSlots > 0) work(one.helper, helperSlots);
    });
    const lunch = riders.map(
      (rider, r) => slotsIn(runsIn(without(rider.lunchWindow, busy[r] as Mask), Math.max(1, rider.lunchLength)))[0],
    );
    return Float64Array.from(choices, (choice) => {
      if (choice.kind === "lunch") return Number(lunch[choice.who] === choice.start);
      if (choice.kind === "slice")
        return Number((load[choice.who] as number) - (riders[choice.who] as ReadyRider).fair >= choice.number);
      const one = placed[choice.session];
      if (choice.kind === "out") return Number(one === undefined);
      if (!one || one.start !== choice.start) return 0;
      if (choice.kind === "option") return Number(one.option === sessions[choice.session]?.options[choice.option]?.number);
      return Number((choice.kind === "rider" ? one.rider : one.helper) === riders[choice.who]?.id);
    });
  };

/** Rows that grow term by term, by a name. */
class RowGroups {
  private readonly rows = new Map<string, Term[]>();
  add(key: string, term: Term): void {
    push(this.rows, key, term);
  }
  terms = (key: string): readonly Term[] => this.rows.get(key) ?? [];
  all = (): Iterable<readonly Term[]> => this.rows.values();
  entries = (): Iterable<readonly [string, readonly Term[]]> => this.rows.entries();
}
function push<K, T>(map: Map<K, T[]>, key: K, one: T): void {
  const list = map.get(key);
  if (list) list.push(one);
  else map.set(key, [one]);
}
const slots = (start: number, length: number): readonly number[] => Array.from({ length }, (_, i) => start + i);
