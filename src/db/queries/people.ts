import { z } from "zod";
import { type PersonFields, ROLES } from "#contracts/people.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { keptOfTables } from "../kept.ts";
import { bool, date, id, int, nullable, number, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const PersonRow = z.object({
  id: id<"person">(),
  name: text,
  signIn: text,
  role: z.enum(ROLES),
  grade: z.literal([1, 2, 3, 4, 5]),
  weightKg: nullable(number),
  rides: bool,
  /** May do what is marked as specialist work. */
  specialist: bool,
  worksDays: z.array(z.literal([1, 2, 3, 4, 5, 6, 7])),
  worksFrom: int,
  worksTo: int,
  lunchFrom: int,
  lunchTo: int,
  lunchMinutes: int,
  maxSaddle: int,
  retiredOn: nullable(date),
  version: int,
});
export type Person = z.output<typeof PersonRow>;

const columns = (db: Db) =>
  db`id, name, sign_in, role, grade, weight_kg, rides, specialist, works_days, works_from, works_to, lunch_from, lunch_to, lunch_minutes, max_saddle, retired_on, version`;

export const listPeople = keptOfTables(
  ["person"],
  (db): Promise<readonly Person[]> =>
    many(PersonRow, db`SELECT ${columns(db)} FROM person ORDER BY retired_on IS NOT NULL, role = 'helper', name`),
);
export const findPerson = async (db: Db, who: PersonId): Promise<Person | null> =>
  (await listPeople(db)).find(({ id: known }) => known === who) ?? null;

const CredentialRow = z.object({ id: id<"person">(), role: z.enum(ROLES), passwordHash: text, secondProof: bool });
const credential = (db: Db) =>
  db`SELECT id, role, password_hash, totp_since IS NOT NULL AS second_proof FROM person WHERE retired_on IS NULL`;
/** Retired people have no credentials any more. */
export const findCredential = (db: Db, signIn: string) => maybeOne(CredentialRow, db`${credential(db)} AND sign_in = ${signIn}`);
export const findCredentialOf = (db: Db, person: PersonId) => maybeOne(CredentialRow, db`${credential(db)} AND id = ${person}`);

export async function insertPerson(
  db: Db,
  who: PersonId,
  signIn: string,
  passwordHash: string,
  p: PersonFields,
  mustChange = false,
): Promise<boolean> {
  const made = await db`
    INSERT INTO person (id, name, sign_in, role, password_hash, grade, weight_kg, rides, specialist, works_days, works_from, works_to, lunch_from, lunch_to, lunch_minutes, max_saddle, must_change)
    VALUES (${who}, ${p.name}, ${signIn}, ${p.role}, ${passwordHash}, ${p.grade}, ${p.weightKg}, ${p.rides}, ${p.specialist}, ${p.worksDays}, ${p.worksFrom}, ${p.worksTo}, ${p.lunchFrom}, ${p.lunchTo}, ${p.lunchMinutes}, ${p.maxSaddle}, ${mustChange})
    ON CONFLICT ON CONSTRAINT person_sign_in_free DO NOTHING`;
  return made.count === 1;
}

export async function updatePerson(tx: Transaction, who: PersonId, version: number, p: PersonFields): Promise<boolean> {
  const done = await tx`
    UPDATE person SET name = ${p.name}, role = ${p.role}, grade = ${p.grade}, weight_kg = ${p.weightKg}, rides = ${p.rides}, works_days = ${p.worksDays},
      works_from = ${p.worksFrom}, works_to = ${p.worksTo}, lunch_from = ${p.lunchFrom}, lunch_to = ${p.lunchTo}, lunch_minutes = ${p.lunchMinutes}, max_saddle = ${p.maxSaddle}, version = version + 1
    WHERE id = ${who} AND version = ${version}`;
  return done.count === 1;
}

export async function retirePerson(tx: Transaction, who: PersonId, version: number, day: LocalDate): Promise<boolean> {
  const done = await tx`UPDATE person SET retired_on = ${day}, version = version + 1 WHERE id = ${who} AND version = ${version}`;
  return done.count === 1;
}

/** `mustChange`: it was given by somebody else. */
export async function setPassword(tx: Transaction, who: PersonId, hash: string, mustChange: boolean): Promise<void> {
  await tx`UPDATE person SET password_hash = ${hash}, must_change = ${mustChange} WHERE id = ${who}`;
}

/** Locks the managers in work, so that two retirements at once cannot leave the barn without one. */
export async function lockManagers(tx: Transaction): Promise<number> {
  const rows = await tx`SELECT id FROM person WHERE role = 'manager' AND retired_on IS NULL ORDER BY id FOR UPDATE`;
  return rows.length;
}

const AbsenceRow = z.object({
  id: id<"absence">(),
  personId: id<"person">(),
  firstDay: date,
  lastDay: date,
  fromMinute: nullable(int),
  toMinute: nullable(int),
  reason: text,
});
export type Absence = z.output<typeof AbsenceRow>;

/** Absences that end on the day or later. */
export const listAbsences = keptOfTables(
  ["absence"],
  (db, from: LocalDate): Promise<readonly Absence[]> =>
    many(
      AbsenceRow,
      db`SELECT id, person_id, first_day, last_day, from_minute, to_minute, reason FROM absence WHERE last_day >= ${from} ORDER BY first_day, id`,
    ),
);

export async function insertAbsence(tx: Transaction, a: Absence): Promise<void> {
  await tx`INSERT INTO absence (id, person_id, first_day, last_day, from_minute, to_minute, reason)
           VALUES (${a.id}, ${a.personId}, ${a.firstDay}, ${a.lastDay}, ${a.fromMinute}, ${a.toMinute}, ${a.reason})`;
}
export async function deleteAbsence(tx: Transaction, absence: string): Promise<boolean> {
  return (await tx`DELETE FROM absence WHERE id = ${absence}`).count === 1;
}
