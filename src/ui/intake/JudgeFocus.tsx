import { type JudgementFields, MOST_FOCUS } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView, SignedGoal } from "#contracts/views.intake.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { outer } from "#ui/words/figures.ts";
import type { Change } from "./judging.ts";

/** What the first week could be about: the hard side, and the lowest rungs that are open. */
function proposals(view: ClosedEvaluationView, told: readonly SignedGoal[]): readonly string[] {
  const open = new Set(view.outcome.starting.flatMap((point) => point.next));
  // What the goals wait for comes first, as far as the way to it is open.
  const wanted = told.flatMap(({ missing }) => missing.map(({ skill }) => skill));
  const next = [...new Set([...wanted.filter((skill) => open.has(skill)), ...open])].slice(0, 5);
  return [
    ...(view.hard === "even" ? [] : [`The ${view.hard} side first, twice as many short tries`]),
    ...next.map((id) => here().of(id).words),
  ];
}

export function JudgeFocus({
  view,
  judgement,
  told,
  change,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  told: readonly SignedGoal[];
  change: Change;
}) {
  const { focus } = judgement;
  const at = (i: number): string => focus[i] ?? "";
  const put = (i: number, words: string): void => {
    const next = Array.from({ length: MOST_FOCUS }, (_, j) => (j === i ? words : at(j)));
    change({ focus: next.filter((one, j) => one !== "" || next.slice(j).some((later) => later !== "")) });
  };
  const free = proposals(view, told).filter((words) => !focus.includes(words));
  return (
    <section aria-labelledby="judge-focus">
      <h2 id="judge-focus">First-week focus</h2>
      <p className="text-dim">Up to three things. Riders see them on the card.</p>
      <div className="grid gap-1">
        {Array.from({ length: MOST_FOCUS }, (_, i) => (
          <input
            // biome-ignore lint/suspicious/noArrayIndexKey: three fixed places
            key={i}
            aria-label={`Focus ${i + 1}`}
            className={INPUT}
            maxLength={160}
            value={at(i)}
            onChange={(event) => put(i, event.target.value)}
          />
        ))}
      </div>
      {focus.length < MOST_FOCUS && (
        <div className="flex flex-wrap gap-1 pt-1">
          {free.map((words) => (
            <Button key={words} onClick={() => put(focus.length, words)}>
              + {outer(words)}
            </Button>
          ))}
        </div>
      )}
    </section>
  );
}
