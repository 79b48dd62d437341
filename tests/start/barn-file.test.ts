/** The whole barn as one file: it is the same barn elsewhere, page by page; whatever is no barn changes nothing. */
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gunzipSync, gzipSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { dropDatabase, keptByRestores } from "#bin/backup.ts";
import { exportBarn, importBarn } from "#bin/barn-file.ts";
import { withDatabase } from "#bin/prepare.ts";
import { linesOf } from "#db/barn-file.ts";
import { differing, tableSums } from "#db/table-sums.ts";
import { cloned } from "#tests/barn.ts";
import { connectedAnew, demoIds, Site } from "#tests/site.ts";

const folder = mkdtempSync(join(tmpdir(), "furlong-barn-"));
const NOW = new Date("2026-07-14T08:00:00Z");
const file = join(folder, "demo.furlong-barn.gz");
const sums = (url: string) => withDatabase(url, (sql) => sql.begin(tableSums));
let [there, here] = ["", ""];
beforeAll(async () => {
  const [from, to] = await Promise.all([cloned("demo"), cloned("bare")]);
  // Something of every kind that text does not hold by itself.
  await from.sql`INSERT INTO media (id, stay_id, day, type, side, words, size, bytes, at, by_person)
    SELECT gen_random_uuid(), s.id, '2026-07-01', 'image/jpeg', 'both', ${'Zoë\n"left"\t\\'}, 3, '\\x00ff0a', now(), p.id FROM stay s, person p LIMIT 1`;
  await Promise.all([from.sql.end(), to.sql.end()]);
  [there, here] = [from.url, to.url];
  await exportBarn(there, file, NOW);
});
afterAll(async () => {
  for (const url of [there, here]) {
    for (const kept of await keptByRestores(url)) await dropDatabase(url, kept);
    await dropDatabase(url, new URL(url).pathname.slice(1));
  }
  rmSync(folder, { recursive: true, force: true });
});

describe("the whole barn as a file", () => {
  it("is for nobody else of this machine, and says in its first line what it holds", async () => {
    expect(statSync(file).mode & 0o077).toBe(0);
    const [first = ""] = gunzipSync(readFileSync(file)).toString().split("\n", 1);
    expect(JSON.parse(first)).toMatchObject({
      format: "furlong-barn/1",
      barn: "Quillfern Farm",
      at: NOW.toISOString(),
      tables: { horse: { rows: expect.any(Number) } },
    });
  });
  it("is the same barn in an empty database, table by table, and goes on counting where it was", async () => {
    await importBarn(here, file, NOW);
    expect(differing(await sums(there), await sums(here))).toEqual([]);
    const next = (url: string) =>
      withDatabase(
        url,
        async (sql) =>
          (
            await sql`INSERT INTO change (at, person_id, subject, subject_id, what, details) SELECT now(), id, 'x', 'x', 'x', '{}' FROM person LIMIT 1 RETURNING id`
          )[0]?.["id"],
      );
    expect(Number(await next(here))).toBe(
      Number((await withDatabase(there, (sql) => sql`SELECT max(id) AS id FROM change`))[0]?.["id"]) + 1,
    );
    // Its own rules stand again.
    await withDatabase(here, async (sql) => {
      await expect(sql`DELETE FROM skill`.execute()).rejects.toThrow();
      expect(await sql`SELECT count(*)::int AS n FROM pg_trigger WHERE NOT tgisinternal AND tgenabled = 'D'`).toEqual([{ n: 0 }]);
    });
  });
  it("shows every page as it was", async () => {
    const site = await Site.open("demo");
    const { stay, evaluation, evaluated, card } = await demoIds(site.sql);
    const own = join(folder, "site.gz");
    const paths = [
      "/",
      "/today",
      "/week",
      "/people",
      "/checks",
      "/reports",
      "/barn",
      "/barn/ladder",
      `/card/${card}`,
      ...["", "/log", "/plan", "/checks", "/terms"].map((tab) => `/horse/${stay}${tab}`),
      `/horse/${evaluated}/evaluation/${evaluation}`,
    ];
    // What names the moment is no part of it.
    const pages = async (): Promise<readonly string[]> =>
      Promise.all(
        paths.map(async (path) => `${path} ${(await (await site.get(path, "odalys")).text()).replaceAll(/ uid="[^"]*"/g, "")}`),
      );
    await exportBarn(site.databaseUrl, own, NOW);
    const before = await pages();
    await importBarn(site.databaseUrl, own, NOW);
    await connectedAnew(site.address);
    site.forget("odalys");
    const after = await pages();
    for (const [at, page] of before.entries()) {
      const other = after[at] ?? "";
      const from = [...page].findIndex((letter, here) => letter !== other[here]);
      // From the first letter that is another, as a whole page says little.
      expect(from === -1 ? "" : other.slice(Math.max(0, from - 200), from + 200)).toBe(
        from === -1 ? "" : page.slice(Math.max(0, from - 200), from + 200),
      );
      expect(other.length).toBe(page.length);
    }
    for (const kept of await keptByRestores(site.databaseUrl)) await dropDatabase(site.databaseUrl, kept);
    await site.close();
  });
});

describe("what is no barn", () => {
  const lines = (): string[] => gunzipSync(readFileSync(file)).toString().trimEnd().split("\n");
  const written = (name: string, bytes: Uint8Array | string): string => {
    const path = join(folder, name);
    writeFileSync(path, bytes);
    return path;
  };
  const refused = async (path: string, why: RegExp): Promise<void> => {
    const before = await sums(here);
    await expect(importBarn(here, path, NOW)).rejects.toThrow(why);
    expect(differing(before, await sums(here))).toEqual([]);
    // Of this barn: another test restores one of its own beside this.
    const mine = `${new URL(here).pathname.slice(1)}_coming%`;
    const left = await withDatabase(here, (sql) => sql`SELECT datname FROM pg_database WHERE datname LIKE ${mine}`);
    expect(left).toEqual([]);
  };
  it("changes nothing: another file, one cut off, one with a row less, a row more, a table or a version that nobody knows", async () => {
    const all = lines();
    await refused(join(folder, "not-there"), /no file/);
    await refused(written("words", "no barn"), /is no barn/);
    await refused(written("other.gz", gzipSync('{"format":"furlong-horse/1"}\n')), /no barn that bin\/export wrote/);
    const bytes = readFileSync(file);
    await refused(written("cut.gz", bytes.subarray(0, bytes.length / 2)), /is no barn|only a part/);
    await refused(written("less.gz", gzipSync(all.slice(0, -1).join("\n"))), /not whole/);
    await refused(written("more.gz", gzipSync([...all, '{"table":"nobody","row":{}}'].join("\n"))), /is broken/);
    await refused(
      written("bent.gz", gzipSync([...all.slice(0, 9), "{", ...all.slice(9)].join("\n"))),
      /Line 10 of the file is broken/,
    );
    const head = JSON.parse(all[0] as string) as { migrations: string[] };
    head.migrations.push("9999_later.sql");
    await refused(written("newer.gz", gzipSync([JSON.stringify(head), ...all.slice(1)].join("\n"))), /newer version/);
  });
  it("holds no line longer than ours: it is given up before it fills the memory", async () => {
    const piece = new Uint8Array(8 * 1024 * 1024).fill(65);
    async function* endless(): AsyncGenerator<Uint8Array> {
      for (;;) yield piece;
    }
    await expect(linesOf(endless()).next()).rejects.toThrow(/longer/);
  });
});
