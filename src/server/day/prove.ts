/** How good a day is, found out beside the server. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import { placementsOf, problemOf } from "#core/day/from-barn.ts";
import type { ScheduledCard } from "#core/day/second.ts";
import { fallen } from "#core/day/stands.ts";
import { verify } from "#core/day/verify.ts";
import type { CardId } from "#core/kernel/brand.ts";
import type { ProofTold } from "#solver/prover.ts";
import type { Deps } from "../container.ts";
import { askProver } from "./prover.ts";
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
  readonly cards: readonly ScheduledCard[] | null;
}
const QUICK = 1500;
/** Milliseconds that the server gives a proof; a weak machine may be told to give less. */
const EXACT = Number(process.env["FURLONG_PROOF_MS"] ?? 20_000);

/** How far the day's sheet is from the best, told as it is found out. */
export async function* proveDay(deps: Deps, day: LocalDate, signal: AbortSignal): AsyncGenerator<Proof> {
  const view = await readDay(deps, day);
  const barnProblem = problemOf(view);
  const { problem, stands: written } = barnProblem;
  // What should not stand any more is no plan to be measured by.
  const down = fallen(view);
  const stands = new Map([...written].filter(([card]) => !down.has(card as CardId)));
  const cost = verify(problem, stands).cost;
  for await (const { plan, cost: best, bound, proven, done } of askProver<ProofTold>(
    { what: "day", problem, from: [...stands], quick: QUICK, exact: EXACT },
    signal,
  )) {
    const cards = best < cost ? placementsOf(barnProblem, new Map(plan)) : null;
    yield { stands: cost, best: Math.min(best, cost), bound, proven, done, cards };
  }
}
