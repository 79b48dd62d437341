/** The branches of the ladder: called, ordered and added as the barn likes. What a branch is by its nature stays: rules ask for it. */
import { type Branch, NATURES } from "#core/ladder/skill.ts";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import { NATURE } from "#ui/words/plan.ts";
import { freeId } from "./draft.ts";

export function BranchesEditor({
  branches,
  kept,
  put,
}: {
  branches: readonly Branch[];
  kept: readonly string[];
  put(branches: readonly Branch[]): void;
}) {
  const change = (i: number, part: Partial<Branch>): void => put(branches.map((one, j) => (i === j ? { ...one, ...part } : one)));
  const up = (i: number): void => {
    const moving = branches[i];
    if (!moving || i === 0) return;
    const rest = branches.filter((_, j) => j !== i);
    put([...rest.slice(0, i - 1), moving, ...rest.slice(i - 1)]);
  };
  return (
    <details className="pt-3">
      <summary className="sign min-h-9 text-rail">Branches</summary>
      <ol className="grid gap-1">
        {branches.map(({ id, words, nature }, i) => (
          <li key={id} className="flex flex-wrap items-center gap-2">
            <input
              aria-label={`Name of the branch ${words}`}
              className={`${BARE_INPUT} w-56`}
              maxLength={60}
              value={words}
              onChange={(event) => change(i, { words: event.target.value })}
            />
            {kept.includes(id) ? (
              <span className="text-dim">{NATURE[nature]}</span>
            ) : (
              <select
                aria-label={`What ${words} is by its nature`}
                className={`${BARE_INPUT} w-auto`}
                value={nature}
                onChange={(event) => change(i, { nature: event.target.value as Branch["nature"] })}
              >
                {NATURES.map((one) => (
                  <option key={one} value={one}>
                    {NATURE[one]}
                  </option>
                ))}
              </select>
            )}
            <Button disabled={i === 0} aria-label={`${words} further up`} onClick={() => up(i)}>
              ↑
            </Button>
          </li>
        ))}
      </ol>
      <Button
        className="mt-1"
        onClick={() =>
          put([
            ...branches,
            {
              id: freeId(
                "branch",
                branches.map(({ id }) => id),
              ),
              words: "New branch",
              nature: "handling",
            },
          ])
        }
      >
        Add a branch
      </Button>
    </details>
  );
}
