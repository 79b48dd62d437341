/**
 * A person's string or a horse's sessions as iCalendar (RFC 5545). Each card keeps one identifier for good; what is cancelled, or was moved to somebody else,
 * stays in as cancelled, so that calendars take it out. Times are instants in UTC, worked out from the barn's own clock on the day.
 */
import ical, { ICalCalendarMethod, ICalEventStatus } from "ical-generator";
import { Temporal } from "temporal-polyfill";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { must } from "#core/kernel/assert.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { findBarn } from "#db/queries/barn.ts";
import { type CardRecord, listCardsBetween } from "#db/queries/day.ts";
import { type Feed, findFeed, findFeedOf, listMovedFrom } from "#db/queries/feed.ts";
import type { Deps } from "../container.ts";
import { feedPath } from "./manage.ts";

/** 32 bytes in base64url. */
const SECRET = /^[\w-]{43}$/;
const DAYS_BACK = 28;
const DAYS_AHEAD = 60;
const REFRESH_SECONDS = 15 * 60;
const KIND = { ground: "ground", saddle: "saddle", both: "ground and saddle" } as const;

/** The instant of a slot on a day; an hour that the clock skips begins when it goes on. */
export function instantOf(zone: string, day: LocalDate, slot: number): Date {
  const minutes = DAY_GRID.start + slot * DAY_GRID.minutes;
  const at = Temporal.PlainDate.from(day).toZonedDateTime({
    timeZone: zone,
    plainTime: Temporal.PlainTime.from({ hour: Math.floor(minutes / 60), minute: minutes % 60 }),
  });
  return new Date(at.epochMilliseconds);
}

/** The path of a person's own calendar, where one was made. */
export async function ownFeed({ sql }: Deps, person: PersonId): Promise<string | null> {
  const feed = await findFeedOf(sql, { person });
  return feed && feedPath(feed.token);
}

/** Null where no such address is read any more. */
export async function readFeed({ sql, clock }: Deps, token: string): Promise<string | null> {
  const feed = SECRET.test(token) ? await findFeed(sql, token) : null;
  if (!feed) return null;
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const [from, to] = [addDays(today, -DAYS_BACK), addDays(today, DAYS_AHEAD)];
  const [cards, moved] = await Promise.all([
    listCardsBetween(sql, from, to),
    feed.personId ? listMovedFrom(sql, feed.personId, from, to) : [],
  ]);
  const calendar = ical({
    name: feed.personId ? `${feed.name}: string, ${barn.name}` : `${feed.name} at ${barn.name}`,
    prodId: { company: "Steady Furlong", product: "Sessions", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
    ttl: REFRESH_SECONDS,
  });
  const add = (card: CardRecord, day: LocalDate, start: number, gone: boolean): void => {
    calendar.createEvent({
      id: `${card.id}@steady-furlong`,
      sequence: card.version,
      start: instantOf(barn.timeZone, day, start),
      end: instantOf(barn.timeZone, day, start + lengthFor(card, feed)),
      stamp: clock.now(),
      summary: summaryOf(card, feed),
      location: card.thenPlace === null ? card.place : `${card.place}, then ${card.thenPlace}`,
      description: [
        card.helper ? `Second person: ${card.helper}` : "",
        card.cancelReason ? `Did not work: ${card.cancelReason}` : "",
      ]
        .filter((words) => words !== "")
        .join("\n"),
      status: gone ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    });
  };
  const isOwn = (card: CardRecord): boolean =>
    feed.personId ? card.riderId === feed.personId || card.helperId === feed.personId : card.stayId === feed.stayId;
  // What riders have not been handed is still the manager's.
  for (const card of cards)
    if (card.state !== "placed" && isOwn(card)) add(card, card.day, card.start, card.state === "cancelled");
  for (const { card: id, day, start } of moved) {
    const card = cards.find((one) => one.id === id);
    if (card && !isOwn(card)) add(card, day, start, true);
  }
  return calendar.toString();
}

/** Whoever helps with the first part of a session has the rest for themselves. */
const lengthFor = (card: CardRecord, { personId }: Feed): number =>
  personId !== null && card.helperId === personId ? (card.helperSlots ?? card.length) : card.length;

function summaryOf(card: CardRecord, { personId }: Feed): string {
  if (personId === null) return `${card.horse}: ${KIND[card.kind]} with ${card.rider}`;
  return card.riderId !== personId && card.helperId === personId
    ? `Help ${card.rider} with ${card.horse}`
    : `${card.horse}: ${KIND[card.kind]}`;
}
