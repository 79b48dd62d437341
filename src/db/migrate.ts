import { readdir, readFile } from "node:fs/promises";
import type { Sql } from "./client.ts";

const NAME = /^\d{4}_[a-z0-9-]+\.sql$/;
/** Any constant will do, as long as every process of ours uses the same. */
const MIGRATION_LOCK = 7_270_001;

/** Brings the database to the newest schema: numbered files, forward only, each in its own transaction. Returns the names applied. */
export async function migrate(sql: Sql, folder: URL = new URL("./migrations/", import.meta.url)): Promise<string[]> {
  const names = (await readdir(folder)).filter((name) => NAME.test(name)).sort();
  await sql`CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())`;
  const applied: string[] = [];
  for (const name of names) {
    const text = await readFile(new URL(name, folder), "utf8");
    await sql.begin(async (tx) => {
      await tx`SELECT pg_advisory_xact_lock(${MIGRATION_LOCK})`;
      const [known] = await tx`SELECT name FROM migration WHERE name = ${name}`;
      if (known) return;
      await tx.unsafe(text);
      await tx`INSERT INTO migration (name) VALUES (${name})`;
      applied.push(name);
    });
  }
  return applied;
}
