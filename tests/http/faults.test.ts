/** A database that fails while pages and commands are asked: every answer is one that people and programs can read, and all is well again afterwards. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { connect, type Sql } from "#db/client.ts";
import { PAGES } from "#server/auth/access.ts";
import { COMMANDS } from "#server/commands.ts";
import { demoIds, Site } from "#tests/site.ts";

const NOBODY = "00000000-0000-4000-8000-000000000000";
let site: Site;
let admin: Sql;
let ids: Record<string, string>;
beforeAll(async () => {
  site = await Site.open("demo");
  const url = new URL(site.databaseUrl);
  url.pathname = "/postgres";
  admin = connect(url.href, { max: 1 });
  const some = await demoIds(site.sql);
  ids = { ...some, token: "t".repeat(43), key: "k".repeat(43), number: "1", paper: "letter", which: "end/0" };
});
afterAll(async () => {
  await admin.end();
  await site.close();
});

const database = (): string => new URL(site.databaseUrl).pathname.slice(1);
const cut = () =>
  admin`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ${database()} AND pid <> pg_backend_pid()`;
/** The address of a page, with something of the demo barn wherever it has a part that changes. */
const filled = (pattern: string): string =>
  pattern.replaceAll(
    /\[(?:\.\.\.)?(\w+)\]/g,
    (_, name: string) => (name === "id" && pattern.startsWith("/horse") ? ids["stay"] : ids[name]) ?? ids["card"] ?? "",
  );
/** These two ask the database for nothing before somebody has typed something. */
const STAND = ["/sign-in", "/start"];
const SHOWN = Object.keys(PAGES).filter((pattern) => !/^\/(api|sign-out|40\d|50\d|health|print|week-plan)/.test(pattern));
const ask = (path: string, accept: string) =>
  site
    .cookie("odalys")
    .then((cookie) => fetch(site.address + path, { headers: { ...cookie, Accept: accept }, redirect: "manual" }));

async function withoutDatabase(run: () => Promise<void>): Promise<void> {
  await site.cookie("odalys");
  await admin.unsafe(`ALTER DATABASE ${database()} ALLOW_CONNECTIONS false`);
  try {
    await cut();
    await run();
  } finally {
    await admin.unsafe(`ALTER DATABASE ${database()} ALLOW_CONNECTIONS true`);
  }
}

describe("a database that takes no connections", () => {
  it("answers every page with one that says so, and every program with the shape of a problem", async () => {
    const wrong: unknown[] = [];
    await withoutDatabase(async () => {
      for (const pattern of SHOWN) {
        const page = await ask(filled(pattern), "text/html");
        const words = await page.text();
        if (!STAND.includes(pattern) && (page.status !== 503 || !words.includes("does not answer")))
          wrong.push([pattern, page.status, words.slice(0, 80)]);
        const data = await ask(filled(pattern), "application/json");
        const said = await data.text();
        if (!STAND.includes(pattern) && (data.status !== 503 || JSON.parse(said).code !== "away"))
          wrong.push([pattern, data.status, said.slice(0, 80)]);
      }
      for (const route of Object.keys(COMMANDS)) {
        const answer = await site.post(route, {}, { who: "odalys" });
        if (answer.status !== 503 || (await answer.json()).code !== "away") wrong.push([route, answer.status]);
      }
      const form = await fetch(`${site.address}/sign-in`, {
        method: "POST",
        body: new URLSearchParams({ name: "odalys", password: "whatever it is" }),
        headers: { Accept: "text/html" },
      });
      if (form.status !== 503) wrong.push(["sign-in form", form.status]);
      expect(await (await site.get("/health/live")).text()).toBe("ok\n");
      const health = await site.get("/health");
      expect([health.status, await health.json()]).toEqual([503, { ok: false, database: "away", migrations: "unknown" }]);
    });
    expect(wrong).toEqual([]);
    await expect.poll(async () => (await site.get("/", "odalys")).status).toBe(200);
    expect(await (await site.get("/health")).json()).toEqual({ ok: true, database: "reached", migrations: "current" });
  });
});

describe("a database that takes no writes", () => {
  it("still shows its pages, and answers a write as it does when it is away", async () => {
    await admin.unsafe(`ALTER DATABASE ${database()} SET default_transaction_read_only = on`);
    try {
      await cut();
      await expect.poll(async () => (await site.get("/today", "odalys")).status).toBe(200);
      const answer = await site.post("people/remove-absence", { id: NOBODY }, { who: "odalys" });
      expect([answer.status, await answer.json()]).toMatchObject([503, { code: "away" }]);
    } finally {
      await admin.unsafe(`ALTER DATABASE ${database()} RESET default_transaction_read_only`);
      await cut();
    }
  });
});

describe("a database that is older than the application", () => {
  it("is told by /health, with the process still up", async () => {
    const [last] = await site.sql`DELETE FROM migration WHERE name = (SELECT max(name) FROM migration) RETURNING name`;
    const health = await site.get("/health");
    expect([health.status, await health.json()]).toEqual([503, { ok: false, database: "reached", migrations: "behind" }]);
    expect((await site.get("/health/live")).status).toBe(200);
    await site.sql`INSERT INTO migration (name) VALUES (${last?.["name"]})`;
  });
});

describe("a fault of ours", () => {
  it("is told to programs in the shape of a problem too, and a name with a NUL in it is none", async () => {
    await site.sql`ALTER TABLE absence RENAME TO absence_gone`;
    const answer = await site.post("people/remove-absence", { id: NOBODY }, { who: "odalys" });
    expect([answer.status, await answer.json()]).toMatchObject([500, { code: "fault" }]);
    await site.sql`ALTER TABLE absence_gone RENAME TO absence`;
    for (const name of ["odalys\u0000", "\u0001", "a\u001fb"]) {
      const form = await fetch(`${site.address}/sign-in`, {
        method: "POST",
        body: new URLSearchParams({ name, password: "a long enough one" }),
      });
      expect(form.status).toBe(422);
    }
  });
});

describe("headers", () => {
  it("stand on every answer: pages, redirects, refusals, files and what is never let in", async () => {
    const bare = await fetch(`${site.address}/sign-in`);
    const script = /\/_astro\/[^"]+\.js/.exec(await bare.text())?.[0] ?? "/favicon.ico";
    const answers: [string, Response][] = [
      ["page", bare],
      ["redirect", await site.get("/today")],
      ["401", await site.get("/api/scale")],
      ["403", await site.get("/people", "wren")],
      ["404", await site.get("/nothing-here", "wren")],
      ["405", await site.get("/api/stay/book", "odalys")],
      ["file", await site.get(script)],
      ["413", await site.post("stay/book", "x".repeat(600_000), { who: "odalys" })],
      ["422", await site.post("stay/book", {}, { who: "odalys" })],
    ];
    for (const [what, { headers }] of answers) {
      expect([
        what,
        headers.get("x-content-type-options"),
        headers.get("x-frame-options"),
        headers.get("referrer-policy"),
      ]).toEqual([what, "nosniff", "DENY", "same-origin"]);
      // Nobody comes by https here: it would lock them out.
      expect([what, headers.get("strict-transport-security")]).toEqual([what, null]);
    }
  });
});

describe("two letters at once to an owner without an address", () => {
  it("carry one address", async () => {
    const stay = ids["stay"] ?? "";
    await site.sql`DELETE FROM owner_link WHERE stay_id = ${stay}`;
    await site.sql`UPDATE client SET email = 'owner@example.invalid' WHERE id = (SELECT h.client_id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE s.id = ${stay})`;
    const letters = Array.from({ length: 8 }, (_, i) =>
      site.post("owner/write", { stay, about: `news-${i}`, subject: "News", body: "All is well." }, { who: "odalys" }),
    );
    expect((await Promise.all(letters)).map(({ status }) => status)).toEqual(letters.map(() => 200));
    const [links] = await site.sql`SELECT count(*)::int AS count FROM owner_link WHERE stay_id = ${stay}`;
    expect(links?.["count"]).toBe(1);
  });
});
