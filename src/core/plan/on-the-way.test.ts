import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { toEnd } from "../kernel/pieces.ts";
import { isDecided, lastInReach, stagesOf, stepsTowards } from "./on-the-way.ts";

const reading = (done: readonly string[]) => ({ counts: ({ id }: { readonly id: string }) => (done.includes(id) ? 4 : 0) });

describe("what is answered in the place of a goal that is not for this term", () => {
  it("is something that it rests on and the horse does not do yet, what rests on most last", () => {
    const steps = stepsTowards(SKILLS, reading(["girth", "saddle"]), "arena");
    expect(steps).toContain("sit");
    expect(steps).not.toContain("girth");
    expect(steps.indexOf("stirrup-weight")).toBeLessThan(steps.indexOf("sit"));
    expect(steps.indexOf("rope-flag")).toBeLessThan(steps.indexOf("sit"));
    // What lies below something that it does is behind it, whatever its own last score.
    expect(stepsTowards(SKILLS, reading(["sit"]), "arena")).not.toContain("stirrup-weight");
    for (const id of steps) expect(skillOf(id).nature).not.toBe("handling");
    expect(stepsTowards(SKILLS, reading([]), "trailer-stand")).toContain("trailer");
  });
  it("is a big step, which an owner can be told of; where none is in reach, what comes before them", () => {
    const steps = stepsTowards(SKILLS, reading([]), "arena");
    const [big = [], earlier = []] = stagesOf(SKILLS, steps);
    expect(big).toEqual(expect.arrayContaining(["saddle", "girth", "stirrup-weight", "sit", "bend-stop"]));
    expect(big).not.toContain("rope-flag");
    expect(earlier).toContain("rope-flag");
    expect(earlier.some((id) => big.includes(id))).toBe(false);
    expect(stagesOf(SKILLS, ["trailer"])).toEqual([["trailer"]]);
  });
  it("is the last that is likely, else the last that is possible, else nothing; and few are asked", () => {
    const steps = ["girth", "loose-tack", "sit", "trot"];
    let asked = 0;
    const reach = (chances: readonly (number | null)[]) =>
      toEnd(
        lastInReach(steps, function* (id) {
          asked += 1;
          yield 0;
          return chances[steps.indexOf(id)] ?? null;
        }),
      );
    expect(reach([1, 0.9, 0.72, 0.4])).toEqual({ skill: "sit", chance: 0.72 });
    expect(asked).toBeLessThan(steps.length);
    expect(reach([0.5, 0.4, 0.2, null])).toEqual({ skill: "loose-tack", chance: 0.4 });
    expect(reach([0.1, 0, null, null])).toBeNull();
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 }), (drawn) => {
        const falling = [...drawn].sort((a, b) => b - a);
        const last = (least: number) => falling.findLastIndex((chance) => chance >= least);
        const at = last(0.7) >= 0 ? last(0.7) : last(0.3);
        expect(reach(falling)?.skill ?? null).toBe(steps[at] ?? null);
      }),
    );
  });
  it("is not played to its end once it is clearly on one side of what is asked", () => {
    expect(isDecided(0, 40, [0.3, 0.7])).toBe(true);
    expect(isDecided(0.5, 40, [0.3, 0.7])).toBe(false);
    expect(isDecided(0.95, 40, [0.3, 0.7])).toBe(true);
    expect(isDecided(0.75, 248, [0.7])).toBe(false);
    // Never after a handful.
    expect(isDecided(0, 8, [0.7])).toBe(false);
  });
});
