/** What an owner's words ask for: a proposal that somebody confirms goal by goal. */
import type { ReadAim } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { ageInYears } from "#core/horse/horse.ts";
import { type RequestReading, readOwner } from "#core/intake/request.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import type { WorkLimits } from "#core/weather/work-limits.ts";

export function readAim(
  { aim, complaint, kind, birthDate, birthYear }: ReadAim,
  { ladder, workLimits }: { readonly ladder: Ladder; readonly workLimits: WorkLimits },
  day: LocalDate,
): RequestReading {
  const age = ageInYears({ date: birthDate, year: birthYear }, day);
  const grounded = age !== null && age < workLimits.noWeightUnder;
  return readOwner({ aim, complaint, grounded, unhandled: kind === "unhandled" }, ladder);
}
