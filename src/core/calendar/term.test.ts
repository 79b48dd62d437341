import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { describe, expect, it } from "vitest";
import { covers, type Hold, holdsOverlap } from "./holds.ts";
import { addDays, daysBetween, fromDayNumber, type LocalDate, localDate, WEEKDAYS, type Weekday } from "./local-date.ts";
import {
  contractedSessions,
  dayOne,
  daysGivenBefore,
  isWorkable,
  midTermDays,
  milestonesOf,
  readTerm,
  TERM_LENGTHS,
  type TermFacts,
  workFromOf,
} from "./term.ts";

const day = localDate;
const facts = (changes: Partial<TermFacts> = {}): TermFacts => ({
  length: 30,
  firstDay: day("2026-06-01"),
  firstDayIs: 1,
  sessionsAWeek: 5,
  counting: "calendar",
  restDays: [7],
  holidays: [],
  holds: [],
  workFrom: null,
  delivered: [],
  ...changes,
});
const hold = (from: string, to: string | null, stopsClock = true): Hold => ({
  kind: "vet",
  from: day(from),
  to: to === null ? null : day(to),
  stopsClock,
});

describe("what a term comes to", () => {
  it("ends on start + length − 1", () => {
    expect(readTerm(facts(), day("2026-06-01"))).toMatchObject({
      lastDay: "2026-06-30",
      dayOfTerm: 1,
      calendarDays: 30,
      workingDays: 26,
      contracted: 22,
    });
    expect(readTerm(facts({ length: 90 }), day("2026-06-01")).lastDay).toBe("2026-08-29");
  });

  it("starts a day later where the day of arrival does not count", () => {
    expect(dayOne(facts({ firstDayIs: 0 }))).toBe("2026-06-02");
    expect(readTerm(facts({ firstDayIs: 0 }), day("2026-06-01"))).toMatchObject({ lastDay: "2026-07-01", dayOfTerm: 0 });
  });

  it("counts 22 sessions in 30 days at 5 a week, 43 in 60, 65 in 90", () => {
    expect(TERM_LENGTHS.map((length) => contractedSessions(length, 5))).toEqual([22, 43, 65]);
    expect(contractedSessions(30, 7)).toBe(30);
  });

  it("is not moved by daylight saving: a term over the change has the same days", () => {
    for (const first of ["2026-03-01", "2026-10-20"])
      expect(daysBetween(day(first), readTerm(facts({ firstDay: day(first) }), day(first)).lastDay)).toBe(29);
  });

  it("moves the end by held days that stop the clock, and by no others", () => {
    expect(readTerm(facts({ holds: [hold("2026-06-08", "2026-06-12")] }), day("2026-06-20"))).toMatchObject({
      lastDay: "2026-07-05",
      heldDays: 5,
    });
    expect(readTerm(facts({ holds: [hold("2026-06-08", "2026-06-12", false)] }), day("2026-06-20"))).toMatchObject({
      lastDay: "2026-06-30",
      heldDays: 0,
      workingDays: 21,
    });
  });

  it("lets an open hold stop the clock through today and not beyond", () => {
    const open = facts({ holds: [hold("2026-06-08", null)] });
    expect(readTerm(open, day("2026-06-08")).lastDay).toBe("2026-07-01");
    expect(readTerm(open, day("2026-06-12")).lastDay).toBe("2026-07-05");
    // What is projected supposes that it ends today: 13 June to 5 July without Sundays.
    expect(readTerm(open, day("2026-06-12")).pace.workingDaysLeft).toBe(19);
    const counted = readTerm({ ...open, counting: "sessions", delivered: [day("2026-06-02")] }, day("2026-06-12"));
    expect(counted).toMatchObject({ contracted: 22, lastDay: "2026-07-13" });
    expect(counted.pace).toMatchObject({ remaining: 21, feasible: true });
  });

  it("owes from the first workday after the intake, by the calendar days gone", () => {
    const worked = facts({ workFrom: day("2026-06-03") });
    expect(readTerm(worked, day("2026-06-03")).contractedSoFar).toBe(0);
    expect(readTerm(worked, day("2026-06-10")).contractedSoFar).toBe(5);
    expect(readTerm(worked, day("2026-06-10")).owed).toBe(5);
    expect(readTerm({ ...worked, delivered: [day("2026-06-04"), day("2026-06-05")] }, day("2026-06-10")).owed).toBe(3);
  });

  it("owes nothing while the clock stands still", () => {
    const held = facts({ holds: [hold("2026-06-08", "2026-06-14")] });
    expect(readTerm(held, day("2026-06-15")).contractedSoFar).toBe(5);
  });

  it("says the pace that finishes on time, and whether the days are there", () => {
    const late = readTerm(facts({ delivered: [day("2026-06-02")] }), day("2026-06-24"));
    expect(late.pace).toMatchObject({ remaining: 21, workingDaysLeft: 6, feasible: false });
    expect(late.pace.perWeek).toBeCloseTo(21, 9);
    expect(readTerm(facts(), day("2026-07-02")).pace).toMatchObject({ workingDaysLeft: 0, perWeek: null, feasible: false });
  });

  it("takes today's session as given once it is, so that today is no longer left", () => {
    const before = readTerm(facts(), day("2026-06-30")).pace.workingDaysLeft;
    expect(before - readTerm(facts({ delivered: [day("2026-06-30")] }), day("2026-06-30")).pace.workingDaysLeft).toBe(1);
  });

  it("sees what was made up: sessions above the number in a week that began in debt", () => {
    const days = [
      "2026-06-01",
      "2026-06-02",
      "2026-06-03",
      "2026-06-08",
      "2026-06-09",
      "2026-06-10",
      "2026-06-11",
      "2026-06-12",
      "2026-06-13",
    ];
    expect(readTerm(facts({ delivered: days.map(day) }), day("2026-06-14")).madeUp).toBe(1);
    expect(readTerm(facts({ delivered: days.slice(3).map(day) }), day("2026-06-07")).madeUp).toBe(0);
  });

  it("asks nothing of a week in which the clock stood, and of a part of one what its other days come to", () => {
    const held = (to: string, given: string[]) =>
      readTerm(facts({ holds: [hold("2026-06-01", to)], delivered: given.map(day) }), day("2026-06-14")).madeUp;
    const six = ["08", "09", "10", "11", "12", "13"].map((one) => `2026-06-${one}`);
    expect(held("2026-06-07", six)).toBe(0);
    // Two running days hold two sessions; none was given, and the sixth of the next week makes up for one of them.
    expect(held("2026-06-05", six)).toBe(1);
  });

  it("rounds what was sold and what is due alike, so that what is owed is whole", () => {
    const reading = readTerm(facts({ delivered: [day("2026-06-02")] }), day("2026-06-04"));
    expect(reading).toMatchObject({ contractedSoFar: 3, owed: 2 });
  });

  it("counting sessions, ends when the last contracted one is worked", () => {
    const counted = facts({ counting: "sessions", sessionsAWeek: 7, restDays: [], length: 30 });
    expect(readTerm(counted, day("2026-06-01"))).toMatchObject({ contracted: 30, lastDay: "2026-06-30" });
    const all = Array.from({ length: 30 }, (_, i) => addDays(day("2026-06-01"), i + 10));
    expect(readTerm({ ...counted, delivered: all }, day("2026-08-01")).lastDay).toBe("2026-07-10");
    // Five a week and worked every day, it is done before its weeks are: not ahead of anything from then on.
    const soon = { ...counted, sessionsAWeek: 5, delivered: all.slice(0, 22) };
    for (const at of ["2026-07-02", "2026-07-03", "2026-12-01"])
      expect(readTerm(soon, day(at))).toMatchObject({ lastDay: "2026-07-02", contracted: 22, contractedSoFar: 22, owed: 0 });
  });
});

describe("sessions given before the record began", () => {
  it("lie evenly on the days that could be worked, none on or after the first of the record", () => {
    const term = facts({ holds: [hold("2026-06-05", "2026-06-06")], holidays: [day("2026-06-03")] });
    expect(daysGivenBefore(term, 3, day("2026-06-10"))).toEqual(["2026-06-01", "2026-06-04", "2026-06-09"]);
    expect(daysGivenBefore(term, 0, day("2026-06-10"))).toEqual([]);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 1, max: 90 }), (count, days) => {
        const until = addDays(term.firstDay, days);
        const given = daysGivenBefore(term, count, until);
        const told = readTerm({ ...term, delivered: given }, until);
        expect([given.length, told.delivered]).toEqual([count, count]);
        for (const one of given) expect(one >= term.firstDay && one < until).toBe(true);
        expect([...given].sort()).toEqual(given);
      }),
    );
  });
});

describe("posts and the first workday", () => {
  it("puts re-evaluations at 15, at 30, at 30 and 60", () => {
    expect(TERM_LENGTHS.map(midTermDays)).toEqual([[15], [30], [30, 60]]);
  });
  it("moves posts behind a hold, not those before it", () => {
    const f = facts({ length: 60, holds: [hold("2026-06-10", "2026-06-19")] });
    const posts = milestonesOf(
      f,
      readTerm(f, day("2026-06-25")),
      { evaluations: ["intake"], reported: false },
      day("2026-06-25"),
    );
    expect(posts.map((post) => [post.kind, post.day, post.done])).toEqual([
      ["arrival", "2026-06-01", true],
      ["intake", "2026-06-03", true],
      ["mid-term", "2026-07-10", false],
      ["exit", "2026-08-08", false],
      ["report", "2026-08-09", false],
    ]);
  });
  it("contracts from the day after the intake, and from the fourth day at the latest", () => {
    const start = { firstDay: day("2026-06-01"), firstDayIs: 1 } as const;
    expect(workFromOf(start, day("2026-06-01"))).toBe("2026-06-02");
    expect(workFromOf(start, null)).toBe("2026-06-04");
    expect(workFromOf(start, day("2026-06-20"))).toBe("2026-06-04");
  });
});

/** Holds that do not overlap, made from gaps and lengths. */
const someHolds = (first: LocalDate) =>
  fc
    .array(fc.record({ gap: fc.integer({ min: 0, max: 20 }), days: fc.integer({ min: 1, max: 12 }), stopsClock: fc.boolean() }), {
      maxLength: 4,
    })
    .map((spans) => {
      let at = first;
      return spans.map(({ gap, days, stopsClock }): Hold => {
        const from = addDays(at, gap);
        at = addDays(from, days);
        return { kind: "owner", from, to: addDays(at, -1), stopsClock };
      });
    });
const someFacts: fc.Arbitrary<TermFacts> = fc.integer({ min: 20_000, max: 21_500 }).chain((start) => {
  const firstDay = fromDayNumber(start);
  return fc.record({
    length: fc.constantFrom(...TERM_LENGTHS),
    firstDay: fc.constant(firstDay),
    firstDayIs: fc.constantFrom(0 as const, 1 as const),
    sessionsAWeek: fc.integer({ min: 1, max: 7 }),
    counting: fc.constant("calendar" as const),
    restDays: fc.subarray<Weekday>([...WEEKDAYS], { maxLength: 4 }),
    holidays: fc.array(
      fc.integer({ min: 0, max: 120 }).map((i) => addDays(firstDay, i)),
      { maxLength: 5 },
    ),
    holds: someHolds(firstDay),
    workFrom: fc.option(fc.integer({ min: 0, max: 6 }).map((i) => addDays(firstDay, i))),
    delivered: fc.array(
      fc.integer({ min: 0, max: 60 }).map((i) => addDays(firstDay, i)),
      { maxLength: 40 },
    ),
  });
});

describe("against a slow second opinion that walks the calendar with Temporal", () => {
  it("finds the same last day, held days and working days", () => {
    fc.assert(
      fc.property(someFacts, fc.integer({ min: -5, max: 140 }), (f, offset) => {
        const today = addDays(f.firstDay, offset);
        let at = Temporal.PlainDate.from(f.firstDay).add({ days: 1 - f.firstDayIs });
        let [counted, held, working] = [0, 0, 0];
        for (; counted < f.length; at = at.add({ days: 1 })) {
          const date = at.toString() as LocalDate;
          const stopped = f.holds.some((one) => one.stopsClock && covers(one, date));
          if (stopped && date <= today) held += 1;
          if (!stopped) counted += 1;
          if (isWorkable(f, date)) working += 1;
        }
        const reading = readTerm(f, today);
        expect(reading.lastDay).toBe(at.subtract({ days: 1 }).toString());
        expect(reading.heldDays).toBe(held);
        expect(reading.workingDays).toBe(working);
      }),
    );
  });

  it("owes nothing before the start, never more than the term holds, and keeps its sums", () => {
    fc.assert(
      fc.property(someFacts, fc.integer({ min: -5, max: 140 }), (f, offset) => {
        const today = addDays(f.firstDay, offset);
        const reading = readTerm(f, today);
        expect(reading.contractedSoFar).toBeGreaterThanOrEqual(0);
        expect(reading.contractedSoFar).toBeLessThanOrEqual(reading.contracted);
        if (today <= f.firstDay) expect(reading.contractedSoFar).toBe(0);
        expect(reading.owed).toBe(reading.contractedSoFar - f.delivered.length);
        expect(Number.isInteger(reading.owed)).toBe(true);
        expect(reading.madeUp).toBeLessThanOrEqual(f.delivered.length);
        expect(reading.pace.remaining).toBe(Math.max(0, reading.contracted - f.delivered.length));
        expect(reading.contracted).toBeLessThanOrEqual(contractedSessions(f.length, f.sessionsAWeek));
        expect(daysBetween(dayOne(f), reading.lastDay) + 1).toBe(reading.calendarDays);
      }),
    );
  });

  it("only ever ends later for another hold that stops the clock, and not at all for one that does not", () => {
    fc.assert(
      fc.property(
        someFacts,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 20 }),
        fc.boolean(),
        (f, at, days, stopsClock) => {
          const from = addDays(f.firstDay, at);
          const more: Hold = { kind: "weather", from, to: addDays(from, days - 1), stopsClock };
          const today = addDays(f.firstDay, 200);
          const [without, withHold] = [readTerm(f, today).lastDay, readTerm({ ...f, holds: [...f.holds, more] }, today).lastDay];
          if (stopsClock) expect(withHold >= without).toBe(true);
          else expect(withHold).toBe(without);
        },
      ),
    );
  });
});

describe("holds", () => {
  it("share a day or they do not", () => {
    expect(holdsOverlap(hold("2026-06-01", "2026-06-03"), hold("2026-06-03", "2026-06-09"))).toBe(true);
    expect(holdsOverlap(hold("2026-06-01", "2026-06-03"), hold("2026-06-04", null))).toBe(false);
    expect(holdsOverlap(hold("2026-06-01", null), hold("2027-01-01", "2027-01-02"))).toBe(true);
  });
});
