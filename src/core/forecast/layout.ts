/** Where each part of a stay's state stands in one vector: the horse's rate, the day, the riders, the tracks, the ease of each skill. */
import { must } from "../kernel/assert.ts";
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import type { SkillShape } from "./stay.ts";

export interface Track {
  readonly skill: number;
  readonly side: TrackSide;
  readonly at: number;
}
export interface StateLayout {
  readonly skills: readonly SkillShape[];
  readonly riders: readonly string[];
  readonly tracks: readonly Track[];
  /** Numbers in the vector. */
  readonly size: number;
  /** Log learning rate of the horse. */
  readonly rate: number;
  /** Effect of today. */
  readonly day: number;
  rider(name: string): number;
  skill(id: string): number;
  has(id: string): boolean;
  tracksOf(skill: number): readonly Track[];
  ease(skill: number): number;
  /** How deep a skill lies, 0-1: typical sessions of it and all its ancestors over the largest such sum. */
  readonly depth: readonly number[];
}

function depthsOf(skills: readonly SkillShape[], indexOf: ReadonlyMap<string, number>): readonly number[] {
  const ancestors = (at: number, found: Set<number>): Set<number> => {
    for (const id of must(skills[at], "a skill").prerequisites) {
      const before = must(indexOf.get(id), `the ladder holds ${id}`);
      if (!found.has(before)) ancestors(before, found.add(before));
    }
    return found;
  };
  const sums = skills.map((skill, at) =>
    [...ancestors(at, new Set())].reduce((sum, before) => sum + must(skills[before], "a skill").sessions03, skill.sessions03),
  );
  const largest = Math.max(1, ...sums);
  return sums.map((sum) => sum / largest);
}

/** The same skills of a ladder that is cut down to some of them; how deep each lies is still read from the whole. */
export function narrowed(
  skills: readonly SkillShape[],
  only: ReadonlySet<string>,
): { skills: readonly SkillShape[]; depth: readonly number[] } {
  const depth = depthsOf(skills, new Map(skills.map((skill, at) => [skill.id, at])));
  const kept = skills.flatMap((skill, at) => (only.has(skill.id) ? [{ skill, depth: depth[at] ?? 0 }] : []));
  return {
    skills: kept.map(({ skill }) => ({ ...skill, prerequisites: skill.prerequisites.filter((id) => only.has(id)) })),
    depth: kept.map((one) => one.depth),
  };
}

/** Throws where a prerequisite is not in the list; input is checked before. */
export function layoutOf(skills: readonly SkillShape[], riders: readonly string[], depth?: readonly number[]): StateLayout {
  const indexOf = new Map(skills.map((skill, at) => [skill.id, at]));
  const first = 2 + riders.length;
  const tracks = skills
    .flatMap((skill, at) => sidesOf(skill.sided).map((side) => ({ skill: at, side })))
    .map((track, i) => ({ ...track, at: first + i }));
  const bySkill = skills.map((_, at) => tracks.filter((track) => track.skill === at));
  const riderAt = new Map(riders.map((name, i) => [name, 2 + i]));
  return {
    skills,
    riders,
    tracks,
    size: first + tracks.length + skills.length,
    rate: 0,
    day: 1,
    rider: (name) => must(riderAt.get(name), `rider ${name} is in the state`),
    has: (id) => indexOf.has(id),
    skill: (id) => must(indexOf.get(id), `the ladder holds ${id}`),
    tracksOf: (skill) => must(bySkill[skill], "a skill has tracks"),
    ease: (skill) => first + tracks.length + skill,
    depth: depth ?? depthsOf(skills, indexOf),
  };
}
