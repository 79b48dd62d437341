/** One skill of the ladder, to be changed. What would give its past scores another meaning makes a new one of it. */
import type { SkillRecord } from "#contracts/ladder.ts";
import { CAUSES } from "#core/intake/causes.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { BEARS, type Branch, SKILL_CUES, SKILL_GAITS, SKILL_PLACES } from "#core/ladder/skill.ts";
import { TAG_IDS, TAGS } from "#core/ladder/tags.ts";
import { Button, Field, INPUT } from "#ui/kit/parts.tsx";
import { SkillPicks } from "#ui/kit/SkillPicks.tsx";
import { CUE, GAIT } from "#ui/words/labels.ts";
import { BEARS_WORDS, PLACE } from "#ui/words/plan.ts";
import { MeasureEditor } from "./MeasureEditor.tsx";

interface Editing {
  readonly skill: SkillRecord;
  /** As the server has it; null: it is new, and anything of it may be changed. */
  readonly kept: SkillRecord | null;
  readonly branches: readonly Branch[];
  readonly skills: readonly SkillRecord[];
  put(change: Partial<SkillRecord>): void;
  replace(change: Partial<SkillRecord>): void;
  move(by: -1 | 1): void;
}

const FLAGS = [
  ["second", "Needs a second person"],
  ["specialist", "Only the most experienced rider"],
  ["everyday", "Asked of every horse"],
  ["used", "Used at this barn"],
] as const;
const lines = (text: string): string[] =>
  text
    .split(",")
    .map((one) => one.trim())
    .filter((one) => one !== "");

export function SkillEditor({ skill, kept, branches, skills, put, replace, move }: Editing) {
  const ladder = { branches, skills: skills.filter(({ used }) => used) };
  const number = (key: "to3" | "to4" | "halfLife" | "grade", label: string, low: number, high: number, step: number) => (
    <Field id={`ladder-${key}`} label={label}>
      <input
        id={`ladder-${key}`}
        type="number"
        min={low}
        max={high}
        step={step}
        className={INPUT}
        value={skill[key]}
        onChange={(event) => put({ [key]: Math.max(low, Math.min(high, Number(event.target.value) || low)) })}
      />
    </Field>
  );
  const list = <T extends string>(
    legend: string,
    add: string,
    value: readonly T[],
    all: readonly (readonly [T, string])[],
    onChange: (next: T[]) => void,
  ) => (
    <fieldset className="min-w-0">
      <legend className="sign text-dim">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {value.map((one) => {
          const words = all.find(([id]) => id === one)?.[1] ?? one;
          return (
            <Button
              key={one}
              className="max-w-full whitespace-normal! text-left"
              aria-label={`${words}, take off`}
              onClick={() => onChange(value.filter((other) => other !== one))}
            >
              {words} ×
            </Button>
          );
        })}
        <select
          aria-label={add}
          className={`${INPUT} max-w-full`}
          value=""
          onChange={(event) => event.target.value && onChange([...value, event.target.value as T])}
        >
          <option value="">{add}…</option>
          {all
            .filter(([id]) => !value.includes(id))
            .map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
        </select>
      </div>
    </fieldset>
  );
  /** Sides and what it bears: of a kept skill they make another one. */
  const meaning = (change: Pick<SkillRecord, "sided"> | Pick<SkillRecord, "bears">): void =>
    kept ? replace(change) : put(change);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2 py-2">
      <Field id="ladder-words" label="Name">
        <input
          id="ladder-words"
          className={INPUT}
          maxLength={80}
          value={skill.words}
          onChange={(event) => put({ words: event.target.value })}
        />
      </Field>
      <label className="sign text-dim">
        Branch
        <select className={INPUT} value={skill.branch} onChange={(event) => put({ branch: event.target.value })}>
          {branches.map(({ id, words }) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <div className="flex gap-1">
        <Button onClick={() => move(-1)}>Earlier in its branch</Button>
        <Button onClick={() => move(1)}>Later</Button>
      </div>
      <SkillPicks
        legend="Needs first"
        add="Add a skill it needs"
        value={skill.after}
        taken={[...skill.after, skill.id]}
        ladder={ladder}
        onChange={(after) => put({ after })}
      />
      <SkillPicks
        legend="Includes (whoever does this also does these)"
        add="Add an included skill"
        value={skill.contains}
        taken={[...skill.contains, skill.id]}
        ladder={ladder}
        onChange={(contains) => put({ contains })}
      />
      <div className="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-2">
        <label className="sign text-dim">
          Scored
          <select
            className={INPUT}
            value={skill.sided ? "sides" : "once"}
            onChange={(event) => meaning({ sided: event.target.value === "sides" })}
          >
            <option value="once">once</option>
            <option value="sides">left and right</option>
          </select>
        </label>
        <label className="sign text-dim">
          On the horse's back
          <select
            className={INPUT}
            value={skill.bears}
            onChange={(event) => meaning({ bears: event.target.value as SkillRecord["bears"] })}
          >
            {BEARS.map((one) => (
              <option key={one} value={one}>
                {BEARS_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        {number("to3", "Sessions from 0 to 3", 1, 60, 0.5)}
        {number("to4", "Sessions from 3 to 4", 1, 60, 0.5)}
        {number("halfLife", "Days off until half is lost", 7, 365, 1)}
        {number("grade", "Rider's grade", 1, 5, 1)}
        <label className="sign text-dim">
          Worked in
          <select
            className={INPUT}
            value={skill.place}
            onChange={(event) => put({ place: event.target.value as SkillRecord["place"] })}
          >
            {SKILL_PLACES.map((place) => (
              <option key={place} value={place}>
                {PLACE[place]}
              </option>
            ))}
          </select>
        </label>
        <label className="sign text-dim">
          Shows the gait
          <select
            className={INPUT}
            value={skill.gait ?? ""}
            onChange={(event) => put({ gait: (event.target.value || null) as SkillRecord["gait"] })}
          >
            <option value="">none</option>
            {SKILL_GAITS.map((gait) => (
              <option key={gait} value={gait}>
                {GAIT[gait]}
              </option>
            ))}
          </select>
        </label>
      </div>
      {FLAGS.map(([key, label]) => (
        <label key={key} className="flex min-h-9 items-center gap-2">
          <input type="checkbox" checked={skill[key]} onChange={(event) => put({ [key]: event.target.checked })} />
          {label}
        </label>
      ))}
      <Field id="ladder-caution" label="Caution, said each time">
        <input
          id="ladder-caution"
          className={INPUT}
          maxLength={200}
          value={skill.caution}
          onChange={(event) => put({ caution: event.target.value })}
        />
      </Field>
      <details>
        <summary className="sign min-h-9 text-rail">Rules for this skill</summary>
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2 py-1">
          {list(
            "Rules",
            "Add a rule",
            skill.tags,
            TAG_IDS.map((tag) => [tag, TAGS[tag]] as const),
            (tags) => put({ tags }),
          )}
          {list(
            "Voice cues",
            "Add a cue",
            skill.cues,
            SKILL_CUES.map((cue) => [cue, CUE[cue]] as const),
            (cues) => put({ cues }),
          )}
          {list(
            "Leave alone while a check is open for",
            "Add a sign",
            skill.signs,
            SIGNS.filter(({ good }) => !good).map(({ id, words }) => [id, words] as const),
            (signs) => put({ signs }),
          )}
          {list(
            "Not allowed after this was found",
            "Add a finding",
            skill.causes,
            CAUSES.filter(({ body }) => body).map(({ id, words }) => [id, words] as const),
            (causes) => put({ causes }),
          )}
          <Field id={`ladder-aims-${skill.id}`} label="Words an owner may use for it, separated by commas (* for any ending)">
            <input
              key={skill.id}
              id={`ladder-aims-${skill.id}`}
              className={INPUT}
              defaultValue={skill.aims.join(", ")}
              onBlur={(event) => put({ aims: lines(event.target.value) })}
            />
          </Field>
        </div>
      </details>
      <MeasureEditor measure={skill.measure} put={(measure) => put({ measure })} />
    </div>
  );
}
