import { describe, expect, it } from "vitest";
import { SKILLS } from "#shipped/ladder.ts";
import { GATE_TICKS } from "../permission/ground-check.ts";
import { shownToday } from "./shown.ts";

const of = (...scores: [skill: string, side: "left" | "right" | "both", score: 0 | 1 | 2 | 3 | 4 | 5][]) =>
  shownToday(
    SKILLS,
    scores.map(([skill, side, score]) => ({ skill, side, score })),
    GATE_TICKS,
  );

describe("what today's work showed of the ground check", () => {
  it("is what was scored 3 or more, each side by itself; below that it speaks against the tick", () => {
    expect(of(["give-head", "left", 4], ["give-head", "right", 2], ["block", "left", 3])).toEqual({
      shown: ["head-left", "block"],
      against: ["head-right"],
    });
    expect(of(["loose-tack", "left", 4], ["loose-tack", "right", 2]).against).toEqual(["moved-out"]);
    expect(of(["steer", "left", 4])).toEqual({ shown: [], against: [] });
  });
  it("is only what this horse is asked", () => {
    expect(shownToday(SKILLS, [{ skill: "block", side: "left", score: 4 }], ["girth"])).toEqual({ shown: [], against: [] });
  });
});
