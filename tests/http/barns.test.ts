/** Two barns behind one process: each at its host name, with its own people, pages, ladder and letters, and no path from one to the other. */
import { request } from "node:http";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Served, serve } from "#bin/serve.ts";
import { connect, type Sql } from "#db/client.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { barnsIn } from "#server/barns.ts";
import { cloneOf, TODAY } from "#tests/barn.ts";
import { addressesOf, SIGN_IN } from "#tests/pages.ts";
import { Site } from "#tests/site.ts";

const [NORTH, SOUTH] = ["north.example", "south.example"];
let site: Site;
let south: Sql;
let server: Served;
let paths: Awaited<ReturnType<typeof addressesOf>>;
let bare: string;
beforeAll(async () => {
  site = await Site.open("demo");
  paths = await addressesOf(site);
  const other = await cloneOf("demo");
  bare = await cloneOf("bare");
  south = connect(other, { max: 4 });
  // The same people and horses by number, as two demos have: what is shown must tell them apart.
  await south`UPDATE barn SET name = 'South Barn'`;
  await south`UPDATE horse SET name = 'Southern ' || name`;
  await south`UPDATE person SET name = 'Southern ' || name`;
  await south`UPDATE client SET name = 'Southern ' || name, phone = '+1 555 0188', email = 'south@guarded.example'`;
  await south`UPDATE skill SET words = 'Southern ' || words WHERE id = 'tie'`;
  const [{ mark } = { mark: "" }] = await site.sql`SELECT mark FROM written`;
  await south`UPDATE written SET mark = ${String(mark)}`;
  server = await serve(process.cwd(), {
    databaseUrl: site.databaseUrl,
    port: 0,
    today: TODAY,
    quiet: true,
    code: "only-in-the-terminal",
    barns: `${NORTH}=${site.databaseUrl} ${SOUTH}=${other} new.example=${bare}`,
  });
});
afterAll(async () => {
  await server.stop();
  await south.end();
  await site.close();
});

interface Answer {
  readonly status: number;
  readonly text: string;
  readonly location: string | undefined;
}
/** `fetch` lets nobody name the host. */
async function ask(
  host: string,
  path: string,
  { who = null as string | null, body = undefined as unknown } = {},
): Promise<Answer> {
  const { port } = new URL(server.address);
  const words = body === undefined ? undefined : JSON.stringify(body);
  return new Promise((resolve, reject) => {
    void site.cookie(who).then((cookie) => {
      const asked = request(
        {
          host: "127.0.0.1",
          port,
          path,
          method: words === undefined ? "GET" : "POST",
          headers: {
            Host: `${host}:${port}`,
            Accept: "text/html",
            ...cookie,
            ...(words === undefined
              ? {}
              : {
                  "Content-Type": "application/json",
                  "Content-Length": Buffer.byteLength(words),
                  "Idempotency-Key": crypto.randomUUID(),
                }),
          },
        },
        (answer) => {
          const pieces: Buffer[] = [];
          answer.on("data", (piece: Buffer) => pieces.push(piece));
          answer.on("end", () =>
            resolve({
              status: answer.statusCode ?? 0,
              text: Buffer.concat(pieces).toString(),
              location: answer.headers.location,
            }),
          );
        },
      );
      asked.on("error", reject);
      asked.end(words);
    });
  });
}

describe("several barns", () => {
  it("are told by their host name; another is nobody's, and one that is not begun is begun by its code", async () => {
    expect((await ask("elsewhere.example", "/")).status).toBe(421);
    expect((await ask(NORTH, "/", { who: "odalys" })).text).toContain("Quillfern Farm");
    expect((await ask(NORTH.toUpperCase(), "/", { who: "odalys" })).text).toContain("Quillfern Farm");
    const begins = await ask("new.example", "/");
    expect([begins.status, begins.location]).toEqual([302, "/start"]);
    expect((await ask("new.example", "/start?code=only-in-the-terminal")).text).toContain("<form");
    expect((await ask(NORTH, "/start?code=only-in-the-terminal")).text).not.toContain("<form");
  });
  it("let nobody of one into the other, by page, command or secret address", async () => {
    for (const [route, access] of Object.entries(PAGES)) {
      if (access === "anybody" || !maySee(access, "manager")) continue;
      const { status, text } = await ask(SOUTH, paths[route] ?? route, { who: SIGN_IN.manager });
      expect([route, [302, 401, 404].includes(status)]).toEqual([route, true]);
      expect([route, text.includes("Southern")]).toEqual([route, false]);
    }
    const write = await ask(SOUTH, "/api/barn/add-place", { who: SIGN_IN.manager, body: {} });
    expect(write.status).toBe(401);
    // An owner's address opens where it was made.
    await south`DELETE FROM owner_link`;
    for (const route of ["/owner/[token]", "/owner/[token]/report/[number]"]) {
      expect((await ask(NORTH, paths[route] ?? route)).status).toBe(200);
      expect((await ask(SOUTH, paths[route] ?? route)).status).toBe(404);
    }
    expect((await ask(NORTH, `/print/guessed/report/1?barn=${SOUTH}`)).status).toBe(404);
  });
  it("show each its own, though people, pages and counts of writes are the same by number", async () => {
    // The same session in both: only the host tells which barn is meant.
    const [session] = await site.sql`SELECT * FROM sign_in_session ORDER BY expires_at DESC LIMIT 1`;
    await south`INSERT INTO sign_in_session ${south(session as Record<string, unknown>)} ON CONFLICT DO NOTHING`;
    for (let turn = 0; turn < 2; turn += 1)
      for (const [route, access] of Object.entries(PAGES)) {
        if (access === "anybody" || !maySee(access, "manager") || route.startsWith("/api/") || route.endsWith(".pdf")) continue;
        const [north, southern] = await Promise.all(
          [NORTH, SOUTH].map((host) => ask(host, paths[route] ?? route, { who: SIGN_IN.manager })),
        );
        expect([route, north?.text.includes("Southern")]).toEqual([route, false]);
        for (const guarded of ["+1 555 0188", "south@guarded.example"])
          expect([route, north?.text.includes(guarded)]).toEqual([route, false]);
        if (southern?.status === 200 && north?.text.includes("Odalys Brandt"))
          expect([route, southern.text.includes("Southern Odalys Brandt")]).toEqual([route, true]);
      }
    expect((await ask(SOUTH, "/skill/tie", { who: SIGN_IN.manager })).text).toContain("Southern Tie and stand");
  });
});

describe("FURLONG_BARNS", () => {
  it("is read whole, or says what is wrong in it", () => {
    expect(barnsIn(undefined)).toBeNull();
    expect(barnsIn(" ")).toBeNull();
    expect([...(barnsIn("a.example=postgres://u:p=q@h/one  b.example=two") ?? [])]).toEqual([
      ["a.example", "postgres://u:p=q@h/one"],
      ["b.example", "two"],
    ]);
    for (const wrong of ["a.example", "a.example=", "A=one", "a=one a=two", "a=one b=one", "http://a=one"])
      expect(() => barnsIn(wrong)).toThrow(/FURLONG_BARNS/);
  });
});
