import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { EMPTY_RECORD } from "../card/merge.ts";
import type { Score } from "../kernel/sides.ts";
import { sinceArrival, weeksSeen } from "./by-week.ts";

const score = (skill: string, day: string, given: Score, side: "both" | "left" | "right" = "both") => ({
  skill,
  side,
  score: given,
  day: localDate(day),
});
const SCORES = [
  score("lead", "2026-06-02", 1),
  score("trot", "2026-06-03", 4, "left"),
  score("lead", "2026-06-09", 3),
  score("trot", "2026-06-10", 2, "left"),
  score("lead", "2026-06-16", 3),
];
const session = (day: string, soft: number | null) => ({
  ...EMPTY_RECORD,
  day: localDate(day),
  groundMinutes: 30,
  course:
    soft === null
      ? []
      : [
          { minute: 0, state: "tight" as const, side: null },
          { minute: soft, state: "soft" as const, side: null },
        ],
});

describe("week against week", () => {
  it("counts what went up and down from one week's end to the next, and how soon it was soft", () => {
    const sessions = [session("2026-06-02", 10), session("2026-06-09", 4), session("2026-06-10", 6)];
    const weeks = weeksSeen(sessions, SCORES, localDate("2026-06-02"), localDate("2026-06-17"));
    expect(weeks.map(({ monday, sessions: n, up, down, soft }) => [monday, n, up, down, soft])).toEqual([
      ["2026-06-01", 1, 0, 0, 10],
      ["2026-06-08", 2, 1, 1, 5],
      ["2026-06-15", 0, 0, 0, null],
    ]);
  });
  it("tells what stands two steps from the first score, each side by itself", () => {
    expect(sinceArrival(SCORES)).toEqual({
      up: [{ skill: "lead", side: "both", before: 1, now: 3 }],
      down: [{ skill: "trot", side: "left", before: 4, now: 2 }],
    });
    expect(sinceArrival([])).toEqual({ up: [], down: [] });
  });
});
