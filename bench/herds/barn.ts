/** Barns of a family: riders, stays, goals; each stay lived to its end, with what was met and held. */
import type { GoalFacts } from "#core/forecast/goals.ts";
import { layoutOf } from "#core/forecast/layout.ts";
import type { ScoredSession } from "#core/forecast/stay.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import { type Random, seededRandom } from "#core/kernel/random.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import type { Family, RiderTruth } from "./family.ts";
import { Horse, type Ladder } from "./horse.ts";
import { backwards, habit, ladderFirst, type Policy, plan, syllabus } from "./policies.ts";

export const SHAPES = EVERYDAY_SHAPES;
export const LADDER: Ladder = {
  skills: SHAPES,
  at: new Map(SHAPES.map(({ id }, i) => [id, i])),
  depth: layoutOf(SHAPES, []).depth,
};
const GOALS: Readonly<Record<HorseKind, readonly string[]>> = {
  unhandled: ["lead", "tie", "front-feet", "hind-feet", "trailer", "hindquarters", "saddle", "girth", "sit"],
  halter: [
    "tie",
    "hind-feet",
    "loose-tack",
    "forward",
    "steer",
    "stop",
    "trot",
    "canter",
    "outside",
    "company",
    "trailer-stand",
    "long-lines",
  ],
  started: [
    "canter",
    "outside",
    "soft-feel",
    "transitions",
    "leg-yield",
    "circles",
    "owner-ridden",
    "lead-setup",
    "lead-change",
    "cross-pole",
  ],
  restart: ["tie", "girth", "steer", "stop", "canter", "company", "transitions", "outside", "circles", "leg-yield", "lead-setup"],
};
export const POLICIES = ["habit", "plan", "four-fifths", "ladder", "syllabus"] as const;
export type PolicyName = (typeof POLICIES)[number];

export interface LivedGoal extends GoalFacts {
  /** First day on which the record met it; null: never. */
  readonly metDay: number | null;
  readonly held: boolean;
}
export interface LivedStay {
  readonly barn: string;
  readonly family: Family;
  readonly kind: HorseKind;
  readonly term: number;
  readonly perWeek: number;
  readonly items: number;
  readonly minutes: number;
  readonly policy: PolicyName;
  readonly sessions: readonly ScoredSession[];
  readonly goals: readonly LivedGoal[];
  readonly riders: readonly RiderTruth[];
  readonly seed: number;
  /** First and last day of a stall, by the truth; null: none. */
  readonly stall: readonly [number, number] | null;
  readonly tooEarly: number;
  readonly works: number;
  /** The horse as it stood at the end of a day, for the oracle; only of days asked for. */
  readonly horses: ReadonlyMap<number, Horse>;
}

/** Days at whose end a quarter, a half, three quarters of a term are over. */
export const SHARES = [0.25, 0.5, 0.75] as const;
export const checkpoints = (term: number): readonly number[] => SHARES.map((share) => Math.round(term * share) - 1);

export function riderOf(name: string, random: Random): RiderTruth {
  const branches = ["handling", "yields", "send", "accepting", "mounting", "first-rides", "education"];
  return {
    name,
    lean: 0.35 * random.normal(),
    byBranch: Object.fromEntries(branches.map((branch) => [branch, 0.15 * random.normal()])),
    drift: 0.15 * random.normal(),
    wanders: 0.08 + 0.25 * random.next(),
    dwells: 0.3 + 0.5 * random.next(),
    takesUpAt: random.chance(0.5) ? 2 : 3,
    proves: random.chance(0.75),
  };
}

const chooser = (policy: PolicyName, { chooses }: Family, kind: HorseKind, riders: readonly RiderTruth[]): Policy => {
  const names = riders.map(({ name }) => name);
  return {
    habit: chooses === "up" ? habit : backwards,
    ladder: ladderFirst,
    syllabus,
    plan: plan(kind, LADDER, names),
    "four-fifths": plan(kind, LADDER, names, 0.8),
  }[policy];
};

/** When the record first met a goal: two scored sessions in a row, on every side. Written anew, so that the model's own reading is checked by it. */
export function firstMet(sessions: readonly ScoredSession[], goal: GoalFacts): number | null {
  const sided = SHAPES[LADDER.at.get(goal.skill) as number]?.sided ?? false;
  const row = new Map(sidesOf(sided).map((side) => [side as string, 0]));
  for (const session of sessions) {
    for (const work of session.work)
      if (work.skill === goal.skill)
        for (const [side, score] of Object.entries(work.scores))
          row.set(side, score >= goal.target ? (row.get(side) ?? 0) + 1 : 0);
    if ([...row.values()].every((count) => count >= 2)) return session.day;
  }
  return null;
}

interface Setup {
  readonly family: Family;
  readonly barn: string;
  readonly riders: readonly RiderTruth[];
  readonly policy: PolicyName;
  readonly seed: number;
}

/** Lives one stay; chance of the horse and of its days comes from the seed, so that policies meet the same horse. */
export function live({ family, barn, riders, policy, seed }: Setup): LivedStay {
  const [random, fate, choice] = [seededRandom(seed), seededRandom(seed ^ 0x5bd1e995), seededRandom(seed ^ 0x1b873593)];
  const kind = random.pick(["unhandled", "halter", "halter", "halter", "started", "restart"] as const);
  const term = random.pick([30, 60, 60, 90]);
  const perWeek = random.pick([4, 5, 5, 6]);
  const items = random.pick([3, 4, 5]);
  const minutes = random.pick([45, 60]);
  const pool = [...GOALS[kind]];
  const goals = Array.from({ length: random.whole(4, 6) }, (): GoalFacts => {
    const [skill] = pool.splice(random.whole(0, pool.length - 1), 1);
    return { skill: skill as string, target: random.pick([3, 3, 4, 4, 5]), value: random.pick([1, 2, 3]), side: null };
  });
  const horse = new Horse(family, LADDER, kind, random);
  const choose = chooser(policy, family, kind, riders);
  const usual = random.pick(riders);
  const sessions: ScoredSession[] = [];
  const horses = new Map<number, Horse>();
  let [tooEarly, works] = [0, 0];
  let stall: [number, number] | null = null;
  for (let day = 0; day < term; day += 1) {
    const awake = horse.wakes(day, fate);
    if (horse.stalledUntil >= day && !stall) stall = [horse.stalledFrom, horse.stalledUntil];
    if (day % 7 < perWeek && awake) {
      const rider = fate.chance(0.75) ? usual : fate.pick(riders);
      const skills = choose({ ladder: LADDER, goals, sessions, rider, day, term, items, perWeek, minutes, kind, random: choice });
      if (skills.length > 0) {
        works += skills.length;
        tooEarly += skills.filter((id) => horse.tooEarly(id)).length;
        sessions.push(horse.work(day, rider, skills, minutes, fate));
      }
    }
    if (checkpoints(term).includes(day)) horses.set(day, horse.copy());
  }
  const lived = goals.map((goal): LivedGoal => {
    const sides = SHAPES[LADDER.at.get(goal.skill) as number]?.sided ? [0, 1] : [0];
    const metDay = firstMet(sessions, goal);
    const true_ = sides.every((side) => horse.levelOf(goal.skill, side) >= goal.target - 0.5);
    return { ...goal, metDay, held: metDay !== null && true_ };
  });
  return {
    barn,
    family,
    kind,
    term,
    perWeek,
    items,
    minutes,
    policy,
    sessions,
    goals: lived,
    riders,
    seed,
    stall,
    tooEarly,
    works,
    horses,
  };
}

export interface HerdAsked {
  readonly family: Family;
  readonly barns: number;
  readonly stays: number;
  readonly policy: PolicyName;
  readonly seed: number;
}
export function herdOf({ family, barns, stays, policy, seed }: HerdAsked): readonly LivedStay[] {
  return Array.from({ length: barns }, (_, barn) => {
    const random = seededRandom(seed * 1009 + barn);
    const riders = ["a", "b", "c", "d"].map((name) => riderOf(name, random));
    return Array.from({ length: stays }, (_, stay) =>
      live({
        family,
        barn: `${family.name}-${barn}`,
        riders,
        policy,
        seed: seed * 1_000_003 + barn * 1009 + stay,
      }),
    );
  }).flat();
}
