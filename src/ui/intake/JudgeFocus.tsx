import { type JudgementFields, MOST_FOCUS } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView, SignedGoal } from "#contracts/views.intake.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { outer } from "#ui/words/figures.ts";
import type { Change } from "./judging.ts";

const MOST_PROPOSED = 5;
/**
 * What the week could be about: the hard side, and what the goals wait for, as far as the way to it is open; with no goals whatever is open. `told` null: how the
 * goals are answered is still being worked out.
 */
function proposals(view: ClosedEvaluationView, told: readonly SignedGoal[] | null): readonly string[] {
  const open = new Set(view.outcome.starting.flatMap((point) => point.next));
  const wanted = (told ?? []).flatMap(({ missing }) => missing.map(({ skill }) => skill)).filter((skill) => open.has(skill));
  const next = told === null ? [] : [...new Set(wanted.length > 0 ? wanted : open)].slice(0, MOST_PROPOSED);
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
  told: readonly SignedGoal[] | null;
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
      <h2 id="judge-focus">{view.kind === "intake" ? "First-week focus" : "Focus of the next week"}</h2>
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
