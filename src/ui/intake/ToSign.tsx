/** What a signature would set, as it stands under the hand: limits, how the goals are answered, the first week, what is ordered. */
import type { JudgementFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView, SignedGoal } from "#contracts/views.intake.ts";
import { VERDICTS, type Verdict } from "#core/forecast/chance.ts";
import { causeOf } from "#core/intake/causes.ts";
import { limitsSigned } from "#core/intake/limits.ts";
import { groupBy } from "#core/kernel/group.ts";
import { Tag } from "#ui/kit/parts.tsx";
import type { Answered } from "#ui/kit/use-asked.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";
import { SECOND_PERSON } from "#ui/words/intake.ts";
import { sayWeight } from "#ui/words/units.ts";
import { VERDICT } from "#ui/words/verdict.ts";
import { answerTo, verdictTone } from "./judging.ts";

export function ToSign({
  view,
  judgement,
  told,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  told: Answered<readonly SignedGoal[]>;
}) {
  const { load } = view.outcome;
  // As the signature itself will have it.
  const {
    risk,
    ridden,
    secondPerson: second,
    sessionMinutes: minutes,
    circleMinutes: circles,
  } = limitsSigned(view.outcome.risk, view.outcome.limits, judgement);
  const answered = judgement.goals.map((goal) => ({ goal, verdict: answerTo(goal, told.answer).verdict }));
  const by = groupBy(
    answered.flatMap(({ goal, verdict }) => (verdict ? [{ goal, verdict }] : [])),
    ({ verdict }) => verdict,
  );
  const open = answered.filter(({ verdict }) => verdict === null).length;
  const ordered = judgement.checks.filter(({ cause }) => !view.asked.includes(cause));
  const focus = judgement.focus.filter((words) => words.trim() !== "");
  const skills = (verdict: Verdict): string =>
    listed((by.get(verdict) ?? []).map(({ goal }) => inner(here().of(goal.skill).words)));
  return (
    <>
      <h2 id="to-sign-title">What you sign</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <dt className="sign text-dim">Risk</dt>
        <dd>
          {risk} of 5: rider grade {risk}
          {judgement.risk !== null && " (yours)"}
        </dd>
        <dt className="sign text-dim">Riding</dt>
        <dd>
          {ridden ? "when the gate is open" : "ground work only"}
          {judgement.ridden !== null && " (yours)"}
        </dd>
        <dt className="sign text-dim">Second person</dt>
        <dd>
          {second === "no" ? "until the first rides are done" : SECOND_PERSON[second]}
          {judgement.secondPerson !== null && " (yours)"}
        </dd>
        <dt className="sign text-dim">Session</dt>
        <dd>
          {minutes === null ? "as the method says" : `${minutes} minutes at most`}; circles{" "}
          {circles === 0 ? "none" : `${circles} minutes`}
          {(judgement.sessionMinutes !== null || judgement.circleMinutes !== null) && " (yours)"}
        </dd>
        <dt className="sign text-dim">Load</dt>
        <dd>{load ? `${sayWeight(load.refuseKg)} at most, with tack` : "not weighed: ground work only"}</dd>
        <dt className="sign text-dim">Goals</dt>
        <dd className="grid gap-1">
          {judgement.goals.length === 0 && "none named"}
          {VERDICTS.filter((verdict) => by.has(verdict)).map((verdict) => (
            <span key={verdict}>
              <Tag tone={verdictTone(verdict)}>{VERDICT[verdict]}</Tag> {skills(verdict)}
            </span>
          ))}
          {open > 0 && <span className="text-dim">{told.failed ? "Worked out at sign-off." : `${open} being worked out…`}</span>}
        </dd>
        <dt className="sign text-dim">{view.kind === "intake" ? "First week" : "Next week"}</dt>
        <dd>{focus.length > 0 ? outer(focus.join("; ")) : "no focus named"}</dd>
        <dt className="sign text-dim">Orders</dt>
        <dd>{ordered.length > 0 ? outer(listed(ordered.map(({ cause }) => inner(causeOf(cause).words)))) : "no new check"}</dd>
      </dl>
    </>
  );
}
