/**
 * A good week at once, without a proof: horses are taken off and given their best days again, a few at a time, for as long as it is asked to go on. What a
 * fixed day cannot have costs so much that it is given up only where nobody is left for it.
 */
import { seededRandom } from "../kernel/random.ts";
import {
  evenShares,
  mayRide,
  mayTake,
  patternCost,
  patternsOf,
  toFind,
  UNEVEN,
  type WeekHorse,
  type WeekPlan,
  type WeekProblem,
  weekPairCost,
} from "./week.ts";

/** Dearer than all that a week of a horse can cost besides. */
const GIVEN_UP = 1e9;
const MOST_OFF = 4;
/** Steps without anything better, for each horse, after which it goes no further. */
const IDLE_STEPS = 300;

interface Choice {
  readonly days: readonly number[];
  /** Rider by day of those that are still to find; -1: nobody. */
  readonly riders: readonly number[];
  /** Without what a day holds above its share, which is everybody's. */
  readonly own: number;
}
export interface QuickWeek {
  readonly plan: WeekPlan;
  /** Horses with a fixed day for which nobody was found. */
  readonly givenUp: readonly string[];
}

/** `more` is asked before each step, and says whether there is time for it; the first laying is always whole. */
export function quickWeek(problem: WeekProblem, seed: number, more: () => boolean): QuickWeek {
  const { days: count, horses, riders } = problem;
  const shares = evenShares(problem);
  const places = Array.from({ length: count }, (_, day) => problem.places?.[day] ?? Number.POSITIVE_INFINITY);
  const load = riders.map(() => new Array<number>(count).fill(0));
  const rides = riders.map(() => new Array<number>(count).fill(0));
  const byDay = new Array<number>(count).fill(0);
  const facts = horses.map((horse) => ({
    horse,
    ridden: horse.kind === "ground" ? 0 : 1,
    patterns: patternsOf(horse, count).map((days) => ({
      days,
      cost: patternCost(horse, days, count),
      find: toFind(horse, days),
    })),
    able: riders.flatMap((rider, at) => (mayRide(horse, rider) ? [{ at, cost: weekPairCost(horse, rider) }] : [])),
  }));
  const chosen: (Choice | null)[] = horses.map(() => null);

  const book = (h: number, by: 1 | -1): void => {
    const fact = facts[h];
    const choice = chosen[h];
    if (!fact || !choice) return;
    choice.riders.forEach((rider, day) => {
      const [slots, saddle] = [load[rider], rides[rider]];
      if (!slots || !saddle) return;
      slots[day] = (slots[day] ?? 0) + by * fact.horse.length;
      saddle[day] = (saddle[day] ?? 0) + by * fact.ridden;
      byDay[day] = (byDay[day] ?? 0) + by * fact.horse.length;
    });
  };
  const uneven = (slots: number, day: number): number => UNEVEN * Math.max(0, slots - (shares[day] ?? 0));
  /** The cheapest rider of each day with the room that is left, and what the day then holds above its share. */
  const offers = (h: number): { readonly rider: number; readonly own: number; readonly more: number }[] => {
    const { horse, ridden, able } = facts[h] as (typeof facts)[number];
    return byDay.map((slots, day) => {
      const more = uneven(slots + horse.length, day) - uneven(slots, day);
      let [rider, own] = [-1, GIVEN_UP];
      if (slots + horse.length > (places[day] ?? 0)) return { rider, own, more };
      for (const one of able) {
        const person = riders[one.at];
        if (!person || !mayTake(horse, person, day)) continue;
        if (one.cost >= own || (load[one.at]?.[day] ?? 0) + horse.length > (person?.slots[day] ?? 0)) continue;
        if ((rides[one.at]?.[day] ?? 0) + ridden > (person?.maxSaddle[day] ?? 0)) continue;
        [rider, own] = [one.at, one.cost];
      }
      return { rider, own, more };
    });
  };
  const place = (h: number): void => {
    const offered = offers(h);
    let [best, least]: [Choice | null, number] = [null, Number.POSITIVE_INFINITY];
    for (const { days, cost, find } of facts[h]?.patterns ?? []) {
      let [own, more] = [cost, 0];
      for (const day of find) {
        own += offered[day]?.own ?? GIVEN_UP;
        more += offered[day]?.more ?? 0;
      }
      if (own + more >= least) continue;
      least = own + more;
      best = { days, riders: offered.map(({ rider }, day) => (find.includes(day) ? rider : -1)), own };
    }
    chosen[h] = best;
    book(h, 1);
  };
  const total = (): number =>
    chosen.reduce((sum, one) => sum + (one?.own ?? 0), 0) + byDay.reduce((sum, slots, day) => sum + uneven(slots, day), 0);

  // Whom the fewest may ride comes first, then what is worth most.
  const fixedFirst = (horse: WeekHorse): number => (horse.fixed.length > 0 ? 0 : 1);
  const order = horses
    .map((horse, h) => ({ horse, h, able: facts[h]?.able.length ?? 0 }))
    .sort((a, b) => fixedFirst(a.horse) - fixedFirst(b.horse) || a.able - b.able || b.horse.value - a.horse.value)
    .map(({ h }) => h);
  for (const h of order) place(h);

  const { next } = seededRandom(seed);
  const pick = (of: number): number => Math.floor(next() * of);
  let [cost, idle] = [total(), 0];
  while (idle < IDLE_STEPS * horses.length && more()) {
    const off = [...new Set(Array.from({ length: 1 + pick(MOST_OFF) }, () => pick(horses.length)))];
    const before = off.map((h) => chosen[h] ?? null);
    for (const h of off) book(h, -1);
    for (const h of off) place(h);
    const now = total();
    idle = now < cost ? 0 : idle + 1;
    if (now <= cost) {
      cost = now;
      continue;
    }
    for (const h of off) book(h, -1);
    off.forEach((h, i) => {
      chosen[h] = before[i] ?? null;
      book(h, 1);
    });
  }

  const plan = { days: new Map<string, readonly number[]>(), rider: new Map<string, ReadonlyMap<number, string>>() };
  const givenUp: string[] = [];
  facts.forEach(({ horse }, h) => {
    const choice = chosen[h];
    const alone = toFind(horse, choice?.days ?? []).filter((day) => (choice?.riders[day] ?? -1) < 0);
    if (alone.length > 0 || !choice) givenUp.push(horse.id);
    plan.days.set(
      horse.id,
      (choice?.days ?? []).filter((day) => !alone.includes(day)),
    );
    plan.rider.set(
      horse.id,
      new Map((choice?.riders ?? []).flatMap((rider, day) => (rider < 0 ? [] : [[day, riders[rider]?.id ?? ""] as const]))),
    );
  });
  return { plan, givenUp };
}
