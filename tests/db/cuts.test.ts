/** Connections that are cut with writes in flight: the process lives, what was acknowledged stands once, and the pool is back at once. */
import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { withDatabase } from "#bin/prepare.ts";
import { connect, type Sql } from "#db/client.ts";
import { troubleOf } from "#db/errors.ts";
import { bareDatabase } from "#tests/barn.ts";

const WRITERS = 12;
const CUTS = 30;
let url: string;
let sql: Sql;
let admin: Sql;
beforeAll(async () => {
  url = await bareDatabase("cuts");
  admin = connect(inject("adminUrl"), { max: 1 });
  await withDatabase(url, (one) => one`CREATE TABLE written (id uuid, part int, PRIMARY KEY (id, part))`);
  sql = connect(url, { max: 10 });
});
afterAll(async () => {
  await sql.end({ timeout: 1 });
  await admin.end();
});
const cut = () => admin`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ${new URL(url).pathname.slice(1)}`;

/** Two rows or none; a repeat of what stands already is harmless, as a request key makes it. */
const write = (id: string): Promise<void> =>
  sql.begin(async (tx) => {
    await tx`INSERT INTO written VALUES (${id}, 1) ON CONFLICT DO NOTHING`;
    await tx`SELECT pg_sleep(0.001)`;
    await tx`INSERT INTO written VALUES (${id}, 2) ON CONFLICT DO NOTHING`;
  });

describe("thirty cuts under twelve writers", () => {
  it("lose nothing that was acknowledged, double nothing, and end nothing", { timeout: 120_000 }, async () => {
    let running = true;
    const acknowledged: string[] = [];
    const strange: unknown[] = [];
    const writers = Array.from({ length: WRITERS }, async () => {
      while (running) {
        const id = randomUUID();
        for (let done = false; !done; ) {
          try {
            await write(id);
            acknowledged.push(id);
            done = true;
          } catch (error) {
            if (!troubleOf(error)) strange.push(error);
            await pause(5);
          }
        }
      }
    });
    for (let i = 0; i < CUTS; i += 1) {
      const before = acknowledged.length;
      await cut();
      // It reads again, and it writes again.
      while (!(await sql`SELECT 1`.then(() => true).catch(() => false))) await pause(5);
      while (acknowledged.length === before) await pause(5);
    }
    running = false;
    await Promise.all(writers);
    expect(strange).toEqual([]);
    const rows = await sql`SELECT id, count(*)::int AS parts FROM written GROUP BY id`;
    expect(rows.filter(({ parts }) => parts !== 2)).toEqual([]);
    const stands = new Set(rows.map(({ id }) => id as string));
    expect(acknowledged.filter((id) => !stands.has(id))).toEqual([]);
  });
  it("leave an ear that hears on", async () => {
    const heard: string[] = [];
    let begun = 0;
    const stop = await sql.hear(
      "cuts_test",
      (payload) => heard.push(payload),
      () => (begun += 1),
    );
    await cut();
    await expect.poll(() => begun, { timeout: 10_000 }).toBe(2);
    await sql`SELECT pg_notify('cuts_test', 'still there')`;
    await expect.poll(() => heard, { timeout: 5_000 }).toEqual(["still there"]);
    stop();
  });
});
