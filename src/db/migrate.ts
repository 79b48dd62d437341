import { readdir, readFile } from "node:fs/promises";
import type { Sql } from "./client.ts";
import { seedLadder } from "./seed-ladder.ts";

const NAME = /^\d{4}_[a-z0-9-]+\.sql$/;
/** Any constant will do, as long as every process of ours uses the same. */
const MIGRATION_LOCK = 7_270_001;

/** Brings the database to the newest schema: numbered files, forward only, each in its own transaction. Returns the names applied. Takes two connections of the pool. */
export async function migrate(sql: Sql, folder: URL = new URL("./migrations/", import.meta.url)): Promise<string[]> {
  const names = (await readdir(folder)).filter((name) => name.endsWith(".sql")).sort();
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
    for (const name of names.filter((one) => !known.has(one))) {
      const text = await readFile(new URL(name, folder), "utf8");
      await sql.begin(async (tx) => {
        await tx.unsafe(text);
        await tx`INSERT INTO migration (name) VALUES (${name})`;
      });
      applied.push(name);
    }
    await seedLadder(sql);
  } finally {
    await connection`SELECT pg_advisory_unlock(${MIGRATION_LOCK})`;
    connection.release();
  }
  return applied;
}
