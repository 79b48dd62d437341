/** What builds on goals that are met. */
import { hasTag, skillIn } from "../ladder/ladder.ts";
import { RELIABLE, USABLE, WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import type { HorseReading } from "../reading/reading.ts";
import { partsOfGoal } from "./goal-sets.ts";

/** Tags of what shows the same in company and elsewhere. */
const ELSEWHERE = ["company", "outside"] as const;
/** What builds directly on some skills and is ready to be begun, not yet reliable: company and elsewhere first, then what is furthest behind. */
export function nextFrom(ladder: readonly Skill[], reading: HorseReading, from: readonly string[]): readonly Skill[] {
  const parts = new Set(from.flatMap((id) => [...partsOfGoal(ladder, id)]));
  const direct = (skill: Skill): boolean => skill.after.some((id) => from.includes(id));
  const ready = (skill: Skill): boolean =>
    skill.after.every((id) => ladder.every((one) => one.id !== id || reading.counts(one) >= WELL));
  return ladder
    .filter(
      (skill) =>
        !parts.has(skill.id) &&
        skill.nature !== "owner" &&
        (direct(skill) || (skill.after.some((id) => parts.has(id)) && skill.bears === "rider")) &&
        ready(skill) &&
        reading.counts(skill) < RELIABLE &&
        (skill.nature !== "handling" || from.some((id) => skillIn(ladder, id)?.nature === "handling")),
    )
    .sort(
      (a, b) =>
        // Specialist work is nothing that a horse is simply taken on to.
        Number(a.specialist) - Number(b.specialist) ||
        Number(hasTag(b, ...ELSEWHERE)) - Number(hasTag(a, ...ELSEWHERE)) ||
        Number(reading.counts(b) >= USABLE) - Number(reading.counts(a) >= USABLE) ||
        a.to3 - b.to3 ||
        Number(direct(b)) - Number(direct(a)),
    );
}
