/** The walk of an evaluation: one rung at a time with the next in reach, and at the end what comes out of it. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import { MEASURING_RUNG, MIND_RUNG, rungToGoOnWith, TOUCHING_RUNG } from "#core/intake/instrument.ts";
import { openTracks, readWalk } from "#core/intake/outcome.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { TakeMedia } from "#ui/media/TakeMedia.tsx";
import { sayComplaint } from "#ui/words/complaint.ts";
import { slotWords } from "#ui/words/intake.ts";
import { EVALUATION } from "#ui/words/labels-desk.ts";
import { TapMap } from "./BodyMap.tsx";
import { Measures } from "./Measures.tsx";
import { MindReading } from "./Mind.tsx";
import { Outcome } from "./Outcome.tsx";
import { Rung } from "./Rung.tsx";
import { useWalk } from "./use-walk.ts";

const STATE = { saved: "Saved", saving: "Saving…", kept: "Kept on this device" } as const;
export function Walk({ view, who }: { view: WalkView; who: string }) {
  useAwake();
  const { id, stay, horse, kind, about, rungs } = view;
  const state = useWalk(id, who, view.initial);
  const { walk, command } = state;
  const [at, setAt] = useState(() => rungToGoOnWith(rungs, view.initial.walk));
  const rung = rungs[at];
  const outcome = readWalk({ ...about, ...walk }, here(), view.heard);
  const stoppedAt = rungs.findIndex((one) => one.id === walk.stoppedAt);
  const go = (next: number): void => {
    setAt(next);
    document.querySelector("#walk-title")?.scrollIntoView();
  };
  const close = async (): Promise<void> => {
    if (await state.close()) location.assign(`/horse/${stay}/evaluation/${id}`);
  };
  return (
    <div>
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <h2 id="walk-title">
          {EVALUATION[kind]} evaluation of {horse}
        </h2>
        <span role="status" className={state.state === "kept" ? "text-ochre" : "text-dim"}>
          {STATE[state.state]}
        </span>
        <Button className="ml-auto" disabled={!state.canUndo} onClick={state.undo}>
          Undo the last tap
        </Button>
      </div>
      <ol className="flex flex-wrap gap-1 pb-3">
        {[...rungs.map((one) => one.words), "Outcome"].map((words, i) => {
          const one = rungs[i];
          const open = one ? openTracks(walk.marks, one, here()) : 0;
          const mark =
            one && one.skills.length > 0
              ? open === 0
                ? "✓"
                : one.skills.some((skill) => walk.marks.some((given) => given.skill === skill))
                  ? "…"
                  : ""
              : "";
          return (
            <li key={words}>
              <button
                type="button"
                aria-current={i === at ? "step" : undefined}
                onClick={() => go(i)}
                className="sign min-h-11 border border-line bg-paper px-2 aria-[current=step]:border-rail aria-[current=step]:bg-rail aria-[current=step]:text-on-rail"
              >
                {i + 1} {words} {stoppedAt === i ? "■" : mark}
              </button>
            </li>
          );
        })}
      </ol>
      <Trouble problem={command.problem?.code === "changed-meanwhile" ? null : command.problem} />
      {state.clashes.length > 0 && (
        <Conflict
          rows={state.clashes.map((clash) => ({
            key: JSON.stringify(clash.slot),
            label: slotWords(clash.slot, rungs),
            mine: String(clash.mine ?? "not seen"),
            theirs: String(clash.theirs ?? "not seen"),
          }))}
          onTake={(key) => {
            const clash = state.clashes.find((one) => JSON.stringify(one.slot) === key);
            if (clash) state.takeTheirs(clash);
          }}
          onKeepMine={state.keepMine}
          onTakeTheirs={() => {
            for (const clash of state.clashes) state.takeTheirs(clash);
          }}
        />
      )}
      {rung ? (
        <section aria-labelledby="rung-title" className="border-t-4 border-double border-rail pt-3">
          <h1 id="rung-title">
            {at + 1}. {rung.words}
          </h1>
          {view.complaint && (
            <p>
              <span className="sign text-dim">Main problem</span> {sayComplaint(view.complaint)}
            </p>
          )}
          {stoppedAt >= 0 && at > stoppedAt && (
            <p className="text-oxblood">■ The evaluation stopped at step {stoppedAt + 1}. Later steps were not done.</p>
          )}
          <Rung key={rung.id} rung={rung} goals={view.goals} anchors={view.anchors} state={state}>
            {rung.id === MEASURING_RUNG && (
              <Measures
                state={state}
                context={{
                  horseClass: about.horseClass,
                  bookedCm: view.bookedCm,
                  lastKg: view.earlier?.kilograms ?? null,
                }}
              />
            )}
            {rung.id === TOUCHING_RUNG && (
              <TapMap
                touches={walk.touches}
                earlier={view.earlier?.touches ?? []}
                onPut={(zone, side, by, strength) => state.put({ kind: "touch", zone, side, by }, strength)}
              />
            )}
            {rung.id === MIND_RUNG && <MindReading id={id} state={state} />}
          </Rung>
          <details className="pt-3">
            <summary className="sign min-h-11 cursor-pointer text-slate">Photo or clip</summary>
            <TakeMedia key={rung.id} me={who} stay={stay} horse={horse} day={view.day} evaluation={id} skills={rung.skills} />
          </details>
        </section>
      ) : (
        <section aria-labelledby="rung-title" className="border-t-4 border-double border-rail pt-3">
          <h1 id="rung-title">Outcome</h1>
          <p className="pb-3 text-dim">Read it through before you close it. A closed evaluation cannot be changed.</p>
          <Outcome outcome={outcome} risk={outcome.risk} riskSet={false} hard={outcome.hard.side} apart={[]} />
          <Button
            tone="main"
            big
            className="mt-4"
            disabled={command.busy || state.clashes.length > 0}
            onClick={() => void close()}
          >
            Close the evaluation
          </Button>
        </section>
      )}
      <div className="sticky bottom-0 mt-4 flex justify-between gap-3 border-t border-line bg-chalk py-2">
        <Button big disabled={at === 0} onClick={() => go(at - 1)}>
          ← {rungs[at - 1]?.words ?? "Back"}
        </Button>
        {rung && (
          <Button big tone="main" onClick={() => go(walk.stoppedAt === rung.id ? rungs.length : at + 1)}>
            {walk.stoppedAt === rung.id ? "Outcome" : (rungs[at + 1]?.words ?? "Outcome")} →
          </Button>
        )}
      </div>
    </div>
  );
}
