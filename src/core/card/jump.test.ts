import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { effortsOf, FENCES, fencePlaces, heightOf, isPole, type JumpSchool, jumpCautions, mayGoUp } from "./jump.ts";

const TODAY = localDate("2026-07-15");
const school = (changes: Partial<JumpSchool> = {}): JumpSchool => ({
  layout: {
    name: "",
    elements: [
      { fence: "trot-poles", poles: 4, heightCm: null, toNextCm: 270 },
      { fence: "cross-pole", poles: 1, heightCm: 40, toNextCm: 640 },
      { fence: "upright", poles: 1, heightCm: 56, toNextCm: null },
    ],
  },
  way: "ridden",
  results: [
    { at: 0, clear: 8, rails: 0, stops: 0, runOuts: 0 },
    { at: 1, clear: 6, rails: 0, stops: 0, runOuts: 0 },
    { at: 2, clear: 4, rails: 0, stops: 0, runOuts: 0 },
  ],
  straight: "straight",
  pace: "even",
  takeOff: null,
  landing: null,
  change: "",
  ...changes,
});
const fault = (part: object) => school({ results: [{ at: 2, clear: 4, rails: 0, stops: 0, runOuts: 0, ...part }] });
const codes = (past: readonly [string, JumpSchool][], now: JumpSchool | null = null) =>
  jumpCautions(
    past.map(([day, one]) => ({ day: localDate(day), school: one })),
    TODAY,
    now,
  ).map(({ code }) => code);

describe("a jump school", () => {
  it("counts efforts over fences, knocked down or not, and the highest that was cleared; poles are none", () => {
    expect([effortsOf(school()), heightOf(school())]).toEqual([10, 56]);
    const knocked = school({ results: [{ at: 1, clear: 1, rails: 2, stops: 3, runOuts: 1 }] });
    expect([effortsOf(knocked), heightOf(knocked)]).toEqual([3, 40]);
    expect(heightOf(school({ results: [] }))).toBeNull();
  });
  it("goes up only after a clear, straight, unhurried round", () => {
    expect(mayGoUp(school())).toBe(true);
    const not = [
      fault({ rails: 1 }),
      fault({ stops: 1 }),
      fault({ runOuts: 1 }),
      school({ straight: "left" }),
      school({ pace: "rushes" }),
      school({ pace: null }),
      school({ straight: null }),
      school({ results: [] }),
    ];
    for (const one of not) expect(mayGoUp(one)).toBe(false);
  });
  it("is never on two days running, nor a third in a week, nor more than forty efforts; poles alone bind nobody", () => {
    expect(codes([["2026-07-14", school()]])).toEqual(["days-running", "one-up"]);
    expect(codes([["2026-07-13", fault({ stops: 1 })]])).toEqual(["not-yet-up"]);
    expect(
      codes([
        ["2026-07-13", school()],
        ["2026-07-13", school()],
      ]),
    ).toContain("week-full");
    expect(
      codes([
        ["2026-07-12", school()],
        ["2026-07-13", school()],
      ]),
    ).not.toContain("week-full");
    expect(codes([], school({ results: [{ at: 1, clear: 41, rails: 0, stops: 0, runOuts: 0 }] }))).toEqual(["too-many"]);
    const poles = school({
      layout: { name: "", elements: [{ fence: "walk-poles", poles: 5, heightCm: null, toNextCm: null }] },
      results: [],
    });
    expect(codes([["2026-07-14", poles]])).toEqual([]);
    expect(codes([["2026-07-15", school()]])).toEqual([]);
  });
  it("lies in order, each element after the one before by its distance", () => {
    const element = fc.record({
      fence: fc.constantFrom(...FENCES),
      poles: fc.integer({ min: 1, max: 12 }),
      heightCm: fc.constant(null),
      toNextCm: fc.option(fc.integer({ min: 50, max: 3000 })),
    });
    fc.assert(
      fc.property(fc.array(element, { maxLength: 8 }), (elements) => {
        const places = fencePlaces({ name: "", elements }, () => 137);
        for (const [i, { from, to }] of places.entries()) {
          const one = elements[i];
          expect(to - from).toBe(one && isPole(one.fence) ? (one.poles - 1) * 137 : 0);
          const next = places[i + 1];
          if (next) expect(next.from - to).toBe(one?.toNextCm ?? 200);
        }
      }),
    );
  });
});
