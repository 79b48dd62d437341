/** The ladder while it is changed: branches and skills as one list of keyed things, so that what two managers change is joined. */

import { keptOf } from "#contracts/ladder.file.ts";
import { USUAL } from "#contracts/ladder.page.ts";
import type { LadderFile, PageFields, SkillRecord } from "#contracts/ladder.ts";
import { changesMeaning } from "#core/ladder/faults.ts";
import type { Branch } from "#core/ladder/skill.ts";

export type Part = { readonly branch: Branch; readonly skill?: never } | { readonly skill: SkillRecord; readonly branch?: never };
export const keyOf = (part: Part): string => (part.skill ? `skill ${part.skill.id}` : `branch ${part.branch.id}`);
export const partsOf = (branches: readonly Branch[], skills: readonly SkillRecord[]): readonly Part[] => [
  ...branches.map((branch): Part => ({ branch })),
  ...skills.map((skill): Part => ({ skill })),
];
export const branchesIn = (parts: readonly Part[]): readonly Branch[] => parts.flatMap(({ branch }) => branch ?? []);
export const skillsIn = (parts: readonly Part[]): readonly SkillRecord[] => parts.flatMap(({ skill }) => skill ?? []);

/** A name that stays for good, from words; never one that is there. */
export function freeId(words: string, taken: readonly string[]): string {
  const plain = words
    .toLowerCase()
    .normalize("NFD")
    .replaceAll(/[^a-z0-9]+/g, "-")
    .replaceAll(/^-+|-+$/g, "")
    .slice(0, 40);
  const base = `own-${plain || "skill"}`;
  let id = base;
  for (let n = 2; taken.includes(id); n += 1) id = `${base}-${n}`;
  return id;
}

/** A skill that nobody has scored yet, in a branch, to be filled in. */
export const newSkill = (branch: string, skills: readonly SkillRecord[]): SkillRecord => ({
  id: freeId(
    "new skill",
    skills.map(({ id }) => id),
  ),
  words: "New skill",
  branch,
  ...(USUAL as unknown as Omit<SkillRecord, "id" | "words" | "branch" | "place" | "to3" | "to4" | "halfLife">),
  place: "anywhere",
  to3: 4,
  to4: 5,
  halfLife: 60,
  everyday: false,
});

/** Another skill in the place of one that has been scored: the old one is not used any more, and what waited for it waits for the new one. */
export function inPlaceOf(
  skills: readonly SkillRecord[],
  old: SkillRecord,
  change: Partial<SkillRecord>,
): readonly SkillRecord[] {
  const fresh: SkillRecord = {
    ...old,
    ...change,
    id: freeId(
      old.words,
      skills.map(({ id }) => id),
    ),
  };
  const waiting = (ids: SkillRecord["after"]): SkillRecord["after"] => ids.map((id) => (id === old.id ? fresh.id : id));
  return skills.flatMap((skill) =>
    skill.id === old.id
      ? [{ ...old, used: false }, fresh]
      : [{ ...skill, after: waiting(skill.after), contains: waiting(skill.contains) }],
  );
}

/**
 * Another barn's ladder over this one: its branches and skills as it has them; a skill that has been scored here with another meaning is joined as a new one;
 * what it does not have is not used any more.
 */
export function importedOver(
  parts: readonly Part[],
  file: LadderFile,
): { readonly parts: readonly Part[]; readonly pages: readonly { readonly skill: string; readonly page: PageFields }[] } {
  const given = keptOf(file);
  const mine = new Map(skillsIn(parts).map((skill) => [skill.id, skill]));
  const taken = [...mine.keys(), ...given.skills.map(({ id }) => id)];
  const renamed = new Map<string, string>();
  for (const skill of given.skills) {
    const old = mine.get(skill.id);
    if (old && changesMeaning(old, skill)) renamed.set(skill.id, freeId(skill.words, [...taken, ...renamed.values()]));
  }
  const id = (one: string): string => renamed.get(one) ?? one;
  const theirs = given.skills.map(
    (skill): SkillRecord => ({
      ...(skill as SkillRecord),
      id: id(skill.id),
      after: skill.after.map(id),
      contains: skill.contains.map(id),
    }),
  );
  const have = new Set(theirs.map((skill) => skill.id));
  const lanes = new Set(given.branches.map((branch) => branch.id));
  return {
    parts: partsOf(
      [...given.branches, ...branchesIn(parts).filter((branch) => !lanes.has(branch.id))],
      [...theirs, ...skillsIn(parts).flatMap((skill) => (have.has(skill.id) ? [] : [{ ...skill, used: false }]))],
    ),
    pages: file.branches.flatMap(({ skills }) => skills.flatMap(({ id: of, page }) => (page ? [{ skill: id(of), page }] : []))),
  };
}
