/**
 * Whether a horse may be stalled at this moment, and how it would then stand: plays that all began with a horse in full health would promise too much
 * of one that has just stopped learning. The reading of the scores is the alarm's, of one group; it raises none.
 */
import { toEnd } from "../kernel/pieces.ts";
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

interface Suspect {
  readonly belief: Belief;
  readonly since: number;
  readonly prior: number;
}
/** How far a stay has been read, to go on from while its record only grows. It is moved on in place. */
export interface StartedReading {
  /** What it was begun from, and each session that was taken in, as text. */
  readonly begun: string;
  readonly taken: string[];
  readonly belief: Belief;
  readonly suspects: Suspect[];
}
/** Begins anew, or goes on with what is known of the same stay where nothing that was taken in has been changed since. */
function startedFrom(facts: StayFacts, known: StartedReading | null): StartedReading {
  const riders = [...new Set(facts.sessions.map(({ rider }) => rider))];
  const { kind, skills, seen, implied, leanings, usualRate } = facts;
  const begun = JSON.stringify([kind, skills, seen, implied ?? [], leanings ?? [], usualRate ?? 0, riders]);
  const goesOn =
    known?.begun === begun && known.taken.every((session, i) => session === JSON.stringify(facts.sessions[i] ?? null));
  return known && goesOn ? known : { begun, taken: [], belief: believeNothing(facts), suspects: [] };
}

/** Reads a stay session by session, so that long work can be cut into pieces. `known`: how far it was read before, from where it goes on. */
export function* startingStateOf(
  facts: StayFacts,
  known: StartedReading | null = null,
): Generator<number, StartingState & { readonly read: StartedReading }> {
  const read = startedFrom(facts, known);
  const { belief, suspects, taken } = read;
  const slowed = {
    skills: Uint8Array.from(belief.layout.skills, ({ branch }) => Number(branch !== STALL.spared)),
    gain: STALL.gain,
    score: STALL.score,
  };
  for (const session of facts.sessions.slice(taken.length)) {
    if (facts.sessions.length - taken.length <= ONSETS) {
      const days = Math.max(1, session.day - (belief.lastDay ?? session.day - 1));
      suspects.push({ belief: copyOf(belief), since: session.day, prior: days * STALL.aDay });
      if (suspects.length > ONSETS) suspects.shift();
    }
    takeIn(belief, session);
    for (const suspect of suspects) takeIn(suspect.belief, session, { slowed });
    taken.push(JSON.stringify(session));
    yield taken.length;
  }
  const odds = suspects.map((one) => one.prior * Math.exp(one.belief.logLikelihood - belief.logLikelihood));
  const all = odds.reduce((sum, one) => sum + one, 0);
  const best = suspects[odds.indexOf(Math.max(...odds))];
  return {
    read,
    belief: copyOf(belief),
    doubt: best ? { chance: all / (1 + all), belief: copyOf(best.belief), since: best.since } : null,
  };
}

/** The same at once. */
export function readingNow(facts: StayFacts): StartingState {
  const { belief, doubt } = toEnd(startingStateOf(facts));
  return { belief, doubt };
}
