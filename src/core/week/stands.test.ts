import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf } from "#tests/days.ts";
import { SESSION_KINDS } from "../card/card.ts";
import { DAY_GRID, type DayFacts } from "../day/model.ts";
import { blockersOf } from "../day/rules.ts";
import type { CardId, PersonId } from "../kernel/brand.ts";
import { noLongerHolds } from "./stands.ts";

const ANN = "ann" as PersonId;
const day = (changes: Partial<DayFacts> = {}): DayFacts => ({
  grid: DAY_GRID,
  hours: { from: 0, to: 40, step: 2 },
  people: [dayPersonOf("ann"), dayPersonOf("hal", { rides: false, weightKg: null, maxSaddle: 0, grade: 5 })],
  horses: [dayHorseOf("fox")],
  places: [dayPlaceOf("ring", { outdoor: true }), dayPlaceOf("hall")],
  weather: [],
  ...changes,
});
const hours = (windMps: number) => Array.from({ length: 24 }, (_, hour) => ({ hour, temperatureC: 15, humidity: 50, windMps }));
const codes = (facts: DayFacts, horse = dayHorseOf("fox"), rider: PersonId | null = ANN) =>
  noLongerHolds(facts, horse, { kind: "saddle", length: 2, rider }).map(({ code }) => code);

describe("a laid-out week", () => {
  it("says of a day what changed since: the horse, its rider, the weather", () => {
    expect(codes(day())).toEqual([]);
    const held = [{ because: "open", holds: "ridden", restricts: null, until: null, words: "", skills: [] }] as const;
    expect(codes(day(), dayHorseOf("fox", { checks: held }))).toEqual(["check"]);
    expect(codes(day({ people: [dayPersonOf("ann", { away: { reason: "ill" } })] }))).toEqual(["away"]);
    expect(codes(day({ people: [dayPersonOf("ann", { works: [] })] }))).toEqual(["shift"]);
    expect(codes(day({ people: [dayPersonOf("ann", { weightKg: 120 })] }))).toEqual(["load"]);
    expect(codes(day(), dayHorseOf("fox", { forbid: [ANN] }), null)).toEqual([]);
    expect(codes(day({ weather: hours(13) }), dayHorseOf("fox", { green: true, stage: "first-rides" }))).toEqual(["weather"]);
  });
  it("is asked of the rules of the sheet: what it says stands against every spot of that rider on the day", () => {
    const facts = fc.record({
      wind: fc.constantFrom(3, 9, 13),
      weightKg: fc.constantFrom(60, 120, null),
      grade: fc.integer({ min: 1, max: 5 }),
      stage: fc.constantFrom("unridden" as const, "first-rides" as const, "riding" as const),
      risk: fc.integer({ min: 1, max: 5 }),
      kind: fc.constantFrom(...SESSION_KINDS),
    });
    fc.assert(
      fc.property(facts, ({ wind, weightKg, grade, stage, risk, kind }) => {
        const horse = dayHorseOf("fox", { stage, risk, green: stage !== "riding" });
        const people = [dayPersonOf("ann", { weightKg, grade }), dayPersonOf("hal", { grade: 5 })];
        const on = day({ people, horses: [horse], weather: hours(wind) });
        const said = noLongerHolds(on, horse, { kind, length: 2, rider: ANN });
        if (said.length === 0) return;
        for (const { id: place } of on.places) {
          const spot = { card: "c" as CardId, stay: horse.stay, kind, length: 2, rider: ANN, start: 4, place };
          expect(blockersOf(on, [], { ...spot, helper: "hal" as PersonId }).length).toBeGreaterThan(0);
        }
      }),
    );
  });
});
