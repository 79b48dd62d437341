import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  earlierHigh,
  earlierLow,
  firstOf,
  has,
  lastOf,
  MOST_SLOTS,
  run,
  runsIn,
  slotsAmong,
  slotsIn,
  slotsMask,
  slotsWhere,
  spansMask,
} from "./bits.ts";

const slots = fc.uniqueArray(fc.nat(MOST_SLOTS - 1));
const maskOf = (list: readonly number[]) =>
  spansMask(
    list.map((slot) => [slot, slot + 1] as const),
    MOST_SLOTS,
  );
const sorted = (list: readonly number[]): number[] => [...list].sort((a, b) => a - b);

describe("slots as bits, across both words", () => {
  it("hold what was put into them, and know the first and the last", () => {
    fc.assert(
      fc.property(slots, (list) => {
        const mask = maskOf(list);
        expect(slotsIn(mask)).toEqual(sorted(list));
        expect(slotsIn(slotsWhere(mask, (slot) => slot % 2 === 0))).toEqual(sorted(list.filter((slot) => slot % 2 === 0)));
        if (list.length === 0) return;
        expect([firstOf(mask.low, mask.high), lastOf(mask.low, mask.high)]).toEqual([Math.min(...list), Math.max(...list)]);
      }),
    );
  });
  it("are a run from any slot of any length, cut off at the end", () => {
    fc.assert(
      fc.property(fc.nat(MOST_SLOTS), fc.nat(MOST_SLOTS), (from, length) => {
        const all = Array.from({ length }, (_, i) => from + i).filter((slot) => slot < MOST_SLOTS);
        expect(slotsIn(run(from, length))).toEqual(all);
      }),
    );
  });
  it("are counted within a run, as a walk over the slots does", () => {
    fc.assert(
      fc.property(slots, fc.nat(MOST_SLOTS), fc.nat(MOST_SLOTS), (list, from, length) => {
        const within = list.filter((slot) => slot >= from && slot < from + length);
        expect(slotsAmong(slotsMask(list), from, length)).toBe(within.length);
      }),
    );
  });
  it("move to earlier slots", () => {
    fc.assert(
      fc.property(slots, fc.nat(MOST_SLOTS - 1), (list, by) => {
        const { low, high } = maskOf(list);
        expect(slotsIn({ low: earlierLow(low, high, by), high: earlierHigh(high, by) })).toEqual(
          sorted(list.filter((slot) => slot >= by).map((slot) => slot - by)),
        );
      }),
    );
  });
  it("find every start of a free run, as a walk over the slots does", () => {
    fc.assert(
      fc.property(slots, fc.integer({ min: 1, max: MOST_SLOTS }), (list, length) => {
        const starts = runsIn(maskOf(list), length);
        for (let start = 0; start + length <= MOST_SLOTS; start += 1) {
          const all = Array.from({ length }, (_, i) => list.includes(start + i)).every(Boolean);
          expect(has(starts, start)).toBe(all);
        }
      }),
    );
  });
});
