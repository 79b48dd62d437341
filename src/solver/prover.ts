/** A process of its own that solves and proves, as the solver blocks whoever calls it: a question in, answers out as they get better. Ended by its parent. */
import type { Assigned, DayProblem } from "#core/day/problem.ts";
import type { WeekProblem } from "#core/week/week.ts";
import { solveDay } from "./day.ts";
import { type FixFound, findFixes, isWeek, solveWeek } from "./week.ts";

export interface ProofAsked {
  readonly what: "day";
  readonly problem: DayProblem;
  readonly from: readonly (readonly [string, Assigned])[];
  readonly quick: number;
  readonly exact: number;
}
export interface ProofTold {
  readonly plan: readonly (readonly [string, Assigned])[];
  readonly cost: number;
  readonly bound: number | null;
  readonly proven: boolean;
  /** Nothing comes after it. */
  readonly done: boolean;
}
export interface WeekAsked {
  readonly what: "week";
  readonly problem: WeekProblem;
  readonly seconds: number;
}
export interface WeekTold {
  /** Null: none that keeps the pinned days was found. */
  readonly plan: {
    /** By horse: its days, and by day the rider proposed. */
    readonly days: readonly (readonly [string, readonly number[]])[];
    readonly rider: readonly (readonly [string, readonly (readonly [number, string])[]])[];
    readonly cost: number;
    readonly bound: number | null;
    readonly proven: boolean;
  } | null;
  /** It is proven that the pinned days cannot be kept. */
  readonly impossible: boolean;
  /** How much of what would help has been tried. */
  readonly tried: number;
  readonly fixes: readonly FixFound[];
  readonly done: boolean;
}
const SEED = 1;

async function day({ problem, from, quick, exact }: ProofAsked): Promise<void> {
  const now = (): number => performance.now();
  const tell = (answer: Omit<ProofTold, "plan"> & { readonly plan: ReadonlyMap<string, Assigned> }): void => {
    process.send?.({ ...answer, plan: [...answer.plan] } satisfies ProofTold);
  };
  const answer = await solveDay(problem, {
    seed: SEED,
    quick,
    exact,
    from: new Map(from),
    now,
    told: (better) => tell({ ...better, done: false }),
  });
  tell({ ...answer, done: true });
}

async function week({ problem, seconds }: WeekAsked): Promise<void> {
  const answer = await solveWeek(problem, seconds);
  const found = isWeek(answer);
  const plan: WeekTold["plan"] = found
    ? {
        days: [...answer.plan.days],
        rider: [...answer.plan.rider].map(([horse, riders]) => [horse, [...riders]] as const),
        cost: answer.cost,
        bound: answer.bound,
        proven: answer.proven,
      }
    : null;
  const impossible = !found && answer.impossible;
  const tell = (tried: number, fixes: readonly FixFound[], done: boolean): void => {
    process.send?.({ plan, impossible, tried, fixes, done } satisfies WeekTold);
  };
  if (!found) return tell(1, [], true);
  tell(0, [], false);
  const fixes = await findFixes(problem, answer.plan, (tried, found) => tell(tried, found, false));
  tell(1, fixes, true);
}

process.on("message", (asked: ProofAsked | WeekAsked) => void (asked.what === "day" ? day(asked) : week(asked)));
process.on("disconnect", () => process.exit(0));
