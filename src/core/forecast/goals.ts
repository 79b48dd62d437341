/** Goals against the record: met is two proofs on different days on every side; held is met, likely still true, and proved lately. */
import { must } from "../kernel/assert.ts";
import { cumulative } from "../kernel/normal.ts";
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import type { Belief } from "./estimator.ts";
import type { Track } from "./layout.ts";
import type { Session } from "./stay.ts";

export interface GoalFacts {
  readonly skill: string;
  /** 1-5. */
  readonly target: number;
  /** How much it matters; above 0. */
  readonly value: number;
}

/** P(θ ≥ level) on a track. */
export function chanceAbove(belief: Belief, track: Track, level: number): number {
  const { covariance, mean, layout } = belief;
  const variance = covariance[track.at * layout.size + track.at] ?? 0;
  return cumulative(((mean[track.at] ?? 0) - level) / Math.sqrt(Math.max(1e-6, variance)));
}
/** The same on the skill's weaker side. */
export const chanceOnWeaker = (belief: Belief, skill: string, level: number): number =>
  Math.min(...belief.layout.tracksOf(belief.layout.skill(skill)).map((track) => chanceAbove(belief, track, level)));

const PROOFS = 2;
const PROVED_LATELY = 10;
const HELD_CHANCE = 0.8;

export interface GoalState {
  readonly met: boolean;
  readonly held: boolean;
  /** Proofs that are still missing on the side that misses most, 0-2. */
  readonly missing: number;
}

/** Scores of one track by day, newest last; the best of one day counts. */
function byDay(
  sessions: readonly Session[],
  skill: string,
  side: TrackSide,
): readonly { readonly day: number; readonly score: number }[] {
  const days = new Map<number, number>();
  for (const session of sessions)
    for (const work of session.work) {
      const score = work.skill === skill ? work.scores[side] : undefined;
      if (score !== undefined) days.set(session.day, Math.max(score, days.get(session.day) ?? 0));
    }
  return [...days].map(([day, score]) => ({ day, score }));
}

/** `today` counts as the sessions' days do. */
export function goalState(belief: Belief, sessions: readonly Session[], goal: GoalFacts, today: number): GoalState {
  const shape = must(
    belief.layout.skills.find((one) => one.id === goal.skill),
    goal.skill,
  );
  const sides = sidesOf(shape.sided).map((side) => {
    const last = byDay(sessions, goal.skill, side).slice(-PROOFS);
    const proofs = [...last].reverse().findIndex(({ score }) => score < goal.target);
    return { proofs: proofs < 0 ? last.length : proofs, lastDay: last.at(-1)?.day ?? Number.NEGATIVE_INFINITY };
  });
  const missing = Math.max(...sides.map(({ proofs }) => PROOFS - proofs));
  const met = missing === 0;
  const lately = sides.every(({ lastDay }) => today - lastDay <= PROVED_LATELY);
  return { met, missing, held: met && lately && chanceOnWeaker(belief, goal.skill, goal.target - 0.5) >= HELD_CHANCE };
}
