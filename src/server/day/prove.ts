/** Asks a process beside the server how good a day is: one question at a time, its answers as they come, and an end when nobody listens any more. */
import { type ChildProcess, fork } from "node:child_process";
import { join } from "node:path";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { type Laid, placementsOf, problemOf } from "#core/day/from-barn.ts";
import { fallen } from "#core/day/stands.ts";
import { verify } from "#core/day/verify.ts";
import type { CardId } from "#core/kernel/brand.ts";
import type { ProofAsked, ProofTold } from "#solver/prover.ts";
import type { Deps } from "../container.ts";
import { readDay } from "./read-day.ts";

export interface Proof {
  /** Of the sheet as it stands, and of the best day found. */
  readonly stands: number;
  readonly best: number;
  /** No day can cost less; null: not known yet. */
  readonly bound: number | null;
  readonly proven: boolean;
  readonly done: boolean;
  /** Where a better day than the sheet was found. */
  readonly cards: readonly Laid[] | null;
}
const QUICK = 1500;
const EXACT = 20_000;

let child: ChildProcess | null = null;
let queue: Promise<void> = Promise.resolve();
function prover(): ChildProcess {
  if (child?.connected) return child;
  // It runs from its source, as the command line does: the solver's WebAssembly stands beside it in node_modules.
  child = fork(join(process.cwd(), "src/solver/prover.ts"), { execArgv: ["--import", "tsx"], serialization: "advanced" });
  child.unref();
  child.channel?.unref();
  return child;
}

/** Yields each better answer; ends with the last, or when `signal` says so: then the process is ended, as a solver cannot be told to stop. */
async function* ask(asked: ProofAsked, signal: AbortSignal): AsyncGenerator<ProofTold> {
  const before = queue;
  let release = (): void => {};
  queue = new Promise((resolve) => {
    release = resolve;
  });
  await before;
  const one = prover();
  const told: ProofTold[] = [];
  let wake = (): void => {};
  let ended = signal.aborted;
  const hear = (answer: ProofTold): void => {
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
    if (!ended) one.send(asked);
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
    if (ended) one.kill();
    release();
  }
}

/** How far the day's sheet is from the best, told as it is found out. */
export async function* proveDay(deps: Deps, day: LocalDate, signal: AbortSignal): AsyncGenerator<Proof> {
  const view = await readDay(deps, day);
  const { problem, stands: written } = problemOf(view);
  // What should not stand any more is no plan to be measured by.
  const down = fallen(view);
  const stands = new Map([...written].filter(([card]) => !down.has(card as CardId)));
  const cost = verify(problem, stands).cost;
  for await (const { plan, cost: best, bound, proven, done } of ask(
    { problem, from: [...stands], quick: QUICK, exact: EXACT },
    signal,
  )) {
    const cards = best < cost ? placementsOf(problem, new Map(plan), written) : null;
    yield { stands: cost, best: Math.min(best, cost), bound, proven, done, cards };
  }
}
