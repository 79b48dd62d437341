/** The walk of an evaluation: one rung at a time with the next in reach, and at the end what comes out of it. */

import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import { MEASURING_RUNG, MIND_RUNG, rungToGoOnWith } from "#core/intake/instrument.ts";
import { readWalk } from "#core/intake/outcome.ts";
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
import { StopHere } from "./StopHere.tsx";
import { useWalk } from "./use-walk.ts";
import { pagesOf, Steps, titleOf, type WalkPage } from "./WalkSteps.tsx";

const STATE = { saved: "Saved", saving: "Saving…", kept: "Kept on this device" } as const;
export function Walk({ view, who }: { view: WalkView; who: string }) {
  useAwake();
  const { id, stay, horse, kind, about, rungs } = view;
  const state = useWalk(id, who, view.initial);
  const { walk, command } = state;
  const pages = pagesOf(rungs);
  const [at, setAt] = useState(() => {
    const rung = rungs[rungToGoOnWith(rungs, view.initial.walk)];
    return rung ? pages.findIndex((page) => page.rung === rung) : pages.length;
  });
  const page = pages[at];
  const rung = page?.rung;
  const outcome = readWalk({ ...about, ...walk }, here(), view.heard);
  const stoppedAt = pages.findIndex((one) => one.rung.id === walk.stoppedAt);
  const go = (next: number): void => {
    setAt(next);
    document.querySelector("#walk-title")?.scrollIntoView();
  };
  const close = async (): Promise<void> => {
    if (await state.close()) location.assign(`/horse/${stay}/evaluation/${id}`);
  };
  return (
    <div>
      <div className="flex min-h-12 flex-wrap items-center gap-x-3 pb-1">
        <h2 id="walk-title" className="flex flex-wrap items-center gap-x-2">
          <a href={`/horse/${stay}`} className="inline-flex min-h-12 items-center">
            ‹ {horse}
          </a>
          <span className="font-normal">{EVALUATION[kind].toLowerCase()} evaluation</span>
        </h2>
        <span role="status" className={state.state === "kept" ? "text-ochre" : "text-dim"}>
          {STATE[state.state]}
        </span>
        <Button className="ml-auto" disabled={!state.canUndo} onClick={state.undo}>
          Undo the last tap
        </Button>
      </div>
      <Steps view={view} pages={pages} at={at} walk={walk} onGo={go} />
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
      {page && rung ? (
        <section aria-labelledby="rung-title" className="border-t-4 border-double border-rail pt-3">
          <h1 id="rung-title">
            {rungs.indexOf(rung) + 1}
            {page.part === "map" ? "b" : ""}. {titleOf(page)}
          </h1>
          {view.complaint && (
            <p>
              <span className="sign text-dim">Main problem</span> {sayComplaint(view.complaint)}
            </p>
          )}
          {stoppedAt >= 0 && at > stoppedAt && (
            <p className="text-oxblood">
              ■ The evaluation stopped at “{rungs.find((one) => one.id === walk.stoppedAt)?.words}”. Later steps were not done.
            </p>
          )}
          {page.part === "map" ? (
            <TapMap
              touches={walk.touches}
              earlier={view.earlier?.touches ?? []}
              onPut={(zone, side, by, strength) => state.put({ kind: "touch", zone, side, by }, strength)}
            />
          ) : (
            <Rung
              key={rung.id}
              rung={rung}
              goals={view.goals}
              anchors={view.anchors}
              before={view.earlier?.marks ?? []}
              state={state}
            >
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
              {rung.id === MIND_RUNG && <MindReading id={id} state={state} />}
            </Rung>
          )}
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
      <div className="sticky bottom-0 mt-4 flex flex-wrap items-center justify-between gap-3 border-t border-line bg-chalk py-2">
        <Button big disabled={at === 0} onClick={() => go(at - 1)}>
          ‹ {pages[at - 1] ? titleOf(pages[at - 1] as WalkPage) : "Back"}
        </Button>
        {page && rung && (
          <>
            <StopHere key={rung.id} rung={rung} walk={walk} put={state.put} onStopped={() => go(pages.length)} />
            <Button big tone="main" onClick={() => go(walk.stoppedAt === rung.id ? pages.length : at + 1)}>
              {walk.stoppedAt === rung.id || !pages[at + 1] ? "Outcome" : titleOf(pages[at + 1] as WalkPage)} ›
            </Button>
          </>
        )}
      </div>
    </div>
  );
}
