/** The state of a walk: kept on the device at every tap, saved to the server shortly after, merged with what somebody else saved. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { WalkFields } from "#contracts/intake.ts";
import { type Clash, mergeWalks, type Slot, withField } from "#core/intake/merge.ts";
import { type CommandState, useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";

const SAVE_AFTER = 900;
const TRY_AGAIN_AFTER = 3000;

export interface WalkState {
  readonly walk: WalkFields;
  readonly clashes: readonly Clash[];
  readonly state: "saved" | "kept" | "saving";
  readonly command: CommandState;
  readonly canUndo: boolean;
  put(slot: Slot, value: string | number | null): void;
  undo(): void;
  /** Settles a clash for theirs. */
  takeTheirs(clash: Clash): void;
  /** Settles all that is left for mine. */
  keepMine(): void;
  close(): Promise<boolean>;
}

interface Draft {
  readonly version: number;
  readonly walk: WalkFields;
  /** True while something here is not on the server yet. */
  readonly dirty: boolean;
}

export function useWalk(id: string, who: string, initial: { version: number; walk: WalkFields }): WalkState {
  const { value: draft, set, drop } = useDraft<Draft>(`walk:${who}:${id}`, { ...initial, dirty: false });
  const [clashes, setClashes] = useState<readonly Clash[]>([]);
  const history = useRef<WalkFields[]>([]);
  const command = useCommand();
  const { send } = command;
  const sending = useRef(false);

  const meet = useCallback(
    (current: { version: number; walk: WalkFields }) => {
      set((mine) => {
        const { merged, clashes: found } = mergeWalks(mine.walk, current.walk);
        setClashes(found);
        return { version: current.version, walk: merged, dirty: true };
      });
    },
    [set],
  );

  const save = useCallback(
    async (now: Draft): Promise<void> => {
      if (sending.current) return;
      sending.current = true;
      const answer = await send<{ version: number }>("intake/save", { id, version: now.version, walk: now.walk });
      sending.current = false;
      if (answer.ok) set((after) => ({ ...after, version: answer.value.version, dirty: after.walk !== now.walk }));
      else if (answer.problem.code === "changed-meanwhile") meet(answer.problem.current as { version: number; walk: WalkFields });
      // No answer: what was kept is sent again until there is one.
      else if (answer.status === 0 || answer.status === 503) setTimeout(() => set((kept) => ({ ...kept })), TRY_AGAIN_AFTER);
    },
    [id, send, set, meet],
  );

  useEffect(() => {
    if (!draft.dirty || clashes.length > 0) return;
    const timer = setTimeout(() => void save(draft), SAVE_AFTER);
    return () => clearTimeout(timer);
  }, [draft, clashes, save]);
  // Signal that comes back sends what was kept.
  useEffect(() => {
    const again = () => set((now) => ({ ...now }));
    window.addEventListener("online", again);
    return () => window.removeEventListener("online", again);
  }, [set]);

  const put = (slot: Slot, value: string | number | null): void => {
    history.current.push(draft.walk);
    set((now) => ({ ...now, walk: withField(now.walk, slot, value), dirty: true }));
  };
  const undo = (): void => {
    const before = history.current.pop();
    if (before) set((now) => ({ ...now, walk: before, dirty: true }));
  };
  const takeTheirs = (clash: Clash): void => {
    set((now) => ({ ...now, walk: withField(now.walk, clash.slot, clash.theirs), dirty: true }));
    setClashes((left) => left.filter((one) => one !== clash));
  };
  const close = async (): Promise<boolean> => {
    const answer = await send("intake/close", { id, version: draft.version, walk: draft.walk });
    if (answer.ok) drop();
    else if (answer.problem.code === "changed-meanwhile") meet(answer.problem.current as { version: number; walk: WalkFields });
    return answer.ok;
  };
  return {
    walk: draft.walk,
    clashes,
    state: command.busy ? "saving" : draft.dirty ? "kept" : "saved",
    command,
    canUndo: history.current.length > 0,
    put,
    undo,
    takeTheirs,
    keepMine: () => setClashes([]),
    close,
  };
}
