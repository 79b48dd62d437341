/** The table by which a sign points to places to look, for the barn to argue with: each weight from 0 (does not point there) to 5. */

import { useState } from "react";
import type { BarnView } from "#contracts/views.barn.ts";
import { MAX_WEIGHT, SIGN_WEIGHTS, type WeightChange, weightsWith } from "#core/intake/cause-rules.ts";
import { CAUSES, type CauseId, causeOf } from "#core/intake/causes.ts";
import { SIGNS, signOf } from "#core/intake/signs.ts";
import { useKeyedEdits } from "#ui/kit/keyed-edits.tsx";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";

const STEP = 0.1;
const keyOf = ({ sign, cause }: WeightChange): string => `${sign}:${cause}`;
const shipped = (sign: string, cause: CauseId): number => SIGN_WEIGHTS[sign]?.[cause] ?? 0;

export function WeightsEditor({ view }: { view: BarnView }) {
  useAwake();
  const [sign, setSign] = useState("girthy");
  const {
    edits,
    put: putAll,
    save,
    saved,
    waits,
    panel,
  } = useKeyedEdits<WeightChange>({
    command: "barn/edit-weights",
    bodyOf: (weights) => ({ weights }),
    listOf: ({ weights }) => weights as WeightChange[],
    kept: view.weights,
    version: view.version,
    keyOf,
    labelOf: (key) => {
      const [of = "", cause = ""] = key.split(":");
      return `${signOf(of).words}: ${causeOf(cause as CauseId).words.toLowerCase()}`;
    },
    say: (one) => (one === null ? "standard" : String(one.weight)),
  });
  const table = weightsWith(edits)[sign] ?? {};
  const weightOf = (cause: CauseId): number => table[cause] ?? 0;
  const put = (cause: CauseId, weight: number): void => {
    const others = edits.filter((one) => one.sign !== sign || one.cause !== cause);
    putAll(weight === shipped(sign, cause) ? others : [...others, { sign, cause, weight }]);
  };
  const bad = SIGNS.filter((one) => !one.good);
  const pointing = CAUSES.filter((cause) => weightOf(cause.id) > 0 || shipped(sign, cause.id) > 0);
  const others = CAUSES.filter((cause) => !pointing.includes(cause));
  return (
    <div className="grid gap-4 lg:grid-cols-[16rem_1fr]">
      <nav aria-label="Signs">
        <ul className="flex flex-wrap gap-1 lg:grid">
          {bad.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                aria-current={one.id === sign ? "true" : undefined}
                onClick={() => setSign(one.id)}
                className="sign min-h-9 w-full border border-edge bg-paper px-2 text-left aria-[current=true]:border-rail aria-[current=true]:bg-rail aria-[current=true]:text-on-rail"
              >
                {one.words}
                {edits.some((change) => change.sign === one.id) ? " ·" : ""}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-labelledby="weights-title">
        <h2 id="weights-title">{bad.find((one) => one.id === sign)?.words}: possible causes</h2>
        <p className="text-dim">
          How strongly this sign suggests each cause. 0 removes the cause. Stronger signs count more. Signed evaluations do not
          change.
        </p>
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              <th scope="col">Possible cause</th>
              <th scope="col">Weight</th>
              <th scope="col">Standard</th>
            </tr>
          </thead>
          <tbody>
            {pointing.map((cause) => (
              <tr key={cause.id} className="h-10 border-b border-line">
                <th scope="row" className="font-normal">
                  {cause.words}
                </th>
                <td>
                  <input
                    type="number"
                    min={0}
                    max={MAX_WEIGHT}
                    step={STEP}
                    aria-label={`Weight of ${cause.words}`}
                    className={`${BARE_INPUT} w-24`}
                    value={weightOf(cause.id)}
                    onChange={(event) => put(cause.id, Math.max(0, Math.min(MAX_WEIGHT, Number(event.target.value) || 0)))}
                  />
                </td>
                <td className="text-dim">{shipped(sign, cause.id)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <label className="sign flex flex-wrap items-center gap-2 pt-2">
          Add another cause
          <select
            className={`${BARE_INPUT} w-auto`}
            value=""
            onChange={(event) => event.target.value && put(event.target.value as CauseId, 1)}
          >
            <option value="">Choose a cause…</option>
            {others.map((cause) => (
              <option key={cause.id} value={cause.id}>
                {causeOf(cause.id).words}
              </option>
            ))}
          </select>
        </label>
        {panel}
        <div className="flex flex-wrap items-center gap-3 pt-3">
          <Button tone="main" disabled={waits} onClick={() => void save()}>
            Save the weights
          </Button>
          {edits.length > 0 && <Button onClick={() => putAll([])}>Restore all standard values</Button>}
          <span role="status" className="text-dim">
            {saved ? "Saved" : `${plural(edits.length, "weight")} changed here`}
          </span>
        </div>
      </section>
    </div>
  );
}
