/** What a skill is: for whoever stands beside the horse, and for the barn's handbook. */
import type { Actor } from "#contracts/people.ts";
import type { HandbookView, SkillView } from "#contracts/views.ladder.ts";
import { cuesOf } from "#core/card/cues.ts";
import { methodsWith } from "#core/ladder/methods.ts";
import { listPages } from "#db/queries/ladder.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";

/** Null where the ladder has no such skill. `method`: the one by which the horse is worked that it is read for; else all of the barn's. */
export async function readSkill(
  deps: Deps,
  id: string | undefined,
  method: string | null,
  actor: Actor | null,
): Promise<SkillView | null> {
  const barn = await barnOf(deps);
  const skill = barn.ladder.find(id ?? "");
  if (!skill) return null;
  const [kept] = await listPages(deps.sql, [skill.id]);
  const offered = methodsWith(barn.methods).filter(({ used }) => used);
  const asked = offered.filter((one) => one.id === method);
  return {
    skill,
    page: kept?.page ?? null,
    version: kept?.version ?? 0,
    methods: asked.length > 0 ? asked : offered,
    cues: cuesOf(barn.cues),
    mayWrite: actor?.role === "manager",
  };
}

/** Every skill that is worked here, in order. */
export async function readHandbook(deps: Deps): Promise<HandbookView> {
  const [barn, pages] = await Promise.all([barnOf(deps), listPages(deps.sql)]);
  const written = new Map(pages.map(({ skill, page }) => [skill, page]));
  return {
    barn: barn.name,
    methods: methodsWith(barn.methods).filter(({ used }) => used),
    cues: cuesOf(barn.cues),
    branches: barn.ladder.branches.flatMap((branch) => {
      const skills = barn.ladder.skills.filter((skill) => skill.branch === branch.id);
      return skills.length === 0
        ? []
        : [{ ...branch, skills: skills.map((skill) => ({ skill, page: written.get(skill.id) ?? null })) }];
    }),
  };
}
