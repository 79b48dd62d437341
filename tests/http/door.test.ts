import { request as httpRequest } from "node:http";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { booking, PASSWORD } from "#tests/barn.ts";
import { Site } from "#tests/site.ts";

const NOBODY = "00000000-0000-4000-8000-000000000000";
let site: Site;
beforeAll(async () => {
  site = await Site.open("empty");
});
afterAll(() => site.close());

const enter = (fields: Record<string, string>, path = "/sign-in", headers: Record<string, string> = {}) =>
  fetch(site.address + path, { method: "POST", body: new URLSearchParams(fields), headers, redirect: "manual" });

describe("the sign-in form", () => {
  it("hands out a cookie that scripts cannot read and other sites cannot send", async () => {
    const answer = await enter({ name: "  BOSS ", password: PASSWORD });
    expect([answer.status, answer.headers.get("location")]).toEqual([303, "/"]);
    const cookie = answer.headers.get("set-cookie") ?? "";
    expect(cookie).toMatch(/^furlong_session=[\w-]{43};/);
    expect(cookie).toContain("HttpOnly");
    expect(cookie).toContain("SameSite=Lax");
    expect(cookie).not.toContain("Secure");
  });
  it("leads back to where somebody wanted to go, and never off the site", async () => {
    const to = async (target: string) =>
      (await enter({ name: "boss", password: PASSWORD }, `/sign-in?to=${encodeURIComponent(target)}`)).headers.get("location");
    expect(await to("/today?day=2026-07-15")).toBe("/today?day=2026-07-15");
    for (const target of ["//evil.example", "https://evil.example", "/\\evil.example", "/api/stay/book"])
      expect(await to(target)).toBe("/");
  });
  it("keeps the name, not the password, and says what to do", async () => {
    const wrong = await enter({ name: "boss", password: "wrong but long" });
    const page = await wrong.text();
    expect(wrong.status).toBe(401);
    expect(page).toContain("That name and password don&#39;t match");
    expect(page).toContain('value="boss"');
    expect(page).not.toContain("wrong but long");
    expect((await enter({})).status).toBe(422);
    expect((await enter({ name: "x".repeat(300), password: "y".repeat(300) })).status).toBe(422);
    const text = await fetch(`${site.address}/sign-in`, {
      method: "POST",
      body: "plain words",
      headers: { "Content-Type": "text/plain" },
    });
    expect(text.status).toBe(422);
  });
});

describe("where a request comes from", () => {
  it("is not believed from whoever says so: a stranger who names other addresses is the same stranger", async () => {
    const tries = await Promise.all(
      Array.from({ length: 14 }, (_, i) =>
        enter({ name: "boss", password: "wrong but long" }, "/sign-in", { "X-Forwarded-For": `198.51.100.${i}` }),
      ),
    );
    expect(tries.map(({ status }) => status)).toContain(429);
    const [row] =
      await site.sql`SELECT count(DISTINCT address)::int AS addresses, max(address) AS address FROM sign_in_try WHERE name = 'boss'`;
    expect(row).toEqual({ addresses: 1, address: "127.0.0.1" });
    await site.sql`DELETE FROM sign_in_try`;
  });
});

describe("a request to trace", () => {
  it("is answered with 405, and the server goes on", async () => {
    const { hostname, port } = new URL(site.address);
    const status = await new Promise((resolve, reject) => {
      httpRequest({ hostname, port, path: "/", method: "TRACE" }, (answer) => {
        answer.resume();
        resolve(answer.statusCode);
      })
        .on("error", reject)
        .end();
    });
    expect(status).toBe(405);
    expect((await site.get("/health")).status).toBe(200);
  });
});

describe("what comes from elsewhere", () => {
  it("is refused before anybody is asked who they are", async () => {
    const foreign: Record<string, string>[] = [
      { Origin: "https://evil.example" },
      { Origin: "null" },
      { "Sec-Fetch-Site": "cross-site" },
      { "Sec-Fetch-Site": "same-site" },
    ];
    for (const headers of foreign) {
      expect((await enter({ name: "boss", password: PASSWORD }, "/sign-in", headers)).status).toBe(403);
      const answer = await site.post("stay/book", booking(), { who: "boss", headers });
      expect([answer.status, await answer.json()]).toMatchObject([403, { code: "foreign" }]);
    }
    expect(Number((await site.sql`SELECT count(*) FROM stay`)[0]?.["count"])).toBe(0);
  });
});

describe("every answer", () => {
  it("carries the security headers and a policy without unsafe scripts", async () => {
    for (const path of ["/", "/sign-in", "/nowhere"]) {
      const { headers } = await site.get(path, "boss");
      const policy = headers.get("content-security-policy") ?? "";
      expect(policy, path).toContain("default-src 'self'");
      expect(policy, path).toContain("frame-ancestors 'none'");
      expect(
        policy.split(";").find((part) => part.trim().startsWith("script-src")),
        path,
      ).not.toMatch(/unsafe|\*|https?:|data:/);
      expect(headers.get("x-content-type-options"), path).toBe("nosniff");
      expect(headers.get("x-frame-options"), path).toBe("DENY");
      expect(headers.get("cache-control"), path).toContain("no-store");
    }
  });
  it("is compressed, and lets built files be kept for good", async () => {
    const page = await fetch(`${site.address}/sign-in`, { headers: { "Accept-Encoding": "gzip" } });
    expect(page.headers.get("content-encoding")).toBe("gzip");
    const file = /\/_astro\/[^"']+\.(?:js|css)/.exec(await page.text())?.[0];
    expect((await fetch(site.address + file)).headers.get("cache-control")).toContain("immutable");
  });
});

describe("requests that are no requests", () => {
  it("are told what is wrong with them", async () => {
    const who = "boss";
    const cases: [Promise<Response>, number, string][] = [
      [site.post("stay/book", booking(), { who, key: "not-a-key" }), 400, "request-key"],
      [site.post("stay/book", "{", { who }), 400, "json"],
      [site.post("stay/book", booking(), { who, headers: { "Content-Type": "text/plain" } }), 415, "content-type"],
      [site.post("stay/book", JSON.stringify({ long: "x".repeat(600_000) }), { who }), 413, "too-large"],
      // A photo may be larger than a form.
      [site.post("check/attach", { id: NOBODY, name: "x", content: "A".repeat(600_000) }, { who }), 404, "not-found"],
      [site.post("stay/book", [], { who }), 422, "invalid_type"],
    ];
    for (const [sent, status, code] of cases) {
      const answer = await sent;
      expect([code, answer.status, await answer.json()]).toMatchObject([code, status, { code, message: expect.any(String) }]);
    }
  });
  it("are sent away by their length alone where not even a photo is so large", async () => {
    const cookie = await site.cookie("boss");
    const status = await new Promise<number | undefined>((done, fail) => {
      const asked = httpRequest(
        `${site.address}/api/check/attach`,
        { method: "POST", headers: { ...cookie, "Content-Type": "application/json", "Content-Length": String(8 * 1024 * 1024) } },
        (answer) => {
          done(answer.statusCode);
          asked.destroy();
        },
      );
      asked.on("error", fail);
      asked.flushHeaders();
    });
    expect(status).toBe(413);
  });
  it("are sent away without the length of their body", async () => {
    const body = new ReadableStream({
      start: (controller) => (controller.enqueue(new TextEncoder().encode("{}")), controller.close()),
    });
    const answer = await fetch(`${site.address}/api/stay/book`, {
      method: "POST",
      body,
      duplex: "half",
      headers: { "Content-Type": "application/json" },
    } as RequestInit);
    expect(answer.status).toBe(411);
  });
  it("say so when the database is away, and work again when it is back", async () => {
    await site.sql`SELECT 1`;
    const name = (await site.sql`SELECT current_database() AS name`)[0]?.["name"];
    await site.sql`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ${name} AND pid <> pg_backend_pid()`;
    const statuses = await Promise.all(
      Array.from({ length: 4 }, async () => (await site.post("stay/book", booking(), { who: "boss" })).status),
    );
    for (const status of statuses) expect([200, 503]).toContain(status);
    expect((await site.post("stay/book", booking(), { who: "boss" })).status).toBe(200);
  });
});
