import type { JudgementFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import { GOAL_TARGETS, readGoal, VERDICTS } from "#core/intake/aims.ts";
import { BARE_INPUT, Button, INPUT, Tag } from "#ui/kit/parts.tsx";
import { sayArithmetic, targetWords, VERDICT } from "#ui/words/intake.ts";
import { branchWords } from "#ui/words/labels.ts";
import { type Change, levelsOf, verdictTone } from "./judging.ts";

type GoalLine = JudgementFields["goals"][number];
const MOST = 12;
function SkillOptions() {
  return here().branches.map(({ id: branch }) => (
    <optgroup key={branch} label={branchWords(branch)}>
      {here()
        .skills.filter((skill) => skill.branch === branch)
        .map((skill) => (
          <option key={skill.id} value={skill.id}>
            {skill.words}
          </option>
        ))}
    </optgroup>
  ));
}

/** The owner's aim as skills, and whether the term can hold what is missing, with the arithmetic. */
export function JudgeAim({
  view,
  judgement,
  change,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  change: Change;
}) {
  const levels = levelsOf(view);
  const { goals } = judgement;
  const put = (at: number, next: GoalLine | null): void =>
    change({ goals: goals.flatMap((goal, i) => (i === at ? (next ? [next] : []) : [goal])) });
  const add = (skill: string): void => {
    if (skill !== "" && !goals.some((goal) => goal.skill === skill))
      change({ goals: [...goals, { skill, target: 3, verdict: null, because: "" }] });
  };
  return (
    <section aria-labelledby="judge-aim">
      <h2 id="judge-aim">What the aim takes</h2>
      <p>
        “{view.aim}” <span className="text-dim">({view.term} days)</span>
      </p>
      {view.complaint && (
        <p>
          <span className="sign text-dim">Main problem</span> “{view.complaint}”
        </p>
      )}
      {view.notRead.map((words) => (
        <p key={words} className="text-ochre">
          ▲ Not read: “{words}”. Add a goal for it by hand, or ask the owner.
        </p>
      ))}
      {view.notNow.map((words) => (
        <p key={words} className="text-dim">
          Not for this term, as read: “{words}”.
        </p>
      ))}
      {goals.length === 0 && <p className="text-dim">No skill is named yet: add what the owner means by it.</p>}
      <ol>
        {goals.map((goal, i) => {
          const reading = readGoal(goal, levels, view.sessionsLeft, here());
          const verdict = goal.verdict ?? reading.verdict;
          const name = here().of(goal.skill).words;
          return (
            <li key={goal.skill} className="border-b border-line py-2">
              <div className="flex flex-wrap items-center gap-2">
                <strong>{name}</strong>
                <select
                  aria-label={`${name}: how far`}
                  className={`${BARE_INPUT} w-auto`}
                  value={goal.target}
                  onChange={(event) => put(i, { ...goal, target: Number(event.target.value) as GoalLine["target"] })}
                >
                  {GOAL_TARGETS.map((target) => (
                    <option key={target} value={target}>
                      {target}, {targetWords(target)}
                    </option>
                  ))}
                </select>
                <Tag tone={verdictTone(verdict)}>{VERDICT[verdict]}</Tag>
                <select
                  aria-label={`${name}: your reading`}
                  className={`${BARE_INPUT} w-auto`}
                  value={goal.verdict ?? ""}
                  onChange={(event) => put(i, { ...goal, verdict: (event.target.value || null) as GoalLine["verdict"] })}
                >
                  <option value="">As read: {VERDICT[reading.verdict].toLowerCase()}</option>
                  {VERDICTS.map((one) => (
                    <option key={one} value={one}>
                      {VERDICT[one]}
                    </option>
                  ))}
                </select>
                <Button className="ml-auto" aria-label={`Take off the goals: ${name}`} onClick={() => put(i, null)}>
                  Take off the goals
                </Button>
              </div>
              <p className="text-dim">{sayArithmetic(reading)}</p>
              {goal.verdict !== null && goal.verdict !== reading.verdict && (
                <input
                  aria-label={`${name}: why your reading differs`}
                  placeholder="Why do you read it otherwise?"
                  className={INPUT}
                  maxLength={300}
                  value={goal.because}
                  onChange={(event) => put(i, { ...goal, because: event.target.value })}
                />
              )}
            </li>
          );
        })}
      </ol>
      {goals.length < MOST && (
        <label className="sign flex flex-wrap items-center gap-2 pt-2">
          Add a goal
          <select className={`${BARE_INPUT} w-auto`} value="" onChange={(event) => add(event.target.value)}>
            <option value="">Choose a skill…</option>
            <SkillOptions />
          </select>
        </label>
      )}
    </section>
  );
}
