/**
 * What to work next: the skills that bring most of the goals' value a work, with what they rest on. A goal's worth falls with what it still takes and
 * with what the term still holds; nothing is asked whose prerequisites are not there; met goals are kept fresh. One rule for the barn's cards and
 * for the plays of the forecast: it knows a course and what is known of it, no more.
 */
import { must } from "../kernel/assert.ts";
import { cumulative } from "../kernel/normal.ts";
import { type CourseGoal, courseOf, type Known, type LevelCourse } from "./course.ts";
import type { Belief } from "./estimator.ts";
import type { GoalFacts, GoalState } from "./goals.ts";
import { intakeAt } from "./growth.ts";
import type { SkillShape } from "./stay.ts";

const NEEDED = 2.5;
/** z of P(θ ≥ 2.5) = 0.7. */
const SURE = 0.5244;
/** A skill that is likely there but not surely wants a look, else what rests on it would wait for ever. */
const LEAST_NEED = 0.5;
const MOST_WORKS = 25;
const CHAIN_WEIGHT = 0.7;
const USED = 0.88;
const GATE_LEVEL = 2;
/** z of P(θ ≥ 2) = 0.65. */
const GATE_SURE = 0.3853;
const YESTERDAY = 0.85;
const FRESH_DAYS = 7;
const FRESH_SLOTS = 2;
/** z of P(held) = 0.7. */
const FRESH_SURE = 0.5244;
/** A skill that nobody worked here is new while its level is below this. */
export const NEW_BELOW = 1.5;

export interface ChoiceState {
  readonly sessionsLeft: number;
  /** Skills that one session works, and minutes on each. */
  readonly items: number;
  readonly minutes: number;
  readonly today: number;
  /** By skill: the last day on which it was worked; −∞: never. */
  readonly lastWorked: Float64Array;
  /** By goal: met by the record, and the proofs that are missing. */
  readonly met: readonly boolean[];
  readonly missing: readonly number[];
  /** By skill: 1 where it must not be asked. */
  readonly barred: Uint8Array;
  /** By goal: planned sessions that come after the day on which it is needed; missing: none. */
  readonly late?: readonly number[];
  /** False: met goals that fade are left out of account. */
  readonly freshness?: boolean;
  /** How many of the items may be new, which one session begins one of; missing: one. */
  readonly mostNew?: number;
  /** By skill: 1 where it has been shown, so that what it rests on from the line is behind it; missing: nothing has. */
  readonly shown?: Uint8Array;
  /** By skill: the level that a first time still waits for, 0 where none does; missing: none waits. */
  readonly awaited?: Float64Array;
  /** As on a card: what comes after the first is of its family, and a first time has the session to itself. Missing: any. */
  readonly together?: { readonly family: readonly Uint8Array[]; readonly alone: Uint8Array };
}

/** Over some tracks: the lowest z of P(θ ≥ level), which is that of the side on which least is known to be there. */
function sureness({ mean, spread }: Known, from: number, to: number, level: number): number {
  let lowest = Number.POSITIVE_INFINITY;
  for (let track = from; track < to; track += 1)
    lowest = Math.min(lowest, ((mean[track] as number) - level) / Math.max(1e-3, spread[track] as number));
  return lowest;
}
const surenessOf = ({ firstTrack }: LevelCourse, known: Known, skill: number, level: number): number =>
  sureness(known, firstTrack[skill] as number, firstTrack[skill + 1] as number, level);

/** The lowest of some tracks. */
export function lowestTrack(levels: Float64Array, from: number, to: number): number {
  let lowest = Number.POSITIVE_INFINITY;
  for (let track = from; track < to; track += 1) lowest = Math.min(lowest, levels[track] as number);
  return lowest;
}
export function highestTrack(levels: Float64Array, from: number, to: number): number {
  let highest = Number.NEGATIVE_INFINITY;
  for (let track = from; track < to; track += 1) highest = Math.max(highest, levels[track] as number);
  return highest;
}
/** Level of the weaker side. */
export const weakerOf = ({ firstTrack }: LevelCourse, levels: Float64Array, skill: number): number =>
  lowestTrack(levels, firstTrack[skill] as number, firstTrack[skill + 1] as number);

/** Works of so many minutes that take a skill from one level to another, at the horse's believed pace; at most 25. */
export function worksBetween(course: LevelCourse, known: Known, skill: number, { from, to, minutes }: TimeSpan): number {
  const typical = (course.skills[skill] as SkillShape).sessions03;
  const dose = (known.pace[skill] as number) * (3 / typical) * Math.sqrt(minutes / 10);
  let at = from;
  let works = 0;
  while (at < to && works < MOST_WORKS) {
    const gain = dose * intakeAt(at);
    works += Math.min(1, (to - at) / gain);
    at += gain;
  }
  return Math.min(MOST_WORKS, works);
}
export interface TimeSpan {
  readonly from: number;
  readonly to: number;
  readonly minutes: number;
}

/** Room for one choice after another, so that a play makes no garbage. */
export interface Bench {
  readonly need: Float64Array;
  readonly chain: Float64Array;
  readonly index: Float64Array;
  /** 1 where the goal at hand rests on it still. */
  readonly wanted: Uint8Array;
}
export const benchOf = (course: LevelCourse): Bench => ({
  need: new Float64Array(course.skills.length),
  chain: new Float64Array(course.skills.length),
  index: new Float64Array(course.skills.length),
  wanted: new Uint8Array(course.skills.length),
});
/** What a skill waits for. */
const waitsFor = (course: LevelCourse, skill: number, shown: Uint8Array | undefined): readonly number[] =>
  (shown?.[skill] === 1 ? course.staying : course.before)[skill] as readonly number[];
/** Marks what a goal rests on still; what comes before stands before in the course. */
function markWanted(course: LevelCourse, { at, ancestors }: CourseGoal, shown: Uint8Array | undefined, wanted: Uint8Array): void {
  for (const prior of ancestors) wanted[prior] = shown ? 0 : 1;
  if (!shown) return;
  for (const prior of waitsFor(course, at, shown)) wanted[prior] = 1;
  for (let i = ancestors.length - 1; i >= 0; i -= 1) {
    const one = ancestors[i] as number;
    if (wanted[one] === 1) for (const prior of waitsFor(course, one, shown)) wanted[prior] = 1;
  }
}

/** The goal's value a work, shared out to everything that it still needs. */
function addWorth(
  course: LevelCourse,
  known: Known,
  moment: ChoiceState,
  goal: CourseGoal,
  { missing, sessionsLeft }: { readonly missing: number; readonly sessionsLeft: number },
  bench: Bench,
): void {
  const { need, chain, index, wanted } = bench;
  markWanted(course, goal, moment.shown, wanted);
  let works = 0;
  for (const prior of goal.ancestors) if (wanted[prior] === 1) works += need[prior] ?? 0;
  const span = { from: lowestTrack(known.mean, goal.from, goal.to), to: goal.target + 0.25, minutes: moment.minutes };
  const own = Math.max(missing, worksBetween(course, known, goal.at, span));
  works += own;
  const whole = (chain[goal.at] ?? 0) + own;
  const slots = sessionsLeft * moment.items;
  const chance =
    cumulative((sessionsLeft - whole) / (0.5 * whole + 1.5)) * cumulative((slots * USED - works) / (0.5 * works + 3));
  const perWork = (goal.value * chance) / Math.max(1, works);
  for (const prior of goal.ancestors)
    if (wanted[prior] === 1 && (need[prior] ?? 0) > 0) index[prior] = (index[prior] ?? 0) + perWork;
  index[goal.at] = (index[goal.at] ?? 0) + perWork;
}

/** Works that each skill still needs before what rests on it, and the longest chain of them below it. */
function fillNeeds(
  course: LevelCourse,
  known: Known,
  { minutes, awaited, shown }: Pick<ChoiceState, "minutes" | "awaited" | "shown">,
  { need, chain, index }: Bench,
): void {
  for (let skill = 0; skill < course.skills.length; skill += 1) {
    const waited = awaited?.[skill] ?? 0;
    const span = { from: weakerOf(course, known.mean, skill), to: Math.max(NEEDED, waited), minutes };
    const isThere = waited === 0 && surenessOf(course, known, skill, NEEDED) >= SURE;
    need[skill] = isThere ? 0 : Math.max(LEAST_NEED, worksBetween(course, known, skill, span));
    index[skill] = 0;
    let longest = 0;
    for (const prior of waitsFor(course, skill, shown))
      longest = Math.max(longest, CHAIN_WEIGHT * (need[prior] ?? 0) + (chain[prior] ?? 0));
    chain[skill] = longest;
  }
}

/** Everything that it waits for is surely enough there, on its weaker side. */
function gateOpen(course: LevelCourse, known: Known, skill: number, shown: Uint8Array | undefined): boolean {
  for (const prior of waitsFor(course, skill, shown)) if (surenessOf(course, known, prior, GATE_LEVEL) < GATE_SURE) return false;
  return true;
}

const daysSince = ({ lastWorked, today }: ChoiceState, skill: number): number =>
  today - (lastWorked[skill] ?? Number.NEGATIVE_INFINITY);
/** Met goals that want work lest they be lost: not worked for a week, or no longer surely held; longest ago first. */
function staleGoals(course: LevelCourse, known: Known, moment: ChoiceState): readonly number[] {
  const stale: number[] = [];
  for (let goal = 0; goal < course.goals.length; goal += 1) {
    if (moment.met[goal] !== true) continue;
    const { at, target, from, to } = course.goals[goal] as CourseGoal;
    if (daysSince(moment, at) >= FRESH_DAYS || sureness(known, from, to, target - 0.5) < FRESH_SURE) stale.push(at);
  }
  return stale.length > 1 ? stale.sort((a, b) => daysSince(moment, b) - daysSince(moment, a) || a - b) : stale;
}

/** By goal: planned sessions after its day. */
export const lateOf = (goals: readonly GoalFacts[], days: readonly number[]): readonly number[] =>
  goals.map(({ by }) => (by === undefined ? 0 : days.filter((day) => day > by).length));

const NONE: readonly number[] = [];
/** Skills of the course for one session, by number, best first; the same knowledge and question give the same answer. */
export function chooseOn(
  course: LevelCourse,
  known: Known,
  moment: ChoiceState,
  bench: Bench = benchOf(course),
): readonly number[] {
  fillNeeds(course, known, moment, bench);
  for (let i = 0; i < course.goals.length; i += 1) {
    const sessionsLeft = moment.sessionsLeft - (moment.late?.[i] ?? 0);
    // Its day is past: it steers nothing any more.
    if (moment.met[i] || sessionsLeft <= 0) continue;
    addWorth(course, known, moment, course.goals[i] as CourseGoal, { missing: moment.missing[i] ?? 2, sessionsLeft }, bench);
  }
  const { index } = bench;
  const { lastWorked, today, barred, items, mostNew = 1 } = moment;
  const chosen: number[] = [];
  let fresh = 0;
  for (const skill of moment.freshness === false ? NONE : staleGoals(course, known, moment)) {
    if (chosen.length >= Math.min(FRESH_SLOTS, items)) break;
    // A met goal has proved itself: it waits for nothing below it.
    if (!chosen.includes(skill) && barred[skill] === 0) chosen.push(skill);
  }
  for (let skill = 0; skill < course.skills.length; skill += 1) {
    if ((index[skill] as number) <= 0) continue;
    if (chosen.includes(skill) || barred[skill] === 1 || !gateOpen(course, known, skill, moment.shown)) index[skill] = 0;
    else if (today - (lastWorked[skill] as number) <= 1) index[skill] = (index[skill] as number) * YESTERDAY;
  }
  const { together } = moment;
  // The best of what is left, one at a time: a handful of picks is cheaper than sorting all.
  while (chosen.length < items) {
    let best = -1;
    let highest = 0;
    const family = together && chosen.length > 0 ? together.family[chosen[0] as number] : undefined;
    if (together && chosen.length > 0 && together.alone[chosen[0] as number] === 1) break;
    for (let skill = 0; skill < course.skills.length; skill += 1)
      if ((index[skill] as number) > highest && (!family || (family[skill] === 1 && together?.alone[skill] === 0))) {
        best = skill;
        highest = index[skill] as number;
      }
    if (best < 0) break;
    index[best] = 0;
    const isNew = lastWorked[best] === Number.NEGATIVE_INFINITY && weakerOf(course, known.mean, best) < NEW_BELOW;
    if (isNew) {
      if (fresh >= mostNew) continue;
      fresh += 1;
    }
    chosen.push(best);
  }
  return chosen;
}

/** What a belief knows of a course. */
export function knownOf(belief: Belief, course: LevelCourse): Known {
  const { layout, mean, covariance } = belief;
  const known = {
    mean: new Float64Array(course.tracks),
    spread: new Float64Array(course.tracks),
    pace: new Float64Array(course.skills.length),
  };
  course.skills.forEach((shape, skill) => {
    const of = layout.skill(shape.id);
    known.pace[skill] = Math.exp((mean[layout.rate] ?? 0) + (mean[layout.ease(of)] ?? 0));
    layout.tracksOf(of).forEach((track, i) => {
      const to = (course.firstTrack[skill] ?? 0) + i;
      known.mean[to] = mean[track.at] ?? 0;
      known.spread[to] = Math.sqrt(Math.max(1e-6, covariance[track.at * layout.size + track.at] ?? 0));
    });
  });
  return known;
}

export interface SkillQuery {
  readonly goals: readonly (GoalFacts & { readonly state: GoalState })[];
  readonly sessionsLeft: number;
  readonly items: number;
  readonly minutes: number;
  /** Day of the session, and the last day on which each skill was worked; not in the map: never. */
  readonly today: number;
  readonly lastWorked: ReadonlyMap<string, number>;
  /** Not to be asked: held back by a check, a limit or the manager. */
  readonly barred: readonly string[];
}

/** Skills for one session, best first. */
export function chooseWork(belief: Belief, asked: SkillQuery): readonly string[] {
  const course = courseOf(belief.layout.skills, asked.goals);
  const barred = new Uint8Array(course.skills.length);
  for (const id of asked.barred) {
    const skill = course.at.get(id);
    if (skill !== undefined) barred[skill] = 1;
  }
  const lastWorked = Float64Array.from(course.skills, ({ id }) => asked.lastWorked.get(id) ?? Number.NEGATIVE_INFINITY);
  return chooseOn(course, knownOf(belief, course), {
    sessionsLeft: asked.sessionsLeft,
    items: asked.items,
    minutes: asked.minutes,
    today: asked.today,
    lastWorked,
    met: asked.goals.map(({ state }) => state.met),
    missing: asked.goals.map(({ state }) => state.missing),
    barred,
  }).map((skill) => must(course.skills[skill], "a skill").id);
}
