/**
 * What a barn works that follows no plan, as its record shows: how readily it begins something new, goes on with what it worked lately, comes back to
 * what lies idle, proves a goal again, repeats what is done; and how many slots go to what no goal asks for. Within each of these it climbs in the
 * ladder's order. Shares are drawn towards what is usual while the record is short.
 */
import type { Random } from "../kernel/random.ts";
import type { LevelCourse } from "./course.ts";
import type { ScoredSession } from "./stay.ts";

/** How a skill stands when a session's work is chosen. */
const STATES = ["new", "under-way", "idle", "proving", "done-lately", "done-long-ago"] as const;
type State = number;
/** Picks, and places in the queue, that stand for what is usual. */
const USUAL_PICKS = [1.2, 2, 1, 1, 0.1, 0.15];
const USUAL_CHANCES = 2;
const LATE_SAYS = 0.5;

const DONE = 3;
/** The last score of what a skill rests on at which it is taken up: each rider has his own. */
const TAKES_UP_AT = [2, 3] as const;
/** A skill that nobody scored and that is believed at this level is taken for granted. */
const GRANTED = 2;
const LATELY = 2;
const LONG_AGO = 7;
/** Each place further up the ladder's order is so much less likely. */
const BY_RANK = 0.6;
const USUAL_SHARE = 0.2;
const USUAL_WEIGHT = 10;

export interface Habit {
  /** Chance that its riders work back from the goals rather than up the ladder, as the record has it. */
  readonly backwards: number;
  /** Share of slots that serve no goal, 0-1; and the slots that it is known by. */
  readonly elsewhere: number;
  readonly slots: number;
  /** By state: how readily the first in line is picked; and the picks that it is known by. */
  readonly weights: Float64Array;
  readonly picks: Float64Array;
  /** Chance that a skill is taken up at a 2 already. */
  readonly early: number;
}
/** One habit out of those that a record allows, for one play. */
export interface DrawnHabit {
  elsewhere: number;
  readonly weights: Float64Array;
  /** By skill: how it is liked beside others that stand alike. */
  readonly liking: Float64Array;
  takesUpAt: number;
  backwards: boolean;
}
/** Picks of one session go together, and riders differ: so many stand for one. */
const ALIKE = 3;
const LIKING_SIGMA = 0.4;
const LEAST_ELSEWHERE = 0.01;
const MOST_ELSEWHERE = 0.95;

export const roomForHabit = (course: LevelCourse): DrawnHabit => ({
  elsewhere: USUAL_SHARE,
  weights: new Float64Array(STATES.length),
  liking: new Float64Array(course.skills.length),
  takesUpAt: TAKES_UP_AT[0],
  backwards: false,
});
/** A short record says little of how a barn will go on: plays that all believed one reading of it would be too sure of themselves. */
export function drawHabit(habit: Habit, into: DrawnHabit, random: Random): void {
  const deviation = Math.sqrt((habit.elsewhere * (1 - habit.elsewhere) * ALIKE) / (habit.slots + ALIKE));
  into.elsewhere = Math.min(MOST_ELSEWHERE, Math.max(LEAST_ELSEWHERE, habit.elsewhere + deviation * random.normal()));
  for (let state = 0; state < STATES.length; state += 1)
    into.weights[state] =
      (habit.weights[state] as number) * aroundOne(Math.sqrt(Math.log1p(ALIKE / (habit.picks[state] as number))), random);
  for (let skill = 0; skill < into.liking.length; skill += 1) into.liking[skill] = aroundOne(LIKING_SIGMA, random);
  into.backwards = random.chance(habit.backwards);
  into.takesUpAt = random.chance(habit.early) ? TAKES_UP_AT[0] : TAKES_UP_AT[1];
}
/** Lognormal of mean 1. */
const aroundOne = (sigma: number, random: Random): number => Math.exp(sigma * random.normal() - (sigma * sigma) / 2);
/** What the choice looks at, by skill. */
export interface HabitMoment {
  readonly items: number;
  readonly day: number;
  /** Score on the weaker side when last worked; −1: never scored. */
  readonly lastScore: Int8Array;
  readonly lastWorked: Float64Array;
  /** 1 while a goal on it is still to be met. */
  readonly open: Uint8Array;
  /** Highest target of a goal on it; 0: none. */
  readonly target: Float64Array;
  readonly barred: Uint8Array;
  /** 1 where a skill that nobody scored is taken for granted, as in a horse that came in as started. */
  readonly granted: Uint8Array;
}
/** By the levels that are believed before anything is scored. */
export const isGranted = (level: number): boolean => level >= GRANTED;

const NO_STATE = -1;
function stateOf(
  course: LevelCourse,
  skill: number,
  { day, lastScore, lastWorked, open, target, barred, granted }: HabitMoment,
  takesUpAt: number,
): State {
  const score = lastScore[skill] as number;
  if (barred[skill] === 1) return NO_STATE;
  for (const prior of course.before[skill] as readonly number[])
    if (score < 0 && (lastScore[prior] as number) < takesUpAt && !((lastScore[prior] as number) < 0 && granted[prior] === 1))
      return NO_STATE;
  if (score < 0) return 0;
  const since = day - (lastWorked[skill] as number);
  if (score < Math.max(DONE, target[skill] as number)) return since <= LATELY ? 1 : 2;
  if (open[skill] === 1) return 3;
  return since < LONG_AGO ? 4 : 5;
}

/** Room for the queue of one choice. */
export interface Queue {
  readonly state: Int8Array;
  readonly weight: Float64Array;
  readonly rank: Float64Array;
  /** Of those who work back from the goals: what comes next on the way to each, and what was looked at. */
  readonly next: number[];
  readonly looked: Uint8Array;
}
export const queueOf = (course: LevelCourse): Queue => ({
  next: [],
  looked: new Uint8Array(course.skills.length),
  state: new Int8Array(course.skills.length),
  weight: new Float64Array(course.skills.length),
  rank: new Float64Array(STATES.length),
});
function fillQueue(course: LevelCourse, moment: HabitMoment, queue: Queue, takesUpAt: number): void {
  queue.rank.fill(1);
  for (const skill of course.asListed) {
    const state = stateOf(course, skill, moment, takesUpAt);
    queue.state[skill] = state;
    if (state === NO_STATE) continue;
    queue.weight[skill] = queue.rank[state] as number;
    queue.rank[state] = (queue.rank[state] as number) * BY_RANK;
  }
}

/** What of an open goal's way is to be worked next: what it rests on and is not there yet, else itself. In the order of the goals. */
function fillNext(course: LevelCourse, moment: HabitMoment, queue: Queue, takesUpAt: number): void {
  const { lastScore, granted, open, barred } = moment;
  const { next, looked } = queue;
  next.length = 0;
  looked.fill(0);
  const enough = (skill: number): boolean => {
    const last = lastScore[skill] as number;
    return last < 0 ? granted[skill] === 1 : last >= takesUpAt;
  };
  const visit = (skill: number): void => {
    if (looked[skill] === 1) return;
    looked[skill] = 1;
    let ready = true;
    for (const prior of course.before[skill] as readonly number[])
      if (!enough(prior)) {
        ready = false;
        visit(prior);
      }
    if (ready && barred[skill] === 0) next.push(skill);
  };
  for (const goal of course.goals) if (open[goal.at] === 1) visit(goal.at);
}
/** Share of their work that goes to what is known, and how far down the list they reach. */
const KNOWN_SHARE = 0.15;
const REACH = 2;
const KNOWN = 3;
function backwardsOn(
  course: LevelCourse,
  habit: DrawnHabit,
  moment: HabitMoment,
  queue: Queue,
  random: Random,
): readonly number[] {
  fillNext(course, moment, queue, habit.takesUpAt);
  const { next } = queue;
  const chosen: number[] = [];
  const known = (): number => {
    // A few tries: there may be none.
    for (let times = 0; times < 6; times += 1) {
      const skill = Math.floor(random.next() * course.skills.length);
      if ((moment.lastScore[skill] as number) >= KNOWN && moment.barred[skill] === 0 && !chosen.includes(skill)) return skill;
    }
    return -1;
  };
  for (let slot = 0; slot < moment.items; slot += 1) {
    if (random.next() < habit.elsewhere) continue;
    const refresh = next.length === 0 || random.chance(KNOWN_SHARE);
    const skill = refresh ? known() : (next.splice(Math.floor(random.next() * Math.min(REACH, next.length)), 1)[0] as number);
    if (skill >= 0 && !chosen.includes(skill)) chosen.push(skill);
  }
  return chosen;
}
/** Said of works that neither way explains. */
const UNEXPLAINED = 0.1;
/** Works of one session go together: so many of them say as much of the way as one. */
const TOGETHER = 1.5;

/** Reads a record session by session; `moments` gives how each skill stood before it. */
export function habitOf(
  course: LevelCourse,
  sessions: readonly ScoredSession[],
  moments: (session: number) => HabitMoment,
): Habit {
  const picks = Float64Array.from(USUAL_PICKS);
  const chances = new Float64Array(STATES.length).fill(USUAL_CHANCES);
  const queue = queueOf(course);
  let [works, off] = [0, 0];
  // A rider who could have taken something up at a 2 and waited for a 3 speaks for waiting, but less than one who did not wait.
  let odds = 0;
  let [early, late] = [USUAL_CHANCES / 2, USUAL_CHANCES / 2];
  sessions.forEach((session, i) => {
    const moment = moments(i);
    fillQueue(course, moment, queue, TAKES_UP_AT[0]);
    fillNext(course, moment, queue, TAKES_UP_AT[0]);
    const onTheWay = new Set(queue.next);
    fillNext(course, moment, queue, TAKES_UP_AT[1]);
    for (const skill of queue.next) onTheWay.add(skill);
    let [sum, known] = [0, 0];
    for (let skill = 0; skill < course.skills.length; skill += 1) {
      const state = queue.state[skill] as State;
      if ((moment.lastScore[skill] as number) >= KNOWN) known += 1;
      if (state !== NO_STATE) sum += (queue.weight[skill] as number) * (USUAL_PICKS[state] as number);
    }
    for (const work of session.work) {
      const skill = course.at.get(work.skill);
      if (skill === undefined) continue;
      const state = queue.state[skill] as State;
      const up =
        state === NO_STATE ? 0 : ((queue.weight[skill] as number) * (USUAL_PICKS[state] as number)) / Math.max(1e-9, sum);
      const isKnown = (moment.lastScore[skill] as number) >= KNOWN;
      const back = (onTheWay.has(skill) ? (1 - KNOWN_SHARE) / onTheWay.size : 0) + (isKnown ? KNOWN_SHARE / known : 0);
      const chance = UNEXPLAINED / course.skills.length;
      odds += Math.log(((1 - UNEXPLAINED) * back + chance) / ((1 - UNEXPLAINED) * up + chance));
    }
    for (let skill = 0; skill < course.skills.length; skill += 1) {
      const state = queue.state[skill] as State;
      if (state !== NO_STATE) chances[state] = (chances[state] as number) + (queue.weight[skill] as number);
    }
    for (const work of session.work) {
      const skill = course.at.get(work.skill);
      works += 1;
      if (skill === undefined) off += 1;
      else {
        const state = queue.state[skill] as State;
        if (state !== NO_STATE) picks[state] = (picks[state] as number) + 1;
        if (state !== 0) continue;
        const priors = (course.before[skill] as readonly number[]).map((prior) => moment.lastScore[prior] as number);
        const lowest = Math.min(...priors.filter((score) => score >= 0));
        if (lowest === TAKES_UP_AT[0]) early += 1;
        else if (lowest === TAKES_UP_AT[1]) late += LATE_SAYS;
      }
    }
  });
  return {
    elsewhere: (USUAL_SHARE * USUAL_WEIGHT + off) / (USUAL_WEIGHT + works),
    slots: USUAL_WEIGHT + works,
    picks,
    backwards: 1 / (1 + Math.exp(-odds / TOGETHER)),
    early: early / (early + late),
    weights: picks.map((count, state) => count / (chances[state] as number)),
  };
}

/** Skills of the course for one session, by number, drawn by the habit. */
export function habitOn(
  course: LevelCourse,
  habit: DrawnHabit,
  moment: HabitMoment,
  queue: Queue,
  random: Random,
): readonly number[] {
  if (habit.backwards) return backwardsOn(course, habit, moment, queue, random);
  fillQueue(course, moment, queue, habit.takesUpAt);
  let sum = 0;
  for (let skill = 0; skill < course.skills.length; skill += 1) {
    const state = queue.state[skill] as State;
    const weight =
      state === NO_STATE
        ? 0
        : (queue.weight[skill] as number) * (habit.weights[state] as number) * (habit.liking[skill] as number);
    queue.weight[skill] = weight;
    sum += weight;
  }
  const chosen: number[] = [];
  for (let slot = 0; slot < moment.items; slot += 1) {
    const away = random.next() < habit.elsewhere;
    let at = random.next() * sum;
    if (away || sum <= 1e-9) continue;
    let skill = 0;
    while (skill < course.skills.length - 1 && at >= (queue.weight[skill] as number)) {
      at -= queue.weight[skill] as number;
      skill += 1;
    }
    if ((queue.weight[skill] as number) <= 0) continue;
    chosen.push(skill);
    sum -= queue.weight[skill] as number;
    queue.weight[skill] = 0;
  }
  return chosen;
}
