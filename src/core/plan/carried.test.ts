import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { goal, planOf, recordOf, standingOf, worked } from "#tests/plan-record.ts";
import { nextStep } from "../permission/next-step.ts";
import { missingFor } from "../permission/steps.ts";
import { readHorse } from "../reading/reading.ts";

/** Mounted and ridden here, with scores that leave something to be wished for: what it minds is no question of lying across it. */
const shown = fc.record({
  mounted: fc.constantFrom(2, 3, 4),
  ridden: fc.constantFrom(1, 2, 3),
  tacked: fc.constantFrom(2, 3, 4),
});
const startedWith = ({ mounted, ridden, tacked }: { mounted: number; ridden: number; tacked: number }) => {
  const sessions = [
    worked(1, ["pad", "saddle", "girth", "block", "give-head", "hindquarters"], tacked),
    worked(2, ["sit", "stirrup-weight", "block"], mounted),
    worked(4, ["forward", "steer", "trot"], ridden),
  ];
  return recordOf({
    kind: "started",
    sessions,
    standing: standingOf(sessions, { history: { ridden: "yes" }, rides: 2 }),
    goals: [goal("canter"), goal("company"), goal("circles")],
  });
};

describe("a horse that is sat on", () => {
  it("waits for nothing above it, whatever it once scored at being lain across", () => {
    const sessions = [
      worked(1, ["girth", "stirrup-weight"], 3),
      worked(1, ["loose-tack"], 2),
      worked(2, ["lie-across"], 1),
      worked(4, ["sit", "bend-stop", "forward"], 3),
    ];
    const { standing } = recordOf({ sessions, standing: standingOf(sessions, { rides: 2 }) });
    const reading = readHorse({ ladder: SKILLS, scores: standing.scores, kind: "halter", history: {}, rides: 2 });
    const facts = { ladder: SKILLS, reading, sessions: standing.past, sessionsSoFar: 3, rides: 2, groundSessionsFirst: 0 };
    expect(reading.basisOf(skillOf("lie-across"))).toBe("seen");
    expect([missingFor(skillOf("steer"), facts), missingFor(skillOf("stop"), facts)]).toEqual([[], []]);
  });
});

describe("a horse that carries riders", () => {
  it("is never lain across, whatever it scored at being mounted", () => {
    fc.assert(
      fc.property(shown, (scores) => {
        for (const { day, items, warmUp, finish, smaller } of planOf(startedWith(scores))) {
          const all = [...items.map(({ skill }) => skill), ...warmUp, ...finish, ...smaller];
          expect([day, all.includes("lie-across")]).toEqual([day, false]);
        }
      }),
      { numRuns: 12 },
    );
  });
  it("has its first saddle, girth and rider behind it: the next big step lies above them", () => {
    fc.assert(
      fc.property(shown, (scores) => {
        const { standing } = startedWith(scores);
        const facts = {
          ladder: SKILLS,
          reading: readHorse({ ladder: SKILLS, scores: standing.scores, kind: "started", history: standing.history, rides: 2 }),
          sessions: standing.past,
          sessionsSoFar: standing.sessionsSoFar,
          rides: 2,
          groundSessionsFirst: 0,
        };
        const next = nextStep(facts, ["canter"], false);
        expect(["saddle", "girth", "stirrup-weight", "sit", "first-steps"]).not.toContain(next?.step);
        expect(skillOf(next?.skill.id ?? "trot").bears).toBe("rider");
      }),
    );
  });
});
