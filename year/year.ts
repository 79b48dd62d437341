/** Lives a year of a barn: `npm run year -- [--days 365] [--horses 30] [--seed N] [--by furlong|whiteboard]`. */
import { existsSync, mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { startCluster } from "#bin/cluster.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { migrate } from "#db/migrate.ts";
import { FurlongYear } from "./furlong.ts";
import { makeWorld } from "./world.ts";

const { values } = parseArgs({
  options: {
    days: { type: "string", default: "365" },
    horses: { type: "string", default: "30" },
    seed: { type: "string", default: "1" },
  },
});
const world = makeWorld({ seed: Number(values.seed), days: Number(values.days), horses: Number(values.horses) });
const data = join(existsSync("/dev/shm") ? "/dev/shm" : tmpdir(), `furlong-year-${process.pid}`);
mkdirSync(data, { recursive: true });
const cluster = await startCluster({ data, fast: true });
try {
  await createDatabase(cluster.url("postgres"), "year");
  await withDatabase(cluster.url("year"), async (sql) => {
    await migrate(sql);
    const year = new FurlongYear(sql, world, cluster.url("year"));
    let last = performance.now();
    try {
      await year.run((day, done) => {
        console.log(day, done, `${(performance.now() - last).toFixed(0)} ms`);
        last = performance.now();
      });
    } catch (error) {
      console.log(year.hands.acts.slice(-8).join("\n"));
      throw error;
    } finally {
      console.log([...year.tally.refused]);
      console.log([...year.tally.guests.values()].map((g) => ({ ...g, incidents: g.incidents.length })));
    }
  });
} finally {
  cluster.stop();
  rmSync(data, { recursive: true, force: true });
}
