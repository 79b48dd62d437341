import type { Actor } from "#contracts/people.ts";
import type { ToolsView } from "#contracts/views.tools.ts";
import { must } from "#core/kernel/assert.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listLayouts } from "#db/queries/jump.ts";
import { listPeople } from "#db/queries/people.ts";
import type { Deps } from "../container.ts";

export async function readTools({ sql }: Deps, actor: Actor): Promise<ToolsView> {
  const [people, barn, layouts] = await Promise.all([listPeople(sql), findBarn(sql), listLayouts(sql)]);
  return {
    limits: must(barn, "the barn is set up").workLimits,
    layouts,
    manager: actor.role === "manager",
    people: people.flatMap(({ id, name, rides, weightKg, retiredOn }) =>
      rides && retiredOn === null && weightKg !== null && (actor.role === "manager" || id === actor.id)
        ? [{ name, weightKg }]
        : [],
    ),
  };
}
