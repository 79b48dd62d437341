/** A stay's goals, pins and last plan, what moved and why, forecasts as they were made, and what skills took. */
import { z } from "zod";
import {
  KeptAlarm,
  KeptGoal,
  KeptRider,
  MovedFields,
  PinFields,
  PLAN_CAUSES,
  type PlanCause,
  PlanGoalFields,
  ScheduledFields,
} from "#contracts/plan.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { ForecastRate, StoredForecast } from "#core/forecast/calibrate.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { SessionsTaken } from "#core/ladder/typical.ts";
import type { Pin } from "#core/plan/asked.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { Moved } from "#core/plan/weeks.ts";
import type { Need } from "#core/watch/needs.ts";
import type { Db, Transaction } from "../client.ts";
import { keptOfStays, keptOfTables } from "../kept.ts";
import { date, id, instant, int, nullable, number, side, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const GoalRow = z.object({ stayId: id<"stay">() }).extend(PlanGoalFields.shape);
export type PlanGoalRecord = z.output<typeof GoalRow>;
/** Goals of all these stays. */
export const listPlanGoals = keptOfStays(
  ({ stayId }: PlanGoalRecord) => stayId,
  (db, stays) =>
    many(
      GoalRow,
      db`SELECT stay_id, skill, target, side, weight, must, by FROM goal WHERE stay_id = ANY(${[...stays]}::uuid[]) ORDER BY stay_id, position`,
    ),
  "planned",
);

/** Sets the goals; what a goal that stays had of side, weight and promise is kept where `goals` does not say. */
export async function replacePlanGoals(tx: Transaction, stay: StayId, goals: readonly PlanGoal[]): Promise<void> {
  await tx`DELETE FROM goal WHERE stay_id = ${stay}`;
  if (goals.length > 0) await tx`INSERT INTO goal ${tx(goals.map((goal, position) => ({ stayId: stay, ...goal, position })))}`;
}

const PlanRow = z.object({
  stayId: id<"stay">(),
  version: int,
  pins: z.array(PinFields),
  laid: z.array(ScheduledFields),
  fingerprint: text,
});
export type PlanRecord = z.output<typeof PlanRow>;
export const findPlan = (db: Db, stay: StayId): Promise<PlanRecord | null> =>
  maybeOne(PlanRow, db`SELECT stay_id, version, pins, laid, fingerprint FROM plan WHERE stay_id = ${stay}`);
export const listPlans = keptOfStays(
  ({ stayId }: PlanRecord) => stayId,
  (db, stays) =>
    many(PlanRow, db`SELECT stay_id, version, pins, laid, fingerprint FROM plan WHERE stay_id = ANY(${[...stays]}::uuid[])`),
  "planned",
);

const PinsRow = z.object({ stay: text, pins: z.array(PinFields) });
/** Of the horses that are here, and of those that went home last: what managers wrote by hand. */
export const listPins = (db: Db) =>
  many(
    PinsRow,
    db`SELECT p.stay_id::text AS stay, p.pins FROM plan p JOIN stay s ON s.id = p.stay_id WHERE p.pins <> '[]' ORDER BY s.first_day DESC LIMIT 200`,
  );

const LaidOnRow = z.object({ stayId: id<"stay">(), laid: ScheduledFields });
/** Of each of these plans the session that comes on a day, or next after it: a session given on a day that was not planned takes up what comes next. */
export const listLaidOn = (db: Db, stays: readonly StayId[], day: LocalDate) =>
  many(
    LaidOnRow,
    db`SELECT p.stay_id, l.laid FROM plan p JOIN stay s ON s.id = p.stay_id
       CROSS JOIN LATERAL (SELECT x AS laid FROM jsonb_array_elements(p.laid) x WHERE (x->>'day')::int >= ${day}::date - s.first_day
         ORDER BY (x->>'day')::int LIMIT 1) l
       WHERE p.stay_id = ANY(${[...stays]}::uuid[])`,
  );

/** The next version of a plan's goals and pins; false where somebody saved since. Version 0: there is none yet. */
export async function movePlanOn(tx: Transaction, stay: StayId, version: number, pins: readonly Pin[] | null): Promise<boolean> {
  const kept = pins && tx.json(pins as never);
  if (version === 0) {
    const made =
      await tx`INSERT INTO plan (stay_id, pins) VALUES (${stay}, coalesce(${kept}::jsonb, '[]')) ON CONFLICT DO NOTHING`;
    if (made.count === 1) return true;
  }
  const done =
    await tx`UPDATE plan SET version = version + 1, pins = coalesce(${kept}::jsonb, pins) WHERE stay_id = ${stay} AND version = ${version}`;
  return done.count === 1;
}

export async function keepLaid(
  tx: Transaction,
  stay: StayId,
  laid: readonly ScheduledSession[],
  fingerprint: string,
): Promise<void> {
  await tx`INSERT INTO plan (stay_id, version, laid, fingerprint) VALUES (${stay}, 0, ${tx.json(laid as never)}, ${fingerprint})
           ON CONFLICT (stay_id) DO UPDATE SET laid = EXCLUDED.laid, fingerprint = EXCLUDED.fingerprint`;
}

const ChangeRow = z.object({ at: instant, day: date, causes: z.array(z.enum(PLAN_CAUSES)), moved: z.array(MovedFields) });
/** The latest first. */
export const listPlanChanges = (db: Db, stay: StayId, limit: number) =>
  many(ChangeRow, db`SELECT at, day, causes, moved FROM plan_change WHERE stay_id = ${stay} ORDER BY id DESC LIMIT ${limit}`);
export async function insertPlanChange(
  tx: Transaction,
  stay: StayId,
  change: { at: Date; day: LocalDate; causes: readonly PlanCause[]; moved: readonly Moved[] },
): Promise<void> {
  await tx`INSERT INTO plan_change (stay_id, at, day, causes, moved) VALUES (${stay}, ${change.at}, ${change.day}, ${[...change.causes]}, ${tx.json(change.moved as never)})`;
}

/** Written by the sweep as the core gave it. */
const KeptNeed = z.custom<Need>((need) => typeof (need as { code?: unknown } | null)?.code === "string");
const ForecastRow = z.object({
  stayId: id<"stay">(),
  day: date,
  at: instant,
  goals: z.array(KeptGoal),
  alarms: z.array(KeptAlarm),
  riders: z.array(KeptRider),
  stuck: z.array(text),
  needs: z.array(KeptNeed),
  rateMean: nullable(number),
  rateVariance: nullable(number),
});
export type ForecastRecord = z.output<typeof ForecastRow>;
/** Every day's last forecast of a stay, oldest first. */
export const listForecasts = (db: Db, stay: StayId): Promise<ForecastRecord[]> =>
  many(
    ForecastRow,
    db`SELECT stay_id, day, at, goals, alarms, riders, stuck, needs, rate_mean, rate_variance FROM forecast WHERE stay_id = ${stay} ORDER BY day`,
  );
/** The newest of each of these stays. */
export const listLatestForecasts = keptOfStays(
  ({ stayId }: ForecastRecord) => stayId,
  (db, stays) =>
    many(
      ForecastRow,
      db`SELECT f.stay_id, f.day, f.at, f.goals, f.alarms, f.riders, f.stuck, f.needs, f.rate_mean, f.rate_variance FROM unnest(${[...stays]}::uuid[]) s(id)
       JOIN LATERAL (SELECT * FROM forecast WHERE stay_id = s.id ORDER BY day DESC LIMIT 1) f ON true`,
    ),
  "planned",
);
const HeardRow = z.object({ stayId: id<"stay">(), riders: z.array(KeptRider) });
/** What each stay's last forecast before a day said of riders; of one that was not read before it, what its first one says. */
export const listHeardBefore = (db: Db, stays: readonly StayId[], day: LocalDate): Promise<z.output<typeof HeardRow>[]> =>
  many(
    HeardRow,
    db`SELECT s.id AS stay_id, f.riders FROM unnest(${[...stays]}::uuid[]) s(id)
       JOIN LATERAL (
         (SELECT 1 AS rank, riders FROM forecast WHERE stay_id = s.id AND day < ${day} ORDER BY day DESC LIMIT 1)
         UNION ALL (SELECT 2, riders FROM forecast WHERE stay_id = s.id ORDER BY day LIMIT 1)
         ORDER BY rank LIMIT 1) f ON true`,
  );
export async function keepForecast(tx: Transaction, f: ForecastRecord): Promise<void> {
  await tx`INSERT INTO forecast (stay_id, day, at, goals, alarms, riders, stuck, needs, rate_mean, rate_variance)
           VALUES (${f.stayId}, ${f.day}, ${f.at}, ${tx.json(f.goals as never)}, ${tx.json(f.alarms as never)}, ${tx.json(f.riders as never)}, ${f.stuck}, ${tx.json(f.needs as never)}, ${f.rateMean}, ${f.rateVariance})
           ON CONFLICT (stay_id, day) DO UPDATE SET at = EXCLUDED.at, goals = EXCLUDED.goals, alarms = EXCLUDED.alarms, riders = EXCLUDED.riders, stuck = EXCLUDED.stuck, needs = EXCLUDED.needs,
             rate_mean = EXCLUDED.rate_mean, rate_variance = EXCLUDED.rate_variance`;
}

const ToldRow = z.object({ stay: text, chance: number, told: number, met: z.boolean() });
/**
 * Of the stays that went home last: what was played for each open goal at a quarter, half and three quarters of its kept forecasts, and whether the last
 * of them had it met.
 */
export const listTold = (db: Db): Promise<(StoredForecast & { readonly told: number })[]> =>
  many(
    ToldRow,
    db`WITH cut AS (
         SELECT stay_id, day, goals, ntile(4) OVER (PARTITION BY stay_id ORDER BY day) AS part FROM forecast
         WHERE stay_id IN (SELECT id FROM stay WHERE went_home IS NOT NULL ORDER BY went_home DESC LIMIT 200)),
       firsts AS (SELECT DISTINCT ON (stay_id, part) stay_id, goals FROM cut WHERE part > 1 ORDER BY stay_id, part, day),
       lasts AS (SELECT DISTINCT ON (stay_id) stay_id, goals FROM cut ORDER BY stay_id, day DESC)
       SELECT f.stay_id::text AS stay, g.played AS chance, g.chance AS told, l.met FROM firsts f
       CROSS JOIN LATERAL jsonb_to_recordset(f.goals) AS g(skill text, target int, played float8, chance float8, met boolean)
       JOIN lasts ON lasts.stay_id = f.stay_id
       CROSS JOIN LATERAL jsonb_to_recordset(lasts.goals) AS l(skill text, target int, met boolean)
       WHERE NOT g.met AND l.skill = g.skill AND l.target = g.target`,
  );

const TakenRow = z.object({ skill: text, side, horses: int, works: number });
/** Over all closed stays: on how many horses a skill was learnt here, and the works that it took on average. */
export const listTaken = keptOfTables(
  ["skill_taken"],
  (db): Promise<readonly SessionsTaken[]> =>
    many(
      TakenRow,
      db`SELECT skill, side, count(*)::int AS horses, avg(works)::float8 AS works FROM skill_taken GROUP BY skill, side ORDER BY skill, side`,
    ),
);
export async function keepTaken(
  tx: Transaction,
  stay: StayId,
  rows: readonly { skill: string; side: string; works: number }[],
): Promise<void> {
  await tx`DELETE FROM skill_taken WHERE stay_id = ${stay}`;
  if (rows.length > 0) await tx`INSERT INTO skill_taken ${tx(rows.map((row) => ({ stayId: stay, ...row })))}`;
}

const RateRow = z.object({ mean: number, variance: number });
/** How fast each of the horses that went home last learnt, by its last forecast. */
export const listRates = (db: Db): Promise<ForecastRate[]> =>
  many(
    RateRow,
    db`SELECT f.rate_mean AS mean, f.rate_variance AS variance
       FROM (SELECT id FROM stay WHERE went_home IS NOT NULL ORDER BY went_home DESC LIMIT 200) s
       JOIN LATERAL (SELECT * FROM forecast WHERE stay_id = s.id ORDER BY day DESC LIMIT 1) f ON true
       WHERE f.rate_mean IS NOT NULL`,
  );
