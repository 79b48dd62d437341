/**
 * Which side is the hard one: told for the work of the day where there is some, by its own skills, else by their branch, else over all. A side is hard
 * where the other is ahead by half a step or more on average, or where the difference is no play of chance.
 */
import { groupBy } from "../kernel/group.ts";
import { type Score, SIDES, type Side } from "../kernel/sides.ts";
import { type ScoreFact, trackKey } from "../ladder/level.ts";
import type { Skill } from "../ladder/skill.ts";

export type HardSide = Side | "even" | "unknown";
export interface SideReading {
  readonly side: HardSide;
  /** Left less right, in steps of the score, over the skills seen on both sides. */
  readonly difference: number;
  readonly skills: number;
}

/** The last so many scores of a side stand for where it is. */
const LATELY = 2;
/** Of one score about the level; forecast/growth.ts has the same of its model. */
const SCORE_SPREAD = 0.81;
/** 80 % of a normal lies so many deviations about its mean. */
const EIGHTY = 1.2816;
const HALF_A_STEP = 0.5;

const average = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0) / list.length;

/** Over some skills; unknown where none was seen on both sides. */
export function hardSideOf(scores: readonly ScoreFact[], skills: readonly Skill[]): SideReading {
  const byTrack = groupBy(scores, (fact) => trackKey(fact.skill, fact.side));
  const lately = (id: string, side: Side): readonly Score[] =>
    (byTrack.get(trackKey(id, side)) ?? []).slice(-LATELY).map(({ score }) => score);
  const pairs = skills
    .filter(({ sided }) => sided)
    .map(({ id }) => SIDES.map((side) => lately(id, side)) as [readonly Score[], readonly Score[]])
    .filter(([left, right]) => left.length > 0 && right.length > 0);
  if (pairs.length === 0) return { side: "unknown", difference: 0, skills: 0 };
  const difference = average(pairs.map(([left, right]) => average(left) - average(right)));
  const variance =
    pairs.reduce((sum, [left, right]) => sum + SCORE_SPREAD ** 2 * (1 / left.length + 1 / right.length), 0) / pairs.length ** 2;
  const even = Math.abs(difference) < HALF_A_STEP && Math.abs(difference) <= EIGHTY * Math.sqrt(variance);
  return { side: even ? "even" : difference > 0 ? "right" : "left", difference, skills: pairs.length };
}

/** For today's work: by the tracks of the main, else by its branch, else over the ladder. */
export function hardSideFor(scores: readonly ScoreFact[], ladder: readonly Skill[], main: readonly string[]): SideReading {
  const own = ladder.filter(({ id }) => main.includes(id));
  const branch = ladder.filter((skill) => own.some((one) => one.branch === skill.branch));
  const [first] = [own, branch].map((skills) => hardSideOf(scores, skills)).filter(({ side }) => side !== "unknown");
  return first ?? hardSideOf(scores, ladder);
}
