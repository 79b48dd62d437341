import { describe, expect, it } from "vitest";
import { FIRST, goal, planOf, recordOf, standingOf, worked } from "#tests/plan-record.ts";
import { addDays } from "../calendar/local-date.ts";

/** A three-year-old that leads and stands well and gives a little, as it was walked on its first day. */
const WALK = [
  worked(0, ["catch", "halter", "lead"], 4),
  worked(0, ["stand", "space"], 3),
  worked(0, ["rope-flag", "give-head", "hindquarters", "send-out", "voice-trot"], 2),
  worked(0, ["pad", "block"], 1),
];

describe("an unstarted horse that reads normally", () => {
  it("is brought on at a barn's typical pace: loose with the saddle, stood on, walking alone, trotting, in so many sessions", () => {
    const scores = standingOf(WALK).scores.map((one) => ({ ...one, walk: true }));
    const plan = planOf(
      recordOf({
        today: addDays(FIRST, 1),
        lastDay: addDays(FIRST, 59),
        sessions: [],
        seen: scores,
        standing: { ...standingOf([]), scores },
        goals: ["sit", "steer", "stop", "trot", "canter"].map((skill) => ({ ...goal(skill), must: true })),
        planned: 0,
        minutes: 40,
      }),
    );
    const session = (id: string): number => plan.findIndex(({ items }) => items.some(({ skill }) => skill === id)) + 1;
    const reached = ["loose-tack", "stirrup-weight", "forward", "trot"].map(session);
    expect(reached.every((one) => one > 0)).toBe(true);
    const [loose, stood, walks, trots] = reached as [number, number, number, number];
    expect(loose).toBeLessThanOrEqual(7);
    expect(stood).toBeGreaterThanOrEqual(5);
    expect(stood).toBeLessThanOrEqual(10);
    expect(walks).toBeLessThanOrEqual(15);
    expect(trots - walks).toBeLessThanOrEqual(7);
  });
});
