/**
 * What of a laid-out week does not hold any more: the horse may not be worked so since (a check, a hold, a limit), its rider is away or may not ride it any
 * more, or the weather leaves no hour for it. Asked of the same rules as the sheet of a day.
 */
import type { SessionKind } from "../card/card.ts";
import { startsOf } from "../day/hours.ts";
import { type Blocker, type DayFacts, type DayHorse } from "../day/model.ts";
import { horseBlockers, weatherAgainst } from "../day/rules.ts";
import type { PersonId } from "../kernel/brand.ts";
import { barring, borneBy, placeReasons, riderReasons, sessionAct } from "../permission/permission.ts";

export interface MeantSession {
  readonly kind: SessionKind;
  /** Slots. */
  readonly length: number;
  /** Null: whoever has room. */
  readonly rider: PersonId | null;
}
type Bar = NonNullable<ReturnType<typeof weatherAgainst>>;
type DayOf = Pick<DayFacts, "grid" | "hours" | "people" | "places" | "weather">;

/** The harshest bar, where no place and no hour of the day is left for the session; null: there is one, or nothing is known. */
function noHourLeft(day: DayOf, horse: DayHorse, { kind, length }: MeantSession): Bar | null {
  if (day.weather.length === 0) return null;
  let bar: Bar | null = null;
  for (const place of day.places) {
    if (place.closed || placeReasons(horse, place, { bears: borneBy(kind) }).length > 0) continue;
    for (const start of startsOf(day.hours)) {
      if (start + length > day.hours.to) break;
      const against = weatherAgainst(day, horse, place, { kind, start, length, whole: length });
      if (!against) return null;
      bar ??= against;
    }
  }
  return bar;
}

/** Empty where it still holds. `horse`: as it stands now; of a day far ahead more may have changed by then. */
export function noLongerHolds(day: DayOf, horse: DayHorse, session: MeantSession): readonly Blocker[] {
  const { kind, length, rider: who } = session;
  const rider = day.people.find(({ id }) => id === who) ?? null;
  const act = sessionAct(kind, length * day.grid.minutes);
  const person: readonly Blocker[] = !rider
    ? []
    : rider.away
      ? [{ code: "away", who: rider.id, reason: rider.away.reason }]
      : rider.works.length === 0
        ? [{ code: "shift", who: rider.id }]
        : barring(riderReasons(horse, rider, act));
  const weather = noHourLeft(day, horse, session);
  return [...horseBlockers(horse, { kind, length }, day.grid), ...person, ...(weather ? [weather] : [])];
}
