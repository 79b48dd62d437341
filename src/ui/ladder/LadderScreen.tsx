/** The barn's ladder: read as a graph, changed skill by skill, with what the barn's own horses took beside what it says; handed on and taken in as a file. */

import { useState } from "react";
import { decode } from "#contracts/decode.ts";
import { LadderFile, type PageFields, type SkillRecord } from "#contracts/ladder.ts";
import type { LadderView } from "#contracts/views.plan.ts";
import { ladderEditFaults } from "#core/ladder/faults.ts";
import { ladderFrom } from "#core/ladder/ladder.ts";
import type { Branch } from "#core/ladder/skill.ts";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button, INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { listed, plural } from "#ui/words/figures.ts";
import { BEARS_WORDS, PLACE } from "#ui/words/plan.ts";
import { sayLadderFault } from "#ui/words/refusals.ts";
import { skillWords } from "#ui/words/skills.ts";
import { BranchesEditor } from "./BranchesEditor.tsx";
import { branchesIn, importedOver, inPlaceOf, keyOf, newSkill, type Part, partsOf, skillsIn } from "./draft.ts";
import { LadderGraph } from "./Graph.tsx";
import { SkillEditor } from "./SkillEditor.tsx";

function sayPart(part: Part | null): string {
  if (!part) return "not there";
  if (part.branch) return part.branch.words;
  const { words, used, after, to3, to4, grade, place, bears, specialist, second } = part.skill;
  return [
    `${words}${used ? "" : ", not used"}`,
    `after ${listed(after.map(skillWords)) || "nothing"}`,
    `${to3} and ${to4} sessions, grade ${grade}, ${PLACE[place]}, ${BEARS_WORDS[bears]}`,
    ...(second ? ["second person"] : []),
    ...(specialist ? ["specialist"] : []),
  ].join("; ");
}
const FIRST_SHOWN = "trot";

export function LadderScreen({ view: carried }: { view: Carried<LadderView> }) {
  useAwake();
  const view = unpack(carried);
  const kept = partsOf(view.branches, view.skills);
  const [pages, setPages] = useState<readonly { readonly skill: string; readonly page: PageFields }[]>([]);
  const [replacePages, setReplacePages] = useState(false);
  const [trouble, setTrouble] = useState("");
  const { edits, put, save, saved, waits, panel } = useKeyedEdits<Part>({
    command: "ladder/save",
    bodyOf: (parts) => ({ branches: branchesIn(parts), skills: skillsIn(parts), pages, replacePages }),
    listOf: (current) => partsOf(current["branches"] as Branch[], current["skills"] as SkillRecord[]),
    kept,
    version: view.version,
    keyOf,
    labelOf: (key) => skillWords(key.replace(/^(skill|branch) /, "")),
    say: sayPart,
  });
  const branches = branchesIn(edits);
  const skills = skillsIn(edits);
  const [chosenId, choose] = useState(FIRST_SHOWN);
  const chosen = skills.find(({ id }) => id === chosenId) ?? skills[0];
  const was = new Map(view.skills.map((skill) => [skill.id, skill]));
  const isChanged = (skill: SkillRecord): boolean => JSON.stringify(was.get(skill.id)) !== JSON.stringify(skill);
  const changed = skills.filter(isChanged);
  const faults = ladderEditFaults({ branches, skills });
  // While it is changed a skill may stand in a branch that is gone: it is drawn once it has one again.
  const lanes = new Set(branches.map(({ id }) => id));
  const ladder = ladderFrom({ branches, skills: skills.filter(({ branch }) => lanes.has(branch)) });
  const typical = view.typical.find(({ skill }) => skill === chosen?.id);
  const putSkills = (next: readonly SkillRecord[]): void => put(partsOf(branches, next));
  const move = (by: -1 | 1): void => {
    if (!chosen) return;
    const lane = skills.filter(({ branch }) => branch === chosen.branch);
    const other = lane[lane.indexOf(chosen) + by];
    if (other) putSkills(skills.map((one) => (one === chosen ? other : one === other ? chosen : one)));
  };
  const add = (): void => {
    const skill = newSkill(chosen?.branch ?? branches[0]?.id ?? "", skills);
    putSkills([...skills, skill]);
    choose(skill.id);
  };
  const replace = (change: Partial<SkillRecord>): void => {
    if (!chosen) return;
    const next = inPlaceOf(skills, chosen, change);
    putSkills(next);
    choose(next.find(({ id }) => !skills.some((one) => one.id === id))?.id ?? chosen.id);
  };
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const decoded = decode(LadderFile, JSON.parse(await file.text()));
      if (!decoded.ok) return setTrouble(`${decoded.error[0]?.path}: ${decoded.error[0]?.message}`);
      const taken = importedOver(edits, decoded.value);
      put(taken.parts);
      setPages(taken.pages);
      setTrouble("");
    } catch {
      setTrouble("This is not a ladder file. Choose one that another barn exported here.");
    }
  };
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0">
        <p className="pb-2 text-dim">
          {plural(ladder.skills.length, "skill")} in use. Square: on the ground. Round: ridden. Broken line: most experienced
          rider only. Skills further right need more. Choose a skill to see what it needs first.
        </p>
        <LadderGraph branches={branches} ladder={ladder.skills} chosen={chosen?.id ?? ""} onChoose={choose} />
        <BranchesEditor branches={branches} kept={view.branches.map(({ id }) => id)} put={(next) => put(partsOf(next, skills))} />
        <details className="pt-2">
          <summary className="sign min-h-9 text-rail">Another barn's ladder</summary>
          <p className="py-1">
            <a className="text-rail underline" href="/api/ladder-file" download>
              Export this ladder as a file
            </a>
          </p>
          <label className="sign block text-dim">
            Import a file. Its skills replace these. Nothing changes until you save.
            <input
              type="file"
              accept="application/json,.json"
              className={INPUT}
              onChange={(event) => void take(event.target.files?.[0])}
            />
          </label>
          {trouble && (
            <p role="alert" className="text-oxblood">
              ■ {trouble}
            </p>
          )}
          {pages.length > 0 && (
            <>
              <p>{plural(pages.length, "page")} of skills come with it.</p>
              <label className="flex min-h-9 items-center gap-2">
                <input type="checkbox" checked={replacePages} onChange={(event) => setReplacePages(event.target.checked)} />
                They replace the pages this barn has written
              </label>
            </>
          )}
        </details>
      </div>
      <section aria-labelledby="skill-title" className="min-w-0">
        <label className="sign block text-dim">
          Skill
          <select className={INPUT} value={chosen?.id ?? ""} onChange={(event) => choose(event.target.value)}>
            {branches.map(({ id: branch, words }) => (
              <optgroup key={branch} label={words}>
                {skills
                  .filter((skill) => skill.branch === branch)
                  .map((skill) => (
                    <option key={skill.id} value={skill.id}>
                      {skill.words}
                      {skill.used ? "" : " (not used)"}
                      {isChanged(skill) ? " ·" : ""}
                    </option>
                  ))}
              </optgroup>
            ))}
          </select>
        </label>
        <div className="flex flex-wrap items-baseline gap-3 pt-2">
          <h2 id="skill-title">{chosen?.words}</h2>
          {chosen && was.has(chosen.id) && (
            <a className="text-rail underline" href={`/skill/${chosen.id}`}>
              Its page
            </a>
          )}
        </div>
        <div className="flex flex-wrap items-center gap-2 py-2">
          <Button tone="main" disabled={waits || faults.length > 0} onClick={() => void save()}>
            Save the ladder
          </Button>
          <Button onClick={add}>Add a skill</Button>
          {chosen && isChanged(chosen) && (
            <Button
              onClick={() => putSkills(skills.flatMap((one) => (one.id === chosen.id ? (was.get(chosen.id) ?? []) : [one])))}
            >
              Undo my changes to this skill
            </Button>
          )}
          <span role="status" className={`${BARE_INPUT} border-transparent text-dim`}>
            {saved ? "Saved" : changed.length > 0 ? `${plural(changed.length, "skill")} changed` : ""}
          </span>
        </div>
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
        <p className="text-sm text-dim">
          Changing the sides of a scored skill, or whether it is ridden, makes a new skill. Past scores stay with the old one.
        </p>
        {chosen && (
          <SkillEditor
            skill={chosen}
            kept={was.get(chosen.id) ?? null}
            branches={branches}
            skills={skills}
            put={(change) => putSkills(skills.map((one) => (one.id === chosen.id ? { ...one, ...change } : one)))}
            replace={replace}
            move={move}
          />
        )}
        {typical && (
          <p className="border-l-4 border-slate bg-slate-soft px-2 py-1 text-sm">
            {typical.horses === 0
              ? `No finished horses yet, so plans use the standard: ${typical.told} sessions.`
              : `Plans use ${typical.pooled.toFixed(1)} sessions: ${typical.bySide.map(({ side, works, horses }) => `${side === "both" ? "" : `${side} `}${works.toFixed(1)} from ${plural(horses, "horse")}`).join(", ")}, averaged with the standard of ${typical.told}.`}
          </p>
        )}
      </section>
    </div>
  );
}
