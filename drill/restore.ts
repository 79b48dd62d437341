/** npm run drill -- restore: the database is destroyed under the running server and brought back from its backup; what was written since is counted. */
import { rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { dropDatabase, makeBackup, restore } from "#bin/backup.ts";
import { withDatabase } from "#bin/prepare.ts";
import { differing, tableSums } from "#db/table-sums.ts";
import type { House } from "./house.ts";
import type { Row } from "./storms.ts";

const KEPT = 20;
const LOST = 3;

export async function restored(house: House): Promise<Row> {
  const what = "destroyed, and restored from the backup";
  const file = join(tmpdir(), `furlong-drill-${process.pid}.furlong-backup`);
  const write = (reason: string) =>
    house.post("people/add-absence", {
      person: house.manager,
      firstDay: "2026-12-01",
      lastDay: "2026-12-01",
      fromMinute: null,
      toMinute: null,
      reason,
    });
  const reasons = async (): Promise<ReadonlySet<string>> =>
    new Set(
      await withDatabase(house.url, async (sql) => (await sql`SELECT reason FROM absence`).map(({ reason }) => String(reason))),
    );
  for (let n = 0; n < KEPT; n += 1) await write(`before ${n}`);
  const before = await withDatabase(house.url, (sql) => sql.begin(tableSums));
  await makeBackup(house.url, file, new Date());
  for (let n = 0; n < LOST; n += 1) await write(`after ${n}`);
  await dropDatabase(house.url, new URL(house.url).pathname.slice(1));
  const away = await house.get("/people");
  const begun = performance.now();
  await restore(house.url, file, new Date());
  while ((await house.get("/people")) !== 200 && performance.now() - begun < 20_000) await pause(20);
  const back = performance.now() - begun;
  const after = await withDatabase(house.url, (sql) => sql.begin(tableSums));
  const stands = await reasons();
  // The revision goes on, so that no page of before is taken for one of after.
  const odd = differing(before, after).filter((table) => table !== "barn");
  const held = Array.from({ length: KEPT }, (_, n) => `before ${n}`).filter((reason) => stands.has(reason)).length;
  const again = (await write("afterwards")).status;
  for (const one of [file, `${file}.json`]) rmSync(one, { force: true });
  return {
    what,
    good: away === 503 && odd.length === 0 && held === KEPT && again === 200,
    found: `${held} of ${KEPT} writes of before stand, table by table the same; ${LOST} written since the backup are gone, which is all that may be; back in ${Math.round(back)} ms`,
  };
}
