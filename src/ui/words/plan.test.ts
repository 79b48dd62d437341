import { describe, expect, it } from "vitest";
import { PLAN_CAUSES } from "#contracts/plan.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { STALL_GROUPS } from "#core/forecast/stall.ts";
import { METHODS } from "#core/ladder/methods.ts";
import { onDay, percent, sayCauses, sayChance, sayMoved, sayRange, sayStall, sayWhatIf } from "./plan.ts";
import { sayConditions, trackWords } from "./skills.ts";

const FIRST = localDate("2026-06-01");

describe("plans and forecasts in words", () => {
  it("count days from arrival", () => {
    expect(onDay(FIRST, 0)).toBe("Mon 1 Jun");
    expect(onDay(FIRST, 30)).toBe("Wed 1 Jul");
  });
  it("say when a goal is met, with the span, and what lies beyond the term", () => {
    expect(sayRange({ p10: 7, p50: 9, p90: 14 }, FIRST)).toBe("Wed 10 Jun (Mon 8 Jun to Mon 15 Jun)");
    expect(sayRange({ p10: 7, p50: 9, p90: null }, FIRST)).toBe("Wed 10 Jun (Mon 8 Jun to after the end)");
    expect(sayRange({ p10: 7, p50: null, p90: null }, FIRST)).toBe("Mon 8 Jun at the earliest, rather after the end");
    expect(sayRange({ p10: null, p50: null, p90: null }, FIRST)).toBe("after the end");
    expect(sayRange({ p10: 7, p50: 7, p90: 7 }, FIRST)).toBe("Mon 8 Jun");
  });
  it("say a chance in figures and in words, the surer the higher", () => {
    expect(percent(0.456)).toBe("46 %");
    expect([0.95, 0.7, 0.5, 0.3, 0.05].map(sayChance)).toEqual(["likely", "likely", "possible", "possible", "not in this term"]);
  });
  it("say what must be so before a step", () => {
    const when = [{ code: "shown", skill: "forward", times: 2 }, { code: "calm-day" }] as const;
    expect(sayConditions(when)).toBe("when: forward from the leg shown twice at 3 and a calm day");
  });
  it("say why something moved: a day that went by only where nothing else did", () => {
    expect(sayCauses(["session", "day"])).toBe("a session was closed");
    expect(sayCauses(["day"])).toBe("a day went by");
    for (const cause of PLAN_CAUSES) expect(sayCauses([cause])).toMatch(/^(a|an|the|it) /);
    expect(sayMoved({ code: "first-time", skill: "trot", before: 9, after: 14 }, FIRST)).toBe(
      "Trot under saddle: Wed 10 Jun becomes Mon 15 Jun",
    );
    expect(sayMoved({ code: "days", before: 1, after: 12 }, FIRST)).toBe("12 sessions left, was 1");
  });
  it("name tracks, groups and questions", () => {
    expect(trackWords("trot:left")).toBe("Trot under saddle, left");
    expect(trackWords("catch:both")).toBe("Catch");
    for (const group of STALL_GROUPS) expect(sayStall(group)).toMatch(/learns less/);
    expect(sayWhatIf({ code: "sessions", aWeek: 6 }, { aWeek: 5, methods: METHODS })).toBe("A session more: 6 a week");
    expect(sayWhatIf({ code: "sessions", aWeek: 4 }, { aWeek: 5, methods: METHODS })).toBe("A session fewer: 4 a week");
    expect(sayWhatIf({ code: "off", days: 14 }, { aWeek: 5, methods: METHODS })).toBe("2 weeks off from tomorrow");
  });
});
