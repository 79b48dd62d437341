/** The week's plan, proven or with how far off it can be; verified before it is told. */

import { shortOf } from "#core/week/barn.ts";
import { fixesToTry, sessionsShort, type WeekFix, withFix } from "#core/week/fixes.ts";
import { weekModel } from "#core/week/model.ts";
import { verifyWeek, type WeekPlan, type WeekProblem } from "#core/week/week.ts";
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

export interface FixFound {
  readonly fix: WeekFix;
  /** Sessions that it gives back. */
  readonly gives: number;
}
const FIX_SECONDS = 2;
const FIXES_TOLD = 3;
const MOST_TRIED = 60;
/** The changes that give back the most sessions, each found by solving the week with it; `told` hears how far it is. */
export async function findFixes(
  problem: WeekProblem,
  plan: WeekPlan,
  told: (share: number, found: readonly FixFound[]) => void,
): Promise<readonly FixFound[]> {
  const short = sessionsShort(problem, plan);
  const forWantOfDays = problem.horses.reduce(
    (sum, horse) => sum + shortOf(horse, plan.days.get(horse.id) ?? [], problem.days).noDays,
    0,
  );
  const tries = short === forWantOfDays ? [] : fixesToTry(problem).slice(0, MOST_TRIED);
  let found: readonly FixFound[] = [];
  for (const [i, fix] of tries.entries()) {
    const changed = withFix(problem, fix);
    const answer = await solveWeek(changed, FIX_SECONDS);
    const gives = answer ? short - sessionsShort(changed, answer.plan) : 0;
    if (gives > 0) found = [...found, { fix, gives }].sort((a, b) => b.gives - a.gives).slice(0, FIXES_TOLD);
    told((i + 1) / tries.length, found);
  }
  return found;
}
