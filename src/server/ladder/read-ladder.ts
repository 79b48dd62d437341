/** The barn's ladder to be looked at and changed, handed to another barn, and what each skill is. */
import { LADDER_FORMAT, type LadderFile, SkillFields } from "#contracts/ladder.ts";
import type { LadderView } from "#contracts/views.plan.ts";
import { typicalOf } from "#core/ladder/typical.ts";
import { findKeptLadder, listPages } from "#db/queries/ladder.ts";
import { listTaken } from "#db/queries/plan.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";

export async function readLadder(deps: Deps): Promise<LadderView> {
  const [barn, taken, { branches, skills }] = await Promise.all([barnOf(deps), listTaken(deps.sql), findKeptLadder(deps.sql)]);
  return { version: barn.ladderVersion, branches, skills, typical: typicalOf(barn.ladder.skills, taken) };
}

/** In the format in which barns hand their ladders to one another. */
export async function readLadderFile({ sql }: Deps): Promise<LadderFile> {
  const [{ branches, skills }, pages] = await Promise.all([findKeptLadder(sql), listPages(sql)]);
  const written = new Map(pages.map(({ skill, page }) => [skill, page]));
  return {
    format: LADDER_FORMAT,
    branches: branches.map((branch) => ({
      ...branch,
      skills: skills
        .filter((skill) => skill.branch === branch.id)
        .map(({ branch: _branch, ...skill }) => SkillFields.parse({ ...skill, page: written.get(skill.id) ?? null })),
    })),
  };
}
