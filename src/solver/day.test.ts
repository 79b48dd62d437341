import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readyDay } from "#core/day/compiled.ts";
import { exactModel } from "#core/day/exact-model.ts";
import type { DayProblem } from "#core/day/problem.ts";
import { verify } from "#core/day/verify.ts";
import { seededRandom } from "#core/kernel/random.ts";
import { cheapest, dayOf, horseOf, riderOf, sessionOf, small, tiny } from "#tests/days.ts";
import { type DayAnswer, solveDay } from "./day.ts";
import { solveMilp } from "./highs.ts";

/** Proves a day by the programme alone, without the search's help. */
async function proved(problem: DayProblem): Promise<number> {
  const model = exactModel(readyDay(problem));
  const { values, optimal, cost } = await solveMilp(model.milp, { seconds: 20 });
  expect(optimal).toBe(true);
  const verdict = verify(problem, model.decode(values as Float64Array));
  expect(verdict.broken).toEqual([]);
  expect(verdict.cost).toBe(Math.round(cost));
  return verdict.cost;
}
const solved = (problem: DayProblem, told?: (answer: DayAnswer) => void): Promise<DayAnswer> =>
  solveDay(problem, {
    seed: 1,
    quick: 60,
    exact: 10_000,
    from: new Map(),
    now: () => performance.now(),
    ...(told ? { told } : {}),
  });

/** More than its people can do: thirty-two horses, each with somebody whom it knows, for five riders, an arena of two and a pen of one. */
function crowded(seed: number): DayProblem {
  const random = seededRandom(seed);
  const riders = ["ann", "ben", "cy", "dee", "eve"].map((id) =>
    riderOf(id, {
      works: [[random.whole(0, 2), random.whole(14, 18)]],
      lunch: { from: 6, to: 12, length: random.whole(1, 2) },
      maxSaddle: random.whole(4, 8),
    }),
  );
  const sessions = Array.from({ length: 32 }, (_, i) => {
    const length = random.whole(1, 3);
    const places = [
      { cost: 0, parts: [{ place: "arena", from: 0, length }] },
      { cost: random.whole(0, 3), parts: [{ place: "pen", from: 0, length }] },
    ];
    return sessionOf(`s${i + 1}`, {
      length,
      value: random.whole(5, 25),
      options: places,
      usual: random.pick(riders).id,
      known: [random.pick(riders).id],
    });
  });
  return dayOf({
    slots: { minutes: 30, count: 18 },
    places: [
      { id: "arena", capacity: 2, outdoor: false, separate: false, closed: [] },
      { id: "pen", capacity: 1, outdoor: false, separate: true, closed: [] },
    ],
    riders,
    horses: sessions.map(({ horse }) => horseOf(horse, { risk: random.whole(1, 4) })),
    sessions,
  });
}
describe("the quick plan of a day", () => {
  it("is no dearer for more time: all of it is searched, and a plan that stands is never left for a worse one", async () => {
    let [short, long] = [0, 0];
    for (let seed = 1; seed <= 4; seed += 1) {
      const problem = crowded(seed);
      // A clock that moves on by one each time it is looked at: the same plans on any machine.
      const after = async (quick: number, from: DayAnswer["plan"]): Promise<DayAnswer> => {
        let ticks = 0;
        return solveDay(problem, { seed, quick, exact: 0, from, now: () => (ticks += 1) });
      };
      const first = await after(60, new Map());
      short += first.cost;
      long += (await after(600, new Map())).cost;
      expect((await after(60, first.plan)).cost).toBeLessThanOrEqual(first.cost);
    }
    expect(long).toBeLessThan(short);
  });
});

describe("the proof of a day", () => {
  it("agrees with trying everything, on forty tiny days", async () => {
    await fc.assert(
      fc.asyncProperty(small, async (facts) => {
        const problem = tiny(facts);
        expect(await proved(problem)).toBe(cheapest(problem));
      }),
      { numRuns: 40 },
    );
  });
  it("never gets dearer by one more rider", async () => {
    await fc.assert(
      fc.asyncProperty(small, async (facts) => {
        const problem = tiny(facts);
        // Shares of work are held: more hands make each share smaller, which is another question.
        const held = { ...problem, riders: problem.riders.map((one) => ({ ...one, fairShare: 4 })) };
        const more = { ...held, riders: [...held.riders, riderOf("cy", { works: [[0, 4]], fairShare: 4 })] };
        expect(await proved(more)).toBeLessThanOrEqual(await proved(held));
      }),
      { numRuns: 15 },
    );
  });
  it("tells better plans and bounds on the way, never a bound above a plan", async () => {
    const told: DayAnswer[] = [];
    const sessions = Array.from({ length: 9 }, (_, i) =>
      sessionOf(`s${i + 1}`, { horse: `k${(i % 3) + 1}`, value: 10 + i, usual: i % 2 ? "ann" : "ben" }),
    );
    const problem = dayOf({ sessions });
    const answer = await solved(problem, (one) => told.push(one));
    expect(answer.proven).toBe(true);
    expect(answer.cost).toBe(await proved(problem));
    for (const { cost, bound } of told) expect(bound ?? Number.NEGATIVE_INFINITY).toBeLessThanOrEqual(cost);
    expect(told.length).toBeGreaterThan(0);
  });
  it("says what a plan stands for and reads it back", () => {
    const problem = dayOf({ riders: [riderOf("ann", { lunch: { from: 4, to: 8, length: 2 } }), riderOf("ben")] });
    const model = exactModel(readyDay(problem));
    const plan = new Map([
      ["s1", { rider: "ann", start: 0, option: 0, helper: null }],
      ["s3", { rider: "ben", start: 2, option: 0, helper: null }],
    ]);
    const values = model.encode(plan);
    expect(model.decode(values)).toEqual(plan);
    const cost = values.reduce((sum, value, column) => sum + value * (model.milp.cost[column] as number), 0);
    expect(cost).toBe(verify(problem, plan).cost);
  });
});
