/**
 * The day's plan, from quick to proven: a search that has the whole of the short time that somebody waits; for the proof then who takes which horse without the
 * clock, a search steered by it, and the whole day as a programme with what cannot be in a better plan dropped. Each plan is verified before it is told; a plan
 * that does not pass is none.
 */
import { type Ready, readyDay } from "#core/day/compiled.ts";
import { exactModel } from "#core/day/exact-model.ts";
import { masterModel } from "#core/day/master.ts";
import type { Milp } from "#core/day/milp.ts";
import type { DayPlan, DayProblem } from "#core/day/problem.ts";
import { Search } from "#core/day/search.ts";
import { settled } from "#core/day/settle.ts";
import { verify } from "#core/day/verify.ts";
import { solveMilp } from "./highs.ts";

export interface DayAnswer {
  readonly plan: DayPlan;
  readonly cost: number;
  /** No plan can cost less; null: not known. */
  readonly bound: number | null;
  readonly proven: boolean;
}
export interface DayAsked {
  readonly seed: number;
  /** For the quick search, milliseconds. */
  readonly quick: number;
  /** For the proof, milliseconds; 0: none is tried. */
  readonly exact: number;
  readonly from: DayPlan;
  /** Milliseconds of some clock. */
  readonly now: () => number;
  /** Told of each better plan and bound on the way. */
  readonly told?: (answer: DayAnswer) => void;
  /** Asked between steps; true stops with what there is. */
  readonly stop?: () => boolean;
}
/** Above so many sessions the programme finds nothing in time that the search has not. */
const MOST_FOR_PROOF = 100;
/** Of the time for a proof, and at the most: what the look without the clock may take, and the search that it steers. */
const LOOK_SHARE = 0.1;
const LOOK_SECONDS = 2;
const STEERED_MS = 1000;
const CHUNK = 20;

/** Runs a search for a time; the temperature falls by the clock. */
function searchFor(
  ready: Ready,
  {
    seed,
    from,
    steer,
    milliseconds,
    now,
    stop = () => false,
  }: {
    readonly seed: number;
    readonly from: DayPlan;
    readonly steer: ReadonlyMap<string, string>;
    readonly milliseconds: number;
    readonly now: () => number;
    readonly stop?: () => boolean;
  },
): DayPlan {
  const begun = now();
  const search = new Search(ready, { seed, from, steer });
  let share = 0;
  while (share < 1 && !stop()) {
    const next = Math.min(1, (now() - begun) / milliseconds);
    search.steps(CHUNK, share, next);
    share = next;
  }
  return search.plan();
}

/** Costs are whole: a bound between two is the upper one. */
const wholeBound = (bound: number): number => Math.ceil(bound - 1e-6);

export async function solveDay(problem: DayProblem, asked: DayAsked): Promise<DayAnswer> {
  const { seed, quick, exact, from, now, told, stop = () => false } = asked;
  const ready = readyDay(problem);
  let best: DayAnswer | null = null;
  const offer = (found: DayPlan, bound: number | null): DayAnswer => {
    const plan = settled(ready, found);
    const { broken, cost } = verify(problem, plan);
    const bounds = [best?.bound ?? null, bound].filter((one) => one !== null);
    const lowest = bounds.length > 0 ? Math.max(...bounds) : null;
    const better = broken.length === 0 && (!best || cost < best.cost) ? { plan, cost } : best;
    if (!better) throw new Error(`no plan passed: ${JSON.stringify(broken[0])}`);
    best = { plan: better.plan, cost: better.cost, bound: lowest, proven: lowest !== null && lowest >= better.cost };
    told?.(best);
    return best;
  };
  let answer = offer(searchFor(ready, { seed, from, steer: new Map(), milliseconds: Math.max(20, quick), now, stop }), null);
  if (exact <= 0 || problem.sessions.length > MOST_FOR_PROOF || stop()) return answer;

  const until = now() + exact;
  const { bound, steer } = await lookWithoutClock(ready, Math.min(LOOK_SECONDS, (LOOK_SHARE * exact) / 1000));
  answer = offer(answer.plan, bound);
  if (answer.proven || stop()) return answer;
  if (steer.size > 0) {
    const milliseconds = Math.min(STEERED_MS, LOOK_SHARE * exact);
    answer = offer(searchFor(ready, { seed: seed + 1, from: answer.plan, steer, milliseconds, now, stop }), null);
    if (answer.proven || stop()) return answer;
  }
  const model = exactModel(ready);
  const relaxed = await solveMilp(model.milp, { seconds: (until - now()) / 1000, relaxed: true });
  if (!relaxed.reduced) return answer;
  answer = offer(answer.plan, wholeBound(relaxed.bound));
  if (answer.proven || now() >= until || stop()) return answer;
  const better = answer.cost;
  const kept = withoutHopeless(model.milp, relaxed.reduced, better - 1 - relaxed.bound);
  const solved = await solveMilp(kept, {
    seconds: (until - now()) / 1000,
    start: model.encode(answer.plan),
    progress: (dual) => {
      if (Number.isFinite(dual) && told)
        told({ ...(best as DayAnswer), bound: Math.max((best as DayAnswer).bound ?? dual, wholeBound(dual)) });
      return stop();
    },
  });
  // Dropped columns cannot be in a plan that costs less: the bound holds up to what the plan costs already.
  const proven = solved.infeasible ? better : Math.min(better, wholeBound(solved.bound));
  return offer(solved.values ? model.decode(solved.values) : answer.plan, Number.isFinite(proven) ? proven : null);
}

/** A bound, and by session the rider whom it gave it. */
async function lookWithoutClock(
  ready: Ready,
  seconds: number,
): Promise<{ readonly bound: number | null; readonly steer: ReadonlyMap<string, string> }> {
  const master = masterModel(ready);
  const { bound, values } = await solveMilp(master.milp, { seconds });
  return { bound: Number.isFinite(bound) ? wholeBound(bound) : null, steer: values ? master.riders(values) : new Map() };
}

/** Columns whose reduced cost is beyond the gap cannot be in a better plan: held at nothing. */
function withoutHopeless(milp: Milp, reduced: Float64Array, gap: number): Milp {
  const upper = milp.upper.map((high, column) => ((reduced[column] as number) > gap + 1e-6 ? 0 : high));
  return { ...milp, upper };
}
