import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED } from "#shipped/ladder.ts";
import { addDays, localDate, mondayOf } from "../calendar/local-date.ts";
import { GAITS, type SessionRecord } from "../card/card.ts";
import { EMPTY_RECORD } from "../card/merge.ts";
import { GAIT_WEIGHTS } from "../tools/workload.ts";
import { FORTNIGHT, hardByBranch, incidentsOf, paceOf, riderMix, workedLately } from "./course.ts";
import { ANYTHING, matches } from "./log.ts";
import { loadOf, weeksOf } from "./weeks.ts";

const today = localDate("2026-07-14");
const BUCK = { kind: "buck", before: "", hurt: "nobody", during: "canter", ledBy: [], strength: 2 } as const;
const session = (changes: Partial<SessionRecord> & { day?: typeof today; rider?: string } = {}) => ({
  ...EMPTY_RECORD,
  endedWell: true,
  day: today,
  rider: "Wren",
  ...changes,
});
const sessions = fc
  .array(
    fc
      .record({
        ago: fc.nat(80),
        groundMinutes: fc.nat(60),
        saddleMinutes: fc.nat(60),
        gaits: fc.subarray([...GAITS]),
        rider: fc.constantFrom("Wren", "Ines", "Bertil"),
        incidents: fc.array(fc.constant(BUCK), { maxLength: 2 }),
        scores: fc.array(
          fc.constantFrom({ skill: "tie", side: "both", score: 3 } as const, { skill: "lead", side: "left", score: 2 } as const),
          { maxLength: 3 },
        ),
      })
      .map(({ ago, ...rest }) => session({ ...rest, day: addDays(today, -ago) })),
    { maxLength: 40 },
  )
  .map((list) => list.sort((a, b) => a.day.localeCompare(b.day)));

describe("weeks of a stay", () => {
  it("hold every session once, none that was not worked, and are told against the four before", () => {
    fc.assert(
      fc.property(sessions, (list) => {
        const first = addDays(today, -80);
        const weeks = weeksOf(list, first, today);
        const all = (of: (one: (typeof list)[number]) => number): number => list.reduce((sum, one) => sum + of(one), 0);
        expect(weeks.reduce((sum, week) => sum + week.groundMinutes, 0)).toBe(all((one) => one.groundMinutes));
        expect(weeks.reduce((sum, week) => sum + week.saddleMinutes, 0)).toBe(all((one) => one.saddleMinutes));
        expect(weeks.reduce((sum, week) => sum + week.sessions, 0)).toBe(list.length);
        for (const [i, week] of weeks.entries()) {
          const mine = list.filter(({ day }) => mondayOf(day) === week.monday);
          expect(week.load).toBeCloseTo(mine.reduce((sum, one) => sum + loadOf(one), 0));
          const before = weeks.slice(Math.max(0, i - 4), i);
          const average = before.reduce((sum, one) => sum + one.load, 0) / 4;
          if (before.length < 4 || average === 0) expect(week.ratio).toBeNull();
          else expect(week.ratio).toBeCloseTo(week.load / average);
        }
      }),
    );
  });
  it("count a session's load between all of it walked and all of it in its fastest gait", () => {
    fc.assert(
      fc.property(fc.nat(120), fc.subarray([...GAITS]), (groundMinutes, gaits) => {
        const load = loadOf(session({ groundMinutes, gaits }));
        expect(load).toBeGreaterThanOrEqual(groundMinutes);
        expect(load).toBeLessThanOrEqual(groundMinutes * Math.max(1, ...gaits.map((gait) => GAIT_WEIGHTS[gait])));
      }),
    );
    expect(loadOf(session({ saddleMinutes: 30, gaits: ["walk", "trot", "canter"] }))).toBe(60);
  });
});

describe("counts of a stay", () => {
  it("agree with counting one by one", () => {
    fc.assert(
      fc.property(sessions, (list) => {
        const lately = workedLately(list, today);
        for (const skill of ["tie", "lead"]) {
          let slow = 0;
          for (const one of list)
            if (one.day > addDays(today, -FORTNIGHT) && one.scores.some((score) => score.skill === skill)) slow += 1;
          expect(lately.find((one) => one.skill === skill)?.sessions ?? 0).toBe(slow);
        }
        const mix = riderMix(list);
        expect(mix.reduce((sum, one) => sum + one.sessions, 0)).toBe(list.length);
        for (const { rider, minutes } of mix)
          expect(minutes).toBe(
            list.filter((one) => one.rider === rider).reduce((sum, one) => sum + one.groundMinutes + one.saddleMinutes, 0),
          );
        const { all, perTen, lastTen } = incidentsOf(list);
        expect(all).toBe(list.flatMap((one) => one.incidents).length);
        if (list.length > 0) expect((perTen * list.length) / 10).toBeCloseTo(all);
        expect(lastTen).toBe(list.slice(-10).flatMap((one) => one.incidents).length);
      }),
    );
  });
  it("name the hard side of each group in which both sides were seen", () => {
    const score = (skill: string, side: "left" | "right" | "both", of: 1 | 4) => ({ skill, side, score: of, day: today });
    const scores = [score("lead", "left", 4), score("lead", "right", 1), score("steer", "left", 4), score("tie", "both", 4)];
    expect(hardByBranch(scores, SHIPPED)).toEqual([{ branch: "handling", side: "right", skills: 1 }]);
  });
  it("say a pace as a factor with its interval, beside the others", () => {
    const pace = paceOf({ mean: 0, variance: 0.04 }, [-0.2, 0.1, 0.3]);
    expect(pace).toMatchObject({ factor: 1, slower: 1, others: 3 });
    expect(pace.low * pace.high).toBeCloseTo(1);
    expect(pace.high).toBeGreaterThan(1.25);
  });
});

describe("looking in a log", () => {
  const one = {
    rider: "Wren",
    record: session({
      scores: [{ skill: "trot", side: "left", score: 3 }],
      signs: [{ sign: "girthy", skill: null, side: "right", strength: 2 }],
      swaps: [{ skill: "canter", did: "circles", why: "Wind" }],
    }),
  };
  const asks = (part: Partial<typeof ANYTHING>): boolean => matches(one, { ...ANYTHING, ...part }, () => "Soft on both sides");
  it("finds by skill, side, sign, rider and words, all at once", () => {
    expect([
      asks({}),
      asks({ skill: "trot" }),
      asks({ skill: "trot", side: "left" }),
      asks({ sign: "girthy", side: "right" }),
    ]).toEqual([true, true, true, true]);
    expect([
      asks({ skill: "circles" }),
      asks({ words: " SOFT " }),
      asks({ rider: "Wren", words: "both" }),
      asks({ side: "right" }),
    ]).toEqual([true, true, true, true]);
    expect([
      asks({ skill: "trot", side: "right" }),
      asks({ sign: "girthy", side: "left" }),
      asks({ rider: "Ines" }),
      asks({ words: "hard" }),
      asks({ skill: "tie" }),
    ]).toEqual([false, false, false, false, false]);
  });
});
