/** A counter or a clock beside a skill, for one thumb; the figure proposes the score by the skill's own table. */

import { useEffect, useState } from "react";
import type { Score, TrackSide } from "#core/kernel/sides.ts";
import { type Measure, proposedBy } from "#core/ladder/skill.ts";
import { Button } from "#ui/kit/parts.tsx";
import { outer } from "#ui/words/figures.ts";
import { SIDE } from "#ui/words/labels.ts";
import { sayFigure, sayTable } from "#ui/words/measures.ts";
import { t } from "#ui/words/speak.ts";

const SHOWN_EVERY = 250;
const SECOND = 1000;
/** Half minutes: nobody times a horse closer. */
const HALF_MINUTE = 30;

interface Props {
  readonly name: string;
  readonly measure: Measure;
  readonly figure: number | null;
  /** Milliseconds since 1970 at which the clock was started; null: it stands. */
  readonly since: number | null;
  readonly sides: readonly TrackSide[];
  onFigure(figure: number | null): void;
  onClock(since: number | null): void;
  onScore(side: TrackSide, score: Score): void;
}
const figureAfter = (measure: Measure, milliseconds: number): number => {
  const seconds = Math.max(0, Math.round(milliseconds / SECOND));
  return measure.kind === "seconds" ? seconds : Math.round(seconds / HALF_MINUTE) / 2;
};

export function MeasureTaker({ name, measure, figure, since, sides, onFigure, onClock, onScore }: Props) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (since === null) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), SHOWN_EVERY);
    return () => clearInterval(timer);
  }, [since]);
  const timed = measure.kind === "seconds" || measure.kind === "minutes";
  const running = since === null ? 0 : Math.max(0, Math.round((now - since) / SECOND));
  const score = figure === null ? null : proposedBy(measure, figure);
  return (
    <div role="group" aria-label={`${name}: ${t(measure.words)}`} className="my-1 border-l-4 border-slate pl-2">
      <div className="flex items-center gap-1">
        <span className="flex-1 text-sm text-dim">
          {outer(t(measure.words))}
          {figure !== null && <strong className="block text-xl text-ink">{sayFigure(measure, figure)}</strong>}
        </span>
        {timed ? (
          <Button
            big
            aria-pressed={since !== null}
            onClick={() => {
              const at = Date.now();
              if (since !== null) onFigure(figureAfter(measure, at - since));
              onClock(since === null ? at : null);
            }}
          >
            {since === null ? t("▶ Clock") : t("■ Stop at {running} s", { running })}
          </Button>
        ) : (
          <>
            <Button
              big
              aria-label={`${figure === null ? t("None") : "−1"}: ${name}`}
              disabled={figure === 0}
              onClick={() => onFigure(Math.max(0, (figure ?? 1) - 1))}
            >
              {figure === null ? t("None") : "−1"}
            </Button>
            <Button big className="min-w-20 text-xl" aria-label={`+1: ${name}`} onClick={() => onFigure((figure ?? 0) + 1)}>
              +1
            </Button>
          </>
        )}
        {figure !== null && since === null && (
          <Button big aria-label={t("× remove this figure: {name}", { name })} onClick={() => onFigure(null)}>
            ×
          </Button>
        )}
      </div>
      {score !== null && since === null && (
        <p className="flex flex-wrap items-center gap-1 pt-1">
          <span className="text-sm text-dim">{outer(sayTable(measure))}.</span>
          {sides.map((side) => (
            <Button key={side} big onClick={() => onScore(side, score)}>
              {t("Score {score}", { score })}
              {side === "both" ? "" : ` ${SIDE[side]}`}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}
