import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type QuickWeek, quickWeek } from "./quick.ts";
import { verifyWeek, type WeekHorse, type WeekProblem, type WeekRider } from "./week.ts";

const someHorse = (id: string): fc.Arbitrary<WeekHorse> =>
  fc.record({
    id: fc.constant(id),
    length: fc.integer({ min: 1, max: 3 }),
    kind: fc.constantFrom("ground" as const, "saddle" as const),
    risk: fc.integer({ min: 1, max: 5 }),
    weightKg: fc.integer({ min: 250, max: 600 }),
    loadLimit: fc.constant(0.2),
    forbid: fc.subarray(["r0", "r1", "r2"], { maxLength: 1 }),
    usual: fc.constantFrom("r0", "r1", null),
    known: fc.subarray(["r0", "r1", "r2"]),
    sessions: fc.integer({ min: 0, max: 6 }),
    value: fc.integer({ min: 1, max: 30 }),
    since: fc.integer({ min: 0, max: 5 }),
    run: fc.integer({ min: 0, max: 3 }),
    away: fc.subarray([0, 1, 2], { maxLength: 2 }),
    fixed: fc.subarray([3, 4, 5], { maxLength: 2 }),
    given: fc.subarray([3, 4], { maxLength: 1 }),
    step: fc.option(fc.record({ day: fc.nat(5), rider: fc.constantFrom("r0", "r1", "r2") })),
  });
const someRider = (id: string): fc.Arbitrary<WeekRider> =>
  fc.record({
    id: fc.constant(id),
    grade: fc.integer({ min: 1, max: 5 }),
    weightKg: fc.integer({ min: 50, max: 90 }),
    rides: fc.boolean(),
    slots: fc.array(fc.integer({ min: 0, max: 8 }), { minLength: 6, maxLength: 6 }),
    maxSaddle: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 6, maxLength: 6 }),
  });
const someWeek: fc.Arbitrary<WeekProblem> = fc.record({
  days: fc.constant(6),
  horses: fc.tuple(...["k0", "k1", "k2", "k3", "k4"].map(someHorse)),
  riders: fc.tuple(...["r0", "r1", "r2"].map(someRider)),
  places: fc.array(fc.integer({ min: 2, max: 12 }), { minLength: 6, maxLength: 6 }),
});
const steps = (count: number) => {
  let done = 0;
  return () => (count === 0 ? 1 : done++ / count);
};

describe("a week at once", () => {
  it("breaks no rule but fixed days for which nobody is left, and names those; time never makes it dearer than the first laying", () => {
    fc.assert(
      fc.property(someWeek, fc.integer({ min: 0, max: 99 }), (problem, seed) => {
        const [first, later] = [quickWeek(problem, seed, steps(0)), quickWeek(problem, seed, steps(200))];
        for (const { plan, givenUp } of [first, later]) {
          const { broken } = verifyWeek(problem, plan);
          expect(broken.filter(({ code }) => code !== "fixed")).toEqual([]);
          expect(broken.map(({ horse }) => horse)).toEqual(givenUp);
        }
        const lost = ({ plan }: QuickWeek): number =>
          problem.horses.flatMap(({ id, fixed, given = [] }) =>
            fixed.filter((day) => !given.includes(day) && !plan.days.get(id)?.includes(day)),
          ).length;
        expect(lost(later)).toBeLessThanOrEqual(lost(first));
        if (first.givenUp.length === 0)
          expect(verifyWeek(problem, later.plan).cost).toBeLessThanOrEqual(verifyWeek(problem, first.plan).cost);
        expect(quickWeek(problem, seed, steps(200))).toEqual(later);
      }),
      { numRuns: 150 },
    );
  });
});
