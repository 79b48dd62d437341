/** The next big step of a stay as its pages tell it. */
import type { StepView } from "#contracts/views.plan.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import { type DayHours } from "#core/day/model.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { type HorseRecord, permitOf, readingOf, stepFacts } from "#core/permission/from-record.ts";
import type { PermitPlace } from "#core/permission/permission.ts";
import { nextStepNotice, type StepPerson } from "#core/plan/next-step-notice.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { Stage } from "#core/reading/reading.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { type CardRecord, listCardsBetween, listPairings, listPlaces } from "#db/queries/day.ts";
import { listLatestClosed } from "#db/queries/intake.ts";
import { pastOf } from "#db/queries/past.ts";
import { listAbsences, listPeople, type Person } from "#db/queries/people.ts";
import { listPlanGoals, listPlans } from "#db/queries/plan.ts";
import type { Stay } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { dayPerson } from "../day/facts.ts";
import { horseRecord, permitPerson } from "../stay/facts.ts";

/** Null: nothing new lies on the way, or the horse is gone. */
export const readStep = async (db: Db, stay: Stay, barn: Barn, today: LocalDate): Promise<StepView | null> =>
  (await readSteps(db, [stay], barn, today)).get(stay.id) ?? null;

/** So far ahead a step is laid at the most. */
const AHEAD_DAYS = 21;
/** Of several horses, what they share read once. */
export async function readSteps(
  db: Db,
  stays: readonly Stay[],
  barn: Barn,
  today: LocalDate,
): Promise<ReadonlyMap<StayId, StepView>> {
  const here = stays.filter((stay) => stay.wentHome === null && stay.firstDay <= today);
  if (here.length === 0) return new Map();
  const ids = here.map(({ id }) => id);
  const [plans, goals, everybody, absences, places, pairings, latest, cards, weather, past] = await Promise.all([
    listPlans(db, ids),
    listPlanGoals(db, ids),
    listPeople(db),
    listAbsences(db, today),
    listPlaces(db),
    listPairings(db),
    listLatestClosed(db),
    listCardsBetween(db, today, addDays(today, AHEAD_DAYS)),
    listWeather(db, today),
    pastOf(db, ids),
  ]);
  const read: Read = { everybody, absences, places, pairings, hours: weather[0]?.hours ?? [], day: dayHoursOf(barn), today };
  const found = here.flatMap((stay): [StayId, StepView][] => {
    const evaluation = latest.find((one) => one.stay === stay.id) ?? null;
    const step = stepOf(stay, read, {
      record: horseRecord({ stay, barn, evaluation, past: past(stay.id) }, today),
      laid: plans.find(({ stayId }) => stayId === stay.id)?.laid ?? [],
      goals: goals.flatMap(({ stayId, skill }) => (stayId === stay.id ? [skill] : [])),
      cards: cards.filter(({ stayId, state }) => stayId === stay.id && state !== "cancelled"),
    });
    return step ? [[stay.id, step]] : [];
  });
  return new Map(found);
}

interface Read {
  readonly everybody: readonly Person[];
  readonly absences: Parameters<typeof dayPerson>[1];
  readonly places: Awaited<ReturnType<typeof listPlaces>>;
  readonly pairings: Awaited<ReturnType<typeof listPairings>>;
  readonly hours: readonly WeatherHour[];
  readonly day: DayHours;
  readonly today: LocalDate;
}
interface Of {
  readonly record: HorseRecord;
  readonly laid: readonly ScheduledSession[];
  readonly goals: readonly string[];
  readonly cards: readonly CardRecord[];
}
function stepOf(stay: Stay, read: Read, { record, laid, goals, cards }: Of): StepView | null {
  const { everybody, places, hours, today } = read;
  const people = everybody.filter(({ retiredOn }) => retiredOn === null).map((person) => stepPerson(person, stay, read));
  const open = places.filter(({ closed }) => !closed);
  const card = cards.find(({ day, state }) => day === today && state !== "closed") ?? null;
  const rider = people.find(({ id }) => id === card?.riderId);
  const at = open.find(({ id }) => id === card?.placeId);
  const moment = { place: at ?? null, hours, ticked: null };
  const horse = permitOf(record, today);
  const step = nextStepNotice({
    horse,
    facts: stepFacts(record, readingOf(record)),
    goals,
    today,
    planned: laid.map(({ day, items }) => ({ day: addDays(stay.firstDay, day), skills: items.map(({ skill }) => skill) })),
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
      place: named(proposed.place, places),
      laid: cards.some(({ day, locked, riderId }) => day === proposed.day && locked && riderId === proposed.rider),
    },
  };
}

/** What is new is done in a small place of its own first; a horse that is ridden on has outgrown it. */
const smallFirst = <P extends PermitPlace>(places: readonly P[], stage: Stage): readonly P[] =>
  [...places].sort((a, b) => (stage === "riding" ? -1 : 1) * (Number(b.separate) - Number(a.separate)));

const stepPerson = (person: Person, stay: Stay, { absences, pairings, day: dayHours }: Read): StepPerson => ({
  ...permitPerson(person),
  known: pairings.find(({ stayId, riderId }) => stayId === stay.id && riderId === person.id)?.sessions ?? 0,
  here: (day) => dayPerson(person, absences, day, dayHours).away === null,
});
