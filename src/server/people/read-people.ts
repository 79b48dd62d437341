import type { PeopleView } from "#contracts/views.ts";
import { weekdayOf } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { listPeopleFeeds } from "#db/queries/feed.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";
import { feedPath } from "../feed/manage.ts";
import { readWeek } from "../week/read-week.ts";

export async function readPeople(deps: Deps, me: PersonId): Promise<PeopleView> {
  const today = deps.clock.today((await barnOf(deps)).timeZone);
  const [people, absences, feeds, week] = await Promise.all([
    listPeople(deps.sql),
    listAbsences(deps.sql, today),
    listPeopleFeeds(deps.sql),
    readWeek(deps, null),
  ]);
  const feedOf = new Map(feeds.map(({ personId, token }) => [personId, feedPath(token)]));
  return {
    today,
    me,
    days: week.days.map(({ day }) => day),
    people: people.map((person) => {
      const row = week.people.find(({ id }) => id === person.id);
      return {
        ...person,
        calendar: feedOf.get(person.id) ?? null,
        sitsOn: row ? { horses: row.sitsOn, of: row.mounts } : null,
        week: row
          ? week.days.map(({ day }, i) => ({
              // What is on a sheet says who; what is only planned, who is meant.
              sessions: week.horses.filter(({ cells }) => (cells[i]?.card?.rider ?? cells[i]?.meant?.rider) === person.id).length,
              works: person.worksDays.includes(weekdayOf(day)) && (row.slots[i] ?? 0) > 0,
              away: person.worksDays.includes(weekdayOf(day)) ? (row.away[i] ?? null) : null,
            }))
          : [],
      };
    }),
    absences: absences.map(({ personId, ...absence }) => ({ ...absence, person: personId })),
  };
}
