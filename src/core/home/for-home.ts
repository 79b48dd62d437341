/** What an owner may be asked to work at home, of this horse. */
import type { Skill } from "../ladder/skill.ts";
import type { HomeFacts, OwnerLevel } from "./facts.ts";

/** The hardest skills that are asked of an owner, by the rider's grade that they want here. */
const GRADE: Readonly<Record<OwnerLevel, number>> = { unknown: 2, novice: 2, steady: 3, able: 4 };
/** Nothing that only a specialist works, nothing above the owner, no riding where there is none, nothing that the record bars. */
export const isForHome = (
  { level, ridden, barred, without }: Pick<HomeFacts, "level" | "ridden" | "barred" | "without">,
  skill: Skill,
): boolean =>
  !skill.specialist &&
  skill.grade <= GRADE[level] &&
  (skill.bears === "nothing" || (ridden && skill.bears === "rider")) &&
  !without.includes(skill.id) &&
  !barred.has(skill.id);
