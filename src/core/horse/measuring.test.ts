import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { GROWING_DAYS, growthOf, measureCautions, measuringDue } from "./measuring.ts";

const FIRST = localDate("2026-06-01");
const TODAY = localDate("2026-07-14");
const due = (changes: Partial<Parameters<typeof measuringDue>[0]>) =>
  measuringDue({ ageYears: 8, growthCm: 0, firstDay: FIRST, measured: [FIRST], daysOff: 1, ...changes }, TODAY);

describe("measures are asked for again", () => {
  it("of a young horse every four weeks, of one whose croup is high whatever its age, of a grown one not", () => {
    expect(due({})).toBeNull();
    expect(due({ ageYears: 2 })).toEqual({ because: "growing", since: "2026-06-29" });
    expect(due({ growthCm: 2 })).toEqual({ because: "growing", since: "2026-06-29" });
    expect(due({ ageYears: 2, measured: [FIRST, localDate("2026-06-20")] })).toBeNull();
    expect(due({ ageYears: 2, measured: [] })).toEqual({ because: "never", since: "2026-06-29" });
  });
  it("of any horse after four weeks without work, once", () => {
    expect(due({ daysOff: 30 })).toEqual({ because: "time-off", since: "2026-07-12" });
    expect(due({ daysOff: 30, measured: [localDate("2026-07-13")] })).toBeNull();
    expect(due({ daysOff: 27 })).toBeNull();
  });
  it("never sooner than four weeks after the last time, whatever the days", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 12 }), (ago, ageYears) => {
        const found = due({ ageYears, measured: [addDays(TODAY, -ago)], daysOff: 0 });
        expect(found !== null).toBe(ageYears < 5 && ago >= GROWING_DAYS);
      }),
    );
  });
});

describe("what measures ask to keep in mind", () => {
  const at = (day: string, kilograms: number) => ({ day: localDate(day), kilograms });
  const last = { condition: null, growthCm: null, saddleFit: null };
  it("names a fat horse, a thin one, a high croup, a saddle that does not fit", () => {
    expect(measureCautions({ condition: 7, growthCm: 2, saddleFit: "does-not-fit" }, [])).toEqual([
      "overweight",
      "growing",
      "saddle",
    ]);
    expect(measureCautions({ ...last, condition: 3.5 }, [])).toEqual(["thin"]);
    expect(measureCautions({ condition: 5, growthCm: 1.5, saddleFit: "fits" }, [])).toEqual([]);
  });
  it("names a weight that moved by a fourteenth within six weeks, and not one that took longer", () => {
    expect(measureCautions(last, [at("2026-06-10", 400), at("2026-07-14", 430)])).toEqual(["gaining"]);
    expect(measureCautions(last, [at("2026-06-10", 430), at("2026-07-14", 395)])).toEqual(["losing"]);
    expect(measureCautions(last, [at("2026-03-10", 400), at("2026-07-14", 430)])).toEqual([]);
  });
  it("reads growth only where both were taken", () => {
    expect(growthOf({ withersCm: 142, croupCm: 144.3 })).toBe(2.3);
    expect(growthOf({ withersCm: null, croupCm: 144 })).toBeNull();
  });
});
