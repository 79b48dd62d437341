import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { weightByFourMeasures, weightOf } from "../tools/weight.ts";
import {
  BOUNDS,
  conditionOf,
  NOT_MEASURED,
  PLACES,
  questionOf,
  readLength,
  restingOdd,
  scaleQuestion,
  weightQuestion,
} from "./measures.ts";

const about = { horseClass: "adult", measures: NOT_MEASURED, bookedCm: null } as const;
const asked = (text: string, name: "girthCm" | "withersCm" | "croupCm" = "girthCm", changes: object = {}) => {
  const length = readLength(text, "cm");
  return length && questionOf(name, length, { ...about, ...changes });
};

describe("a length as somebody types it", () => {
  it.each([
    ["172", 172],
    ["172 cm", 172],
    ["1.72 m", 172],
    ["1,72m", 172],
    ["68 in", 172.7],
    ['68"', 172.7],
    ["15.2 hands", 157.5],
    ["15.2hh", 157.5],
    ["15h", 152.4],
  ])("%s is %d cm", (text, centimetres) => {
    expect(readLength(text, "cm")?.centimetres).toBe(centimetres);
  });
  it("counts in the barn's unit where none is written", () => {
    expect(readLength("15.2", "hands")?.centimetres).toBe(157.5);
    expect(readLength("74", "in")?.centimetres).toBe(188);
  });
  it.each(["", "tall", "17x", "15.4 hands", "1.2.3", "-4", "172 ft"])("refuses “%s”", (text) => {
    expect(readLength(text, "cm")).toBeNull();
  });
});

describe("slips of tape and unit", () => {
  it("asks about a girth of 18 inches and offers what may have been meant", () => {
    const question = asked("18 in");
    expect(question).toMatchObject({ code: "unlikely", low: 150, high: 230 });
    expect(question?.code === "unlikely" && question.meant).toContainEqual({ typed: 180, unit: "cm", centimetres: 180 });
  });
  it("asks about inches that were typed as centimetres", () => {
    const question = asked("74");
    expect(question?.code === "unlikely" && question.meant[0]).toEqual({ typed: 74, unit: "in", centimetres: 188 });
  });
  it("says nothing of a girth that such a horse has", () => {
    expect(asked("186")).toBeNull();
    expect(asked("158", "girthCm", { horseClass: "pony" })).toBeNull();
  });
  it("asks where croup and withers lie far apart, where the height is not the booked one, and where the weight jumped", () => {
    expect(asked("170", "croupCm", { measures: { ...NOT_MEASURED, withersCm: 152 } })).toEqual({
      code: "croup-far",
      differenceCm: 18,
    });
    expect(asked("154", "croupCm", { measures: { ...NOT_MEASURED, withersCm: 152 } })).toBeNull();
    expect(asked("170", "withersCm", { bookedCm: 152 })).toEqual({ code: "not-as-booked", bookedCm: 152 });
    expect(weightQuestion(400, 500)).toEqual({ code: "since-last", lastKg: 500, percent: -20 });
    expect(weightQuestion(480, 500)).toBeNull();
    expect(weightQuestion(480, null)).toBeNull();
    // A scale that shows pounds.
    expect(scaleQuestion(1050, 480)).toEqual({ code: "scale-far", tapeKg: 480, percent: 119 });
    expect([scaleQuestion(500, 480), scaleQuestion(null, 480), scaleQuestion(500, null)]).toEqual([null, null, null]);
  });
  it("offers only readings that fit such a horse and that the record would take", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9999 }), fc.constantFrom("cm", "in", "m", "hands"), (figure, unit) => {
        const length = readLength(`${figure} ${unit}`, "cm");
        const question = length && questionOf("girthCm", length, about);
        if (question?.code !== "unlikely") return;
        for (const meant of question.meant) {
          expect(meant.centimetres).toBeGreaterThanOrEqual(Math.max(question.low, BOUNDS.girthCm[0]));
          expect(meant.centimetres).toBeLessThanOrEqual(Math.min(question.high, BOUNDS.girthCm[1]));
          expect(readLength(`${meant.typed} ${meant.unit}`, "cm")?.centimetres).toBe(meant.centimetres);
        }
      }),
    );
  });
});

describe("what is read from measures", () => {
  it("is the mean of six places once all are felt, and the whole score before", () => {
    expect(conditionOf({ ...NOT_MEASURED, condition: 6 })).toBe(6);
    expect(conditionOf({ ...NOT_MEASURED, condition: 6, placeNeck: 3 })).toBe(6);
    const felt = Object.fromEntries(PLACES.map((place, i) => [place, i < 3 ? 4 : 5]));
    expect(conditionOf({ ...NOT_MEASURED, condition: 9, ...felt })).toBe(4.5);
  });
  it("names resting values out of their range; a refill of two seconds is too slow", () => {
    const rest = { ...NOT_MEASURED, pulse: 52, breaths: 8, temperatureC: 36.9, refillSeconds: 2 };
    expect(restingOdd(rest).map(({ name, side }) => `${name} ${side}`)).toEqual([
      "pulse high",
      "temperatureC low",
      "refillSeconds high",
    ]);
    expect(restingOdd({ ...NOT_MEASURED, pulse: 28, breaths: 16, temperatureC: 38.5, refillSeconds: 1.5 })).toEqual([]);
    expect(restingOdd(NOT_MEASURED)).toEqual([]);
  });
  it("weighs by four measures where build, height and neck are known (Martinson and co-workers, 2014)", () => {
    const four = { girth: 187, length: 162, height: 152, neck: 99 };
    const by = (build: "arabian" | "pony" | "stock") => weightByFourMeasures(build, four).kilograms;
    // 187^1.486 × 162^0.554 × 152^0.599 × 99^0.173 = 2377.9 × 16.75 × 20.28 × 2.214, divided by K.
    expect(by("stock")).toBeGreaterThan(450);
    expect(by("stock")).toBeLessThan(560);
    expect(by("stock") / by("arabian")).toBeCloseTo(3596 / 3441, 2);
    expect(by("stock") / by("pony")).toBeCloseTo(3606 / 3441, 2);
    const taken = { scaleKg: null, girthCm: 187, lengthCm: 162, withersCm: 152, neckCm: 99, build: "stock" } as const;
    expect(weightOf("adult", taken)?.kilograms).toBe(by("stock"));
    expect(weightOf("adult", { ...taken, neckCm: null })?.formula).toContain("330");
    expect(weightOf("yearling", taken)?.formula).toContain("301");
    expect(weightOf("adult", { ...taken, scaleKg: 500 })).toMatchObject({ by: "scale", kilograms: 500 });
  });
});
