import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readyDay } from "#core/day/compiled.ts";
import { exactModel } from "#core/day/exact-model.ts";
import type { DayProblem } from "#core/day/problem.ts";
import { verify } from "#core/day/verify.ts";
import { cheapest, dayOf, riderOf, sessionOf, small, tiny } from "#tests/days.ts";
import { makeDay } from "../../bench/days/make.ts";
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

describe("the quick plan of a day", () => {
  it("is no dearer for more time: all of it is searched, and a plan that stands is never left for a worse one", async () => {
    let [short, long] = [0, 0];
    for (const [seed, pressure] of [0.65, 0.9, 1.15].entries()) {
      const problem = makeDay({ horses: 48, riders: 6, pressure, seed });
      // A clock that moves on by one each time it is looked at: the same plans on any machine.
      const after = async (quick: number, from: DayAnswer["plan"]): Promise<DayAnswer> => {
        let ticks = 0;
        return solveDay(problem, { seed: 1, quick, exact: 0, from, now: () => (ticks += 1) });
      };
      const first = await after(60, new Map());
      short += first.cost;
      long += (await after(600, new Map())).cost;
      expect((await after(60, first.plan)).cost).toBeLessThanOrEqual(first.cost);
    }
    expect(long).toBeLessThanOrEqual(short);
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
