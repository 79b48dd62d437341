import { BRANCHES, SKILLS, skillOf } from "#core/ladder/skills.ts";
import { BRANCH } from "#ui/words/labels.ts";
import { BARE_INPUT, Button } from "./parts.tsx";

/** Some skills of the ladder: those chosen, each to be taken off, and a list of the others. */
export function SkillPicks({
  legend,
  add,
  value,
  taken = value,
  onChange,
}: {
  legend: string;
  /** The name of the list that adds one. */
  add: string;
  value: readonly string[];
  /** Not offered any more; those chosen, unless others are taken too. */
  taken?: readonly string[];
  onChange(next: string[]): void;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className="sign text-dim">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {value.map((id) => {
          const words = `${skillOf(id).words}${skillOf(id).sided ? ", left and right" : ""} ×`;
          return (
            <Button key={id} aria-label={`${words}, take off`} onClick={() => onChange(value.filter((other) => other !== id))}>
              {words}
            </Button>
          );
        })}
        <select
          aria-label={add}
          className={`${BARE_INPUT} w-auto max-w-full`}
          value=""
          onChange={(event) => event.target.value && onChange([...value, event.target.value])}
        >
          <option value="">Add a skill…</option>
          {BRANCHES.map((branch) => (
            <optgroup key={branch} label={BRANCH[branch]}>
              {SKILLS.filter((skill) => skill.branch === branch && !taken.includes(skill.id)).map((skill) => (
                <option key={skill.id} value={skill.id}>
                  {skill.words}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
      </div>
    </fieldset>
  );
}
