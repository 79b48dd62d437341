/** From a ladder's file to the value that the core asks. */
import type { KeptLadder, KeptSkill } from "#core/ladder/ladder.ts";
import type { LadderFile } from "./ladder.ts";

export const keptOf = ({ branches }: LadderFile): KeptLadder => ({
  branches: branches.map(({ id, words, nature }) => ({ id, words, nature })),
  skills: branches.flatMap(({ id: branch, skills }) =>
    skills.map(({ page: _page, ...skill }): KeptSkill => ({ ...skill, branch })),
  ),
});
