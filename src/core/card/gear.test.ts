import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { GEAR_PLACES, isTack, ownOf, ownTack, placeOf, STAGED, TACKS, type Tack, withGear } from "./gear.ts";
import { EMPTY_RECORD } from "./merge.ts";
import { gearNow, gearSpans, stagesReached } from "./worn.ts";

const FIRST = localDate("2026-06-01");
const session = (n: number, tack: readonly Tack[], signs: readonly string[] = [], gearWhy = "") => ({
  day: addDays(FIRST, n),
  record: {
    ...EMPTY_RECORD,
    tack,
    gearWhy,
    groundMinutes: 20,
    saddleMinutes: 10,
    signs: signs.map((sign) => ({ sign, skill: null, side: "both" as const, strength: 1 as const })),
  },
});

describe("gear", () => {
  it("has a place each, and the barn's own pieces say theirs and their name for good", () => {
    for (const tack of TACKS) expect(GEAR_PLACES).toContain(placeOf(tack));
    const own = ownTack("legs", "Sheepskin: the blue ones");
    expect([isTack(own), placeOf(own), ownOf(own)?.words]).toEqual([true, "legs", "Sheepskin: the blue ones"]);
    for (const wrong of ["own:tail:x", "own:legs:", "saddles", ""]) expect([wrong, isTack(wrong)]).toEqual([wrong, false]);
  });
  it("puts one stage in the place of the others, and takes off what is on", () => {
    expect(withGear(["rope-halter", "bit-carried"], "one-rein")).toEqual(["rope-halter", "one-rein"]);
    expect(withGear(["saddle", "back-girth-snug"], "saddle")).toEqual(["back-girth-snug"]);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...TACKS)), (taps) => {
        const worn = taps.reduce<readonly Tack[]>(withGear, []);
        expect(new Set(worn).size).toBe(worn.length);
        for (const stages of STAGED)
          expect(worn.filter((one) => (stages as readonly Tack[]).includes(one)).length).toBeLessThan(2);
      }),
    );
  });
  it("is told in spans, place by place, with minutes, why it changed and what came or went with it", () => {
    const early = [0, 1, 2, 3].map((n) => session(n, ["rope-halter", "saddle"], ["girthy"]));
    const late = [5, 6, 7].map((n, i) =>
      session(n, ["snaffle", "bareback-pad"], ["head-high"], i === 0 ? "The saddle went to the fitter." : ""),
    );
    const spans = gearSpans([...early, session(4, []), ...late]);
    expect(
      spans.map(({ place, tack, from, to, sessions, minutes }) => [place, tack.join(), from, to, sessions, minutes]),
    ).toEqual([
      ["head", "rope-halter", "2026-06-01", "2026-06-04", 4, 120],
      ["mouth", "snaffle", "2026-06-06", "2026-06-08", 3, 90],
      ["back", "saddle", "2026-06-01", "2026-06-04", 4, 120],
      ["back", "bareback-pad", "2026-06-06", "2026-06-08", 3, 90],
    ]);
    expect(spans.at(-1)).toMatchObject({ why: "The saddle went to the fitter.", came: ["head-high"], went: ["girthy"] });
    expect(spans[0]).toMatchObject({ why: "", came: [], went: [] });
  });
  it("covers every session in which somebody said what it wore, once a place", () => {
    const sessions = fc.array(fc.subarray([...TACKS]), { maxLength: 12 }).map((list) => list.map((tack, n) => session(n, tack)));
    fc.assert(
      fc.property(sessions, (all) => {
        for (const place of GEAR_PLACES) {
          const worn = all.filter(({ record }) => record.tack.some((tack) => placeOf(tack) === place)).length;
          const told = gearSpans(all).filter((span) => span.place === place);
          expect(told.reduce((sum, span) => sum + span.sessions, 0)).toBe(worn);
        }
      }),
    );
  });
  it("knows what it goes in now, and the day of each stage", () => {
    const all = [session(0, ["bit-carried"]), session(1, ["one-rein", "rope-halter"]), session(2, [])];
    expect(gearNow(all)).toEqual(["one-rein", "rope-halter"]);
    expect(stagesReached(all)).toEqual([
      { tack: "bit-carried", day: "2026-06-01" },
      { tack: "one-rein", day: "2026-06-02" },
    ]);
    expect(gearNow([])).toEqual([]);
  });
});
