/**
 * The whole barn as lines of JSON, `furlong-barn/1`: the first says what it is and what must be in it, each after it is one row of one table. Written and read a
 * few rows at a time, so that neither side ever holds it whole.
 */
import { z } from "zod";
import type { Transaction } from "./client.ts";
import { newerThanThis } from "./migrate.ts";
import { differing, plainValues, tableNames, tableSums } from "./table-sums.ts";

const BarnHead = z.object({
  format: z.literal("furlong-barn/1"),
  at: z.string(),
  barn: z.string(),
  migrations: z.array(z.string()),
  tables: z.record(z.string(), z.object({ rows: z.number(), sum: z.string() })),
});
export type BarnHead = z.output<typeof BarnHead>;
const Line = z.object({ table: z.string(), row: z.record(z.string(), z.unknown()) });

const ROWS_AT_ONCE = 200;
/** A clip of 15 MB takes twice as much in figures. */
const LONGEST_LINE = 64 * 1024 * 1024;
/** So much is held before it is written. */
const BATCH = 4 * 1024 * 1024;

/** All of one moment. `tell` hears of each table that is done. */
export async function writeBarn(
  tx: Transaction,
  at: Date,
  write: (lines: string) => Promise<void>,
  tell: (done: number, of: number) => void = () => undefined,
): Promise<BarnHead> {
  await tx`SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY`;
  const tables = await tableSums(tx);
  const [barn] = await tx`SELECT name FROM barn`;
  const migrations = (await tx`SELECT name FROM migration ORDER BY name`).map(({ name }) => String(name));
  const head: BarnHead = {
    format: "furlong-barn/1",
    at: at.toISOString(),
    barn: String(barn?.["name"] ?? ""),
    migrations,
    tables,
  };
  await write(`${JSON.stringify(head)}\n`);
  const names = Object.keys(tables);
  for (const [done, table] of names.entries()) {
    tell(done, names.length);
    const rows = tx`SELECT to_jsonb(t)::text AS row FROM ${tx(table)} t`.cursor(ROWS_AT_ONCE);
    for await (const some of rows) await write(some.map(({ row }) => `{"table":"${table}","row":${row}}\n`).join(""));
  }
  return head;
}

/** Text that comes in pieces as lines. Throws where one is longer than any of ours. */
export async function* linesOf(pieces: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoder("utf-8", { fatal: true });
  let waiting: string[] = [];
  let length = 0;
  for await (const piece of pieces) {
    const parts = decoder.decode(piece, { stream: true }).split("\n");
    for (const [at, part] of parts.entries()) {
      waiting.push(part);
      length += part.length;
      if (length > LONGEST_LINE) throw new Error("A line is longer than any that was ever written.");
      if (at === parts.length - 1) break;
      yield waiting.join("");
      [waiting, length] = [[], 0];
    }
  }
  const rest = waiting.join("") + decoder.decode();
  if (rest !== "") yield rest;
}

const parsed = (line: string): unknown => {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
};
/** The first line. Throws with what is wrong: it is none of ours, or a newer version wrote it. */
export async function headOf(line: string | undefined): Promise<BarnHead> {
  const head = BarnHead.safeParse(parsed(line ?? ""));
  if (!head.success) throw new Error("This is no barn that bin/export wrote. Nothing was changed. Take another file.");
  const [newer] = await newerThanThis(head.data.migrations);
  if (newer !== undefined)
    throw new Error(`This barn left a newer version of Steady Furlong (${newer}). Start that version, and bring it in there.`);
  return head.data;
}

/**
 * Rows into a database of the version that the file left, over whatever stands in it. All or nothing: throws, with nothing changed, where a row is broken or what
 * is there at the end is not what the first line says. Constraints hold as ever; only what our own triggers would write besides is not written twice.
 */
export async function readBarn(tx: Transaction, head: BarnHead, lines: AsyncIterable<string>): Promise<void> {
  await plainValues(tx);
  const tables = await tableNames(tx);
  const order = await inOrder(tx, tables);
  for (const table of tables) await tx`ALTER TABLE ${tx(table)} DISABLE TRIGGER USER`;
  await tx`TRUNCATE ${tx([...tables])}`;
  // Tables stand in the file as they are called; they go in as they hang on one another.
  await tx`CREATE TEMPORARY TABLE coming (coming_at bigint GENERATED ALWAYS AS IDENTITY, coming_of text NOT NULL, coming_row jsonb NOT NULL) ON COMMIT DROP`;
  let batch: { of: string; content: string }[] = [];
  let size = 0;
  const put = async (): Promise<void> => {
    if (batch.length > 0)
      await tx`INSERT INTO coming (coming_of, coming_row) SELECT of, content::jsonb
               FROM unnest(${batch.map(({ of }) => of)}::text[], ${batch.map(({ content }) => content)}::text[]) lines(of, content)`;
    [batch, size] = [[], 0];
  };
  let at = 1;
  for await (const line of lines) {
    at += 1;
    const row = Line.safeParse(parsed(line));
    if (!row.success || !tables.includes(row.data.table))
      throw new Error(`Line ${at} of the file is broken. Nothing was changed.`);
    const content = JSON.stringify(row.data.row);
    batch.push({ of: row.data.table, content });
    size += content.length;
    if (size > BATCH) await put();
  }
  await put();
  for (const { table, self } of order) {
    const [columns] =
      await tx`SELECT string_agg(quote_ident(column_name), ', ' ORDER BY ordinal_position) AS list FROM information_schema.columns
      WHERE table_schema = 'public' AND table_name = ${table} AND is_generated = 'NEVER'`;
    const list = tx.unsafe(String(columns?.["list"]));
    await tx`INSERT INTO ${tx(table)} (${list}) OVERRIDING SYSTEM VALUE
             SELECT ${list} FROM coming, jsonb_populate_record(NULL::${tx(table)}, coming_row) WHERE coming_of = ${table}
             ORDER BY ${self ? tx`coming_row ->> ${self} IS NOT NULL,` : tx``} coming_at`;
  }
  await tx`SET CONSTRAINTS ALL IMMEDIATE`;
  for (const table of tables) await tx`ALTER TABLE ${tx(table)} ENABLE TRIGGER USER`;
  await countOn(tx);
  const odd = differing(head.tables, await tableSums(tx));
  if (odd.length > 0) throw new Error(`The file is not whole: ${odd.join(", ")} would not be as they were. Nothing was changed.`);
}

/** Tables so that none stands before one that it refers to; `self`: the column by which its rows refer to others of its own. */
async function inOrder(tx: Transaction, tables: readonly string[]) {
  const keys = await tx`
    SELECT c.conrelid::regclass::text AS table, c.confrelid::regclass::text AS to, c.condeferrable AS waits,
      (SELECT attname::text FROM pg_attribute WHERE attrelid = c.conrelid AND attnum = c.conkey[1]) AS column
    FROM pg_constraint c WHERE c.contype = 'f' AND c.connamespace = 'public'::regnamespace`;
  const hangs = keys.map((key) => ({
    table: String(key["table"]),
    to: String(key["to"]),
    column: String(key["column"]),
    waits: key["waits"] === true,
  }));
  const order: { table: string; self: string | null }[] = [];
  const done = new Set<string>();
  for (let left = [...tables]; left.length > 0; ) {
    const next = left.filter((table) =>
      hangs.every((key) => key.table !== table || key.waits || key.to === table || done.has(key.to)),
    );
    if (next.length === 0) throw new Error("Broken assumption: tables do not hang on one another in a circle");
    for (const table of next) {
      done.add(table);
      order.push({ table, self: hangs.find((key) => key.table === table && key.to === table)?.column ?? null });
    }
    left = left.filter((table) => !done.has(table));
  }
  return order;
}
/** What is numbered goes on where it was. */
async function countOn(tx: Transaction): Promise<void> {
  const columns = await tx`SELECT table_name AS table, column_name AS column FROM information_schema.columns
    WHERE table_schema = 'public' AND (is_identity = 'YES' OR column_default LIKE 'nextval(%')`;
  for (const { table, column } of columns)
    await tx`SELECT setval(pg_get_serial_sequence(${String(table)}, ${String(column)}), coalesce((SELECT max(${tx(String(column))}) FROM ${tx(String(table))}), 0) + 1, false)`;
}
