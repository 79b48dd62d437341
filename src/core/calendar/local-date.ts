/**
 * Calendar dates of the barn. A LocalDate is a day on the wall calendar ('2026-03-29'), not an instant: it has no hour
 * and no zone, so daylight saving cannot shift it. Day arithmetic runs on whole day numbers since 1970-01-01.
 */
declare const local: unique symbol;
export type LocalDate = string & { readonly [local]: true };

const MS_PER_DAY = 86_400_000;
const SHAPE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** ISO weekday numbers: 1 Monday … 7 Sunday. */
export const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** The date that the text names (years 1900 to 2199), or null where the calendar has no such day. */
export function parseLocalDate(text: string): LocalDate | null {
  const found = SHAPE.exec(text);
  if (!found) return null;
  const [year, month, day] = [Number(found[1]), Number(found[2]), Number(found[3])];
  if (year < 1900 || year > 2199) return null;
  const made = new Date(Date.UTC(year, month - 1, day)).toISOString().slice(0, 10);
  return made === text ? (text as LocalDate) : null;
}

/** For dates written in code; throws on a day that does not exist. */
export function localDate(text: string): LocalDate {
  const date = parseLocalDate(text);
  if (!date) throw new RangeError(`not a calendar date: ${text}`);
  return date;
}

/** Whole days since 1970-01-01. */
export const dayNumber = (date: LocalDate): number => Date.parse(`${date}T00:00:00Z`) / MS_PER_DAY;
export const fromDayNumber = (number: number): LocalDate => new Date(number * MS_PER_DAY).toISOString().slice(0, 10) as LocalDate;
export const addDays = (date: LocalDate, days: number): LocalDate => fromDayNumber(dayNumber(date) + days);
/** Days from the first date to the second; negative where the second is earlier. */
export const daysBetween = (from: LocalDate, to: LocalDate): number => dayNumber(to) - dayNumber(from);
/** 1970-01-01 was a Thursday, ISO weekday 4. */
export const weekdayOfNumber = (day: number): Weekday => (((((day + 3) % 7) + 7) % 7) + 1) as Weekday;
export const weekdayOf = (date: LocalDate): Weekday => weekdayOfNumber(dayNumber(date));
export const mondayOf = (date: LocalDate): LocalDate => addDays(date, 1 - weekdayOf(date));
/** So many months before; the last day of a month that has fewer days. */
export function monthsBefore(date: LocalDate, months: number): LocalDate {
  const [year, month, day] = date.split("-").map(Number) as [number, number, number];
  const all = year * 12 + (month - 1) - months;
  const written = (on: number): string =>
    `${String(Math.floor(all / 12)).padStart(4, "0")}-${String((all % 12) + 1).padStart(2, "0")}-${String(on).padStart(2, "0")}`;
  for (let on = day; ; on -= 1) {
    const found = parseLocalDate(written(on));
    if (found) return found;
  }
}
export const earlier = (a: LocalDate, b: LocalDate): LocalDate => (a < b ? a : b);
export const later = (a: LocalDate, b: LocalDate): LocalDate => (a > b ? a : b);

/** Making one takes longer than a hundred answers by it; a barn has one zone. */
const calendars = new Map<string, Intl.DateTimeFormat>();
function calendarOf(zone: string): Intl.DateTimeFormat {
  const calendar =
    calendars.get(zone) ??
    new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" });
  calendars.set(zone, calendar);
  return calendar;
}
/** The wall-calendar date at an instant in an IANA time zone, e.g. 'America/Denver'. Throws RangeError on an unknown zone. */
export const dateInZone = (zone: string, epochMilliseconds: number): LocalDate =>
  localDate(calendarOf(zone).format(epochMilliseconds));

/** Minutes after midnight on the clocks of an IANA time zone, 0 to 1439. Throws RangeError on an unknown zone. */
export function minuteInZone(zone: string, epochMilliseconds: number): number {
  const hands = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit", hourCycle: "h23" });
  const [hours = "0", minutes = "0"] = hands.format(epochMilliseconds).split(":");
  return Number(hours) * 60 + Number(minutes);
}

/** The instant at which a date begins in an IANA time zone, in milliseconds of the epoch; where midnight is skipped, the first minute after it. */
export function instantOf(zone: string, date: LocalDate): number {
  const noon = Date.parse(`${date}T12:00:00Z`);
  // No zone lies more than 14 hours off: the date begins within a day of its noon in UTC, on a whole minute.
  let [before, after] = [noon - 27 * 3_600_000, noon + 15 * 3_600_000];
  while (after - before > 60_000) {
    const middle = before + Math.floor((after - before) / 120_000) * 60_000;
    if (dateInZone(zone, middle) < date) before = middle;
    else after = middle;
  }
  return after;
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const WEEKDAY_NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** 'Tue 14 Jul', the form in which every screen writes a day. */
export function sayDate(date: LocalDate): string {
  return `${WEEKDAY_NAMES[weekdayOf(date) - 1]} ${Number(date.slice(8))} ${MONTHS[Number(date.slice(5, 7)) - 1]}`;
}

/** 'Tue 14 Jul, 07:30': an instant by the clock of an IANA time zone. */
export function sayInstant(zone: string, epochMilliseconds: number): string {
  const clock = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hour: "2-digit", minute: "2-digit" }).format(
    epochMilliseconds,
  );
  return `${sayDate(dateInZone(zone, epochMilliseconds))}, ${clock}`;
}

export const sayDateWithYear = (date: LocalDate): string => `${sayDate(date)} ${date.slice(0, 4)}`;
