import type { PeopleView } from "#contracts/views.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { listPeopleFeeds } from "#db/queries/feed.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";
import { feedPath } from "../feed/manage.ts";
import { barnOf } from "../stay/read-horse.ts";

export async function readPeople(deps: Deps, me: PersonId): Promise<PeopleView> {
  const today = deps.clock.today((await barnOf(deps)).timeZone);
  const [people, absences, feeds] = await Promise.all([
    listPeople(deps.sql),
    listAbsences(deps.sql, today),
    listPeopleFeeds(deps.sql),
  ]);
  const feedOf = new Map(feeds.map(({ personId, token }) => [personId, feedPath(token)]));
  return {
    today,
    me,
    people: people.map((person) => ({ ...person, calendar: feedOf.get(person.id) ?? null })),
    absences: absences.map(({ personId, ...absence }) => ({ ...absence, person: personId })),
  };
}
