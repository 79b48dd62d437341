/** What the manager reviews, changes and signs: checks, limits, what the aim takes, the first week, a word for the owner. */
import { useState } from "react";
import type { JudgementFields } from "#contracts/intake.ts";
import type { ClosedEvaluationView, Signature, SignedGoal } from "#contracts/views.intake.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, Field, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAsked } from "#ui/kit/use-asked.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { JudgeAim } from "./JudgeAim.tsx";
import { JudgeChecks } from "./JudgeChecks.tsx";
import { JudgeFocus } from "./JudgeFocus.tsx";
import { JudgeLimits } from "./JudgeLimits.tsx";
import type { Change } from "./judging.ts";
import { ToSign } from "./ToSign.tsx";

/** A further revision begins from what was signed; its checks are ordered already. */
const begin = (view: ClosedEvaluationView, last: Signature | undefined): JudgementFields =>
  last ? { ...last.judgement, checks: [] } : view.proposal;

export function Judge({ view, who }: { view: ClosedEvaluationView; who: string }) {
  const last = view.signatures.at(-1);
  const [known, setKnown] = useState(last?.revision ?? 0);
  const [theirs, setTheirs] = useState<JudgementFields | null>(null);
  const draft = useDraft<JudgementFields>(`judgement:${who}:${view.id}:${last?.revision ?? 0}`, begin(view, last));
  const { value: judgement } = draft;
  const { busy, problem, send } = useCommand();
  const change: Change = (part) => draft.set((now) => ({ ...now, ...part }));
  const sign = async (): Promise<void> => {
    const kept = { ...judgement, focus: judgement.focus.map((words) => words.trim()).filter((words) => words !== "") };
    const answer = await send<{ ordered: number }>("intake/sign", { id: view.id, revision: known, judgement: kept });
    if (answer.ok) {
      draft.drop();
      location.reload();
    } else if (answer.problem.code === "changed-meanwhile") {
      const current = answer.problem.current as { revision: number; judgement: JudgementFields };
      setKnown(current.revision);
      setTheirs(current.judgement);
    }
  };
  // Neither words nor checks change how the goals are answered.
  const told = useAsked<readonly SignedGoal[]>("goal-chance", {
    id: view.id,
    judgement: {
      ...judgement,
      goals: judgement.goals.map((goal) => ({ ...goal, verdict: null, because: "" })),
      apart: "",
      focus: [],
      checks: [],
      ownerWords: "",
    },
  });
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_22.5rem]">
      <div className="grid min-w-0 content-start gap-6">
        <JudgeChecks view={view} judgement={judgement} change={change} />
        <JudgeLimits view={view} judgement={judgement} change={change} />
        <JudgeAim view={view} judgement={judgement} told={told} change={change} />
        <JudgeFocus view={view} judgement={judgement} told={told.answer ?? (told.failed ? [] : null)} change={change} />
        <section aria-labelledby="owner-words-title">
          <h2 id="owner-words-title">Note for the owner</h2>
          <Field id="owner-words" label="Your own words, printed above the findings" hint="Plain words. Optional.">
            <textarea
              id="owner-words"
              aria-describedby="owner-words-hint"
              rows={3}
              maxLength={2000}
              className={INPUT}
              value={judgement.ownerWords}
              onChange={(event) => change({ ownerWords: event.target.value })}
            />
          </Field>
        </section>
        {theirs && (
          <Conflict
            rows={differences(judgement, theirs)}
            onTake={(key) => change({ [key]: theirs[key as keyof JudgementFields] })}
            onKeepMine={() => setTheirs(null)}
            onTakeTheirs={() => {
              draft.set(theirs);
              setTheirs(null);
            }}
          />
        )}
      </div>
      <aside aria-labelledby="to-sign-title" className="lg:sticky lg:top-2 lg:self-start">
        <div className="grid gap-3 border-2 border-rail bg-paper p-4">
          <ToSign view={view} judgement={judgement} told={told} />
          <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
          <Button tone="main" big disabled={busy || theirs !== null} onClick={() => void sign()}>
            {last ? "Sign off the change" : "Sign off the evaluation"}
          </Button>
          <p className="text-sm text-dim">
            This sets the limits and goals of the stay and orders the checks. A later change is signed off again.
          </p>
        </div>
      </aside>
    </div>
  );
}

const PART: Record<keyof JudgementFields, string> = {
  risk: "Risk",
  ridden: "Ridden",
  secondPerson: "Second person",
  sessionMinutes: "Session minutes",
  circleMinutes: "Circle minutes",
  apart: "Company",
  focus: "First-week focus",
  goals: "Goals",
  checks: "Checks",
  ownerWords: "Word for the owner",
};
const said = (value: unknown): string =>
  value === null || value === "" ? "suggested" : typeof value === "object" ? JSON.stringify(value) : String(value);
function differences(mine: JudgementFields, theirs: JudgementFields) {
  return (Object.keys(PART) as (keyof JudgementFields)[])
    .filter((key) => key !== "checks" && JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map((key) => ({ key, label: PART[key], mine: said(mine[key]), theirs: said(theirs[key]) }));
}
