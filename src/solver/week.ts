/** The week's plan, proven or with how far off it can be; verified before it is told. */

import { shortOf } from "#core/week/barn.ts";
import { fixesToTry, sessionsShort, type WeekFix, withFix } from "#core/week/fixes.ts";
import { weekModel } from "#core/week/model.ts";
import { quickWeek } from "#core/week/quick.ts";
import { verifyWeek, type WeekPlan, type WeekProblem } from "#core/week/week.ts";
import { solveMilp } from "./highs.ts";

export interface WeekAnswer {
  readonly plan: WeekPlan;
  readonly cost: number;
  readonly bound: number | null;
  readonly proven: boolean;
}
/** No week that keeps the days that are fixed. */
export interface NoWeek {
  /** Proven that there is none; else there was no time to find one. */
  readonly impossible: boolean;
  /** The best that was found without them, and the horses whose fixed days it does not keep. */
  readonly best: WeekPlan;
  readonly cost: number;
  readonly givenUp: readonly string[];
}
export const isWeek = (answer: WeekAnswer | NoWeek): answer is WeekAnswer => "proven" in answer;

const SEED = 1;
/** Of the time, for the search that always has a plan; the programme has the rest. */
const QUICK_SHARE = 0.4;
const QUICK_MOST = 6;
/** The solver looks at its clock now and then only, and the more there is to do, the more rarely: seconds, and seconds a column. */
const LATE = 0.1;
const LATE_A_COLUMN = 0.00008;

/** With less time than this the programme is not begun: it would end with nothing that the search does not find. */
const WORTH_A_PROOF = 0.3;
const WORTH_A_COLUMN = 0.0006;

/** The best week in about so many seconds: a quick one, then proven or bettered as far as the time goes. */
export async function solveWeek(problem: WeekProblem, seconds: number): Promise<WeekAnswer | NoWeek> {
  const begun = performance.now();
  const spent = (): number => (performance.now() - begun) / 1000;
  const model = weekModel(problem);
  const late = LATE + LATE_A_COLUMN * model.milp.columns;
  const proofTime = seconds - late - Math.min(QUICK_MOST, QUICK_SHARE * seconds);
  const proves = proofTime > Math.max(WORTH_A_PROOF, WORTH_A_COLUMN * model.milp.columns);
  const search = seconds - (proves ? late + proofTime : LATE);
  const quick = quickWeek(problem, SEED, () => (search > 0 ? spent() / search : 1));
  const checked = verifyWeek(problem, quick.plan);
  const kept = quick.givenUp.length === 0;
  if (kept && checked.broken.length > 0) throw new Error(`the week breaks a rule: ${JSON.stringify(checked.broken[0])}`);
  const left = seconds - spent() - late;
  const { values, bound, optimal, infeasible } =
    left > WORTH_A_PROOF
      ? await solveMilp(model.milp, { seconds: left, start: kept ? model.encode(quick.plan) : null })
      : NOTHING;
  if (!values && !kept) return { impossible: infeasible, best: quick.plan, cost: checked.cost, givenUp: quick.givenUp };
  const found = values ? model.decode(values) : quick.plan;
  const solved = verifyWeek(problem, found);
  if (solved.broken.length > 0) throw new Error(`the week breaks a rule: ${JSON.stringify(solved.broken[0])}`);
  const [plan, cost] = kept && checked.cost < solved.cost ? [quick.plan, checked.cost] : [found, solved.cost];
  const lowest = Number.isFinite(bound) ? Math.min(cost, Math.ceil(bound - 1e-6)) : null;
  return { plan, cost, bound: optimal ? cost : lowest, proven: optimal || lowest === cost };
}
const NOTHING = { values: null, bound: Number.NEGATIVE_INFINITY, optimal: false, infeasible: false } as const;

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
    const gives = isWeek(answer) ? short - sessionsShort(changed, answer.plan) : 0;
    if (gives > 0) found = [...found, { fix, gives }].sort((a, b) => b.gives - a.gives).slice(0, FIXES_TOLD);
    told((i + 1) / tries.length, found);
  }
  return found;
}
