import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { leaningFrom, leaningOfPractice } from "../forecast/outlook.ts";
import { SCORES } from "../kernel/sides.ts";
import { agreementOf, practiceAnswer, SITUATIONS, situationsOf } from "./practice.ts";
import { proposedBy } from "./skill.ts";

/** A chance that is the same each time. */
const chanceOf = (seed: number) => {
  let state = seed;
  return () => {
    state = (state * 16_807 + 11) % 2_147_483_647;
    return state / 2_147_483_647;
  };
};

describe("practice at scoring", () => {
  it("asks ten, every score among them, each with the barn's answer", () => {
    fc.assert(
      fc.property(fc.constantFrom(...SKILLS), fc.integer({ min: 1, max: 1e6 }), ({ measure }, seed) => {
        const asked = situationsOf(measure, chanceOf(seed));
        expect(asked).toHaveLength(SITUATIONS);
        const looks = asked.flatMap((one) => (one.kind === "looks" && !one.again ? [one.score] : []));
        expect([...looks].sort()).toEqual([...SCORES]);
        for (const one of asked) expect(SCORES).toContain(practiceAnswer(one, measure));
        expect(situationsOf(measure, chanceOf(seed))).toEqual(asked);
      }),
    );
  });
  it("reads a figure by the skill's own table", () => {
    const { measure } = skillOf("soft-feel");
    expect(measure && [1, 5, 6, 11].map((figure) => proposedBy(measure, figure))).toEqual([4, 3, 2, 1]);
    expect(practiceAnswer({ kind: "figure", figure: 6 }, measure)).toBe(2);
    expect(practiceAnswer({ kind: "figure", figure: 6 }, null)).toBeNull();
  });
  it("counts how often somebody agrees", () => {
    const answers = [
      { answer: 3, given: 3 },
      { answer: 3, given: 4 },
      { answer: 0, given: 3 },
    ] as const;
    expect(agreementOf(answers)).toEqual({ situations: 3, exact: 1, withinOne: 2 });
  });
  it("leans a rider as a stay would: less given is stricter, more answers say more, and sessions outweigh it", () => {
    const strict = leaningOfPractice("ann", Array(10).fill({ answer: 3, given: 2 }));
    const few = leaningOfPractice("ann", [{ answer: 3, given: 2 }]);
    expect(strict.mean).toBeGreaterThan(few.mean);
    expect(strict.variance).toBeLessThan(few.variance);
    expect(few.mean).toBeGreaterThan(0);
    expect(leaningOfPractice("ann", []).mean).toBe(0);
    const mild = { rider: "ann", mean: -0.5, variance: 0.01 };
    expect(leaningFrom("ann", [mild, strict]).mean).toBeLessThan(0);
  });
});
