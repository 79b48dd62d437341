/** A barn grows up through every migration with a row in every table that there was: none goes, and what was written stays. */
import { readdirSync } from "node:fs";
import { afterAll, beforeAll, expect, inject, it } from "vitest";
import { createDatabase } from "#bin/prepare.ts";
import { connect, type Sql } from "#db/client.ts";
import { migrate, pending } from "#db/migrate.ts";

const NAMES = readdirSync("src/db/migrations").sort();
let sql: Sql;
beforeAll(async () => {
  const admin = new URL(inject("adminUrl"));
  await createDatabase(admin.href, "grown_up", { replace: true });
  admin.pathname = "/grown_up";
  sql = connect(admin.href, { max: 2, connectSeconds: 30 });
});
afterAll(() => sql.end());

/** Values that a check of several columns asks for. */
const GIVEN: Readonly<Record<string, unknown>> = {
  "barn.time_zone": "America/Denver",
  "stay.length": 30,
  "person.works_from": 420,
  "person.works_to": 960,
  "card.start": 8,
  "card.length": 4,
  "absence.last_day": "2026-07-02",
  "booked.slots": "[8,12)",
  "calendar_feed.token": "t".repeat(43),
  "owner_link.token": "t".repeat(43),
};
/** Columns that may be empty, but not all of them. */
const BESIDES: Readonly<Record<string, readonly string[]>> = { calendar_feed: ["person_id"], report_photo: ["bytes"] };
/** Tried one after the other until the table's checks let one pass. */
const NUMBERS = [1, 0, 5, 30, 60, 100];

interface ColumnOf {
  readonly name: string;
  readonly type: string;
  readonly list: string | null;
  readonly refers: { readonly table: string; readonly column: string } | null;
}
const tables = async (): Promise<readonly string[]> =>
  (await sql`SELECT tablename FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'migration' ORDER BY tablename`).map(
    (row) => String(row["tablename"]),
  );
/** Columns that must be given, with the first value of the list that is checked, and what they refer to. */
const columnsOf = (table: string) => sql<ColumnOf[]>`
  SELECT a.attname::text AS name, format_type(a.atttypid, NULL) AS type,
    (SELECT substring(pg_get_constraintdef(c.oid) FROM '''([^'']+)''') FROM pg_constraint c WHERE c.contype = 'c' AND c.conrelid = a.attrelid AND c.conkey = ARRAY[a.attnum]
       AND (pg_get_constraintdef(c.oid) LIKE '%ANY%' OR pg_get_constraintdef(c.oid) LIKE 'CHECK ((% = ''%''::text))') LIMIT 1) AS list,
    (SELECT json_build_object('table', c.confrelid::regclass::text, 'column', (SELECT attname FROM pg_attribute WHERE attrelid = c.confrelid AND attnum = c.confkey[array_position(c.conkey, a.attnum)]))
       FROM pg_constraint c WHERE c.contype = 'f' AND NOT c.condeferrable AND c.conrelid = a.attrelid AND a.attnum = ANY(c.conkey) LIMIT 1) AS refers
  FROM pg_attribute a WHERE a.attrelid = ${table}::regclass AND a.attnum > 0 AND NOT a.attisdropped AND (a.attnotnull OR a.attname = ANY(${[...(BESIDES[table] ?? [])]}::text[])) AND NOT a.atthasdef AND a.attidentity = '' AND a.attgenerated = ''
  ORDER BY a.attnum`;

async function valueOf(table: string, column: ColumnOf, number: number): Promise<unknown> {
  const given = GIVEN[`${table}.${column.name}`];
  if (given !== undefined) return given;
  if (column.refers) {
    const found = await sql`SELECT ${sql(column.refers.column)}::text AS value FROM ${sql(column.refers.table)} ORDER BY 1`;
    return (column.name === "other_stay_id" ? found[1] : found[0])?.["value"] ?? null;
  }
  if (column.list) return column.type.endsWith("[]") ? `{${column.list}}` : column.list;
  if (column.type === "uuid") return crypto.randomUUID();
  if (column.type.endsWith("[]")) return "{}";
  if (column.type === "jsonb") return "{}";
  if (column.type === "boolean") return true;
  if (column.type === "date") return "2026-07-01";
  if (column.type.startsWith("timestamp")) return "2026-07-01T10:00:00Z";
  if (column.type === "bytea") return "\\x00ff";
  if (column.type === "text") return `kept-${table}`;
  return number;
}
/** One row, whatever it takes; the last error where nothing does. */
async function fill(table: string): Promise<string | null> {
  // Two horses that are kept apart are two.
  if (table === "apart" && (await rows("stay")).length === 1) await fill("stay");
  const columns = await columnsOf(table);
  let last = "";
  for (const number of NUMBERS) {
    const values = await Promise.all(columns.map((column) => valueOf(table, column, number)));
    const list = columns.map(({ name }) => `"${name}"`).join(", ");
    const casts = columns.map(({ type }, at) => `$${at + 1}::text::${type}`).join(", ");
    try {
      await (columns.length === 0
        ? sql.unsafe(`INSERT INTO "${table}" DEFAULT VALUES`)
        : sql.unsafe(
            `INSERT INTO "${table}" (${list}) VALUES (${casts})`,
            values.map((value) => (value === null ? null : String(value))),
          ));
      return null;
    } catch (error) {
      last = `${table}: ${error instanceof Error ? error.message : error}`;
    }
  }
  return last;
}
const rows = async (table: string): Promise<readonly Record<string, unknown>[]> =>
  (await sql`SELECT to_jsonb(t) AS row FROM ${sql(table)} t ORDER BY to_jsonb(t)::text`).map(
    (row) => row["row"] as Record<string, unknown>,
  );

/** Tables that a migration empties or moves into others on purpose, and columns whose meaning it changes. */
const MOVED: Readonly<Record<string, readonly string[]>> = {
  // What was signed before says of a second person by a word, not by yes and no.
  "0019_permission.sql": ["judgement.in_force"],
  // Half hours from seven became quarter hours from five.
  "0036_quarter-hours.sql": ["booked.slots", "card.start", "card.length"],
  // Lessons stand in one place; what goes along lost theirs.
  "0041_one-place-for-lessons.sql": ["hand_over.content"],
  // Standard names of skills changed: pages kept by the ladder's stamp are read again.
  "0048_plain-names.sql": ["barn.stamp", "barn.ladder_stamp"],
  // Words by which a complaint is read were added to skills: what is kept by the ladder's stamp is read again.
  "0051_complaint-phrases.sql": ["barn.stamp", "barn.ladder_stamp", "skill.aims"],
  "0052_more-complaint-phrases.sql": ["barn.stamp", "barn.ladder_stamp", "skill.aims"],
  // A question more: nobody has answered it yet.
  "0020_findings.sql": ["horse.history"],
};

it("keeps what was written, from each migration to the next and to the last", async () => {
  const lost: string[] = [];
  const empty = new Set<string>();
  for (const [at] of NAMES.entries()) {
    const before = new Map<string, readonly Record<string, unknown>[]>();
    for (const table of await tables()) before.set(table, await rows(table));
    await migrate(sql, { only: new Set(NAMES.slice(0, at + 1)) });
    const now = new Set(await tables());
    for (const [table, was] of before) {
      if (was.length === 0 || MOVED[NAMES[at] ?? ""]?.includes(table)) continue;
      const is = now.has(table) ? await rows(table) : [];
      if (is.length !== was.length) lost.push(`${NAMES[at]}: ${table} had ${was.length} rows, has ${is.length}`);
      for (const [row, old] of was.entries())
        for (const [column, value] of Object.entries(old))
          if (
            is[row] &&
            column in is[row] &&
            JSON.stringify(is[row][column]) !== JSON.stringify(value) &&
            !MOVED[NAMES[at] ?? ""]?.includes(`${table}.${column}`)
          )
            lost.push(`${NAMES[at]}: ${table}.${column} was ${JSON.stringify(value)}, is ${JSON.stringify(is[row][column])}`);
    }
    // New tables get a row, in whatever order they hang on one another.
    let waiting = (await Promise.all([...now].map(async (table) => ((await rows(table)).length === 0 ? table : null)))).filter(
      (table) => table !== null,
    );
    for (let round = 0; round < 6 && waiting.length > 0; round += 1) {
      const left: string[] = [];
      for (const table of waiting) {
        const failed = await fill(table);
        if (failed) left.push(table);
        if (failed && round === 5) empty.add(failed);
      }
      waiting = left;
    }
  }
  expect(lost).toEqual([]);
  // A table without a row proves nothing.
  expect([...empty]).toEqual([]);
  expect(await pending(sql)).toEqual([]);
});
