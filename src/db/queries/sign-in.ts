import { z } from "zod";
import { LANGUAGES } from "#contracts/language.spoken.ts";
import { ROLES } from "#contracts/people.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { bool, id, instant, int, nullable, number, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

export interface NewSession {
  readonly tokenHash: Buffer;
  readonly person: PersonId;
  readonly at: Date;
  readonly until: Date;
  readonly device?: string;
  readonly address?: string;
  readonly awaitsCode?: boolean;
}
/** The password was typed just now. */
export async function insertSession(
  db: Db,
  { tokenHash, person, at, until, device = "", address = "", awaitsCode = false }: NewSession,
): Promise<void> {
  await db`INSERT INTO sign_in_session (token_hash, person_id, created_at, expires_at, seen_at, confirmed_at, device, address, awaits_code)
           VALUES (${tokenHash}, ${person}, ${at}, ${until}, ${at}, ${at}, ${device}, ${address}, ${awaitsCode})`;
}
export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db`DELETE FROM sign_in_session WHERE token_hash = ${tokenHash}`;
}
/** All of somebody's but one. */
export async function deleteSessionsOf(tx: Transaction, person: PersonId, but: string | null = null): Promise<void> {
  await tx`DELETE FROM sign_in_session WHERE person_id = ${person} AND id IS DISTINCT FROM ${but}`;
}
export const endSession = async (tx: Transaction, person: PersonId, session: string): Promise<boolean> =>
  (await tx`DELETE FROM sign_in_session WHERE person_id = ${person} AND id = ${session}`).count === 1;
export async function sweepSessions(db: Db, now: Date): Promise<void> {
  await db`DELETE FROM sign_in_session WHERE expires_at < ${now}`;
}
export async function touchSession(db: Db, session: string, at: Date): Promise<void> {
  await db`UPDATE sign_in_session SET seen_at = ${at} WHERE id = ${session}`;
}
export async function confirmSession(db: Db, session: string, at: Date): Promise<void> {
  await db`UPDATE sign_in_session SET confirmed_at = ${at} WHERE id = ${session}`;
}
const SessionRow = z.object({ id: text, createdAt: instant, seenAt: instant, device: text, address: text });
export const listSessions = (db: Db, person: PersonId, now: Date) =>
  many(
    SessionRow,
    db`SELECT id, created_at, seen_at, device, address FROM sign_in_session
       WHERE person_id = ${person} AND expires_at > ${now} AND NOT awaits_code ORDER BY seen_at DESC, id`,
  );

const VisitorRow = z.object({
  id: id<"person">(),
  name: text,
  role: z.enum(ROLES),
  grade: int,
  mark: text,
  timeZone: text,
  session: text,
  seenAt: instant,
  confirmedAt: nullable(instant),
  mustChange: bool,
  language: z.enum(LANGUAGES),
});
/** The person behind a cookie, while the session lasts, is used, and the person works here; and how far the barn's record has come. */
export const findVisitor = (db: Db, tokenHash: Buffer, now: Date) =>
  maybeOne(
    VisitorRow,
    db`SELECT p.id, p.name, p.role, p.grade, p.must_change, p.language, w.mark, b.time_zone, s.id AS session, s.seen_at, s.confirmed_at
       FROM sign_in_session s JOIN person p ON p.id = s.person_id CROSS JOIN barn b CROSS JOIN written w
       WHERE s.token_hash = ${tokenHash} AND s.expires_at > ${now} AND NOT s.awaits_code AND p.retired_on IS NULL
         AND s.seen_at > ${now}::timestamptz - make_interval(hours => b.idle_hours)`,
  );

const AwaitingRow = z.object({ id: id<"person">(), role: z.enum(ROLES), secret: text, step: number, tries: int, session: text });
/** Whoever has typed the right password a short while ago and still owes the second proof; counts the try. */
export const tryCode = (db: Db, tokenHash: Buffer, since: Date) =>
  maybeOne(
    AwaitingRow,
    db`UPDATE sign_in_session s SET code_tries = s.code_tries + 1 FROM person p
       WHERE p.id = s.person_id AND s.token_hash = ${tokenHash} AND s.awaits_code AND s.created_at > ${since} AND p.retired_on IS NULL AND p.totp_secret IS NOT NULL
       RETURNING p.id, p.role, p.totp_secret AS secret, p.totp_step AS step, s.code_tries AS tries, s.id AS session`,
  );
/** False where the code of this step, or a later one, was taken meanwhile. */
export const takeStep = async (db: Db, person: PersonId, step: number): Promise<boolean> =>
  (await db`UPDATE person SET totp_step = ${step} WHERE id = ${person} AND totp_step < ${step}`).count === 1;
export const takeOneTimeCode = async (db: Db, person: PersonId, hash: Buffer, at: Date): Promise<boolean> =>
  (await db`UPDATE one_time_code SET used_at = ${at} WHERE person_id = ${person} AND code_hash = ${hash} AND used_at IS NULL`)
    .count === 1;
/** A session that owed the second proof has it. */
export async function openSession(db: Db, session: string): Promise<void> {
  await db`UPDATE sign_in_session SET awaits_code = false WHERE id = ${session}`;
}

const TotpRow = z.object({ secret: nullable(text), since: nullable(instant), step: number, codesLeft: int });
export const findTotp = (db: Db, person: PersonId) =>
  one(
    TotpRow,
    db`SELECT totp_secret AS secret, totp_since AS since, totp_step AS step,
         (SELECT count(*)::int FROM one_time_code WHERE person_id = ${person} AND used_at IS NULL) AS codes_left
       FROM person WHERE id = ${person}`,
  );
export async function beginTotp(tx: Transaction, person: PersonId, secret: string): Promise<void> {
  await tx`UPDATE person SET totp_secret = ${secret}, totp_since = NULL, totp_step = 0 WHERE id = ${person}`;
}
export async function dropTotp(tx: Transaction, person: PersonId): Promise<void> {
  await tx`UPDATE person SET totp_secret = NULL, totp_since = NULL, totp_step = 0 WHERE id = ${person}`;
  await tx`DELETE FROM one_time_code WHERE person_id = ${person}`;
}
export async function turnOnTotp(
  tx: Transaction,
  person: PersonId,
  step: number,
  codes: readonly Buffer[],
  at: Date,
): Promise<void> {
  await tx`UPDATE person SET totp_since = ${at}, totp_step = ${step} WHERE id = ${person}`;
  await tx`DELETE FROM one_time_code WHERE person_id = ${person}`;
  for (const hash of codes) await tx`INSERT INTO one_time_code (person_id, code_hash) VALUES (${person}, ${hash})`;
}

export const isKnownDevice = async (db: Db, tokenHash: Buffer, person: PersonId): Promise<boolean> =>
  (await db`SELECT 1 FROM known_device WHERE token_hash = ${tokenHash} AND person_id = ${person}`).length === 1;
export async function keepDevice(db: Db, tokenHash: Buffer, person: PersonId, at: Date): Promise<void> {
  await db`INSERT INTO known_device (token_hash, person_id, at) VALUES (${tokenHash}, ${person}, ${at})
           ON CONFLICT (token_hash, person_id) DO UPDATE SET at = excluded.at`;
}

const TriesRow = z.object({
  pair: int,
  pairLast: nullable(instant),
  name: int,
  nameLast: nullable(instant),
  address: int,
  addressLast: nullable(instant),
});
/** Tries since then but one, which is the own. */
export const countTries = (db: Db, name: string, address: string, since: Date, but: number) =>
  one(
    TriesRow,
    db`SELECT count(*) FILTER (WHERE t.name = ${name} AND t.address = ${address})::int AS pair,
              max(t.at) FILTER (WHERE t.name = ${name} AND t.address = ${address}) AS pair_last,
              count(*) FILTER (WHERE t.name = ${name})::int AS name, max(t.at) FILTER (WHERE t.name = ${name}) AS name_last,
              count(*) FILTER (WHERE t.address = ${address})::int AS address, max(t.at) FILTER (WHERE t.address = ${address}) AS address_last
       FROM sign_in_try t WHERE t.at > ${since} AND t.id <> ${but} AND (t.name = ${name} OR t.address = ${address})`,
  );
const IdRow = z.object({ id: number });
export const insertTry = async (db: Db, name: string, address: string, at: Date): Promise<number> =>
  (await one(IdRow, db`INSERT INTO sign_in_try (name, address, at) VALUES (${name}, ${address}, ${at}) RETURNING id`)).id;
/** It was not looked at: it makes nobody wait longer. */
export async function takeBackTry(db: Db, own: number): Promise<void> {
  await db`DELETE FROM sign_in_try WHERE id = ${own}`;
}
/** Somebody's own tries, once they are in; and all that are too old to count. */
export async function forgetTries(db: Db, name: string, address: string, before: Date): Promise<void> {
  await db`DELETE FROM sign_in_try WHERE (name = ${name} AND address = ${address}) OR at < ${before}`;
}
