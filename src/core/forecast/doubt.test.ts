import { describe, expect, it } from "vitest";
import type { Score } from "../kernel/sides.ts";
import { readingNow } from "./doubt.ts";
import { believe } from "./estimator.ts";
import { readSimulations } from "./forecast.ts";
import { simulate } from "./simulate.ts";
import type { ScoredSession, SkillShape, StayFacts } from "./stay.ts";

const SKILLS: readonly SkillShape[] = ["a", "b", "c"].map((id) => ({
  id,
  branch: "education",
  nature: "education",
  atTheBit: false,
  prerequisites: [],
  sided: false,
  sessions03: 4,
}));
/** A session every day, all three skills, at these scores. */
const lived = (scores: readonly number[]): readonly ScoredSession[] =>
  scores.map((score, day) => ({
    day,
    rider: "ann",
    windy: false,
    newPlace: false,
    work: SKILLS.map(({ id }) => ({ skill: id, minutes: 15, scores: { both: score as Score } })),
  }));
const factsOf = (scores: readonly number[], branch = "education"): StayFacts => ({
  kind: "halter",
  skills: SKILLS.map((skill) => ({ ...skill, branch })),
  seen: [],
  sessions: lived(scores),
});
const RISING = [0, 1, 1, 2, 2, 3, 3, 3, 4, 4, 4, 5];
const STOPPED = [0, 1, 1, 2, 2, 3, 2, 1, 1, 1, 1, 1];

describe("the doubt whether a horse is stalled now", () => {
  it("is small while it learns, and large once scores fall and stay down", () => {
    const [rising, stopped] = [RISING, STOPPED].map((scores) => readingNow(factsOf(scores)).doubt?.chance ?? Number.NaN);
    expect(rising).toBeLessThan(0.05);
    expect(stopped).toBeGreaterThan(0.6);
  });
  it("dates it from before the fall, spares handling, and asks nothing of a horse that was not worked", () => {
    const since = readingNow(factsOf(STOPPED)).doubt?.since ?? -1;
    expect(since).toBeGreaterThanOrEqual(4);
    expect(since).toBeLessThanOrEqual(7);
    expect(readingNow(factsOf(STOPPED, "handling")).doubt?.chance).toBeLessThan(0.2);
    expect(readingNow(factsOf([])).doubt).toBeNull();
  });
  it("leaves the plain reading as it is, and makes plays promise less", () => {
    const facts = factsOf(STOPPED);
    const { belief, doubt } = readingNow(facts);
    expect([...belief.mean]).toEqual([...believe(facts).mean]);
    const chance = (with_: typeof doubt): number => {
      const plays = simulate({
        belief,
        doubt: with_,
        sessions: facts.sessions,
        goals: [{ skill: "a", target: 3, value: 1, side: null }],
        ahead: {
          today: 11,
          lastDay: 21,
          days: [12, 13, 14, 15, 16, 17, 18, 19, 20, 21],
          missed: 0,
          planned: 12,
          minutes: 45,
          items: 3,
          follows: "plan",
          notBefore: new Map(),
        },
        options: { seed: 3, plays: 300, pace: 1 },
      });
      return readSimulations(plays.played, plays.run(300))[0]?.chance ?? Number.NaN;
    };
    expect(chance(doubt)).toBeLessThan(chance(null) - 0.1);
  });
});
