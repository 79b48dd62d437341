import { describe, expect, it } from "vitest";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import { seededRandom } from "../kernel/random.ts";
import type { Score } from "../kernel/sides.ts";
import { believe, levelShown } from "./estimator.ts";
import { levelsOf } from "./levels.ts";
import type { ScoredSession, StayFacts } from "./stay.ts";

const skills = EVERYDAY_SHAPES;
const random = seededRandom(5);
const WORKED = ["lead", "back-light", "lower-head", "hindquarters", "circle"].filter((id) => skills.some((one) => one.id === id));
const sessions = Array.from({ length: 20 }, (_, day): ScoredSession => {
  const left = random.whole(1, 5) as Score;
  return {
    day,
    rider: day % 2 ? "ann" : "bea",
    windy: false,
    newPlace: false,
    work: WORKED.map((skill) => ({ skill, minutes: 10, scores: { left, right: Math.max(0, left - 1) as Score } })),
  };
});
const facts: StayFacts = { kind: "halter", skills, seen: [{ skill: "catch", side: "both", score: 4 }], sessions };

describe("levels as shown", () => {
  it("are those of the whole belief, for what was worked or seen and nothing else", () => {
    const belief = believe(facts);
    const levels = levelsOf(facts, 19);
    expect(new Set(levels.map(({ skill }) => skill))).toEqual(new Set([...WORKED, "catch"]));
    for (const { skill, side, ...shown } of levels) {
      const track = belief.layout.tracksOf(belief.layout.skill(skill)).find((one) => one.side === side);
      const whole = track && levelShown(belief, track);
      expect(shown.mean).toBeCloseTo(whole?.mean ?? -1, 6);
      expect(shown.high - shown.low).toBeCloseTo((whole?.high ?? 9) - (whole?.low ?? -9), 6);
    }
  });
  it("sink with time off", () => {
    const [now, later] = [levelsOf(facts, 19), levelsOf(facts, 59)];
    for (const [i, level] of now.entries()) {
      expect(later[i]?.mean).toBeLessThan(level.mean);
    }
  });
  it("of a horse that nobody has met are none", () => {
    expect(levelsOf({ ...facts, seen: [], sessions: [] }, 3)).toEqual([]);
  });
});
