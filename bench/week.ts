/**
 * How good plans of a week are, beside their proven optimum or the best bound: `npm run bench:week [-- SEEDS [SECONDS] | --smallest]`. Gaps are summed and told in
 * per cent of the sum of the best, as in `bench:day`. Every plan is checked; a bound above a plan is an error.
 */
import { quickWeek } from "#core/week/quick.ts";
import { verifyWeek, type WeekProblem } from "#core/week/week.ts";
import { isWeek, solveWeek } from "#solver/week.ts";
import { BARNS, TIGHTNESS } from "./days/make.ts";
import { makeWeek } from "./weeks/make.ts";

/** The smallest form shows that it works, and measures nothing. */
const SMALLEST = process.argv.includes("--smallest");
const SEEDS = SMALLEST ? 1 : Number(process.argv[2] ?? 1);
/** For the proof that the others are held against. */
const SECONDS = SMALLEST ? 1 : Number(process.argv[3] ?? 60);
/** What somebody who asks for a week waits for, and a tenth of it. */
const ASKED = SMALLEST ? 0.3 : 3;
const SIZES = BARNS.slice(0, SMALLEST ? 1 : undefined);
const PRESSURES = SMALLEST ? [0.9] : TIGHTNESS;
const SEED = 1;
let errors = 0;

interface Solved {
  readonly cost: number;
  readonly bound: number;
  readonly proven: boolean;
  readonly seconds: number;
}
async function solved(problem: WeekProblem, seconds: number): Promise<Solved> {
  const begun = performance.now();
  const answer = await solveWeek(problem, seconds);
  const took = (performance.now() - begun) / 1000;
  if (!isWeek(answer)) throw new Error("a week without fixed days has a plan");
  const { broken, cost } = verifyWeek(problem, answer.plan);
  if (broken.length > 0 || cost !== answer.cost || (answer.bound ?? 0) > answer.cost) errors += 1;
  return { cost, bound: answer.bound ?? 0, proven: answer.proven, seconds: took };
}
/** The search without the solver. */
function alone(problem: WeekProblem, seconds: number): number {
  const begun = performance.now();
  const gone = (): number => (seconds > 0 ? (performance.now() - begun) / 1000 / seconds : 1);
  const { broken, cost } = verifyWeek(problem, quickWeek(problem, SEED, gone).plan);
  if (broken.length > 0) errors += 1;
  return cost;
}
interface Row {
  readonly best: number;
  /** Above the best: at once, after the tenth, after what somebody waits for, and by the search alone in the same time. */
  readonly first: number;
  readonly short: number;
  readonly asked: number;
  readonly alone: number;
  readonly late: number;
  readonly proven: boolean;
  readonly seconds: number;
  readonly open: number;
}
async function row(problem: WeekProblem): Promise<Row> {
  const exact = await solved(problem, SECONDS);
  const short = await solved(problem, ASKED / 10);
  const asked = await solved(problem, ASKED);
  const search = alone(problem, ASKED);
  const best = Math.min(exact.cost, short.cost, asked.cost, search);
  return {
    best,
    first: alone(problem, 0) - best,
    short: short.cost - best,
    asked: asked.cost - best,
    alone: search - best,
    late: asked.seconds,
    proven: exact.proven,
    seconds: exact.seconds,
    open: best - exact.bound,
  };
}
const sum = (rows: readonly Row[], part: (row: Row) => number): number => rows.reduce((all, one) => all + part(one), 0);
function tell(name: string, rows: readonly Row[]): void {
  const best = sum(rows, (one) => one.best);
  const percent = (part: (row: Row) => number): string => `${((100 * sum(rows, part)) / Math.max(1, best)).toFixed(1)} %`;
  const proofs = rows.filter(({ proven }) => proven);
  console.log(
    `${name.padEnd(15)}${String(best).padEnd(12)}` +
      `${[percent((one) => one.first), percent((one) => one.short), percent((one) => one.asked), percent((one) => one.alone)].join(" / ")}`.padEnd(
        36,
      ) +
      `${Math.max(...rows.map(({ late }) => late)).toFixed(1)} s   ${proofs.length} of ${rows.length}   ` +
      `${Math.max(0, ...proofs.map(({ seconds }) => seconds)).toFixed(1)} s   ${percent((one) => one.open)}`,
  );
}

console.log("horses-riders  best (sum)  gap at once / 0.3 s / 3 s / alone 3 s  slowest of 3 s  proven  slowest proof  open gap");
const all: Row[] = [];
for (const [horses, riders] of SIZES) {
  const rows: Row[] = [];
  for (let seed = 1; seed <= SEEDS; seed += 1)
    for (const pressure of PRESSURES) rows.push(await row(makeWeek({ horses, riders, pressure, seed })));
  all.push(...rows);
  tell(`${horses}-${riders}`, rows);
}
tell("all", all);
console.log(`errors ${errors}; memory ${(process.memoryUsage.rss() / 2 ** 20).toFixed(0)} MB`);
