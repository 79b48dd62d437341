/** What a professional restricted, as the skills that it touches. */
import type { RestrictedWork } from "../check/check.ts";
import type { Skill } from "../ladder/skill.ts";

/** What is on the back is held as a whole; hard ground is said, as no place tells what it is made of. */
export function restrictedSkill(
  work: RestrictedWork | null,
  { nature, bears, tags }: Pick<Skill, "nature" | "bears" | "tags">,
): boolean {
  switch (work) {
    case "weight":
    case "ridden":
      return bears !== "nothing";
    case "saddle":
      return bears !== "nothing" || tags.includes("on-the-back");
    case "bit":
      return tags.includes("mouth");
    case "circles":
      return tags.includes("circling");
    case "fast":
      return tags.includes("fast") || nature === "jumping";
    case "jump":
      return nature === "jumping";
    default:
      return false;
  }
}
