import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { type LocalDate, localDate } from "../calendar/local-date.ts";
import { SCORES, type Score, sidesOf } from "../kernel/sides.ts";
import { type Levels, readLevels } from "../ladder/level.ts";
import { harderSide, impliedBy, readGoal, sessionsBetween, VERDICTS } from "./aims.ts";
import { compareWalks as compareWalksOn, noiseOf } from "./compare.ts";
import type { Mark } from "./seen.ts";
import { signsNow as signsNowOn, trendOf } from "./sign-trend.ts";

const compareWalks = (walks: Parameters<typeof compareWalksOn>[0]) => compareWalksOn(walks, SHIPPED);
const signsNow = (walk: Parameters<typeof signsNowOn>[0], sessions: Parameters<typeof signsNowOn>[1]) =>
  signsNowOn(walk, sessions, SHIPPED);

const DAY: LocalDate = localDate("2026-07-01");
const all = (score: Score, except: Record<string, Score> = {}): Levels =>
  readLevels(
    SKILLS.flatMap((skill) =>
      sidesOf(skill.sided).map((side) => ({
        skill: skill.id,
        side,
        score: except[`${skill.id}:${side}`] ?? except[skill.id] ?? score,
        day: DAY,
      })),
    ),
  );
const NOTHING: Levels = new Map();

describe("what the aim takes", () => {
  it("counts the ladder's sessions from a level to a target", () => {
    const trot = skillOf("trot");
    expect(sessionsBetween(trot, 0, 3)).toBe(trot.to3);
    expect(sessionsBetween(trot, 3, 4)).toBe(trot.to4);
    expect(sessionsBetween(trot, 1.5, 4)).toBe(trot.to3 / 2 + trot.to4);
    expect(sessionsBetween(trot, 4, 3)).toBe(0);
  });
  it("is nothing where it was seen on every side, and likely then, whatever the days left", () => {
    expect(readGoal({ skill: "trot", target: 3 }, all(4), 0, SHIPPED)).toMatchObject({
      verdict: "likely",
      missing: [],
      chain: 0,
      works: 0,
    });
  });
  it("asks the weaker side, and says which costs more", () => {
    const reading = readGoal({ skill: "trot", target: 3 }, all(4, { "trot:left": 1 }), 20, SHIPPED);
    expect(reading.missing).toMatchObject([{ skill: "trot", sessions: { left: (2 / 3) * skillOf("trot").to3, right: 0 } }]);
    expect(reading.missing.map(harderSide)).toEqual(["left"]);
  });
  it("goes back through prerequisites, and is not to be had in a short term from nothing", () => {
    const from = (sessions: number) => readGoal({ skill: "outside", target: 3 }, NOTHING, sessions, SHIPPED);
    expect(from(21).missing.map((one) => one.skill)).toEqual(
      expect.arrayContaining(["catch", "girth", "sit", "trot", "outside"]),
    );
    expect(from(21).verdict).toBe("not-this-term");
    expect(readGoal({ skill: "tie", target: 3 }, NOTHING, 21, SHIPPED).verdict).toBe("likely");
    expect(from(21)).toMatchObject({ sessions: 18, slots: 72 });
  });
  it("takes as known what nobody looked at but what the horse does rests on", () => {
    const trots = readLevels(["left", "right"].map((side) => ({ skill: "trot", side: side as "left", score: 4, day: DAY })));
    expect(impliedBy(trots, SHIPPED).has("sit")).toBe(true);
    expect(readGoal({ skill: "trot", target: 3 }, trots, 10, SHIPPED).missing).toEqual([]);
    // What was seen and was poor is not excused by what rests on it.
    const stiff = all(4, { "hindquarters:right": 1 });
    expect(impliedBy(stiff, SHIPPED).has("hindquarters")).toBe(false);
  });
  it("never gets likelier with fewer sessions, a higher target or a lower score", () => {
    const goal = fc.record({
      skill: fc.constantFrom(...SKILLS.map((skill) => skill.id)),
      target: fc.constantFrom(3 as const, 4 as const),
    });
    fc.assert(
      fc.property(goal, fc.constantFrom(...SCORES), fc.integer({ min: 0, max: 80 }), (one, score, sessions) => {
        const chance = readGoal(one, all(score), sessions, SHIPPED).chance;
        expect(chance).toBeGreaterThanOrEqual(0);
        expect(chance).toBeLessThanOrEqual(1);
        expect(readGoal(one, all(score), sessions + 5, SHIPPED).chance).toBeGreaterThanOrEqual(chance - 1e-9);
        expect(readGoal({ ...one, target: 5 }, all(score), sessions, SHIPPED).chance).toBeLessThanOrEqual(chance + 1e-9);
        if (score > 0)
          expect(readGoal(one, all((score - 1) as Score), sessions, SHIPPED).chance).toBeLessThanOrEqual(chance + 1e-9);
        expect(VERDICTS).toContain(readGoal(one, all(score), sessions, SHIPPED).verdict);
      }),
    );
  });
});

describe("evaluations side by side", () => {
  const marks = (score: Score, except: Record<string, Score | null> = {}): Mark[] =>
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
