/** Who chooses what is worked: a barn by habit, a fixed ladder, a syllabus by the calendar, or the plan's own rule. */
import { daysAhead } from "#core/forecast/ahead.ts";
import { type Belief, believeNothing, takeIn } from "#core/forecast/estimator.ts";
import type { GoalFacts } from "#core/forecast/goals.ts";
import { nextSkillWork } from "#core/forecast/outlook.ts";
import type { ScoredSession, StayFacts } from "#core/forecast/stay.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import type { Random } from "#core/kernel/random.ts";
import type { RiderTruth } from "./family.ts";
import type { Ladder } from "./horse.ts";

export interface Asked {
  readonly ladder: Ladder;
  readonly goals: readonly GoalFacts[];
  readonly sessions: readonly ScoredSession[];
  readonly rider: RiderTruth;
  readonly day: number;
  readonly term: number;
  readonly items: number;
  readonly perWeek: number;
  readonly minutes: number;
  readonly kind: HorseKind;
  readonly random: Random;
}
export type Policy = (asked: Asked) => readonly string[];

/** Everything that the goals rest on, in the ladder's order. */
export function neededFor(ladder: Ladder, goals: readonly GoalFacts[]): readonly string[] {
  const needed = new Set<string>();
  const visit = (id: string): void => {
    if (needed.has(id)) return;
    needed.add(id);
    for (const before of ladder.skills[ladder.at.get(id) as number]?.prerequisites ?? []) visit(before);
  };
  for (const goal of goals) visit(goal.skill);
  return ladder.skills.map(({ id }) => id).filter((id) => needed.has(id));
}
const lastScores = (sessions: readonly ScoredSession[]): ReadonlyMap<string, number> =>
  new Map(sessions.flatMap(({ work }) => work.map(({ skill, scores }) => [skill, Math.min(...Object.values(scores))] as const)));
const targetOf = (goals: readonly GoalFacts[], id: string): number =>
  Math.max(3, ...goals.filter((goal) => goal.skill === id).map(({ target }) => target));

/** Up the ladder: the lowest skills that are not at their mark twice in a row, and whose prerequisites are. */
export const ladderFirst: Policy = ({ ladder, goals, sessions, items }) => {
  const rows = new Map<string, number[]>();
  for (const { work } of sessions)
    for (const { skill, scores } of work) rows.set(skill, [...(rows.get(skill) ?? []), Math.min(...Object.values(scores))]);
  const done = (id: string): boolean => {
    const last = (rows.get(id) ?? []).slice(-2);
    return last.length === 2 && last.every((score) => score >= targetOf(goals, id));
  };
  const ready = (id: string): boolean =>
    (ladder.skills[ladder.at.get(id) as number]?.prerequisites ?? []).every((before) => (rows.get(before)?.at(-1) ?? 0) >= 3);
  return neededFor(ladder, goals)
    .filter((id) => !done(id) && ready(id))
    .slice(0, items);
};

/** As people do: goes on with what was worked, climbs when it likes what it sees, wanders off to favourites. */
export const habit: Policy = (asked) => {
  const { ladder, goals, sessions, items, random, rider } = asked;
  const last = lastScores(sessions);
  const needed = neededFor(ladder, goals);
  const before = new Set(sessions.at(-1)?.work.map(({ skill }) => skill) ?? []);
  const ready = (id: string): boolean =>
    (ladder.skills[ladder.at.get(id) as number]?.prerequisites ?? []).every((prior) => (last.get(prior) ?? 0) >= 2);
  const chosen: string[] = [];
  const rows = new Map<string, number[]>();
  for (const { work } of sessions)
    for (const { skill, scores } of work) rows.set(skill, [...(rows.get(skill) ?? []), Math.min(...Object.values(scores))]);
  const wanted = goals.map(({ skill }) => skill);
  // Some prove a goal twice before they go on, others take one good score for it.
  const done = (id: string): boolean => {
    const proofs = (rows.get(id) ?? []).slice(wanted.includes(id) && rider.proves ? -2 : -1);
    return (
      proofs.length >= (wanted.includes(id) && rider.proves ? 2 : 1) && proofs.every((score) => score >= targetOf(goals, id))
    );
  };
  const climbing = needed.filter((id) => !done(id) && ready(id));
  const dwelling = climbing.filter((id) => before.has(id) && random.chance(rider.dwells));
  const others = ladder.skills.map(({ id }) => id).filter((id) => !needed.includes(id) && ready(id));
  const queue = [...dwelling, ...climbing.filter((id) => !dwelling.includes(id))];
  while (chosen.length < items) {
    const away = others.length > 0 && random.chance(rider.wanders);
    const next = away ? random.pick(others) : (queue.shift() ?? (needed.length > 0 ? random.pick(needed) : undefined));
    if (next === undefined) break;
    if (!chosen.includes(next)) chosen.push(next);
    else if (queue.length === 0) break;
  }
  return chosen;
};

const KNOWN_SHARE = 1 / 6;
/**
 * As other people do: works back from the goals, takes a skill up when the last score of what it rests on is good enough for this rider, assumes what nobody
 * has looked at in a horse that came in as started, and spends a sixth of the work on what is known.
 */
export const backwards: Policy = ({ ladder, goals, sessions, items, random, rider, kind }) => {
  const rows = new Map<string, number[]>();
  for (const { work } of sessions)
    for (const { skill, scores } of work) rows.set(skill, [...(rows.get(skill) ?? []), Math.min(...Object.values(scores))]);
  const assumes = kind === "started" || kind === "restart";
  const enough = (id: string): boolean => {
    const last = rows.get(id)?.at(-1);
    return last === undefined ? assumes : last >= rider.takesUpAt;
  };
  const met = ({ skill, target }: GoalFacts): boolean => {
    const last = (rows.get(skill) ?? []).slice(-2);
    return last.length === 2 && last.every((score) => score >= target);
  };
  const frontier = (id: string): readonly string[] => {
    const lacking = (ladder.skills[ladder.at.get(id) as number]?.prerequisites ?? []).filter((prior) => !enough(prior));
    return lacking.length === 0 ? [id] : [...new Set(lacking.flatMap(frontier))];
  };
  const queue = [...new Set(goals.filter((goal) => !met(goal)).flatMap(({ skill }) => frontier(skill)))];
  const known = [...rows].filter(([, row]) => (row.at(-1) ?? 0) >= 3).map(([id]) => id);
  const chosen: string[] = [];
  for (let slot = 0; slot < items * 3 && chosen.length < items; slot += 1) {
    const next =
      known.length > 0 && (queue.length === 0 || random.chance(KNOWN_SHARE))
        ? random.pick(known)
        : queue.splice(random.whole(0, Math.min(1, queue.length - 1)), 1)[0];
    if (next !== undefined && !chosen.includes(next)) chosen.push(next);
  }
  return chosen;
};

/** By the calendar: each needed skill has its weeks, whatever the horse says. */
export const syllabus: Policy = ({ ladder, goals, day, term, items, sessions }) => {
  const needed = neededFor(ladder, goals);
  const from = Math.floor((day / term) * needed.length * 0.95);
  const turn = sessions.length % 2;
  const window = needed.slice(Math.max(0, from - 2), from + items + 1);
  return window.slice(turn, turn + items);
};

/** The plan's rule on the model's own belief of the stay, which it carries from session to session. */
export function plan(kind: StayFacts["kind"], ladder: Ladder, riders: readonly string[], follows = 1): Policy {
  const seen = riders.map((rider, i): ScoredSession => ({ day: -1 - i, rider, windy: false, newPlace: false, work: [] }));
  const belief: Belief = believeNothing({ kind, skills: ladder.skills, seen: [], sessions: seen });
  let known = 0;
  return (asked) => {
    const { sessions, goals, day, term, items, minutes, perWeek, random } = asked;
    for (const session of sessions.slice(known)) takeIn(belief, session);
    known = sessions.length;
    const facts = { kind, skills: ladder.skills, seen: [], sessions };
    const today = day - 1;
    const days = [day, ...daysAhead({ sessions, perWeek, off: [] }, day, term - 1)];
    const ahead = {
      today,
      lastDay: term - 1,
      days,
      planned: 0,
      missed: 0,
      minutes,
      items,
      follows: "plan" as const,
      notBefore: new Map<string, number>(),
    };
    const chosen = nextSkillWork(belief, facts, goals, ahead);
    if (follows >= 1) return chosen;
    const usual = habit(asked).filter((id) => !chosen.includes(id));
    return chosen.map((id) => (random.chance(follows) ? id : (usual.shift() ?? id)));
  };
}
