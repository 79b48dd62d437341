import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { onDial, readDial, UNIT_SYSTEMS, unitOf } from "./units.ts";

describe("figures on a dial", () => {
  it("are read in the barn's units, and in others where they are named", () => {
    expect(readDial("150", "weight", "hands")).toBe(68.04);
    expect(readDial(" 68,5 kg", "weight", "hands")).toBe(68.5);
    expect(readDial("150 lbs", "weight", "metric")).toBe(68.04);
    expect(readDial("27 mph", "wind", "metric")).toBe(12.07);
    expect(readDial("14", "temperature", "hands")).toBe(-10);
    expect(readDial("-10 °C", "temperature", "hands")).toBe(-10);
    expect(readDial("99,5F", "temperature", "metric")).toBe(37.5);
  });
  it("are no figure where the unit is of another dial, or there is none", () => {
    for (const text of ["", "heavy", "12 mph", "1 2", "kg", "5 kg 2", "--3", "1e3"])
      expect(readDial(text, "weight", "metric"), text).toBeNull();
  });
  it("stand again as they were typed, to a tenth", () => {
    const dials = fc.constantFrom(...(["weight", "wind", "temperature"] as const));
    fc.assert(
      fc.property(dials, fc.constantFrom(...UNIT_SYSTEMS), fc.integer({ min: -600, max: 9999 }), (what, system, tenths) => {
        const kept = readDial(String(tenths / 10), what, system);
        expect(Math.round(onDial(what, system, kept ?? Number.NaN) * 10)).toBeCloseTo(tenths, 0);
        // The unit that is shown behind a figure can be typed behind it.
        expect(readDial(`${tenths / 10} ${unitOf(what, system)}`, what, system)).toBe(kept);
      }),
    );
  });
});
