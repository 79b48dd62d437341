/** The walk of an evaluation as the barn wants it: rungs reworded, moved, left out, added; each save is a new version. */

import { useState } from "react";
import type { BarnWalkView } from "#contracts/views.barn.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { type Instrument, mergeRungs, RUNGS, rungWords, type WalkStep } from "#core/intake/instrument.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { plural } from "#ui/words/figures.ts";
import { RungEditor } from "./RungEditor.tsx";

/** A name that no rung of the walk has: own-1, own-2… */
function freeId(rungs: readonly WalkStep[]): string {
  const taken = new Set([...rungs, ...RUNGS].map((rung) => rung.id));
  let n = 1;
  while (taken.has(`own-${n}`)) n += 1;
  return `own-${n}`;
}

const said = (rungs: readonly WalkStep[], id: string): string => {
  const rung = rungs.find((one) => one.id === id);
  return rung ? `${rung.words}: ${rung.prompt} ${rung.stopWhen ?? ""} ${rung.caution ?? ""}`.trim() : "left out";
};

export function WalkEditor({ view, who }: { view: BarnWalkView; who: string }) {
  useAwake();
  const draft = useDraft<readonly WalkStep[]>(`instrument:${who}:${view.version}`, view.rungs);
  const { value: rungs, set } = draft;
  const [open, setOpen] = useState<string | null>(null);
  const { busy, problem, send } = useCommand();
  /** What mine builds on: the page's version, or one that somebody saved meanwhile and mine was joined with. */
  const [base, setBase] = useState<Instrument>(view);
  const [clash, setClash] = useState<{ readonly theirs: Instrument; readonly ids: readonly string[] } | null>(null);
  const changed = JSON.stringify(rungs) !== JSON.stringify(base.rungs);
  const left = RUNGS.filter((rung) => !rungs.some((one) => one.id === rung.id));
  const put = (at: number, rung: WalkStep | null): void =>
    set(rungs.flatMap((one, i) => (i === at ? (rung ? [rung] : []) : [one])));
  const move = (at: number, by: number): void => {
    const [moving] = rungs.slice(at, at + 1);
    if (!moving) return;
    const rest = rungs.filter((_, i) => i !== at);
    set([...rest.slice(0, at + by), moving, ...rest.slice(at + by)]);
  };
  const add = (rung: WalkStep): void => {
    set([...rungs, rung]);
    setOpen(rung.id);
  };
  const take = (id: string): void => {
    const rung = clash?.theirs.rungs.find((one) => one.id === id);
    set((now) => now.flatMap((one) => (one.id === id ? (rung ? [rung] : []) : [one])));
    setClash((now) => now && { ...now, ids: now.ids.filter((one) => one !== id) });
  };
  const save = async (): Promise<void> => {
    const answer = await send("intake/edit-instrument", { version: base.version, rungs });
    if (answer.ok) {
      draft.drop();
      location.reload();
    } else if (answer.problem.code === "changed-meanwhile") {
      const theirs = answer.problem.current as Instrument;
      const merged = mergeRungs(base.rungs, rungs, theirs.rungs);
      set(merged.rungs);
      setBase(theirs);
      setClash({ theirs, ids: merged.clashes });
    }
  };
  return (
    <div className="grid gap-4">
      <p>
        Version {view.version}
        {view.made[0] ? `, made ${sayDateWithYear(view.made[0].day)} by ${view.made[0].by}` : ", standard"}. Intake, mid-term and
        exit evaluations use the same steps. A change makes a new version for new evaluations; those already started keep their
        version.
      </p>
      <ol className="grid gap-1">
        {rungs.map((rung, i) => (
          <li key={rung.id} className="border-b border-line py-1">
            <div className="flex flex-wrap items-center gap-2">
              <strong>
                {i + 1}. {rung.words || "(no name yet)"}
              </strong>
              <span className="text-dim">
                {plural(rung.skills.length, "skill")}, {plural(rung.signs.length, "sign")}
              </span>
              <span className="ml-auto flex gap-1">
                <Button disabled={i === 0} aria-label={`${rung.words}: earlier`} onClick={() => move(i, -1)}>
                  ↑
                </Button>
                <Button disabled={i === rungs.length - 1} aria-label={`${rung.words}: later`} onClick={() => move(i, 1)}>
                  ↓
                </Button>
                <Button
                  aria-expanded={open === rung.id}
                  aria-label={`Change ${rung.words}`}
                  onClick={() => setOpen(open === rung.id ? null : rung.id)}
                >
                  Change
                </Button>
                <Button tone="stop" aria-label={`Leave out ${rung.words}`} onClick={() => put(i, null)}>
                  Leave out
                </Button>
              </span>
            </div>
            {open === rung.id && <RungEditor rung={rung} rungs={rungs} onChange={(next) => put(i, next)} />}
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            add({ id: freeId(rungs), words: "New step", prompt: "", skills: [], signs: [], stopWhen: null, caution: null })
          }
        >
          Add a step
        </Button>
        {left.map((rung) => (
          <Button
            key={rung.id}
            onClick={() =>
              add({ ...rung, skills: rung.skills.filter((skill) => !rungs.some((one) => one.skills.includes(skill))) })
            }
          >
            Add back “{rung.words}”
          </Button>
        ))}
      </div>
      {clash && (
        <p role="status" className="border-l-4 border-ochre bg-ochre-soft px-3 py-1">
          ▲ Somebody else saved version {clash.theirs.version} in the meantime. Both sets of changes are combined here. Read them,
          then save.
        </p>
      )}
      {clash && clash.ids.length > 0 && (
        <Conflict
          rows={clash.ids.map((id) => ({
            key: id,
            label: rungWords(rungs, id),
            mine: said(rungs, id),
            theirs: said(clash.theirs.rungs, id),
          }))}
          onTake={take}
          onKeepMine={() => setClash({ ...clash, ids: [] })}
          onTakeTheirs={() => {
            for (const id of clash.ids) take(id);
            setClash({ ...clash, ids: [] });
          }}
        />
      )}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex flex-wrap items-center gap-3">
        <Button tone="main" disabled={busy || !changed || (clash?.ids.length ?? 0) > 0} onClick={() => void save()}>
          Save as version {base.version + 1}
        </Button>
        {changed && <Button onClick={() => set(base.rungs)}>Undo all changes</Button>}
        <span role="status" className="text-dim">
          {changed ? "Not saved yet. Kept on this device." : ""}
        </span>
      </div>
    </div>
  );
}
