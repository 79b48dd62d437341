import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessionsShort, withFix } from "#core/week/fixes.ts";
import {
  patternCost,
  patternsOf,
  verifyWeek,
  type WeekHorse,
  type WeekPlan,
  type WeekProblem,
  type WeekRider,
} from "#core/week/week.ts";
import { findFixes, isWeek, solveWeek as solve, type WeekAnswer } from "./week.ts";

const horse = (id: string, changes: Partial<WeekHorse> = {}): WeekHorse => ({
  id,
  length: 2,
  kind: "saddle",
  risk: 2,
  weightKg: 500,
  loadLimit: 0.2,
  forbid: [],
  usual: null,
  known: [],
  sessions: 5,
  value: 10,
  since: 1,
  run: 0,
  away: [],
  fixed: [],
  ...changes,
});
const rider = (id: string, changes: Partial<WeekRider> = {}): WeekRider => ({
  id,
  grade: 4,
  weightKg: 65,
  rides: true,
  slots: [8, 8, 8, 8, 8, 8],
  maxSaddle: [5, 5, 5, 5, 5, 5],
  ...changes,
});
/** Where there is a week. */
async function solveWeek(problem: WeekProblem, seconds: number): Promise<WeekAnswer | null> {
  const answer = await solve(problem, seconds);
  return isWeek(answer) ? answer : null;
}
const week = (changes: Partial<WeekProblem> = {}): WeekProblem => ({
  days: 6,
  horses: ["k1", "k2", "k3"].map((id) => horse(id)),
  riders: [rider("ann"), rider("ben")],
  ...changes,
});

describe("a week of one horse", () => {
  it("costs what is short, days beyond three in a row, and days beyond two idle", () => {
    expect(patternCost(horse("k", { sessions: 4, since: 0, run: 1 }), [0, 1, 2, 4], 6)).toBe(6);
    expect(patternCost(horse("k", { sessions: 4, since: 3 }), [], 6)).toBe(4 * 100 + 6 * 8);
    expect(patternCost(horse("k", { sessions: 2, since: 1 }), [0, 3], 6)).toBe(0);
  });
  it("has every set of days that its own days allow", () => {
    expect(patternsOf(horse("k", { sessions: 6 }), 6)).toHaveLength(64);
    const some = patternsOf(horse("k", { sessions: 2, away: [1], fixed: [3] }), 6);
    expect(some.every((days) => days.includes(3) && !days.includes(1) && days.length <= 2)).toBe(true);
    expect(some).toHaveLength(5);
  });
});

describe("the week", () => {
  it("gives everybody the contracted sessions where there is room, and says what is short where there is none", async () => {
    const easy = await solveWeek(week(), 10);
    expect(easy).toMatchObject({ proven: true });
    for (const days of easy?.plan.days.values() ?? []) expect(days).toHaveLength(5);
    const tight = week({ riders: [rider("ann", { slots: [4, 4, 4, 4, 4, 4] })] });
    const told = await solveWeek(tight, 10);
    const given = [...(told?.plan.days.values() ?? [])].reduce((sum, days) => sum + days.length, 0);
    // Two sessions a day of fifteen that are wanted.
    expect(given).toBe(12);
    expect(told?.cost).toBeGreaterThanOrEqual(300);
  });
  it("keeps fixed days and says that it cannot where nobody may ride", async () => {
    const nobody = await solve(week({ horses: [horse("k1", { fixed: [2], risk: 5 }), horse("k2", { sessions: 1 })] }), 5);
    expect(nobody).toMatchObject({ impossible: true, givenUp: ["k1"] });
    // What is proven impossible is told so; what there was no time to try is not, and the rest is laid all the same.
    const hurried = await solve(week({ horses: [horse("k1", { fixed: [2], risk: 5 }), horse("k2", { sessions: 1 })] }), 0.01);
    expect(hurried).toMatchObject({ impossible: false, givenUp: ["k1"] });
    expect(isWeek(hurried) ? [] : hurried.best.days.get("k2")).toHaveLength(1);
    const kept = await solveWeek(week({ horses: [horse("k1", { fixed: [2], sessions: 1 })] }), 5);
    expect(kept?.plan.days.get("k1")).toEqual([2]);
  });
  it("keeps the day of a big step for the rider whom it wants, and works around it", async () => {
    const step = { day: 3, rider: "ben" };
    const told = await solveWeek(week({ horses: [horse("k1", { sessions: 1, usual: "ann", step }), horse("k2")] }), 10);
    expect(told?.plan.days.get("k1")).toEqual([3]);
    expect(told?.plan.rider.get("k1")?.get(3)).toBe("ben");
    // Who is not there on the day takes nobody's horse: it is worked on another.
    const away = week({
      horses: [horse("k1", { sessions: 1, step })],
      riders: [rider("ann"), rider("ben", { slots: [8, 8, 8, 0, 8, 8] })],
    });
    expect((await solveWeek(away, 10))?.plan.days.get("k1")).not.toContain(3);
  });
  it("is as cheap as trying every week, and passes the checker, on small ones", async () => {
    const facts = fc.record({
      sessions: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 2, maxLength: 2 }),
      risks: fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 2, maxLength: 2 }),
      slots: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 3, maxLength: 3 }),
      usual: fc.constantFrom("ann", "ben", null),
      away: fc.integer({ min: 0, max: 2 }),
      step: fc.option(fc.record({ day: fc.nat(2), rider: fc.constantFrom("ann", "ben") })),
    });
    await fc.assert(
      fc.asyncProperty(facts, async ({ sessions, risks, slots, usual, away, step }) => {
        const problem: WeekProblem = {
          days: 3,
          horses: sessions.map((count, i) =>
            horse(`k${i}`, {
              sessions: count,
              risk: risks[i] as number,
              usual,
              away: i === 0 ? [away] : [],
              step: i === 1 ? step : null,
            }),
          ),
          riders: [
            rider("ann", { slots, maxSaddle: [1, 1, 1] }),
            rider("ben", { grade: 2, slots: [2, 2, 2], maxSaddle: [2, 2, 2] }),
          ],
        };
        const answer = await solveWeek(problem, 5);
        expect(answer?.proven).toBe(true);
        expect(verifyWeek(problem, answer?.plan as WeekPlan)).toEqual({ broken: [], cost: answer?.cost });
        expect(answer?.cost).toBe(cheapestWeek(problem));
      }),
      { numRuns: 20 },
    );
  });
});

describe("what stands already, and where there is room", () => {
  it("counts days on sheets as worked and asks no hours for them, also where nobody has any", async () => {
    const problem = week({
      horses: [horse("k1", { sessions: 2, given: [1, 4] })],
      riders: [rider("ann", { slots: [0, 0, 0, 0, 0, 0] })],
    });
    const answer = await solveWeek(problem, 5);
    expect(answer?.plan.days.get("k1")).toEqual([1, 4]);
    expect(answer?.cost).toBe(0);
  });
  it("keeps within the places of a day", async () => {
    const problem = week({ places: [2, 2, 0, 2, 2, 2] });
    const answer = await solveWeek(problem, 10);
    const worked = (day: number): number => [...(answer?.plan.days.values() ?? [])].filter((days) => days.includes(day)).length;
    expect([0, 1, 2, 3, 4, 5].map(worked)).toEqual([1, 1, 0, 1, 1, 1]);
  });
});

describe("what would help", () => {
  const tight = week({
    horses: ["k1", "k2", "k3"].map((id) => horse(id, { sessions: 4 })),
    riders: [rider("ann", { slots: [4, 4, 4, 0, 0, 0] }), rider("ben", { grade: 1, slots: [8, 8, 8, 8, 8, 8] })],
  });
  it("is true: with the change granted the week holds so many sessions more", async () => {
    const answer = await solveWeek(tight, 10);
    const plan = answer?.plan as WeekPlan;
    const found = await findFixes(tight, plan, () => {});
    expect(found[0]).toMatchObject({ fix: { code: "half-day", rider: "ann" } });
    for (const { fix, gives } of found) {
      const granted = withFix(tight, fix);
      const then = await solveWeek(granted, 10);
      expect(sessionsShort(tight, plan) - sessionsShort(granted, then?.plan as WeekPlan)).toBe(gives);
    }
  });
  it("is not looked for where the days themselves are too few", async () => {
    const few = week({ horses: [horse("k1", { sessions: 5, away: [0, 1, 2] })] });
    const answer = await solveWeek(few, 5);
    let tried = 0;
    expect(await findFixes(few, answer?.plan as WeekPlan, () => (tried += 1))).toEqual([]);
    expect(tried).toBe(0);
  });
});

/** Every week of two horses, by trying all days and riders. */
function cheapestWeek(problem: WeekProblem): number {
  const ways = problem.horses.map((one) =>
    patternsOf(one, problem.days).flatMap((days) =>
      days.reduce<Map<number, string>[]>(
        (all, day) => all.flatMap((so) => problem.riders.map(({ id }) => new Map([...so, [day, id]]))),
        [new Map()],
      ),
    ),
  );
  let best = Number.POSITIVE_INFINITY;
  for (const a of ways[0] ?? [])
    for (const b of ways[1] ?? []) {
      const rider = new Map([
        ["k0", a],
        ["k1", b],
      ]);
      const { broken, cost } = verifyWeek(problem, {
        days: new Map([...rider].map(([id, days]) => [id, [...days.keys()]])),
        rider,
      });
      if (broken.length === 0) best = Math.min(best, cost);
    }
  return best;
}
