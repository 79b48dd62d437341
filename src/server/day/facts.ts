/** The day as the core's rules want it, read from the record. */
import { heldOn } from "#core/calendar/holds.ts";
import { type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { DAY_GRID, type DayFacts, type DayHorse, type DayPerson, type DayPlace, type Placement } from "#core/day/model.ts";
import type { Span } from "#core/day/problem.ts";
import type { LightReason } from "#core/tools/load.ts";
import { GREEN_RIDES, type WeatherHour } from "#core/weather/weather.ts";
import type { Appointment, CardRecord, Place } from "#db/queries/day.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Absence, Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { limitsInForce, loadOf, outcomeOf, riskOf, stageOfStay } from "../stay/facts.ts";

/** Minutes of the clock to slots of the day; a part slot at either end is not worked. */
const toSlots = (from: number, to: number): Span => [
  Math.max(0, Math.ceil((from - DAY_GRID.start) / DAY_GRID.minutes)),
  Math.min(DAY_GRID.count, Math.floor((to - DAY_GRID.start) / DAY_GRID.minutes)),
];

/** Any part of a slot that is taken is taken whole. */
const taken = (from: number | null, to: number | null): { readonly from: number; readonly to: number } => ({
  from: from === null ? 0 : Math.max(0, Math.floor((from - DAY_GRID.start) / DAY_GRID.minutes)),
  to: to === null ? DAY_GRID.count : Math.min(DAY_GRID.count, Math.ceil((to - DAY_GRID.start) / DAY_GRID.minutes)),
});
const withoutHours = (works: readonly Span[], { from, to }: ReturnType<typeof taken>): readonly Span[] =>
  works.flatMap(([first, end]): Span[] => [
    ...(first < Math.min(end, from) ? [[first, Math.min(end, from)] as const] : []),
    ...(Math.max(first, to) < end ? [[Math.max(first, to), end] as const] : []),
  ]);

export function dayPerson(person: Person, absences: readonly Absence[], day: LocalDate): DayPerson {
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
    id: person.id,
    grade: person.grade,
    weightKg: person.weightKg,
    rides: person.rides,
    works: away
      ? []
      : off
          .map(({ fromMinute, toMinute }) => taken(fromMinute, toMinute))
          .reduce<readonly Span[]>(withoutHours, [toSlots(person.worksFrom, person.worksTo)]),
    lunch: lunchOf(person),
    away,
    maxSaddle: person.maxSaddle,
  };
}

function lunchOf({ lunchFrom, lunchTo, lunchMinutes }: Person): DayPerson["lunch"] {
  if (lunchMinutes === 0) return null;
  const [from, to] = toSlots(lunchFrom, lunchTo);
  return { from, to, length: Math.ceil(lunchMinutes / DAY_GRID.minutes) };
}

/** Why a rider's line would be light that also keeps a horse out of the heat. */
const NOT_FOR_HEAT: ReadonlySet<LightReason> = new Set(["unfit", "thin", "time-off"]);

export function dayHorse(
  stay: Stay,
  evaluation: Evaluation | null,
  appointments: readonly Appointment[],
  day: LocalDate,
): DayHorse {
  const outcome = evaluation && outcomeOf(stay, evaluation, day);
  const load = loadOf(stay, evaluation, outcome, day);
  const { held, ridden, secondPerson, sessionMinutes } = limitsInForce(stay, day);
  return {
    stay: stay.id,
    load,
    evaluated: evaluation !== null,
    risk: riskOf(stay, outcome),
    stage: stageOfStay(stay, evaluation),
    hold: heldOn(stay.holds, day),
    away: appointments
      .filter((one) => one.stayId === stay.id && one.day === day)
      .map(({ kind, fromMinute, toMinute }) => ({ kind, ...taken(fromMinute, toMinute) })),
    green: stay.rides < GREEN_RIDES,
    noHeat: load?.because.some((reason) => NOT_FOR_HEAT.has(reason)) ?? false,
    apart: stay.apart,
    forbid: stay.keptFrom,
    held,
    ridden,
    secondPerson,
    sessionMinutes,
  };
}

export function dayFacts(
  record: {
    people: readonly Person[];
    absences: readonly Absence[];
    stays: readonly Stay[];
    evaluations: readonly Evaluation[];
    places: readonly Place[];
    appointments: readonly Appointment[];
    weather: readonly WeatherHour[];
  },
  day: LocalDate,
): DayFacts {
  const latest = new Map(record.evaluations.map((evaluation) => [evaluation.stay, evaluation]));
  return {
    grid: DAY_GRID,
    people: record.people.map((person) => dayPerson(person, record.absences, day)),
    horses: record.stays.map((stay) => dayHorse(stay, latest.get(stay.id) ?? null, record.appointments, day)),
    places: record.places.map((place) => dayPlace(place, day)),
    weather: record.weather,
  };
}
const dayPlace = ({ shutTimes, ...place }: Place, day: LocalDate): DayPlace => ({
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
  after: card.afterCard,
});
/** A cancelled card takes nobody's time. */
export const placementsOf = (cards: readonly CardRecord[]): Placement[] =>
  cards.filter((card) => card.state !== "cancelled").map(placementOf);
