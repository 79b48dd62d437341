import { describe, expect, it } from "vitest";
import { SKILLS } from "#shipped/ladder.ts";
import { ladderFor } from "./for-method.ts";
import { ladderFaults } from "./graph.ts";
import { METHODS, methodOf } from "./methods.ts";

const after = (method: (typeof METHODS)[number], skill: string): readonly string[] =>
  ladderFor(SKILLS, method).find(({ id }) => id === skill)?.after ?? [];

describe("the ladder by method", () => {
  it("is a ladder by every method, with the same skills in the same order", () => {
    for (const method of METHODS) {
      const ladder = ladderFor(SKILLS, method);
      expect(ladderFaults(ladder)).toEqual([]);
      expect(ladder.map(({ id }) => id)).toEqual(SKILLS.map(({ id }) => id));
      // A method only ever makes a skill wait for more.
      for (const [i, skill] of ladder.entries())
        expect(skill.after).toEqual(expect.arrayContaining([...(SKILLS[i]?.after ?? [])]));
    }
  });
  it("lets each answer change what waits for what", () => {
    const quiet = methodOf("quiet-steps");
    expect(after({ ...quiet, headgear: "snaffle" }, "sit")).toContain("bit");
    expect(after({ ...quiet, headgear: "rope-halter" }, "soft-feel")).toContain("bit");
    expect(after({ ...quiet, steering: "both-reins" }, "steer")).toContain("bit");
    expect(after({ ...quiet, looseWork: "keeps-gait" }, "voice-canter")).toContain("line");
    expect(after({ ...quiet, secondBit: "late" }, "second-bit")).toContain("circles");
    expect(after({ ...quiet, secondBit: "early" }, "second-bit")).not.toContain("circles");
  });
  it("leaves out what the barn does not use, and what would make a circle", () => {
    const noBit = SKILLS.filter(({ id }) => id !== "bit");
    expect(ladderFor(noBit, methodOf("classical-line")).find(({ id }) => id === "sit")?.after).not.toContain("bit");
    const turned = SKILLS.map((skill) => (skill.id === "bit" ? { ...skill, after: ["sit"] } : skill));
    expect(ladderFaults(ladderFor(turned, methodOf("classical-line")))).toEqual([]);
  });
});
