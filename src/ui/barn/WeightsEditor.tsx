/** The table by which a sign points to places to look, for the barn to argue with: each weight from 0 (does not point there) to 5. */
import { useState } from "react";
import type { BarnView } from "#contracts/views.barn.ts";
import { MAX_WEIGHT, mergeWeights, SIGN_WEIGHTS, type WeightChange, weightsWith } from "#core/intake/cause-rules.ts";
import { CAUSES, type CauseId, causeOf } from "#core/intake/causes.ts";
import { SIGNS, signOf } from "#core/intake/signs.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

const STEP = 0.1;
const keyOf = ({ sign, cause }: WeightChange): string => `${sign}:${cause}`;
const shipped = (sign: string, cause: CauseId): number => SIGN_WEIGHTS[sign]?.[cause] ?? 0;

export function WeightsEditor({ view }: { view: BarnView }) {
  const [changes, setChanges] = useState<readonly WeightChange[]>(view.weights);
  const [sign, setSign] = useState("girthy");
  const [version, setVersion] = useState(view.version);
  const [base, setBase] = useState<readonly WeightChange[]>(view.weights);
  const [clashes, setClashes] = useState<readonly WeightChange[]>([]);
  const [joined, setJoined] = useState(false);
  const [saved, setSaved] = useState(false);
  const { busy, problem, send } = useCommand();
  const table = weightsWith(changes)[sign] ?? {};
  const weightOf = (cause: CauseId): number => table[cause] ?? 0;
  const put = (cause: CauseId, weight: number): void => {
    setSaved(false);
    const others = changes.filter((one) => one.sign !== sign || one.cause !== cause);
    setChanges(weight === shipped(sign, cause) ? others : [...others, { sign, cause, weight }]);
  };
  const take = (theirs: readonly WeightChange[]): void => {
    const keys = new Set(theirs.map(keyOf));
    const others = changes.filter((one) => !keys.has(keyOf(one)));
    setChanges([...others, ...theirs.filter((one) => one.weight !== shipped(one.sign, one.cause))]);
    setClashes((left) => left.filter((one) => !keys.has(keyOf(one))));
  };
  const save = async (): Promise<void> => {
    const answer = await send<{ version: number }>("barn/edit-weights", { version, weights: changes });
    setSaved(answer.ok);
    if (answer.ok) setVersion(answer.value.version);
    else if (answer.problem.code === "changed-meanwhile") {
      const theirs = answer.problem.current as { version: number; weights: readonly WeightChange[] };
      const merged = mergeWeights(base, changes, theirs.weights);
      setChanges(merged.weights);
      setClashes(merged.clashes);
      setBase(theirs.weights);
      setVersion(theirs.version);
      setJoined(true);
    }
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
                className="sign min-h-9 w-full border border-line bg-paper px-2 text-left aria-[current=true]:border-rail aria-[current=true]:bg-rail aria-[current=true]:text-on-rail"
              >
                {one.words}
                {changes.some((change) => change.sign === one.id) ? " ·" : ""}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-labelledby="weights-title">
        <h2 id="weights-title">{bad.find((one) => one.id === sign)?.words}: where it points</h2>
        <p className="text-dim">
          Strength 2 counts the weight once, 1 two thirds, 3 four thirds; 1 and more in sum is worth a look. A weight of 0 takes a
          place off this sign's list. Past signatures stay as they were.
        </p>
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="sign border-b-2 border-rail">
              <th scope="col">Place to look</th>
              <th scope="col">Weight</th>
              <th scope="col">As shipped</th>
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
          It may also point to
          <select
            className={`${BARE_INPUT} w-auto`}
            value=""
            onChange={(event) => event.target.value && put(event.target.value as CauseId, 1)}
          >
            <option value="">Choose a place…</option>
            {others.map((cause) => (
              <option key={cause.id} value={cause.id}>
                {causeOf(cause.id).words}
              </option>
            ))}
          </select>
        </label>
        {joined && (
          <p role="status" className="mt-2 border-l-4 border-ochre bg-ochre-soft px-3 py-1">
            ▲ Somebody else saved the barn's rules meanwhile. What each of you changed is joined here; read it through, then save.
          </p>
        )}
        {clashes.length > 0 && (
          <Conflict
            rows={clashes.map((theirs) => ({
              key: keyOf(theirs),
              label: `${signOf(theirs.sign).words}: ${causeOf(theirs.cause).words.toLowerCase()}`,
              mine: String(weightsWith(changes)[theirs.sign]?.[theirs.cause] ?? 0),
              theirs: String(theirs.weight),
            }))}
            onTake={(key) => take(clashes.filter((one) => keyOf(one) === key))}
            onKeepMine={() => setClashes([])}
            onTakeTheirs={() => take(clashes)}
          />
        )}
        <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
        <div className="flex flex-wrap items-center gap-3 pt-3">
          <Button tone="main" disabled={busy || clashes.length > 0} onClick={() => void save()}>
            Save the weights
          </Button>
          {changes.length > 0 && <Button onClick={() => setChanges([])}>All as shipped</Button>}
          <span role="status" className="text-dim">
            {saved ? "Saved" : `${plural(changes.length, "weight")} of your own`}
          </span>
        </div>
      </section>
    </div>
  );
}
