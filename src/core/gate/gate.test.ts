import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { skillOf } from "#shipped/ladder.ts";
import { dayPersonOf, dayPlaceOf, permitHorseOf } from "#tests/days.ts";
import { localDate } from "../calendar/local-date.ts";
import type { SessionKind } from "../card/card.ts";
import { methodOf } from "../ladder/methods.ts";
import { GATE_TICKS, type GateTick, RED_SIGNS, ticksFor } from "../permission/ground-check.ts";
import type { PermitHorse } from "../permission/horse.ts";
import { mayOverride } from "../permission/reasons.ts";
import { STAGES } from "../reading/reading.ts";
import { type GateFacts, type OnTheSpot, readGate } from "./gate.ts";

const ann = dayPersonOf("ann", { grade: 4, weightKg: 70, specialist: true });
const hal = dayPersonOf("hal", { rides: false, weightKg: null, grade: 5 });
const facts = (horse: Partial<PermitHorse> = {}, changes: Partial<GateFacts> = {}): GateFacts => ({
  horse: permitHorseOf(horse),
  rider: ann,
  place: dayPlaceOf("pen", { separate: true, outdoor: true }),
  weather: [],
  laid: 60,
  skills: [],
  asked: [...GATE_TICKS],
  ...changes,
});
const spot = (changes: Partial<OnTheSpot> = {}): OnTheSpot => ({
  helper: hal,
  ticks: [...GATE_TICKS],
  redSigns: [],
  windy: false,
  ...changes,
});
const answer = (of: GateFacts, on: OnTheSpot = spot(), kind: SessionKind = "both") => readGate(of, on, kind);
const codes = (of: GateFacts, on: OnTheSpot = spot(), kind: SessionKind = "both") =>
  answer(of, on, kind).reasons.map((reason) => reason.code);
const hours = (temperatureC: number, windMps: number, humidity = 60) => ({
  weather: [{ hour: 10, temperatureC, humidity, windMps }],
});
const onHold = { hold: { kind: "vet", from: localDate("2026-07-10"), to: null, stopsClock: true } } as const;
const held = (holds: "all" | "ridden" | "skill", skills: readonly string[] = []) => ({
  checks: [{ because: "open", holds, restricts: null, until: null, words: "", skills } as const],
});

describe("the weather at the gate", () => {
  it("lets a green horse walk in the small place in wind, and nowhere else; above that nobody gets on it", () => {
    const green = { stage: "first-rides" } as const;
    expect(codes(facts(green, hours(15, 9)))).toEqual([]);
    expect(answer(facts(green, hours(15, 9))).limits).toContainEqual({ code: "walk-only", windMps: 9 });
    expect(codes(facts(green, { ...hours(15, 9), place: dayPlaceOf("arena") }))).toEqual(["weather"]);
    expect(codes(facts(green, { place: dayPlaceOf("arena") }), spot({ windy: true }))).toEqual(["weather"]);
    expect(codes(facts(green, hours(15, 13)))).toEqual(["weather"]);
    expect(codes(facts({}, hours(15, 20)))).toEqual([]);
  });
  it("is shut for ground work too where it is too hot for any, which nobody overrides; below that it says how to work", () => {
    const hot = answer(facts({}, hours(40, 0)), spot(), "ground");
    expect(hot.state).toBe("half");
    expect(hot.limits).toMatchObject([{ code: "heat-limit", heat: 164 }]);
    const worse = answer(facts({}, hours(40, 0, 90)), spot(), "ground");
    expect([worse.state, mayOverride({ role: "manager", grade: 5 }, worse.reasons)]).toEqual(["shut", false]);
  });
});

describe("the gate", () => {
  it("is open when everything is ticked and the record has nothing against it", () => {
    expect(answer(facts())).toEqual({ state: "open", reasons: [], limits: [] });
  });
  it("is never called open for a ground card, which is worked on the ground and nothing more", () => {
    expect(answer(facts(), spot({ ticks: [] }), "ground")).toEqual({ state: "half", reasons: [], limits: [] });
    expect(answer(facts(onHold), spot(), "ground").state).toBe("shut");
  });
  it("keeps everybody on the ground at a red sign, on a ground card too; a sudden change stops all work", () => {
    for (const sign of RED_SIGNS) {
      const all = sign === "sudden-change";
      expect(answer(facts(), spot({ redSigns: [sign] })).state).toBe(all ? "shut" : "half");
      const ground = answer(facts(), spot({ redSigns: [sign] }), "ground");
      expect([ground.state, ground.reasons]).toEqual([all ? "shut" : "half", [{ code: "red-sign", sign }]]);
    }
  });
  it("counts what was seen on another card of the day, and says it once where it is seen again", () => {
    for (const sign of RED_SIGNS) {
      const all = sign === "sudden-change";
      const earlier = facts({ redToday: [{ sign, gone: false }] });
      expect(answer(earlier)).toMatchObject({ state: all ? "shut" : "half", reasons: [{ code: "red-sign", sign }] });
      expect(answer(earlier, spot(), "ground")).toEqual({
        state: all ? "shut" : "half",
        reasons: [{ code: "red-sign", sign }],
        limits: [],
      });
      expect(answer(earlier, spot({ redSigns: [sign] })).reasons).toEqual([{ code: "red-sign", sign }]);
      const gone = answer(facts({ redToday: [{ sign, gone: true }] })).reasons;
      expect(mayOverride({ role: "manager", grade: 3 }, gone)).toBe(!all);
    }
  });
  it("counts a red sign that went away for the day, unless the manager has looked; a sudden change does not go away", () => {
    for (const sign of RED_SIGNS) {
      const gone = answer(facts(), spot({ redSigns: [sign], redGone: [sign] }));
      const all = sign === "sudden-change";
      expect(gone.state).toBe(all ? "shut" : "half");
      expect(mayOverride({ role: "manager", grade: 3 }, gone.reasons)).toBe(!all);
      expect(mayOverride({ role: "rider", grade: 5 }, gone.reasons)).toBe(false);
    }
  });
  it("is shut by a check that holds all work, half by one that holds riding; nobody overrides either", () => {
    expect(answer(facts(held("all")), spot(), "ground")).toMatchObject({ state: "shut", reasons: [{ code: "check" }] });
    const half = answer(facts(held("ridden")));
    expect([half.state, mayOverride({ role: "manager", grade: 5 }, half.reasons)]).toEqual(["half", false]);
    expect(answer(facts(held("skill", ["girth"]))).state).toBe("open");
    const girth = { skill: skillOf("girth"), held: false };
    expect(codes(facts(held("skill", ["girth"]), { skills: [girth] }))).toEqual(["check"]);
  });
  it("asks the grade, the mark and the second person of what the card asks for", () => {
    const of = (id: string, held = false) => ({ skills: [{ skill: skillOf(id), held }] });
    const low = { ...ann, grade: 2, specialist: false };
    expect(codes(facts({ risk: 1 }, { ...of("canter"), rider: low }))).toEqual(["grade"]);
    expect(codes(facts({}, { ...of("lead-change"), rider: { ...ann, specialist: false } }))).toEqual(["grade"]);
    expect(codes(facts({}, of("lead-change")))).toEqual([]);
    expect(codes(facts({}, of("trot")), spot({ helper: null }))).toEqual(["second-person"]);
    expect(codes(facts({}, of("trot", true)), spot({ helper: null }))).toEqual([]);
  });
  it("wants somebody there for a risky horse whatever is done, and for a green one as soon as anybody gets on", () => {
    const alone = spot({ helper: null });
    expect(answer(facts({ risk: 4 }), alone, "ground").state).toBe("shut");
    expect(codes(facts({ stage: "unridden" }), alone)).toEqual(["second-person"]);
    expect(answer(facts({ stage: "unridden" }), alone, "ground").state).toBe("half");
    expect(codes(facts({ risk: 5 }, { rider: { ...ann, grade: 5 } }), spot({ helper: { ...hal, grade: 2 } }))).toEqual(["grade"]);
  });
  it("keeps a horse on the ground whose first foot in the stirrup is not ready, with what is missing", () => {
    const missing = [{ code: "quiet", in: "tack" }] as const;
    const mount = { skill: "stirrup-weight", missing };
    const not = answer(facts({ stage: "unridden", unready: { skills: [mount], mount } }));
    expect(not).toMatchObject({ state: "half", reasons: [{ code: "not-ready", step: false, missing }] });
    expect(mayOverride({ role: "rider", grade: 4 }, not.reasons)).toBe(true);
    expect(mayOverride({ role: "rider", grade: 3 }, not.reasons)).toBe(false);
  });
  it.each([
    ["a rider of too low a grade", {}, { rider: { ...ann, grade: 1 } }, "grade"],
    ["a rider over the line", {}, { rider: { ...ann, weightKg: 101 } }, "load"],
    ["a rider whom nobody weighed", {}, { rider: { ...ann, weightKg: null } }, "load"],
    ["somebody who does not ride", {}, { rider: { ...hal, id: ann.id } }, "does-not-ride"],
    ["somebody kept from it", { forbid: [ann.id] }, {}, "kept-from"],
    ["a horse that nobody weighed", { load: null }, {}, "load"],
    ["a weight of nine weeks ago", { weightDays: 61 }, {}, "load"],
    ["a yearling", { ageYears: 1 }, {}, "age"],
    ["a two-year-old that nobody signed for", { ageYears: 2, ridden: null }, {}, "age"],
    ["a horse of which nobody signed", { signed: false }, {}, "not-signed"],
    ["one that the signature keeps on the ground", { ridden: false }, {}, "signed-off"],
    [
      "the open arena before it is ready for that",
      { stage: "first-rides", smallPlaces: true },
      { place: dayPlaceOf("arena", { outdoor: true }) },
      "stage-place",
    ],
    ["a place that is not for it", { stage: "unridden" }, { place: dayPlaceOf("hill", { stages: ["riding"] }) }, "stage-place"],
  ] as [string, Partial<PermitHorse>, Partial<GateFacts>, string][])("is half shut for %s", (_name, horse, changes, code) => {
    expect(codes(facts(horse, changes))).toContain(code);
  });
  it("lets a two-year-old be ridden that was signed for it, and no yearling whatever was signed", () => {
    expect(codes(facts({ ageYears: 2, ridden: true }))).toEqual([]);
    expect(codes(facts({ ageYears: 1, ridden: true }))).toEqual(["age"]);
  });
  it("names each tick that is missing", () => {
    const missing = answer(facts(), spot({ ticks: GATE_TICKS.filter((tick) => tick !== "girth") }));
    expect(missing).toMatchObject({ state: "half", reasons: [{ code: "not-ticked", tick: "girth" }] });
  });
  it("reminds of days off, incidents, a weight near the line and one that is getting old", () => {
    const open = answer(
      facts(
        { daysOff: 10, weightDays: 30, lastIncident: { kind: "buck", day: localDate("2026-07-09"), daysAgo: 5 } },
        { rider: { ...ann, weightKg: 90 } },
      ),
    );
    expect(open.state).toBe("open");
    expect(open.limits.map((one) => one.code)).toEqual(["load", "time-off", "incident", "load"]);
  });
  it("never opens further for one tick fewer, one sign more, a heavier rider, a riskier horse or more wind", () => {
    const rank = { shut: 0, half: 1, open: 2 };
    const some = fc.record({
      ticks: fc.subarray<GateTick>([...GATE_TICKS]),
      redSigns: fc.subarray([...RED_SIGNS]),
      stage: fc.constantFrom(...STAGES),
      risk: fc.integer({ min: 1, max: 5 }),
      weightKg: fc.integer({ min: 40, max: 120 }),
      grade: fc.integer({ min: 1, max: 5 }),
      windMps: fc.nat(15),
      temperatureC: fc.integer({ min: -10, max: 45 }),
      kind: fc.constantFrom("ground" as const, "both" as const, "saddle" as const),
    });
    fc.assert(
      fc.property(some, fc.constantFrom(...GATE_TICKS), fc.constantFrom(...RED_SIGNS), (one, tick, sign) => {
        const state = (worse: Partial<typeof one>) => {
          const { ticks, redSigns, stage, risk, weightKg, grade, windMps, temperatureC, kind } = { ...one, ...worse };
          const of = facts({ stage, risk }, { rider: { ...ann, weightKg, grade }, ...hours(temperatureC, windMps) });
          return rank[answer(of, spot({ ticks, redSigns }), kind).state];
        };
        for (const worse of [
          { ticks: one.ticks.filter((other) => other !== tick) },
          { redSigns: [...one.redSigns, sign] },
          { weightKg: one.weightKg + 20 },
          { grade: Math.max(1, one.grade - 1) },
          { risk: Math.min(5, one.risk + 1) },
          { windMps: one.windMps + 5, temperatureC: one.temperatureC + 5 },
        ])
          expect(state(worse)).toBeLessThanOrEqual(state({}));
      }),
    );
  });
});

describe("what is ticked", () => {
  it("asks for a second person and a lead until the horse is riding", () => {
    expect(ticksFor("first-rides", methodOf("quiet-steps"), true)).toEqual(
      expect.arrayContaining(["second-person", "lead-ready"]),
    );
    expect(ticksFor("first-rides", methodOf("classical-line"), true)).not.toContain("lead-ready");
    expect(ticksFor("riding", methodOf("quiet-steps"), false)).not.toContain("second-person");
  });
});
