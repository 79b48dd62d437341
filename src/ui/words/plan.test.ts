import { describe, expect, it } from "vitest";
import { PLAN_CAUSES } from "#contracts/plan.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { STALL_GROUPS } from "#core/forecast/stall.ts";
import { METHODS } from "#core/ladder/methods.ts";
import { onDay, percent, sayCauses, sayChance, sayForecast, sayLikelyRange, sayMoved, sayStall, sayWhatIf } from "./plan.ts";
import { sayConditions, trackWords } from "./skills.ts";

const FIRST = localDate("2026-06-01");

describe("plans and forecasts in words", () => {
  it("count days from arrival", () => {
    expect(onDay(FIRST, 0)).toBe("Mon 1 Jun");
    expect(onDay(FIRST, 30)).toBe("Wed 1 Jul");
  });
  it("say when a goal is met, with the span, and what lies beyond the term", () => {
    expect(sayForecast(0.92, { p10: 7, p50: 9, p90: 14 }, FIRST)).toBe("Very likely by Wed 10 Jun (92%)");
    expect(sayForecast(0.39, { p10: 7, p50: 9, p90: null }, FIRST)).toBe("Possible by Wed 10 Jun (39%)");
    expect(sayForecast(0.18, { p10: 7, p50: 9, p90: null }, FIRST)).toBe("Not this term (18%)");
    expect(sayForecast(0.4, { p10: 7, p50: null, p90: null }, FIRST)).toBe("Possible (40%)");
    expect(sayLikelyRange({ p10: 7, p50: 9, p90: 14 }, FIRST)).toBe("likely range Mon 8 Jun to Mon 15 Jun");
    expect(sayLikelyRange({ p10: 7, p50: null, p90: null }, FIRST)).toBe("Mon 8 Jun at the earliest");
    expect(sayLikelyRange({ p10: null, p50: null, p90: null }, FIRST)).toBe("");
  });
  it("say a chance in figures and in words, the surer the higher", () => {
    expect(percent(0.456)).toBe("46%");
    expect([0.95, 0.7, 0.5, 0.3, 0.05].map(sayChance)).toEqual([
      "very likely",
      "likely",
      "possible",
      "possible",
      "not this term",
    ]);
  });
  it("say what must be so before a step", () => {
    const when = [{ code: "shown", skill: "forward", times: 2 }, { code: "calm-day" }] as const;
    expect(sayConditions(when)).toBe("when: forward from the leg shown twice at 3 and a calm day");
  });
  it("say why something moved: a day that went by only where nothing else did", () => {
    expect(sayCauses(["session", "day"])).toBe("a session was closed");
    expect(sayCauses(["day"])).toBe("a day went by");
    for (const cause of PLAN_CAUSES) expect(sayCauses([cause])).toMatch(/^[a-z]+ /);
    expect(sayMoved({ code: "first-time", skill: "trot", before: 9, after: 14 }, FIRST)).toBe(
      "Trot under saddle: moved from Wed 10 Jun to Mon 15 Jun",
    );
    expect(sayMoved({ code: "days", before: 1, after: 12 }, FIRST)).toBe("12 sessions left (was 1)");
  });
  it("name tracks, groups and questions", () => {
    expect(trackWords("trot:left")).toBe("Trot under saddle, left");
    expect(trackWords("catch:both")).toBe("Catch");
    for (const group of STALL_GROUPS) expect(sayStall(group)).toMatch(/^Progress has stalled in /);
    expect(sayWhatIf({ code: "sessions", aWeek: 6 }, { aWeek: 5, methods: METHODS })).toBe("One more session: 6 a week");
    expect(sayWhatIf({ code: "sessions", aWeek: 4 }, { aWeek: 5, methods: METHODS })).toBe("One session fewer: 4 a week");
    expect(sayWhatIf({ code: "off", days: 14 }, { aWeek: 5, methods: METHODS })).toBe("2 weeks off from tomorrow");
  });
});
