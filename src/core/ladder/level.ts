/** Where a horse is on a track, read plainly from its latest scores: no model yet, so the spread is what the last scores show. */
import type { LocalDate } from "../calendar/local-date.ts";
import { must } from "../kernel/assert.ts";
import { groupBy } from "../kernel/group.ts";
import { type Score, sidesOf, type TrackSide } from "../kernel/sides.ts";
import type { Skill } from "./skill.ts";

export interface ScoreFact {
  readonly skill: string;
  readonly side: TrackSide;
  readonly score: Score;
  readonly day: LocalDate;
}

export interface Level {
  readonly latest: Score;
  /** Lowest and highest of the last three scores. */
  readonly low: Score;
  readonly high: Score;
  readonly first: Score;
  /** How many scores stand behind it; one score is not a skill. */
  readonly times: number;
  readonly day: LocalDate;
}

export const trackKey = (skill: string, side: TrackSide): string => `${skill}:${side}`;
export type Levels = ReadonlyMap<string, Level>;
/** Of each track only where it is now: all that counting what is missing asks for. */
export type LatestScores = ReadonlyMap<string, Pick<Level, "latest">>;

/** Levels by track from scores in the order in which they were given. */
export function readLevels(scores: readonly ScoreFact[]): Levels {
  const byTrack = groupBy(scores, (fact) => trackKey(fact.skill, fact.side));
  const levels = new Map<string, Level>();
  for (const [key, facts] of byTrack) {
    const last = must(facts.at(-1), "a track has a score");
    const recent = facts.slice(-3).map((fact) => fact.score);
    levels.set(key, {
      latest: last.score,
      low: Math.min(...recent) as Score,
      high: Math.max(...recent) as Score,
      first: must(facts[0], "a track has a first score").score,
      times: facts.length,
      day: last.day,
    });
  }
  return levels;
}

/** The score on the weaker side, 0 where a side was never seen. */
export const weakerSide = (levels: LatestScores, skill: Skill): number =>
  Math.min(...sidesOf(skill.sided).map((side) => levels.get(trackKey(skill.id, side))?.latest ?? 0));
