import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { besideTheOthers, shareOfLoad } from "./fairness.ts";
import { binsOf, shareInterval } from "./forecast-record.ts";

const told = fc.array(fc.record({ chance: fc.double({ min: 0, max: 1, noNaN: true }), met: fc.boolean() }), { maxLength: 60 });

describe("chances that were told", () => {
  it("stand in one bin each, which says how many came true", () => {
    fc.assert(
      fc.property(told, (list) => {
        const bins = binsOf(list);
        expect(bins.reduce((sum, { count }) => sum + count, 0)).toBe(list.length);
        for (const bin of bins) {
          const mine = list.filter(({ chance }) => Math.min(4, Math.floor(chance * 5)) === Math.round(bin.from * 5));
          expect(bin.count).toBe(mine.length);
          if (mine.length === 0) expect([bin.told, bin.met]).toEqual([null, null]);
          else {
            expect(bin.met).toBeCloseTo(mine.filter(({ met }) => met).length / mine.length);
            expect(bin.low - 1e-9).toBeLessThanOrEqual(bin.met ?? 0);
            expect(bin.high + 1e-9).toBeGreaterThanOrEqual(bin.met ?? 1);
          }
        }
      }),
    );
  });
  it("are the surer the more there are, and the interval holds what it promises", () => {
    expect(shareInterval(0, 0)).toEqual([0, 1]);
    const width = (n: number): number => {
      const [low, high] = shareInterval(n / 2, n);
      return high - low;
    };
    expect(width(100)).toBeLessThan(width(10));
    // Over all outcomes of 20 tries at 0.3, the interval holds the truth in about four of five.
    const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
    let held = 0;
    for (let hits = 0; hits <= 20; hits += 1) {
      const [low, high] = shareInterval(hits, 20);
      if (low <= 0.3 && 0.3 <= high) held += choose(20, hits) * 0.3 ** hits * 0.7 ** (20 - hits);
    }
    expect(held).toBeGreaterThan(0.72);
    expect(held).toBeLessThan(0.92);
  });
});

describe("shares of the load", () => {
  it("are one on average over the time that people are there, and nothing for who was not there", () => {
    const person = fc.record({ worked: fc.integer({ min: 1, max: 500 }), there: fc.integer({ min: 500, max: 2000 }) });
    fc.assert(
      fc.property(fc.array(person, { minLength: 1, maxLength: 6 }), (all) => {
        const there = all.reduce((sum, one) => sum + one.there, 0);
        const mean = all.reduce((sum, one) => sum + (shareOfLoad(one, all) ?? 0) * one.there, 0) / there;
        expect(mean).toBeCloseTo(1);
      }),
    );
    expect(shareOfLoad({ worked: 0, there: 0 }, [{ worked: 10, there: 20 }])).toBeNull();
    expect(shareOfLoad({ worked: 0, there: 9 }, [{ worked: 0, there: 9 }])).toBeNull();
  });
});

describe("leanings beside the others", () => {
  const leaning = fc.record({
    mean: fc.double({ min: -1, max: 1, noNaN: true }),
    variance: fc.double({ min: 0.01, max: 0.2, noNaN: true }),
  });
  it("are nought on the weighted average, keep their differences, and do not hear of a level that all share", () => {
    fc.assert(
      fc.property(
        fc.array(leaning, { minLength: 1, maxLength: 6 }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        (all, shift) => {
          const beside = besideTheOthers(all);
          const weight = all.reduce((sum, { variance }) => sum + 1 / variance, 0);
          expect(beside.reduce((sum, { mean, variance }) => sum + mean / variance, 0) / weight).toBeCloseTo(0);
          expect((beside[0]?.mean ?? 0) - (beside.at(-1)?.mean ?? 0)).toBeCloseTo((all[0]?.mean ?? 0) - (all.at(-1)?.mean ?? 0));
          const shifted = besideTheOthers(all.map((one) => ({ ...one, mean: one.mean + shift })));
          for (const [i, one] of shifted.entries()) expect(one.mean).toBeCloseTo(beside[i]?.mean ?? 0);
        },
      ),
    );
  });
});
