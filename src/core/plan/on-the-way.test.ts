import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { lastInReach, stepsTowards } from "./on-the-way.ts";

const reading = (done: readonly string[]) => ({ counts: ({ id }: { readonly id: string }) => (done.includes(id) ? 4 : 0) });

describe("what is answered in the place of a goal that is not for this term", () => {
  it("is something that it rests on and the horse does not do yet, what rests on most last", () => {
    const steps = stepsTowards(SKILLS, reading(["girth", "saddle"]), "arena");
    expect(steps).toContain("sit");
    expect(steps).not.toContain("girth");
    expect(steps.indexOf("stirrup-weight")).toBeLessThan(steps.indexOf("sit"));
    expect(steps.indexOf("rope-flag")).toBeLessThan(steps.indexOf("sit"));
    for (const id of steps) expect(skillOf(id).nature).not.toBe("handling");
    expect(stepsTowards(SKILLS, reading([]), "trailer-stand")).toContain("trailer");
  });
  it("is the last that is likely, else the last that is possible, else nothing", () => {
    const steps = ["girth", "loose-tack", "sit", "trot"];
    const chances = (all: readonly (number | null)[]) => (id: string) => all[steps.indexOf(id)] ?? null;
    expect(lastInReach(steps, chances([1, 0.9, 0.72, 0.4]))).toBe("sit");
    expect(lastInReach(steps, chances([0.5, 0.4, 0.2, null]))).toBe("loose-tack");
    expect(lastInReach(steps, chances([0.1, 0, null, null]))).toBeNull();
  });
});
