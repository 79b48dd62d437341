import type { NotHad } from "#contracts/views.week.ts";
import { heldOn } from "#core/calendar/holds.ts";
import { type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { visitsOn } from "#core/check/check.ts";
import type { DayHorse } from "#core/day/model.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { Appointment } from "#db/queries/day.ts";
import type { Stay } from "#db/queries/stays.ts";
import { termFacts } from "../stay/facts.ts";

/** What keeps a horse from work on a day; null: it may be worked. */
export function notHad(
  stay: Stay,
  horse: DayHorse,
  appointments: readonly Appointment[],
  { barn, day, today }: { readonly barn: Barn; readonly day: LocalDate; readonly today: LocalDate },
): NotHad | null {
  const reading = readTerm(termFacts(stay, barn), day);
  if (day < stay.firstDay || day > later(reading.lastDay, today)) return { code: "not-here" };
  if (heldOn(stay.holds, day)) return { code: "hold" };
  if (!horse.evaluated) return { code: "not-evaluated" };
  if (horse.checks.some(({ holds }) => holds === "all")) return { code: "check" };
  if (day < reading.workFrom) return { code: "intake-day" };
  const own = appointments.filter((one) => one.stayId === stay.id && one.day === day);
  const allDay = own.find(({ fromMinute }) => fromMinute === null);
  if (allDay) return { code: "appointment", kind: allDay.kind };
  // An hour that is noted leaves the rest of the day.
  const visit = stay.checks.find((check) => visitsOn(check, day) && !own.some(({ kind }) => kind === check.who));
  return visit ? { code: "visit", who: visit.who } : null;
}
