import type { Actor } from "#contracts/people.ts";
import type { ToolsView } from "#contracts/views.tools.ts";
import { listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";

export async function readTools({ sql }: Deps, actor: Actor): Promise<ToolsView> {
  const people = await listPeople(sql);
  return {
    people: people.flatMap(({ id, name, rides, weightKg, retiredOn }) =>
      rides && retiredOn === null && weightKg !== null && (actor.role === "manager" || id === actor.id)
        ? [{ name, weightKg }]
        : [],
    ),
  };
}
