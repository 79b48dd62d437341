import { here } from "#contracts/ladder.here.ts";
import type { Branch, Skill } from "#core/ladder/skill.ts";
import { BARE_INPUT, Button } from "./parts.tsx";

/** Some skills of the ladder: those chosen, each to be taken off, and a list of the others. */
export function SkillPicks({
  legend,
  add,
  value,
  taken = value,
  ladder = here(),
  onChange,
}: {
  legend: string;
  /** The name of the list that adds one. */
  add: string;
  value: readonly string[];
  /** Not offered any more; those chosen, unless others are taken too. */
  taken?: readonly string[];
  /** The barn's, or one that is being changed. */
  ladder?: {
    readonly branches: readonly Pick<Branch, "id" | "words">[];
    readonly skills: readonly Pick<Skill, "id" | "words" | "branch" | "sided">[];
  };
  onChange(next: string[]): void;
}) {
  return (
    <fieldset className="min-w-0">
      <legend className="sign text-dim">{legend}</legend>
      <div className="flex flex-wrap gap-1">
        {value.map((id) => {
          const skill = ladder.skills.find((one) => one.id === id) ?? here().find(id);
          const words = `${skill?.words ?? id}${skill?.sided ? ", left and right" : ""} ×`;
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
          {ladder.branches.map(({ id: branch, words }) => (
            <optgroup key={branch} label={words}>
              {ladder.skills
                .filter((skill) => skill.branch === branch && !taken.includes(skill.id))
                .map((skill) => (
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
