import { describe, expect, it } from "vitest";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import { worked } from "#tests/plan-record.ts";
import { daysAhead } from "./ahead.ts";
import type { ByCards } from "./by-cards.ts";
import { readingNow } from "./doubt.ts";
import { readSimulations } from "./forecast.ts";
import { simulate } from "./simulate.ts";

const SESSIONS = [worked(0, ["halter", "lead", "stand"], 4), worked(1, ["rope-flag", "pad", "give-head", "hindquarters"], 2)];
const LAST = 59;
/** Chance of each goal at 3, in the order asked. */
function chances(skills: readonly string[], byCards: ByCards | null): readonly number[] {
  const reading = readingNow({ kind: "halter", skills: EVERYDAY_SHAPES, seen: [], sessions: SESSIONS });
  const ahead = {
    today: 1,
    lastDay: LAST,
    days: daysAhead({ sessions: [], perWeek: 5, off: [] }, 1, LAST),
    missed: 0,
    planned: 0,
    minutes: 20,
    items: 2,
    follows: "plan" as const,
    notBefore: new Map<string, number>(),
    ...(byCards ? { byCards } : {}),
  };
  const goals = skills.map((skill) => ({ skill, target: 3, value: 1, side: null }));
  const run = simulate({ ...reading, sessions: SESSIONS, goals, ahead, options: { seed: 1, plays: 200, pace: 1 } });
  return readSimulations(run.played, run.run(200)).map(({ chance }) => chance);
}
const asks = (...skills: string[]) => skills.map((skill) => ({ skill, score: 3, mean: 2.75, oneSide: false }));
const branchOf = (id: string): string | undefined => EVERYDAY_SHAPES.find((one) => one.id === id)?.branch;
const FREE: ByCards = {
  firsts: [],
  shownAt: 2,
  wellAt: 2.75,
  warmUps: 2,
  daily: 2,
  isFamily: (a, b) => branchOf(a) === branchOf(b),
};

describe("plays that work by cards", () => {
  it("get less far than plays that take up anything together, as a card has one focus", () => {
    const [free] = chances(["sit"], null);
    const [cards] = chances(["sit"], FREE);
    expect(cards).toBeLessThan(free as number);
    expect(cards).toBeGreaterThan(0.1);
  });
  it("wait with a first time for its list, and work what it waits for", () => {
    const list = { ...FREE, firsts: [{ skill: "saddle", asks: asks("rope-flag", "pad") }] };
    const [listed] = chances(["saddle"], list);
    const [free] = chances(["saddle"], FREE);
    // Waiting costs something, and is no end of it.
    expect(listed).toBeLessThanOrEqual(free as number);
    expect(listed).toBeGreaterThan(0.6);
  });
  it("never begin what waits for something that nobody can reach", () => {
    const never = { ...FREE, firsts: [{ skill: "saddle", asks: [{ skill: "pad", score: 5, mean: 9, oneSide: false }] }] };
    expect(chances(["saddle"], never)).toEqual([0]);
  });
  it("ask what is small and daily beside the main: it costs the riding next to nothing, and is no less likely for it", () => {
    const [alone] = chances(["saddle"], FREE);
    const [beside, feet] = chances(["saddle", "hind-feet"], FREE);
    expect(feet).toBeGreaterThan(0.8);
    expect(beside).toBeGreaterThan((alone as number) - 0.25);
  });
});
