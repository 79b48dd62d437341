import { z } from "zod";
import { CONTACT_ROLES, MESSAGE_STATES } from "#contracts/owner.ts";
import type { ContactId, MessageId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const LinkRow = z.object({ token: text, stayId: id<"stay">(), contactId: nullable(id<"contact">()), until: date });
export type LinkRecord = z.output<typeof LinkRow>;
/** Addresses of a stay that were not taken away: the client's, without a contact, and those of its contacts. */
export const listLinks = (db: Db, stay: StayId): Promise<LinkRecord[]> =>
  many(LinkRow, db`SELECT token, stay_id, contact_id, until FROM owner_link WHERE stay_id = ${stay} AND dropped_at IS NULL`);
export const findLink = (db: Db, stay: StayId, contact: ContactId | null) =>
  maybeOne(
    LinkRow,
    db`SELECT token, stay_id, contact_id, until FROM owner_link
       WHERE stay_id = ${stay} AND contact_id IS NOT DISTINCT FROM ${contact} AND dropped_at IS NULL`,
  );
const OpenedRow = LinkRow.extend({ contact: nullable(text) });
/** With the name of the contact whose address it is; null: the client's. */
export const findLinkByToken = (db: Db, token: string) =>
  maybeOne(
    OpenedRow,
    db`SELECT l.token, l.stay_id, l.contact_id, l.until, c.name AS contact FROM owner_link l LEFT JOIN contact c ON c.id = l.contact_id
       WHERE l.token = ${token} AND l.dropped_at IS NULL`,
  );
export async function insertLink(tx: Transaction, link: LinkRecord, by: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO owner_link (token, stay_id, contact_id, until, made_at, made_by) VALUES (${link.token}, ${link.stayId}, ${link.contactId}, ${link.until}, ${at}, ${by})`;
}
export const dropLink = async (tx: Transaction, stay: StayId, contact: ContactId | null, at: Date): Promise<number> =>
  (
    await tx`UPDATE owner_link SET dropped_at = ${at}
      WHERE stay_id = ${stay} AND contact_id IS NOT DISTINCT FROM ${contact} AND dropped_at IS NULL`
  ).count;

const ContactRow = z.object({ id: id<"contact">(), name: text, email: text, role: z.enum(CONTACT_ROLES) });
export type Contact = z.output<typeof ContactRow>;
/** Who hears of a stay's horse beside the client, the first named first. */
export const listContacts = (db: Db, stay: StayId): Promise<Contact[]> =>
  many(
    ContactRow,
    db`SELECT c.id, c.name, c.email, c.role FROM contact c JOIN stay s ON s.horse_id = c.horse_id
       WHERE s.id = ${stay} AND c.removed_at IS NULL ORDER BY c.added_at, c.id`,
  );
/** False where somebody with this address hears of the horse already. */
export const insertContact = async (tx: Transaction, stay: StayId, contact: Contact, at: Date): Promise<boolean> =>
  (
    await tx`INSERT INTO contact (id, horse_id, name, email, role, added_at)
      SELECT ${contact.id}, horse_id, ${contact.name}, ${contact.email}, ${contact.role}, ${at} FROM stay WHERE id = ${stay}
      ON CONFLICT (horse_id, lower(email)) WHERE removed_at IS NULL DO NOTHING`
  ).count === 1;
/** Hears of it no more, and the addresses open no more. */
export async function removeContactRow(tx: Transaction, contact: ContactId, at: Date): Promise<boolean> {
  const done = await tx`UPDATE contact SET removed_at = ${at} WHERE id = ${contact} AND removed_at IS NULL`;
  await tx`UPDATE owner_link SET dropped_at = ${at} WHERE contact_id = ${contact} AND dropped_at IS NULL`;
  return done.count === 1;
}

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

/** Claims one letter whose time has come, until the lease ends: two senders never have the same. */
export const claimMessage = (db: Db, now: Date, leaseUntil: Date) =>
  maybeOne(
    MessageRow,
    db`WITH m AS (
         UPDATE message SET state = 'sending', lease_until = ${leaseUntil}
         WHERE id = (SELECT id FROM message WHERE state = 'waiting' AND next_try <= ${now} ORDER BY next_try, made_at, id LIMIT 1 FOR UPDATE SKIP LOCKED)
         RETURNING *)
       SELECT ${columns(db)} FROM m ${joined(db)}`,
  );
/** Those whose sender did not come back: what became of them nobody knows. */
export const giveUpLeases = async (db: Db, now: Date, trouble: string): Promise<number> =>
  (
    await db`UPDATE message SET state = 'unknown', lease_until = NULL, tries = tries + 1, trouble = ${trouble} WHERE state = 'sending' AND lease_until < ${now}`
  ).count;

export type Outcome =
  | { readonly state: "sent"; readonly at: Date }
  | { readonly state: "waiting"; readonly trouble: string; readonly next: Date }
  | { readonly state: "failed" | "unknown"; readonly trouble: string };
/** What became of a letter that was claimed. False where its lease had ended: then it stays as it was given up. */
export async function settleMessage(db: Db, message: MessageId, outcome: Outcome): Promise<boolean> {
  const sentAt = outcome.state === "sent" ? outcome.at : null;
  const trouble = outcome.state === "sent" ? "" : outcome.trouble;
  const next = outcome.state === "waiting" ? outcome.next : null;
  const done = await db`
    UPDATE message SET state = ${outcome.state}, lease_until = NULL, tries = tries + 1, sent_at = ${sentAt}, trouble = ${trouble}, next_try = COALESCE(${next}, next_try)
    WHERE id = ${message} AND (state = 'sending' OR (state = 'unknown' AND ${outcome.state === "sent"}))`;
  return done.count === 1;
}
/** Only what failed, or may have, is taken up again. */
export const takeUpAgain = async (tx: Transaction, message: MessageId, now: Date): Promise<number> =>
  (
    await tx`UPDATE message SET state = 'waiting', tries = 0, trouble = '', next_try = ${now} WHERE id = ${message} AND state IN ('failed', 'unknown')`
  ).count;
/** Somebody says that a letter which may have gone did. */
export const markGone = async (tx: Transaction, message: MessageId, at: Date): Promise<number> =>
  (await tx`UPDATE message SET state = 'sent', sent_at = ${at}, trouble = '' WHERE id = ${message} AND state = 'unknown'`).count;

const NextRow = z.object({ next: nullable(instant) });
/** When the next letter that waits is to be tried, or the next lease ends; null: neither. */
export const nextTry = async (db: Db): Promise<Date | null> =>
  (
    await maybeOne(
      NextRow,
      db`SELECT LEAST((SELECT min(next_try) FROM message WHERE state = 'waiting'), (SELECT min(lease_until) FROM message WHERE state = 'sending')) AS next`,
    )
  )?.next ?? null;
const SentRow = z.object({ issue: int });
/** Numbers of approved reports that a letter went out with, or waits to. */
export const listSentIssues = async (db: Db, stays: readonly StayId[]): Promise<ReadonlySet<number>> =>
  new Set(
    (await many(SentRow, db`SELECT issue FROM message WHERE issue IS NOT NULL AND stay_id = ANY(${[...stays]}::uuid[])`)).map(
      ({ issue }) => issue,
    ),
  );
