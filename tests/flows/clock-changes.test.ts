/** Both changes of the clock, from the server's clock to the page: no day is skipped, none comes twice, and eight o'clock stays eight o'clock. */
import ICAL from "ical.js";
import { Temporal } from "temporal-polyfill";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { addDays, daysBetween, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { systemClock } from "#server/container.ts";
import { readFeed } from "#server/feed/read-feed.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { Barn, OPEN_GATE, record } from "#tests/barn.ts";

const ZONE = "America/Denver";
/** In Denver the clock went on by an hour in the one night, and goes back in the other. */
const NIGHTS = { "in spring": localDate("2026-03-08"), "in autumn": localDate("2026-11-01") } as const;

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

/** Minutes of the barn's wall clock on a day, as an instant. */
const at = (day: LocalDate, minutes: number): number =>
  Temporal.PlainDate.from(day).toZonedDateTime({
    timeZone: ZONE,
    plainTime: Temporal.PlainTime.from({ hour: Math.floor(minutes / 60), minute: minutes % 60 }),
  }).epochMilliseconds;

describe.each(Object.entries(NIGHTS))("the clock changes %s", (_season, night) => {
  it("and every minute of the days around it belongs to the day on the barn's wall", () => {
    const clock = systemClock(undefined);
    const real = Date.now;
    try {
      let before = addDays(night, -1);
      for (let instant = at(before, 0); instant < at(addDays(night, 2), 0); instant += 60_000) {
        Date.now = () => instant;
        const today = clock.today(ZONE);
        expect(daysBetween(before, today)).toBeGreaterThanOrEqual(0);
        expect(daysBetween(before, today)).toBeLessThanOrEqual(1);
        before = today;
      }
      expect(before).toBe(addDays(night, 1));
      Date.now = () => at(addDays(night, 1), 0) - 60_000;
      expect(clock.today(ZONE)).toBe(night);
      Date.now = () => at(night, 0);
      expect(clock.today(ZONE)).toBe(night);
    } finally {
      Date.now = real;
    }
  });
  it("and a term counts its days on, a session is worked on each, and calendars have its hour", async () => {
    barn.today = addDays(night, -2);
    const stay: StayId = await barn.book({ horse: { name: `Thimble ${night}` }, stay: { firstDay: barn.today, length: 30 } });
    await barn.evaluate(stay);
    const { path } = await barn.ask<{ path: string }>("feed/make", { person: null, stay }, barn.boss);
    const days = [-1, 0, 1].map((n) => addDays(night, n));
    for (const [i, day] of days.entries()) {
      barn.today = day;
      const reading = (await openStay(barn.deps, stay))?.head.ruler.reading;
      expect([day, reading?.dayOfTerm, reading?.calendarDays]).toEqual([day, i + 2, 30]);
      const card: CardId = await barn.handedOut(stay, { start: 2 });
      await barn.ask("card/close", { id: card, base: null, record: record(), gate: OPEN_GATE }, barn.rider);
    }
    const opened = await openStay(barn.deps, stay);
    expect(opened?.head.ruler.reading.delivered).toBe(3);
    const text = await readFeed(barn.deps, path.replace("/calendar/", "").replace(".ics", ""));
    const events = new ICAL.Component(ICAL.parse(text ?? "")).getAllSubcomponents("vevent").map((one) => new ICAL.Event(one));
    const starts = events.map((event) => event.startDate.toJSDate());
    const onTheWall = new Intl.DateTimeFormat("en-GB", { timeZone: ZONE, hour: "2-digit", minute: "2-digit" });
    expect(starts.map((start) => onTheWall.format(start))).toEqual(["08:00", "08:00", "08:00"]);
    expect(starts.map((start) => start.getTime()).sort()).toEqual(days.map((day) => at(day, 8 * 60)));
  });
});
