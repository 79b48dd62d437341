/**
 * How good plans of a day are, beside their proven optimum or the best bound: `npm run bench:day [-- SEEDS [SECONDS] | --smallest]`. Gaps are summed and told in per cent
 * of the sum of the best, as many optima are near nothing. Every plan is checked; a bound above a plan is an error.
 */
import { readyDay } from "#core/day/compiled.ts";
import { dayFactsOf, problemOf } from "#core/day/from-barn.ts";
import { startsOf } from "#core/day/hours.ts";
import type { DayPlan, DayProblem } from "#core/day/problem.ts";
import { Search } from "#core/day/search.ts";
import { spotter } from "#core/day/spot.ts";
import { pricer } from "#core/day/spot-price.ts";
import { verify } from "#core/day/verify.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { type DayAnswer, solveDay } from "#solver/day.ts";
import { makeBoard } from "./days/board.ts";
import { BARNS, makeDay, sickCall, TIGHTNESS } from "./days/make.ts";

/** The smallest form shows that it works, and measures nothing. */
const SMALLEST = process.argv.includes("--smallest");
const SEEDS = SMALLEST ? 1 : Number(process.argv[2] ?? 1);
const SECONDS = SMALLEST ? 1 : Number(process.argv[3] ?? 60);
const ROUNDS = SMALLEST ? 1 : 20;
/** Milliseconds of a look of a second. */
const SECOND = SMALLEST ? 100 : 1000;
/** SECONDS 0: only the boards are timed. */
const SIZES = SECONDS === 0 ? [] : BARNS.slice(0, SMALLEST ? 1 : undefined);
const PRESSURES = SMALLEST ? [0.9] : TIGHTNESS;
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
  const exact = await solved(problem, 1.5 * SECOND, SECONDS * SECOND);
  const short = await solved(problem, SECOND / 5, 0);
  const second = await solved(problem, SECOND, 0);
  const search = new Search(readyDay(problem), { seed, from: new Map(), steer: new Map() });
  for (const begun = now(); now() - begun < SECOND; ) search.steps(50, (now() - begun) / SECOND, (now() - begun) / SECOND);
  const ill = sickCall(problem, exact.plan, seed);
  const sick = await solved(ill, SECOND, 0, exact.plan);
  const sickExact = await solved(ill, 1.5 * SECOND, (SECONDS * SECOND) / 2, exact.plan);
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
/** Too many for a proof: beside one another only. */
for (const pressure of SECONDS === 0 || SMALLEST ? [] : PRESSURES) {
  const problem = makeDay({ horses: 150, riders: 18, pressure, seed: 1 });
  const [short, second, long] = [
    await solved(problem, SECOND / 5, 0),
    await solved(problem, SECOND, 0),
    await solved(problem, 20 * SECOND, 0),
  ];
  const least = Math.min(short.cost, second.cost, long.cost);
  console.log(
    `150-18 at ${pressure}    gap to 20 s: ${percent(short.cost - least, least)} / ${percent(second.cost - least, least)}; bound ${long.bound === null ? "none" : percent(least - long.bound, least)} below`,
  );
}

/** Everything that a hand is shown that takes a session up: each rider's each half hour, with what bars it or what it costs. */
for (const [horses, riders] of [
  [14, 6],
  [60, 8],
] as const) {
  const board = makeBoard({ horses, riders, seed: 3 });
  const facts = dayFactsOf(board);
  const times: number[] = [];
  let spots = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    // Somebody has changed the sheet: the first session that is taken up then finds nothing ready.
    const sheet = { ...board };
    for (const due of board.due.slice(0, 10)) {
      const wish = { card: "new" as CardId, ...due, place: null, helper: null };
      const begun = now();
      const price = pricer(sheet, wish);
      const spot = spotter(facts, board.cards, wish);
      spots = 0;
      for (const { id } of board.people)
        for (const start of startsOf(board.hours)) {
          const here = spot(id, start);
          if (here.blockers.length === 0) price(here.placement);
          spots += 1;
        }
      times.push(now() - begun);
    }
  }
  const { problem, stands } = problemOf(board);
  const begun = now();
  for (let round = 0; round < ROUNDS; round += 1) verify(problem, stands);
  const checked = (now() - begun) / ROUNDS;
  const at = (share: number): number => [...times].sort((a, b) => a - b)[Math.floor(share * (times.length - 1))] ?? 0;
  console.log(
    `board ${horses}-${riders}: all ${spots} spots of a session ${at(0.5).toFixed(1)} ms, p99 ${at(0.99).toFixed(1)} ms (${(at(0.5) / checked).toFixed(0)} times a run of the checker)`,
  );
}

const best = sum(all.map((one) => one.best));
console.log(
  `all            gaps ${percent(sum(all.map((one) => one.short)), best)} / ${percent(sum(all.map((one) => one.second)), best)} / ${percent(sum(all.map((one) => one.alone)), best)}, ` +
    `sick call ${percent(sum(all.map(({ sick }) => sick)), sum(all.map(({ sickBest }) => sickBest)))}; errors ${errors}; memory ${(process.memoryUsage.rss() / 2 ** 20).toFixed(0)} MB`,
);
