/** What a professional restricted, as the skills that it touches. */
import type { RestrictedWork } from "../check/check.ts";
import type { Skill } from "../ladder/skills.ts";

const BIT: readonly string[] = ["bit", "second-bit"];
const SADDLE: readonly string[] = ["saddle", "girth", "loose-tack", "stirrups"];
const CIRCLES: readonly string[] = ["voice-trot", "voice-canter", "line", "change-direction", "circles"];
const FAST: readonly string[] = ["voice-canter", "loose-tack", "canter", "lead-setup", "lead-change", "outside"];

/** What is on the back is held as a whole; hard ground is said, as no place tells what it is made of. */
export function restrictedSkill(
  work: RestrictedWork | null,
  { id, branch, bears }: Pick<Skill, "id" | "branch" | "bears">,
): boolean {
  switch (work) {
    case "weight":
    case "ridden":
      return bears !== "nothing";
    case "saddle":
      return bears !== "nothing" || SADDLE.includes(id);
    case "bit":
      return BIT.includes(id);
    case "circles":
      return CIRCLES.includes(id);
    case "fast":
      return FAST.includes(id) || branch === "jumping";
    case "jump":
      return branch === "jumping";
    default:
      return false;
  }
}
