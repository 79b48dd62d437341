/** The barn's ladder: read as a graph, changed skill by skill, with what the barn's own horses took beside what it says. */

import { useState } from "react";
import type { LadderView } from "#contracts/views.plan.ts";
import { editFaults, editOf, type LadderEdit, ladderWith, trimmed } from "#core/ladder/edits.ts";
import { BRANCHES, SKILL_PLACES, SKILLS, skillOf } from "#core/ladder/skills.ts";
import { useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button, Field, INPUT } from "#ui/kit/parts.tsx";
import { SkillPicks } from "#ui/kit/SkillPicks.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { BRANCH } from "#ui/words/labels.ts";
import { PLACE, skillWords } from "#ui/words/plan.ts";
import { sayLadderFault } from "#ui/words/refusals.ts";
import { LadderGraph } from "./Graph.tsx";

const sayEdit = (edit: LadderEdit | null): string =>
  edit === null
    ? "as shipped"
    : `${edit.used ? "" : "not used; "}after ${edit.after.map(skillWords).join(", ") || "nothing"}; ${edit.to3} and ${edit.to4} sessions; grade ${edit.grade}; ${PLACE[edit.place]}`;

export function LadderScreen({ view }: { view: LadderView }) {
  useAwake();
  const [chosen, setChosen] = useState("trot");
  const {
    edits,
    put: putAll,
    save,
    saved,
    waits,
    panel,
  } = useKeyedEdits<LadderEdit>({
    command: "barn/edit-ladder",
    field: "edits",
    kept: view.edits,
    version: view.version,
    keyOf: ({ skill }) => skill,
    labelOf: skillWords,
    say: sayEdit,
  });
  const ladder = ladderWith(edits);
  const edit = edits.find(({ skill }) => skill === chosen) ?? editOf(skillOf(chosen));
  const typical = view.typical.find(({ skill }) => skill === chosen);
  const faults = editFaults(edits);
  const others = edits.filter(({ skill }) => skill !== chosen);
  const put = (change: Partial<LadderEdit>): void => putAll(trimmed([...others, { ...edit, ...change }]));
  const number = (key: "to3" | "to4" | "halfLife" | "grade", label: string, low: number, high: number, step: number) => (
    <Field id={`ladder-${key}`} label={label}>
      <input
        id={`ladder-${key}`}
        type="number"
        min={low}
        max={high}
        step={step}
        className={INPUT}
        value={edit[key]}
        onChange={(event) => put({ [key]: Math.max(low, Math.min(high, Number(event.target.value) || low)) })}
      />
    </Field>
  );
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0">
        <p className="pb-2 text-dim">
          {plural(ladder.length, "skill")} in use. Square: on the ground; round: ridden; broken line: only the most experienced
          rider. Further right in a lane rests on more of it; choose a skill to see what it waits for elsewhere.
        </p>
        <LadderGraph ladder={ladder} chosen={chosen} onChoose={setChosen} />
      </div>
      <section aria-labelledby="skill-title" className="min-w-0">
        <label className="sign block text-dim">
          Skill
          <select className={INPUT} value={chosen} onChange={(event) => setChosen(event.target.value)}>
            {BRANCHES.map((branch) => (
              <optgroup key={branch} label={BRANCH[branch]}>
                {SKILLS.filter((skill) => skill.branch === branch).map((skill) => (
                  <option key={skill.id} value={skill.id}>
                    {skill.words}
                    {edits.some((one) => one.skill === skill.id) ? " ·" : ""}
                  </option>
                ))}
              </optgroup>
            ))}
          </select>
        </label>
        <h2 id="skill-title" className="pt-2">
          {skillOf(chosen).words}
        </h2>
        <p className="text-sm text-dim">
          {skillOf(chosen).sided ? "scored left and right" : "scored once"} ·{" "}
          {skillOf(chosen).saddle ? "ridden" : "on the ground"}. Name, branch and sides stay, so that past scores keep their
          meaning.
        </p>
        {skillOf(chosen).caution && <p className="text-sm text-oxblood">■ {skillOf(chosen).caution}</p>}
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2 py-2">
          <SkillPicks
            legend="Waits for"
            add="Add what it waits for"
            value={edit.after}
            taken={[...edit.after, chosen]}
            onChange={(after) => put({ after })}
          />
          <div className="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-2">
            {number("to3", "Sessions from 0 to 3", 0.5, 60, 0.5)}
            {number("to4", "Sessions from 3 to 4", 0.5, 60, 0.5)}
            {number("halfLife", "Days until half is lost", 5, 400, 5)}
            {number("grade", "Rider's grade", 1, 5, 1)}
          </div>
          <label className="sign text-dim">
            Worked in
            <select
              className={INPUT}
              value={edit.place}
              onChange={(event) => put({ place: event.target.value as LadderEdit["place"] })}
            >
              {SKILL_PLACES.map((place) => (
                <option key={place} value={place}>
                  {PLACE[place]}
                </option>
              ))}
            </select>
          </label>
          {(
            [
              ["second", "A second person must be there"],
              ["specialist", "Only the most experienced rider"],
              ["used", "Used at this barn"],
            ] as const
          ).map(([key, label]) => (
            <label key={key} className="flex min-h-9 items-center gap-2">
              <input type="checkbox" checked={edit[key]} onChange={(event) => put({ [key]: event.target.checked })} />
              {label}
            </label>
          ))}
        </div>
        {typical && (
          <p className="border-l-4 border-slate bg-slate-soft px-2 py-1 text-sm">
            {typical.horses === 0
              ? `No horse that went home tells yet how long it takes here: plans reckon with ${typical.told}.`
              : `Plans reckon with ${typical.pooled.toFixed(1)}: ${typical.bySide.map(({ side, works, horses }) => `${side === "both" ? "" : `${side} `}${works.toFixed(1)} from ${plural(horses, "horse")}`).join(", ")}, drawn towards ${typical.told}.`}
          </p>
        )}
        {faults.map((fault) => (
          <p
            key={JSON.stringify(fault)}
            role="alert"
            className="my-1 border-l-4 border-oxblood bg-oxblood-soft px-2 py-1 text-oxblood"
          >
            {sayLadderFault(fault)}
          </p>
        ))}
        {panel}
        <div className="flex flex-wrap items-center gap-2 pt-2">
          <Button tone="main" disabled={waits || faults.length > 0} onClick={() => void save()}>
            Save the ladder
          </Button>
          {others.length < edits.length && <Button onClick={() => putAll(others)}>This one as shipped</Button>}
          <span role="status" className={`${BARE_INPUT} border-transparent text-dim`}>
            {saved ? "Saved" : `${plural(edits.length, "skill")} of your own`}
          </span>
        </div>
      </section>
    </div>
  );
}
