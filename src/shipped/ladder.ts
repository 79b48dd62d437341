/** The ladder with which a new barn begins, in the format in which barns hand theirs to one another. Only what makes a first state reads it. */

import { keptOf } from "#contracts/ladder.file.ts";
import { LADDER_FORMAT, LadderFile } from "#contracts/ladder.ts";
import type { SkillShape } from "#core/forecast/stay.ts";
import { ladderFrom } from "#core/ladder/ladder.ts";
import { shapesOf } from "#core/plan/outlook.ts";
import accepting from "./ladder/accepting.json" with { type: "json" };
import education from "./ladder/education.json" with { type: "json" };
import firstRides from "./ladder/first-rides.json" with { type: "json" };
import handling from "./ladder/handling.json" with { type: "json" };
import jumping from "./ladder/jumping.json" with { type: "json" };
import mounting from "./ladder/mounting.json" with { type: "json" };
import owner from "./ladder/owner.json" with { type: "json" };
import send from "./ladder/send.json" with { type: "json" };
import yields from "./ladder/yields.json" with { type: "json" };

export const SHIPPED_FILE: LadderFile = LadderFile.parse({
  format: LADDER_FORMAT,
  branches: [handling, yields, send, accepting, mounting, firstRides, education, jumping, owner],
});
export const SHIPPED_KEPT = keptOf(SHIPPED_FILE);
export const SHIPPED = ladderFrom(SHIPPED_KEPT);
export const SKILLS = SHIPPED.skills;
export const skillOf = SHIPPED.of;
export const SKILL_IDS: readonly string[] = SKILLS.map(({ id }) => id);
/** What every horse is asked, as the estimator is told of it, each fading as fast as another. */
export const EVERYDAY_SHAPES: readonly SkillShape[] = shapesOf(SKILLS.filter(({ everyday }) => everyday)).map(
  ({ halfLife: _halfLife, ...shape }) => shape,
);
