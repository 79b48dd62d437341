/** Transactions beside so much other work that the connections are full: each keeps its connection to itself, and none is left open. */
import { afterAll, beforeAll, expect, it } from "vitest";
import { withDatabase } from "#bin/prepare.ts";
import { connect, type Sql } from "#db/client.ts";
import { bareDatabase } from "#tests/barn.ts";

/** The driver sends a hundred questions on before it waits for an answer. After one of these counts BEGIN is the hundredth. */
const BEFORE_BEGIN = Array.from({ length: 12 }, (_, i) => 92 + i);
let url: string;
let sql: Sql;
beforeAll(async () => {
  url = await bareDatabase("crowded");
  await withDatabase(url, (one) => one`CREATE TABLE written (id int PRIMARY KEY, how text NOT NULL)`);
  sql = connect(url, { max: 2 });
});
afterAll(() => sql.end({ timeout: 1 }));

it("keep what others write out of theirs, and are none left open", { timeout: 60_000 }, async () => {
  // Asked at once, and not only when somebody waits for the answer.
  const read = () => sql`SELECT length(${"x"}::text)`.execute();
  const refused: unknown[] = [];
  for (const [i, before] of BEFORE_BEGIN.entries()) {
    // A statement that the connections know is sent on without waiting for the answers before it.
    await Promise.all([read(), read(), read(), read()]);
    const other = sql.begin(() => new Promise((resolve) => setTimeout(resolve, 20)));
    await new Promise((resolve) => setTimeout(resolve, 5));
    const reads = Array.from({ length: before }, read);
    // As a use case refuses.
    const written = sql
      .begin(async (tx) => {
        await tx`INSERT INTO written VALUES (${i}, 'in a transaction')`;
        throw new Error("refused");
      })
      .catch((error: Error) => refused.push(error.message));
    await Promise.all([...reads, other, written, sql`INSERT INTO written VALUES (${1000 + i}, 'alone')`]);
  }
  expect(new Set(refused)).toEqual(new Set(["refused"]));
  const fresh = connect(url, { max: 1 });
  const told = await fresh`SELECT how, count(*) FROM written GROUP BY how`;
  expect(told.map(({ how, count }) => [how, count])).toEqual([["alone", BEFORE_BEGIN.length]]);
  const open = await fresh`
    SELECT pid FROM pg_stat_activity WHERE datname = current_database() AND state LIKE 'idle in transaction%'`;
  expect(open).toEqual([]);
  await fresh.end();
});
