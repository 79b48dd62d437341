import { describe, expect, it } from "vitest";
import { LadderFile, SkillRecord } from "#contracts/ladder.ts";
import { ladderEditFaults } from "#core/ladder/faults.ts";
import { SHIPPED_FILE, SHIPPED_KEPT } from "#shipped/ladder.ts";
import { branchesIn, freeId, importedOver, inPlaceOf, newSkill, partsOf, skillsIn } from "./draft.ts";

const SKILLS = SHIPPED_KEPT.skills.map((skill) => SkillRecord.parse(skill));
const PARTS = partsOf(SHIPPED_KEPT.branches, SKILLS);
const skill = (skills: readonly SkillRecord[], id: string) => skills.find((one) => one.id === id);

describe("the ladder while it is changed", () => {
  it("names a new skill by its words, once for all, and starts it as one that the schema takes", () => {
    expect(freeId("Stands for the Photographer!", [])).toBe("own-stands-for-the-photographer");
    expect(freeId("Tie", ["own-tie", "own-tie-2"])).toBe("own-tie-3");
    expect(freeId("éàü", [])).toMatch(/^own-[a-z-]+$/);
    const fresh = newSkill("handling", SKILLS);
    expect(SkillRecord.parse(fresh)).toEqual(fresh);
    expect(ladderEditFaults({ branches: SHIPPED_KEPT.branches, skills: [...SKILLS, fresh] })).toEqual([]);
  });
  it("puts another skill in the place of one that was scored: the old one stays, what waited for it waits for the new one", () => {
    const girth = skill(SKILLS, "girth") as SkillRecord;
    const after = inPlaceOf(SKILLS, girth, { sided: false });
    expect(after).toHaveLength(SKILLS.length + 1);
    expect(skill(after, "girth")).toMatchObject({ used: false, sided: true });
    expect(skill(after, "own-girth-tightened-in-steps")).toMatchObject({ used: true, sided: false, tags: girth.tags });
    expect(skill(after, "stirrups")?.after).toEqual(["own-girth-tightened-in-steps"]);
    expect(ladderEditFaults({ branches: SHIPPED_KEPT.branches, skills: after })).toEqual([]);
  });
  it("takes another barn's ladder in: its own as new, what means something else here as another skill, and nothing is lost", () => {
    const theirs = LadderFile.parse({
      ...SHIPPED_FILE,
      branches: SHIPPED_FILE.branches.map((branch) => ({
        ...branch,
        skills: branch.skills
          .filter(({ id }) => id !== "clippers")
          .map((one) => (one.id === "tie" ? { ...one, sided: true, words: "Tied, each side" } : one)),
      })),
    });
    const taken = importedOver(PARTS, theirs);
    const skills = skillsIn(taken.parts);
    expect(skill(skills, "clippers")).toMatchObject({ used: false });
    expect(skill(skills, "tie")).toMatchObject({ used: false, sided: false });
    expect(skill(skills, "own-tied-each-side")).toMatchObject({ used: true, sided: true });
    expect(skill(skills, "wash-place")?.after).toContain("own-tied-each-side");
    expect(taken.pages.some((one) => one.skill === "own-tied-each-side")).toBe(true);
    expect(ladderEditFaults({ branches: branchesIn(taken.parts), skills })).toEqual([]);
    // The same ladder again changes nothing.
    expect(importedOver(PARTS, SHIPPED_FILE).parts).toEqual(PARTS);
  });
});
