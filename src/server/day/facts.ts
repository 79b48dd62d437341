/** The day as the core's rules want it, read from the record. */
import { heldOn } from "#core/calendar/holds.ts";
import { type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { DAY_GRID, type DayFacts, type DayHorse, type DayPerson, type Placement } from "#core/day/model.ts";
import type { CardRecord, Place } from "#db/queries/day.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Absence, Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { limitsInForce, loadOf, outcomeOf, riskOf, stageOfStay } from "../stay/facts.ts";

/** Minutes of the clock to slots of the day; a part slot at either end is not worked. */
const toSlots = (from: number, to: number): [number, number] => [
  Math.max(0, Math.ceil((from - DAY_GRID.start) / DAY_GRID.minutes)),
  Math.min(DAY_GRID.count, Math.floor((to - DAY_GRID.start) / DAY_GRID.minutes)),
];

export function dayPerson(person: Person, absences: readonly Absence[], day: LocalDate): DayPerson {
  const absence = absences.find((one) => one.personId === person.id && one.firstDay <= day && day <= one.lastDay);
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
    works: away ? [] : [toSlots(person.worksFrom, person.worksTo)],
    away,
    maxSaddle: person.maxSaddle,
  };
}

export function dayHorse(stay: Stay, evaluation: Evaluation | null, day: LocalDate): DayHorse {
  const outcome = evaluation && outcomeOf(stay, evaluation, day);
  const { held, ridden, secondPerson, sessionMinutes } = limitsInForce(stay, day);
  return {
    stay: stay.id,
    load: loadOf(stay, evaluation, outcome, day),
    evaluated: evaluation !== null,
    risk: riskOf(stay, outcome),
    stage: stageOfStay(stay, evaluation),
    hold: heldOn(stay.holds, day),
    apart: stay.apart,
    forbid: [],
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
  },
  day: LocalDate,
): DayFacts {
  const latest = new Map(record.evaluations.map((evaluation) => [evaluation.stay, evaluation]));
  return {
    grid: DAY_GRID,
    people: record.people.map((person) => dayPerson(person, record.absences, day)),
    horses: record.stays.map((stay) => dayHorse(stay, latest.get(stay.id) ?? null, day)),
    places: record.places,
  };
}

export const placementOf = (card: CardRecord): Placement => ({
  card: card.id,
  stay: card.stayId,
  kind: card.kind,
  length: card.length,
  rider: card.riderId,
  start: card.start,
  place: card.placeId,
  helper: card.helperId,
});
/** A cancelled card takes nobody's time. */
export const placementsOf = (cards: readonly CardRecord[]): Placement[] =>
  cards.filter((card) => card.state !== "cancelled").map(placementOf);
