import type { ContactRole, GOES, RELEASE, SINCE, VisitFields } from "#contracts/owner.ts";
import type { OwnerView } from "#contracts/views.owner.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { Milestone } from "#core/calendar/term.ts";
import { groupBy } from "#core/kernel/group.ts";
import { hours, listed } from "./figures.ts";
import { ownerThing, type Pronouns } from "./owner-skills.ts";

export const GOES_WORDS: Readonly<Record<(typeof GOES)[number], string>> = {
  well: "It's going well",
  unsure: "I am not sure",
  worse: "It's worse than when my horse came home",
};
export const SINCE_WORDS: Readonly<Record<(typeof SINCE)[number], string>> = {
  better: "better",
  same: "about the same",
  worse: "worse",
  "not-done": "not tried since",
};
export const CONTACT_ROLE: Readonly<Record<ContactRole, string>> = {
  owner: "Second owner",
  agent: "Agent",
  rider: "Rides the horse at home",
};
/** What comes next in a term, as an owner would say it. */
export const NEXT_AT_BARN: Readonly<Record<Milestone["kind"], string>> = {
  arrival: "Arrives",
  intake: "First evaluation",
  "mid-term": "Halfway check and report",
  exit: "Last evaluation",
  report: "Last report, and home",
};
/** The week so far in one sentence: 'Worked 3 times this week, 2 hours in all, mostly on being tied and the saddle.' */
const ON_HOLD: Readonly<Record<HoldKind, string>> = {
  vet: "No work: we wait for the vet",
  injury: "No work: an injury is healing",
  owner: "No work: paused as we agreed with you",
  weather: "No work: paused for the weather",
};
export function sayWeek({ sessions, hold }: Pick<OwnerView, "sessions" | "hold">, monday: LocalDate, who: Pronouns): string {
  const week = sessions.filter(({ day }) => day >= monday);
  if (hold) return `${ON_HOLD[hold.kind]}, since ${sayDate(hold.from)}. Ask us if you want to know more.`;
  if (week.length === 0) return "No session yet this week.";
  const minutes = week.reduce((sum, one) => sum + one.groundMinutes + one.saddleMinutes, 0);
  const times = [
    ...groupBy(
      week.flatMap(({ skills }) => skills),
      (id) => id,
    ),
  ]
    .sort(([, a], [, b]) => b.length - a.length)
    .slice(0, 2)
    .map(([id]) => ownerThing(id, who));
  const long = minutes < 90 ? `${minutes} minutes` : `${hours(minutes / 60)} hours`;
  return `Worked ${week.length === 1 ? "once" : `${week.length} times`} this week, ${long} in all${times.length > 0 ? `, mostly on ${listed(times)}` : ""}.`;
}
export const VISIT_KIND: Readonly<Record<VisitFields["kind"], string>> = { visit: "Visit", lesson: "Lesson" };
export const VISIT_STATE: Readonly<Record<VisitFields["state"], string>> = {
  planned: "planned",
  given: "took place",
  cancelled: "cancelled",
};
export const RELEASE_WORDS: Readonly<Record<(typeof RELEASE)[number], string>> = {
  tack: "The horse's own tack, halter and blankets",
  papers: "Papers and passport",
  feed: "Feed note: what, how much, when",
  shoes: "Shoes: when, by whom, next time",
  vaccination: "Vaccination and worming card",
  medicines: "Medicines, with the vet's note",
  trailer: "Loaded once calmly with the owner's trailer",
};
