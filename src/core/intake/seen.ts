/** What a walk writes down of a horse: scores on tracks, and signs. */
import type { Score, TrackSide } from "../kernel/sides.ts";
import type { SignMoment, Trend } from "./cause-rules.ts";
import type { Strength } from "./signs.ts";

/** `score` null: looked for and not seen. A track that is not listed has not been looked at yet. */
export interface WalkMark {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score | null;
}
export interface SeenSign {
  readonly rung: string;
  readonly sign: string;
  readonly side: TrackSide;
  readonly strength: Strength;
  /** When within the exercise; null not told. */
  readonly moment: SignMoment | null;
  /** How it has moved since it was first seen. */
  readonly trend: Trend;
}
