import { describe, expect, it } from "vitest";
import { seededRandom } from "../kernel/random.ts";
import { bendOf, bent, LEAST_STAYS, STRAIGHT, type Told } from "./calibrate.ts";

/** Stays with five goals each, told with a bias and come out by the truth. */
function told(stays: number, bias: (truth: number) => number): readonly Told[] {
  const random = seededRandom(9);
  return Array.from({ length: stays }, (_, stay) =>
    Array.from({ length: 5 }, () => {
      const truth = 0.05 + 0.9 * random.next();
      return { stay: String(stay), chance: bias(truth), met: random.chance(truth) };
    }),
  ).flat();
}
const brier = (list: readonly Told[], of: (chance: number) => number): number =>
  list.reduce((sum, { chance, met }) => sum + (of(chance) - Number(met)) ** 2, 0) / list.length;

describe("the barn's own calibration", () => {
  it("leaves everything as it is before forty stays are closed", () => {
    expect(bendOf(told(LEAST_STAYS - 1, (p) => p ** 3))).toEqual(STRAIGHT);
  });
  it("mends a barn that is told too little, and hardly moves one that is told the truth", () => {
    const [past, next] = [told(200, (p) => p ** 2.5), told(60, (p) => p ** 2.5)];
    const bend = bendOf(past);
    expect(bend.a).toBeGreaterThan(0.3);
    expect(brier(next, (p) => bent(bend, p))).toBeLessThan(brier(next, (p) => p));
    const honest = bendOf(told(200, (p) => p));
    expect(Math.abs(honest.a)).toBeLessThan(0.25);
    expect(Math.abs(honest.b - 1)).toBeLessThan(0.25);
  });
  it("keeps the order of chances, and what is certain", () => {
    const bend = bendOf(told(120, (p) => p ** 2));
    const row = [0, 0.1, 0.4, 0.8, 1].map((p) => bent(bend, p));
    expect([...row].sort((a, b) => a - b)).toEqual(row);
    expect([row[0], row[4]]).toEqual([0, 1]);
  });
});
