import { z } from "zod";
import {
  CourseFields,
  type GateFields,
  IncidentFields,
  PulseReadingFields,
  type RecordFields,
  TakenFields,
} from "#contracts/card.ts";
import { tack } from "#contracts/fields.ts";
import { JumpFields } from "#contracts/jump.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { CALM_ANSWERS, ENDINGS, GAITS, SESSION_KINDS, WEATHERS } from "#core/card/card.ts";
import { MOUNT_STEPS } from "#core/card/first-step.ts";
import type { RecordField } from "#core/card/merge.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import { GATE_TICKS, RED_SIGNS } from "#core/permission/ground-check.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { Db, Transaction } from "../client.ts";
import { keptOfStay } from "../kept.ts";
import { bool, date, id, instant, int, nullable, number, score, side, strength, text } from "../rows.ts";
import { many } from "../run.ts";

const step = nullable(z.enum(MOUNT_STEPS));
const RevisionRow = z.object({
  cardId: id<"card">(),
  revision: int,
  at: instant,
  by: text,
  groundMinutes: int,
  saddleMinutes: int,
  circleMinutes: int,
  gaits: z.array(z.enum(GAITS)),
  weather: z.enum(WEATHERS),
  tack: z.array(tack),
  gearWhy: text,
  /** Who helped in fact. */
  helper: nullable(id<"person">()),
  helperName: nullable(text),
  swaps: z.array(z.object({ skill: text, did: nullable(text), why: text })),
  measures: z.array(z.object({ skill: text, figure: number })),
  course: z.array(CourseFields),
  mount: nullable(z.object({ left: step, right: step })),
  taken: nullable(TakenFields),
  offered: z.array(text),
  readings: z.array(PulseReadingFields),
  ending: z.array(z.enum(ENDINGS)),
  endedWell: bool,
  word: text,
  nextTime: text,
  ifCalm: nullable(text),
  calm: nullable(z.object({ skill: text, answer: z.enum(CALM_ANSWERS), why: text })),
  smaller: bool,
  jump: nullable(JumpFields),
  gateTicks: z.array(z.enum(GATE_TICKS)),
  redSigns: z.array(z.enum(RED_SIGNS)),
  redGone: z.array(z.enum(RED_SIGNS)),
  joinedWith: nullable(int),
  clashes: z.array(z.custom<RecordField>((x) => typeof x === "string")),
  gateState: z.enum(["open", "half", "shut"]),
  overrideBy: nullable(text),
  overrideReason: text,
  /** What the record went against, as it was judged when it was written. */
  against: z.custom<readonly Reason[]>(Array.isArray),
  scores: z.array(z.object({ skill: text, side, score })),
  signs: z.array(z.object({ sign: text, skill: nullable(text), side, strength })),
  incidents: z.array(IncidentFields),
  firsts: z.array(z.object({ skill: nullable(text), words: text })),
});
export type Revision = z.output<typeof RevisionRow>;

const aggregated = (db: Db) => db`
  v.card_id, v.revision, v.at, p.name AS by, v.ground_minutes, v.saddle_minutes, v.circle_minutes, v.gaits, v.weather, v.tack, v.gear_why, v.helper_id AS helper, b.name AS helper_name,
  v.swaps, v.measures, v.course, v.mount, v.taken, v.offered, v.readings, v.ending, v.joined_with, v.clashes, v.ended_well, v.word, v.next_time, v.if_calm, v.calm, v.smaller, v.jump,
  v.gate_ticks, v.red_signs, v.red_gone, v.gate_state, o.name AS override_by, v.override_reason, v.against, scores.list AS scores, signs.list AS signs, incidents.list AS incidents, firsts.list AS firsts`;
const joined = (db: Db) => db`
  JOIN person p ON p.id = v.by_person LEFT JOIN person o ON o.id = v.override_by LEFT JOIN person b ON b.id = v.helper_id
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('skill', skill, 'side', side, 'score', score) ORDER BY skill, side), '[]') AS list
    FROM card_score WHERE card_id = v.card_id AND revision = v.revision) scores
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('sign', sign, 'skill', skill, 'side', side, 'strength', strength) ORDER BY position), '[]') AS list
    FROM card_sign WHERE card_id = v.card_id AND revision = v.revision) signs
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('kind', kind, 'before', before, 'hurt', hurt, 'during', during, 'ledBy', led_by, 'strength', strength) ORDER BY position), '[]') AS list
    FROM card_incident WHERE card_id = v.card_id AND revision = v.revision) incidents
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('skill', skill, 'words', words) ORDER BY position), '[]') AS list
    FROM card_first WHERE card_id = v.card_id AND revision = v.revision) firsts`;

/** Every revision of a card, the newest first. */
export const listRevisions = (db: Db, card: CardId): Promise<Revision[]> =>
  many(
    RevisionRow,
    db`SELECT ${aggregated(db)} FROM card_revision v ${joined(db)} WHERE v.card_id = ${card} ORDER BY v.revision DESC`,
  );

/** The newest revision of a card, and the one that somebody began from. */
export const findRevisions = (db: Db, card: CardId, began: number | null): Promise<Revision[]> =>
  many(
    RevisionRow,
    db`SELECT ${aggregated(db)} FROM card k JOIN card_revision v ON v.card_id = k.id AND v.revision IN (k.revision, ${began}::smallint) ${joined(db)}
       WHERE k.id = ${card} ORDER BY v.revision DESC`,
  );

const WorkedRow = RevisionRow.extend({
  day: date,
  kind: z.enum(SESSION_KINDS),
  riderId: id<"person">(),
  rider: text,
});
export type Worked = z.output<typeof WorkedRow>;
/** The sessions of a stay that were worked, oldest first, each in the revision that counts. */
export const listWorked = keptOfStay((db, stay) =>
  many(
    WorkedRow,
    db`SELECT ${aggregated(db)}, k.day, k.kind, k.rider_id, q.name AS rider
       FROM card k JOIN card_revision v ON v.card_id = k.id AND v.revision = k.revision JOIN person q ON q.id = k.rider_id ${joined(db)}
       WHERE k.stay_id = ${stay} ORDER BY k.day, k.start`,
  ),
);

/** Every revision of a stay's cards that were written more than once, the newest first. */
export const listRevised = (db: Db, stay: StayId): Promise<Worked[]> =>
  many(
    WorkedRow,
    db`SELECT ${aggregated(db)}, k.day, k.kind, k.rider_id, q.name AS rider
       FROM card k JOIN card_revision v ON v.card_id = k.id JOIN person q ON q.id = k.rider_id ${joined(db)}
       WHERE k.stay_id = ${stay} AND k.revision > 1 ORDER BY k.day, v.revision DESC`,
  );

const DayWorkedRow = WorkedRow.extend({ stayId: id<"stay">(), horse: text });
/** The sessions of a day that were worked, by the clock, each in the revision that counts. */
export const listDayWorked = (db: Db, day: LocalDate) =>
  many(
    DayWorkedRow,
    db`SELECT ${aggregated(db)}, k.day, k.kind, k.stay_id, k.rider_id, q.name AS rider, h.name AS horse
       FROM card k JOIN card_revision v ON v.card_id = k.id AND v.revision = k.revision JOIN person q ON q.id = k.rider_id
       JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id ${joined(db)}
       WHERE k.day = ${day} ORDER BY k.start`,
  );

const StampRow = z.object({ stayId: id<"stay">(), cards: int, last: nullable(instant) });
/** When each of these stays was last written to by a card, and how often: tells whether its record has moved on. */
export const listRecordStamps = (db: Db, stays: readonly StayId[]) =>
  many(
    StampRow,
    db`SELECT k.stay_id, count(*)::int AS cards, max(v.at) AS last FROM card k JOIN card_revision v ON v.card_id = k.id
       WHERE k.stay_id = ANY(${[...stays]}::uuid[]) GROUP BY k.stay_id`,
  );

const ScoreRow = z.object({ stayId: id<"stay">(), skill: text, side, score, day: date, walk: bool });
export type StayScore = z.output<typeof ScoreRow>;
/** All scores of a stay, from evaluations and cards, in the order in which they were given. */
export const listScores = keptOfStay((db, stay) =>
  many(
    ScoreRow,
    db`SELECT e.stay_id, m.skill, m.side, m.score, e.day, true AS walk, 0 AS rank, 0 AS start FROM evaluation e JOIN evaluation_mark m ON m.evaluation_id = e.id
         WHERE e.stay_id = ${stay} AND e.closed_at IS NOT NULL AND m.score IS NOT NULL
       UNION ALL
       SELECT k.stay_id, c.skill, c.side, c.score, k.day, false, 1, k.start FROM card k JOIN card_score c ON c.card_id = k.id AND c.revision = k.revision WHERE k.stay_id = ${stay}
       ORDER BY day, rank, start, skill, side`,
  ),
);

export interface NewRevision {
  readonly card: CardId;
  readonly revision: number;
  readonly by: { readonly person: PersonId; readonly at: Date };
  readonly record: RecordFields;
  readonly gate: GateFields & { state: string; overrideBy: PersonId | null; against: readonly Reason[] };
  readonly joined: { readonly with: number; readonly clashes: readonly RecordField[] } | null;
}
const rowOf = (tx: Transaction, { card, revision, by, record, gate, joined }: NewRevision) => ({
  cardId: card,
  revision,
  byPerson: by.person,
  at: by.at,
  groundMinutes: record.groundMinutes,
  saddleMinutes: record.saddleMinutes,
  circleMinutes: record.circleMinutes,
  gaits: record.gaits,
  weather: record.weather,
  tack: record.tack,
  gearWhy: record.gearWhy,
  helperId: record.helper,
  swaps: tx.json(record.swaps),
  measures: tx.json(record.measures),
  course: tx.json(record.course),
  mount: record.mount && tx.json(record.mount),
  taken: record.taken && tx.json(record.taken as never),
  offered: record.offered,
  readings: tx.json(record.readings),
  ending: record.ending,
  endedWell: record.endedWell,
  word: record.word,
  nextTime: record.nextTime,
  ifCalm: record.ifCalm,
  calm: record.calm && tx.json(record.calm),
  smaller: record.smaller,
  jump: record.jump && tx.json(record.jump as never),
  gateTicks: gate.ticks,
  redSigns: gate.redSigns,
  redGone: gate.redGone,
  gateState: gate.state,
  overrideBy: gate.overrideBy,
  overrideReason: gate.overrideReason,
  against: tx.json(gate.against as never),
  joinedWith: joined && joined.with,
  clashes: [...(joined?.clashes ?? [])],
});

/** Revisions of cards, one each at the most; each closes its card. As many at once as there are fields for: some hundreds. */
export async function insertRevisions(tx: Transaction, revisions: readonly NewRevision[]): Promise<void> {
  await tx`INSERT INTO card_revision ${tx(revisions.map((one) => rowOf(tx, one)))}`;
  const all = <T extends object>(of: (record: RecordFields) => readonly T[]) =>
    revisions.flatMap(({ card, revision, record }) =>
      of(record).map((item, position) => ({ cardId: card, revision, position, ...item })),
    );
  const scores = all((record) => record.scores).map(({ position: _, ...score }) => score);
  if (scores.length > 0) await tx`INSERT INTO card_score ${tx(scores)}`;
  const signs = all((record) => record.signs);
  if (signs.length > 0) await tx`INSERT INTO card_sign ${tx(signs)}`;
  const incidents = all((record) => record.incidents);
  if (incidents.length > 0) await tx`INSERT INTO card_incident ${tx(incidents)}`;
  const firsts = all((record) => record.firsts);
  if (firsts.length > 0) await tx`INSERT INTO card_first ${tx(firsts)}`;
  await tx`UPDATE card SET state = 'closed', revision = written.revision, version = version + 1
           FROM unnest(${revisions.map(({ card }) => card)}::uuid[], ${revisions.map(({ revision }) => revision)}::smallint[]) written(id, revision)
           WHERE card.id = written.id`;
}
