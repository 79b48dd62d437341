/**
 * The barn's own table of sessions: what skills took on the horses that went home, drawn towards what the ladder says while few stand behind a
 * number (partial pooling: the ladder's number counts as so many horses).
 */
import { groupBy } from "../kernel/group.ts";
import type { TrackSide } from "../kernel/sides.ts";
import { type ScoreFact, trackKey } from "./level.ts";
import type { Skill } from "./skill.ts";

export interface SessionsTaken {
  readonly skill: string;
  readonly side: TrackSide;
  readonly horses: number;
  /** Works from low to 3, on average over those horses. */
  readonly works: number;
}
export interface Typical {
  readonly skill: string;
  /** As the ladder has it, and as the barn's horses move it. */
  readonly told: number;
  readonly pooled: number;
  readonly bySide: readonly { readonly side: TrackSide; readonly works: number; readonly horses: number }[];
  /** Most horses behind one side's number. */
  readonly horses: number;
}

/** So many horses does the ladder's own number count for. */
const LADDER_HORSES = 6;
const LOW = 1;
const REACHED = 3;
const TWICE = 2;

/** Works that each track took to its first two scores of 3 in a row, where it was first scored low. */
export function worksTaken(scores: readonly ScoreFact[]): readonly { skill: string; side: TrackSide; works: number }[] {
  return [...groupBy(scores, (fact) => trackKey(fact.skill, fact.side)).values()].flatMap((facts) => {
    const first = facts[0];
    if (!first || first.score > LOW) return [];
    const reached = facts.findIndex((fact, i) => fact.score >= REACHED && (facts[i + TWICE - 1]?.score ?? 0) >= REACHED);
    return reached < 1 ? [] : [{ skill: first.skill, side: first.side, works: reached }];
  });
}

export function typicalOf(ladder: readonly Skill[], taken: readonly SessionsTaken[]): readonly Typical[] {
  const bySkill = groupBy(taken, ({ skill }) => skill);
  const pool = (told: number, horses: number, works: number): number =>
    (LADDER_HORSES * told + horses * works) / (LADDER_HORSES + horses);
  return ladder.map(({ id, to3 }) => {
    const rows = bySkill.get(id) ?? [];
    const bySide = rows.map(({ side, horses, works }) => ({ side, works: pool(to3, horses, works), horses }));
    const horses = Math.max(0, ...rows.map((row) => row.horses));
    // The harder side decides how long a skill takes.
    return { skill: id, told: to3, pooled: Math.max(0, ...bySide.map(({ works }) => works)) || to3, bySide, horses };
  });
}

/** The ladder with the barn's own numbers in the place of those that were told. */
export function pooledLadder(ladder: readonly Skill[], taken: readonly SessionsTaken[]): readonly Skill[] {
  const pooled = new Map(typicalOf(ladder, taken).map((one) => [one.skill, one.pooled]));
  return ladder.map((skill) => ({ ...skill, to3: pooled.get(skill.id) ?? skill.to3 }));
}
