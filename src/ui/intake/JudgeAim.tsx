import type { JudgementFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView, SignedGoal } from "#contracts/views.intake.ts";
import { VERDICTS, verdictOf } from "#core/forecast/chance.ts";
import { GOAL_TARGETS, MOST_GOALS } from "#core/intake/aims.ts";
import { BARE_INPUT, Button, INPUT, Tag } from "#ui/kit/parts.tsx";
import type { Answered } from "#ui/kit/use-asked.ts";
import { sayComplaint } from "#ui/words/complaint.ts";
import { plural } from "#ui/words/figures.ts";
import { sayStillToCome, targetWords } from "#ui/words/intake.ts";
import { branchWords } from "#ui/words/labels.ts";
import { percent } from "#ui/words/plan.ts";
import { VERDICT } from "#ui/words/verdict.ts";
import { GoalsRead } from "./GoalsRead.tsx";
import { answerTo, type Change, verdictTone } from "./judging.ts";

type GoalLine = JudgementFields["goals"][number];

export function SkillOptions() {
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

/** The owner's aim as goals, and how each is answered: by the forecast, as the plan will tell it once this is signed. */
export function JudgeAim({
  view,
  judgement,
  told,
  change,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  told: Answered<readonly SignedGoal[]>;
  change: Change;
}) {
  const { goals } = judgement;
  const proposed = view.proposed.filter(({ skill }) => !goals.some((goal) => goal.skill === skill));
  const put = (at: number, next: GoalLine | null): void =>
    change({ goals: goals.flatMap((goal, i) => (i === at ? (next ? [next] : []) : [goal])) });
  const add = (skill: string): void => {
    if (skill !== "" && !goals.some((goal) => goal.skill === skill))
      change({ goals: [...goals, { skill, target: 3, verdict: null, because: "" }] });
  };
  /** How far it gets on the way to what is not for this term, unless that is a goal already. */
  const stepOf = (goal: GoalLine) => {
    const { reading, verdict } = answerTo(goal, told.answer);
    const step = verdict === "not-this-term" ? reading?.onTheWay : null;
    return step && !goals.some(({ skill }) => skill === step.skill) ? step : null;
  };
  // Where several goals lead to the same step it is offered once.
  const steps = goals.map((goal) => stepOf(goal)?.skill ?? null);
  return (
    <section aria-labelledby="judge-aim">
      <h2 id="judge-aim">What the owner's request takes</h2>
      <p>
        “{view.aim}” <span className="text-dim">({view.term} days)</span>
      </p>
      {view.complaint && (
        <p>
          <span className="sign text-dim">Main problem</span> {sayComplaint(view.complaint)}
        </p>
      )}
      <GoalsRead
        read={view}
        proposed={proposed}
        onTake={(taken) =>
          change({
            goals: [...goals, ...taken.map(({ skill, target }) => ({ skill, target, verdict: null, because: "" }))].slice(
              0,
              MOST_GOALS,
            ),
          })
        }
      />
      {goals.length === 0 && <p className="text-dim">No goals yet. Add what the owner means, or choose skills.</p>}
      <ol>
        {goals.map((goal, i) => {
          const { reading, verdict } = answerTo(goal, told.answer);
          const step = stepOf(goal);
          const name = here().of(goal.skill).words;
          return (
            <li key={goal.skill} className="border-b border-line py-1">
              <div className="grid items-center gap-x-2 gap-y-1 max-md:grid-cols-2 md:grid-cols-[minmax(0,1fr)_10rem_9.5rem_11rem_auto]">
                <strong className="leading-tight max-md:col-span-2">{name}</strong>
                <select
                  aria-label={`${name}: how far`}
                  className={BARE_INPUT}
                  value={goal.target}
                  onChange={(event) => put(i, { ...goal, target: Number(event.target.value) as GoalLine["target"] })}
                >
                  {GOAL_TARGETS.map((target) => (
                    <option key={target} value={target}>
                      {target}, {targetWords(target)}
                    </option>
                  ))}
                </select>
                <span>
                  {verdict ? (
                    <Tag tone={verdictTone(verdict)}>
                      {VERDICT[verdict]}
                      {reading?.chance !== null && reading && goal.verdict === null ? ` ${percent(reading.chance ?? 0)}` : ""}
                    </Tag>
                  ) : (
                    <span className="text-dim">{told.failed ? "at sign-off" : "Working it out…"}</span>
                  )}
                </span>
                <select
                  aria-label={`${name}: your judgment`}
                  className={BARE_INPUT}
                  value={goal.verdict ?? ""}
                  onChange={(event) => put(i, { ...goal, verdict: (event.target.value || null) as GoalLine["verdict"] })}
                >
                  <option value="">As forecast</option>
                  {VERDICTS.map((one) => (
                    <option key={one} value={one}>
                      {VERDICT[one]}
                    </option>
                  ))}
                </select>
                <Button className="justify-self-end" aria-label={`Remove goal: ${name}`} onClick={() => put(i, null)}>
                  Remove
                </Button>
              </div>
              {step && steps.indexOf(step.skill) === i && (
                <p className="flex flex-wrap items-center gap-2">
                  <span>
                    By the end of the term: <strong>{here().of(step.skill).words}</strong>,{" "}
                    {VERDICT[verdictOf(step.chance)].toLowerCase()} {percent(step.chance)}.
                  </span>
                  <Button onClick={() => add(step.skill)}>Take it as a goal</Button>
                </p>
              )}
              {reading?.chance === null && <p className="text-dim">On hold with no end date: no forecast.</p>}
              {reading && reading.missing.length > 0 && (
                <details className="text-sm">
                  <summary className="min-h-6 cursor-pointer text-slate">
                    {plural(reading.missing.length, "step")} before it
                  </summary>
                  <p className="text-dim">{sayStillToCome(reading.missing)}</p>
                </details>
              )}
              {goal.verdict !== null && goal.verdict !== reading?.verdict && (
                <input
                  aria-label={`${name}: why your judgment differs`}
                  placeholder="Why do you judge it differently?"
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
      {goals.some((goal) => answerTo(goal, told.answer).verdict === "not-this-term") && (
        <p className="pt-1 text-dim">A goal that is not for this term changes no work when you sign.</p>
      )}
      {goals.length < MOST_GOALS && (
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
