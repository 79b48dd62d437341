import { describe, expect, it } from "vitest";
import { seededRandom } from "../kernel/random.ts";
import { bent, calibrationOf, LEAST_STAYS, STRAIGHT, type StoredForecast, usualRateOf } from "./calibrate.ts";
import { RATE_VARIANCE } from "./estimator.ts";

/** Stays with five goals each, told with a bias and come out by the truth. */
function told(stays: number, bias: (truth: number) => number): readonly StoredForecast[] {
  const random = seededRandom(9);
  return Array.from({ length: stays }, (_, stay) =>
    Array.from({ length: 5 }, () => {
      const truth = 0.05 + 0.9 * random.next();
      return { stay: String(stay), chance: bias(truth), met: random.chance(truth) };
    }),
  ).flat();
}
const brier = (list: readonly StoredForecast[], of: (chance: number) => number): number =>
  list.reduce((sum, { chance, met }) => sum + (of(chance) - Number(met)) ** 2, 0) / list.length;

describe("the barn's own calibration", () => {
  it("leaves everything as it is before forty stays are closed", () => {
    expect(calibrationOf(told(LEAST_STAYS - 1, (p) => p ** 3))).toEqual(STRAIGHT);
  });
  it("mends a barn that is told too little, and hardly moves one that is told the truth", () => {
    const [past, next] = [told(200, (p) => p ** 2.5), told(60, (p) => p ** 2.5)];
    const bend = calibrationOf(past);
    expect(bend.a).toBeGreaterThan(0.3);
    expect(brier(next, (p) => bent(bend, p))).toBeLessThan(brier(next, (p) => p));
    const honest = calibrationOf(told(200, (p) => p));
    expect(Math.abs(honest.a)).toBeLessThan(0.25);
    expect(Math.abs(honest.b - 1)).toBeLessThan(0.25);
  });
  it("keeps the order of chances, and what is certain", () => {
    const bend = calibrationOf(told(120, (p) => p ** 2));
    const row = [0, 0.1, 0.4, 0.8, 1].map((p) => bent(bend, p));
    expect([...row].sort((a, b) => a - b)).toEqual(row);
    expect([row[0], row[4]]).toEqual([0, 1]);
  });
});

describe("how fast horses learn here", () => {
  /** Posteriors of stays whose horses' rates lie about `usual`, each seen with so much noise, from the prior about 0. */
  const stays = (count: number, usual: number, noise: number) => {
    const random = seededRandom(4);
    return Array.from({ length: count }, () => {
      const rate = usual + Math.sqrt(RATE_VARIANCE) * random.normal() + Math.sqrt(noise) * random.normal();
      const variance = 1 / (1 / RATE_VARIANCE + 1 / noise);
      return { mean: (variance * rate) / noise, variance };
    });
  };
  it("is not told before twenty stays, nor from stays that say nothing", () => {
    expect(usualRateOf(stays(19, 0.5, 0.05))).toBe(0);
    expect(usualRateOf(Array.from({ length: 60 }, () => ({ mean: 0, variance: RATE_VARIANCE })))).toBe(0);
  });
  it("comes out of posteriors that were each drawn towards 0", () => {
    expect(usualRateOf(stays(80, 0.4, 0.05))).toBeGreaterThan(0.3);
    expect(usualRateOf(stays(80, 0.4, 0.05))).toBeLessThan(0.5);
    expect(Math.abs(usualRateOf(stays(80, 0, 0.05)))).toBeLessThan(0.1);
    expect(usualRateOf(stays(80, -0.4, 0.05))).toBeLessThan(-0.3);
  });
});
