/**
 * Backups by PostgreSQL's own tools: one file in its custom format, and beside it a small one that says what was in it, table by table, in the very moment of the
 * dump. A backup counts once it was read back into a database of its own and holds the same.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { z } from "zod/mini";
import type { Sql } from "#db/client.ts";
import { newerThanThis } from "#db/migrate.ts";
import { differing, tableSums } from "#db/table-sums.ts";
import { databaseAt, runTool } from "./postgres-tools.ts";
import { createDatabase, withDatabase } from "./prepare.ts";

const ENDING = ".furlong-backup";
const Told = z.object({
  format: z.literal("furlong-backup/1"),
  at: z.string(),
  barn: z.string(),
  migrations: z.array(z.string()),
  /** Rows and a sum over them, by table. */
  tables: z.record(z.string(), z.object({ rows: z.number(), sum: z.string() })),
});
export type Told = z.output<typeof Told>;
const toldFile = (file: string): string => `${file}.json`;

/** Writes the backup of one moment. Nothing stands under the file's name before it is whole. */
export async function makeBackup(url: string, file: string, now: Date): Promise<Told> {
  // Everybody whom the barn knows stands in it: for nobody else of this machine.
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  try {
    writeFileSync(part, "", { mode: 0o600 });
    const told = await withDatabase(url, (pool) =>
      pool.begin(async (sql) => {
        await sql`SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY`;
        const [snapshot] = await sql`SELECT pg_export_snapshot() AS id`;
        const [barn] = await sql`SELECT name FROM barn`;
        const migrations = await sql`SELECT name FROM migration ORDER BY name`;
        await runTool("pg_dump", url, [
          "--format=custom",
          "--no-owner",
          "--no-privileges",
          `--snapshot=${String(snapshot?.["id"])}`,
          `--file=${part}`,
        ]);
        return {
          format: "furlong-backup/1" as const,
          at: now.toISOString(),
          barn: String(barn?.["name"] ?? ""),
          migrations: migrations.map(({ name }) => String(name)),
          tables: await tableSums(sql),
        };
      }),
    );
    writeFileSync(toldFile(file), `${JSON.stringify(told, null, 1)}\n`, { mode: 0o600 });
    renameSync(part, file);
    return told;
  } finally {
    rmSync(part, { force: true });
  }
}

/** What a backup says of itself. Throws with what is wrong and what to do: it is not there, not one of ours, cut off, or of a newer version. */
export async function readBackup(url: string, file: string): Promise<Told | null> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}. Name one that bin/backup wrote.`);
  try {
    await runTool("pg_restore", url, ["--list", file]);
  } catch {
    throw new Error(`${basename(file)} is no backup, or only a part of one. Nothing was changed. Take another.`);
  }
  if (!existsSync(toldFile(file))) return null;
  const told = Told.safeParse(parsed(readFileSync(toldFile(file), "utf8")));
  if (!told.success)
    throw new Error(
      `${basename(toldFile(file))} beside the backup is not as it was written. Take it away to restore without comparing.`,
    );
  const newer = await newerThanThis(told.data.migrations);
  if (newer.length > 0)
    throw new Error(
      `${basename(file)} was made by a newer version of Steady Furlong (${newer[0]}). Start that version, and restore there.`,
    );
  return told.data;
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Reads a backup into a new database of that name, and compares. Where it is not the same, or not whole, the database goes again and the error says why. */
async function readInto(url: string, name: string, file: string): Promise<void> {
  const told = await readBackup(url, file);
  const admin = databaseAt(url, "postgres");
  await createDatabase(admin, name, { replace: true });
  try {
    await runTool("pg_restore", databaseAt(url, name), [
      "--exit-on-error",
      "--no-owner",
      "--no-privileges",
      `--dbname=${name}`,
      file,
    ]);
    const odd = told
      ? await withDatabase(databaseAt(url, name), (sql) => sql.begin(async (tx) => differing(told.tables, await tableSums(tx))))
      : [];
    if (odd.length > 0) throw new Error(`${basename(file)} reads back otherwise than it was made: ${odd.join(", ")}.`);
  } catch (error) {
    await dropDatabase(url, name);
    throw error;
  }
}
export const dropDatabase = (url: string, name: string): Promise<void> =>
  withDatabase(databaseAt(url, "postgres"), async (sql) => {
    await sql`DROP DATABASE IF EXISTS ${sql(name)} WITH (FORCE)`;
  });

/** Reads it back into a database that is thrown away. */
export async function tryBackup(url: string, file: string): Promise<void> {
  const name = `furlong_tried_${process.pid}`;
  await readInto(url, name, file);
  await dropDatabase(url, name);
}

const stamp = (at: Date): string => at.toISOString().slice(0, 19).replaceAll(/[-:]/g, "").replace("T", "-");
export const backupName = (what: string, at: Date): string => `${what}-${stamp(at)}${ENDING}`;

/**
 * Puts the backup in the place of the database, with the server running or not. What stood there is kept under a name of its own, which is returned; null: nothing
 * stood there. Whoever is connected is cut off for a moment and comes back to what was restored.
 */
export async function restore(url: string, file: string, now: Date): Promise<string | null> {
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  const coming = `${name}_coming_${process.pid}`;
  await readInto(url, coming, file);
  return putInPlace(url, coming, now);
}
/** Puts a database beside this one in its place. What stood there is kept under a name of its own, which is returned; null: nothing stood there. */
export async function putInPlace(url: string, coming: string, now: Date): Promise<string | null> {
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  const kept = `${name}_before_${stamp(now).replace("-", "_")}`;
  const there = await isThere(url, name);
  await swap(url, [...(!there ? [] : [[name, kept] as const]), [coming, name]]);
  return there ? kept : null;
}
/** Takes back a restore: what was kept stands again, and what stood is kept. */
export async function bringBack(url: string, kept: string, now: Date): Promise<string> {
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  if (!kept.startsWith(`${name}_before_`))
    throw new Error(`${kept} is not what a restore of ${name} has kept. See bin/restore --list.`);
  if (!(await isThere(url, kept))) throw new Error(`There is no ${kept}. See bin/restore --list.`);
  const there = await isThere(url, name);
  const keptNow = `${name}_before_${stamp(now).replace("-", "_")}`;
  await swap(url, [...(!there ? [] : [[name, keptNow] as const]), [kept, name]]);
  return keptNow;
}
/** Databases that restores have kept, the newest first. */
export const keptByRestores = (url: string): Promise<readonly string[]> => {
  const name = decodeURIComponent(new URL(url).pathname.slice(1));
  return withDatabase(databaseAt(url, "postgres"), async (sql) => {
    const rows =
      await sql`SELECT datname FROM pg_database WHERE starts_with(datname, ${`${name}_before_`}) ORDER BY datname DESC`;
    return rows.map(({ datname }) => String(datname));
  });
};
const isThere = (url: string, name: string): Promise<boolean> =>
  withDatabase(databaseAt(url, "postgres"), (sql) => exists(sql, name));
/** Renames databases one after the other; nobody may be in them, so whoever is, is cut off. */
const swap = (url: string, names: readonly (readonly [string, string])[]): Promise<void> =>
  withDatabase(databaseAt(url, "postgres"), async (sql) => {
    for (const [from, to] of names) {
      await sql`ALTER DATABASE ${sql(from)} WITH ALLOW_CONNECTIONS false`;
      await sql`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ${from} AND pid <> pg_backend_pid()`;
      try {
        await sql`ALTER DATABASE ${sql(from)} RENAME TO ${sql(to)}`;
      } finally {
        await sql`ALTER DATABASE ${sql((await exists(sql, to)) ? to : from)} WITH ALLOW_CONNECTIONS true`;
      }
    }
  });
const exists = async (sql: Sql, name: string): Promise<boolean> =>
  (await sql`SELECT 1 FROM pg_database WHERE datname = ${name}`).length > 0;

/** Daily backups in a folder, the newest first. */
export const dailyIn = (folder: string, what: string): readonly string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => name.startsWith(`${what}-`) && name.endsWith(ENDING))
        .sort()
        .reverse()
        .map((name) => join(folder, name))
    : [];
/** Takes away all but the newest so many. */
export function keepNewest(folder: string, what: string, count: number): void {
  for (const file of dailyIn(folder, what).slice(count)) for (const one of [file, toldFile(file)]) rmSync(one, { force: true });
}
export const sizeOf = (file: string): number => statSync(file).size;
