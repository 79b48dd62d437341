/** Weeks of made-up barns by seed: what horses are owed, on which days they and their people are to be had, and how tight it is. */
import { type Random, seededRandom } from "#core/kernel/random.ts";
import { evenShares, WEEK_DAYS, type WeekHorse, type WeekProblem, type WeekRider } from "#core/week/week.ts";

export interface WeekSize {
  readonly horses: number;
  readonly riders: number;
  /** Slots of work that are owed over those that people have. */
  readonly pressure: number;
  readonly seed: number;
}
const A_DAY = 16;
const HALF_A_DAY = 8;
/** Slots of a place that one horse after the other has on a day, and horses for each such place. */
const PLACE_SLOTS = 20;
const HORSES_A_PLACE = 5;

const daysOf = (random: Random, share: number): number[] =>
  Array.from({ length: WEEK_DAYS }, (_, day) => day).filter(() => random.chance(share));

/** The same size and seed give the same week. */
export function makeWeek({ horses: many, riders: people, pressure, seed }: WeekSize): WeekProblem {
  const random = seededRandom(seed * 6043 + many * 17 + people);
  const ground = Math.max(1, Math.round(people / 4));
  const riders = Array.from({ length: people + ground }, (_, i): WeekRider => {
    const rides = i < people;
    const off = i === 0 ? [] : daysOf(random, 0.15);
    const maxSaddle = rides ? random.whole(4, 7) : 0;
    return {
      id: rides ? `r${i + 1}` : `g${i - people + 1}`,
      grade: i === 0 ? 5 : rides ? random.whole(2, 5) : random.whole(1, 3),
      weightKg: rides ? random.whole(52, 92) : random.whole(60, 95),
      rides,
      slots: Array.from({ length: WEEK_DAYS }, (_, day) => (off.includes(day) ? 0 : random.chance(0.8) ? A_DAY : HALF_A_DAY)),
      maxSaddle: Array.from({ length: WEEK_DAYS }, () => maxSaddle),
    };
  });
  const names = riders.map(({ id }) => id);
  const horses = Array.from({ length: many }, (_, i): WeekHorse => {
    const kind = random.pick(["ground", "saddle", "saddle", "both"] as const);
    const away = random.chance(0.25) ? daysOf(random, 0.2) : [];
    const run = random.whole(0, 3);
    return {
      id: `k${i + 1}`,
      length: kind === "both" ? 3 : random.pick([1, 2, 2, 2, 3]),
      kind,
      risk: random.pick([1, 2, 2, 3, 3, 4, 5]),
      weightKg: random.chance(0.12) ? random.whole(250, 330) : random.whole(400, 600),
      loadLimit: random.chance(0.2) ? 0.18 : 0.2,
      forbid: random.chance(0.1) ? [random.pick(names)] : [],
      usual: random.chance(0.85) ? random.pick(names) : null,
      known: names.filter(() => random.chance(0.35)),
      sessions: random.pick([2, 3, 3, 4, 4, 5, 5, 5, 6]),
      value: random.whole(8, 30),
      since: run > 0 ? 0 : random.whole(1, 4),
      run,
      away,
      fixed: [],
      given: random.chance(0.15) ? [0].filter((day) => !away.includes(day)) : [],
      step: random.chance(0.1) ? { day: random.whole(1, 4), rider: names[0] as string } : null,
    };
  });
  const places = Array.from({ length: WEEK_DAYS }, () => PLACE_SLOTS * Math.max(2, Math.round(many / HORSES_A_PLACE)));
  return atPressure({ days: WEEK_DAYS, places, horses, riders }, pressure);
}

/** Lengthens or shortens everybody's days until what is owed stands to them as asked. */
function atPressure(problem: WeekProblem, pressure: number): WeekProblem {
  const owed = evenShares(problem).reduce((sum, slots) => sum + slots, 0);
  const have = problem.riders.reduce((sum, { slots }) => sum + slots.reduce((all, one) => all + one, 0), 0);
  const by = owed / pressure / have;
  return {
    ...problem,
    riders: problem.riders.map((rider) => ({
      ...rider,
      slots: rider.slots.map((slots) => (slots === 0 ? 0 : Math.max(3, Math.round(slots * by)))),
    })),
  };
}
