/** The day as the core's rules want it, read from the record. */
import { type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import {
  DAY_GRID,
  type DayFacts,
  type DayHorse,
  type DayHours,
  type DayPerson,
  type DayPlace,
  type Placement,
} from "#core/day/model.ts";
import type { SlotSpan } from "#core/day/problem.ts";
import { permitOf } from "#core/permission/from-record.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import type { Appointment, CardRecord, Place } from "#db/queries/day.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import { pastOf } from "#db/queries/past.ts";
import type { Absence, Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { horseRecord, permitPerson, type RecordOfHorse } from "../stay/facts.ts";

/** Minutes of the clock to slots of the barn's day; a part slot at either end is not worked. */
const toSlots = (from: number, to: number, hours: DayHours): SlotSpan => [
  Math.max(hours.from, Math.ceil((from - DAY_GRID.start) / DAY_GRID.minutes)),
  Math.min(hours.to, Math.floor((to - DAY_GRID.start) / DAY_GRID.minutes)),
];

/** Any part of a slot that is taken is taken whole. */
const taken = (from: number | null, to: number | null): { readonly from: number; readonly to: number } => ({
  from: from === null ? 0 : Math.max(0, Math.floor((from - DAY_GRID.start) / DAY_GRID.minutes)),
  to: to === null ? DAY_GRID.count : Math.min(DAY_GRID.count, Math.ceil((to - DAY_GRID.start) / DAY_GRID.minutes)),
});
const withoutHours = (works: readonly SlotSpan[], { from, to }: ReturnType<typeof taken>): readonly SlotSpan[] =>
  works.flatMap(([first, end]): SlotSpan[] => [
    ...(first < Math.min(end, from) ? [[first, Math.min(end, from)] as const] : []),
    ...(Math.max(first, to) < end ? [[Math.max(first, to), end] as const] : []),
  ]);

export function dayPerson(person: Person, absences: readonly Absence[], day: LocalDate, hours: DayHours): DayPerson {
  const off = absences.filter((one) => one.personId === person.id && one.firstDay <= day && day <= one.lastDay);
  const absence = off.find(({ fromMinute }) => fromMinute === null);
  const dayOff = !(person.worksDays as readonly number[]).includes(weekdayOf(day));
  const away = person.retiredOn
    ? { reason: "retired" }
    : absence
      ? { reason: absence.reason }
      : dayOff
        ? { reason: "day off" }
        : null;
  return {
    ...permitPerson(person),
    works: away
      ? []
      : off
          .map(({ fromMinute, toMinute }) => taken(fromMinute, toMinute))
          .reduce<readonly SlotSpan[]>(withoutHours, [toSlots(person.worksFrom, person.worksTo, hours)]),
    lunch: lunchOf(person, hours),
    away,
    maxSaddle: person.maxSaddle,
  };
}

function lunchOf({ lunchFrom, lunchTo, lunchMinutes }: Person, hours: DayHours): DayPerson["lunch"] {
  if (lunchMinutes === 0) return null;
  const [from, to] = toSlots(lunchFrom, lunchTo, hours);
  return { from, to, length: Math.ceil(lunchMinutes / DAY_GRID.minutes) };
}

const dayHorse = (record: RecordOfHorse, appointments: readonly Appointment[], day: LocalDate): DayHorse => ({
  ...permitOf(horseRecord(record, day), day),
  stay: record.stay.id,
  evaluated: record.evaluation !== null,
  away: appointments
    .filter((one) => one.stayId === record.stay.id && one.day === day)
    .map(({ kind, fromMinute, toMinute }) => ({ kind, ...taken(fromMinute, toMinute) })),
  apart: record.stay.apart,
});

interface DayRecord {
  readonly people: readonly Person[];
  readonly absences: readonly Absence[];
  readonly evaluations: readonly Evaluation[];
  readonly places: readonly Place[];
  readonly appointments: readonly Appointment[];
  readonly weather: readonly WeatherHour[];
}
/** The day with these horses, each as its record stands. */
export async function dayFacts(db: Db, barn: Barn, record: DayRecord, stays: readonly Stay[], day: LocalDate): Promise<DayFacts> {
  const past = await pastOf(
    db,
    stays.map(({ id }) => id),
  );
  const latest = new Map(record.evaluations.map((evaluation) => [evaluation.stay, evaluation]));
  const hours = dayHoursOf(barn);
  return {
    grid: DAY_GRID,
    hours,
    people: record.people.map((person) => dayPerson(person, record.absences, day, hours)),
    horses: stays.map((stay) =>
      dayHorse({ stay, barn, evaluation: latest.get(stay.id) ?? null, past: past(stay.id) }, record.appointments, day),
    ),
    places: record.places.map((place) => dayPlace(place, day)),
    weather: record.weather,
  };
}
export const dayPlace = ({ shutTimes, ...place }: Place, day: LocalDate): DayPlace => ({
  ...place,
  shut: shutTimes
    .filter((shut) => (shut.weekday ?? weekdayOf(day)) === weekdayOf(day) && (shut.day ?? day) === day)
    .map(({ from, to, why }) => ({ ...taken(from, to), why })),
});

export const placementOf = (card: CardRecord): Placement => ({
  card: card.id,
  stay: card.stayId,
  kind: card.kind,
  length: card.length,
  rider: card.riderId,
  start: card.start,
  place: card.placeId,
  helper: card.helperId,
  helperSlots: card.helperSlots,
  then: card.thenPlaceId !== null && card.thenFrom !== null ? { place: card.thenPlaceId, from: card.thenFrom } : null,
  after: card.afterCard,
});
/** A cancelled card takes nobody's time. */
export const placementsOf = (cards: readonly CardRecord[]): Placement[] =>
  cards.filter((card) => card.state !== "cancelled").map(placementOf);
