/** The barn's next working days: who is owed what by their end, on which days, with whom and where. */

import type { StepView } from "#contracts/views.plan.ts";
import type { WeekCellView, WeekView } from "#contracts/views.week.ts";
import { addDays, daysBetween, type LocalDate, weekdayOf } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import { type DayHorse, HALF_HOUR } from "#core/day/model.ts";
import { urgencyOf } from "#core/day/urgency.ts";
import { usualSession } from "#core/day/usual.ts";
import { must } from "#core/kernel/assert.ts";
import { groupBy } from "#core/kernel/group.ts";
import { barsForGood, maySitOn } from "#core/permission/permission.ts";
import { type StayStep, type WeekDay, type WeekStay, weekProblem, workingSlots } from "#core/week/barn.ts";
import { noLongerHolds } from "#core/week/stands.ts";
import { WEEK_DAYS } from "#core/week/week.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import { listAppointments, listCardsBetween, listPairings, listPlaces } from "#db/queries/day.ts";
import { listLatestClosed } from "#db/queries/intake.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import { listLaidOn } from "#db/queries/plan.ts";
import { listStays } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { listLaid, listWeekDays } from "#db/queries/week.ts";
import type { Deps } from "../container.ts";
import { dayFacts, placementOf } from "../day/facts.ts";
import { notHad } from "../day/not-had.ts";
import { readSteps } from "../plan/read-step.ts";
import { lastWorked, termFacts } from "../stay/facts.ts";

const LOOKS_AHEAD = 60;
/** So many days on which the barn works, from one on; fewer only where a barn hardly works at all. */
export function workingDays({ restDays, holidays }: Barn, from: LocalDate, count: number, step: 1 | -1 = 1): LocalDate[] {
  return Array.from({ length: LOOKS_AHEAD }, (_, i) => addDays(from, step * i))
    .filter((day) => !restDays.includes(weekdayOf(day)) && !holidays.includes(day))
    .slice(0, count);
}

/** Days worked in a row up to the day before. */
function runBefore(delivered: readonly LocalDate[], day: LocalDate): number {
  let run = 0;
  while (delivered.includes(addDays(day, -1 - run))) run += 1;
  return run;
}

/** The step as the week lays it: on a day that is shown, with a rider who may take the horse on. */
function stepOn(step: StepView | undefined, days: readonly LocalDate[], horse: DayHorse): StayStep | null {
  const proposed = step?.proposed;
  const day = proposed ? days.indexOf(proposed.day) : -1;
  if (!proposed || day < 0 || horse.forbid.includes(proposed.rider.id)) return null;
  return { day, rider: proposed.rider.id, helper: proposed.helper?.id ?? null };
}
const stepView = (step: StepView | undefined): WeekCellView["step"] =>
  step?.proposed ? { step: step.step, rider: step.proposed.rider.name, helper: step.proposed.helper?.name ?? null } : null;

export async function readWeek({ sql, clock }: Deps, asked: LocalDate | null): Promise<WeekView> {
  const barn = must(await findBarn(sql), "the barn is set up");
  const today = clock.today(barn.timeZone);
  const days = workingDays(barn, asked ?? today, WEEK_DAYS);
  const [first = today, last = today] = [days[0], days.at(-1)];
  const [cards, people, absences, places, evaluations, appointments, stays, pairings, meant, laid] = await Promise.all([
    listCardsBetween(sql, first, last),
    listPeople(sql),
    listAbsences(sql, first),
    listPlaces(sql),
    listLatestClosed(sql),
    listAppointments(sql, first, last),
    listStays(sql),
    listPairings(sql),
    listWeekDays(sql, days),
    listLaid(sql, days),
  ]);
  const live = cards.filter(({ state }) => state !== "cancelled");
  const here = stays.filter((stay) => stay.firstDay <= last);
  const record = { people, absences, places, evaluations, appointments, weather: [] };
  // Horses are read as they stand at the first day; who works when differs by day.
  const byDay = await Promise.all(
    days.map(async (day) => ({ day, facts: await dayFacts(sql, barn, record, day === first ? here : [], day) })),
  );
  const weather = new Map(
    await Promise.all(days.map(async (day) => [day, (await listWeather(sql, day))[0]?.hours ?? []] as const)),
  );
  const hours = dayHoursOf(barn);
  const { horses, people: everybody } = must(byDay[0], "a barn works on some day").facts;
  const mounts = horses.filter((horse) => !barsForGood(horse));
  const planned = new Map(
    (
      await listLaidOn(
        sql,
        here.map(({ id }) => id),
        first,
      )
    ).map(({ stayId, laid }) => [stayId, laid]),
  );
  const steps = await readSteps(sql, here, barn, today);
  const known = groupBy(pairings, ({ stayId }) => stayId);
  const read = here.map((stay, i) => {
    const horse = must(horses[i], "a horse of the week");
    const facts = termFacts(stay, barn);
    const at = readTerm(facts, first);
    const before = stay.delivered.filter((day) => day < first);
    const end = readTerm(facts, addDays(last, 1));
    const riders = (known.get(stay.id) ?? []).map(({ riderId }) => riderId);
    const latest = lastWorked(stay);
    const away = days.map((day) => notHad(stay, horse, appointments, { barn, day, today }));
    const own = meant.filter(({ stayId }) => stayId === stay.id);
    const wanted: WeekStay = {
      horse,
      ...usualSession(horse, everybody, planned.get(stay.id)?.kind ?? null, hours),
      usual: riders[0] ?? null,
      known: riders,
      sessions: horse.evaluated ? Math.max(0, end.contractedSoFar - before.length) : 0,
      value: urgencyOf(at, latest ? daysBetween(latest, first) : null, daysBetween(first, at.lastDay)).value,
      since: latest ? Math.max(0, daysBetween(latest, first) - 1) : 0,
      run: runBefore(stay.delivered, first),
      away: away.flatMap((why, day) => (why ? [day] : [])),
      fixed: own.filter(({ pinned }) => pinned).map(({ day }) => days.indexOf(day)),
      step: stepOn(steps.get(stay.id), days, horse),
    };
    return { stay, wanted, owed: at.owed, away, own };
  });
  const problem = weekProblem(
    read.map(({ wanted }) => wanted),
    byDay.map(
      ({ day, facts }): WeekDay => ({
        people: facts.people,
        places: facts.places,
        cards: live.filter((card) => card.day === day).map(placementOf),
      }),
    ),
    hours,
  );
  return {
    today,
    days: days.map((day) => ({ day, laid: laid.includes(day) })),
    before: workingDays(barn, addDays(first, -1), WEEK_DAYS, -1).at(-1) ?? first,
    after: workingDays(barn, addDays(last, 1), 1)[0] ?? last,
    horses: read.map(({ stay, wanted, owed, away, own }) => ({
      stay: stay.id,
      horse: stay.horse,
      owed,
      cells: days.map((day, i) => {
        const card = live.find((one) => one.stayId === stay.id && one.day === day);
        const intent = own.find((one) => one.day === day);
        return {
          day,
          away: away[i] ?? null,
          card: card ? { id: card.id, state: card.state, rider: card.rider } : null,
          meant: intent ? { pinned: intent.pinned, rider: intent.riderId } : null,
          step: wanted.step?.day === i ? stepView(steps.get(stay.id)) : null,
          // What is over, or stands on the sheet, is looked at there.
          broken:
            intent && !card && day >= today && !away[i]
              ? noLongerHolds({ ...must(byDay[i], "a day of the week").facts, weather: weather.get(day) ?? [] }, wanted.horse, {
                  kind: wanted.kind,
                  length: wanted.length,
                  rider: intent.riderId,
                })
              : [],
          appointments: appointments
            .filter((one) => one.stayId === stay.id && one.day === day)
            .map(({ id, kind, fromMinute, toMinute, words }) => ({ id, kind, fromMinute, toMinute, words })),
        };
      }),
    })),
    people: people
      .filter(({ retiredOn }) => retiredOn === null)
      .map(({ id, name }) => {
        const on = byDay.map(({ facts }) =>
          must(
            facts.people.find((one) => one.id === id),
            "a person of the day",
          ),
        );
        return {
          id,
          name,
          slots: on.map((person) => workingSlots(person) / HALF_HOUR),
          away: on.map(({ away }) => away?.reason ?? null),
          sitsOn: on[0] ? mounts.filter((horse) => maySitOn(horse, must(on[0], "a person of the day"))).length : 0,
          mounts: mounts.length,
        };
      }),
    problem,
  };
}
