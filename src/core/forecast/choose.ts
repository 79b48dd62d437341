/**
 * What to work next: the skills that bring most of the goals' value a work, with what they rest on. A goal's worth falls with what it still takes and
 * with what the term still holds; nothing is asked whose prerequisites are not there; met goals are kept fresh.
 */
import { must } from "../kernel/assert.ts";
import { cumulative } from "../kernel/normal.ts";
import { type Belief, intakeAt } from "./estimator.ts";
import { chanceOnWeaker, type GoalFacts, type GoalState } from "./goals.ts";

export interface Asked {
  readonly goals: readonly (GoalFacts & { readonly state: GoalState })[];
  readonly sessionsLeft: number;
  /** Skills that one session works. */
  readonly items: number;
  readonly minutes: number;
  /** Day of the session, and the last day on which each skill was worked; not in the map: never. */
  readonly today: number;
  readonly lastWorked: ReadonlyMap<string, number>;
  /** Not to be asked: held back by a check, a limit or the manager. */
  readonly barred: readonly string[];
}

const NEEDED = 2.5;
const SURE = 0.7;
const MOST_WORKS = 25;
const CHAIN_WEIGHT = 0.7;
const USED = 0.88;
const GATE_LEVEL = 2;
const GATE_CHANCE = 0.65;
const YESTERDAY = 0.85;
const FRESH_DAYS = 7;
const FRESH_SLOTS = 2;
const FRESH_CHANCE = 0.7;

/** Works of so many minutes that take the weaker side to a level, at the horse's believed rate; at most 25. */
export function worksTo(belief: Belief, id: string, level: number, minutes: number): number {
  const { layout, mean } = belief;
  const skill = layout.skill(id);
  const { sessions03 } = must(layout.skills[skill], "a skill");
  const rate = Math.exp((mean[layout.rate] ?? 0) + (mean[layout.ease(skill)] ?? 0)) * (3 / sessions03) * Math.sqrt(minutes / 10);
  let at = Math.min(...layout.tracksOf(skill).map((track) => mean[track.at] ?? 0));
  let works = 0;
  while (at < level && works < MOST_WORKS) {
    const gain = rate * intakeAt(at).share;
    const part = gain > 0 ? Math.min(1, (level - at) / gain) : 1;
    works += part;
    at += gain;
  }
  return Math.min(MOST_WORKS, works);
}

interface Worth {
  /** Skills that the goal still needs works on, itself among them. */
  readonly needs: readonly string[];
  readonly perWork: number;
}

function worthOf(belief: Belief, asked: Asked, goal: Asked["goals"][number]): Worth {
  const need = new Map<string, number>();
  const chains = new Map<string, number>();
  const before = (id: string): readonly string[] => must(belief.layout.skills[belief.layout.skill(id)], "a skill").prerequisites;
  const needOf = (id: string): number => {
    const known = need.get(id);
    if (known !== undefined) return known;
    const works = chanceOnWeaker(belief, id, NEEDED) >= SURE ? 0 : worksTo(belief, id, NEEDED, asked.minutes);
    need.set(id, works);
    return works;
  };
  const chainTo = (id: string): number => {
    const known = chains.get(id);
    if (known !== undefined) return known;
    const longest = Math.max(0, ...before(id).map((prior) => CHAIN_WEIGHT * needOf(prior) + chainTo(prior)));
    chains.set(id, longest);
    return longest;
  };
  const chain = chainTo(goal.skill);
  const own = Math.max(goal.state.missing, worksTo(belief, goal.skill, goal.target + 0.25, asked.minutes));
  const works = [...need.values()].reduce((sum, one) => sum + one, 0) + own;
  const whole = chain + own;
  const slots = asked.sessionsLeft * asked.items;
  const chance =
    cumulative((asked.sessionsLeft - whole) / (0.5 * whole + 1.5)) * cumulative((slots * USED - works) / (0.5 * works + 3));
  return {
    needs: [...[...need].filter(([, left]) => left > 0).map(([id]) => id), goal.skill],
    perWork: (goal.value * chance) / Math.max(1, works),
  };
}

/** Skills for one session, best first; the same belief and the same question give the same answer. */
export function chooseWork(belief: Belief, asked: Asked): readonly string[] {
  const open = asked.goals.filter((goal) => !goal.state.met);
  const index = new Map<string, number>();
  for (const goal of open) {
    const { needs, perWork } = worthOf(belief, asked, goal);
    for (const id of needs) index.set(id, (index.get(id) ?? 0) + perWork);
  }
  const since = (id: string): number => asked.today - (asked.lastWorked.get(id) ?? Number.NEGATIVE_INFINITY);
  const gateOpen = (id: string): boolean =>
    must(belief.layout.skills[belief.layout.skill(id)], "a skill").prerequisites.every(
      (prior) => chanceOnWeaker(belief, prior, GATE_LEVEL) >= GATE_CHANCE,
    );
  const fits = (id: string): boolean => !asked.barred.includes(id) && gateOpen(id);
  const ranked = [...index]
    .filter(([id]) => fits(id))
    .map(([id, worth]) => ({ id, worth: since(id) <= 1 ? worth * YESTERDAY : worth }))
    .sort((a, b) => b.worth - a.worth || a.id.localeCompare(b.id));
  const stale = asked.goals
    .filter((goal) => goal.state.met && fits(goal.skill))
    .filter((goal) => since(goal.skill) >= FRESH_DAYS || chanceOnWeaker(belief, goal.skill, goal.target - 0.5) < FRESH_CHANCE)
    .sort((a, b) => since(b.skill) - since(a.skill) || a.skill.localeCompare(b.skill))
    .slice(0, FRESH_SLOTS)
    .map((goal) => goal.skill);
  const chosen: string[] = [];
  let fresh = 0;
  for (const id of [...stale, ...ranked.map((one) => one.id)]) {
    if (chosen.length >= asked.items || chosen.includes(id)) continue;
    const isNew = !asked.lastWorked.has(id);
    if (isNew && fresh > 0) continue;
    chosen.push(id);
    if (isNew) fresh += 1;
  }
  return chosen;
}
