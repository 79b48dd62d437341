/** What the sheet hands out the gate must not shut by the record, and the other way round, on any made-up barn's day. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf } from "#tests/days.ts";
import { localDate } from "../calendar/local-date.ts";
import { GATE_TICKS, readGate, STAGES } from "../gate/gate.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { methodOf } from "../ladder/methods.ts";
import { loadLimit } from "../tools/load.ts";
import { DAY_GRID, type DayFacts, type Placement } from "./model.ts";
import { blockersOf } from "./rules.ts";

const TODAY = localDate("2026-07-14");
const one = fc.record({
  risk: fc.integer({ min: 1, max: 5 }),
  stage: fc.constantFrom(...STAGES),
  kg: fc.constantFrom(null, 250, 420, 560),
  held: fc.constantFrom("nothing", "nothing", "ridden", "all"),
  ridden: fc.boolean(),
  secondPerson: fc.boolean(),
  onHold: fc.constantFrom(false, false, true),
  grade: fc.integer({ min: 1, max: 5 }),
  riderKg: fc.constantFrom(null, 55, 85),
  helped: fc.boolean(),
  kind: fc.constantFrom("ground", "both", "saddle"),
  windMps: fc.constantFrom(2, 9, 13),
  temperatureC: fc.constantFrom(15, 33, 45),
});
type One = typeof one extends fc.Arbitrary<infer T> ? T : never;

/** Of the record alone: nobody else stands on the sheet, and every tick is given, but for a second person where none is there. */
function asked(it: One): { readonly sheet: boolean; readonly gate: boolean } {
  const load = it.kg === null ? null : loadLimit({ weightKg: it.kg, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 });
  const hold = it.onHold ? ({ kind: "vet", from: TODAY, to: TODAY, stopsClock: true } as const) : null;
  const weather = [7, 8].map((hour) => ({ hour, temperatureC: it.temperatureC, humidity: 40, windMps: it.windMps }));
  const { risk, stage, held, ridden, secondPerson } = it;
  const facts: DayFacts = {
    grid: DAY_GRID,
    people: [
      dayPersonOf("ann", { grade: it.grade, weightKg: it.riderKg }),
      dayPersonOf("hal", { grade: 5, rides: false, weightKg: null }),
    ],
    horses: [dayHorseOf("fox", { risk, stage, load, held, ridden, secondPerson, hold })],
    places: [dayPlaceOf("pen", { outdoor: true })],
    weather,
  };
  const placement: Placement = {
    card: "c" as CardId,
    stay: "fox" as StayId,
    kind: it.kind,
    length: 2,
    rider: "ann" as PersonId,
    start: 0,
    place: "pen" as PlaceId,
    helper: it.helped ? ("hal" as PersonId) : null,
  };
  const gate = readGate(
    {
      today: TODAY,
      ticks: GATE_TICKS.filter((tick) => it.helped || tick !== "second-person"),
      redSigns: [],
      windy: false,
      weather,
      method: methodOf("quiet-steps"),
      stage,
      sessionsSoFar: 99,
      lastWorked: null,
      lastIncident: null,
      hold,
      risk,
      rider: { grade: it.grade, weightKg: it.riderKg },
      load,
      held,
      ridden,
      secondPerson,
    },
    it.kind,
  );
  return { sheet: blockersOf(facts, [], placement).length === 0, gate: gate.state === "open" };
}

describe("the sheet and the gate", () => {
  it("say the same where nothing stands against a session", () => {
    const quiet: One = {
      risk: 2,
      stage: "riding",
      kg: 560,
      held: "nothing",
      ridden: true,
      secondPerson: false,
      onHold: false,
      grade: 4,
      riderKg: 55,
      helped: false,
      kind: "saddle",
      windMps: 2,
      temperatureC: 15,
    };
    expect(asked(quiet)).toEqual({ sheet: true, gate: true });
    expect(asked({ ...quiet, held: "all" })).toEqual({ sheet: false, gate: false });
  });
  // They have rules of their own each, until one part of the core answers both: then this test fails, and the word goes.
  it.fails("say the same of any session on any day", () => {
    fc.assert(
      fc.property(one, (it) => {
        const { sheet, gate } = asked(it);
        expect(gate).toBe(sheet);
      }),
      { numRuns: 2_000, seed: 1 },
    );
  });
});
