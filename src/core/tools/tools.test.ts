import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { ageInYears } from "../horse/horse.ts";
import { seededRandom } from "../kernel/random.ts";
import { centimetresToHands, kilogramsToPounds, poundsToKilograms } from "../kernel/units.ts";
import { circleMinutes, FITNESS, type LoadFacts, loadLimit } from "./load.ts";
import { distanceFeet, lapFeet } from "./pen.ts";
import { distanceOf, LAYOUTS, rowOf } from "./poles.ts";
import { type TakenForWeight, weightByTape, weightOf } from "./weight.ts";
import { weekRatio, workload } from "./workload.ts";

const fit: LoadFacts = { weightKg: 500, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 };

const tape: TakenForWeight = { scaleKg: null, girthCm: 190, lengthCm: 160, withersCm: null, neckCm: null, build: "unknown" };

describe("weight by tape", () => {
  it("follows girth² × length ÷ 330 in inches and pounds", () => {
    // 75 in of girth, 64 in of length: 75² × 64 ÷ 330 = 1091 lb; the metric form of the formula is customary to half a per cent.
    const kilograms = weightByTape("adult", 190.5, 162.56)?.kilograms ?? 0;
    expect(Math.abs(kilograms / poundsToKilograms((75 * 75 * 64) / 330) - 1)).toBeLessThan(0.01);
    expect(weightByTape("pony", 150, 120)?.kilograms).toBeGreaterThan(weightByTape("adult", 150, 120)?.kilograms ?? 0);
  });
  it("gives no weight where the tape slipped", () => {
    expect(weightByTape("adult", 18, 160)).toBeNull();
    expect(weightByTape("adult", 190, 300)).toBeNull();
  });
  it("lets the scale win", () => {
    expect(weightOf("adult", { ...tape, scaleKg: 512 })).toMatchObject({ kilograms: 512, by: "scale" });
    expect(weightOf("adult", { ...tape, lengthCm: null })).toBeNull();
  });
});

describe("the load line", () => {
  it("is 17 and 20 per cent for a fit adult", () => {
    expect(loadLimit(fit)).toMatchObject({ preferKg: 85, refuseKg: 100, because: [] });
  });
  it("is lighter for each thing that is known against it or not known at all", () => {
    for (const [changes, why] of [
      [{ ageYears: 3 }, "under-four"],
      [{ ageYears: null }, "age-unknown"],
      [{ fitness: "unfit" }, "unfit"],
      [{ fitness: "unknown" }, "fitness-unknown"],
      [{ condition: 3 }, "thin"],
      [{ daysOff: 21 }, "time-off"],
    ] as const)
      expect(loadLimit({ ...fit, ...changes })).toMatchObject({ refuse: 0.18, because: [why] });
  });
  it("never grows when the horse is younger, thinner, less fit, lighter or longer off", () => {
    const some = fc.record({
      weightKg: fc.integer({ min: 100, max: 900 }),
      ageYears: fc.option(fc.integer({ min: 1, max: 30 })),
      fitness: fc.constantFrom(...FITNESS),
      condition: fc.option(fc.integer({ min: 1, max: 9 })),
      daysOff: fc.option(fc.integer({ min: 0, max: 60 })),
    });
    fc.assert(
      fc.property(some, (facts) => {
        const limit = loadLimit(facts).refuseKg;
        expect(limit).toBeGreaterThan(loadLimit(facts).preferKg);
        for (const worse of [
          { ageYears: null },
          { ageYears: 2 },
          { fitness: "unknown" as const },
          { condition: 2 },
          { daysOff: 40 },
          { weightKg: facts.weightKg - 1 },
        ])
          expect(loadLimit({ ...facts, ...worse }).refuseKg).toBeLessThanOrEqual(limit);
      }),
    );
  });
  it("keeps circles short for the young and for the unknown", () => {
    expect([null, 1, 2, 3, 4, 12].map(circleMinutes)).toEqual([10, 0, 10, 15, 20, 20]);
  });
});

describe("small things that figures rest on", () => {
  it("turns pounds and kilograms into one another", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 2000, noNaN: true }), (kg) => {
        expect(poundsToKilograms(kilogramsToPounds(kg))).toBeCloseTo(kg, 6);
      }),
    );
    expect([152.4, 147.3, 101.6].map(centimetresToHands)).toEqual(["15.0", "14.2", "10.0"]);
  });
  it("counts completed years, and none for a horse that is not born yet", () => {
    const today = localDate("2026-07-14");
    expect(ageInYears({ date: localDate("2020-07-15"), year: null }, today)).toBe(5);
    expect(ageInYears({ date: localDate("2020-07-14"), year: null }, today)).toBe(6);
    expect(ageInYears({ date: null, year: 2020 }, today)).toBe(6);
    expect(ageInYears({ date: null, year: null }, today)).toBeNull();
    expect(ageInYears({ date: null, year: 2027 }, today)).toBeNull();
  });
  it("draws the same chance from the same seed", () => {
    const [a, b] = [seededRandom(5), seededRandom(5)];
    const drawn = Array.from({ length: 500 }, () => a.next());
    expect(drawn).toEqual(Array.from({ length: 500 }, () => b.next()));
    expect(drawn.every((x) => x >= 0 && x < 1)).toBe(true);
    expect(() => a.pick([])).toThrow(RangeError);
  });
});

describe("poles", () => {
  it("lie at the middle of the customary distance, for a horse and for a pony", () => {
    expect(rowOf("trot", "horse", 4)).toEqual([0, 4.5, 9, 13.5]);
    expect(rowOf("walk", "pony", 2)).toEqual([0, 2.25]);
    expect(rowOf("one-stride", "pony", 2)).toBeNull();
    expect(() => rowOf("trot", "horse", 1)).toThrow(/2 to 12/);
  });
  it("have ranges that a stride can hold: low to high, a pony's shorter", () => {
    for (const layout of LAYOUTS) {
      const [horse, pony] = [distanceOf(layout, "horse"), distanceOf(layout, "pony")];
      expect(horse?.[0]).toBeLessThanOrEqual(horse?.[1] ?? 0);
      if (pony) expect(pony[1]).toBeLessThan(horse?.[1] ?? 0);
    }
  });
});

describe("a lap of the pen", () => {
  it("is told for the two usual pens", () => {
    expect([Math.round(lapFeet(60)), Math.round(lapFeet(85))]).toEqual([188, 267]);
    expect(distanceFeet(60, 10)).toBeCloseTo(1885, 0);
    expect([distanceFeet(10, 5), distanceFeet(60, -1)]).toEqual([null, null]);
  });
});

describe("workload", () => {
  it("weighs each gait, and this week against the four before", () => {
    expect(workload({ walk: 20, trot: 15, canter: 5, jump: 2 })).toBe(75);
    expect(weekRatio(300, [200, 200, 150, 250])).toBe(1.5);
    expect(weekRatio(300, [0, 0, 0, 0])).toBeNull();
  });
});
