import { useState } from "react";
import type { ProblemBody } from "#ui/words/problem.ts";
import { type NewEntry, type Submitted, submit } from "./outbox.ts";

/** Sends by way of the outbox, with what a form shows of it: that it is on its way, and why it was refused. */
export function useSubmit(): {
  readonly busy: boolean;
  readonly problem: ProblemBody | null;
  send<T>(entry: NewEntry): Promise<Submitted<T>>;
} {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<ProblemBody | null>(null);
  const send = async <T>(entry: NewEntry): Promise<Submitted<T>> => {
    setBusy(true);
    const sent = await submit<T>(entry);
    setBusy(false);
    setProblem(sent.state === "refused" ? sent.problem : null);
    return sent;
  };
  return { busy, problem, send };
}
