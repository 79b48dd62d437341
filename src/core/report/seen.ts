/** What of a report's record was seen, and where it stands. */
import { sidesOf } from "../kernel/sides.ts";
import { type Levels, trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";
import type { LookedAt, ReportFacts } from "./facts.ts";

/** So many of the last sessions are what is so now. */
export const LATELY = 10;
export const SOLID = 4;
export const CREDITED = 3;

/** Seen on every side that it has, the weaker one within these. */
export const isIn = (levels: Levels, skill: Skill, low: number, high: number): boolean => {
  const scores = sidesOf(skill.sided).flatMap((side) => levels.get(trackKey(skill.id, side))?.latest ?? []);
  const weaker = Math.min(...scores);
  return scores.length === sidesOf(skill.sided).length && low <= weaker && weaker <= high;
};
export const isSeen = (levels: Levels, skill: Skill): boolean =>
  sidesOf(skill.sided).some((side) => levels.has(trackKey(skill.id, side)));
export const intakeOf = ({ evaluations }: ReportFacts): LookedAt | null =>
  evaluations.find(({ kind }) => kind === "intake") ?? null;
/** Everything in which a skill was scored. */
export const scoredIn = (facts: ReportFacts, skill: string): string[] => [
  ...facts.sessions.filter(({ record }) => record.scores.some((given) => given.skill === skill)).map(({ card }) => card),
  ...facts.evaluations
    .filter(({ marks }) => marks.some((mark) => mark.skill === skill && mark.score !== null))
    .map(({ id }) => id),
];
