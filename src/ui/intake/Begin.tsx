import type { EvaluationLink } from "#contracts/views.intake.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import { EVALUATION_KINDS, type EvaluationKind } from "#core/intake/outcome.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { EVALUATION } from "#ui/words/labels-desk.ts";

interface Props {
  readonly stay: string;
  readonly due: EvaluationKind;
  readonly rungs: readonly WalkStep[];
  readonly closed: readonly EvaluationLink[];
}

/** Begins an evaluation of the kind that is due; once the intake is done the others stay in reach. */
export function Begin({ stay, due, rungs, closed }: Props) {
  useAwake();
  const { busy, problem, send } = useCommand();
  const begin = async (kind: EvaluationKind): Promise<void> => {
    if ((await send("intake/begin", { stay, kind })).ok) location.reload();
  };
  const offered = due === "intake" ? ([due] as const) : EVALUATION_KINDS;
  return (
    <div className="grid max-w-3xl gap-4">
      <p>
        The evaluation has {rungs.length} steps, scored left and right. Score what you see and leave the rest empty. Stop any time
        it isn't safe: what you scored counts. It saves on this device, so you can finish tomorrow.
      </p>
      <Trouble problem={problem} />
      <div className="flex flex-wrap items-center gap-2">
        {offered.map((kind) => (
          <Button key={kind} big tone={kind === due ? "main" : "plain"} disabled={busy} onClick={() => void begin(kind)}>
            Start the {EVALUATION[kind].toLowerCase()} evaluation
          </Button>
        ))}
        <a href={`/horse/${stay}/form`}>Print the blank form</a>
      </div>
      {closed.length > 0 && (
        <div>
          <h2>Earlier evaluations</h2>
          <ul>
            {closed.map((one) => (
              <li key={one.id} className="border-b border-line py-1">
                <a href={`/horse/${stay}/evaluation/${one.id}`}>{EVALUATION[one.kind]}</a>, {sayDate(one.day)}, by {one.by}
              </li>
            ))}
          </ul>
          {closed.length > 1 && (
            <p className="pt-1">
              <a href={`/horse/${stay}/compare`}>Compare them side by side</a>
            </p>
          )}
        </div>
      )}
      <ol className="grid gap-1 text-dim sm:grid-cols-2">
        {rungs.map((rung, i) => (
          <li key={rung.id}>
            {i + 1}. {rung.words}
          </li>
        ))}
      </ol>
    </div>
  );
}
