import { z } from "zod";
import type { WalkFields } from "#contracts/intake.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { TOUCHES_BY } from "#core/intake/body.ts";
import { MOMENTS, TRENDS } from "#core/intake/cause-rules.ts";
import { NUMBER_MEASURES } from "#core/intake/measures.ts";
import { EVALUATION_KINDS, type EvaluationKind } from "#core/intake/outcome.ts";
import type { EvaluationId, PersonId, StayId } from "#core/kernel/brand.ts";
import { FITNESS } from "#core/tools/load.ts";
import { BUILDS } from "#core/tools/weight.ts";
import type { Db, Transaction } from "../client.ts";
import { keptByStay, keptOfStay } from "../kept.ts";
import { date, id, instant, int, nullable, number, score, side, strength, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";
import { marksInWork } from "../stamps.ts";

const EvaluationRow = z.object({
  id: id<"evaluation">(),
  stayId: id<"stay">(),
  kind: z.enum(EVALUATION_KINDS),
  day: date,
  byName: text,
  instrument: int,
  measures: z.object({
    girthCm: nullable(number),
    lengthCm: nullable(number),
    withersCm: nullable(number),
    croupCm: nullable(number),
    neckCm: nullable(number),
    scaleKg: nullable(number),
    condition: nullable(number),
    placeNeck: nullable(number),
    placeWithers: nullable(number),
    placeShoulder: nullable(number),
    placeRibs: nullable(number),
    placeLoin: nullable(number),
    placeTail: nullable(number),
    pulse: nullable(number),
    breaths: nullable(number),
    temperatureC: nullable(number),
    refillSeconds: nullable(number),
    build: z.enum(BUILDS),
    fitness: z.enum(FITNESS),
  }),
  tries: nullable(int),
  settleMinutes: nullable(int),
  words: z.record(text, text),
  stoppedAt: nullable(text),
  stopReason: text,
  saddleReason: text,
  closedAt: nullable(instant),
  version: int,
  marks: z.array(z.object({ skill: text, side, score: nullable(score) })),
  signs: z.array(z.object({ rung: text, sign: text, side, strength, moment: nullable(z.enum(MOMENTS)), trend: z.enum(TRENDS) })),
  touches: z.array(z.object({ zone: text, side, by: z.enum(TOUCHES_BY), strength })),
});

export interface Evaluation {
  readonly id: EvaluationId;
  readonly stay: StayId;
  readonly kind: EvaluationKind;
  /** Version of the walk with which it was begun. */
  readonly instrument: number;
  readonly day: LocalDate;
  readonly byName: string;
  readonly closedAt: Date | null;
  readonly version: number;
  readonly walk: WalkFields;
}

const toEvaluation = (row: z.output<typeof EvaluationRow>): Evaluation => ({
  id: row.id,
  stay: row.stayId,
  kind: row.kind,
  instrument: row.instrument,
  day: row.day,
  byName: row.byName,
  closedAt: row.closedAt,
  version: row.version,
  walk: {
    marks: row.marks,
    signs: row.signs,
    touches: row.touches,
    measures: row.measures,
    tries: row.tries,
    settleMinutes: row.settleMinutes,
    words: row.words,
    stoppedAt: row.stoppedAt,
    stopReason: row.stopReason,
    saddleReason: row.saddleReason,
  },
});

const select = (db: Db) => db`
  SELECT e.id, e.stay_id, e.kind, e.instrument, e.day, p.name AS by_name, e.tries, e.settle_minutes, e.words, e.stopped_at, e.stop_reason, e.saddle_reason,
    e.closed_at, e.version, marks.list AS marks, signs.list AS signs, touches.list AS touches,
    json_build_object('girthCm', e.girth_cm, 'lengthCm', e.length_cm, 'withersCm', e.withers_cm, 'croupCm', e.croup_cm, 'neckCm', e.neck_cm,
      'scaleKg', e.scale_kg, 'condition', e.condition, 'placeNeck', e.place_neck, 'placeWithers', e.place_withers, 'placeShoulder', e.place_shoulder,
      'placeRibs', e.place_ribs, 'placeLoin', e.place_loin, 'placeTail', e.place_tail, 'pulse', e.pulse, 'breaths', e.breaths,
      'temperatureC', e.temperature_c, 'refillSeconds', e.refill_seconds, 'build', e.build, 'fitness', e.fitness) AS measures
  FROM evaluation e JOIN person p ON p.id = e.by_person
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('skill', skill, 'side', side, 'score', score) ORDER BY skill, side), '[]') AS list
    FROM evaluation_mark WHERE evaluation_id = e.id) marks
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('rung', rung, 'sign', sign, 'side', side, 'strength', strength, 'moment', moment, 'trend', trend) ORDER BY rung, sign, side), '[]') AS list
    FROM evaluation_sign WHERE evaluation_id = e.id) signs
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('zone', zone, 'side', side, 'by', by, 'strength', strength) ORDER BY zone, side, by), '[]') AS list
    FROM evaluation_touch WHERE evaluation_id = e.id) touches`;

export async function findEvaluation(db: Db, evaluation: EvaluationId): Promise<Evaluation | null> {
  const row = await maybeOne(EvaluationRow, db`${select(db)} WHERE e.id = ${evaluation}`);
  return row && toEvaluation(row);
}
/** The stay's evaluations, oldest first, drafts included. */
export const listEvaluations = keptOfStay(async (db, stay) =>
  (await many(EvaluationRow, db`${select(db)} WHERE e.stay_id = ${stay} ORDER BY e.day, e.closed_at NULLS LAST`)).map(
    toEvaluation,
  ),
);
const keptLatest = keptByStay(
  ({ stay }: Evaluation) => stay,
  async (db, stays) =>
    (
      await many(
        EvaluationRow,
        db`${select(db)} WHERE e.id IN (SELECT DISTINCT ON (stay_id) id FROM evaluation
             WHERE stay_id = ANY(${[...stays]}::uuid[]) AND closed_at IS NOT NULL ORDER BY stay_id, day DESC, closed_at DESC)`,
      )
    ).map(toEvaluation),
);
/** The newest closed evaluation of each stay in work. */
export const listLatestClosed = async (db: Db): Promise<readonly Evaluation[]> => keptLatest(db, await marksInWork(db));

export async function insertEvaluation(
  tx: Transaction,
  e: { id: EvaluationId; stay: StayId; kind: EvaluationKind; instrument: number; day: LocalDate; by: PersonId },
): Promise<void> {
  await tx`INSERT INTO evaluation (id, stay_id, kind, instrument, day, by_person, fitness, words, stop_reason, saddle_reason)
           VALUES (${e.id}, ${e.stay}, ${e.kind}, ${e.instrument}, ${e.day}, ${e.by}, 'unknown', '{}', '', '')`;
}

/** Replaces a draft's contents where nobody saved since `version`. */
export async function saveWalk(tx: Transaction, evaluation: EvaluationId, version: number, walk: WalkFields): Promise<boolean> {
  const done = await tx`
    UPDATE evaluation SET ${tx(walk.measures, ...NUMBER_MEASURES, "build", "fitness")}, tries = ${walk.tries}, settle_minutes = ${walk.settleMinutes}, words = ${tx.json(walk.words)},
      stopped_at = ${walk.stoppedAt}, stop_reason = ${walk.stopReason}, saddle_reason = ${walk.saddleReason}, version = version + 1
    WHERE id = ${evaluation} AND version = ${version} AND closed_at IS NULL`;
  if (done.count !== 1) return false;
  await tx`DELETE FROM evaluation_mark WHERE evaluation_id = ${evaluation}`;
  await tx`DELETE FROM evaluation_sign WHERE evaluation_id = ${evaluation}`;
  await tx`DELETE FROM evaluation_touch WHERE evaluation_id = ${evaluation}`;
  if (walk.marks.length > 0)
    await tx`INSERT INTO evaluation_mark ${tx(walk.marks.map((x) => ({ evaluationId: evaluation, skill: x.skill, side: x.side, score: x.score })))}`;
  if (walk.signs.length > 0)
    await tx`INSERT INTO evaluation_sign ${tx(walk.signs.map((x) => ({ evaluationId: evaluation, rung: x.rung, sign: x.sign, side: x.side, strength: x.strength, moment: x.moment, trend: x.trend })))}`;
  if (walk.touches.length > 0)
    await tx`INSERT INTO evaluation_touch ${tx(walk.touches.map((x) => ({ evaluationId: evaluation, zone: x.zone, side: x.side, by: x.by, strength: x.strength })))}`;
  return true;
}

export async function closeEvaluation(
  tx: Transaction,
  evaluation: EvaluationId,
  by: PersonId,
  at: Date,
  day: LocalDate,
): Promise<void> {
  await tx`UPDATE evaluation SET closed_at = ${at}, closed_by = ${by}, day = ${day} WHERE id = ${evaluation}`;
}
