/** What a barn that was just begun still wants, on its Rail: each step a link, left and gone on with whenever it suits. */
import type { StepState } from "#core/first-start/first-start.ts";
import { LOOKED_AT, type StartStep } from "#core/first-start/first-start.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { START_STEP } from "#ui/words/first-start.ts";

const isLookedAt = (step: string): step is StartStep => (LOOKED_AT as readonly string[]).includes(step);

export function FirstSteps({ steps }: { steps: readonly StepState[] }) {
  useAwake();
  const { busy, problem, send } = useCommand();
  const look = async (step: StartStep): Promise<void> => {
    if ((await send("barn/look-at", { step })).ok) location.reload();
  };
  const done = steps.filter((one) => one.done).length;
  return (
    <section aria-labelledby="first-steps-title" className="my-2 border-2 border-rail bg-paper p-3">
      <h2 id="first-steps-title">
        Your barn, step by step{" "}
        <span className="text-dim">
          · {done} of {steps.length} done
        </span>
      </h2>
      <Trouble problem={problem} />
      <ol className="grid gap-1">
        {steps.map(({ step, done: isDone }) => {
          const { words, why, path } = START_STEP[step];
          return (
            <li key={step} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1">
              <span aria-hidden="true" className="w-5">
                {isDone ? "✓" : "○"}
              </span>
              <a href={path} className="sign inline-flex min-h-9 items-center">
                {words}
                {isDone && <span className="sr-only">, done</span>}
              </a>
              <span className="grow text-dim">{why}</span>
              {!isDone && isLookedAt(step) && (
                <Button disabled={busy} aria-label={`Looks good: ${words}`} onClick={() => void look(step)}>
                  Looks good
                </Button>
              )}
            </li>
          );
        })}
      </ol>
      <p className="mt-2">
        Have it all in a spreadsheet? <a href="/barn/import">Import people, horses and stays</a>.
      </p>
    </section>
  );
}
