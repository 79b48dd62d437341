import type { ClosedEvaluationView } from "#contracts/views.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { RUNGS } from "#core/intake/instrument.ts";
import { TwoSided } from "#ui/ladder/TwoSided.tsx";
import { EVALUATION } from "#ui/words/labels.ts";
import { Outcome } from "./Outcome.tsx";

/** A closed evaluation as it stands for good. */
export function Closed({ view }: { view: ClosedEvaluationView }) {
  const words = RUNGS.filter((rung) => view.words[rung.id]);
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="min-w-0">
        <h2>
          {EVALUATION[view.kind]} evaluation, {sayDateWithYear(view.day)}
        </h2>
        <p className="text-dim">By {view.by}. Closed: it stays as it is.</p>
        {view.stoppedAt && (
          <p className="my-2 border-l-4 border-oxblood bg-oxblood-soft px-3 py-1">
            ■ Stopped at “{RUNGS.find((rung) => rung.id === view.stoppedAt)?.words}”: {view.stopReason}
          </p>
        )}
        {view.marks.length > 0 && (
          <TwoSided
            label={`What the walk saw of ${view.horse}`}
            rungs={view.marks.map(({ skill, side, score, before }) => ({
              skill,
              side,
              now: score,
              low: null,
              high: null,
              before,
            }))}
          />
        )}
        {words.map((rung) => (
          <p key={rung.id}>
            <span className="sign text-dim">{rung.words}:</span> {view.words[rung.id]}
          </p>
        ))}
      </div>
      <Outcome outcome={view.outcome} risk={view.outcome.risk} riskSet={false} hard={view.hard} apart={[]} />
    </div>
  );
}
