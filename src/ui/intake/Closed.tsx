import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import { rungWords } from "#core/intake/instrument.ts";
import { type NumberMeasure, PLACES } from "#core/intake/measures.ts";
import { signOf } from "#core/intake/signs.ts";
import { TwoSided } from "#ui/ladder/TwoSided.tsx";
import { inner } from "#ui/words/figures.ts";
import { MEASURE, momentWords, sayMeasure, TREND_CHOICE } from "#ui/words/intake.ts";
import { SIDE } from "#ui/words/labels.ts";
import { sayTouches } from "#ui/words/touches.ts";
import { bothWeights, sayWeight } from "#ui/words/units.ts";
import { BodyMap } from "./BodyMap.tsx";

const LINES = ["girthCm", "lengthCm", "withersCm", "croupCm", "neckCm"] as const;
const RESTING = ["pulse", "breaths", "temperatureC", "refillSeconds"] as const;

/** What a closed evaluation saw, as it stands for good. */
export function Closed({ view }: { view: ClosedEvaluationView }) {
  const { measures, outcome } = view;
  const words = view.rungs.filter((rung) => view.words[rung.id]);
  const taken = [...LINES, "scaleKg", ...RESTING].filter((name) => measures[name as "girthCm"] !== null) as NumberMeasure[];
  const felt = PLACES.filter((place) => measures[place] !== null);
  return (
    <div className="grid min-w-0 content-start gap-4 lg:grid-cols-2 lg:gap-x-8">
      {view.stoppedAt && (
        <p className="border-l-4 border-oxblood bg-oxblood-soft px-3 py-1">
          ■ Stopped at “{rungWords(view.rungs, view.stoppedAt)}”: {view.stopReason}
        </p>
      )}
      {view.saddleReason && <p>▲ Ridden before the ground work was ready: {view.saddleReason}</p>}
      {view.marks.length > 0 && (
        <div className="lg:row-span-12">
          <TwoSided
            label={`What the evaluation showed: ${view.horse}`}
            rungs={view.marks.map(({ skill, side, score, before }) => ({ skill, side, now: score, shown: null, before }))}
          />
        </div>
      )}
      {view.signs.length > 0 && (
        <section>
          <h3>Signs</h3>
          <ul>
            {view.signs.map((seen) => (
              <li key={`${seen.rung}:${seen.sign}:${seen.side}`}>
                {signOf(seen.sign).words}
                {seen.side === "both" ? "" : `, ${SIDE[seen.side]}`}
                <span className="text-dim">
                  {" "}
                  at {rungWords(view.rungs, seen.rung).toLowerCase()}
                  {seen.moment ? `, ${momentWords(seen.moment)}` : ""}
                  {signOf(seen.sign).good ? "" : `, strength ${seen.strength}`}
                  {seen.trend === "unknown" ? "" : `, ${TREND_CHOICE[seen.trend].toLowerCase()}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {(view.touches.length > 0 || view.earlierTouches.length > 0) && (
        <section>
          <h3>Body map</h3>
          <BodyMap touches={view.touches} earlier={view.earlierTouches} />
          <p className="text-sm">{sayTouches(view.touches).join(" · ")}</p>
        </section>
      )}
      {taken.length + felt.length > 0 && (
        <section>
          <h3>Measures</h3>
          <p>{taken.map((name) => sayMeasure(name, measures[name] ?? 0)).join(" · ")}</p>
          {outcome.weight && (
            <p>
              Weight {bothWeights(outcome.weight.kilograms)} ± {sayWeight(outcome.weight.plusMinus)}{" "}
              <span className="text-dim">by {outcome.weight.formula}</span>
            </p>
          )}
          {outcome.condition !== null && (
            <p>
              Condition {outcome.condition}
              {felt.length > 0 && ` (${felt.map((place) => `${inner(MEASURE[place])} ${measures[place]}`).join(", ")})`}
            </p>
          )}
        </section>
      )}
      {(view.tries !== null || view.settleMinutes !== null) && (
        <p>
          Small test: {view.tries ?? "?"} tries, {view.settleMinutes ?? "?"} minutes to settle.
        </p>
      )}
      {words.length > 0 && (
        <section>
          <h3>In words</h3>
          {words.map((rung) => (
            <p key={rung.id}>
              <span className="sign text-dim">{rung.words}:</span> {view.words[rung.id]}
            </p>
          ))}
        </section>
      )}
    </div>
  );
}
