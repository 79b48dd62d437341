/**
 * Keeps plans and forecasts true: after every write and on every new day it looks which stays' records have moved on, and reads those again, piece by
 * piece, so that nobody waits for it. What a plan moved is kept with its causes, and the last forecast of each day stays.
 */

import { createHash } from "node:crypto";
import { setImmediate as breathe } from "node:timers/promises";
import { PLAN_CAUSES, type PlanCause } from "#contracts/plan.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { type StartedReading, type StartingState, startingStateOf } from "#core/forecast/doubt.ts";
import { type Followed, type Watch, watchOf } from "#core/forecast/outlook.ts";
import type { StayFacts } from "#core/forecast/stay.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import { trackKey } from "#core/ladder/level.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { SessionsTaken } from "#core/ladder/typical.ts";
import { nextTowards } from "#core/plan/on-the-way.ts";
import { factsOf, nextWork, type StayRecord } from "#core/plan/outlook.ts";
import { stillStuck } from "#core/plan/standing.ts";
import { KEPT_PLAYS, PLAYS_A_PIECE, tell } from "#core/plan/stored-forecast.ts";
import { layPlan } from "#core/plan/term-plan.ts";
import { whatMoved } from "#core/plan/weeks.ts";
import { stillOpen } from "#core/watch/needs.ts";
import { trainerNeeds } from "#core/watch/trainer-needs.ts";
import { type Barn, findBarn, markWritten } from "#db/queries/barn.ts";
import { listRecordStamps, listScores, listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { listWishes } from "#db/queries/judgement.ts";
import { listPeople } from "#db/queries/people.ts";
import {
  findPlan,
  insertPlanChange,
  keepForecast,
  keepLaid,
  listLatestForecasts,
  listPlanGoals,
  listPlans,
  listTaken,
  type PlanRecord,
} from "#db/queries/plan.ts";
import { listStays, lockStay, type Stay } from "#db/queries/stays.ts";
import { perBarn } from "../barns.ts";
import { byPieces } from "../by-pieces.ts";
import type { Deps } from "../container.ts";
import { heardOfRiders } from "../ladder/leanings.ts";
import { recordOf } from "./record.ts";

/** A step that is planned within so many sessions is told as ready. */
const SOON_SESSIONS = 2;

type Parts = Readonly<Record<PlanCause, unknown>>;
/** What a plan is read from, a short hash for each cause, so that what changed can be told. */
const fingerprintOf = (parts: Parts): string =>
  PLAN_CAUSES.map((cause) => createHash("sha256").update(JSON.stringify(parts[cause])).digest("base64url").slice(0, 8)).join(".");
function causesOf(before: string, after: string): readonly PlanCause[] {
  const [was, is] = [before.split("."), after.split(".")];
  return PLAN_CAUSES.filter((_, i) => was[i] !== is[i]);
}

interface Turn {
  readonly stay: Stay;
  readonly record: StayRecord;
  readonly plan: PlanRecord | null;
  /** What the owner asked for and was told not to come in this term. */
  readonly wishes: readonly string[];
  readonly fingerprint: string;
  readonly today: LocalDate;
}

/** How far each stay was read and followed: that is the dearest part, and mostly one session was added. */
interface Known {
  readonly read: StartedReading;
  readonly followed: Followed;
}
const knownOf = perBarn(() => new Map<StayId, Known>());
/** A stay's takes a megabyte or two: of a large barn those that were read last. */
const MOST_KNOWN = 40;

async function readOn(deps: Deps, stay: StayId, facts: StayFacts): Promise<{ reading: StartingState; watch: Watch }> {
  const all = knownOf(deps);
  const known = all.get(stay) ?? null;
  const { read, ...reading } = await byPieces(startingStateOf(facts, known?.read));
  const { followed, ...watch } = await byPieces(watchOf(facts, { known: known?.followed ?? null }));
  all.delete(stay);
  all.set(stay, { read, followed });
  for (const oldest of all.keys()) if (all.size > MOST_KNOWN) all.delete(oldest);
  return { reading, watch };
}

async function readAgain(
  deps: Deps,
  { stay, record: read, plan, wishes, fingerprint, today }: Turn,
  plays: number,
): Promise<void> {
  const facts = factsOf(read);
  const { reading, watch } = await readOn(deps, stay.id, facts);
  const { alarms, leanings, rate, stuck } = watch;
  const latest = new Map(read.standing.scores.map(({ skill, side, score }) => [trackKey(skill, side), score]));
  const standing = { ...read.standing, stuck: stillStuck(stuck, read.standing.scores, read.goals) };
  const record = { ...read, standing };
  const telling = tell({ record, reading });
  const { asked } = telling;
  const laid = layPlan(asked);
  for (let done = 0; done < plays; ) {
    done = telling.run(done + PLAYS_A_PIECE);
    await breathe();
  }
  const told = telling.told(plays);
  const goals = record.goals.flatMap((goal) => {
    const of = told.find(({ skill }) => skill === goal.skill);
    return of ? [{ ...goal, told: of }] : [];
  });
  const next = laid.slice(0, SOON_SESSIONS).find(({ because }) => because.code === "step");
  const ready = next?.because.code === "step" && next.items[0] ? { step: next.because.step, skill: next.items[0].skill } : null;
  const open = goals.filter(({ told: { state } }) => !state.met).map(({ skill }) => skill);
  const chances = new Map(told.map(({ skill, chance }) => [skill, chance]));
  const towards = await byPieces(nextTowards(record, reading, { wishes, open, chances }));
  const needs = record.onHold
    ? []
    : trainerNeeds({
        today,
        firstDay: stay.firstDay,
        length: stay.length,
        stepBack: standing.stepBack,
        ready,
        stuck: standing.stuck,
        goals: goals.map(({ skill, must, by, told: { chance, state } }) => ({
          skill,
          must,
          by: by ?? null,
          chance,
          met: state.met,
        })),
        next: nextWork(record).map(({ id }) => id),
        towards,
      });
  await deps.sql.begin(async (tx) => {
    await lockStay(tx, stay.id);
    const before = await findPlan(tx, stay.id);
    // Somebody moved the plan on meanwhile: the next sweep reads it again.
    if ((before?.version ?? 0) !== (plan?.version ?? 0)) return;
    // Another server on this database was quicker.
    if (before?.fingerprint === fingerprint) return;
    const moved = before && before.laid.length > 0 ? whatMoved(before.laid, laid, asked.ahead.today) : [];
    if (moved.length > 0)
      await insertPlanChange(tx, stay.id, {
        at: deps.clock.now(),
        day: today,
        causes: causesOf(before?.fingerprint ?? "", fingerprint),
        moved,
      });
    await keepLaid(tx, stay.id, laid, fingerprint);
    await keepForecast(tx, {
      stayId: stay.id,
      day: today,
      at: deps.clock.now(),
      goals: goals.map(({ skill, target, side, must, told: { state, chance, played, held, day } }) => ({
        skill,
        target,
        side,
        chance,
        played,
        held,
        ...day,
        met: state.met,
        holds: state.held,
        must,
      })),
      alarms: stillOpen(alarms, (track) => latest.get(track)).map((alarm) => ({ ...alarm, tracks: [...alarm.tracks] })),
      riders: [...leanings],
      stuck: [...standing.stuck],
      needs: [...needs],
      rateMean: rate.mean,
      rateVariance: rate.variance,
    });
    await markWritten(tx);
  });
}

async function recordsToRead(deps: Deps, barn: Barn, today: LocalDate): Promise<readonly Turn[]> {
  const { sql } = deps;
  const stays = (await listStays(sql)).filter((stay) => stay.firstDay <= today && stay.evaluations.some(({ closed }) => closed));
  const ids = stays.map(({ id }) => id);
  const known = knownOf(deps);
  for (const id of known.keys()) if (!ids.includes(id)) known.delete(id);
  const [plans, goals, asked, stamps, taken, forecasts, everybody, heard] = await Promise.all([
    listPlans(sql, ids),
    listPlanGoals(sql, ids),
    listWishes(sql, ids),
    listRecordStamps(sql, ids),
    listTaken(sql),
    listLatestForecasts(sql, ids),
    listPeople(sql),
    heardOfRiders(sql, ids, today),
  ]);
  const people = everybody.filter(({ retiredOn }) => retiredOn === null);
  const goalsOf = groupBy(goals, ({ stayId }) => stayId);
  const turns: Turn[] = [];
  for (const stay of stays) {
    const plan = plans.find(({ stayId }) => stayId === stay.id) ?? null;
    const mine = (goalsOf.get(stay.id) ?? []).map(({ stayId: _stay, ...goal }) => goal);
    const wishes = (asked.get(stay.id) ?? []).filter((wish) => !mine.some(({ skill }) => skill === wish));
    const pins = plan?.pins ?? [];
    const fingerprint = fingerprintOf({
      session: [stay.delivered, stamps.find(({ stayId }) => stayId === stay.id)],
      evaluation: [
        stay.evaluations,
        stay.judged,
        stay.measured,
        stay.weighed,
        people.map(({ rides, weightKg }) => [rides, weightKg]),
      ],
      goals: [mine, wishes],
      pins,
      term: [
        stay.length,
        stay.firstDay,
        stay.sessionsAWeek,
        stay.counting,
        stay.kind,
        [stay.complaint, stay.complaintDuring],
        [stay.history, stay.historyWords, stay.aim],
        barn.restDays,
        barn.holidays,
        barn.firstDayIs,
        barn.workLimits,
      ],
      hold: stay.holds,
      check: stay.checks,
      method: methodOf(stay.method, methodsWith(barn.methods)),
      ladder: [barn.ladderStamp, barn.stepChanges, barn.cardWays, taken, barn.bend, barn.usualRate],
      day: today,
    });
    if (plan?.fingerprint === fingerprint) continue;
    const [worked, evaluations, scores] = await Promise.all([
      listWorked(sql, stay.id),
      listEvaluations(sql, stay.id),
      listScores(sql, stay.id),
    ]);
    const record = recordOf({
      stay,
      barn,
      today,
      worked,
      evaluations,
      scores,
      goals: mine,
      pins,
      taken: taken as readonly SessionsTaken[],
      riders: heard(stay.id),
      people,
      stuck: forecasts.find(({ stayId }) => stayId === stay.id)?.stuck ?? [],
    });
    turns.push({ stay, record, plan, wishes, fingerprint, today });
  }
  return turns;
}

/** Names the lock that one sweep of a barn holds. */
const SWEEP = 0x5eedf;
/** `plays`: of the rest of each term. How many stays were read again; or that another server of this barn is at it, which may not have seen the newest write any more. */
export type Swept = number | "elsewhere";
/** Reads every stay again whose record has moved on; done when all are. */
export async function sweep(deps: Deps, plays = KEPT_PLAYS): Promise<Swept> {
  const barn = await findBarn(deps.sql);
  if (!barn) return 0;
  const own = await deps.sql.reserve();
  try {
    const [lock] = await own`SELECT pg_try_advisory_lock(${SWEEP}) AS held`;
    if (!lock?.["held"]) return "elsewhere";
    try {
      const turns = await recordsToRead(deps, barn, deps.clock.today(barn.timeZone));
      for (const turn of turns) await readAgain(deps, turn, plays);
      return turns.length;
    } finally {
      await own`SELECT pg_advisory_unlock(${SWEEP})`;
    }
  } finally {
    own.release();
  }
}
