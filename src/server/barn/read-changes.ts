/** Who changed what, and when: for a manager who asks, on a page and as a table to take along. */
import type { ChangesAsked } from "#contracts/barn.ts";
import type { ChangesView, ChangeView } from "#contracts/views.barn.ts";
import { addDays, instantOf, sayInstant } from "#core/calendar/local-date.ts";
import { listChanges } from "#db/queries/changes.ts";
import { listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";
import { barnOf } from "./barn-of.ts";

const ON_A_PAGE = 100;
/** As many as a spreadsheet still opens with ease. */
const IN_A_TABLE = 50_000;

async function read(deps: Deps, asked: ChangesAsked, limit: number): Promise<readonly ChangeView[]> {
  const { timeZone } = await barnOf(deps);
  const rows = await listChanges(deps.sql, {
    person: asked.person ?? null,
    subject: asked.subject ?? null,
    from: asked.from ? new Date(instantOf(timeZone, asked.from)) : null,
    until: asked.to ? new Date(instantOf(timeZone, addDays(asked.to, 1))) : null,
    before: asked.before ?? null,
    limit,
  });
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString(), when: sayInstant(timeZone, at.getTime()) }));
}

export async function readChanges(deps: Deps, asked: ChangesAsked): Promise<ChangesView> {
  const [people, changes] = await Promise.all([listPeople(deps.sql), read(deps, asked, ON_A_PAGE + 1)]);
  const shown = changes.slice(0, ON_A_PAGE);
  return {
    asked,
    people: people.map(({ id, name }) => ({ id, name })),
    changes: shown,
    older: changes.length > ON_A_PAGE ? (shown.at(-1)?.id ?? null) : null,
  };
}
export const readAllChanges = (deps: Deps, asked: ChangesAsked): Promise<readonly ChangeView[]> => read(deps, asked, IN_A_TABLE);
