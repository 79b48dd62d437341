import { z } from "zod";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { text } from "../rows.ts";
import { maybeOne } from "../run.ts";

const RequestRow = z.object({ route: text, bodyHash: z.instanceof(Buffer), answer: z.unknown() });

/** What an earlier request with this key was answered; waits for one that is still running. */
export async function claimRequest(tx: Transaction, person: PersonId, key: string) {
  await tx`SELECT pg_advisory_xact_lock(hashtextextended(${`${person}:${key}`}, 1))`;
  return maybeOne(RequestRow, tx`SELECT route, body_hash, answer FROM request WHERE person_id = ${person} AND key = ${key}`);
}

export async function keepRequest(
  tx: Transaction,
  request: { person: PersonId; key: string; route: string; bodyHash: Buffer; answer: unknown; at: Date },
): Promise<void> {
  await tx`INSERT INTO request (person_id, key, route, body_hash, answer, at)
           VALUES (${request.person}, ${request.key}, ${request.route}, ${request.bodyHash}, ${tx.json(request.answer as never)}, ${request.at})`;
}

/** Keys are kept as long as somebody may still repeat a request, and no longer. */
export async function sweepRequests(db: Db, before: Date): Promise<void> {
  await db`DELETE FROM request WHERE at < ${before}`;
}

export async function noteChange(
  tx: Transaction,
  change: { at: Date; person: PersonId; subject: string; subjectId: string; what: string; details: unknown },
): Promise<void> {
  await tx`INSERT INTO change (at, person_id, subject, subject_id, what, details)
           VALUES (${change.at}, ${change.person}, ${change.subject}, ${change.subjectId}, ${change.what}, ${tx.json(change.details as never)})`;
}
