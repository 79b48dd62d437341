/** The walk of an evaluation: one rung at a time with the next in reach, and at the end what comes out of it. */
import { useState } from "react";
import type { WalkFields } from "#contracts/intake.ts";
import { RUNGS } from "#core/intake/instrument.ts";
import type { Clash } from "#core/intake/merge.ts";
import { type EvaluationKind, openTracks, readWalk, type WalkedHorse } from "#core/intake/outcome.ts";
import { signOf } from "#core/intake/signs.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { EVALUATION } from "#ui/words/labels.ts";
import { Measures, MindReading } from "./Measures.tsx";
import { Outcome } from "./Outcome.tsx";
import { Rung } from "./Rung.tsx";
import { useWalk } from "./use-walk.ts";

export interface WalkProps {
  readonly id: string;
  readonly who: string;
  readonly stay: string;
  readonly horse: string;
  readonly kind: EvaluationKind;
  readonly about: WalkedHorse;
  readonly initial: { version: number; walk: WalkFields };
}

const STATE = { saved: "Saved", saving: "Saving…", kept: "Kept on this device" } as const;
const MEASURE_WORDS = {
  girthCm: "Heart girth",
  lengthCm: "Body length",
  withersCm: "Withers",
  croupCm: "Croup",
  scaleKg: "Scale",
  condition: "Condition",
  fitness: "Fitness",
} as const;
const PLAIN_WORDS = {
  tries: "Tries",
  settleMinutes: "Minutes to settle",
  stoppedAt: "Stopped at",
  stopReason: "Why stopped",
  saddleReason: "Why ridden",
} as const;

function slotWords({ slot }: Clash): string {
  if (slot.kind === "mark") return `${skillOf(slot.skill).words}${slot.side === "both" ? "" : `, ${slot.side}`}`;
  if (slot.kind === "sign") return `${signOf(slot.sign).words}${slot.side === "both" ? "" : `, ${slot.side}`}`;
  if (slot.kind === "measure") return MEASURE_WORDS[slot.name];
  if (slot.kind === "words") return `Words at ${RUNGS.find((rung) => rung.id === slot.rung)?.words ?? slot.rung}`;
  return PLAIN_WORDS[slot.name];
}

export function Walk({ id, who, stay, horse, kind, about, initial }: WalkProps) {
  const state = useWalk(id, who, initial);
  const { walk, command } = state;
  const [at, setAt] = useState(0);
  const rung = RUNGS[at];
  const outcome = readWalk({
    ...about,
    marks: walk.marks,
    signs: walk.signs,
    measures: walk.measures,
    stoppedAt: walk.stoppedAt,
    settleMinutes: walk.settleMinutes,
  });
  const stoppedAt = RUNGS.findIndex((one) => one.id === walk.stoppedAt);
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
        {[...RUNGS.map((one) => one.words), "What comes out"].map((words, i) => {
          const one = RUNGS[i];
          const open = one ? openTracks(walk.marks, one.id) : 0;
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
            label: slotWords(clash),
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
          {stoppedAt >= 0 && at > stoppedAt && (
            <p className="text-oxblood">■ The walk stopped at rung {stoppedAt + 1}. What follows was not looked at.</p>
          )}
          <Rung key={rung.id} rung={rung} state={state} />
          {rung.id === "measure" && <Measures state={state} horseClass={about.horseClass} />}
          {rung.id === "mind" && <MindReading state={state} />}
        </section>
      ) : (
        <section aria-labelledby="rung-title" className="border-t-4 border-double border-rail pt-3">
          <h1 id="rung-title">What comes out</h1>
          <p className="pb-3 text-dim">Read it as a whole before you close it; a closed evaluation stays as it is.</p>
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
          ← {RUNGS[at - 1]?.words ?? "Back"}
        </Button>
        {rung && (
          <Button big tone="main" onClick={() => go(walk.stoppedAt === rung.id ? RUNGS.length : at + 1)}>
            {walk.stoppedAt === rung.id ? "What comes out" : (RUNGS[at + 1]?.words ?? "What comes out")} →
          </Button>
        )}
      </div>
    </div>
  );
}
