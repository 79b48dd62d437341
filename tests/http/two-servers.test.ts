/** Two servers on one database: neither shows what the other has changed, takes less than it, or does its work a second time. */
import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Mail, type Served, serve, serveMail } from "#bin/serve.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { connect } from "#db/client.ts";
import { sweep } from "#server/plan/sweep.ts";
import { depsOn, TODAY } from "#tests/barn.ts";
import { demoIds, Site } from "#tests/site.ts";

let site: Site;
let mail: Mail & Pick<Served, "stop">;
let servers: Served[];
beforeAll(async () => {
  [site, mail] = await Promise.all([Site.open("demo"), serveMail(process.cwd())]);
  servers = await Promise.all(
    [0, 1].map(() => serve(process.cwd(), { databaseUrl: site.databaseUrl, port: 0, today: TODAY, quiet: true, mail })),
  );
});
afterAll(async () => {
  await Promise.all(servers.map((server) => server.stop()));
  await mail.stop();
  await site.close();
});
const placeNamed = (name: string) => ({
  name,
  capacity: 1,
  separate: false,
  outdoor: false,
  surface: "sand",
  stages: ["riding"],
  closed: false,
  shutTimes: [],
});
const asked = async (server: number, path: string): Promise<string> =>
  (await fetch((servers[server] as Served).address + path, { headers: await site.cookie("odalys") })).text();
const post = async (server: number, route: string, body: unknown, key = randomUUID()): Promise<Response> =>
  fetch(`${(servers[server] as Served).address}/api/${route}`, {
    method: "POST",
    headers: { "Content-Type": "application/json", "Idempotency-Key": key, ...(await site.cookie("odalys")) },
    body: JSON.stringify(body),
  });

describe("two servers on one database", () => {
  it("show at once what was written at the other, turn and turn about", async () => {
    for (let turn = 0; turn < 6; turn += 1) {
      const name = `Place of turn ${turn}`;
      // Both have the page ready for the barn as it was.
      await Promise.all([asked(0, "/barn"), asked(1, "/barn")]);
      const added = await post(turn % 2, "barn/add-place", {
        place: placeNamed(name),
      });
      expect(added.status).toBe(200);
      for (const server of [0, 1]) expect(await asked(server, "/barn")).toContain(name);
    }
  });
  it("answer a repeat with the first one's answer, whichever was asked", async () => {
    const key = randomUUID();
    const place = placeNamed("Only once");
    const [one, other] = await Promise.all([
      post(0, "barn/add-place", { place }, key),
      post(1, "barn/add-place", { place }, key),
    ]);
    expect(await one.json()).toEqual(await other.json());
    expect(await site.sql`SELECT 1 FROM place WHERE name = 'Only once'`).toHaveLength(1);
  });
  it("take what names a skill that the other has just put on the ladder", async () => {
    const { stay } = await demoIds(site.sql);
    const goal = { skill: "stands-in-rain", target: 3, side: null, weight: 2, must: false, by: null };
    const version = async (): Promise<number> =>
      Number((await site.sql`SELECT version FROM plan WHERE stay_id = ${stay}`)[0]?.["version"] ?? 0);
    expect((await post(1, "plan/set-goals", { stay, version: await version(), goals: [goal] })).status).toBe(422);
    // As an edit at the first server leaves it: the ladder has another stamp.
    const columns = (
      await site.sql`SELECT string_agg(quote_ident(column_name), ', ') AS list FROM information_schema.columns WHERE table_name = 'skill' AND column_name NOT IN ('id', 'words')`
    )[0]?.["list"];
    await site.sql.unsafe(
      `INSERT INTO skill (id, words, ${columns}) SELECT 'stands-in-rain', 'Stands in the rain', ${columns} FROM skill WHERE id = 'tie'`,
    );
    expect((await post(1, "plan/set-goals", { stay, version: await version(), goals: [goal] })).status).toBe(200);
  });
  it("send each letter once, though both look for what waits", async () => {
    const [row] = await site.sql`SELECT s.id, p.id AS person FROM stay s, person p WHERE p.sign_in = 'odalys' LIMIT 1`;
    await site.sql`INSERT INTO message (id, about, stay_id, to_name, to_address, subject, body, made_at, made_by, state, tries, next_try, trouble)
      SELECT gen_random_uuid(), gen_random_uuid(), ${row?.["id"]}, 'Owner', 'owner@example.org', 'Letter ' || n, 'Words', now(), ${row?.["person"]}, 'waiting', 0, '2026-07-01', '' FROM generate_series(1, 12) n`;
    const waiting = async (): Promise<number> =>
      Number(
        (await site.sql`SELECT count(*)::int AS n FROM message WHERE subject LIKE 'Letter %' AND state <> 'sent'`)[0]?.["n"],
      );
    for (let tries = 0; tries < 200 && (await waiting()) > 0; tries += 1) {
      // After every write a server looks for what waits.
      await Promise.all(
        [0, 1].map((server) => post(server, "barn/add-place", { place: placeNamed(`Place ${tries} ${server}`) })),
      );
      await pause(50);
    }
    expect(await waiting()).toBe(0);
    const mails = (await (await fetch(`${mail.page}/mails`)).json()) as { subject: string }[];
    const sent = mails.map(({ subject }) => subject).filter((subject) => subject.startsWith("Letter "));
    expect(sent.sort()).toEqual(Array.from({ length: 12 }, (_, at) => `Letter ${at + 1}`).sort());
  });
  it("lay a plan anew once: what moved is told once", async () => {
    const pools = [connect(site.databaseUrl, { max: 4 }), connect(site.databaseUrl, { max: 4 })];
    await sweep(depsOn(site.sql, () => localDate(TODAY)));
    const { stay } = await demoIds(site.sql);
    const moved = async (): Promise<number> =>
      Number((await site.sql`SELECT count(*)::int AS n FROM plan_change WHERE stay_id = ${stay}`)[0]?.["n"]);
    const before = await moved();
    await site.sql`INSERT INTO hold (id, stay_id, kind, first_day, last_day, stops_clock, reason) VALUES (gen_random_uuid(), ${stay}, 'owner', '2026-07-20', '2026-07-24', true, 'Away')`;
    await Promise.all(pools.map((pool) => sweep(depsOn(pool, () => localDate(TODAY)))));
    expect((await moved()) - before).toBeLessThanOrEqual(1);
    // The servers may be at it too, each by a process of its own: whoever comes second leaves it to the first.
    await expect.poll(() => sweep(depsOn(site.sql, () => localDate(TODAY)))).toBe(0);
    expect((await moved()) - before).toBeLessThanOrEqual(1);
    await Promise.all(pools.map((pool) => pool.end()));
  });
});
