import { useCallback, useRef, useState } from "react";
import type { ProblemBody } from "#ui/words/problem.ts";
import { type Asked, ask, newKey } from "./ask.ts";

export interface CommandState {
  readonly busy: boolean;
  readonly problem: ProblemBody | null;
  clear(): void;
  /** Sends; a repeat after no answer carries the same key as long as the input is the same. */
  send<T>(route: string, input: unknown): Promise<Asked<T>>;
}

export function useCommand(): CommandState {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const last = useRef<{ sent: string; key: string } | null>(null);
  const clear = useCallback(() => setProblem(null), []);
  const send = useCallback(async <T>(route: string, input: unknown): Promise<Asked<T>> => {
    const sent = route + JSON.stringify(input);
    if (last.current?.sent !== sent) last.current = { sent, key: newKey() };
    setBusy(true);
    const answer = await ask<T>(route, input, last.current.key);
    setBusy(false);
    setProblem(answer.ok ? null : answer.problem);
    // Only silence leaves it open whether the write was done; after any answer the next one is a new intent.
    if (answer.ok || answer.status !== 0) last.current = null;
    return answer;
  }, []);
  return { busy, problem, clear, send };
}
