/** A stay read whole: what is believed after its last session, alarms on the way, what to work next. One way in for page, worker and command line. */
import { toEnd } from "../kernel/pieces.ts";
import { chooseWork, type SkillQuery } from "./choose.ts";
import { readingNow, type StartingState } from "./doubt.ts";
import { type Belief, believeNothing } from "./estimator.ts";
import { type GoalFacts, goalState } from "./goals.ts";
import { SEVERITY_VARIANCE } from "./growth.ts";
import { narrowed } from "./layout.ts";
import type { Ahead } from "./simulate.ts";
import { type StallAlarm, type StallWatch, watchStalls } from "./stall.ts";
import type { RiderSeverity, StayFacts } from "./stay.ts";

export interface ForecastOutlook extends StartingState {
  readonly alarms: readonly StallAlarm[];
}

export interface Watch {
  readonly alarms: readonly StallAlarm[];
  /** How each rider leans, by this stay alone. */
  readonly leanings: readonly RiderSeverity[];
  /** The horse's log learning rate, by this stay alone. */
  readonly rate: { readonly mean: number; readonly variance: number };
  /** Skills that gained next to nothing over their last works, on the weaker side, while there was much to gain. */
  readonly stuck: readonly string[];
}

const STUCK_WORKS = 4;
const STUCK_GAIN = 0.25;
const STUCK_BELOW = 3.4;
/** From the levels of the weaker side before each work, newest last, and where it is now. */
const isStuck = (before: readonly number[], now: number): boolean => {
  const then = before.at(-STUCK_WORKS);
  return then !== undefined && now < STUCK_BELOW && now - then < STUCK_GAIN;
};

/** How far a stay has been followed, to go on from while its record only grows. It is moved on in place. */
export interface Followed {
  /** What it was begun from, and each session that was taken in, as text. */
  readonly begun: string;
  readonly taken: string[];
  readonly belief: Belief;
  readonly stalls: StallWatch;
  readonly alarms: StallAlarm[];
  /** Levels of the weaker side before each work. */
  readonly before: Map<string, number[]>;
}
type OwnFacts = Omit<StayFacts, "leanings" | "usualRate">;
/** Begins anew, or goes on with what is known of the same stay where nothing that was taken in has been changed since. */
function followedFrom(facts: OwnFacts, known: Followed | null): Followed {
  const worked = new Set(facts.sessions.flatMap(({ work }) => work.map(({ skill }) => skill)));
  const rested = facts.skills.filter(({ id }) => worked.has(id)).flatMap(({ prerequisites }) => prerequisites);
  const { skills, depth } = narrowed(facts.skills, new Set([...worked, ...rested]));
  const riders = [...new Set(facts.sessions.map(({ rider }) => rider))];
  const begun = JSON.stringify([facts.kind, skills, depth, facts.seen, facts.implied ?? [], riders]);
  const goesOn =
    known?.begun === begun && known.taken.every((session, i) => session === JSON.stringify(facts.sessions[i] ?? null));
  if (known && goesOn) return known;
  const belief = believeNothing({ ...facts, skills }, depth);
  return { begun, taken: [], belief, stalls: watchStalls(belief), alarms: [], before: new Map<string, number[]>() };
}

/**
 * Follows a stay session by session, so that long work can be cut into pieces. What it keeps knows only of skills that were worked and what those rest on
 * directly, as nothing else says anything of the scores, and nothing of other stays. `known`: how far it was followed before, from where it goes on;
 * `alarms` false: nobody asks for them, which is most of the cost.
 */
export function* watchOf(
  { leanings: _others, usualRate: _usual, ...facts }: StayFacts,
  { known = null, alarms: asked = true }: { readonly known?: Followed | null; readonly alarms?: boolean } = {},
): Generator<number, Watch & { readonly followed: Followed }> {
  const followed = followedFrom(facts, known);
  const { belief, stalls, alarms, before, taken } = followed;
  const weaker = (skill: string): number =>
    Math.min(...belief.layout.tracksOf(belief.layout.skill(skill)).map((track) => belief.mean[track.at] as number));
  for (const session of facts.sessions.slice(taken.length)) {
    for (const { skill } of session.work) before.set(skill, [...(before.get(skill) ?? []), weaker(skill)]);
    const alarm = stalls.takeIn(session, asked);
    if (alarm) alarms.push(alarm);
    taken.push(JSON.stringify(session));
    yield taken.length;
  }
  const { layout, mean, covariance } = belief;
  const told = (at: number) => ({ mean: mean[at] as number, variance: covariance[at * layout.size + at] as number });
  return {
    followed,
    alarms: [...alarms],
    leanings: layout.riders.map((rider): RiderSeverity => ({ rider, ...told(layout.rider(rider)) })),
    rate: told(layout.rate),
    stuck: [...before].filter(([skill, levels]) => isStuck(levels, weaker(skill))).map(([skill]) => skill),
  };
}

/** Skills that gained next to nothing over their last sessions, by themselves. */
export function standStill(facts: StayFacts): readonly string[] {
  return toEnd(watchOf(facts, { alarms: false })).stuck;
}
/** Alarms of a stay, all at once. */
export function alarmsOf(facts: StayFacts): readonly StallAlarm[] {
  return toEnd(watchOf(facts)).alarms;
}

/** A rider's leaning from several stays, each read from the same prior: their evidence added up. */
export function leaningFrom(rider: string, stays: readonly RiderSeverity[]): RiderSeverity {
  const mine = stays.filter((one) => one.rider === rider && one.variance > 0);
  const gained = mine.map(({ mean, variance }) => ({
    mean,
    precision: Math.max(0, 1 / variance - 1 / SEVERITY_VARIANCE),
    pull: mean / variance,
  }));
  const precision = gained.reduce((sum, one) => sum + one.precision, 1 / SEVERITY_VARIANCE);
  if (gained.length === 0) return { rider, mean: 0, variance: SEVERITY_VARIANCE };
  const mean = gained.reduce((sum, one) => sum + one.pull, 0) / precision;
  const spread = Math.max(SPREAD_STEP, inSteps(Math.sqrt(1 / precision), SPREAD_STEP));
  return { rider, mean: inSteps(mean, MEAN_STEP), variance: spread ** 2 };
}
/** Of a score, far below what a leaning is sure of: a stay need not be read anew whenever somebody else's session moved one by next to nothing. */
const MEAN_STEP = 1 / 20;
const SPREAD_STEP = 1 / 50;
const inSteps = (x: number, step: number): number => Math.round(x / step) * step;

/** A described situation is no horse: so many steps² does one of them scatter. Judgement. */
const PRACTICE_VARIANCE = 1.5;
/** What practice at described situations says of a rider's leaning, as one more stay would: positive where he gives less than the barn's answer. */
export function leaningOfPractice(
  rider: string,
  answers: readonly { readonly answer: number; readonly given: number }[],
): RiderSeverity {
  const pull = answers.reduce((sum, { answer, given }) => sum + answer - given, 0) / PRACTICE_VARIANCE;
  const precision = 1 / SEVERITY_VARIANCE + answers.length / PRACTICE_VARIANCE;
  return { rider, mean: pull / precision, variance: 1 / precision };
}

/** What is believed after the last session, and the alarms on the way. */
export const outlookOf = (facts: StayFacts): ForecastOutlook => ({ ...readingNow(facts), alarms: alarmsOf(facts) });

/** The next session's skills by the plan's rule. */
export function nextSkillWork(belief: Belief, facts: StayFacts, goals: readonly GoalFacts[], ahead: Ahead): readonly string[] {
  const lastWorked = new Map(facts.sessions.flatMap(({ day, work }) => work.map(({ skill }) => [skill, day] as const)));
  const today = ahead.days[0] ?? ahead.today + 1;
  const asked: SkillQuery = {
    goals: goals.map((goal) => ({ ...goal, state: goalState(belief, facts.sessions, goal, ahead.today) })),
    sessionsLeft: ahead.days.length,
    items: ahead.items,
    minutes: ahead.minutes / ahead.items,
    today,
    lastWorked,
    barred: [...ahead.notBefore].filter(([, day]) => today < day).map(([skill]) => skill),
  };
  return chooseWork(belief, asked);
}
