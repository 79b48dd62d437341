/** Taking away what is kept no longer, and who asked to be forgotten. */
import { createHash } from "node:crypto";
import { z } from "zod";
import { KeepingFields as Fields, type KeepingFields } from "#contracts/keeping.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { ClientId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, int, nullable, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

const KeepingRow = z.object({ version: int, keeping: Fields, by: nullable(id<"person">()), cleanOn: nullable(date) });
export const findKeeping = (db: Db) =>
  one(KeepingRow, db`SELECT keeping_version AS version, keeping, keeping_by AS by, kept_clean_on AS clean_on FROM barn`);
export const saveKeeping = async (tx: Transaction, version: number, keeping: KeepingFields, by: PersonId): Promise<boolean> =>
  (
    await tx`UPDATE barn SET keeping = ${tx.json(keeping)}, keeping_by = ${by}, keeping_version = keeping_version + 1, kept_clean_on = NULL
             WHERE keeping_version = ${version}`
  ).count === 1;
/** True for whoever comes first on a day. */
export const claimCleaning = async (tx: Transaction, today: LocalDate): Promise<boolean> =>
  (await tx`UPDATE barn SET kept_clean_on = ${today} WHERE kept_clean_on IS DISTINCT FROM ${today}`).count === 1;

/** Words and addresses of letters that are over; that there was one stays, so that none is sent twice. */
export const emptyLetters = async (tx: Transaction, before: LocalDate): Promise<number> =>
  (
    await tx`UPDATE message SET to_name = '', to_address = '', subject = '', body = ''
             WHERE made_at < ${before}::date AND state IN ('sent', 'failed') AND body <> ''`
  ).count;
export const dropChanges = async (tx: Transaction, before: LocalDate): Promise<number> =>
  (await tx`DELETE FROM change WHERE at < ${before}::date`).count;
/** Of horses that went home before; what an approved report shows stays with it. */
export const dropPhotos = async (tx: Transaction, before: LocalDate): Promise<number> =>
  (
    await tx`DELETE FROM media m USING stay s WHERE s.id = m.stay_id AND s.went_home < ${before}
             AND NOT EXISTS (SELECT FROM report_photo p WHERE p.media_id = m.id)`
  ).count;

const ClientRow = z.object({ id: id<"client">(), name: text, here: z.boolean(), forgottenOn: nullable(date) });
const selectClient = (db: Db) => db`
  SELECT c.id, c.name, c.forgotten_on, EXISTS (SELECT FROM horse h JOIN stay s ON s.horse_id = h.id WHERE h.client_id = c.id AND s.went_home IS NULL) AS here
  FROM client c`;
export const lockClientOf = (tx: Transaction, stay: StayId) =>
  maybeOne(
    ClientRow,
    tx`${selectClient(tx)} WHERE c.id = (SELECT h.client_id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE s.id = ${stay}) FOR UPDATE OF c`,
  );
export const isForgotten = async (db: Db, stay: StayId): Promise<boolean> =>
  (
    await db`SELECT 1 FROM client c JOIN horse h ON h.client_id = c.id JOIN stay s ON s.horse_id = h.id WHERE s.id = ${stay} AND c.forgotten_on IS NOT NULL`
  ).length > 0;
/** Clients whose last horse went home before. */
export const listLongGone = (tx: Transaction, before: LocalDate) =>
  many(
    ClientRow,
    tx`${selectClient(tx)} WHERE c.forgotten_on IS NULL
       AND (SELECT max(coalesce(s.went_home, 'infinity'::date)) FROM horse h JOIN stay s ON s.horse_id = h.id WHERE h.client_id = c.id) < ${before} FOR UPDATE OF c`,
  );

/** What is only there between barn and owner, by the column that leads to the stay. */
const BETWEEN = ["message", "check_back", "owner_visit", "hand_over", "calendar_feed", "owner_link"] as const;
/** Where riders, vets and managers may have written a name: table, column, and how its rows are found from the stays. */
const WORDS: readonly (readonly [table: string, column: string, json: boolean, of: "stay" | "card" | "evaluation"])[] = [
  ["stay", "aim", false, "stay"],
  ["stay", "complaint", false, "stay"],
  ["stay", "after_words", false, "stay"],
  ["hold", "reason", false, "stay"],
  ["check_up", "asked", false, "stay"],
  ["check_up", "answer", false, "stay"],
  ["check_up", "booked_with", false, "stay"],
  ["measuring", "words", false, "stay"],
  ["report", "words", true, "stay"],
  ["report", "home", true, "stay"],
  ["evaluation", "words", true, "stay"],
  ["judgement", "content", true, "evaluation"],
  ["card_revision", "word", false, "card"],
  ["card_revision", "next_time", false, "card"],
  ["card_revision", "gear_why", false, "card"],
  ["card_revision", "override_reason", false, "card"],
  ["card_incident", "before", false, "card"],
  ["card_first", "words", false, "card"],
];
const IssueRow = z.object({ number: int, content: z.unknown() });
const NameRow = z.object({ name: text });
const IdRow = z.object({ id: id<"stay">() });

/** A name as a whole word, however it is written. */
const patternOf = (names: readonly string[]): string =>
  `\\m(${names.map((name) => name.replaceAll(/[.*+?^${}()|[\]\\]/g, "\\$&")).join("|")})\\M`;

/**
 * Names, contacts, letters, photos and papers of a client and their horses go; what was worked and scored stays, of a horse without a name. In what others wrote
 * the names are replaced.
 */
export async function forgetRows(tx: Transaction, client: ClientId, today: LocalDate): Promise<void> {
  const names = (
    await many(
      NameRow,
      tx`SELECT name FROM client WHERE id = ${client} UNION SELECT name FROM horse WHERE client_id = ${client}
         UNION SELECT k.name FROM contact k JOIN horse h ON h.id = k.horse_id WHERE h.client_id = ${client}`,
    )
  ).map(({ name }) => name);
  const stays = (
    await many(
      IdRow,
      tx`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.client_id = ${client} ORDER BY s.id FOR UPDATE OF s`,
    )
  ).map(({ id }) => id);
  const ofStays = tx`stay_id = ANY(${stays}::uuid[])`;
  const found = {
    stay: (table: string) => (table === "stay" ? tx`id = ANY(${stays}::uuid[])` : ofStays),
    card: () => tx`card_id IN (SELECT id FROM card WHERE ${ofStays})`,
    evaluation: () => tx`evaluation_id IN (SELECT id FROM evaluation WHERE ${ofStays})`,
  };
  const pattern = patternOf(names);
  for (const [table, column, json, of] of WORDS) {
    const inWords = tx`${tx(column)}${json ? tx`::text` : tx``}`;
    await tx`UPDATE ${tx(table)} SET ${tx(column)} = regexp_replace(${inWords}, ${pattern}, '…', 'gi')${json ? tx`::jsonb` : tx``}
             WHERE ${found[of](table)} AND ${inWords} ~* ${pattern}`;
  }
  await tx`DELETE FROM report_answer WHERE issue IN (SELECT i.number FROM report_issue i JOIN report r ON r.id = i.report_id WHERE r.${ofStays})`;
  await tx`DELETE FROM homework_done WHERE homework_id IN (SELECT id FROM homework WHERE ${ofStays})`;
  for (const table of BETWEEN) await tx`DELETE FROM ${tx(table)} WHERE ${ofStays}`;
  await tx`DELETE FROM contact WHERE horse_id IN (SELECT id FROM horse WHERE client_id = ${client})`;
  await tx`DELETE FROM report_photo WHERE report_id IN (SELECT id FROM report WHERE ${ofStays})`;
  await tx`DELETE FROM media WHERE ${ofStays}`;
  await tx`DELETE FROM check_file WHERE check_id IN (SELECT id FROM check_up WHERE ${ofStays})`;
  await emptyIssues(tx, stays, pattern);
  const subjects = [...stays, client];
  await tx`UPDATE change SET details = '{}' WHERE subject_id = ANY(${subjects}::text[]) OR details::text ~* ${pattern}`;
  await tx`DELETE FROM import_item WHERE (subject = 'client' AND key = ${client}) OR (subject = 'horse' AND key IN (SELECT id::text FROM horse WHERE client_id = ${client}))
             OR (subject = 'stay' AND key = ANY(${stays}::text[]))`;
  await tx`UPDATE horse SET name = 'Horse ' || left(id::text, 6), history_words = '', version = version + 1 WHERE client_id = ${client}`;
  await tx`UPDATE client SET name = 'Former client', phone = '', email = '', emergency_name = '', emergency_phone = '', vet_name = '', vet_phone = '', vet_release = false,
             forgotten_on = ${today}, version = version + 1 WHERE id = ${client}`;
}
/** Approved numbers stay, with what was asked and done, and without names; their sum is of what stands there now. */
async function emptyIssues(tx: Transaction, stays: readonly StayId[], pattern: string): Promise<void> {
  const issues = await many(
    IssueRow,
    tx`UPDATE report_issue SET content = regexp_replace(content::text, ${pattern}, '…', 'gi')::jsonb
       WHERE report_id IN (SELECT id FROM report WHERE stay_id = ANY(${[...stays]}::uuid[])) RETURNING number, content`,
  );
  for (const { number, content } of issues)
    await tx`UPDATE report_issue SET content_hash = ${createHash("sha256").update(JSON.stringify(content)).digest("hex")} WHERE number = ${number}`;
}
