/** The home plan as iCalendar (RFC 5545): a whole day each, with an identifier of its own for good, so that a plan that is read again adds nothing twice. */
import { createHash } from "node:crypto";
import ical, { ICalCalendarMethod } from "ical-generator";
import type { OwnerView } from "#contracts/views.owner.ts";
import type { HomeDay, HomePlan } from "#core/home/programme.ts";

export function homeCalendar(view: OwnerView, plan: HomePlan, now: Date, say: (day: HomeDay) => string): string {
  const calendar = ical({
    name: `${view.horse}: at home`,
    prodId: { company: "Steady Furlong", product: "Home plan", language: "EN" },
    method: ICalCalendarMethod.PUBLISH,
  });
  // The address is a secret, and calendars are shown to others.
  const name = createHash("sha256").update(view.token).digest("hex").slice(0, 16);
  for (const day of plan.weeks.flat())
    calendar.createEvent({
      id: `home-${name}-${day.day}@steady-furlong`,
      start: new Date(`${day.day}T00:00:00Z`),
      allDay: true,
      timezone: null,
      stamp: now,
      summary: `${view.horse}: ${say(day)}`,
    });
  return calendar.toString();
}
