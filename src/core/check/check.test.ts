import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS } from "#shipped/ladder.ts";
import { addDays, type LocalDate, localDate } from "../calendar/local-date.ts";
import { SIGN_WEIGHTS } from "../intake/cause-rules.ts";
import { HOLDS, weighFindings } from "../intake/findings.ts";
import {
  answeredSigns,
  type CheckFacts,
  daysLate,
  dueDay,
  heldByChecks as heldByChecksOn,
  isOpen,
  orderOf as orderOfOn,
  resultsFor,
  wasOpen,
} from "./check.ts";

const heldByChecks = (checks: Parameters<typeof heldByChecksOn>[0], day: LocalDate) => heldByChecksOn(checks, day, SKILLS);
const orderOf = (ranked: Parameters<typeof orderOfOn>[0]) => orderOfOn(ranked, SKILLS);

const TODAY = localDate("2026-07-14");
const check = (changes: Partial<CheckFacts> = {}): CheckFacts => ({
  state: "ordered",
  due: TODAY,
  bookedFor: null,
  holds: "skill",
  skills: ["girth"],
  cause: "saddle-fit",
  result: null,
  doneOn: null,
  releasedOn: null,
  restrictions: [],
  ...changes,
});

describe("a check", () => {
  it("is due as soon as its urgency says", () => {
    expect((["now", "days", "weeks", "watch"] as const).map((urgency) => dueDay(TODAY, urgency))).toEqual([
      "2026-07-14",
      "2026-07-17",
      "2026-07-28",
      "2026-08-13",
    ]);
  });
  it("is late after its day, by its appointment where it has one, and never once it is done", () => {
    expect(daysLate(check(), TODAY)).toBe(0);
    expect(daysLate(check(), addDays(TODAY, 3))).toBe(3);
    expect(daysLate(check({ state: "booked", bookedFor: addDays(TODAY, 5) }), addDays(TODAY, 3))).toBe(0);
    expect(daysLate(check({ state: "booked", bookedFor: addDays(TODAY, 5) }), addDays(TODAY, 6))).toBe(1);
    expect(daysLate(check({ state: "done", result: "clear", doneOn: TODAY }), addDays(TODAY, 9))).toBe(0);
  });
  const at = (changes: Partial<CheckFacts> = {}) => ({ ...check(changes), orderedOn: addDays(TODAY, -3) });
  it("holds back what each open one says, and one more takes nothing of it away", () => {
    expect(heldByChecks([], TODAY)).toEqual([]);
    const two = heldByChecks([at(), at({ holds: "ridden", skills: [] }), at({ holds: "nothing" })], TODAY);
    expect(two.map(({ because, holds, skills }) => [because, holds, skills])).toEqual([
      ["open", "skill", ["girth"]],
      ["open", "ridden", []],
    ]);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...HOLDS)), fc.constantFrom(...HOLDS), (some, more) => {
        const held = (list: readonly (typeof HOLDS)[number][]) =>
          heldByChecks(
            list.map((holds) => at({ holds })),
            TODAY,
          );
        expect(held([...some, more])).toEqual(expect.arrayContaining([...held(some)]));
      }),
    );
  });
  it("holds on where something was found, until somebody releases it; clear and treated hold nothing more", () => {
    const answered = (changes: Partial<CheckFacts>) =>
      heldByChecks([at({ state: "done", doneOn: addDays(TODAY, -1), holds: "ridden", skills: [], ...changes })], TODAY);
    expect(answered({ result: "found" })).toMatchObject([{ because: "found", holds: "ridden" }]);
    expect(answered({ result: "found", releasedOn: addDays(TODAY, 1) })).toHaveLength(1);
    expect(answered({ result: "found", releasedOn: TODAY })).toEqual([]);
    for (const result of ["clear", "treated"] as const) expect(answered({ result })).toEqual([]);
    // Ordered with nothing waiting for it: what was found holds what its kind holds.
    expect(answered({ result: "found", cause: "saddle-fit", holds: "nothing" })).toMatchObject([
      { because: "found", holds: "ridden" },
    ]);
    expect(answered({ result: "found", cause: "teeth", holds: "nothing" })).toMatchObject([
      { holds: "skill", skills: ["bit", "bit-under-halter", "bit-one-rein", "bit-two-reins", "soft-feel", "second-bit"] },
    ]);
  });
  it("restricts what the professional said, until the day that they named, whatever the result", () => {
    const fast = { what: "fast", until: TODAY, words: "walk only" } as const;
    const told = [at({ state: "done", doneOn: addDays(TODAY, -1), result: "treated", restrictions: [fast] })];
    expect(heldByChecks(told, TODAY)).toMatchObject([{ because: "restricted", restricts: "fast", until: TODAY }]);
    expect(heldByChecks(told, addDays(TODAY, 1))).toEqual([]);
    expect(heldByChecks(told, addDays(TODAY, -2))).toMatchObject([{ because: "open" }]);
  });
  it("was open on the days from its order to its answer", () => {
    const ordered = { orderedOn: TODAY };
    expect(wasOpen({ ...check(), ...ordered }, addDays(TODAY, -1))).toBe(false);
    expect(wasOpen({ ...check(), ...ordered }, TODAY)).toBe(true);
    const done = { ...check({ state: "done", doneOn: addDays(TODAY, 3) }), ...ordered };
    expect([2, 3].map((day) => wasOpen(done, addDays(TODAY, day)))).toEqual([true, false]);
    expect(isOpen({ state: "cancelled" })).toBe(false);
  });
  it("is ordered from a finding with the skill at which the sign shows", () => {
    const [first] = weighFindings({
      sex: "gelding",
      ageYears: 8,
      history: {},
      growthCm: null,
      condition: 5,
      seen: [{ sign: "girthy", rung: "tack", side: "left", strength: 2, moment: "tightening" }],
      checks: [],
      trials: [],
    }).causes;
    expect(first && orderOf(first)).toMatchObject({ urgency: "weeks", holds: "skill", skills: ["girth", "surcingle"] });
  });
});

describe("signs that were looked into", () => {
  it("are those of which nothing in the body is left to look at", () => {
    const seen = [{ sign: "head-high", rung: "saddle", side: "both", strength: 2 }] as const;
    const facts = { sex: "gelding", ageYears: 9, history: {}, growthCm: null, condition: 5, seen, trials: [] } as const;
    const of = (causes: readonly ("teeth" | "bit-fit" | "back")[]) => {
      const checks = causes.map((cause) => ({ cause, result: "clear" as const }));
      return answeredSigns(weighFindings({ ...facts, checks }), checks, SIGN_WEIGHTS).has("head-high");
    };
    expect([of([]), of(["teeth"]), of(["teeth", "bit-fit", "back"])]).toEqual([false, false, true]);
  });
});

describe("what an answer says to the findings", () => {
  const seen = [{ sign: "busy-mouth", rung: "saddle", side: "both", strength: 2 }] as const;
  const first = (checks: readonly CheckFacts[], lastSeen: string | null) =>
    weighFindings({
      sex: "gelding",
      ageYears: 9,
      history: {},
      growthCm: null,
      condition: 5,
      seen,
      checks: resultsFor(checks, lastSeen === null ? null : localDate(lastSeen)),
      trials: [],
    }).causes[0]?.cause;
  it("drops the teeth once they were done and the mouth was busy again since; bit and hands rise", () => {
    const done = check({ cause: "teeth", state: "done", result: "treated", doneOn: TODAY });
    expect(first([], "2026-07-10")).toBe("teeth");
    expect(first([done], "2026-07-10")).toBe("teeth");
    expect(first([done], "2026-07-16")).toBe("bit-fit");
  });
  it("hears 'nothing there' at once, and nothing of what is open or about no cause", () => {
    expect(first([check({ cause: "teeth", state: "done", result: "clear", doneOn: TODAY })], "2026-07-10")).toBe("bit-fit");
    expect(resultsFor([check(), check({ cause: null, state: "done", result: "clear", doneOn: TODAY })], TODAY)).toEqual([]);
  });
});
