import { describe, expect, it } from "vitest";
import { localDate } from "./local-date.ts";
import { daysOffOn, isLongOff } from "./time-off.ts";

describe("days off", () => {
  const worked = localDate("2026-07-06");
  it("are the day less the day it was last worked, rest days among them", () => {
    expect(daysOffOn(worked, worked)).toBe(0);
    expect(daysOffOn(worked, localDate("2026-07-12"))).toBe(6);
    expect(daysOffOn(null, worked)).toBeNull();
  });
  it("are long from the seventh on, and never where it was not worked at all", () => {
    expect([null, 0, 6, 7, 8, 40].map((days) => isLongOff(days))).toEqual([false, false, false, true, true, true]);
  });
});
