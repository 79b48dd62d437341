/**
 * The part of the ladder that a set of goals needs: the goals' skills with everything that they rest on, by number, prerequisites first, so that
 * thousands of plays can walk it without looking anything up.
 */
import { must } from "../kernel/assert.ts";
import { sidesOf } from "../kernel/sides.ts";
import type { GoalFacts } from "./goals.ts";
import type { SkillShape } from "./stay.ts";

export interface LevelCourse {
  /** Prerequisites stand before what rests on them. */
  readonly skills: readonly SkillShape[];
  /** Number of a skill; undefined: no goal needs it. */
  readonly at: ReadonlyMap<string, number>;
  /** Direct prerequisites of each skill, by number. */
  readonly before: readonly (readonly number[])[];
  /** Those of them that it waits for still once it has been shown. */
  readonly staying: readonly (readonly number[])[];
  /** Tracks of skill i are firstTrack[i] up to firstTrack[i + 1]. */
  readonly firstTrack: Int32Array;
  readonly tracks: number;
  readonly goals: readonly CourseGoal[];
  /** Numbers of the skills as the ladder has them, which is how people go through it. */
  readonly asListed: readonly number[];
}
export interface CourseGoal extends GoalFacts {
  readonly at: number;
  /** Everything that it rests on, by number, prerequisites first; itself not among them. */
  readonly ancestors: readonly number[];
  /** Tracks on which it asks for its target: from this one up to, not with, that one. */
  readonly from: number;
  readonly to: number;
}

const NONE: ReadonlySet<string> = new Set();
/** Nothing waits for what is `passed`. Throws where a goal or a prerequisite is not in the ladder; input is checked before. */
export function courseOf(
  ladder: readonly SkillShape[],
  goals: readonly GoalFacts[],
  passed: ReadonlySet<string> = NONE,
): LevelCourse {
  const shapes = new Map(ladder.map((skill) => [skill.id, skill]));
  const at = new Map<string, number>();
  const skills: SkillShape[] = [];
  const visit = (id: string): void => {
    if (at.has(id)) return;
    const shape = must(shapes.get(id), `the ladder holds ${id}`);
    for (const before of shape.prerequisites) if (!passed.has(before)) visit(before);
    at.set(id, skills.length);
    skills.push(shape);
  };
  for (const goal of goals) visit(goal.skill);
  const numberOf = (id: string): number => must(at.get(id), `${id} is on the course`);
  const before = skills.map((skill) => skill.prerequisites.filter((id) => !passed.has(id)).map(numberOf));
  const staying = skills.map(({ onTheLine = [] }, i) =>
    (before[i] as readonly number[]).filter((prior) => !onTheLine.includes((skills[prior] as SkillShape).id)),
  );
  const firstTrack = new Int32Array(skills.length + 1);
  skills.forEach((skill, i) => {
    firstTrack[i + 1] = (firstTrack[i] ?? 0) + sidesOf(skill.sided).length;
  });
  return {
    skills,
    at,
    before,
    staying,
    firstTrack,
    tracks: firstTrack[skills.length] ?? 0,
    asListed: ladder.flatMap(({ id }) => at.get(id) ?? []),
    goals: goals.map((goal) => {
      const skill = numberOf(goal.skill);
      const [first, end] = [firstTrack[skill] ?? 0, firstTrack[skill + 1] ?? 0];
      const sides = sidesOf(must(skills[skill], "a skill").sided);
      const one = goal.side === null ? -1 : sides.indexOf(goal.side);
      const [from, to] = one < 0 ? [first, end] : [first + one, first + one + 1];
      return { ...goal, at: skill, ancestors: ancestorsOf(before, skill), from, to };
    }),
  };
}

function ancestorsOf(before: readonly (readonly number[])[], skill: number): readonly number[] {
  const found = new Set<number>();
  const visit = (one: number): void => {
    for (const prior of before[one] ?? []) if (!found.has(prior)) visit(found.add(prior) && prior);
  };
  visit(skill);
  return [...found].sort((a, b) => a - b);
}

/** What a chooser knows of each track and skill of a course; a belief gives it, and so does the light book-keeping inside a play. */
export interface Known {
  /** By track: level, and its standard deviation. */
  readonly mean: Float64Array;
  readonly spread: Float64Array;
  /** By skill: how fast it is learnt, 1 as typical. */
  readonly pace: Float64Array;
}
