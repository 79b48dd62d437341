/** The trainability reading: one small new thing taught, tries counted with a tap, the minutes to come down measured by a clock. */
import { useEffect, useState } from "react";
import { learnerOf, mindMinutes, nerveOf } from "#core/intake/mind.ts";
import { Button, Stepper } from "#ui/kit/parts.tsx";
import { minutesAsClock } from "#ui/words/figures.ts";
import { LEARNER, NERVE } from "#ui/words/intake.ts";
import type { WalkState } from "./use-walk.ts";

/** A clock that goes on over a reload: its start is kept on the device, not its reading. */
function useClock(key: string) {
  const [started, setStarted] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    const kept = Number(localStorage.getItem(key));
    if (kept > 0) setStarted(kept);
  }, [key]);
  useEffect(() => {
    if (started === null) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [started]);
  const start = (): void => {
    localStorage.setItem(key, String(Date.now()));
    setStarted(Date.now());
  };
  const stop = (): number => {
    localStorage.removeItem(key);
    const ran = started === null ? 0 : Date.now() - started;
    setStarted(null);
    return ran;
  };
  return { running: started !== null, milliseconds: started === null ? 0 : Math.max(0, now - started), start, stop };
}

export function MindReading({ id, state }: { id: string; state: WalkState }) {
  const { walk, put } = state;
  const clock = useClock(`settle:${id}`);
  const [learner, nerve] = [learnerOf(walk.tries), nerveOf(walk.settleMinutes)];
  return (
    <section aria-labelledby="mind-test" className="pt-3">
      <h3 id="mind-test">The small test</h3>
      <div className="grid gap-4 sm:grid-cols-2">
        <div>
          <Button big tone="main" className="w-full" onClick={() => put({ kind: "plain", name: "tries" }, (walk.tries ?? 0) + 1)}>
            One more try
          </Button>
          <p className="text-sm text-dim">Tap once for each try until the horse offers it without help.</p>
          <Stepper
            id="tries"
            label="Tries needed"
            unit="tries"
            step={1}
            min={0}
            max={100}
            value={walk.tries}
            onChange={(tries) => put({ kind: "plain", name: "tries" }, tries)}
          />
        </div>
        <div>
          {clock.running ? (
            <Button
              big
              tone="stop"
              className="w-full"
              onClick={() => put({ kind: "plain", name: "settleMinutes" }, Math.min(240, mindMinutes(clock.stop())))}
            >
              Settled <span role="timer">{minutesAsClock(Math.floor(clock.milliseconds / 1000))}</span>
            </Button>
          ) : (
            <Button big className="w-full" onClick={clock.start}>
              Fright: start the clock
            </Button>
          )}
          <p className="text-sm text-dim">
            From the fright until the head drops and the horse breathes out. The clock keeps running if you reload.
          </p>
          <Stepper
            id="settle"
            label="To settle"
            unit="minutes"
            step={1}
            min={0}
            max={240}
            value={walk.settleMinutes}
            onChange={(minutes) => put({ kind: "plain", name: "settleMinutes" }, minutes)}
          />
        </div>
      </div>
      {(learner || nerve) && (
        <p role="status" className="pt-2">
          Reads as {[learner && LEARNER[learner], nerve && NERVE[nerve]].filter(Boolean).join(", ")}.
        </p>
      )}
    </section>
  );
}
