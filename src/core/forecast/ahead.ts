/** Where only a rhythm is known and no calendar: the days on which sessions are to be expected. */
import type { ScoredSession } from "./stay.ts";

/** From a day up to, not with, another. */
export type DaySpan = readonly [from: number, to: number];

const WEEK = 7;
/** Weeks of record from which the barn's own weekdays are read. */
const WEEKS_TO_TELL = 2;
/** Spread over the week, until the record tells better. */
const EVEN = [0, 2, 4, 1, 3, 5, 6];

export interface Rhythm {
  readonly sessions: readonly ScoredSession[];
  readonly perWeek: number;
  readonly off: readonly DaySpan[];
}

const isOff = (off: readonly DaySpan[], day: number): boolean => off.some(([from, to]) => day >= from && day < to);

/** Days after today up to the last, on the weekdays that this stay has been worked on most. */
export function daysAhead({ sessions, perWeek, off }: Rhythm, today: number, lastDay: number): readonly number[] {
  const counts = Array.from({ length: WEEK }, () => 0);
  for (const { day } of sessions) counts[day % WEEK] = (counts[day % WEEK] ?? 0) + 1;
  const told = today >= WEEK * WEEKS_TO_TELL;
  const order = [...EVEN].sort((a, b) => (told ? (counts[b] ?? 0) - (counts[a] ?? 0) : 0));
  const worked = new Set(order.slice(0, Math.round(perWeek)));
  const days: number[] = [];
  for (let day = today + 1; day <= lastDay; day += 1) if (worked.has(day % WEEK) && !isOff(off, day)) days.push(day);
  return days;
}

/** Sessions that the rhythm asked for so far, and how many of them were not given. */
export function missedSoFar({ sessions, perWeek, off }: Rhythm, today: number): { planned: number; missed: number } {
  let days = 0;
  for (let day = 0; day <= today; day += 1) if (!isOff(off, day)) days += 1;
  const planned = Math.max(sessions.length, Math.round((days * perWeek) / WEEK));
  return { planned, missed: planned - sessions.length };
}
