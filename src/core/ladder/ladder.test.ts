import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { RUNGS, WALKED_SKILLS } from "../intake/instrument.ts";
import { SIGN_IDS } from "../intake/signs.ts";
import { ladderFaults } from "./graph.ts";
import { readLevels, type ScoreFact, weakerSide } from "./level.ts";
import { METHODS, methodOf, methodsWith, type OwnMethod, ownMethodOf } from "./methods.ts";
import type { Skill } from "./skill.ts";

const DAY = localDate("2026-07-01");
const score = (skill: string, side: "left" | "right" | "both", value: 0 | 1 | 2 | 3 | 4 | 5): ScoreFact => ({
  skill,
  side,
  score: value,
  day: DAY,
});

describe("the ladder", () => {
  it("is a ladder: every prerequisite exists and nothing leads back to itself", () => {
    expect(ladderFaults(SKILLS)).toEqual([]);
    expect(new Set(SKILLS.map((skill) => skill.id)).size).toBe(SKILLS.length);
    expect(new Set(SKILLS.map((skill) => skill.branch))).toEqual(new Set(SHIPPED.branches.map(({ id }) => id)));
  });
  it("finds circles and unknown prerequisites in one that is none", () => {
    const of = (id: string, ...after: string[]): Skill => ({ ...skillOf("catch"), id, after });
    expect(ladderFaults([of("a", "b"), of("b", "a"), of("c", "gone")])).toEqual([
      { kind: "unknown-prerequisite", skill: "c", names: "gone" },
      { kind: "cycle", skills: ["a", "b"] },
    ]);
  });
  it("asks more of the rider, never less, from the ground into the saddle", () => {
    for (const skill of SKILLS) {
      expect(skill.grade).toBeGreaterThanOrEqual(1);
      expect(skill.grade).toBeLessThanOrEqual(5);
      expect(skill.to3).toBeGreaterThan(0);
    }
    for (const id of ["stirrup-weight", "lie-across", "sit"]) expect(skillOf(id).second, id).toBe(true);
  });
  it("says a caution wherever somebody gets on, loads or stands at a leg, of skills that exist", () => {
    for (const id of ["stirrup-weight", "lie-across", "sit", "trailer", "hind-feet", "girth"])
      expect(skillOf(id).caution).not.toBe("");
    expect(SKILLS.filter(({ caution }) => caution !== "")).toHaveLength(39);
  });
  it("has methods that name everything they differ in", () => {
    expect(new Set(METHODS.map((method) => method.id)).size).toBe(METHODS.length);
    expect(methodOf("ground-first").groundSessionsFirst).toBeGreaterThan(methodOf("quiet-steps").groundSessionsFirst);
  });
});

describe("the walk's instrument", () => {
  it("has eleven rungs, looks at skills of the ladder once, and watches for signs that exist", () => {
    expect(RUNGS).toHaveLength(11);
    expect(new Set(WALKED_SKILLS).size).toBe(WALKED_SKILLS.length);
    for (const id of WALKED_SKILLS) expect(SHIPPED.uses(id), id).toBe(true);
    for (const rung of RUNGS) for (const sign of rung.signs) expect(SIGN_IDS, rung.id).toContain(sign);
  });
});

describe("levels", () => {
  it("take the newest score and the spread of the last three", () => {
    const facts = [5, 1, 2, 3].map((value) => score("steer", "left", value as 1));
    expect(readLevels(facts).get("steer:left")).toEqual({ latest: 3, low: 1, high: 3, first: 5, times: 4, day: DAY });
  });
  it("count a side that was never seen as nothing", () => {
    const levels = readLevels([score("steer", "left", 4)]);
    expect(weakerSide(levels, skillOf("steer"))).toBe(0);
    expect(weakerSide(readLevels([score("catch", "both", 3)]), skillOf("catch"))).toBe(3);
  });
});

describe("methods of the barn's own", () => {
  const own: OwnMethod = {
    ...methodOf("classical-line"),
    id: "own-1",
    words: "The long way",
    groundSessionsFirst: 20,
    used: true,
  };
  it("stand beside the shipped ones, which may be changed and put back", () => {
    const changed: OwnMethod = { ...methodOf("quiet-steps"), secondBit: "early", used: false };
    const methods = methodsWith([own, changed]);
    expect(methods.map(({ id }) => id)).toEqual([...METHODS.map(({ id }) => id), "own-1"]);
    expect(methodOf("quiet-steps", methods)).toEqual(changed);
    expect(methodOf("own-1", methods).groundSessionsFirst).toBe(20);
    expect(methodsWith([])).toEqual(METHODS.map((method) => ({ ...method, used: true })));
  });
  it("keep only what differs from what ships", () => {
    expect(ownMethodOf(methodsWith([own]))).toEqual([own]);
    expect(ownMethodOf([{ ...methodOf("quiet-steps"), used: true }])).toEqual([]);
    expect(ownMethodOf([{ ...methodOf("quiet-steps"), used: false }])).toHaveLength(1);
  });
});
