/** The barn looked back on: how riders score and who works how much; what closed stays say of goals, forecasts, rungs and checks. */
import type { HistoryView, RidingView } from "#contracts/views.watch.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { dayHoursOf } from "#core/day/hours.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { leaningFrom } from "#core/forecast/outlook.ts";
import { KINDS } from "#core/horse/horse.ts";
import { groupBy } from "#core/kernel/group.ts";
import { agreementOf } from "#core/ladder/practice.ts";
import { besideTheOthers, shareOfLoad } from "#core/watch/fairness.ts";
import { binsOf } from "#core/watch/forecast-record.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import { listLatestForecasts, listTaken, listTold } from "#db/queries/plan.ts";
import { listPractised } from "#db/queries/practice.ts";
import { listGone, listStays } from "#db/queries/stays.ts";
import { listClosedGoals, listConfirmed, listRidden } from "#db/queries/watch.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { dayPerson } from "../day/facts.ts";
import { leaningsOf } from "../ladder/leanings.ts";

const FOUR_WEEKS = 28;
const EIGHTY = 1.2816;
/** A leaning wider than a step either way says nothing. */
const TOO_WIDE = 0.8;

export async function readRiding(deps: Deps): Promise<RidingView> {
  const { sql, clock } = deps;
  const barn = await barnOf(deps);
  const today = clock.today(barn.timeZone);
  const from = addDays(today, 1 - FOUR_WEEKS);
  const [people, absences, ridden, stays, practised] = await Promise.all([
    listPeople(sql),
    listAbsences(sql, from),
    listRidden(sql, from, today),
    listStays(sql),
    listPractised(sql),
  ]);
  const told = (
    await listLatestForecasts(
      sql,
      stays.map(({ id }) => id),
    )
  )
    .flatMap(({ riders }) => riders)
    .concat(leaningsOf(practised));
  const days = Array.from({ length: FOUR_WEEKS }, (_, i): LocalDate => addDays(from, i));
  const riding = people.filter(
    (person) => person.retiredOn === null && (person.role === "rider" || ridden.some(({ riderId }) => riderId === person.id)),
  );
  const heard = riding.map(({ id }) => id as string).filter((id) => told.some(({ rider }) => rider === id));
  const leanings = besideTheOthers(heard.map((id) => leaningFrom(id, told)));
  const loads = riding.map((person) => {
    const slots = days
      .flatMap((day) => dayPerson(person, absences, day, dayHoursOf(barn)).works)
      .reduce((sum, [start, end]) => sum + end - start, 0);
    const worked = ridden.find(({ riderId }) => riderId === person.id);
    return { person, worked: worked?.minutes ?? 0, there: slots * DAY_GRID.minutes, row: worked };
  });
  return {
    from,
    to: today,
    riders: loads.map((load) => {
      const leaning = leanings.find(({ rider }) => rider === load.person.id);
      const half = EIGHTY * Math.sqrt(leaning?.variance ?? 0);
      return {
        name: load.person.name,
        practice: agreementOf(practised.filter(({ rider }) => rider === load.person.id).flatMap(({ answers }) => answers)),
        severity:
          leaning && leanings.length > 1 && half <= TOO_WIDE / 2
            ? { mean: leaning.mean, low: leaning.mean - half, high: leaning.mean + half }
            : null,
        sessions: load.row?.sessions ?? 0,
        rides: load.row?.rides ?? 0,
        minutes: load.worked,
        hoursThere: load.there / 60,
        share: shareOfLoad(load, loads),
      };
    }),
  };
}

export async function readHistory(deps: Deps): Promise<HistoryView> {
  const { sql } = deps;
  const [barn, goals, told, taken, confirmed, gone] = await Promise.all([
    barnOf(deps),
    listClosedGoals(sql),
    listTold(sql),
    listTaken(sql),
    listConfirmed(sql),
    listGone(sql),
  ]);
  const ladder = new Map(barn.ladder.skills.map((skill) => [skill.id, skill]));
  const byKind = groupBy(goals, ({ kind }) => kind);
  const causes = groupBy(confirmed, ({ cause }) => cause);
  return {
    gone: gone.map(({ id, reportNumber, ...stay }) => ({ ...stay, stay: id, report: reportNumber })),
    stays: new Set(goals.map(({ stay }) => stay)).size,
    byKind: KINDS.flatMap((kind) => {
      const mine = byKind.get(kind) ?? [];
      const [promised, wished] = [mine.filter((goal) => goal.must), mine.filter((goal) => !goal.must)];
      const met = (list: typeof mine): number => list.filter((goal) => goal.met).length;
      return mine.length === 0
        ? []
        : [
            {
              kind,
              stays: new Set(mine.map(({ stay }) => stay)).size,
              promised: promised.length,
              promisedMet: met(promised),
              wished: wished.length,
              wishedMet: met(wished),
            },
          ];
    }),
    honesty: binsOf(told.map(({ told: chance, met }) => ({ chance, met }))),
    told: told.length,
    rungs: taken.flatMap(({ skill, side, horses, works }) => {
      const rung = ladder.get(skill);
      return rung ? [{ skill, side, horses, works, typical: rung.to3 }] : [];
    }),
    causes: [...causes].map(([cause, list]) => {
      const of = (result: string): number => list.find((one) => one.result === result)?.checks ?? 0;
      return {
        cause,
        asked: list.reduce((sum, { checks }) => sum + checks, 0),
        found: of("found"),
        treated: of("treated"),
        clear: of("clear"),
      };
    }),
  };
}
