import { readdir, readFile } from "node:fs/promises";
import type { Sql } from "./client.ts";
import { seedLadder } from "./seed-ladder.ts";

const NAME = /^\d{4}_[a-z0-9-]+\.sql$/;
/** Any constant will do, as long as every process of ours uses the same. */
const MIGRATION_LOCK = 7_270_001;

const FOLDER = new URL("./migrations/", import.meta.url);
const namesIn = async (folder: URL): Promise<readonly string[]> =>
  (await readdir(folder)).filter((name) => name.endsWith(".sql")).sort();

/** Migrations of a database that this program does not know: a newer one has written there. */
export async function newerThanThis(applied: readonly string[], folder: URL = FOLDER): Promise<readonly string[]> {
  const known = new Set(await namesIn(folder));
  return applied.filter((name) => !known.has(name)).sort();
}
/** What `migrate` would do to this database; null: nothing was ever done to it. */
export async function pending(sql: Sql): Promise<readonly string[] | null> {
  const [there] = await sql`SELECT to_regclass('public.migration') IS NOT NULL AS list`;
  if (!there?.["list"]) return null;
  const applied = new Set((await sql`SELECT name FROM migration`).map(({ name }) => String(name)));
  return applied.size === 0 ? null : (await namesIn(FOLDER)).filter((name) => !applied.has(name));
}

interface Which {
  readonly folder?: URL;
  /** Those alone: the database stays at an earlier version, and gets no ladder. */
  readonly only?: ReadonlySet<string>;
}
/** Brings the database to the newest schema: numbered files, forward only, each in its own transaction. Refuses one that a newer version has written. Returns the names applied. Takes two connections of the pool. */
export async function migrate(sql: Sql, { folder = FOLDER, only }: Which = {}): Promise<string[]> {
  const names = await namesIn(folder);
  const odd = names.find((name) => !NAME.test(name));
  if (odd)
    throw new Error(`${odd} is no name for a migration: four digits, an underscore, then small letters, digits and hyphens.`);
  // One process at a time, from the first look to the last change: two that start together must not both make the list.
  // The driver hands a connection out for good only where one is open already.
  await sql`SELECT 1`;
  const connection = await sql.reserve();
  const applied: string[] = [];
  try {
    await connection`SELECT pg_advisory_lock(${MIGRATION_LOCK})`;
    await connection`CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())`;
    const known = new Set((await connection`SELECT name FROM migration`).map((row) => String(row["name"])));
    const [newer] = await newerThanThis([...known], folder);
    if (newer !== undefined)
      throw new Error(
        `This database was written by a newer version of Steady Furlong (${newer}). Nothing was changed. Start that version, or restore a backup of before with bin/restore.`,
      );
    for (const name of names.filter((one) => !known.has(one) && (only?.has(one) ?? true))) {
      const text = await readFile(new URL(name, folder), "utf8");
      await sql.begin(async (tx) => {
        await tx.unsafe(text);
        await tx`INSERT INTO migration (name) VALUES (${name})`;
      });
      applied.push(name);
    }
    if (!only) await seedLadder(sql);
  } finally {
    await connection`SELECT pg_advisory_unlock(${MIGRATION_LOCK})`;
    connection.release();
  }
  return applied;
}
