import { randomUUID } from "node:crypto";
import { readdirSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ROLES } from "#contracts/people.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { COMMANDS } from "#server/commands.ts";
import { runCommand } from "#server/http/command.ts";
import { actorOf, depsOn, TODAY } from "#tests/barn.ts";
import { addressesOf, SIGN_IN } from "#tests/pages.ts";
import { Site } from "#tests/site.ts";

let site: Site;
let paths: Awaited<ReturnType<typeof addressesOf>>;
beforeAll(async () => {
  site = await Site.open("demo");
  paths = await addressesOf(site);
});
afterAll(() => site.close());

/** Pages that only ever answer by themselves: errors, the form, what is no page. */
const PLAIN = [
  "/404",
  "/403",
  "/500",
  "/503",
  "/api/confirm",
  "/sign-in",
  // With a barn there it leads to the sign-in; tests/e2e/first-start.test.ts has it without one.
  "/start",
  "/sign-out",
  "/health",
  "/health/live",
  "/calendar/[token].ics",
  "/api/[feature]/[verb]",
];
/** Asked with what is being typed. */
const POSTED = ["/api/goal-chance", "/api/read-aim"];
/** Behind a secret in the address: tests/flows/owner.test.ts asks for them. */
const SECRET = Object.keys(PAGES).filter((name) => name.startsWith("/owner/") || name.startsWith("/print/"));

describe("the list of pages", () => {
  it("names every file under src/pages, and nothing else", () => {
    const files = readdirSync("src/pages", { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map(
        (entry) =>
          join(entry.parentPath, entry.name)
            .slice("src/pages".length)
            .replace(/\.(astro|ts)$/, "")
            .replace(/\/index$/, "") || "/",
      );
    expect(files.sort()).toEqual(Object.keys(PAGES).sort());
  });
  it("is obeyed by every page, for everybody", { timeout: 120_000 }, async () => {
    for (const [page, access] of Object.entries(PAGES).filter(([name]) => !PLAIN.includes(name) && !SECRET.includes(name))) {
      const path = paths[page] ?? page;
      const outside = await site.get(path);
      const isData = path.startsWith("/api/");
      expect([page, outside.status, outside.headers.get("location")]).toEqual(
        isData ? [page, 401, null] : [page, 302, `/sign-in?to=${encodeURIComponent(path)}`],
      );
      for (const role of ROLES) {
        const answer = await site.get(path, SIGN_IN[role]);
        // No scale or strap stands beside this server, and no day is named: whoever may ask is told so.
        const found =
          page === "/api/scale" || page === "/api/strap"
            ? 503
            : page === "/api/day-proof" || page === "/api/week-plan"
              ? 422
              : POSTED.includes(page)
                ? 405
                : 200;
        expect([page, role, answer.status]).toEqual([page, role, maySee(access, role) ? found : 403]);
        // Streams of events never end.
        if (page === "/api/writes" && found === answer.status) {
          await answer.body?.cancel();
          continue;
        }
        const text = await answer.text();
        if (answer.status === 403) expect(text).not.toContain("Tin Whistle");
        // Pages stream: one that breaks half-way has said 200 already.
        // A part of a page, not a whole one.
        else if (!page.endsWith("/data") && page !== "/alerts" && !/\.(pdf|csv|js)$/.test(page) && !isData)
          expect([page, text.trimEnd().endsWith("</html>")]).toEqual([page, true]);
      }
    }
  });
  it("lets nobody in by a cookie that is made up or too long", async () => {
    for (const token of ["x", "x".repeat(5000), "'; DROP TABLE person; --"]) {
      const answer = await fetch(site.address, {
        headers: { Cookie: `furlong_session=${encodeURIComponent(token)}` },
        redirect: "manual",
      });
      expect(answer.status).toBe(302);
    }
  });
  it("serves nothing that it does not name", async () => {
    for (const path of ["/nowhere", "/horse", "/card/", "/api/", "/api/stay", "/.env", "/server.mjs"]) {
      const { status } = await site.get(path, "odalys");
      expect([path, status]).toEqual([path, 404]);
    }
  });
});

describe("the list of commands", () => {
  it("is obeyed by every command, for everybody", async () => {
    for (const [route, { roles }] of Object.entries(COMMANDS)) {
      expect([route, (await site.post(route, {})).status]).toEqual([route, 401]);
      for (const role of ROLES) {
        const { status } = await site.post(route, {}, { who: SIGN_IN[role] });
        expect([route, role, status]).toEqual([route, role, roles.includes(role) ? 422 : 403]);
      }
    }
  });
  it("is obeyed however the address is spelled", { timeout: 120_000 }, async () => {
    const cookie = await site.cookie(SIGN_IN.helper);
    const { hostname, port } = new URL(site.address);
    // Not by fetch, which would put the spelling right before it asks.
    const ask = (path: string): Promise<number> =>
      new Promise((resolve, reject) => {
        const headers = { ...cookie, "Content-Type": "application/json", "Idempotency-Key": randomUUID(), "Content-Length": "2" };
        httpRequest({ hostname, port, path, method: "POST", headers }, (answer) => {
          answer.resume();
          resolve(answer.statusCode ?? 0);
        })
          .on("error", reject)
          .end("{}");
      });
    for (const [route, { roles }] of Object.entries(COMMANDS)) {
      if (roles.includes("helper")) continue;
      const [feature, verb] = route.split("/") as [string, string];
      const encoded = `%${feature.charCodeAt(0).toString(16)}${feature.slice(1)}`;
      for (const path of [
        `/api/${route}/`,
        `/api//${route}`,
        `//api/${route}`,
        `/api/${feature}//${verb}`,
        `/api/./${route}`,
        `/api/${feature}/../${route}`,
        `/api/${route}?`,
        `/api/${route}?role=manager`,
        `/api/${route}#x`,
        `/api/${encoded}/${verb}`,
        `/api/${feature}%2f${verb}`,
        `/API/${route}`,
        `/api/${route.toUpperCase()}`,
        `/api/${route};x`,
      ]) {
        const status = await ask(path);
        // Taken, or looked at as far as its fields: either would be a door.
        expect([path, [200, 409, 422, 500].includes(status), status]).toEqual([path, false, status]);
      }
    }
  });
  it("is obeyed by the use case too, whoever calls it", async () => {
    const deps = depsOn(site.sql, () => localDate(TODAY));
    const helper = await actorOf(site.sql, SIGN_IN.helper);
    for (const [route, command] of Object.entries(COMMANDS)) {
      if (command.roles.includes("helper")) continue;
      const refused = await runCommand(deps, { route, command, actor: helper, session: null, key: randomUUID(), input: {} });
      expect([route, refused]).toEqual([route, { ok: false, error: { code: "not-allowed", path: "" } }]);
    }
  });
  it("is all that can be asked for", async () => {
    for (const route of ["stay/burn", "constructor/toString", "people/__proto__", "card"])
      expect((await site.post(route, {}, { who: "odalys" })).status).toBe(404);
    expect((await site.get("/api/stay/book", "odalys")).status).toBe(405);
  });
  it("lets a rider close only a card of their own", async () => {
    const [row] =
      await site.sql`SELECT k.id, k.version, p.sign_in FROM card k JOIN person p ON p.id = k.rider_id WHERE k.state = 'handed-out' AND k.day = '2026-07-14' AND p.sign_in <> 'ines' LIMIT 1`;
    const answer = await site.post(
      "card/cancel",
      { id: row?.["id"], version: row?.["version"], reason: "Not mine." },
      { who: "ines" },
    );
    expect([answer.status, await answer.json()]).toMatchObject([403, { code: "not-allowed" }]);
  });
});

describe("signing out", () => {
  it("ends the session on the server, not only in the browser", async () => {
    const cookie = await site.cookie("minna");
    expect((await site.get("/", "minna")).status).toBe(200);
    const out = await fetch(`${site.address}/sign-out`, { method: "POST", headers: cookie, redirect: "manual" });
    expect([out.status, out.headers.get("location")]).toEqual([303, "/sign-in"]);
    expect((await site.get("/", "minna")).status).toBe(302);
  });
});
