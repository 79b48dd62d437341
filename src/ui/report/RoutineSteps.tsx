/** The owner's routine, numbered, with what holds for every one. */
import type { HomeworkFields } from "#contracts/owner.ts";
import type { Pronouns } from "#ui/words/owner-skills.ts";
import { ROUTINE_RULES, sayStep } from "#ui/words/routine.ts";

export function RoutineSteps({ routine, who }: { readonly routine: HomeworkFields; readonly who: Pronouns }) {
  return (
    <>
      <ol className="list-decimal pl-6">
        {routine.steps.map((step) => (
          <li key={step.skill} className="py-0.5">
            {sayStep(step, who)}
          </li>
        ))}
      </ol>
      {routine.words && <p className="whitespace-pre-wrap pt-1">{routine.words}</p>}
      <ul className="list-disc pt-1 pl-6 text-sm">
        {ROUTINE_RULES.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </>
  );
}
