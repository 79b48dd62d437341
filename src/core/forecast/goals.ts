/** Goals against the record: met is two proofs on different days on every side; held is met, likely still true, and proved lately. */
import { must } from "../kernel/assert.ts";
import { cumulative } from "../kernel/normal.ts";
import { type Side, sidesOf, type TrackSide } from "../kernel/sides.ts";
import type { Belief } from "./estimator.ts";
import type { Track } from "./layout.ts";
import type { ScoredSession, SkillShape } from "./stay.ts";

export interface GoalFacts {
  readonly skill: string;
  /** 1-5. */
  readonly target: number;
  /** How much it matters; above 0. */
  readonly value: number;
  /** The one side on which it is asked of a two-sided skill; null: on both. */
  readonly side: Side | null;
  /** The last day that counts for it, as sessions count theirs; missing: the end of the term. */
  readonly by?: number;
}

/** P(θ ≥ level) on a track. */
export function chanceAbove(belief: Belief, track: Track, level: number): number {
  const { covariance, mean, layout } = belief;
  const variance = covariance[track.at * layout.size + track.at] ?? 0;
  return cumulative(((mean[track.at] ?? 0) - level) / Math.sqrt(Math.max(1e-6, variance)));
}

/** Tracks on which a goal asks for its target. */
export const tracksAsked = (belief: Belief, goal: GoalFacts): readonly Track[] => {
  const tracks = belief.layout.tracksOf(belief.layout.skill(goal.skill));
  const asked = tracks.filter((track) => track.side === goal.side);
  return asked.length > 0 ? asked : tracks;
};

export const PROOFS = 2;
export const PROVED_LATELY = 10;
const HELD_CHANCE = 0.8;

export interface GoalState {
  readonly met: boolean;
  readonly held: boolean;
  /** Proofs that are still missing on the side that misses most, 0-2. */
  readonly missing: number;
}

/** Scores of one track by day, newest last; the best of one day counts. */
function byDay(
  sessions: readonly ScoredSession[],
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

export interface Proofs {
  /** By side asked for: proofs in a row up to the last score, at most two, and the day of the last score. */
  readonly proofs: readonly number[];
  readonly lastDays: readonly number[];
  readonly metNow: boolean;
  /** First day on which the record met it, whatever was lost since; null: never. */
  readonly metOn: number | null;
}

/** What the scores say of a goal, by the sides that it asks for. */
export function proofsOf(skills: readonly SkillShape[], sessions: readonly ScoredSession[], goal: GoalFacts): Proofs {
  const shape = must(
    skills.find((one) => one.id === goal.skill),
    goal.skill,
  );
  const sides = sidesOf(shape.sided).filter((side) => goal.side === null || side === goal.side || !shape.sided);
  const rows = sides.map((side) => byDay(sessions, goal.skill, side));
  const proved = (row: (typeof rows)[number], until: number): number => {
    const last = row.filter(({ day }) => day <= until).slice(-PROOFS);
    const short = [...last].reverse().findIndex(({ score }) => score < goal.target);
    return short < 0 ? last.length : short;
  };
  const days = [...new Set(rows.flat().map(({ day }) => day))].sort((a, b) => a - b);
  const proofs = rows.map((row) => proved(row, Number.POSITIVE_INFINITY));
  return {
    proofs,
    lastDays: rows.map((row) => row.at(-1)?.day ?? Number.NEGATIVE_INFINITY),
    metNow: Math.min(...proofs) >= PROOFS,
    metOn: days.find((day) => rows.every((row) => proved(row, day) >= PROOFS)) ?? null,
  };
}

/** `today` counts as the sessions' days do. */
export function goalState(belief: Belief, sessions: readonly ScoredSession[], goal: GoalFacts, today: number): GoalState {
  const { proofs, lastDays, metNow } = proofsOf(belief.layout.skills, sessions, goal);
  const missing = PROOFS - Math.min(...proofs);
  const lately = lastDays.every((lastDay) => today - lastDay <= PROVED_LATELY);
  const sure = Math.min(...tracksAsked(belief, goal).map((track) => chanceAbove(belief, track, goal.target - 0.5)));
  return { met: metNow, missing, held: metNow && lately && sure >= HELD_CHANCE };
}
