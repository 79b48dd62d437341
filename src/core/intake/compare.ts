/**
 * Evaluations side by side: what moved, and what of it is more than the noise of scoring. One score scatters by about 0.81 of a step
 * (the estimator's ε); two of them differ by √2 of that, so that nine times in ten a difference within 1.64 × 0.81 × √2 says nothing.
 */
import type { Score, TrackSide } from "../kernel/sides.ts";
import { sidesOf } from "../kernel/sides.ts";
import type { Ladder } from "../ladder/ladder.ts";
import type { SeenSign, WalkMark } from "./seen.ts";
import { signOf } from "./signs.ts";

const SCORE_NOISE = 0.81;
const NINE_IN_TEN = 1.645;
/** How far the mean of `tracks` differences must move to be more than noise. */
export const noiseOf = (tracks: number): number => (NINE_IN_TEN * SCORE_NOISE * Math.SQRT2) / Math.sqrt(Math.max(1, tracks));

export interface TrackCompared {
  readonly skill: string;
  readonly side: TrackSide;
  /** One score an evaluation, null where it was not seen. */
  readonly scores: readonly (Score | null)[];
  /** Last less first of those seen; null where fewer than two saw it. */
  readonly change: number | null;
  readonly beyondNoise: boolean;
}
export interface BranchCompared {
  readonly branch: string;
  readonly side: TrackSide;
  readonly tracks: number;
  /** Mean of these tracks, one an evaluation; null where one of them was not seen. */
  readonly means: readonly (number | null)[];
  readonly change: number;
  readonly beyondNoise: boolean;
}
export interface SignsCompared {
  readonly sign: string;
  /** Strongest at each evaluation; 0 not seen. */
  readonly strengths: readonly number[];
}
export interface EvaluationComparison {
  readonly tracks: readonly TrackCompared[];
  readonly branches: readonly BranchCompared[];
  readonly signs: readonly SignsCompared[];
}

export interface ComparedWalk {
  readonly marks: readonly WalkMark[];
  readonly signs: readonly Pick<SeenSign, "sign" | "strength">[];
}

function compareTrack(walks: readonly ComparedWalk[], skill: string, side: TrackSide): TrackCompared {
  const scores = walks.map((walk) => walk.marks.find((mark) => mark.skill === skill && mark.side === side)?.score ?? null);
  const seen = scores.filter((score): score is Score => score !== null);
  const [first, last] = [seen[0], seen.at(-1)];
  const change = seen.length < 2 || first === undefined || last === undefined ? null : last - first;
  return { skill, side, scores, change, beyondNoise: change !== null && Math.abs(change) > noiseOf(1) };
}

/** Walks in the order of their days, oldest first. */
export function compareWalks(walks: readonly ComparedWalk[], ladder: Ladder): EvaluationComparison {
  const tracks = ladder.all
    .flatMap((skill) => sidesOf(skill.sided).map((side) => ({ branch: skill.branch, ...compareTrack(walks, skill.id, side) })))
    .filter((track) => track.scores.some((score) => score !== null));
  const branches = ladder.branches.flatMap(({ id: branch }) =>
    (["left", "right", "both"] as const).flatMap((side): BranchCompared[] => {
      const moved = tracks.filter((track) => track.branch === branch && track.side === side && track.change !== null);
      if (moved.length === 0) return [];
      const change = moved.reduce((sum, track) => sum + (track.change ?? 0), 0) / moved.length;
      const means = walks.map((_, i) => {
        const scores = moved.map((track) => track.scores[i] ?? null);
        return scores.every((score): score is Score => score !== null)
          ? scores.reduce<number>((sum, score) => sum + score, 0) / scores.length
          : null;
      });
      return [{ branch, side, tracks: moved.length, means, change, beyondNoise: Math.abs(change) > noiseOf(moved.length) }];
    }),
  );
  const signs = [...new Set(walks.flatMap((walk) => walk.signs.map((seen) => seen.sign)))]
    .filter((sign) => !signOf(sign).good)
    .map((sign) => ({
      sign,
      strengths: walks.map((walk) =>
        Math.max(0, ...walk.signs.filter((seen) => seen.sign === sign).map((seen) => seen.strength)),
      ),
    }));
  return { tracks: tracks.map(({ branch: _branch, ...track }) => track), branches, signs };
}
