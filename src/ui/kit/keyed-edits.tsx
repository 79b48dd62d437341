/** A list of the barn's own changes that several managers may edit at once: what each changed is joined, what both changed is asked about. */
import { type ReactNode, useState } from "react";
import { type Merged, mergeKeyed } from "#core/kernel/merge-keyed.ts";
import { Conflict } from "./Conflict.tsx";
import { Trouble } from "./parts.tsx";
import { useCommand } from "./use-command.ts";

interface Asked<T> {
  /** The command that saves it, and how the list is carried there and back. */
  readonly command: string;
  bodyOf(edits: readonly T[]): Readonly<Record<string, unknown>>;
  listOf(current: Readonly<Record<string, unknown>>): readonly T[];
  readonly kept: readonly T[];
  readonly version: number;
  readonly keyOf: (one: T) => string;
  readonly labelOf: (key: string) => string;
  readonly say: (one: T | null) => string;
}
export interface KeyedEdits<T> {
  readonly edits: readonly T[];
  readonly put: (edits: readonly T[]) => void;
  readonly save: () => Promise<void>;
  readonly saved: boolean;
  /** True while somebody must choose first, or the server is asked. */
  readonly waits: boolean;
  /** What came of saving, where there is something to say or to choose. */
  readonly panel: ReactNode;
}

export function useKeyedEdits<T>({
  command,
  bodyOf,
  listOf,
  kept,
  version: first,
  keyOf,
  labelOf,
  say,
}: Asked<T>): KeyedEdits<T> {
  const [edits, setEdits] = useState(kept);
  const [base, setBase] = useState(kept);
  const [version, setVersion] = useState(first);
  const [clashes, setClashes] = useState<Merged<T>["clashes"] | null>(null);
  const [saved, setSaved] = useState(false);
  const { busy, problem, send } = useCommand();
  const take = (keys: readonly string[]): void => {
    const theirs = (clashes ?? []).filter(({ key }) => keys.includes(key)).flatMap((one) => (one.theirs ? [one.theirs] : []));
    setEdits((all) => [...all.filter((one) => !keys.includes(keyOf(one))), ...theirs]);
    setClashes((all) => (all ?? []).filter(({ key }) => !keys.includes(key)));
  };
  const save = async (): Promise<void> => {
    const answer = await send<{ version: number }>(command, { version, ...bodyOf(edits) });
    setSaved(answer.ok);
    if (answer.ok) {
      setVersion(answer.value.version);
      setBase(edits);
      setClashes(null);
    } else if (answer.problem.code === "changed-meanwhile") {
      const theirs = answer.problem.current as Record<string, unknown>;
      const list = listOf(theirs);
      const merged = mergeKeyed(keyOf, base, edits, list);
      setEdits(merged.joined);
      setClashes(merged.clashes);
      setBase(list);
      setVersion(theirs.version as number);
    }
  };
  return {
    edits,
    put: (all) => {
      setSaved(false);
      setEdits(all);
    },
    save,
    saved,
    waits: busy || (clashes?.length ?? 0) > 0,
    panel: (
      <>
        {clashes !== null && (
          <p role="status" className="mt-2 border-l-4 border-ochre bg-ochre-soft px-3 py-1">
            ▲ Somebody else saved the barn's rules in the meantime. Both sets of changes are combined here. Read them, then save.
          </p>
        )}
        {clashes !== null && clashes.length > 0 && (
          <Conflict
            rows={clashes.map(({ key, mine, theirs }) => ({ key, label: labelOf(key), mine: say(mine), theirs: say(theirs) }))}
            onTake={(key) => take([key])}
            onKeepMine={() => setClashes([])}
            onTakeTheirs={() => take(clashes.map(({ key }) => key))}
          />
        )}
        <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      </>
    ),
  };
}
