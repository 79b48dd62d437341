/** The next big step of a stay as its pages tell it. */
import type { StepView } from "#contracts/views.plan.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { PlaceId } from "#core/kernel/brand.ts";
import { permitOf, readingOf, stepFacts } from "#core/permission/from-record.ts";
import type { PermitPlace } from "#core/permission/permission.ts";
import { type StepPerson, stepTold } from "#core/plan/step-told.ts";
import type { Stage } from "#core/reading/reading.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listPairings, listPlaces, listStayCards } from "#db/queries/day.ts";
import { listLatestClosed } from "#db/queries/intake.ts";
import { pastOf } from "#db/queries/past.ts";
import { listAbsences, listPeople, type Person } from "#db/queries/people.ts";
import { findPlan, listPlanGoals } from "#db/queries/plan.ts";
import type { Stay } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { dayPerson } from "../day/facts.ts";
import { horseRecord, permitPerson } from "../stay/facts.ts";

/** Null: nothing new lies on the way, or the horse is gone. */
export async function readStep(db: Db, stay: Stay, barn: Barn, today: LocalDate): Promise<StepView | null> {
  if (stay.wentHome || today < stay.firstDay) return null;
  const [plan, goals, everybody, absences, places, pairings, latest, cards, told, past] = await Promise.all([
    findPlan(db, stay.id),
    listPlanGoals(db, [stay.id]),
    listPeople(db),
    listAbsences(db, today),
    listPlaces(db),
    listPairings(db),
    listLatestClosed(db),
    listStayCards(db, stay.id),
    listWeather(db, today),
    pastOf(db, [stay.id]),
  ]);
  const record = horseRecord(
    { stay, barn, evaluation: latest.find((one) => one.stay === stay.id) ?? null, past: past(stay.id) },
    today,
  );
  const people = everybody
    .filter(({ retiredOn }) => retiredOn === null)
    .map((person) => stepPerson(person, { absences, pairings, stay }));
  const open = places.filter(({ closed }) => !closed);
  const card = cards.find((one) => one.day === today && (one.state === "placed" || one.state === "handed-out")) ?? null;
  const rider = people.find(({ id }) => id === card?.riderId);
  const at = open.find(({ id }) => id === card?.placeId);
  const moment = { place: at ?? null, hours: told[0]?.hours ?? [], ticked: null };
  const horse = permitOf(record, today);
  const step = stepTold({
    horse,
    facts: stepFacts(record, readingOf(record)),
    goals: goals.map(({ skill }) => skill),
    today,
    planned: (plan?.laid ?? []).map(({ day, items }) => ({
      day: addDays(stay.firstDay, day),
      skills: items.map(({ skill }) => skill),
    })),
    people,
    places: smallFirst(open, horse.stage),
    redSigns: [],
    given:
      card && rider && at ? { rider, helper: people.find(({ id }) => id === card.helperId) ?? null, place: at, moment } : null,
  });
  if (!step) return null;
  const { proposed } = step;
  const named = <T extends string>(id: T, list: readonly { readonly id: T; readonly name: string }[]) => ({
    id,
    name: must(
      list.find((one) => one.id === id),
      "who is proposed is here",
    ).name,
  });
  return {
    ...step,
    proposed: proposed && {
      day: proposed.day,
      rider: named(proposed.rider, everybody),
      helper: proposed.helper && named(proposed.helper, everybody),
      place: named(proposed.place as PlaceId, places),
      laid: cards.some(
        ({ day, state, locked, riderId }) =>
          day === proposed.day && state !== "cancelled" && locked && riderId === proposed.rider,
      ),
    },
  };
}

/** What is new is done in a small place of its own first; a horse that is ridden on has outgrown it. */
const smallFirst = <P extends PermitPlace>(places: readonly P[], stage: Stage): readonly P[] =>
  [...places].sort((a, b) => (stage === "riding" ? -1 : 1) * (Number(b.separate) - Number(a.separate)));

const stepPerson = (
  person: Person,
  {
    absences,
    pairings,
    stay,
  }: {
    readonly absences: Parameters<typeof dayPerson>[1];
    readonly pairings: Awaited<ReturnType<typeof listPairings>>;
    readonly stay: Stay;
  },
): StepPerson => ({
  ...permitPerson(person),
  known: pairings.find(({ stayId, riderId }) => stayId === stay.id && riderId === person.id)?.sessions ?? 0,
  here: (day) => dayPerson(person, absences, day).away === null,
});
