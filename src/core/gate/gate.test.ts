import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { methodOf } from "../ladder/methods.ts";
import { loadLimit } from "../tools/load.ts";
import {
  GATE_TICKS,
  type GateFacts,
  type GateTick,
  mayOverride,
  overridable,
  RED_SIGNS,
  readGate,
  STAGES,
  stageOf,
  ticksFor,
} from "./gate.ts";

const load = loadLimit({ weightKg: 500, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 });
const facts = (changes: Partial<GateFacts> = {}): GateFacts => ({
  today: localDate("2026-07-14"),
  ticks: [...GATE_TICKS],
  redSigns: [],
  windy: false,
  weather: [],
  method: methodOf("quiet-steps"),
  stage: "riding",
  sessionsSoFar: 20,
  lastWorked: localDate("2026-07-13"),
  lastIncident: null,
  hold: null,
  risk: 2,
  rider: { grade: 3, weightKg: 70 },
  load,
  held: "nothing",
  ridden: true,
  secondPerson: false,
  ...changes,
});
const codes = (changes: Partial<GateFacts>, kind: "ground" | "saddle" = "saddle") =>
  readGate(facts(changes), kind).reasons.map((reason) => reason.code);

describe("the weather at the gate", () => {
  const at = (temperatureC: number, windMps: number): Partial<GateFacts> => ({
    weather: [{ hour: 10, temperatureC, humidity: 60, windMps }],
  });
  it("keeps first rides on the ground in wind that the station tells, as in wind that the rider ticks", () => {
    expect(codes({ ...at(15, 9), stage: "first-rides" })).toEqual(["wind"]);
    expect(codes({ ...at(15, 9), windy: true, stage: "first-rides" })).toEqual(["wind"]);
    expect(codes({ ...at(15, 8), stage: "first-rides" })).toEqual([]);
    expect(codes(at(15, 20))).toEqual([]);
  });
  it("is shut for ground work too where it is too hot for any, which nobody overrides; below that it says how to work", () => {
    const hot = readGate(facts(at(40, 0)), "ground");
    expect([hot.state, overridable(hot)]).toEqual(["open", false]);
    const worse = readGate(facts({ weather: [{ hour: 13, temperatureC: 40, humidity: 90, windMps: 0 }] }), "ground");
    expect([worse.state, overridable(worse)]).toEqual(["shut", false]);
    expect(hot.limits).toMatchObject([{ code: "heat-limit", heat: 164 }]);
  });
  it("never opens wider in worse weather", () => {
    const wider = { shut: 0, half: 1, open: 2 };
    fc.assert(
      fc.property(
        fc.constantFrom(...STAGES),
        fc.constantFrom("ground" as const, "both" as const),
        fc.integer({ min: -10, max: 45 }),
        fc.nat(20),
        fc.nat(15),
        (stage, kind, temperature, wind, more) => {
          const state = (by: number) => readGate(facts({ ...at(temperature + by, wind + by), stage }), kind).state;
          expect(wider[state(more)]).toBeLessThanOrEqual(wider[state(0)]);
        },
      ),
    );
  });
});

describe("the gate", () => {
  it("is open when everything is ticked and the record has nothing against it", () => {
    expect(readGate(facts(), "saddle")).toEqual({ state: "open", reasons: [], limits: [] });
  });
  it("is shut by a check that holds all work, ground work too, and half by one that holds riding; nobody overrides either", () => {
    expect(readGate(facts({ held: "all" }), "ground")).toMatchObject({
      state: "shut",
      reasons: [{ code: "check", holds: "all" }],
    });
    const half = readGate(facts({ held: "ridden" }), "saddle");
    expect([half.state, overridable(half)]).toEqual(["half", false]);
    expect(readGate(facts({ held: "ridden" }), "ground").state).toBe("open");
    expect(readGate(facts({ held: "skill" }), "saddle").state).toBe("open");
  });
  it("keeps a horse on the ground that the signed evaluation keeps there, and asks for the second person that it asks for", () => {
    const answer = readGate(facts({ ridden: false }), "saddle");
    expect(answer).toMatchObject({ state: "half", reasons: [{ code: "not-ridden", from: "record" }] });
    expect(overridable(answer)).toBe(false);
    expect(codes({ secondPerson: true, ticks: GATE_TICKS.filter((tick) => tick !== "second-person") })).toEqual(["not-ticked"]);
    expect(ticksFor("riding", methodOf("quiet-steps"), true)).toContain("second-person");
  });
  it("names each tick that is missing and stays half shut", () => {
    const answer = readGate(facts({ ticks: GATE_TICKS.filter((tick) => tick !== "girth") }), "saddle");
    expect(answer).toMatchObject({ state: "half", reasons: [{ code: "not-ticked", from: "tick", tick: "girth" }] });
  });
  it.each([
    [{ rider: { grade: 1, weightKg: 70 } }, "grade"],
    [{ rider: { grade: 3, weightKg: 101 } }, "load"],
    [{ rider: { grade: 3, weightKg: null } }, "load-unknown"],
    [{ load: null }, "load-unknown"],
    [{ windy: true, stage: "first-rides" as const }, "wind"],
    [{ stage: "unridden" as const, method: methodOf("ground-first"), sessionsSoFar: 11 }, "ground-first"],
  ])("half shut for %j", (changes, code) => {
    expect(codes(changes)).toContain(code);
  });
  it("is shut by a hold, and by any red sign", () => {
    expect(
      readGate(facts({ hold: { kind: "vet", from: localDate("2026-07-10"), to: null, stopsClock: true } }), "ground").state,
    ).toBe("shut");
    for (const sign of RED_SIGNS) expect(readGate(facts({ redSigns: [sign] }), "saddle").state).toBe("shut");
  });
  it("asks nothing of a ground session but that the horse is not on hold", () => {
    expect(readGate(facts({ ticks: [], load: null, rider: { grade: 1, weightKg: null } }), "ground").state).toBe("open");
  });
  it("reminds of days off, incidents and a weight near the line with an open gate", () => {
    const answer = readGate(
      facts({
        lastWorked: localDate("2026-07-04"),
        lastIncident: { kind: "buck", day: localDate("2026-07-09") },
        rider: { grade: 3, weightKg: 90 },
      }),
      "saddle",
    );
    expect(answer.state).toBe("open");
    expect(answer.limits.map((reason) => reason.code)).toEqual(["time-off", "incident", "load-above-preferred"]);
  });
  it("does not hold wind against a horse that is ridden already", () => {
    expect(codes({ windy: true })).toEqual([]);
  });

  it("never opens further for one tick fewer, one sign more, a heavier rider or a riskier horse", () => {
    const rank = { shut: 0, half: 1, open: 2 };
    const some = fc.record({
      ticks: fc.subarray<GateTick>([...GATE_TICKS]),
      redSigns: fc.subarray([...RED_SIGNS]),
      windy: fc.boolean(),
      stage: fc.constantFrom(...STAGES),
      risk: fc.integer({ min: 1, max: 5 }),
      weightKg: fc.integer({ min: 40, max: 120 }),
      grade: fc.integer({ min: 1, max: 5 }),
    });
    fc.assert(
      fc.property(
        some,
        fc.constantFrom(...GATE_TICKS),
        fc.constantFrom(...RED_SIGNS),
        ({ weightKg, grade, ...rest }, tick, sign) => {
          const base = facts({ ...rest, rider: { grade, weightKg } });
          const now = rank[readGate(base, "saddle").state];
          for (const worse of [
            { ticks: base.ticks.filter((one) => one !== tick) },
            { redSigns: [...base.redSigns, sign] },
            { rider: { grade, weightKg: weightKg + 20 } },
            { rider: { grade: Math.max(1, grade - 1), weightKg } },
            { risk: Math.min(5, base.risk + 1) },
          ])
            expect(rank[readGate({ ...base, ...worse }, "saddle").state]).toBeLessThanOrEqual(now);
        },
      ),
    );
  });
});

describe("who may open it all the same", () => {
  it("nobody, where a hold, the weight line or an unknown weight keeps it shut", () => {
    expect(overridable(readGate(facts({ rider: { grade: 3, weightKg: 120 } }), "saddle"))).toBe(false);
    expect(overridable(readGate(facts({ load: null }), "saddle"))).toBe(false);
    expect(overridable(readGate(facts({ rider: { grade: 1, weightKg: 70 } }), "saddle"))).toBe(true);
    expect(overridable(readGate(facts(), "saddle"))).toBe(false);
  });
  it("the manager, or a rider of grade 4", () => {
    expect(mayOverride({ role: "manager", grade: 1 })).toBe(true);
    expect(mayOverride({ role: "rider", grade: 4 })).toBe(true);
    expect(mayOverride({ role: "rider", grade: 3 })).toBe(false);
    expect(mayOverride({ role: "helper", grade: 5 })).toBe(false);
  });
});

describe("stages", () => {
  it("go from unridden over ten first rides to riding; a walk that proved it shortens the way", () => {
    expect([0, 1, 9, 10].map((rides) => stageOf(rides, false))).toEqual(["unridden", "first-rides", "first-rides", "riding"]);
    expect(stageOf(0, true)).toBe("riding");
  });
  it("ask for a second person and a lead until the horse is riding", () => {
    expect(ticksFor("first-rides", methodOf("quiet-steps"), false)).toEqual(
      expect.arrayContaining(["second-person", "lead-ready"]),
    );
    expect(ticksFor("first-rides", methodOf("classical-line"), false)).not.toContain("lead-ready");
    expect(ticksFor("riding", methodOf("quiet-steps"), false)).not.toContain("second-person");
  });
});
