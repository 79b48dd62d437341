import { z } from "zod/mini";
import { ROLES } from "#contracts/people.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { id, int, text } from "../rows.ts";
import { maybeOne, one } from "../run.ts";

export async function insertSession(db: Db, tokenHash: Buffer, person: PersonId, at: Date, until: Date): Promise<void> {
  await db`INSERT INTO sign_in_session (token_hash, person_id, created_at, expires_at) VALUES (${tokenHash}, ${person}, ${at}, ${until})`;
}
export async function deleteSession(db: Db, tokenHash: Buffer): Promise<void> {
  await db`DELETE FROM sign_in_session WHERE token_hash = ${tokenHash}`;
}
export async function deleteSessionsOf(tx: Transaction, person: PersonId): Promise<void> {
  await tx`DELETE FROM sign_in_session WHERE person_id = ${person}`;
}
export async function sweepSessions(db: Db, now: Date): Promise<void> {
  await db`DELETE FROM sign_in_session WHERE expires_at < ${now}`;
}

const VisitorRow = z.object({ id: id<"person">(), name: text, role: z.enum(ROLES), grade: int, revision: int, timeZone: text });
/** The person behind a cookie, while the session lasts and the person works here; and how far the barn's record has come. */
export const findVisitor = (db: Db, tokenHash: Buffer, now: Date) =>
  maybeOne(
    VisitorRow,
    db`SELECT p.id, p.name, p.role, p.grade, b.revision, b.time_zone
       FROM sign_in_session s JOIN person p ON p.id = s.person_id CROSS JOIN barn b
       WHERE s.token_hash = ${tokenHash} AND s.expires_at > ${now} AND p.retired_on IS NULL`,
  );

const Count = z.object({ byName: int, byAddress: int });
export const countTries = (db: Db, name: string, address: string, since: Date) =>
  one(
    Count,
    db`SELECT (SELECT count(*) FROM sign_in_try WHERE name = ${name} AND at > ${since})::int AS by_name,
              (SELECT count(*) FROM sign_in_try WHERE address = ${address} AND at > ${since})::int AS by_address`,
  );
export async function insertTry(db: Db, name: string, address: string, at: Date): Promise<void> {
  await db`INSERT INTO sign_in_try (name, address, at) VALUES (${name}, ${address}, ${at})`;
}
export async function forgetTries(db: Db, name: string, before: Date): Promise<void> {
  await db`DELETE FROM sign_in_try WHERE name = ${name} OR at < ${before}`;
}
