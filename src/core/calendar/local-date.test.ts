import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { describe, expect, it } from "vitest";
import {
  addDays,
  dateInZone,
  dayNumber,
  daysBetween,
  fromDayNumber,
  instantOf,
  localDate,
  mondayOf,
  parseLocalDate,
  sayDate,
  sayInstant,
  weekdayOf,
} from "./local-date.ts";

/** Zones with daylight saving north and south, at midnight, by half an hour, and with a day left out of the calendar. */
const ZONES = [
  "America/Denver",
  "Europe/Berlin",
  "Australia/Lord_Howe",
  "America/Sao_Paulo",
  "Pacific/Apia",
  "Asia/Kathmandu",
  "Africa/Cairo",
  "UTC",
];
const anyDay = fc.integer({ min: -25_000, max: 80_000 }).map(fromDayNumber);

describe("calendar dates", () => {
  it("reads real days and no others", () => {
    expect(parseLocalDate("2028-02-29")).toBe("2028-02-29");
    for (const wrong of [
      "2027-02-29",
      "2026-13-01",
      "2026-00-10",
      "2026-4-1",
      "1899-12-31",
      "2200-01-01",
      "2026-04-31",
      "2026-07-14T00:00",
      "",
      "yesterday",
    ])
      expect(parseLocalDate(wrong), wrong).toBeNull();
    expect(() => localDate("2026-02-30")).toThrow(RangeError);
  });

  it("agrees with Temporal on every sum of days", () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -4000, max: 4000 }), (day, days) => {
        const other = addDays(day, days);
        expect(other).toBe(Temporal.PlainDate.from(day).add({ days }).toString());
        expect(daysBetween(day, other)).toBe(days);
        expect(weekdayOf(day)).toBe(Temporal.PlainDate.from(day).dayOfWeek);
        expect(fromDayNumber(dayNumber(day))).toBe(day);
      }),
    );
  });

  it("puts an instant on the wall calendar of its zone, through every change of the clocks", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ZONES),
        fc.date({ min: new Date("2000-01-01"), max: new Date("2099-12-31"), noInvalidDate: true }),
        (zone, at) => {
          const wall = Temporal.Instant.fromEpochMilliseconds(at.getTime()).toZonedDateTimeISO(zone).toPlainDate().toString();
          expect(dateInZone(zone, at.getTime())).toBe(wall);
        },
      ),
    );
    // The hour that is there twice, and the night that is short.
    expect(dateInZone("America/Denver", Date.parse("2026-11-01T06:30:00Z"))).toBe("2026-11-01");
    expect(dateInZone("America/Denver", Date.parse("2026-11-01T05:59:59Z"))).toBe("2026-10-31");
    expect(dateInZone("Europe/Berlin", Date.parse("2026-03-28T23:30:00Z"))).toBe("2026-03-29");
  });

  it("finds weeks", () => {
    expect(mondayOf(localDate("2026-07-19"))).toBe("2026-07-13");
    expect(mondayOf(localDate("2026-07-13"))).toBe("2026-07-13");
    expect(sayDate(localDate("2026-07-14"))).toBe("Tue 14 Jul");
  });
});

describe("a date's first instant", () => {
  it("is the first minute of it in every zone, also where midnight or the whole day is left out", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10_000, max: 25_000 }).map(fromDayNumber), fc.constantFrom(...ZONES), (date, zone) => {
        const first = instantOf(zone, date);
        expect(dateInZone(zone, first) >= date).toBe(true);
        expect(dateInZone(zone, first - 1) < date).toBe(true);
      }),
      { numRuns: 60 },
    );
    expect(instantOf("America/Denver", localDate("2026-03-09"))).toBe(Date.parse("2026-03-09T06:00:00Z"));
    expect(sayInstant("America/Denver", Date.parse("2026-07-14T13:30:00Z"))).toBe("Tue 14 Jul, 07:30");
  });
});
