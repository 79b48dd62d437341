/** What keeps a changed ladder from being one, and which changes would give past scores another meaning. */
import { type GraphSkill, type LadderFault, ladderFaults } from "./graph.ts";
import type { KeptLadder, KeptSkill } from "./ladder.ts";
import { NEVER_WITHOUT, type Tag } from "./tags.ts";

export type EditFault =
  | LadderFault
  /** Used, but what it rests on is not. */
  | { readonly kind: "orphan"; readonly skill: string; readonly names: string }
  /** Ridden, and nothing on the ground comes before it. */
  | { readonly kind: "no-ground"; readonly skill: string }
  /** It stands in a branch that this ladder does not have. */
  | { readonly kind: "no-branch"; readonly skill: string; readonly names: string }
  | { readonly kind: "twice"; readonly skill: string }
  | { readonly kind: "name-twice"; readonly words: string }
  /** Horses are ridden, and nothing used carries what nobody gets on without. */
  | { readonly kind: "never-without"; readonly tag: Tag };

/** Everything that keeps these branches and skills from being a ladder. */
export function ladderEditFaults({ branches, skills }: KeptLadder): readonly EditFault[] {
  const used = skills.filter((skill) => skill.used);
  const usedIds = new Set(used.map(({ id }) => id));
  const known = new Set(skills.map(({ id }) => id));
  const lanes = new Set(branches.map(({ id }) => id));
  const twice = skills.filter(({ id }, i) => skills.findIndex((one) => one.id === id) !== i);
  const lower = (words: string): string => words.trim().toLowerCase();
  const sameName = used.filter(({ words }, i) => used.findIndex((one) => lower(one.words) === lower(words)) !== i);
  const graph: readonly GraphSkill[] = used.map(({ id, after }) => ({
    id,
    after: after.filter((one) => usedIds.has(one) || !known.has(one)),
  }));
  const ridden = used.some(({ bears }) => bears !== "nothing");
  return [
    ...twice.map(({ id }) => ({ kind: "twice" as const, skill: id })),
    ...sameName.map(({ words }) => ({ kind: "name-twice" as const, words })),
    ...skills
      .filter(({ branch }) => !lanes.has(branch))
      .map(({ id, branch }) => ({ kind: "no-branch" as const, skill: id, names: branch })),
    ...ladderFaults(graph),
    ...used.flatMap(({ id, after }) =>
      after.filter((one) => known.has(one) && !usedIds.has(one)).map((names) => ({ kind: "orphan" as const, skill: id, names })),
    ),
    ...used
      .filter(({ bears, after }) => bears === "rider" && after.length === 0)
      .map(({ id }) => ({ kind: "no-ground" as const, skill: id })),
    ...(ridden ? NEVER_WITHOUT : [])
      .filter((tag) => !used.some(({ tags }) => tags.includes(tag)))
      .map((tag) => ({ kind: "never-without" as const, tag })),
  ];
}

/** Scores on two sides are no scores of one, and what was ridden says nothing of the ground: such a change makes a new skill of it. */
export const changesMeaning = (before: KeptSkill, after: KeptSkill): boolean =>
  before.sided !== after.sided || before.bears !== after.bears;
