/** What a spreadsheet's rows are compared with, and what an import made, so that it can be taken out again. */
import { z } from "zod";
import { CAME, type Came } from "#contracts/import.ts";
import { type ClientFields, History, type HorseFields } from "#contracts/stay.ts";
import { HORSE_CLASSES, SEXES } from "#core/horse/horse.ts";
import type { ClientId, HorseId, ImportId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { bool, date, id, instant, int, nullable, number, text } from "../rows.ts";
import { many } from "../run.ts";

const ClientRow = z.object({
  id: id<"client">(),
  name: text,
  phone: text,
  email: text,
  emergencyName: text,
  emergencyPhone: text,
  vetName: text,
  vetPhone: text,
  vetRelease: bool,
});
/** Clients of that name, however it is written; locked, so that nobody else changes them meanwhile. */
export const findClientsNamed = (tx: Transaction, name: string) =>
  many(
    ClientRow,
    tx`SELECT id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release FROM client
       WHERE lower(name) = lower(${name}) ORDER BY id FOR UPDATE`,
  );
export async function updateClient(tx: Transaction, client: ClientId, c: ClientFields): Promise<void> {
  await tx`UPDATE client SET name = ${c.name}, phone = ${c.phone}, email = ${c.email}, emergency_name = ${c.emergencyName}, emergency_phone = ${c.emergencyPhone},
             vet_name = ${c.vetName}, vet_phone = ${c.vetPhone}, vet_release = ${c.vetRelease}, version = version + 1 WHERE id = ${client}`;
}

const HorseRow = z.object({
  id: id<"horse">(),
  clientId: id<"client">(),
  name: text,
  birthDate: nullable(date),
  birthYear: nullable(int),
  sex: z.enum(SEXES),
  class: z.enum(HORSE_CLASSES),
  heightCm: nullable(number),
  toldKg: nullable(number),
  history: History,
  historyWords: text,
});
/** Horses of that name, of one client or of all; locked. */
export const findHorsesNamed = (tx: Transaction, name: string, client: ClientId | null) =>
  many(
    HorseRow,
    tx`SELECT id, client_id, name, birth_date, birth_year, sex, class, height_cm, told_kg, history, history_words FROM horse
       WHERE lower(name) = lower(${name}) AND (${client}::uuid IS NULL OR client_id = ${client}) ORDER BY id FOR UPDATE`,
  );
export async function updateHorse(tx: Transaction, horse: HorseId, h: HorseFields): Promise<void> {
  await tx`UPDATE horse SET name = ${h.name}, birth_date = ${h.birthDate}, birth_year = ${h.birthYear}, sex = ${h.sex}, class = ${h.class}, height_cm = ${h.heightCm},
             told_kg = ${h.toldKg}, history = ${tx.json(h.history)}, history_words = ${h.historyWords}, version = version + 1 WHERE id = ${horse}`;
}

const StayRow = z.object({
  id: id<"stay">(),
  horseId: id<"horse">(),
  horse: text,
  firstDay: date,
  wentHome: nullable(date),
  givenBefore: int,
  givenUntil: nullable(date),
});
export type SpanOf = z.output<typeof StayRow>;
/** When every horse has been here. */
export const listAllSpans = (db: Db): Promise<SpanOf[]> =>
  many(
    StayRow,
    db`SELECT s.id, s.horse_id, h.name AS horse, s.first_day, s.went_home, s.given_before, s.given_until FROM stay s JOIN horse h ON h.id = s.horse_id ORDER BY s.first_day`,
  );
/** Sessions of paper that are rows now. */
export async function countLess(tx: Transaction, stay: StayId, given: number): Promise<void> {
  await tx`UPDATE stay SET given_before = ${given}, given_until = CASE WHEN ${given} = 0 THEN NULL ELSE given_until END, version = version + 1 WHERE id = ${stay}`;
}

const SessionRow = z.object({ stayId: id<"stay">(), day: date, riderId: id<"person">(), groundMinutes: int, saddleMinutes: int });
/** Every session of these stays, as far as one is told from another. */
export const listSessionKeys = (db: Db, stays: readonly StayId[]) =>
  many(
    SessionRow,
    db`SELECT k.stay_id, k.day, k.rider_id, r.ground_minutes, r.saddle_minutes FROM card k JOIN card_revision r ON r.card_id = k.id AND r.revision = k.revision
       WHERE k.stay_id = ANY(${[...stays]}::uuid[])`,
  );

const ImportRow = z.object({
  id: id<"import">(),
  list: z.enum(CAME),
  file: text,
  by: text,
  at: instant,
  made: int,
  changed: int,
  undoneAt: nullable(instant),
});
const columns = (db: Db) => db`i.id, i.list, i.file, p.name AS by, i.at, i.made, i.changed, i.undone_at`;
/** The last ones. */
export const listImports = (db: Db, limit: number) =>
  many(
    ImportRow,
    db`SELECT ${columns(db)} FROM import i JOIN person p ON p.id = i.by_person ORDER BY i.at DESC, i.id LIMIT ${limit}`,
  );
export const lockImport = async (tx: Transaction, of: ImportId) =>
  (
    await many(
      ImportRow,
      tx`SELECT ${columns(tx)} FROM import i JOIN person p ON p.id = i.by_person WHERE i.id = ${of} FOR UPDATE OF i`,
    )
  )[0] ?? null;

/** From here to the end of the transaction every row that it makes or changes is written down under this import. */
export async function beginImport(
  tx: Transaction,
  of: { id: ImportId; list: Came; file: string; by: PersonId; at: Date },
): Promise<void> {
  await tx`INSERT INTO import (id, list, file, by_person, at) VALUES (${of.id}, ${of.list}, ${of.file}, ${of.by}, ${of.at})`;
  await tx`SELECT set_config('furlong.import', ${of.id}, true)`;
}
export async function endImport(tx: Transaction, of: ImportId, made: number, changed: number): Promise<void> {
  await tx`SELECT set_config('furlong.import', '', true)`;
  await tx`UPDATE import SET made = ${made}, changed = ${changed} WHERE id = ${of}`;
}

/** Tables that an import is written down of, those first that others do not hang on; and how a row of each is found again. */
const TABLES = ["media", "card", "evaluation", "hold", "measuring", "weighing", "stay", "horse", "client", "person"] as const;
const KEYED: Readonly<Record<(typeof TABLES)[number], readonly string[]>> = {
  media: ["id"],
  card: ["id"],
  evaluation: ["id"],
  hold: ["id"],
  measuring: ["stay_id", "day"],
  weighing: ["stay_id", "day"],
  stay: ["id"],
  horse: ["id"],
  client: ["id"],
  person: ["id"],
};
/** The row of ours (t) that an item (i) is about. */
const same = (tx: Transaction, table: (typeof TABLES)[number]) => {
  const [first, second] = KEYED[table].map((column) =>
    column === "day" ? tx`t.day = (i.after ->> 'day')::date` : tx`t.${tx(column)} = (i.after ->> ${column})::uuid`,
  );
  return second ? tx`${first ?? tx``} AND ${second}` : (first ?? tx``);
};

const NamedRow = z.object({ name: text });
/** Names of what is not as the import left it any more. */
export async function listChangedSince(tx: Transaction, of: ImportId): Promise<readonly string[]> {
  const names = new Set<string>();
  for (const table of TABLES) {
    const found = await many(
      NamedRow,
      tx`SELECT coalesce(i.after ->> 'name', h.name, ${table}) AS name FROM import_item i JOIN ${tx(table)} t ON ${same(tx, table)}
         LEFT JOIN stay s ON s.id = coalesce(i.after ->> 'stay_id', CASE WHEN ${table} = 'stay' THEN i.after ->> 'id' END)::uuid LEFT JOIN horse h ON h.id = s.horse_id
         WHERE i.import_id = ${of} AND i.subject = ${table} AND to_jsonb(t) <> i.after ORDER BY 1 LIMIT 20`,
    );
    for (const { name } of found) names.add(name);
  }
  return [...names];
}

const ColumnRow = z.object({ name: text });
/** Everything as it was before: what was new goes, what was changed has its former values. A foreign key stands against it where something new hangs on it. */
export async function takeOut(tx: Transaction, of: ImportId): Promise<void> {
  const fresh = (table: string) =>
    tx`SELECT (after ->> 'id')::uuid FROM import_item WHERE import_id = ${of} AND subject = ${table} AND before IS NULL`;
  await tx`SET CONSTRAINTS ALL DEFERRED`;
  for (const part of ["card_score", "card_sign", "card_incident", "card_first", "card_revision"])
    await tx`DELETE FROM ${tx(part)} WHERE card_id IN (${fresh("card")})`;
  // What is computed of a stay is no record of its own.
  for (const derived of ["plan_change", "forecast", "plan", "skill_taken"])
    await tx`DELETE FROM ${tx(derived)} WHERE stay_id IN (${fresh("stay")})`;
  for (const table of TABLES) {
    const names = (
      await many(
        ColumnRow,
        tx`SELECT column_name AS name FROM information_schema.columns
           WHERE table_schema = current_schema() AND table_name = ${table} AND is_generated = 'NEVER' ORDER BY ordinal_position`,
      )
    ).map(({ name }) => name);
    await tx`UPDATE ${tx(table)} t SET (${tx(names)}) = (SELECT ${tx(names)} FROM jsonb_populate_record(t, i.before))
             FROM import_item i WHERE i.import_id = ${of} AND i.subject = ${table} AND i.before IS NOT NULL AND ${same(tx, table)}`;
    await tx`DELETE FROM ${tx(table)} t USING import_item i WHERE i.import_id = ${of} AND i.subject = ${table} AND i.before IS NULL AND ${same(tx, table)}`;
  }
}
export async function markUndone(tx: Transaction, of: ImportId, by: PersonId, at: Date): Promise<void> {
  await tx`UPDATE import SET undone_at = ${at}, undone_by = ${by} WHERE id = ${of}`;
  await tx`DELETE FROM import_item WHERE import_id = ${of}`;
}
/** What could be taken out until then can be no more: nothing of it has to be kept. */
export async function forgetItems(db: Db, before: Date): Promise<void> {
  await db`DELETE FROM import_item USING import i WHERE import_id = i.id AND i.at < ${before}`;
}
