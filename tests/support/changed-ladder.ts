/** The shipped ladder as a barn may have it: a third of its skills off, ten called otherwise, ten of the barn's own. */

import type { LadderFile } from "#contracts/ladder.ts";
import { must } from "#core/kernel/assert.ts";
import { ladderEditFaults } from "#core/ladder/faults.ts";
import type { KeptSkill } from "#core/ladder/ladder.ts";
import { SHIPPED_FILE, SHIPPED_KEPT } from "#shipped/ladder.ts";

const { branches, skills } = SHIPPED_KEPT;
const byId = new Map(skills.map((skill) => [skill.id, skill]));
const TEN = 10;
export const THIRD = Math.floor(skills.length / 3);

/** Every second skill until a third is off, and what rests on it rests on what that rested on; those without which the ladder would be none stay. */
function aThirdOff(): { readonly off: ReadonlySet<string>; readonly left: readonly KeptSkill[] } {
  const off = new Set<string>();
  const without = (ids: ReadonlySet<string>): readonly KeptSkill[] => {
    const under = (id: string): readonly string[] => (ids.has(id) ? must(byId.get(id), "a skill").after.flatMap(under) : [id]);
    return skills.map((skill) => ({
      ...skill,
      used: !ids.has(skill.id),
      after: [...new Set(skill.after.flatMap(under))],
    }));
  };
  for (const { id } of [...skills.filter((_, i) => i % 2 === 1), ...skills.filter((_, i) => i % 2 === 0)])
    if (off.size < THIRD && ladderEditFaults({ branches, skills: without(new Set([...off, id])) }).length === 0) off.add(id);
  return { off, left: without(off) };
}
const { off, left } = aThirdOff();

/** Names that are no part of another name or of ordinary words. */
const RENAMED = left
  .filter(
    ({ used, words }) =>
      used && words.split(" ").length >= 3 && !skills.some((one) => one.words !== words && one.words.includes(words)),
  )
  .slice(0, TEN);
export const OFF: ReadonlySet<string> = off;
export const OLD_NAMES: readonly string[] = RENAMED.map(({ words }) => words);
export const NEW_NAMES: readonly string[] = RENAMED.map((_, i) => `Quillfern's thing ${"abcdefghij"[i]}`);

const OWN: readonly KeptSkill[] = Array.from({ length: TEN }, (_, i): KeptSkill => {
  const like = must(left.filter(({ used }) => used)[i * 3], "a skill in use");
  return {
    ...like,
    id: `own-${i + 1}`,
    words: `Of our own ${i + 1}`,
    branch: i < 2 ? "own-branch" : like.branch,
    after: i === 0 ? [] : [`own-${i}`, "catch"].slice(0, i % 2 === 0 ? 1 : 2).filter((id) => id !== like.id),
    contains: [],
    tags: [],
    bears: "nothing",
    everyday: true,
    gait: null,
    aims: [],
    cues: [],
    signs: [],
    causes: [],
  };
});

export const CHANGED = {
  branches: [...branches, { id: "own-branch", words: "Quillfern's own", nature: "handling" as const }],
  skills: [
    ...left.map((skill) => {
      const at = RENAMED.findIndex(({ id }) => id === skill.id);
      return at < 0 ? skill : { ...skill, words: NEW_NAMES[at] ?? skill.words };
    }),
    ...OWN,
  ],
};

/** The same as a barn hands it on. */
export const CHANGED_FILE: LadderFile = {
  format: SHIPPED_FILE.format,
  branches: CHANGED.branches.map((branch) => ({
    ...branch,
    skills: CHANGED.skills
      .filter((skill) => skill.branch === branch.id)
      .map(({ branch: _branch, ...skill }) => ({ ...skill, page: null })) as LadderFile["branches"][number]["skills"],
  })),
};
