/** One score of a session. */
import type { Score, TrackSide } from "../kernel/sides.ts";

export interface ScoreGiven {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score;
}
