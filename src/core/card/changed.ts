/** What a session changed against how the horse stood before it, each side by itself and beyond the noise of one score. */
import type { Score, TrackSide } from "../kernel/sides.ts";
import type { IncidentKind, SessionRecord } from "./card.ts";
import type { ScoreGiven } from "./score-given.ts";

export interface Shift {
  readonly skill: string;
  readonly side: TrackSide;
  /** Mean of the last two looks before. */
  readonly before: number;
  readonly now: Score;
}
export interface SessionChange {
  /** The largest first. */
  readonly up: readonly Shift[];
  readonly down: readonly Shift[];
  readonly firsts: readonly string[];
  readonly incidents: readonly IncidentKind[];
}
/** One score is a step out as often as not; what differs from the mean of the last two by this much has moved. */
const BEYOND_NOISE = 1;
const LOOKS = 2;

/** `before`: earlier scores of the stay, oldest first. A track that had none is a beginning, and is told among the firsts where it is one. */
export function changedBySession(
  record: Pick<SessionRecord, "scores" | "firsts" | "incidents">,
  before: readonly ScoreGiven[],
): SessionChange {
  const shifts = record.scores.flatMap(({ skill, side, score }): readonly Shift[] => {
    const last = before.filter((one) => one.skill === skill && one.side === side).slice(-LOOKS);
    if (last.length === 0) return [];
    const mean = last.reduce((sum, one) => sum + one.score, 0) / last.length;
    return Math.abs(score - mean) >= BEYOND_NOISE ? [{ skill, side, before: mean, now: score }] : [];
  });
  const by = (sign: 1 | -1): readonly Shift[] =>
    shifts
      .filter(({ before: was, now }) => Math.sign(now - was) === sign)
      .sort((a, b) => sign * (b.now - b.before - (a.now - a.before)));
  return {
    up: by(1),
    down: by(-1),
    firsts: record.firsts.map(({ words }) => words),
    incidents: record.incidents.map(({ kind }) => kind),
  };
}
