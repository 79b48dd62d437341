/** The process beside the server that solves: one question at a time, its answers as they come, and an end when nobody listens any more. */
import type { ChildProcess } from "node:child_process";
import type { ProofAsked, WeekAsked } from "#solver/prover.ts";
import { forkBeside } from "../beside.ts";

let child: ChildProcess | null = null;
let queue: Promise<void> = Promise.resolve();
function prover(): ChildProcess {
  if (child?.connected) return child;
  child = forkBeside("src/solver/prover.ts", { serialization: "advanced" });
  return child;
}
/** It is still connected for a moment after it was ended: nobody may be handed it then. */
function endProver(one: ChildProcess): void {
  if (child === one) child = null;
  one.kill();
}

/** Yields each better answer; ends with the last, or when `signal` says so: then the process is ended, as a solver cannot be told to stop. */
export async function* askProver<T extends { readonly done: boolean }>(
  asked: ProofAsked | WeekAsked,
  signal: AbortSignal,
): AsyncGenerator<T> {
  const before = queue;
  let release = (): void => {};
  queue = new Promise((resolve) => {
    release = resolve;
  });
  await before;
  const one = prover();
  const told: T[] = [];
  let wake = (): void => {};
  let ended = signal.aborted;
  const hear = (answer: T): void => {
    told.push(answer);
    wake();
  };
  const stop = (): void => {
    ended = true;
    wake();
  };
  one.on("message", hear);
  one.once("exit", stop);
  signal.addEventListener("abort", stop);
  try {
    if (!ended) one.send(asked, (error) => error && stop());
    while (!ended) {
      const next = told.shift();
      if (next) {
        yield next;
        if (next.done) return;
      } else
        await new Promise<void>((resolve) => {
          wake = resolve;
        });
    }
  } finally {
    one.off("message", hear);
    one.off("exit", stop);
    signal.removeEventListener("abort", stop);
    if (ended) endProver(one);
    release();
  }
}
