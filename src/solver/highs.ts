/** The one door to HiGHS (package `highs`, WebAssembly): a programme in, an answer out. It blocks its thread, so it runs in a worker or a command. */
import loadHighs, { type Highs } from "highs";
import type { Milp } from "#core/day/milp.ts";

let loading: Promise<Highs> | null = null;
const runtime = (): Promise<Highs> => {
  loading ??= loadHighs();
  return loading;
};

export interface Solved {
  /** Proven best. */
  readonly optimal: boolean;
  /** Nothing satisfies the rows. */
  readonly infeasible: boolean;
  /** Null where the time ended before anything was found. */
  readonly values: Float64Array | null;
  readonly cost: number;
  /** No solution can cost less. */
  readonly bound: number;
  /** Of a relaxed programme: what one more of each column would cost. */
  readonly reduced: Float64Array | null;
}
export interface SolveAsked {
  readonly seconds: number;
  /** Whole numbers let be: the linear relaxation. */
  readonly relaxed?: boolean;
  readonly start?: Float64Array | null;
  /** Called now and then with the bound so far; true stops. */
  readonly progress?: (bound: number, best: number) => boolean;
}
/** Costs are whole: a gap below one is none. */
const WHOLE_GAP = 0.99;

export async function solveMilp(milp: Milp, { seconds, relaxed = false, start = null, progress }: SolveAsked): Promise<Solved> {
  const highs = await runtime();
  const clipped = (values: Float64Array): Float64Array =>
    values.map((x) => (x === Number.NEGATIVE_INFINITY ? -highs.infinity : x === Number.POSITIVE_INFINITY ? highs.infinity : x));
  const model = highs.createModel({
    numCols: milp.columns,
    numRows: milp.rows,
    colCost: milp.cost,
    colLower: milp.lower,
    colUpper: milp.upper,
    rowLower: clipped(milp.rowLower),
    rowUpper: clipped(milp.rowUpper),
    matrix: {
      format: "csr",
      numRows: milp.rows,
      numCols: milp.columns,
      starts: milp.starts,
      indices: milp.indices,
      values: milp.values,
    },
    ...(relaxed ? {} : { integrality: Int32Array.from(milp.whole) }),
  });
  try {
    model.options.set({ output_flag: false, time_limit: Math.max(0.05, seconds), mip_rel_gap: 0, mip_abs_gap: WHOLE_GAP });
    if (start) model.setSolution({ colValue: start });
    const callbacks = progress
      ? {
          [highs.constants.callbackType.mipInterrupt]: (event: {
            readonly data: { readonly mip_dual_bound?: number; readonly mip_primal_bound?: number };
            interrupt(): void;
          }) => {
            if (
              progress(
                event.data.mip_dual_bound ?? Number.NEGATIVE_INFINITY,
                event.data.mip_primal_bound ?? Number.POSITIVE_INFINITY,
              )
            )
              event.interrupt();
          },
        }
      : undefined;
    if (callbacks) model.run(callbacks as never);
    else model.run();
    const status = model.getModelStatus();
    const optimal = status === highs.constants.modelStatus.optimal;
    const infeasible = status === highs.constants.modelStatus.infeasible;
    const { colValue, colDual } = model.getSolution();
    const cost = model.getObjectiveValue();
    const found = optimal || (Number.isFinite(cost) && Math.abs(cost) < 1e20 && colValue.length === milp.columns && !infeasible);
    const bound = relaxed ? (optimal ? cost : Number.NEGATIVE_INFINITY) : Number(model.info.get("mip_dual_bound"));
    return {
      optimal,
      infeasible,
      values: found ? Float64Array.from(colValue) : null,
      cost: found ? cost : Number.POSITIVE_INFINITY,
      bound: Number.isFinite(bound) && Math.abs(bound) < 1e20 ? bound : Number.NEGATIVE_INFINITY,
      reduced: relaxed && optimal ? Float64Array.from(colDual) : null,
    };
  } finally {
    model.dispose();
  }
}
