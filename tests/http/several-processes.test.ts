/** Several processes behind one port, as FURLONG_PROCESSES has them: to whoever asks they are one. */
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Served, serve } from "#bin/serve.ts";
import { TODAY } from "#tests/barn.ts";
import { demoIds, Site } from "#tests/site.ts";

const PROCESSES = 2;
let site: Site;
let served: Served;
beforeAll(async () => {
  site = await Site.open("demo");
  served = await serve(process.cwd(), {
    databaseUrl: site.databaseUrl,
    port: 0,
    today: TODAY,
    quiet: true,
    processes: PROCESSES,
  });
});
afterAll(async () => {
  await served.stop();
  await site.close();
});
/** Each on a connection of its own, so that they are shared out. */
const ask = async (path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(served.address + path, { ...init, headers: { Connection: "close", ...(await site.cookie("odalys")), ...init.headers } });
const post = (route: string, body: unknown): Promise<Response> =>
  ask(`/api/${route}`, {
    method: "POST",
    headers: { "Content-Type": "application/json", "Idempotency-Key": randomUUID() },
    body: JSON.stringify(body),
  });
const serving = (): readonly number[] => {
  const { pid } = served.child;
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim();
  return children === "" ? [] : children.split(" ").map(Number);
};

describe("several processes behind one port", () => {
  it("show what was written at once, whichever is asked", async () => {
    const { stay } = await demoIds(site.sql);
    for (const [day, reason] of Object.entries({
      "2026-07-20": "Away to a show",
      "2026-07-22": "Away again",
      "2026-07-24": "Away for good",
    })) {
      await Promise.all(Array.from({ length: 6 }, async () => (await ask(`/horse/${stay}/terms`)).text()));
      const held = await post("stay/add-hold", { stay, kind: "owner", firstDay: day, lastDay: day, stopsClock: true, reason });
      expect(held.status).toBe(200);
      const pages = await Promise.all(Array.from({ length: 6 }, async () => (await ask(`/horse/${stay}/terms`)).text()));
      expect(pages.map((page) => page.includes(reason))).toEqual(pages.map(() => true));
    }
  });
  it("go on when one of them ends, and another takes its place", async () => {
    const before = serving();
    expect(before).toHaveLength(PROCESSES);
    process.kill(before[0] as number, "SIGKILL");
    for (let tries = 0; serving().includes(before[0] as number) && tries < 200; tries += 1) await pause(20);
    await expect.poll(() => serving().length).toBe(PROCESSES);
    await expect.poll(async () => (await ask("/health")).status).toBe(200);
    expect(serving()).not.toEqual(before);
  });
  it("end together, and with no request cut off", async () => {
    const pids = serving();
    const asked = ask("/week");
    await pause(50);
    await served.stop();
    expect((await asked).status).toBe(200);
    for (const pid of pids) expect(() => process.kill(pid, 0)).toThrow();
  });
});
