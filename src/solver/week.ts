/** The week's plan, proven or with how far off it can be; verified before it is told. */
import { verifyWeek, type WeekPlan, type WeekProblem } from "#core/day/week.ts";
import { weekModel } from "#core/day/week-model.ts";
import { solveMilp } from "./highs.ts";

export interface WeekAnswer {
  readonly plan: WeekPlan;
  readonly cost: number;
  readonly bound: number | null;
  readonly proven: boolean;
}
/** Null where no week keeps the days that are fixed, or none was found in time. */
export async function solveWeek(problem: WeekProblem, seconds: number): Promise<WeekAnswer | null> {
  const model = weekModel(problem);
  const { values, bound, optimal } = await solveMilp(model.milp, { seconds });
  if (!values) return null;
  const plan = model.decode(values);
  const { broken, cost } = verifyWeek(problem, plan);
  if (broken.length > 0) throw new Error(`the week breaks a rule: ${JSON.stringify(broken[0])}`);
  const lowest = Number.isFinite(bound) ? Math.min(cost, Math.ceil(bound - 1e-6)) : null;
  return { plan, cost, bound: optimal ? cost : lowest, proven: optimal || lowest === cost };
}
