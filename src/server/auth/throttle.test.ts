import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { delayAfter, FREE, waitOf } from "./throttle.ts";

const now = new Date("2026-07-14T12:00:00Z");
const ago = (seconds: number): Date => new Date(now.getTime() - seconds * 1000);
const none = { count: 0, last: null };

describe("waiting between tries", () => {
  it("is none for a few, then doubles to a quarter of an hour", () => {
    expect([4, 5, 6, 7, 12, 13, 100].map((count) => delayAfter(count, 5))).toEqual([0, 5, 10, 20, 640, 900, 900]);
  });
  it("never gets shorter by one more try, nor longer by waiting", () => {
    fc.assert(
      fc.property(fc.nat(60), fc.nat(2000), fc.constantFrom("pair", "name", "address"), (count, waited, kind) => {
        const at = (tries: number, seconds: number) =>
          waitOf({ pair: none, name: none, address: none, [kind]: { count: tries, last: ago(seconds) } }, now);
        expect(at(count + 1, waited)).toBeGreaterThanOrEqual(at(count, waited));
        expect(at(count, waited + 1)).toBeLessThanOrEqual(at(count, waited));
        expect(at(count, 900)).toBe(0);
        if (count < FREE[kind]) expect(at(count, waited)).toBe(0);
      }),
    );
  });
  it("reads the longest of the three", () => {
    const pair = { count: 6, last: ago(1) };
    expect(waitOf({ pair, name: { count: 31, last: ago(2) }, address: none }, now)).toBe(9);
  });
});
