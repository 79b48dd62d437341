/**
 * A second opinion on a plan: every rule is looked at again, slot by slot, and every cost is added up anew, by code that shares nothing with the
 * search but the figures of the rules. No plan is shown before it has passed here.
 */
import {
  balanceCost,
  type DayPlan,
  type DayProblem,
  fairSharesOf,
  gradeOfSession,
  helperGrade,
  hoursCost,
  leftOutCost,
  moveCost,
  type SlotSpan,
} from "./problem.ts";

export type RuleCode =
  | "unknown"
  | "grade"
  | "load"
  | "forbidden"
  | "not-a-rider"
  | "shift"
  | "lunch"
  | "busy"
  | "max-saddle"
  | "horse-away"
  | "horse-busy"
  | "heat"
  | "weather"
  | "outside-day"
  | "place-full"
  | "place-closed"
  | "apart"
  | "helper"
  | "after"
  | "lock";
export interface BrokenRule {
  readonly session: string | null;
  readonly code: RuleCode;
  readonly who?: string;
  readonly place?: string;
  readonly with?: string;
}
export interface CostParts {
  readonly leftOut: number;
  readonly riders: number;
  readonly hours: number;
  readonly balance: number;
  readonly changes: number;
}
export interface Verification {
  readonly broken: readonly BrokenRule[];
  readonly cost: number;
  readonly parts: CostParts;
}
const within = (spans: readonly SlotSpan[], slot: number): boolean => spans.some(([from, to]) => from <= slot && slot < to);
const slotsFrom = (start: number, length: number): readonly number[] => Array.from({ length }, (_, i) => start + i);

export function verify(problem: DayProblem, plan: DayPlan): Verification {
  const broken: BrokenRule[] = [];
  const { slots, weights, published } = problem;
  const riders = new Map(problem.riders.map((rider) => [rider.id, rider]));
  const horses = new Map(problem.horses.map((horse) => [horse.id, horse]));
  const places = new Map(problem.places.map((place) => [place.id, place]));
  const sessions = new Map(problem.sessions.map((session) => [session.id, session]));
  const hot = new Set(problem.hot);
  /** Sessions that take a person, a horse, a place in a slot. */
  const taken = { person: new Map<string, string[]>(), horse: new Map<string, string[]>(), place: new Map<string, string[]>() };
  const take = (of: Map<string, string[]>, key: string, session: string): void => {
    of.set(key, [...(of.get(key) ?? []), session]);
  };
  const rides = new Map<string, number>();
  const load = new Map<string, number>();
  const add = (of: Map<string, number>, key: string, more: number): void => {
    of.set(key, (of.get(key) ?? 0) + more);
  };
  const cost = { leftOut: 0, riders: 0, hours: 0, balance: 0, changes: 0 };

  for (const id of plan.keys()) if (!sessions.has(id)) broken.push({ session: id, code: "unknown" });
  for (const session of problem.sessions) {
    const placed = plan.get(session.id);
    const was = published[session.id];
    if (!placed) {
      cost.leftOut += leftOutCost(session, was !== undefined, weights);
      continue;
    }
    const say = (code: RuleCode, more: Omit<BrokenRule, "session" | "code"> = {}): void =>
      void broken.push({ session: session.id, code, ...more });
    const horse = horses.get(session.horse);
    const rider = riders.get(placed.rider);
    const option = session.options[placed.option];
    if (!horse || !rider || !option) {
      say("unknown");
      continue;
    }
    const ridden = session.kind !== "ground";
    const end = placed.start + session.length;
    if (placed.start < 0 || end > slots.count) say("outside-day");
    if (rider.grade < gradeOfSession(horse.risk, session.kind)) say("grade", { who: rider.id });
    if (horse.forbid.includes(rider.id)) say("forbidden", { who: rider.id });
    if (ridden && !rider.rides) say("not-a-rider", { who: rider.id });
    if (ridden && rider.weightKg > horse.loadLimit * horse.weightKg) say("load", { who: rider.id });
    const own = slotsFrom(placed.start, session.length);
    if (!own.every((slot) => within(rider.works, slot))) say("shift", { who: rider.id });
    if (own.some((slot) => within(horse.away, slot))) say("horse-away");
    for (const slot of own) {
      take(taken.person, `${rider.id} ${slot}`, session.id);
      take(taken.horse, `${horse.id} ${slot}`, session.id);
    }
    if (ridden) add(rides, rider.id, 1);
    add(load, rider.id, session.length);

    const helper = placed.helper === null ? null : riders.get(placed.helper);
    if (session.helperSlots > 0 && (!helper || helper.id === rider.id)) say("helper");
    if (helper && session.helperSlots > 0) {
      const beside = slotsFrom(placed.start, session.helperSlots);
      if (helper.grade < helperGrade(horse.risk)) say("grade", { who: helper.id });
      if (horse.forbid.includes(helper.id)) say("forbidden", { who: helper.id });
      if (!beside.every((slot) => within(helper.works, slot))) say("shift", { who: helper.id });
      for (const slot of beside) take(taken.person, `${helper.id} ${slot}`, session.id);
      add(load, helper.id, session.helperSlots);
    }

    let warm = 0;
    for (const part of option.parts) {
      const place = places.get(part.place);
      if (!place) {
        say("unknown", { place: part.place });
        continue;
      }
      const there = slotsFrom(placed.start + part.from, part.length);
      if (there.some((slot) => within(place.closed, slot))) say("place-closed", { place: place.id });
      if (there.some((slot) => within(part.barred ?? [], slot))) say("weather");
      if (place.outdoor) warm += there.filter((slot) => hot.has(slot)).length;
      for (const slot of there) take(taken.place, `${place.id} ${slot}`, session.id);
    }
    if (horse.noHeat && warm > 0) say("heat");
    if (own.some((slot) => within(option.barred ?? [], slot))) say("weather");

    if (session.after) {
      const first = plan.get(session.after.session);
      const length = sessions.get(session.after.session)?.length ?? 0;
      if (!first || placed.start < first.start + length + session.after.gap) say("after", { with: session.after.session });
    }
    const { lock } = session;
    if (
      lock &&
      ((lock.rider !== null && lock.rider !== placed.rider) ||
        (lock.helper !== undefined && lock.helper !== placed.helper) ||
        (lock.start !== null && lock.start !== placed.start) ||
        (lock.option !== null && lock.option !== placed.option))
    )
      say("lock");

    if (session.usual !== null && session.usual !== rider.id)
      cost.riders += session.known.includes(rider.id) ? weights.known : weights.other;
    if (session.notFor?.includes(rider.id)) cost.riders += weights.known;
    if (ridden && horse.loadPrefer !== null && rider.weightKg > horse.loadPrefer * horse.weightKg)
      cost.riders += weights.loadOver;
    cost.hours += option.cost + hoursCost(horse.risk, placed.start, end, slots, weights.hours) + warm * weights.hot;
    if (was) {
      if (was.rider !== placed.rider) cost.changes += weights.changeRider;
      cost.changes += moveCost(placed.start - was.start, slots.minutes, weights);
      if (was.option !== placed.option) cost.changes += weights.changePlace;
    }
  }

  const once = (found: readonly BrokenRule[]): readonly BrokenRule[] => [
    ...new Map(found.map((one) => [JSON.stringify(one), one])).values(),
  ];
  const twice: BrokenRule[] = [];
  for (const [key, list] of taken.person)
    if (list.length > 1)
      twice.push({ session: list[1] as string, code: "busy", who: key.slice(0, key.lastIndexOf(" ")), with: list[0] as string });
  for (const list of taken.horse.values())
    if (list.length > 1) twice.push({ session: list[1] as string, code: "horse-busy", with: list[0] as string });
  for (const [key, list] of taken.place) {
    const place = places.get(key.slice(0, key.lastIndexOf(" ")));
    if (!place) continue;
    if (list.length > place.capacity) twice.push({ session: list.at(-1) as string, code: "place-full", place: place.id });
    if (place.separate) continue;
    for (const one of list)
      for (const other of list) {
        const [a, b] = [sessions.get(one)?.horse ?? "", sessions.get(other)?.horse ?? ""];
        if (one < other && (horses.get(a)?.apart.includes(b) || horses.get(b)?.apart.includes(a)))
          twice.push({ session: one, code: "apart", with: other, place: place.id });
      }
  }
  const fair = fairSharesOf(problem);
  for (const rider of problem.riders) {
    if ((rides.get(rider.id) ?? 0) > rider.maxSaddle) twice.push({ session: null, code: "max-saddle", who: rider.id });
    const { lunch } = rider;
    if (lunch && lunch.length > 0 && lunch.to - lunch.from >= lunch.length) {
      const free = (from: number): boolean =>
        slotsFrom(from, lunch.length).every((slot) => !taken.person.has(`${rider.id} ${slot}`));
      const starts = slotsFrom(lunch.from, lunch.to - lunch.from - lunch.length + 1);
      if (!starts.some(free)) twice.push({ session: null, code: "lunch", who: rider.id });
    }
    cost.balance += balanceCost((load.get(rider.id) ?? 0) - (fair.get(rider.id) ?? 0), weights.balance);
  }
  broken.push(...once(twice));
  return { broken, parts: cost, cost: Object.values(cost).reduce((sum, one) => sum + one, 0) };
}
