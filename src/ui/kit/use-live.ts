/** A view that keeps itself current: asked for anew after each write in the barn. An answer that was asked for earlier never replaces a later one. */
import { useCallback, useEffect, useRef, useState } from "react";
import { useWrites } from "./use-writes.ts";

export interface Live<T> {
  readonly view: T;
  /** When the server last answered, in milliseconds; null: it was not asked yet. */
  readonly answeredAt: number | null;
  refresh(): Promise<void>;
}
/** `busy`: a write of this screen is on its way; whoever sent it refreshes once it is answered. */
export function useLive<T>(initial: T, address: string, busy = false): Live<T> {
  const [view, setView] = useState(initial);
  const [answeredAt, setAnsweredAt] = useState<number | null>(null);
  const asked = useRef(0);
  const shown = useRef(0);
  const refresh = useCallback(async (): Promise<void> => {
    asked.current += 1;
    const turn = asked.current;
    // Without an answer the view stays as it was last seen; the next write asks again.
    const answer = await fetch(address).catch(() => null);
    if (!answer?.ok) return;
    const next = (await answer.json()) as T;
    if (turn < shown.current) return;
    shown.current = turn;
    setAnsweredAt(Date.now());
    setView(next);
  }, [address]);
  const waits = useRef(busy);
  useEffect(() => {
    waits.current = busy;
  }, [busy]);
  /** Of many writes in a row one is asked for at a time: what comes meanwhile is asked for once, afterwards. */
  const asking = useRef({ now: false, again: false });
  useWrites(
    useCallback(() => {
      const turn = asking.current;
      turn.again = true;
      if (turn.now || waits.current) return;
      turn.now = true;
      const ask = async (): Promise<void> => {
        while (turn.again) {
          turn.again = false;
          await refresh();
        }
        turn.now = false;
      };
      void ask();
    }, [refresh]),
  );
  return { view, answeredAt, refresh };
}
