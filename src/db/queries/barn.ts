import { z } from "zod";
import { OwnGear, type PolicyFields, StepChangeFields, WayFields, WeightFields, WorkLimitFields } from "#contracts/barn.ts";
import { unitsAre } from "#contracts/barn.units.ts";
import { ladderIs } from "#contracts/ladder.here.ts";
import { MethodFields } from "#contracts/plan.ts";
import type { HoldPolicy } from "#core/calendar/holds.ts";
import type { LocalDate, Weekday } from "#core/calendar/local-date.ts";
import { CUES, type Cue } from "#core/card/cues.ts";
import { LOOKED_AT, type StartStep } from "#core/first-start/first-start.ts";
import type { Calibration } from "#core/forecast/calibrate.ts";
import type { WeightChange } from "#core/intake/cause-rules.ts";
import { UNIT_SYSTEMS, type UnitSystem } from "#core/kernel/units.ts";
import type { Ladder } from "#core/ladder/ladder.ts";
import type { OwnMethod } from "#core/ladder/methods.ts";
import type { StepChange } from "#core/permission/steps.ts";
import type { Way } from "#core/plan/ways.ts";
import { OWED_POLICIES, type OwedPolicy } from "#core/report/facts.ts";
import { USUAL_LIMITS, type WorkLimits } from "#core/weather/work-limits.ts";
import type { Db, Sql, Transaction } from "../client.ts";
import { deepFreeze, keep } from "../kept.ts";
import { bool, date, int, nullable, number, text } from "../rows.ts";
import { maybeOne } from "../run.ts";
import { stampOfBarn } from "../stamps.ts";
import { ladderAt } from "./ladder.ts";

const BarnRow = z.object({
  name: text,
  timeZone: text,
  firstDayIs: z.literal([0, 1]),
  restDays: z.array(z.custom<Weekday>((x) => typeof x === "number")),
  holidays: z.array(date),
  holdVet: bool,
  holdInjury: bool,
  holdOwner: bool,
  holdWeather: bool,
  units: z.enum(UNIT_SYSTEMS),
  stalls: int,
  owedPolicy: z.enum(OWED_POLICIES),
  idleHours: int,
  weeklyAfter: int,
  mediaMb: int,
  phone: text,
  cues: z.partialRecord(z.enum(CUES), text),
  weights: z.array(WeightFields),
  stepChanges: z.array(StepChangeFields),
  cardWays: z.array(WayFields),
  workLimits: z.object(WorkLimitFields.shape).partial(),
  dayFrom: int,
  dayTo: int,
  dayStep: int,
  gear: z.array(OwnGear),
  ladderStamp: text,
  ladderVersion: int,
  methods: z.array(MethodFields),
  bendA: number,
  bendB: number,
  usualRate: number,
  demo: bool,
  begunOn: nullable(date),
  startSteps: z.array(z.enum(LOOKED_AT)),
  version: int,
  stamp: text,
});

export interface Barn {
  readonly name: string;
  readonly timeZone: string;
  readonly firstDayIs: 0 | 1;
  readonly restDays: readonly Weekday[];
  readonly holidays: readonly LocalDate[];
  readonly holdPolicy: HoldPolicy;
  readonly units: UnitSystem;
  /** Horses that it has room for. */
  readonly stalls: number;
  readonly owedPolicy: OwedPolicy;
  readonly idleHours: number;
  /** Days in the week of an arrival from which on it has a word of its own. */
  readonly weeklyAfter: number;
  /** Its own words in the place of the usual ones. */
  readonly cues: Readonly<Partial<Record<Cue, string>>>;
  /** What the barn changed of the table of findings. */
  readonly weights: readonly WeightChange[];
  /** What it changed of the lists that big steps ask for. */
  readonly stepChanges: readonly StepChange[];
  readonly cardWays: readonly Way[];
  readonly workLimits: WorkLimits;
  /** Megabytes that photos and clips may take. */
  readonly mediaMb: number;
  readonly phone: string;
  readonly dayFrom: number;
  readonly dayTo: number;
  readonly dayStep: number;
  /** Gear of its own, beside the usual. */
  readonly gear: readonly OwnGear[];
  readonly ladder: Ladder;
  readonly ladderVersion: number;
  /** Another one after each change of the ladder. */
  readonly ladderStamp: string;
  /** Its own methods, and what it changed of the shipped ones. */
  readonly methods: readonly OwnMethod[];
  /** How its own past bends a forecast's chance. */
  readonly bend: Calibration;
  /** Log learning rate of its horses, 0 as the ladder has it. */
  readonly usualRate: number;
  /** The made-up one. */
  readonly demo: boolean;
  /** The day of its first start; null: from before that was kept. */
  readonly begunOn: LocalDate | null;
  /** Of the first start, what the manager has looked at. */
  readonly startSteps: readonly StartStep[];
  readonly version: number;
  /** Another one after each change of the row. */
  readonly stamp: string;
}

/** Whether the first start has made the barn. */
export const isSetUp = async (db: Db): Promise<boolean> => (await db`SELECT 1 FROM barn`).length > 0;
/** As it was read last, under its stamp: the same for as long as nobody changed it, so that what was worked out of it can be kept beside it. */
const read = new Map<string, Barn>();
const MOST_READ = 20;
/** Null before that. */
export async function findBarn(db: Db): Promise<Barn | null> {
  const stamp = await stampOfBarn(db);
  const known = stamp === null ? undefined : read.get(stamp);
  if (known) {
    ladderIs(known.ladder);
    unitsAre(known.units);
    return known;
  }
  const barn = await readBarn(db);
  if (barn) keep(read, barn.stamp, deepFreeze(barn), MOST_READ);
  return barn;
}
async function readBarn(db: Db): Promise<Barn | null> {
  const row = await maybeOne(
    BarnRow,
    db`SELECT name, time_zone, first_day_is, rest_days, holidays, hold_vet, hold_injury, hold_owner, hold_weather, units, stalls, owed_policy, idle_hours, weekly_after, media_mb, phone, cues, weights, step_changes, card_ways, work_limits, day_from, day_to, day_step, gear, ladder_stamp, ladder_version, methods, bend_a, bend_b, usual_rate, demo, begun_on, start_steps, version, stamp FROM barn`,
  );
  if (!row) return null;
  const { holdVet, holdInjury, holdOwner, holdWeather, bendA, bendB, workLimits, ...rest } = row;
  const ladder = await ladderAt(db, row.ladderStamp);
  ladderIs(ladder);
  unitsAre(row.units);
  return {
    ...rest,
    ladder,
    workLimits: { ...USUAL_LIMITS, ...workLimits },
    bend: { a: bendA, b: bendB },
    holdPolicy: { vet: holdVet, injury: holdInjury, owner: holdOwner, weather: holdWeather },
  };
}

export async function insertBarn(
  db: Db,
  barn: { name: string; timeZone: string; units: UnitSystem; demo: boolean; begunOn: LocalDate },
): Promise<void> {
  const { name, timeZone, units, demo, begunOn } = barn;
  await db`INSERT INTO barn (name, time_zone, units, demo, begun_on) VALUES (${name}, ${timeZone}, ${units}, ${demo}, ${begunOn})`;
}

/** Replaces the barn's policies where nobody saved since `version`. */
export async function updatePolicies(tx: Transaction, version: number, p: PolicyFields): Promise<boolean> {
  const done = await tx`
    UPDATE barn SET name = ${p.name}, first_day_is = ${p.firstDayIs}, rest_days = ${p.restDays}, holidays = ${p.holidays}, hold_vet = ${p.holdVet},
      hold_injury = ${p.holdInjury}, hold_owner = ${p.holdOwner}, hold_weather = ${p.holdWeather}, units = ${p.units}, cues = ${tx.json(p.cues as never)}, stalls = ${p.stalls}, owed_policy = ${p.owedPolicy}, idle_hours = ${p.idleHours}, weekly_after = ${p.weeklyAfter}, media_mb = ${p.mediaMb}, phone = ${p.phone}, work_limits = ${tx.json(p.workLimits as never)}, day_from = ${p.day.dayFrom}, day_to = ${p.day.dayTo}, day_step = ${p.day.dayStep}, gear = ${tx.json(p.gear as never)}, version = version + 1
    WHERE version = ${version}`;
  return done.count === 1;
}
export async function updateWeights(tx: Transaction, version: number, weights: readonly WeightChange[]): Promise<boolean> {
  const done = await tx`UPDATE barn SET weights = ${tx.json(weights as never)}, version = version + 1 WHERE version = ${version}`;
  return done.count === 1;
}
export async function updateSteps(tx: Transaction, version: number, steps: readonly StepChange[]): Promise<boolean> {
  const done =
    await tx`UPDATE barn SET step_changes = ${tx.json(steps as never)}, version = version + 1 WHERE version = ${version}`;
  return done.count === 1;
}
export async function updateWays(tx: Transaction, version: number, ways: readonly Way[]): Promise<boolean> {
  const done = await tx`UPDATE barn SET card_ways = ${tx.json(ways as never)}, version = version + 1 WHERE version = ${version}`;
  return done.count === 1;
}
export async function updateMethods(tx: Transaction, version: number, methods: readonly OwnMethod[]): Promise<boolean> {
  const done = await tx`UPDATE barn SET methods = ${tx.json(methods as never)}, version = version + 1 WHERE version = ${version}`;
  return done.count === 1;
}

/** What the stays that went home say of the forecasts to come. */
export async function keepLearnt(tx: Transaction, { a, b }: Calibration, usualRate: number): Promise<void> {
  await tx`UPDATE barn SET bend_a = ${a}, bend_b = ${b}, usual_rate = ${usualRate}`;
}

/** A step of the first start was looked at; once is enough. */
export async function lookAtStep(tx: Transaction, step: StartStep): Promise<void> {
  await tx`UPDATE barn SET start_steps = array_append(array_remove(start_steps, ${step}), ${step})`;
}
/** Marks that something was written, and tells whoever listens once it stands; the row lock also puts the ends of writes in order. */
export async function markWritten(tx: Transaction): Promise<void> {
  await tx`WITH moved AS (UPDATE written SET mark = gen_random_uuid() RETURNING mark) SELECT pg_notify(${WRITES}, '') FROM moved`;
}
const WRITES = "furlong_writes";
/** Calls `heard` after each write, and once listening has begun or begun anew: what came between is not known. */
export async function listenForWrites(sql: Sql, heard: () => void): Promise<void> {
  await sql.hear(WRITES, heard, heard);
}
