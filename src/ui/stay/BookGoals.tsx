/** The owner's words as goals, confirmed one by one while booking. */
import type { BookStay } from "#contracts/stay.ts";
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { GOAL_TARGETS, MOST_GOALS } from "#core/intake/aims.ts";
import type { RequestReading } from "#core/intake/request.ts";
import { GoalsRead } from "#ui/intake/GoalsRead.tsx";
import { SkillOptions } from "#ui/intake/JudgeAim.tsx";
import type { Form } from "#ui/kit/form-fields.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { useAsked } from "#ui/kit/use-asked.ts";
import { targetWords } from "#ui/words/intake.ts";
import { skillWords } from "#ui/words/skills.ts";

export function BookGoals({ form }: { form: Form<BookStay> }) {
  const [aim, complaint, kind, birthDate, birthYear] = form.watch([
    "stay.aim",
    "stay.complaint",
    "stay.kind",
    "horse.birthDate",
    "horse.birthYear",
  ]);
  const goals = form.watch("goals");
  const asked =
    aim.trim() + complaint.trim() === ""
      ? null
      : { aim, complaint, kind, birthDate: birthDate || null, birthYear: Number(birthYear) || null };
  const { answer, failed } = useAsked<RequestReading>("read-aim", asked);
  const put = (next: BookStay["goals"]): void =>
    form.setValue("goals", next.slice(0, MOST_GOALS), { shouldDirty: true, shouldTouch: true });
  const change = (skill: string, part: Partial<BookStay["goals"][number]>): void =>
    put(goals.map((goal) => (goal.skill === skill ? { ...goal, ...part } : goal)));
  const proposed = (answer?.goals ?? []).filter(({ skill }) => !goals.some((goal) => goal.skill === skill));
  return (
    <section aria-labelledby="goals-title" className="grid content-start gap-1 py-2">
      <h3 id="goals-title">Goals</h3>
      {goals.length === 0 && proposed.length === 0 && (
        <p className="text-dim">Skills suggested from the owner's words. Add the ones they mean.</p>
      )}
      <GoalsRead
        read={answer ?? { notRead: [], notNow: [] }}
        proposed={proposed}
        onTake={(taken) => put([...goals, ...taken.map(({ skill, target }) => ({ skill, target, by: null }))])}
      />
      {failed && <p className="text-ochre">▲ No suggestions right now. Add goals by hand, or later in the evaluation.</p>}
      <ul>
        {goals.map((goal) => {
          const name = skillWords(goal.skill);
          return (
            <li key={goal.skill} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
              <strong className="grow">{name}</strong>
              <select
                aria-label={`${name}: how far`}
                className={`${BARE_INPUT} w-auto`}
                value={goal.target}
                onChange={(event) => change(goal.skill, { target: Number(event.target.value) as 3 | 4 | 5 })}
              >
                {GOAL_TARGETS.map((target) => (
                  <option key={target} value={target}>
                    {target}, {targetWords(target)}
                  </option>
                ))}
              </select>
              <label className="flex items-center gap-1">
                <span className="text-dim">needed by</span>
                <input
                  type="date"
                  aria-label={`${name}: needed by`}
                  className={`${BARE_INPUT} w-auto`}
                  value={goal.by ?? ""}
                  onChange={(event) => change(goal.skill, { by: parseLocalDate(event.target.value) })}
                />
              </label>
              <Button aria-label={`Remove goal: ${name}`} onClick={() => put(goals.filter(({ skill }) => skill !== goal.skill))}>
                Remove
              </Button>
            </li>
          );
        })}
      </ul>
      {goals.length < MOST_GOALS && (
        <label className="sign flex flex-wrap items-center gap-2">
          Add a goal
          <select
            className={`${BARE_INPUT} w-auto`}
            value=""
            onChange={(event) => {
              const skill = event.target.value;
              if (skill !== "" && !goals.some((goal) => goal.skill === skill)) put([...goals, { skill, target: 3, by: null }]);
            }}
          >
            <option value="">Choose a skill…</option>
            <SkillOptions />
          </select>
        </label>
      )}
    </section>
  );
}
