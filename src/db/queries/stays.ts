import { z } from "zod";
import { LOOKERS, Restrictions } from "#contracts/check.ts";
import { AFTER_LEVELS, type ClientFields, type Details, History, type HorseFields, type StayFields } from "#contracts/stay.ts";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { COUNTINGS } from "#core/calendar/term.ts";
import { INCIDENT_KINDS, KNOWN_DURINGS, LED_BYS } from "#core/card/card.ts";
import { CHECK_STATES } from "#core/check/check.ts";
import { HORSE_CLASSES, KINDS, SEXES } from "#core/horse/horse.ts";
import { SADDLE_FITS } from "#core/horse/measuring.ts";
import { CHECK_RESULTS, TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { SECOND_PERSONS } from "#core/intake/limits.ts";
import { EVALUATION_KINDS } from "#core/intake/outcome.ts";
import type { HoldId, HorseId, PersonId, StayId } from "#core/kernel/brand.ts";
import { BUILDS } from "#core/tools/weight.ts";
import type { Db, Transaction } from "../client.ts";
import { keptByStay } from "../kept.ts";
import { bool, date, id, int, nullable, number, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";
import { marksInWork, marksOf } from "../stamps.ts";

const HoldRow = z.object({
  id: id<"hold">(),
  kind: z.enum(HOLD_KINDS),
  from: date,
  to: nullable(date),
  stopsClock: bool,
  reason: text,
});
export type HoldRecord = z.output<typeof HoldRow>;

/** A stay with what the term's arithmetic and the rules of the day need of its record. */
const StayRow = z.object({
  id: id<"stay">(),
  kind: z.enum(KINDS),
  aim: text,
  complaint: text,
  complaintDuring: z.array(z.enum(KNOWN_DURINGS)),
  complaintLedBy: z.array(z.enum(LED_BYS)),
  length: z.literal([30, 60, 90]),
  firstDay: date,
  sessionsAWeek: int,
  givenBefore: int,
  /** The first day of the record of a term that ran already; null: it was entered before it began. */
  givenUntil: nullable(date),
  counting: z.enum(COUNTINGS),
  method: text,
  afterDays: nullable(int),
  afterLevel: z.enum(AFTER_LEVELS),
  afterWords: text,
  riskSet: nullable(z.literal([1, 2, 3, 4, 5])),
  riskSetOn: nullable(date),
  wentHome: nullable(date),
  version: int,
  horseId: id<"horse">(),
  horse: text,
  birthDate: nullable(date),
  birthYear: nullable(int),
  sex: z.enum(SEXES),
  class: z.enum(HORSE_CLASSES),
  heightCm: nullable(number),
  toldKg: nullable(number),
  history: History,
  historyWords: text,
  client: text,
  holds: z.array(HoldRow),
  delivered: z.array(date),
  rides: int,
  firsts: z.array(z.object({ day: date, words: text })),
  evaluations: z.array(
    z.object({
      id: id<"evaluation">(),
      kind: z.enum(EVALUATION_KINDS),
      day: date,
      closed: bool,
      signed: bool,
      withersCm: nullable(number),
      croupCm: nullable(number),
    }),
  ),
  reportNumber: nullable(int),
  lastIncident: nullable(z.object({ kind: z.enum(INCIDENT_KINDS), day: date })),
  apart: z.array(id<"stay">()),
  /** People who neither ride nor help with it. */
  keptFrom: z.array(id<"person">()),
  /** What was signed last. */
  judged: nullable(
    z.object({
      risk: int,
      ridden: bool,
      secondPerson: z.enum(SECOND_PERSONS),
      sessionMinutes: nullable(int),
      circleMinutes: int,
      focus: z.array(text),
      day: date,
    }),
  ),
  checks: z.array(
    z.object({
      state: z.enum(CHECK_STATES),
      cause: nullable(z.enum(CAUSE_IDS)),
      who: z.enum(LOOKERS),
      orderedOn: date,
      due: date,
      bookedFor: nullable(date),
      holds: z.enum(HOLDS),
      skills: z.array(text),
      doneOn: nullable(date),
      result: nullable(z.enum(CHECK_RESULTS)),
      releasedOn: nullable(date),
      restrictions: Restrictions,
    }),
  ),
  trials: z.array(z.object({ change: z.enum(TRIALS), result: z.enum(TRIAL_RESULTS) })),
  /** The last evaluation that took what a weight is read from. */
  measured: nullable(
    z.object({
      day: date,
      scaleKg: nullable(number),
      girthCm: nullable(number),
      lengthCm: nullable(number),
      withersCm: nullable(number),
      neckCm: nullable(number),
      build: z.enum(BUILDS),
    }),
  ),
  /** The last time that it was weighed between evaluations. */
  weighed: nullable(z.object({ day: date, kilograms: number, byScale: bool })),
  /** What was measured last between evaluations, each of them by itself; null: never. */
  measuredLast: nullable(
    z.object({
      day: date,
      heightsOn: nullable(date),
      conditionOn: nullable(date),
      withersCm: nullable(number),
      croupCm: nullable(number),
      condition: nullable(number),
      saddleFit: nullable(z.enum(SADDLE_FITS)),
    }),
  ),
});
export type Stay = z.output<typeof StayRow>;

/**
 * Aggregates come from the revision that counts of each closed card; the halves of a split session are one session. OFFSET 0 keeps the planner from reading all firsts and incidents
 * of ten years once for every horse.
 */
const selectStays = (db: Db) => db`
  SELECT s.id, s.kind, s.aim, s.complaint, s.complaint_during, s.complaint_led_by, s.length, s.first_day, s.sessions_a_week, s.given_before, s.given_until, s.counting, s.method, s.after_days, s.after_level, s.after_words,
    s.risk_set, s.risk_set_on, s.went_home, s.version, s.horse_id, h.name AS horse, h.birth_date, h.birth_year, h.sex, h.class, h.height_cm, h.told_kg, h.history, c.name AS client,
    holds.list AS holds, worked.delivered, worked.rides, firsts.list AS firsts, evaluations.list AS evaluations, issue.number AS report_number,
    incident.last AS last_incident, apart.list AS apart, kept.list AS kept_from, judged.list AS judged, checks.list AS checks, trials.list AS trials,
    measured.last AS measured, weighed.last AS weighed, lately.last AS measured_last, h.history_words
  FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('id', id, 'kind', kind, 'from', first_day, 'to', last_day, 'stopsClock', stops_clock, 'reason', reason) ORDER BY first_day), '[]') AS list
    FROM hold WHERE stay_id = s.id) holds
  CROSS JOIN LATERAL (SELECT coalesce(array_agg(k.day ORDER BY k.day) FILTER (WHERE first.revision IS NULL), '{}') AS delivered,
      count(*) FILTER (WHERE r.saddle_minutes > 0)::int AS rides
    FROM card k JOIN card_revision r ON r.card_id = k.id AND r.revision = k.revision LEFT JOIN card first ON first.id = k.after_card WHERE k.stay_id = s.id) worked
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('day', k.day, 'words', f.words) ORDER BY k.day, f.position), '[]') AS list
    FROM card k CROSS JOIN LATERAL (SELECT words, position FROM card_first WHERE card_id = k.id AND revision = k.revision OFFSET 0) f
    WHERE k.stay_id = s.id) firsts
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('id', id, 'kind', kind, 'day', day, 'closed', closed_at IS NOT NULL, 'withersCm', withers_cm, 'croupCm', croup_cm,
      'signed', EXISTS (SELECT FROM judgement WHERE evaluation_id = evaluation.id)) ORDER BY day, id), '[]') AS list
    FROM evaluation WHERE stay_id = s.id) evaluations
  LEFT JOIN LATERAL (SELECT max(i.number) AS number FROM report r JOIN report_issue i ON i.report_id = r.id WHERE r.stay_id = s.id AND r.kind = 'end') issue ON true
  LEFT JOIN LATERAL (SELECT json_build_object('kind', i.kind, 'day', k.day) AS last
    FROM card k CROSS JOIN LATERAL (SELECT kind, position FROM card_incident WHERE card_id = k.id AND revision = k.revision OFFSET 0) i
    WHERE k.stay_id = s.id ORDER BY k.day DESC, i.position DESC LIMIT 1) incident ON true
  LEFT JOIN LATERAL (SELECT j.in_force || jsonb_build_object('focus', j.content -> 'focus', 'day', e.day) AS list FROM judgement j JOIN evaluation e ON e.id = j.evaluation_id
    WHERE e.stay_id = s.id ORDER BY e.day DESC, e.closed_at DESC, j.revision DESC LIMIT 1) judged ON true
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('state', state, 'cause', cause, 'who', who, 'orderedOn', ordered_on, 'due', due, 'bookedFor', booked_for,
      'holds', holds, 'skills', skills, 'doneOn', done_on, 'result', result, 'releasedOn', released_on, 'restrictions', restrictions) ORDER BY due, id), '[]') AS list
    FROM check_up WHERE stay_id = s.id AND state <> 'cancelled') checks
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('change', change, 'result', result) ORDER BY ended_on, id), '[]') AS list
    FROM trial WHERE stay_id = s.id AND result IS NOT NULL) trials
  LEFT JOIN LATERAL (SELECT json_build_object('day', day, 'scaleKg', scale_kg, 'girthCm', girth_cm, 'lengthCm', length_cm, 'withersCm', withers_cm, 'neckCm', neck_cm, 'build', build) AS last
    FROM evaluation WHERE stay_id = s.id AND closed_at IS NOT NULL AND (scale_kg IS NOT NULL OR (girth_cm IS NOT NULL AND length_cm IS NOT NULL))
    ORDER BY day DESC, closed_at DESC LIMIT 1) measured ON true
  LEFT JOIN LATERAL (SELECT json_build_object('day', day, 'kilograms', kilograms, 'byScale', by_scale) AS last FROM weighing WHERE stay_id = s.id
    ORDER BY day DESC LIMIT 1) weighed ON true
  LEFT JOIN LATERAL (SELECT json_build_object('day', max(day), 'heightsOn', max(day) FILTER (WHERE withers_cm IS NOT NULL AND croup_cm IS NOT NULL),
      'conditionOn', max(day) FILTER (WHERE condition IS NOT NULL),
      'withersCm', (array_agg(withers_cm ORDER BY day DESC) FILTER (WHERE withers_cm IS NOT NULL AND croup_cm IS NOT NULL))[1],
      'croupCm', (array_agg(croup_cm ORDER BY day DESC) FILTER (WHERE withers_cm IS NOT NULL AND croup_cm IS NOT NULL))[1],
      'condition', (array_agg(condition ORDER BY day DESC) FILTER (WHERE condition IS NOT NULL))[1],
      'saddleFit', (array_agg(saddle_fit ORDER BY day DESC) FILTER (WHERE saddle_fit IS NOT NULL))[1]) AS last
    FROM measuring WHERE stay_id = s.id HAVING count(*) > 0) lately ON true
  CROSS JOIN LATERAL (SELECT coalesce(array_agg(other), '{}') AS list FROM (
    SELECT other_stay_id AS other FROM apart WHERE stay_id = s.id UNION SELECT stay_id FROM apart WHERE other_stay_id = s.id) both_ways) apart
  CROSS JOIN LATERAL (SELECT coalesce(array_agg(person_id), '{}') AS list FROM kept_from WHERE stay_id = s.id) kept`;

const keptStays = keptByStay(
  ({ id: stay }: Stay) => stay,
  (db, stays) => many(StayRow, db`${selectStays(db)} WHERE s.id = ANY(${[...stays]}::uuid[])`),
);
/** Stays not gone home, those to come included, in the order of their first day. */
export const listStays = async (db: Db): Promise<readonly Stay[]> => keptStays(db, await marksInWork(db));
/** Whether one was ever booked. */
export const anyStays = async (db: Db): Promise<boolean> => (await db`SELECT 1 FROM stay LIMIT 1`).length > 0;
export const findStay = async (db: Db, stay: StayId): Promise<Stay | null> =>
  (await keptStays(db, await marksOf(db, [stay])))[0] ?? null;

const GoneRow = z.object({
  id: id<"stay">(),
  horse: text,
  client: text,
  length: int,
  firstDay: date,
  wentHome: date,
  kind: z.enum(KINDS),
  sessions: int,
  reportNumber: nullable(int),
});
export type GoneStay = z.output<typeof GoneRow>;
/** The stays that went home last; all of them without a limit. */
export const listGone = (db: Db, limit: number | null = null): Promise<GoneStay[]> =>
  many(
    GoneRow,
    db`SELECT s.id, h.name AS horse, c.name AS client, s.kind, s.length, s.first_day, s.went_home,
         (SELECT count(*)::int FROM card k WHERE k.stay_id = s.id AND k.revision > 0) AS sessions,
         (SELECT max(i.number) FROM report r JOIN report_issue i ON i.report_id = r.id WHERE r.stay_id = s.id AND r.kind = 'end') AS report_number
       FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id
       WHERE s.went_home IS NOT NULL ORDER BY s.went_home DESC, h.name LIMIT ${limit}`,
  );

/** Locks the stay for the rest of the transaction: writes to one stay follow one another. */
export async function lockStay(tx: Transaction, stay: StayId): Promise<boolean> {
  return (await tx`SELECT id FROM stay WHERE id = ${stay} FOR UPDATE`).length === 1;
}
/** Several, always in one order: two writes that need some of the same never wait for each other. */
export async function lockStays(tx: Transaction, stays: readonly StayId[]): Promise<void> {
  await tx`SELECT id FROM stay WHERE id = ANY(${[...stays]}::uuid[]) ORDER BY id FOR UPDATE`;
}

export async function insertClient(tx: Transaction, client: string, f: ClientFields): Promise<void> {
  await tx`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
           VALUES (${client}, ${f.name}, ${f.phone}, ${f.email}, ${f.emergencyName}, ${f.emergencyPhone}, ${f.vetName}, ${f.vetPhone}, ${f.vetRelease})`;
}
export async function insertHorse(tx: Transaction, horse: HorseId, client: string, f: HorseFields): Promise<void> {
  await tx`INSERT INTO horse (id, client_id, name, birth_date, birth_year, sex, class, height_cm, told_kg, history, history_words)
           VALUES (${horse}, ${client}, ${f.name}, ${f.birthDate}, ${f.birthYear}, ${f.sex}, ${f.class}, ${f.heightCm}, ${f.toldKg}, ${tx.json(f.history)}, ${f.historyWords})`;
}
const KnownRow = z.object({
  horse: id<"horse">(),
  name: text,
  client: text,
  wentHome: nullable(date),
  class: z.enum(HORSE_CLASSES),
  birthDate: nullable(date),
  birthYear: nullable(int),
  heightCm: nullable(number),
  toldKg: nullable(number),
});
/** Horses that do not stand here and are not booked, those that were here last first; nobody whose client is forgotten. */
export const listKnownHorses = (db: Db, limit: number) =>
  many(
    KnownRow,
    db`SELECT h.id AS horse, h.name, c.name AS client, max(s.went_home) AS went_home, h.class, h.birth_date, h.birth_year, h.height_cm, h.told_kg FROM horse h JOIN client c ON c.id = h.client_id LEFT JOIN stay s ON s.horse_id = h.id
       WHERE c.forgotten_on IS NULL GROUP BY h.id, c.id HAVING count(s.id) = count(s.went_home) ORDER BY max(s.went_home) DESC NULLS LAST, h.name, h.id LIMIT ${limit}`,
  );
/** Whoever books a horse waits for who books it too. */
export const lockHorse = async (tx: Transaction, horse: HorseId): Promise<boolean> =>
  (await tx`SELECT 1 FROM horse WHERE id = ${horse} FOR UPDATE`).length === 1;
const SpanRow = z.object({ id: id<"stay">(), firstDay: date, wentHome: nullable(date), version: int });
/** When a horse has been here. */
export const listSpans = (db: Db, horse: HorseId) =>
  many(SpanRow, db`SELECT id, first_day, went_home, version FROM stay WHERE horse_id = ${horse} ORDER BY first_day`);
/** `today`: what was given on paper was given before it. */
export async function insertStay(tx: Transaction, stay: StayId, horse: HorseId, f: StayFields, today: LocalDate): Promise<void> {
  await tx`INSERT INTO stay (id, horse_id, kind, aim, complaint, complaint_during, complaint_led_by, length, first_day, sessions_a_week, given_before, given_until, counting, method, after_days, after_level, after_words)
           VALUES (${stay}, ${horse}, ${f.kind}, ${f.aim}, ${f.complaint}, ${[...f.complaintDuring]}, ${[...f.complaintLedBy]}, ${f.length}, ${f.firstDay}, ${f.sessionsAWeek}, ${f.givenBefore}, ${f.givenBefore > 0 ? today : null}, ${f.counting}, ${f.method}, ${f.afterDays}, ${f.afterLevel}, ${f.afterWords})`;
}
export async function updateStay(
  tx: Transaction,
  stay: StayId,
  version: number,
  f: StayFields,
  risk: { readonly set: number | null; readonly on: LocalDate },
): Promise<boolean> {
  const done = await tx`
    UPDATE stay SET kind = ${f.kind}, aim = ${f.aim}, complaint = ${f.complaint}, complaint_during = ${[...f.complaintDuring]}, complaint_led_by = ${[...f.complaintLedBy]}, length = ${f.length}, first_day = ${f.firstDay}, sessions_a_week = ${f.sessionsAWeek}, given_before = ${f.givenBefore}, given_until = CASE WHEN ${f.givenBefore} = 0 THEN NULL ELSE coalesce(given_until, ${risk.on}::date) END, counting = ${f.counting},
      method = ${f.method}, after_days = ${f.afterDays}, after_level = ${f.afterLevel}, after_words = ${f.afterWords}, risk_set = ${risk.set},
      risk_set_on = CASE WHEN ${risk.set}::smallint IS NULL THEN NULL WHEN risk_set IS DISTINCT FROM ${risk.set}::smallint THEN ${risk.on}::date ELSE risk_set_on END, version = version + 1
    WHERE id = ${stay} AND version = ${version}`;
  return done.count === 1;
}
export async function clearRiskSet(tx: Transaction, stay: StayId): Promise<void> {
  await tx`UPDATE stay SET risk_set = NULL, risk_set_on = NULL, version = version + 1 WHERE id = ${stay} AND risk_set IS NOT NULL`;
}
export async function sendHome(tx: Transaction, stay: StayId, version: number, day: LocalDate): Promise<boolean> {
  return (
    (await tx`UPDATE stay SET went_home = ${day}, version = version + 1 WHERE id = ${stay} AND version = ${version}`).count === 1
  );
}

const DetailsRow = z.object({
  version: int,
  client: text,
  phone: text,
  email: text,
  emergencyName: text,
  emergencyPhone: text,
  vetName: text,
  vetPhone: text,
  vetRelease: bool,
  horse: text,
  birthDate: nullable(date),
  birthYear: nullable(int),
  sex: z.enum(SEXES),
  class: z.enum(HORSE_CLASSES),
  heightCm: nullable(number),
  toldKg: nullable(number),
  history: History,
  historyWords: text,
});

/** Client and horse of a stay. Either one's change moves the version on, so that no editor builds on what is not there any more. */
export async function findDetails(db: Db, stay: StayId): Promise<Details | null> {
  const row = await maybeOne(
    DetailsRow,
    db`SELECT c.version + h.version AS version, c.name AS client, c.phone, c.email, c.emergency_name, c.emergency_phone, c.vet_name, c.vet_phone,
         c.vet_release, h.name AS horse, h.birth_date, h.birth_year, h.sex, h.class, h.height_cm, h.told_kg, h.history, h.history_words
       FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id WHERE s.id = ${stay}`,
  );
  if (!row) return null;
  const { version, client, phone, email, emergencyName, emergencyPhone, vetName, vetPhone, vetRelease, horse, ...known } = row;
  return {
    version,
    client: { name: client, phone, email, emergencyName, emergencyPhone, vetName, vetPhone, vetRelease },
    horse: { name: horse, ...known },
  };
}

/** Writers of one client or horse follow one another from here on. */
export async function lockDetails(tx: Transaction, stay: StayId): Promise<void> {
  await tx`SELECT h.id FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id WHERE s.id = ${stay} FOR UPDATE OF h, c`;
}
export async function updateDetails(tx: Transaction, stay: StayId, c: ClientFields, h: HorseFields): Promise<void> {
  await tx`
    UPDATE horse SET name = ${h.name}, birth_date = ${h.birthDate}, birth_year = ${h.birthYear}, sex = ${h.sex}, class = ${h.class}, height_cm = ${h.heightCm}, told_kg = ${h.toldKg},
      history = ${tx.json(h.history)}, history_words = ${h.historyWords}, version = version + 1
    WHERE id = (SELECT horse_id FROM stay WHERE id = ${stay})`;
  await tx`
    UPDATE client SET name = ${c.name}, phone = ${c.phone}, email = ${c.email}, emergency_name = ${c.emergencyName}, emergency_phone = ${c.emergencyPhone},
      vet_name = ${c.vetName}, vet_phone = ${c.vetPhone}, vet_release = ${c.vetRelease}, version = version + 1
    WHERE id = (SELECT client_id FROM horse WHERE id = (SELECT horse_id FROM stay WHERE id = ${stay}))`;
}

export async function insertHold(tx: Transaction, stay: StayId, hold: HoldRecord): Promise<void> {
  await tx`INSERT INTO hold (id, stay_id, kind, first_day, last_day, stops_clock, reason)
           VALUES (${hold.id}, ${stay}, ${hold.kind}, ${hold.from}, ${hold.to}, ${hold.stopsClock}, ${hold.reason})`;
}
export const findHoldStay = (db: Db, hold: HoldId) =>
  maybeOne(z.object({ stayId: id<"stay">(), from: date }), db`SELECT stay_id, first_day AS "from" FROM hold WHERE id = ${hold}`);
export async function endHold(tx: Transaction, hold: HoldId, lastDay: LocalDate): Promise<void> {
  await tx`UPDATE hold SET last_day = ${lastDay} WHERE id = ${hold}`;
}

export async function insertKeptFrom(tx: Transaction, stay: StayId, person: PersonId): Promise<void> {
  await tx`INSERT INTO kept_from (stay_id, person_id) VALUES (${stay}, ${person}) ON CONFLICT DO NOTHING`;
}
export async function deleteKeptFrom(tx: Transaction, stay: StayId, person: PersonId): Promise<void> {
  await tx`DELETE FROM kept_from WHERE stay_id = ${stay} AND person_id = ${person}`;
}
export async function insertApart(tx: Transaction, a: StayId, b: StayId): Promise<void> {
  await tx`INSERT INTO apart (stay_id, other_stay_id) VALUES (${a < b ? a : b}, ${a < b ? b : a}) ON CONFLICT DO NOTHING`;
}
export async function deleteApart(tx: Transaction, a: StayId, b: StayId): Promise<void> {
  await tx`DELETE FROM apart WHERE (stay_id = ${a} AND other_stay_id = ${b}) OR (stay_id = ${b} AND other_stay_id = ${a})`;
}

export async function insertWeighing(
  tx: Transaction,
  stay: StayId,
  w: { day: LocalDate; kilograms: number; byScale: boolean; by: PersonId; at: Date },
): Promise<void> {
  await tx`INSERT INTO weighing (stay_id, day, kilograms, by_scale, by_person, at) VALUES (${stay}, ${w.day}, ${w.kilograms}, ${w.byScale}, ${w.by}, ${w.at})
           ON CONFLICT (stay_id, day) DO UPDATE SET kilograms = EXCLUDED.kilograms, by_scale = EXCLUDED.by_scale, by_person = EXCLUDED.by_person, at = EXCLUDED.at`;
}

const MethodRow = z.object({ method: text });
/** Every method that a stay has or had. */
export const listMethods = async (db: Db): Promise<readonly string[]> =>
  (await many(MethodRow, db`SELECT DISTINCT method FROM stay`)).map(({ method }) => method);
