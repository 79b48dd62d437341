/** A process of its own that proves days, as the solver blocks whoever calls it: a question in, answers out as they get better. Ended by its parent. */
import type { Assigned, DayProblem } from "#core/day/problem.ts";
import { solveDay } from "./day.ts";

export interface ProofAsked {
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
const SEED = 1;

process.on("message", ({ problem, from, quick, exact }: ProofAsked) => {
  const now = (): number => performance.now();
  const tell = (answer: Omit<ProofTold, "plan"> & { readonly plan: ReadonlyMap<string, Assigned> }): void => {
    process.send?.({ ...answer, plan: [...answer.plan] } satisfies ProofTold);
  };
  void solveDay(problem, {
    seed: SEED,
    quick,
    exact,
    from: new Map(from),
    now,
    told: (answer) => tell({ ...answer, done: false }),
  }).then((answer) => tell({ ...answer, done: true }));
});
process.on("disconnect", () => process.exit(0));
