import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { PersonId } from "../kernel/brand.ts";
import { standingNow } from "./now.ts";

const [ann, hal, joe] = ["ann", "hal", "joe"] as unknown as [PersonId, PersonId, PersonId];
const people = [
  { id: ann, works: [[0, 20]] },
  { id: hal, works: [[0, 8]] },
  { id: joe, works: [] },
] as const;
const cards = [
  { rider: ann, helper: hal, start: 2, length: 2 },
  { rider: ann, helper: null, start: 6, length: 2 },
];

describe("who is at what", () => {
  it("tells now, next and who is free until when; who helps is not free, and who is not here is not told as free", () => {
    expect(standingNow(people, cards, 2.5).map(({ now, freeUntil }) => [now?.start ?? null, freeUntil])).toEqual([
      [2, null],
      [2, null],
      [null, null],
    ]);
    expect(standingNow(people, cards, 4).map(({ next, freeUntil }) => [next?.start ?? null, freeUntil])).toEqual([
      [6, 6],
      [null, 8],
      [null, null],
    ]);
  });
  it("never calls somebody free who has a session then", () => {
    const one = fc.record({
      rider: fc.constantFrom(ann, hal),
      helper: fc.constantFrom(hal, joe, null),
      start: fc.integer({ min: 0, max: 18 }),
      length: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 8 }), fc.integer({ min: 0, max: 39 }), (all, half) => {
        const slot = half / 2;
        for (const { person, freeUntil } of standingNow(people, all, slot))
          if (freeUntil !== null) {
            const mine = all.filter(({ rider, helper }) => rider === person || helper === person);
            expect(mine.some(({ start, length }) => start < freeUntil && start + length > slot)).toBe(false);
          }
      }),
    );
  });
});
