import type { PeopleView } from "#contracts/views.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";
import { barnOf } from "../stay/read-horse.ts";

export async function readPeople(deps: Deps, me: PersonId): Promise<PeopleView> {
  const today = deps.clock.today((await barnOf(deps)).timeZone);
  const [people, absences] = await Promise.all([listPeople(deps.sql), listAbsences(deps.sql, today)]);
  return { today, me, people, absences: absences.map(({ personId, ...absence }) => ({ ...absence, person: personId })) };
}
