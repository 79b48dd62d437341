import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { type LocalDate, localDate } from "../calendar/local-date.ts";
import { SCORES, type Score, sidesOf } from "../kernel/sides.ts";
import { type ReadScore, readHorse } from "../reading/reading.ts";
import { type Goal, sessionsBetween, sessionsMissingFor } from "./aims.ts";
import { compareWalks as compareWalksOn, noiseOf } from "./compare.ts";
import type { WalkMark } from "./seen.ts";
import { signsNow as signsNowOn, trendOf } from "./sign-trend.ts";

const compareWalks = (walks: Parameters<typeof compareWalksOn>[0]) => compareWalksOn(walks, SHIPPED);
const signsNow = (walk: Parameters<typeof signsNowOn>[0], sessions: Parameters<typeof signsNowOn>[1]) =>
  signsNowOn(walk, sessions, SHIPPED);

const DAY: LocalDate = localDate("2026-07-01");
const all = (score: Score, except: Record<string, Score> = {}): ReadScore[] =>
  SKILLS.flatMap((skill) =>
    sidesOf(skill.sided).map((side) => ({
      skill: skill.id,
      side,
      score: except[`${skill.id}:${side}`] ?? except[skill.id] ?? score,
      day: DAY,
      walk: true,
    })),
  );
const missing = (goal: Goal, scores: readonly ReadScore[]) =>
  sessionsMissingFor(goal, readHorse({ ladder: SKILLS, scores, kind: "unhandled", history: {}, rides: 0 }), SKILLS);

describe("what the aim takes", () => {
  it("counts the ladder's sessions from a level to a target", () => {
    const trot = skillOf("trot");
    expect(sessionsBetween(trot, 0, 3)).toBe(trot.to3);
    expect(sessionsBetween(trot, 3, 4)).toBe(trot.to4);
    expect(sessionsBetween(trot, 1.5, 4)).toBe(trot.to3 / 2 + trot.to4);
    expect(sessionsBetween(trot, 4, 3)).toBe(0);
  });
  it("is nothing where it was seen on every side", () => {
    expect(missing({ skill: "trot", target: 3 }, all(4))).toEqual([]);
  });
  it("asks the weaker side", () => {
    const found = missing({ skill: "trot", target: 3 }, all(4, { "trot:left": 1 }));
    expect(found).toMatchObject([{ skill: "trot", sessions: { left: (2 / 3) * skillOf("trot").to3, right: 0 } }]);
  });
  it("goes back through prerequisites, each once and before what rests on it", () => {
    const ids = missing({ skill: "outside", target: 3 }, []).map(({ skill }) => skill);
    expect(ids).toEqual(expect.arrayContaining(["catch", "girth", "sit", "trot"]));
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.at(-1)).toBe("outside");
    for (const [i, id] of ids.entries()) for (const before of skillOf(id).after) expect(ids.indexOf(before)).toBeLessThan(i);
  });
  it("takes as known what a shown skill cannot be without, and does not hold it up for what nobody looked at", () => {
    const trots = (["left", "right"] as const).map((side) => ({ skill: "trot", side, score: 2 as const, day: DAY, walk: true }));
    expect(missing({ skill: "trot", target: 3 }, trots).map(({ skill }) => skill)).toEqual(["trot"]);
    expect(missing({ skill: "sit", target: 3 }, trots)).toEqual([]);
  });
  it("never asks more of a horse that scored higher, or of a lower target", () => {
    const goal = fc.record({
      skill: fc.constantFrom(...SKILLS.map((skill) => skill.id)),
      target: fc.constantFrom(3 as const, 4 as const),
    });
    const works = (list: ReturnType<typeof missing>): number => list.reduce((sum, one) => sum + one.most, 0);
    fc.assert(
      fc.property(goal, fc.constantFrom(...SCORES), (one, score) => {
        const now = works(missing(one, all(score)));
        expect(works(missing({ ...one, target: 5 }, all(score)))).toBeGreaterThanOrEqual(now);
        if (score > 0) expect(works(missing(one, all((score - 1) as Score)))).toBeGreaterThanOrEqual(now);
      }),
    );
  });
});

describe("evaluations side by side", () => {
  const marks = (score: Score, except: Record<string, Score | null> = {}): WalkMark[] =>
    ["catch", "lead", "girth"].flatMap((skill) =>
      sidesOf(skillOf(skill).sided).map((side) => {
        const given = except[`${skill}:${side}`];
        return { skill, side, score: given === undefined ? score : given };
      }),
    );
  it("call a step noise and two steps a change; a mean needs less", () => {
    const compared = compareWalks([
      { marks: marks(2), signs: [{ sign: "girthy", strength: 2 }] },
      { marks: marks(3, { "lead:left": 4, "girth:right": null }), signs: [{ sign: "licks", strength: 1 }] },
    ]);
    const track = (skill: string, side: string) => compared.tracks.find((one) => one.skill === skill && one.side === side);
    expect(track("lead", "left")).toEqual({ skill: "lead", side: "left", scores: [2, 4], change: 2, beyondNoise: true });
    expect(track("lead", "right")).toMatchObject({ change: 1, beyondNoise: false });
    expect(track("girth", "right")).toMatchObject({ scores: [2, null], change: null, beyondNoise: false });
    expect(compared.signs).toEqual([{ sign: "girthy", strengths: [2, 0] }]);
    expect(compared.branches.find((one) => one.branch === "handling" && one.side === "left")).toMatchObject({
      tracks: 1,
      means: [2, 4],
      change: 2,
    });
    expect(noiseOf(9)).toBeCloseTo(noiseOf(1) / 3, 9);
  });
  it("cry change in about one case of ten where nothing changed", () => {
    // Two scores of one level, each with the estimator's scatter of 0.81, on many tracks.
    let seed = 7;
    const uniform = () => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return (seed + 0.5) / 2147483648;
    };
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
    const differences = Array.from({ length: 4000 }, () => 0.81 * (normal() - normal()));
    const cried = differences.filter((difference) => Math.abs(difference) > noiseOf(1)).length / differences.length;
    expect(cried).toBeGreaterThan(0.07);
    expect(cried).toBeLessThan(0.13);
  });
});

describe("how a sign moves over sessions", () => {
  it.each([
    [[2, 2, 2, 1, 0, 0], "better"],
    [[2, 2, 1, 2, 2, 2], "same"],
    [[0, 0, 0, 0, 0, 0, 3], "sudden"],
    [[0, 0, 0, 3], "unknown"],
    [[2], "unknown"],
    [[0, 0, 0, 0, 0], "unknown"],
    [[1, 2, 2, 3, 3, 3], "same"],
  ] as const)("%j is %s", (strengths, trend) => {
    expect(trendOf(strengths)).toBe(trend);
  });
  it("carries the evaluation's signs on, drops settled ones and adds new ones", () => {
    const walk = {
      day: DAY,
      signs: [
        { rung: "tack", sign: "girthy", side: "left", strength: 2, moment: "tightening", trend: "unknown" },
        { rung: "look", sign: "trips", side: "both", strength: 1, moment: null, trend: "unknown" },
      ],
    } as const;
    const session = (day: string, strength: 1 | 2 | 3 | null) => ({
      day: localDate(day),
      signs: strength === null ? [] : [{ sign: "girthy", skill: "girth", side: "left" as const, strength }],
    });
    const now = signsNow(
      walk,
      ["02", "03", "04", "06", "07", "08"].map((day, i) => session(`2026-07-${day}`, i < 5 ? 2 : null)),
    );
    expect(now.lastSeen).toBe("2026-07-07");
    expect(new Set(now.signs.map((seen) => seen.sign))).toEqual(new Set(["girthy"]));
    expect(now.signs[0]).toMatchObject({ moment: "tightening", trend: "unknown" });
    const still = signsNow(
      walk,
      ["02", "03", "04", "06"].map((day) => session(`2026-07-${day}`, 2)),
    );
    expect(still.signs.filter((seen) => seen.sign === "girthy").map((seen) => seen.trend)).toEqual(Array(5).fill("same"));
    expect(signsNow(walk, [])).toEqual({ signs: walk.signs, lastSeen: DAY });
  });
});
