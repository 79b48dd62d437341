import { describe, expect, it } from "vitest";
import { DAY_GRID, HOUR } from "#core/day/model.ts";
import { windowOf, within } from "./sheet.ts";

const slot = (hour: number): number => ((hour * 60 - DAY_GRID.start) / DAY_GRID.minutes) | 0;
const view = { hours: { from: slot(7), to: slot(17), step: 2 }, cards: [] };

describe("the hours on the wall", () => {
  it("are one back and four ahead, and stay within the day", () => {
    expect(windowOf(view, slot(10) + 1)).toEqual({ from: slot(9), to: slot(14) });
    expect(windowOf(view, slot(7))).toEqual({ from: slot(7), to: slot(12) });
    expect(windowOf(view, slot(16))).toEqual({ from: slot(12), to: slot(17) });
  });
  it("show the part of a session that lies in them", () => {
    const drawn = windowOf(view, slot(10));
    expect(within(drawn, { start: slot(8), length: 2 * HOUR })).toEqual({ start: slot(9), length: HOUR });
    expect(within(drawn, { start: slot(7), length: HOUR })).toBeNull();
    expect(within(drawn, { start: slot(13), length: 2 * HOUR })).toEqual({ start: slot(13), length: HOUR });
  });
});
