import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { skillOf } from "#shipped/ladder.ts";
import { SKILL_PLACES } from "../ladder/skill.ts";
import { placeFor, placesForWork } from "./places.ts";

const all = <T>(count: number, one: T): readonly T[] => Array.from({ length: count }, () => one);

describe("places of a plan", () => {
  it("are the widest that the work needs", () => {
    expect(placeFor([skillOf("tie"), skillOf("saddle")])).toBe("pen");
    expect(placeFor([skillOf("saddle"), skillOf("outside"), skillOf("circles")])).toBe("out");
    expect(placeFor([])).toBe("anywhere");
  });
  it("change after four in one place, for a session, where the horse knows its work", () => {
    expect(placesForWork(all(7, "pen"), all(7, true)).map(({ place }) => place)).toEqual([
      ...all(4, "pen"),
      "arena",
      "pen",
      "pen",
    ]);
    expect(placesForWork(all(7, "pen"), all(7, false)).every(({ change }) => !change)).toBe(true);
  });
  it("never send a horse out for the change, nor anywhere else than its work needs without saying so", () => {
    const sessions = fc.array(fc.record({ need: fc.constantFrom(...SKILL_PLACES), calm: fc.boolean() }), { maxLength: 40 });
    fc.assert(
      fc.property(sessions, (list) => {
        const places = placesForWork(
          list.map(({ need }) => need),
          list.map(({ calm }) => calm),
        );
        places.forEach(({ place, change }, i) => {
          const { need, calm } = list[i] as (typeof list)[number];
          if (change) expect([calm, place === "out"]).toEqual([true, false]);
          else if (need !== "anywhere") expect(place).toBe(need);
        });
      }),
    );
  });
});
