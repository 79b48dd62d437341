/** A case as it stands on its day: the horse as every rule reads it, the moment, the plan, and the next big step. */
import { addDays } from "#core/calendar/local-date.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { permitOf, readingOf, stepFacts } from "#core/permission/from-record.ts";
import type { PermitHorse, PermitPerson } from "#core/permission/horse.ts";
import type { NextStep } from "#core/permission/next-step.ts";
import { against, barring, sessionAct, type WhenAndWhere } from "#core/permission/permission.ts";
import { type NextStepNotice, nextStepNotice, type StepPerson, stepOnTheWay } from "#core/plan/next-step-notice.ts";
import { ladderOf, planAsked, readingOn } from "#core/plan/outlook.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import { layPlan } from "#core/plan/term-plan.ts";
import type { HorseReading } from "#core/reading/reading.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Case } from "./case.ts";
import { type Advised, placeCalled } from "./record.ts";

/** A card of two half hours. */
export const LAID = 60;
export interface At {
  readonly file: Case;
  readonly advised: Advised;
  readonly ladder: readonly Skill[];
  readonly reading: HorseReading;
  readonly horse: PermitHorse;
  readonly moment: WhenAndWhere;
  readonly plan: readonly ScheduledSession[];
}

export function atOf(file: Case, advised: Advised): At {
  const reading = readingOf(advised.record);
  const horse = permitOf(advised.record, advised.today);
  const hours: readonly WeatherHour[] = file.weather ? [{ hour: 9, ...file.weather }] : [];
  const redSigns = file.card?.redSigns ?? [];
  const moment: WhenAndWhere = {
    place: placeCalled(file.card?.place ?? "pen"),
    hours,
    ticked: { asked: [], ticks: [], redSigns },
  };
  // What today's card cannot be for is not behind the horse tomorrow. Whoever should stand by may still come.
  const people = {
    rider: personCalled(advised, file.card?.rider),
    helper: personCalled(advised, file.card?.helper),
  };
  const stays = barring(against(horse, people, sessionAct("both", LAID), moment)).some(({ code }) => code !== "second-person");
  const standing = { ...advised.stay.standing, groundedToday: advised.stay.standing.groundedToday || stays };
  return {
    file,
    advised,
    ladder: ladderOf(advised.stay),
    plan: layPlan(planAsked({ ...advised.stay, standing }, readingOn(advised.stay).belief)),
    reading,
    horse,
    moment,
  };
}

export const personCalled = ({ people }: Advised, id: string | null | undefined): PermitPerson | null =>
  people.find((one) => one.id === id) ?? null;
/** The next big step on the way to what is wanted. */
export const nextOf = ({ advised, reading, horse }: At): NextStep | null =>
  stepOnTheWay(
    stepFacts(advised.record, reading),
    advised.stay.goals.map(({ skill }) => skill),
    horse,
  );
export function stepOf(at: At): NextStepNotice | null {
  const { advised, reading, horse, moment, file, plan } = at;
  const people = advised.people.map(
    (person): StepPerson => ({
      ...person,
      known: file.sessions.filter(({ rider }) => rider === person.id).length,
      here: () => true,
    }),
  );
  const called = (id: string | null | undefined): StepPerson | null => people.find((one) => one.id === id) ?? null;
  const rider = called(file.card?.rider);
  return nextStepNotice({
    horse,
    facts: stepFacts(advised.record, reading),
    goals: advised.stay.goals.map(({ skill }) => skill),
    today: advised.today,
    planned: plan.map(({ day, items }) => ({
      day: addDays(advised.stay.firstDay, day),
      skills: items.map(({ skill }) => skill),
    })),
    people,
    places: [placeCalled("pen")],
    redSigns: moment.ticked?.redSigns ?? [],
    given: rider && { rider, helper: called(file.card?.helper), place: moment.place ?? placeCalled("pen"), moment },
  });
}
