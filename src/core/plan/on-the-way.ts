/** How far a horse gets towards something that is not for this term: the step on its way that the owner may be told instead. */
import { LIKELY_FROM, POSSIBLE_FROM } from "../forecast/chance.ts";
import { ancestorsIn, skillIn } from "../ladder/ladder.ts";
import { WELL } from "../ladder/marks.ts";
import type { Skill } from "../ladder/skill.ts";
import type { HorseReading } from "../reading/reading.ts";

/** What the goal rests on and the horse does not do yet, what rests on most last; handling is a step to handling alone. */
export function stepsTowards(ladder: readonly Skill[], reading: Pick<HorseReading, "counts">, goal: string): readonly string[] {
  const nature = skillIn(ladder, goal)?.nature;
  const below = (id: string): number => ancestorsIn(ladder, id).length;
  return ancestorsIn(ladder, goal)
    .filter((id) => {
      const skill = skillIn(ladder, id);
      return skill && (skill.nature !== "handling" || nature === "handling") && reading.counts(skill) < WELL;
    })
    .sort((a, b) => below(a) - below(b));
}

/** Of these steps the last that is likely, else the last that is possible; null: none is. `chanceOf`: 0-1, null where nobody can say. */
export function lastInReach(steps: readonly string[], chanceOf: (skill: string) => number | null): string | null {
  const from = (least: number): string | undefined => steps.findLast((id) => (chanceOf(id) ?? 0) >= least);
  return from(LIKELY_FROM) ?? from(POSSIBLE_FROM) ?? null;
}
