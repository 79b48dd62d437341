/** What the model is measured against: a barn's table of sessions on a smoothed score, and an oracle that knows the mechanics and the horse. */
import { daysAhead } from "#core/forecast/ahead.ts";
import { cumulative } from "#core/kernel/normal.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { firstMet, LADDER, type LivedStay, SHAPES } from "./barn.ts";
import type { Horse } from "./horse.ts";
import { habit, ladderFirst, neededFor } from "./policies.ts";

export interface Told {
  readonly chance: number;
  readonly p10: number | null;
  readonly p50: number | null;
  readonly p90: number | null;
}
const dayOrNone = (day: number, term: number): number | null => (day < term ? Math.round(day) : null);

/** Smoothed score against the target, typical sessions for what is missing, spread over the days that are left. */
export function plainBaseline(stay: LivedStay, day: number): readonly Told[] {
  const sessions = stay.sessions.filter((one) => one.day <= day);
  const smooth = new Map<string, number>();
  for (const { work } of sessions)
    for (const { skill, scores } of work)
      for (const [side, score] of Object.entries(scores)) {
        const key = `${skill}:${side}`;
        const before = smooth.get(key);
        smooth.set(key, before === undefined ? score : 0.6 * before + 0.4 * score);
      }
  const level = (id: string): number => {
    const shape = SHAPES[LADDER.at.get(id) as number];
    return Math.min(...sidesOf(shape?.sided ?? false).map((side) => smooth.get(`${id}:${side}`) ?? 0));
  };
  const missing = (id: string, target: number): number =>
    (Math.max(0, target - level(id)) / 3) * (SHAPES[LADDER.at.get(id) as number]?.sessions03 ?? 1);
  const left = daysAhead({ sessions, perWeek: stay.perWeek, off: [] }, day, stay.term - 1).length;
  return stay.goals.map((goal) => {
    const met = firstMet(sessions, goal);
    if (met !== null) return { chance: 1, p10: met, p50: met, p90: met };
    const needed = neededFor(LADDER, [goal]);
    const works = needed.reduce((sum, id) => sum + missing(id, id === goal.skill ? goal.target + 0.25 : 2.5), 2);
    const all = stay.goals.filter((one) => firstMet(sessions, one) === null).length;
    const have = (left * stay.items) / Math.max(1, all);
    const spread = 0.5 * works + 3;
    const daysEach = 7 / stay.perWeek / (stay.items / Math.max(1, all));
    return {
      chance: cumulative((have - works) / spread),
      p10: dayOrNone(day + Math.max(1, works - 1.28 * spread) * daysEach, stay.term),
      p50: dayOrNone(day + works * daysEach, stay.term),
      p90: dayOrNone(day + (works + 1.28 * spread) * daysEach, stay.term),
    };
  });
}

/** The true horse, lived on many times by the true mechanics and the true habit. Only for stays that no plan chose. */
export function oracle(stay: LivedStay, day: number, plays: number): readonly Told[] {
  const from = stay.horses.get(day);
  if (!from) return [];
  const choose = stay.policy === "habit" ? habit : ladderFirst;
  const known = stay.sessions.filter((one) => one.day <= day);
  const days: (number | null)[][] = stay.goals.map(() => []);
  for (let play = 0; play < plays; play += 1) {
    const random = seededRandom(stay.seed * 7919 + play);
    const horse: Horse = from.copy();
    const sessions = [...known];
    const usual = stay.riders.find(({ name }) => name === known.at(-1)?.rider) ?? random.pick(stay.riders);
    for (let at = day + 1; at < stay.term; at += 1) {
      const awake = horse.wakes(at, random);
      if (at % 7 >= stay.perWeek || !awake) continue;
      const rider = random.chance(0.75) ? usual : random.pick(stay.riders);
      const skills = choose({ ...stay, ladder: LADDER, sessions, rider, day: at, random });
      if (skills.length > 0) sessions.push(horse.work(at, rider, skills, stay.minutes, random));
    }
    stay.goals.forEach((goal, i) => {
      days[i]?.push(firstMet(sessions, goal));
    });
  }
  return days.map((row) => {
    const met = row.filter((one) => one !== null).sort((a, b) => a - b);
    const at = (share: number): number | null => met[Math.floor(share * plays)] ?? null;
    return { chance: met.length / plays, p10: at(0.1), p50: at(0.5), p90: at(0.9) };
  });
}
