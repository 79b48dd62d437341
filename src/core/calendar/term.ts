/**
 * The arithmetic of a term: from what was sold and what happened to last day, contracted, delivered, owed and pace.
 * All days are calendar dates of the barn. Sessions are whole, part ones rounded in the owner's favour; pace alone is a fraction.
 */
import { assert } from "../kernel/assert.ts";
import { remember } from "../kernel/remember.ts";
import { type Hold, heldDays, heldOn, stoppedDays } from "./holds.ts";
import {
  addDays,
  dayNumber,
  earlier,
  fromDayNumber,
  type LocalDate,
  type Weekday,
  weekdayOf,
  weekdayOfNumber,
} from "./local-date.ts";

export const TERM_LENGTHS = [30, 60, 90] as const;
export type TermLength = (typeof TERM_LENGTHS)[number];

/** `calendar`: the term ends on a day. `sessions`: it ends when the contracted sessions have been worked. */
export const COUNTINGS = ["calendar", "sessions"] as const;
export type Counting = (typeof COUNTINGS)[number];

export interface TermFacts {
  readonly length: TermLength;
  readonly firstDay: LocalDate;
  /** 1: the day of arrival is day 1 of the term. 0: it does not count, day 1 is the day after. */
  readonly firstDayIs: 0 | 1;
  /** 1 to 7. */
  readonly sessionsAWeek: number;
  readonly counting: Counting;
  /** Weekdays on which the barn works no horse. */
  readonly restDays: readonly Weekday[];
  readonly holidays: readonly LocalDate[];
  readonly holds: readonly Hold[];
  /** First workday after the intake evaluation, from which sessions are contracted; null: from the first day of the term. */
  readonly workFrom: LocalDate | null;
  /** The day of each session given, in any order; two on one day count as two. */
  readonly delivered: readonly LocalDate[];
}

export interface TermReading {
  /** The first day from which sessions are contracted. */
  readonly workFrom: LocalDate;
  readonly lastDay: LocalDate;
  /** 1 on day 1; 0 or less before the term, above the length where held days moved the end. */
  readonly dayOfTerm: number;
  /** Days between first and last day, both included. */
  readonly calendarDays: number;
  /** Days up to the last on which the clock stood still. */
  readonly heldDays: number;
  /** Days of the term on which a horse can be worked: no rest day, no holiday, no hold. */
  readonly workingDays: number;
  /** Sessions sold for the whole term. */
  readonly contracted: number;
  /** Sessions that should have been given by the end of yesterday. */
  readonly contractedSoFar: number;
  readonly delivered: number;
  /** Sessions above what a week held, in weeks that began in debt. */
  readonly madeUp: number;
  /** contractedSoFar less delivered; negative: ahead. In lengths, one length being one session, and whole. */
  readonly owed: number;
  readonly pace: Pace;
}

export interface Pace {
  readonly remaining: number;
  /** Workable days from today to the last day, both included. */
  readonly workingDaysLeft: number;
  /** Sessions that a week must now hold to finish on time; null where no week is left. */
  readonly perWeek: number | null;
  /** True where one session on each workable day left is enough. */
  readonly feasible: boolean;
}

const HORIZON_DAYS = 3 * 366;

/** Sessions that so many days hold: 30 days at 5 a week = 22. Rounded up in the owner's favour. */
export const contractedSessions = (days: number, sessionsAWeek: number): number =>
  Math.max(0, Math.ceil((days * sessionsAWeek) / 7 - 1e-9));

/** Day 1 of the term. */
export const dayOne = (facts: Pick<TermFacts, "firstDay" | "firstDayIs">): LocalDate =>
  addDays(facts.firstDay, 1 - facts.firstDayIs);

/** The day of the term by whose end the intake should be closed; from the next one on sessions are owed, evaluated or not. */
const INTAKE_BY_DAY = 3;

/** The first day from which sessions are contracted: the one after the intake evaluation, `intake` null while it is not closed. */
export function workFromOf(facts: Pick<TermFacts, "firstDay" | "firstDayIs">, intake: LocalDate | null): LocalDate {
  const latest = addDays(dayOne(facts), INTAKE_BY_DAY);
  return intake ? earlier(addDays(intake, 1), latest) : latest;
}

/** True where a horse can be worked on the date: no rest day of the barn, no holiday, no hold. */
export const isWorkable = (facts: Pick<TermFacts, "restDays" | "holidays" | "holds">, date: LocalDate): boolean =>
  !facts.restDays.includes(weekdayOf(date)) && !facts.holidays.includes(date) && heldOn(facts.holds, date) === null;

/**
 * Days that stand for sessions given before a term's record began, as counted on paper: nobody says which days they were, so they lie evenly on those on which the
 * horse could be worked. `until`: the first day of the record, not one of them. Where more were given than there were such days, days stand twice.
 */
export function daysGivenBefore(
  facts: Pick<TermFacts, "firstDay" | "firstDayIs" | "restDays" | "holidays" | "holds">,
  count: number,
  until: LocalDate,
): readonly LocalDate[] {
  if (count === 0) return [];
  const days: LocalDate[] = [];
  for (let day = dayOne(facts); day < until; day = addDays(day, 1)) if (isWorkable(facts, day)) days.push(day);
  return Array.from({ length: count }, (_, i) => days[Math.floor(((i + 0.5) * days.length) / count)] ?? dayOne(facts));
}

/** The facts as day numbers: loops over a term run on whole numbers, not on dates. */
interface DayTests {
  readonly one: number;
  readonly start: number;
  readonly today: number;
  /** Counts towards the term: the clock does not stand still. */
  running(day: number): boolean;
  workable(day: number): boolean;
}

function dayTests(facts: TermFacts, today: LocalDate): DayTests {
  const one = dayNumber(dayOne(facts));
  const stopped = stoppedDays(facts.holds, today);
  const held = heldDays(facts.holds, today);
  const holidays = new Set(facts.holidays.map(dayNumber));
  return {
    one,
    start: facts.workFrom ? Math.max(one, dayNumber(facts.workFrom)) : one,
    today: dayNumber(today),
    running: (day) => !stopped(day),
    workable: (day) => !facts.restDays.includes(weekdayOfNumber(day)) && !holidays.has(day) && !held(day),
  };
}

/** The count-th day on which the clock runs, from day one; for the length of the term that is its last calendar day. */
function runningDay(count: number, { one, running }: DayTests): number {
  let day = one - 1;
  for (let counted = 0; counted < count; ) {
    day += 1;
    if (running(day)) counted += 1;
    assert(day - one < HORIZON_DAYS, "holds leave a term within three years");
  }
  return day;
}

/**
 * Last day when the term counts worked sessions: the day of the last contracted session, or, where some are still to give, the day on
 * which they are given at the weekly number, one a workable day. `today` itself can still be worked unless its session was given.
 */
function lastSessionDay(facts: TermFacts, contracted: number, { start, today, workable }: DayTests): number {
  const given = facts.delivered.map(dayNumber).sort((a, b) => a - b);
  const last = given[contracted - 1];
  if (last !== undefined) return last;
  const perWorkday = Math.min(1, facts.sessionsAWeek / Math.max(1, 7 - facts.restDays.length));
  let day = Math.max(start, given.includes(today) ? today + 1 : today);
  for (let expected = given.length; day < start + HORIZON_DAYS; day += 1) {
    if (workable(day)) expected += perWorkday;
    if (expected >= contracted - 1e-9) break;
  }
  return day;
}

function countDays(from: number, to: number, test: (day: number) => boolean): number {
  let found = 0;
  for (let day = from; day <= to; day += 1) if (test(day)) found += 1;
  return found;
}

/**
 * Sessions given above what their week held, in weeks (counted from the first workday) that began with a debt. A week in which the clock stood holds
 * only what its other days come to.
 */
function madeUpSessions(facts: TermFacts, soFar: (through: number) => number, start: number, through: number): number {
  const byWeek = new Map<number, number>();
  for (const date of facts.delivered) {
    const week = Math.floor((dayNumber(date) - start) / 7);
    byWeek.set(week, (byWeek.get(week) ?? 0) + 1);
  }
  let [debt, madeUp] = [0, 0];
  for (let week = 0; start + 7 * week <= through; week += 1) {
    const first = start + 7 * week;
    const surplus = (byWeek.get(week) ?? 0) - (soFar(first + 6) - soFar(first - 1));
    if (surplus > 0) madeUp += Math.min(surplus, debt);
    debt = Math.max(0, debt - surplus);
  }
  return madeUp;
}

/** Everything that the term says on the morning of `today`, with today's own session still to come unless it was given. */
export const readTerm = remember((facts: TermFacts, today: LocalDate): TermReading => {
  assert(facts.sessionsAWeek >= 1 && facts.sessionsAWeek <= 7, "one to seven sessions a week");
  const tests = dayTests(facts, today);
  const { one, start, running, workable } = tests;
  const soldForTerm = contractedSessions(facts.length, facts.sessionsAWeek);
  const last = facts.counting === "calendar" ? runningDay(facts.length, tests) : lastSessionDay(facts, soldForTerm, tests);
  // Days spent on the intake before the first workday are the evaluation's, not contracted sessions.
  const dueThrough = (through: number): number => contractedSessions(countDays(start, through, running), facts.sessionsAWeek);
  const contracted = facts.counting === "sessions" ? soldForTerm : dueThrough(last);
  const delivered = facts.delivered.length;
  // Where sessions are counted and all were given, the term is over, however soon: nothing is ahead of it.
  const allGiven = facts.counting === "sessions" && delivered >= contracted;
  const contractedSoFar = allGiven ? contracted : Math.min(contracted, dueThrough(Math.min(tests.today - 1, last)));
  const nextWorkday = Math.max(start, facts.delivered.includes(today) ? tests.today + 1 : tests.today);
  const workingDaysLeft = countDays(nextWorkday, last, workable);
  const runningDaysLeft = countDays(nextWorkday, last, running);
  const remaining = Math.max(0, contracted - delivered);

  return {
    workFrom: fromDayNumber(start),
    lastDay: fromDayNumber(last),
    dayOfTerm: tests.today - one + 1,
    calendarDays: last - one + 1,
    heldDays: countDays(one, Math.min(last, tests.today), (day) => !running(day)),
    workingDays: countDays(one, last, workable),
    contracted,
    contractedSoFar,
    delivered,
    madeUp: madeUpSessions(facts, dueThrough, start, tests.today),
    owed: contractedSoFar - delivered,
    pace: {
      remaining,
      workingDaysLeft,
      perWeek: runningDaysLeft > 0 ? (remaining * 7) / runningDaysLeft : null,
      feasible: remaining <= workingDaysLeft,
    },
  };
});

/** Days on which a re-evaluation is due, as days of the term: 15 of 30; 30 of 60; 30 and 60 of 90. */
export function midTermDays(length: TermLength): readonly number[] {
  return length === 30 ? [15] : length === 60 ? [30] : [30, 60];
}

export interface Milestone {
  readonly kind: "arrival" | "intake" | "mid-term" | "exit" | "report";
  readonly day: LocalDate;
  readonly done: boolean;
}

/** The milestones of a term in order. Held days that stop the clock move those that lie after them. */
export function milestonesOf(
  facts: TermFacts,
  reading: TermReading,
  done: { evaluations: readonly string[]; reported: boolean },
  today: LocalDate,
): readonly Milestone[] {
  const tests = dayTests(facts, today);
  const midTerms = done.evaluations.filter((kind) => kind === "mid-term").length;
  return [
    { kind: "arrival", day: fromDayNumber(tests.one), done: today >= facts.firstDay },
    { kind: "intake", day: fromDayNumber(runningDay(INTAKE_BY_DAY, tests)), done: done.evaluations.includes("intake") },
    ...midTermDays(facts.length).map(
      (day, i): Milestone => ({ kind: "mid-term", day: fromDayNumber(runningDay(day, tests)), done: midTerms > i }),
    ),
    { kind: "exit", day: fromDayNumber(dayNumber(reading.lastDay) - 1), done: done.evaluations.includes("exit") },
    { kind: "report", day: reading.lastDay, done: done.reported },
  ];
}
