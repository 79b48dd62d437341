/** Backups by PostgreSQL's own tools: what was kept comes back, whatever is no backup changes nothing. */
import { execFileSync } from "node:child_process";
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bringBack, dropDatabase, keptByRestores, makeBackup, readBackup, restore, tryBackup } from "#bin/backup.ts";
import { backUp, isDue } from "#bin/daily-backup.ts";
import { lookOver } from "#bin/look-over.ts";
import { withDatabase } from "#bin/prepare.ts";
import { dateInZone, localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import { migrate, pending } from "#db/migrate.ts";
import { listBackups } from "#db/queries/backup.ts";
import { findBarn } from "#db/queries/barn.ts";
import { differing, tableSums } from "#db/table-sums.ts";
import { backupMissing } from "#server/backup/read-backups.ts";
import { cloned } from "#tests/barn.ts";

const folder = mkdtempSync(join(tmpdir(), "furlong-backups-"));
const NOW = new Date("2026-07-14T08:00:00Z");
const made: string[] = [];
const clone = async (template: "demo" | "empty"): Promise<string> => {
  const { sql, url } = await cloned(template);
  await sql.end();
  made.push(url);
  return url;
};
const sums = (url: string) => withDatabase(url, (sql) => sql.begin(tableSums));
const horses = (url: string) =>
  withDatabase(url, async (sql) => (await sql`SELECT name FROM horse ORDER BY name`).map(({ name }) => String(name)));
const nameIn = (url: string): string => new URL(url).pathname.slice(1);

let demo: string;
const file = join(folder, "demo.furlong-backup");
beforeAll(async () => {
  demo = await clone("demo");
  await makeBackup(demo, file, NOW);
});
afterAll(async () => {
  for (const url of made) {
    for (const kept of await keptByRestores(url)) await dropDatabase(url, kept);
    await dropDatabase(url, nameIn(url));
  }
  rmSync(folder, { recursive: true, force: true });
});

describe("a backup", () => {
  it("is one file with what it holds beside it, and nothing half written stands under its name", async () => {
    const told = must(await readBackup(demo, file), "it says what it holds");
    expect([told.barn, told.at, differing(told.tables, await sums(demo))]).toEqual(["Quillfern Farm", NOW.toISOString(), []]);
    expect(told.tables["horse"]?.rows).toBeGreaterThan(10);
    expect(readdirSync(folder).filter((name) => name.endsWith(".part"))).toEqual([]);
    for (const one of [file, `${file}.json`]) expect(statSync(one).mode & 0o077).toBe(0);
    await tryBackup(demo, file);
    const left = await withDatabase(demo, (sql) => sql`SELECT datname FROM pg_database WHERE datname LIKE 'furlong_tried%'`);
    expect(left).toEqual([]);
  });
  it("brings a barn back table by table while somebody is connected, and keeps what it replaces", async () => {
    const url = await clone("demo");
    const own = join(folder, "own.furlong-backup");
    await makeBackup(url, own, NOW);
    const before = await sums(url);
    await withDatabase(url, async (sql) => {
      await sql`UPDATE horse SET name = 'Ruined'`;
      // Somebody who is in it is cut off, and no reason to give up.
      const idle = await sql.reserve();
      const kept = must(await restore(url, own, NOW), "something stood there");
      idle.release();
      expect(await keptByRestores(url)).toEqual([kept]);
    }).catch((error: unknown) => expect(String(error)).toMatch(/terminat|closed|ENDED|CONNECTION/i));
    expect(differing(before, await sums(url))).toEqual([]);
    const [kept] = await keptByRestores(url);
    await bringBack(url, must(kept, "kept"), new Date(NOW.getTime() + 1000));
    expect(new Set(await horses(url))).toEqual(new Set(["Ruined"]));
  });
  it("that is not there, cut off, foreign, of a newer version or not as it was made changes nothing, and says why", async () => {
    const url = await clone("empty");
    const before = await sums(url);
    const copy = (name: string): string => {
      const to = join(folder, name);
      copyFileSync(file, to);
      copyFileSync(`${file}.json`, `${to}.json`);
      return to;
    };
    const cut = copy("cut");
    truncateSync(cut, Math.floor(statSync(cut).size / 2));
    const foreign = join(folder, "foreign");
    writeFileSync(foreign, "a,b\n1,2\n");
    const newer = copy("newer");
    const told = JSON.parse(readFileSync(`${newer}.json`, "utf8")) as {
      migrations: string[];
      tables: Record<string, { rows: number }>;
    };
    writeFileSync(`${newer}.json`, JSON.stringify({ ...told, migrations: [...told.migrations, "9999_later.sql"] }));
    const odd = copy("odd");
    writeFileSync(`${odd}.json`, JSON.stringify({ ...told, tables: { ...told.tables, horse: { rows: 3, sum: "1" } } }));
    const garbled = copy("garbled");
    writeFileSync(`${garbled}.json`, "{");
    for (const [from, why] of [
      [join(folder, "nowhere"), /There is no file/],
      [cut, /is no backup, or only a part|pg_restore ended/],
      [foreign, /is no backup/],
      [newer, /newer version of Steady Furlong \(9999_later/],
      [odd, /reads back otherwise than it was made: horse/],
      [garbled, /is not as it was written/],
    ] as const)
      await expect(restore(url, from, NOW), String(from)).rejects.toThrow(why);
    expect(differing(before, await sums(url))).toEqual([]);
    const left = await withDatabase(url, (sql) => sql`SELECT datname FROM pg_database WHERE datname LIKE '%_coming_%'`);
    expect(left).toEqual([]);
    await expect(bringBack(url, "postgres", NOW)).rejects.toThrow(/not what a restore/);
  });
});

describe("a backup a day", () => {
  it("is made, read back and written down once; the oldest go; what went wrong is told", async () => {
    const url = await clone("empty");
    const keeping = { url, folder: join(folder, "daily"), name: "own", count: 2 };
    expect(await isDue(url)).toBe(true);
    for (const day of ["01", "02"]) await makeBackup(url, join(keeping.folder, `own-202601${day}-000000.furlong-backup`), NOW);
    const today = await backUp(keeping);
    expect(await isDue(url)).toBe(false);
    expect(readdirSync(keeping.folder).filter((name) => name.endsWith("backup"))).toHaveLength(2);
    expect(existsSync(today)).toBe(true);
    writeFileSync(join(folder, "in-the-way"), "");
    await expect(backUp({ ...keeping, folder: join(folder, "in-the-way") })).rejects.toThrow(/EEXIST|ENOTDIR/);
    await withDatabase(url, async (sql) => {
      const [failed, good] = await listBackups(sql);
      expect([failed?.problem, failed?.triedAt]).toEqual([expect.stringMatching(/EEXIST|ENOTDIR/), null]);
      expect([good?.problem, good?.file]).toEqual(["", today]);
      const barn = must(await findBarn(sql), "a barn");
      const now = dateInZone(barn.timeZone, Date.now());
      expect(await backupMissing({ sql }, barn, now)).toBeNull();
      // Two days later, and nothing since.
      expect(await backupMissing({ sql }, barn, localDate("2099-01-01"))).toBe(now);
      expect(await backupMissing({ sql }, { ...barn, demo: true }, localDate("2099-01-01"))).toBeNull();
    });
  });
});

describe("the installation", () => {
  it("is looked over: what is amiss is named with its mend", async () => {
    const url = await clone("empty");
    const amiss = async () =>
      new Map((await lookOver({ url, name: "own", cluster: null, data: folder })).map(({ what, amiss: words }) => [what, words]));
    expect((await amiss()).get("letters to owners")).toContain("FURLONG_SMTP_URL");
    expect((await amiss()).get("backups")).toContain("None that could be read back since");
    await backUp({ url, folder: join(folder, "looked"), name: "own", count: 1 });
    expect((await amiss()).get("backups")).toBe("");
    await withDatabase(url, async (sql) => {
      await sql`DELETE FROM migration WHERE name = '0044_given-before.sql'`;
    });
    expect((await amiss()).get("the database's version")).toBe("1 change waits: bin/start makes them, after a backup.");
  });
});

describe("versions", () => {
  it("a database of a newer one is refused with what to do, and nothing is changed", async () => {
    const url = await clone("empty");
    await withDatabase(url, async (sql) => {
      await sql`INSERT INTO migration (name) VALUES ('9999_later.sql')`;
      await expect(migrate(sql)).rejects.toThrow(/newer version of Steady Furlong \(9999_later\.sql\).*bin\/restore/);
      await sql`DELETE FROM migration WHERE name IN ('9999_later.sql', '0043_backups.sql')`;
      expect(await pending(sql)).toEqual(["0043_backups.sql"]);
    });
  });
  it("a barn of an older one is backed up all the same", async () => {
    const url = await clone("empty");
    await withDatabase(url, (sql) => sql`DROP TABLE backup`);
    const old = await backUp({ url, folder: join(folder, "old"), name: "own", count: 1 });
    expect((await readBackup(url, old))?.tables["backup"]).toBeUndefined();
  });
  it("the two commands explain themselves", () => {
    for (const command of ["bin/backup", "bin/restore"])
      expect(execFileSync(command, ["--help"], { encoding: "utf8" })).toContain("FURLONG_BACKUPS");
  });
});
