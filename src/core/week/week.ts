/**
 * Six working days: which horse on which of them, so that contracted sessions are met with rest and spacing, within everybody's hours. Each horse takes one
 * pattern of days out of those that its own days allow; a rider is proposed for each, which the day itself decides anew.
 */
import { gradeOfSession, type ProblemKind } from "../day/problem.ts";

export const WEEK_DAYS = 6;

export interface WeekHorse {
  readonly id: string;
  /** Slots of a session. */
  readonly length: number;
  readonly kind: ProblemKind;
  readonly risk: number;
  readonly weightKg: number;
  readonly loadLimit: number;
  readonly forbid: readonly string[];
  readonly usual: string | null;
  readonly known: readonly string[];
  /** Sessions that this week owes it. */
  readonly sessions: number;
  readonly value: number;
  /** Days since it was last worked, and days worked in a row up to yesterday. */
  readonly since: number;
  readonly run: number;
  /** Days of the week on which it is not to be had, and on which it must be worked. */
  readonly away: readonly number[];
  readonly fixed: readonly number[];
  /** Days on which it stands on a sheet already: worked, and no hours of the riders are asked for it here. */
  readonly given?: readonly number[];
  /** A big step that is proposed for one of the days, and the only rider for it; missing: none is. */
  readonly step?: WeekStep | null;
}
export interface WeekStep {
  readonly day: number;
  readonly rider: string;
}
export interface WeekRider {
  readonly id: string;
  readonly grade: number;
  readonly weightKg: number;
  readonly rides: boolean;
  /** Working slots by day, and ridden sessions at the most. */
  readonly slots: readonly number[];
  readonly maxSaddle: readonly number[];
}
export interface WeekProblem {
  readonly days: number;
  /** Slots of all places by day, horses side by side counted each; missing: places bind nobody. */
  readonly places?: readonly number[];
  readonly horses: readonly WeekHorse[];
  readonly riders: readonly WeekRider[];
}
export interface WeekPlan {
  /** By horse: its days, and the rider proposed for each. */
  readonly days: ReadonlyMap<string, readonly number[]>;
  readonly rider: ReadonlyMap<string, ReadonlyMap<number, string>>;
}

const SHORT = 10;
const IN_A_ROW = 3;
const ROW_COST = 6;
const IDLE = 2;
const IDLE_COST = 8;
/** A week that leaves the day of a big step out: it waited for this. */
const STEP_LEFT_OUT = 30;
/** Continuity weighs half of what it does on the day. */
const KNOWN = 4;
const OTHER = 10;
/** A slot above a day's even share, so that a sick call can be borne. */
export const UNEVEN = 2;

/** What a set of days costs a horse: sessions short, days beyond three in a row, days beyond two without work. */
export function patternCost(horse: WeekHorse, days: readonly number[], count: number): number {
  const worked = new Set(days);
  let cost = SHORT * horse.value * Math.max(0, horse.sessions - days.length);
  if (horse.step && !worked.has(horse.step.day)) cost += STEP_LEFT_OUT;
  let [row, idle] = [horse.run, horse.run > 0 ? 0 : horse.since];
  for (let day = 0; day < count; day += 1) {
    if (worked.has(day)) {
      row += 1;
      idle = 0;
      if (row > IN_A_ROW) cost += ROW_COST;
    } else {
      row = 0;
      idle += 1;
      if (idle > IDLE) cost += IDLE_COST;
    }
  }
  return cost;
}

const given = (horse: WeekHorse, day: number): boolean => horse.given?.includes(day) ?? false;
/** As many as are owed, or as are fixed already. */
const mostDays = ({ sessions, fixed, given = [] }: WeekHorse): number => Math.max(sessions, new Set([...fixed, ...given]).size);
const keepsItsDays = (horse: WeekHorse, days: readonly number[]): boolean =>
  days.every((day) => given(horse, day) || !horse.away.includes(day)) &&
  [...horse.fixed, ...(horse.given ?? [])].every((day) => days.includes(day));
/** Days for which somebody is still to be found. */
export const toFind = (horse: WeekHorse, days: readonly number[]): readonly number[] => days.filter((day) => !given(horse, day));

/** Every set of days that respects those away and fixed, at most the number owed; the empty one where nothing is fixed. */
export function patternsOf(horse: WeekHorse, count: number): readonly (readonly number[])[] {
  const patterns: number[][] = [];
  for (let mask = 0; mask < 1 << count; mask += 1) {
    const days = Array.from({ length: count }, (_, day) => day).filter((day) => (mask >>> day) & 1);
    if (keepsItsDays(horse, days) && days.length <= mostDays(horse)) patterns.push(days);
  }
  return patterns;
}

export const mayRide = (horse: WeekHorse, rider: WeekRider): boolean =>
  !horse.forbid.includes(rider.id) &&
  rider.grade >= gradeOfSession(horse.risk, horse.kind) &&
  (horse.kind === "ground" || (rider.rides && rider.weightKg <= horse.loadLimit * horse.weightKg));
/** Whoever may ride it; on the day of a big step, whom the step wants. */
export const mayTake = (horse: WeekHorse, rider: WeekRider, day: number): boolean =>
  mayRide(horse, rider) && (horse.step?.day !== day || horse.step.rider === rider.id);
export const weekPairCost = (horse: WeekHorse, rider: WeekRider): number =>
  horse.usual === null || horse.usual === rider.id ? 0 : horse.known.includes(rider.id) ? KNOWN : OTHER;

/** Slots of work that make a day's even share of what the week asks, by the hours that it has. */
export function evenShares({ days, horses, riders }: WeekProblem): readonly number[] {
  const room = Array.from({ length: days }, (_, day) => riders.reduce((sum, rider) => sum + (rider.slots[day] ?? 0), 0));
  const all = room.reduce((sum, one) => sum + one, 0);
  const asked = horses.reduce((sum, horse) => sum + horse.length * horse.sessions, 0);
  return room.map((one) => (all === 0 ? 0 : Math.ceil((asked * one) / all)));
}

export interface WeekBroken {
  readonly horse: string | null;
  readonly code: "away" | "fixed" | "too-many" | "no-rider" | "may-not" | "hours" | "max-saddle" | "places";
  readonly rider?: string;
  readonly day?: number;
}
/** The plan looked at again from its beginning, by nothing but the rules: what it breaks, and what it costs. */
export function verifyWeek(
  problem: WeekProblem,
  plan: WeekPlan,
): { readonly broken: readonly WeekBroken[]; readonly cost: number } {
  const broken: WeekBroken[] = [];
  let cost = 0;
  const load = problem.riders.map(() => new Array<number>(problem.days).fill(0));
  const rides = problem.riders.map(() => new Array<number>(problem.days).fill(0));
  const byDay = new Array<number>(problem.days).fill(0);
  for (const horse of problem.horses) {
    const days = plan.days.get(horse.id) ?? [];
    if (days.some((day) => horse.away.includes(day) && !given(horse, day))) broken.push({ horse: horse.id, code: "away" });
    if ([...horse.fixed, ...(horse.given ?? [])].some((day) => !days.includes(day)))
      broken.push({ horse: horse.id, code: "fixed" });
    if (days.length > mostDays(horse) || new Set(days).size < days.length) broken.push({ horse: horse.id, code: "too-many" });
    cost += patternCost(horse, days, problem.days);
    for (const day of toFind(horse, days)) {
      const at = problem.riders.findIndex(({ id }) => id === plan.rider.get(horse.id)?.get(day));
      const rider = problem.riders[at];
      if (!rider) {
        broken.push({ horse: horse.id, code: "no-rider", day });
        continue;
      }
      if (!mayTake(horse, rider, day)) broken.push({ horse: horse.id, code: "may-not", rider: rider.id, day });
      cost += weekPairCost(horse, rider);
      (load[at] as number[])[day] = (load[at]?.[day] ?? 0) + horse.length;
      byDay[day] = (byDay[day] ?? 0) + horse.length;
      if (horse.kind !== "ground") (rides[at] as number[])[day] = (rides[at]?.[day] ?? 0) + 1;
    }
  }
  problem.riders.forEach((rider, r) => {
    for (let day = 0; day < problem.days; day += 1) {
      if ((load[r]?.[day] ?? 0) > (rider.slots[day] ?? 0)) broken.push({ horse: null, code: "hours", rider: rider.id, day });
      if ((rides[r]?.[day] ?? 0) > (rider.maxSaddle[day] ?? 0))
        broken.push({ horse: null, code: "max-saddle", rider: rider.id, day });
    }
  });
  byDay.forEach((slots, day) => {
    if (slots > (problem.places?.[day] ?? Number.POSITIVE_INFINITY)) broken.push({ horse: null, code: "places", day });
  });
  evenShares(problem).forEach((share, day) => {
    cost += UNEVEN * Math.max(0, (byDay[day] ?? 0) - share);
  });
  return { broken, cost };
}
