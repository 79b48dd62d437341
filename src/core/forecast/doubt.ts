/**
 * Whether a horse may be stalled at this moment, and how it would then stand: plays that all began with a horse in full health would promise too much
 * of one that has just stopped learning. The reading of the scores is the alarm's, of one group; it raises none.
 */
import { type Belief, believeNothing, copyOf, takeIn } from "./estimator.ts";
import { STALL } from "./growth.ts";
import type { StayFacts } from "./stay.ts";

export interface Doubt {
  /** That a stall is on now, 0-1. */
  readonly chance: number;
  /** What is believed of the horse if it is, and the day since when. */
  readonly belief: Belief;
  readonly since: number;
}
/** What plays begin with. */
export interface StartingState {
  readonly belief: Belief;
  /** Null: no session speaks for or against it. */
  readonly doubt: Doubt | null;
}
/** Onsets looked at: before each of so many last sessions. */
const ONSETS = 8;

/** Reads a stay session by session, so that long work can be cut into pieces. */
export function* startingStateOf(facts: StayFacts): Generator<number, StartingState> {
  const belief = believeNothing(facts);
  const slowed = {
    skills: Uint8Array.from(belief.layout.skills, ({ branch }) => Number(branch !== STALL.spared)),
    gain: STALL.gain,
    score: STALL.score,
  };
  const suspects: { belief: Belief; since: number; prior: number }[] = [];
  for (const [i, session] of facts.sessions.entries()) {
    if (facts.sessions.length - i <= ONSETS) {
      const days = Math.max(1, session.day - (belief.lastDay ?? session.day - 1));
      suspects.push({ belief: copyOf(belief), since: session.day, prior: days * STALL.aDay });
    }
    takeIn(belief, session);
    for (const suspect of suspects) takeIn(suspect.belief, session, { slowed });
    yield i + 1;
  }
  const odds = suspects.map((one) => one.prior * Math.exp(one.belief.logLikelihood - belief.logLikelihood));
  const all = odds.reduce((sum, one) => sum + one, 0);
  const best = suspects[odds.indexOf(Math.max(...odds))];
  return { belief, doubt: best ? { chance: all / (1 + all), belief: best.belief, since: best.since } : null };
}

/** The same at once. */
export function readingNow(facts: StayFacts): StartingState {
  const reading = startingStateOf(facts);
  let step = reading.next();
  while (!step.done) step = reading.next();
  return step.value;
}
