import { EVALUATION_KINDS, type EvaluationKind } from "#core/intake/outcome.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { EVALUATION } from "#ui/words/labels.ts";

/** Begins an evaluation of the kind that is due; the others stay in reach. */
export function Begin({ stay, due }: { stay: string; due: EvaluationKind }) {
  const { busy, problem, send } = useCommand();
  const begin = async (kind: EvaluationKind): Promise<void> => {
    if ((await send("intake/begin", { stay, kind })).ok) location.reload();
  };
  return (
    <div>
      <Trouble problem={problem} />
      <div className="flex flex-wrap gap-2">
        {EVALUATION_KINDS.map((kind) => (
          <Button key={kind} big tone={kind === due ? "main" : "plain"} disabled={busy} onClick={() => void begin(kind)}>
            Begin the {EVALUATION[kind].toLowerCase()} evaluation
          </Button>
        ))}
      </div>
    </div>
  );
}
