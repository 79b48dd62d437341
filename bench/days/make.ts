/** Days of made-up barns by seed: sizes, pressure, and everything that the rules look at. */
import {
  type Assigned,
  type DayOption,
  type DayProblem,
  DEFAULT_WEIGHTS,
  type ProblemHorse,
  type ProblemPlace,
  type ProblemRider,
  type ProblemSession,
  type SlotSpan,
} from "#core/day/problem.ts";
import { seededRandom } from "#core/kernel/random.ts";

export interface DaySize {
  readonly horses: number;
  readonly riders: number;
  /** Demand over capacity of people. */
  readonly pressure: number;
  readonly seed: number;
}
/** Barns that are made, as horses and riders, and how tight their days and weeks are. */
export const BARNS = [
  [12, 3],
  [24, 4],
  [36, 5],
  [48, 6],
  [60, 8],
] as const;
export const TIGHTNESS = [0.65, 0.9, 1.15];
const COUNT = 20;
const NOBODY_RIDES = 0.2;

/** Throws nothing; the same size and seed give the same day. */
export function makeDay({ horses: many, riders: people, pressure, seed }: DaySize): DayProblem {
  const random = seededRandom(seed * 7919 + many * 31 + people);
  const helpers = Math.max(1, Math.round(people / 3));
  const riders = Array.from({ length: people + helpers }, (_, i): ProblemRider => {
    const rides = i < people;
    const shift: SlotSpan = random.chance(0.7) ? [0, 18] : random.chance(0.5) ? [0, 12] : [4, 20];
    return {
      id: rides ? `r${i + 1}` : `h${i - people + 1}`,
      grade: i === 0 ? 5 : rides ? random.whole(2, 5) : random.whole(1, 3),
      weightKg: rides ? random.whole(52, 92) : random.whole(60, 95),
      rides,
      works: [shift],
      lunch: { from: 8, to: 14, length: random.chance(0.8) ? 2 : 1 },
      maxSaddle: rides ? random.whole(5, 8) : 0,
      fairShare: null,
    };
  });
  const places: ProblemPlace[] = [
    { id: "pens", capacity: Math.max(2, Math.round(many / 12)), outdoor: true, separate: true, closed: [] },
    { id: "arena", capacity: Math.max(2, Math.round(many / 12)), outdoor: false, separate: false, closed: [] },
    {
      id: "ring",
      capacity: Math.max(2, Math.round(many / 10)),
      outdoor: true,
      separate: false,
      closed: random.chance(0.3) ? [[6, 8]] : [],
    },
    { id: "out", capacity: 6, outdoor: true, separate: false, closed: [] },
  ];
  const names = riders.filter(({ rides }) => rides).map(({ id }) => id);
  const horses = Array.from(
    { length: many },
    (_, i): ProblemHorse => ({
      id: `k${i + 1}`,
      weightKg: random.chance(0.12) ? random.whole(250, 330) : random.whole(400, 600),
      loadLimit: random.chance(0.2) ? 0.18 : 0.2,
      loadPrefer: random.chance(0.2) ? 0.15 : 0.17,
      risk: random.pick([1, 2, 2, 3, 3, 4, 5]),
      noHeat: random.chance(0.15),
      away: random.chance(0.15) ? [[random.whole(0, 8), random.whole(9, 14)]] : [],
      apart: [],
      forbid: random.chance(0.1) ? [random.pick(names)] : [],
    }),
  ).map((horse, i, all) => (random.chance(0.12) ? { ...horse, apart: [(all[(i + 5) % all.length] as ProblemHorse).id] } : horse));
  const sessions: ProblemSession[] = [];
  for (const horse of horses) {
    const doubled = random.chance(0.08);
    const first = sessionOf(horse, `s${sessions.length + 1}`);
    sessions.push(doubled ? { ...first, length: 1, kind: "ground", options: first.options.map(shorter) } : first);
    if (doubled) {
      const second = sessionOf(horse, `s${sessions.length + 1}`);
      sessions.push({
        ...second,
        length: 1,
        options: second.options.map(shorter),
        after: { session: first.id, gap: random.whole(2, 6) },
      });
    }
  }
  return atPressure(
    {
      slots: { minutes: 30, count: COUNT },
      hot: random.chance(0.4) ? [11, 12, 13, 14, 15, 16] : [],
      places,
      riders,
      horses,
      sessions,
      published: {},
      weights: DEFAULT_WEIGHTS,
    },
    pressure,
  );

  function sessionOf(horse: ProblemHorse, id: string): ProblemSession {
    const kind = random.pick(["ground", "saddle", "saddle", "both"] as const);
    const length = kind === "both" ? 3 : random.pick([1, 2, 2, 2, 3]);
    const one = (place: string, cost: number): DayOption => ({ cost, parts: [{ place, from: 0, length }] });
    const two = (before: string, place: string, cost: number): DayOption => ({
      cost,
      parts: [
        { place: before, from: 0, length: 1 },
        { place, from: 1, length: length - 1 },
      ],
    });
    const options =
      kind === "both"
        ? [two("pens", "arena", 0), two("pens", "ring", 1)]
        : kind === "ground"
          ? [one("pens", 0), one("arena", 2)]
          : [one("arena", 0), one("ring", 1), ...(random.chance(0.4) ? [one("out", 2)] : [])];
    return {
      id,
      horse: horse.id,
      kind,
      length,
      value: random.whole(8, 30),
      options,
      usual: random.chance(0.85) ? random.pick(names) : null,
      known: names.filter(() => random.chance(0.35)),
      helperSlots: horse.risk >= 4 || random.chance(NOBODY_RIDES) ? 1 : 0,
      after: null,
      lock: null,
    };
  }
}
const shorter = ({ cost, parts }: DayOption): DayOption => ({
  cost,
  parts: [{ place: (parts.at(-1) as DayOption["parts"][number]).place, from: 0, length: 1 }],
});

/** Lengthens or shortens shifts until demand stands to capacity as asked. */
function atPressure(problem: DayProblem, pressure: number): DayProblem {
  const demand = problem.sessions.reduce((sum, { length, helperSlots }) => sum + length + helperSlots, 0);
  const wanted = demand / pressure;
  const capacity = problem.riders.reduce((sum, { works }) => sum + works.reduce((all, [from, to]) => all + to - from, 0), 0);
  const by = wanted / capacity;
  return {
    ...problem,
    riders: problem.riders.map((rider) => {
      const [from, to] = rider.works[0] as SlotSpan;
      const length = Math.max(5, Math.min(COUNT - from, Math.round((to - from) * by)));
      return { ...rider, works: [[from, from + length]] as const };
    }),
  };
}

/** The same day with somebody ill: the plan that was published stands, and that person's work is open. */
export function sickCall(problem: DayProblem, plan: ReadonlyMap<string, Assigned>, seed: number): DayProblem {
  const random = seededRandom(seed);
  const busy = [...new Set([...plan.values()].map(({ rider }) => rider))];
  const ill = random.pick(busy);
  return {
    ...problem,
    riders: problem.riders.map((rider) => (rider.id === ill ? { ...rider, works: [] } : rider)),
    published: Object.fromEntries(plan),
  };
}
