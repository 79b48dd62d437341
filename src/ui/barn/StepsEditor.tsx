/** What each big step asks for, for the barn to change: a skill and the level it must have on both sides. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import {
  ASKED_LEVELS,
  levelsAsked,
  mayAskFor,
  type RequiredLevel,
  restOf,
  STEPS,
  type Step,
  type StepChange,
} from "#core/permission/steps.ts";
import { useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { STEP_WORDS } from "#ui/words/because.ts";
import { outer, plural } from "#ui/words/figures.ts";
import { skillWords } from "#ui/words/skills.ts";
import { STEP_NEED } from "#ui/words/steps.ts";

const keyOf = ({ step, skill }: StepChange): string => `${step}:${skill}`;
const say = (level: number): string => (level === 0 ? "taken off" : `at ${level}`);

export function StepsEditor({ view }: { view: BarnView }) {
  useAwake();
  const [step, setStep] = useState<Step>("stirrup-weight");
  const {
    edits,
    put: putAll,
    save,
    saved,
    waits,
    panel,
  } = useKeyedEdits<StepChange>({
    command: "barn/edit-steps",
    bodyOf: (steps) => ({ steps }),
    listOf: ({ steps }) => steps as StepChange[],
    kept: view.steps,
    version: view.version,
    keyOf,
    labelOf: (key) => {
      const [of = "", skill = ""] = key.split(":");
      return `${outer(STEP_WORDS[of as Step])}: ${skillWords(skill)}`;
    },
    say: (one) => (one === null ? "standard" : say(one.at)),
  });
  const { skills } = here();
  const shipped = levelsAsked(step, [], skills);
  const asked = levelsAsked(step, edits, skills);
  const put = (skill: string, at: StepChange["at"]): void => {
    const others = edits.filter((one) => one.step !== step || one.skill !== skill);
    const as = shipped.find((one) => one.skill === skill)?.at ?? 0;
    putAll(at === as ? others : [...others, { step, skill, at }]);
  };
  const rows: readonly RequiredLevel[] = [
    ...asked,
    ...shipped.filter(({ skill }) => !asked.some((one) => one.skill === skill)).map((one) => ({ ...one, at: 0 as const })),
  ];
  return (
    <div className="grid gap-4 lg:grid-cols-[16rem_1fr]">
      <nav aria-label="Big steps">
        <ul className="flex flex-wrap gap-1 lg:grid">
          {STEPS.map((one) => (
            <li key={one}>
              <button
                type="button"
                aria-current={one === step ? "true" : undefined}
                onClick={() => setStep(one)}
                className="sign min-h-9 w-full border border-edge bg-paper px-2 text-left aria-[current=true]:border-rail aria-[current=true]:bg-rail aria-[current=true]:text-on-rail"
              >
                {outer(STEP_WORDS[one])}
                {edits.some((change) => change.step === one) ? " ·" : ""}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-labelledby="steps-title">
        <h2 id="steps-title">{outer(STEP_WORDS[step])}: what must come first</h2>
        <p className="max-w-prose text-dim">
          Required of every horse that has not done this here. Today, card, gate and plan use this list. Age, weight, checks and
          the signed evaluation still apply, whatever this list says.
        </p>
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              <th scope="col">Skill</th>
              <th scope="col">Level</th>
              <th scope="col">Standard</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ skill, at, oneSide }) => (
              <tr key={skill} className="h-10 border-b border-line">
                <th scope="row" className="font-normal">
                  {skillWords(skill)}
                  {oneSide ? <span className="text-dim"> (on the side worked)</span> : ""}
                </th>
                <td>
                  <select
                    aria-label={`Level of ${skillWords(skill)}`}
                    className={`${BARE_INPUT} w-auto`}
                    value={at}
                    onChange={(event) => put(skill, Number(event.target.value) as StepChange["at"])}
                  >
                    <option value={0}>not required</option>
                    {ASKED_LEVELS.map((level) => (
                      <option key={level} value={level}>
                        {level}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="text-dim">
                  {say(shipped.find((one) => one.skill === skill)?.at ?? 0).replace("taken off", "not required")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <label className="sign flex flex-wrap items-center gap-2 pt-2">
          Add a requirement
          <select
            className={`${BARE_INPUT} w-auto`}
            value=""
            onChange={(event) => event.target.value && put(event.target.value, 3)}
          >
            <option value="">Choose a skill…</option>
            {skills
              .filter(({ id }) => mayAskFor(step, id, skills) && !rows.some(({ skill }) => skill === id))
              .map(({ id }) => (
                <option key={id} value={id}>
                  {skillWords(id)}
                </option>
              ))}
          </select>
        </label>
        {restOf(step).length > 0 && (
          <p className="pt-3">
            Always required:{" "}
            {restOf(step)
              .map((code) => STEP_NEED[code])
              .join("; ")}
            .
          </p>
        )}
        {panel}
        <div className="flex flex-wrap items-center gap-3 pt-4">
          <Button tone="main" disabled={waits} onClick={() => void save()}>
            Save the lists
          </Button>
          {edits.length > 0 && <Button onClick={() => putAll([])}>Restore all standard values</Button>}
          <span role="status" className="text-dim">
            {saved ? "Saved" : `${plural(edits.length, "change")} changed here`}
          </span>
        </div>
      </section>
    </div>
  );
}
