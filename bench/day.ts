/**
 * How good plans of a day are, beside their proven optimum or the best bound: `npm run bench:day [-- SEEDS [SECONDS]]`. Gaps are summed and told in per cent
 * of the sum of the best, as many optima are near nothing. Every plan is checked; a bound above a plan is an error.
 */
import { readyDay } from "#core/day/compiled.ts";
import type { DayPlan, DayProblem } from "#core/day/problem.ts";
import { Search } from "#core/day/search.ts";
import { verify } from "#core/day/verify.ts";
import { type DayAnswer, solveDay } from "#solver/day.ts";
import { makeDay, sickCall } from "./days/make.ts";

const SEEDS = Number(process.argv[2] ?? 1);
const SECONDS = Number(process.argv[3] ?? 60);
const SIZES = [
  [12, 3],
  [24, 4],
  [36, 5],
  [48, 6],
  [60, 8],
] as const;
const PRESSURES = [0.65, 0.9, 1.15];
const now = (): number => performance.now();
let errors = 0;

async function solved(
  problem: DayProblem,
  quick: number,
  exact: number,
  from: DayPlan = new Map(),
): Promise<DayAnswer & { readonly seconds: number }> {
  const begun = now();
  const answer = await solveDay(problem, { seed: 1, quick, exact, from, now });
  const { broken, cost } = verify(problem, answer.plan);
  if (broken.length > 0 || cost !== answer.cost || (answer.bound ?? 0) > answer.cost) errors += 1;
  return { ...answer, seconds: (now() - begun) / 1000 };
}
interface Row {
  readonly best: number;
  readonly short: number;
  readonly second: number;
  readonly alone: number;
  readonly sick: number;
  readonly sickBest: number;
  readonly proven: boolean;
  readonly seconds: number;
  readonly gap: number;
}
async function row(problem: DayProblem, seed: number): Promise<Row> {
  const exact = await solved(problem, 1500, SECONDS * 1000);
  const short = await solved(problem, 200, 0);
  const second = await solved(problem, 1000, 0);
  const search = new Search(readyDay(problem), { seed, from: new Map(), steer: new Map() });
  for (const begun = now(); now() - begun < 1000; ) search.steps(50, (now() - begun) / 1000, (now() - begun) / 1000);
  const ill = sickCall(problem, exact.plan, seed);
  const sick = await solved(ill, 1000, 0, exact.plan);
  const sickExact = await solved(ill, 1500, (SECONDS * 1000) / 2, exact.plan);
  const best = Math.min(exact.cost, short.cost, second.cost, search.cost);
  return {
    best,
    short: short.cost - best,
    second: second.cost - best,
    alone: search.cost - best,
    sickBest: Math.min(sick.cost, sickExact.cost),
    sick: sick.cost - Math.min(sick.cost, sickExact.cost),
    proven: exact.proven,
    seconds: exact.seconds,
    gap: best - (exact.bound ?? 0),
  };
}
const sum = (list: readonly number[]): number => list.reduce((all, one) => all + one, 0);
const percent = (part: number, whole: number): string => `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`;

console.log("horses-riders  best (sum)  gap at 0.2 s / 1 s / alone 1 s  sick call 1 s  proven  slowest proof  open gap");
const all: Row[] = [];
for (const [horses, riders] of SIZES) {
  const rows: Row[] = [];
  for (let seed = 1; seed <= SEEDS; seed += 1)
    for (const pressure of PRESSURES) rows.push(await row(makeDay({ horses, riders, pressure, seed }), seed));
  all.push(...rows);
  const best = sum(rows.map((one) => one.best));
  const proofs = rows.filter(({ proven }) => proven);
  console.log(
    `${`${horses}-${riders}`.padEnd(15)}${String(best).padEnd(12)}` +
      `${[rows.map((one) => one.short), rows.map((one) => one.second), rows.map((one) => one.alone)].map((list) => percent(sum(list), best)).join(" / ")}   `.padEnd(
        34,
      ) +
      `${percent(sum(rows.map(({ sick }) => sick)), sum(rows.map(({ sickBest }) => sickBest))).padEnd(15)}${proofs.length} of ${rows.length}   ` +
      `${Math.max(0, ...proofs.map(({ seconds }) => seconds)).toFixed(1)} s   ${percent(sum(rows.map(({ gap }) => gap)), best)}`,
  );
}
const best = sum(all.map((one) => one.best));
console.log(
  `all            gaps ${percent(sum(all.map((one) => one.short)), best)} / ${percent(sum(all.map((one) => one.second)), best)} / ${percent(sum(all.map((one) => one.alone)), best)}, ` +
    `sick call ${percent(sum(all.map(({ sick }) => sick)), sum(all.map(({ sickBest }) => sickBest)))}; errors ${errors}; memory ${(process.memoryUsage.rss() / 2 ** 20).toFixed(0)} MB`,
);
