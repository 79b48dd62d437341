import { z } from "zod/mini";
import { MESSAGE_STATES } from "#contracts/owner.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { MessageId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const LinkRow = z.object({ token: text, stayId: id<"stay">(), until: date });
export type LinkRecord = z.output<typeof LinkRow>;
export const findLink = (db: Db, stay: StayId) =>
  maybeOne(LinkRow, db`SELECT token, stay_id, until FROM owner_link WHERE stay_id = ${stay} AND dropped_at IS NULL`);
export const findLinkByToken = (db: Db, token: string) =>
  maybeOne(LinkRow, db`SELECT token, stay_id, until FROM owner_link WHERE token = ${token} AND dropped_at IS NULL`);
export async function insertLink(tx: Transaction, link: LinkRecord, by: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO owner_link (token, stay_id, until, made_at, made_by) VALUES (${link.token}, ${link.stayId}, ${link.until}, ${at}, ${by})`;
}
export const extendLink = async (tx: Transaction, token: string, until: LocalDate): Promise<void> =>
  void (await tx`UPDATE owner_link SET until = ${until} WHERE token = ${token}`);
export const dropLink = async (tx: Transaction, stay: StayId, at: Date): Promise<number> =>
  (await tx`UPDATE owner_link SET dropped_at = ${at} WHERE stay_id = ${stay} AND dropped_at IS NULL`).count;

const MessageRow = z.object({
  id: id<"message">(),
  stayId: id<"stay">(),
  horse: text,
  toName: text,
  toAddress: text,
  subject: text,
  body: text,
  issue: nullable(int),
  madeAt: instant,
  by: text,
  state: z.enum(MESSAGE_STATES),
  tries: int,
  sentAt: nullable(instant),
  trouble: text,
});
export type MessageRecord = z.output<typeof MessageRow>;
const columns = (db: Db) => db`
  m.id, m.stay_id, h.name AS horse, m.to_name, m.to_address, m.subject, m.body, m.issue, m.made_at, p.name AS by, m.state, m.tries, m.sent_at, m.trouble`;
const joined = (db: Db) =>
  db`JOIN stay s ON s.id = m.stay_id JOIN horse h ON h.id = s.horse_id JOIN person p ON p.id = m.made_by`;

/** Letters, the newest first. */
export const listMessages = (db: Db, limit: number): Promise<MessageRecord[]> =>
  many(MessageRow, db`SELECT ${columns(db)} FROM message m ${joined(db)} ORDER BY m.made_at DESC, m.id LIMIT ${limit}`);
export const listMessagesOf = (db: Db, stay: StayId): Promise<MessageRecord[]> =>
  many(
    MessageRow,
    db`SELECT ${columns(db)} FROM message m ${joined(db)} WHERE m.stay_id = ${stay} ORDER BY m.made_at DESC, m.id`,
  );

interface NewMessage {
  readonly id: MessageId;
  readonly about: string;
  readonly stay: StayId;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  readonly body: string;
  readonly issue: number | null;
}
/** False where a letter about the same was written already. */
export async function insertMessage(tx: Transaction, m: NewMessage, by: PersonId, at: Date): Promise<boolean> {
  const done = await tx`
    INSERT INTO message (id, about, stay_id, to_name, to_address, subject, body, issue, made_at, made_by, next_try)
    VALUES (${m.id}, ${m.about}, ${m.stay}, ${m.toName}, ${m.toAddress}, ${m.subject}, ${m.body}, ${m.issue}, ${at}, ${by}, ${at})
    ON CONFLICT ON CONSTRAINT message_once DO NOTHING`;
  return done.count === 1;
}

/** One letter whose time has come, held until the transaction ends: two senders never have the same. */
export const claimMessage = (tx: Transaction, now: Date) =>
  maybeOne(
    MessageRow,
    tx`SELECT ${columns(tx)} FROM message m ${joined(tx)} WHERE m.state = 'waiting' AND m.next_try <= ${now}
       ORDER BY m.next_try, m.made_at, m.id LIMIT 1 FOR UPDATE OF m SKIP LOCKED`,
  );
export const markSent = async (tx: Transaction, message: MessageId, at: Date): Promise<void> =>
  void (await tx`UPDATE message SET state = 'sent', sent_at = ${at}, tries = tries + 1, trouble = '' WHERE id = ${message}`);
export const markTried = async (tx: Transaction, message: MessageId, trouble: string, next: Date): Promise<void> =>
  void (await tx`UPDATE message SET tries = tries + 1, trouble = ${trouble}, next_try = ${next} WHERE id = ${message}`);
export const markFailed = async (tx: Transaction, message: MessageId, trouble: string): Promise<void> =>
  void (await tx`UPDATE message SET state = 'failed', tries = tries + 1, trouble = ${trouble} WHERE id = ${message}`);
/** Only what failed is taken up again. */
export const takeUpAgain = async (tx: Transaction, message: MessageId, now: Date): Promise<number> =>
  (
    await tx`UPDATE message SET state = 'waiting', tries = 0, trouble = '', next_try = ${now} WHERE id = ${message} AND state = 'failed'`
  ).count;

const NextRow = z.object({ next: nullable(instant) });
/** When the next letter that waits is to be tried; null: none waits. */
export const nextTry = async (db: Db): Promise<Date | null> =>
  (await maybeOne(NextRow, db`SELECT min(next_try) AS next FROM message WHERE state = 'waiting'`))?.next ?? null;
const SentRow = z.object({ issue: int });
/** Numbers of approved reports that a letter went out with, or waits to. */
export const listSentIssues = async (db: Db, stays: readonly StayId[]): Promise<ReadonlySet<number>> =>
  new Set(
    (await many(SentRow, db`SELECT issue FROM message WHERE issue IS NOT NULL AND stay_id = ANY(${[...stays]}::uuid[])`)).map(
      ({ issue }) => issue,
    ),
  );
