import { describe, expect, it } from "vitest";
import { changedBySession } from "./changed.ts";
import { EMPTY_RECORD } from "./merge.ts";
import type { ScoreGiven } from "./score-given.ts";

const given = (skill: string, side: "left" | "right" | "both", score: ScoreGiven["score"]): ScoreGiven => ({
  skill,
  side,
  score,
});

describe("what a session changed", () => {
  it("is told side by side, the largest first, against the mean of the last two looks", () => {
    const before = [given("lead", "left", 1), given("lead", "left", 2), given("lead", "left", 2), given("lead", "right", 3)];
    const scores = [given("lead", "left", 3), given("lead", "right", 3), given("tie", "both", 4), given("stand", "both", 1)];
    const change = changedBySession({ ...EMPTY_RECORD, scores }, [...before, given("tie", "both", 2), given("stand", "both", 3)]);
    expect(change.up).toEqual([
      { skill: "tie", side: "both", before: 2, now: 4 },
      { skill: "lead", side: "left", before: 2, now: 3 },
    ]);
    expect(change.down).toEqual([{ skill: "stand", side: "both", before: 3, now: 1 }]);
  });
  it("is no half step, and nothing where nobody had looked", () => {
    const before = [given("lead", "both", 2), given("lead", "both", 3)];
    const scores = [given("lead", "both", 3), given("hose", "both", 4)];
    expect(changedBySession({ ...EMPTY_RECORD, scores }, before)).toEqual({ up: [], down: [], firsts: [], incidents: [] });
  });
  it("names firsts and incidents", () => {
    const record = {
      ...EMPTY_RECORD,
      firsts: [{ skill: null, words: "First ride" }],
      incidents: [{ kind: "spook", before: "", hurt: "nobody", during: "walk", ledBy: [], strength: 1 }] as const,
    };
    expect(changedBySession(record, [])).toMatchObject({ firsts: ["First ride"], incidents: ["spook"] });
  });
});
