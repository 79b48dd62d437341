/** A database for one year by the application, and the year lived on it; whatever must hold and does not is told with how it came about. */
import { existsSync, mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startCluster } from "#bin/cluster.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { migrate } from "#db/migrate.ts";
import { FurlongYear } from "./furlong.ts";
import type { YearTally } from "./tally.ts";
import { Broken } from "./watch.ts";
import type { World } from "./world.ts";

/** Told so often, days. */
const TELL_EVERY = 14;
const ACTS_SHOWN = 12;
/** Where it is there, nothing of the year touches a disk. */
const MEMORY = "/dev/shm";

function tellBroken({ day, message }: Broken, { days, horses, seed }: World, acts: readonly string[]): void {
  console.error(
    `\n${day}: ${message}\n\nBefore it:\n${acts.slice(-ACTS_SHOWN).join("\n")}\n\n` +
      `There again by:\n  npm run year -- --days ${days} --horses ${horses} --seed ${seed} --by furlong\n`,
  );
}

async function liveOn(url: string, world: World): Promise<YearTally> {
  return withDatabase(url, async (sql) => {
    await migrate(sql);
    const year = new FurlongYear(sql, world, url);
    const begun = performance.now();
    try {
      return await year.run((day, done) => {
        if (done % TELL_EVERY > 0 && done < world.days) return;
        const each = (performance.now() - begun) / done / 1000;
        const left = Math.ceil(((world.days - done) * each) / 60);
        console.error(
          `  seed ${world.seed}, ${day}: ${done} of ${world.days} days, ${each.toFixed(1)} s each, about ${left} min left`,
        );
      });
    } catch (error) {
      if (error instanceof Broken) tellBroken(error, world, year.hands.acts);
      throw error;
    }
  });
}

/** In a cluster that is thrown away, or in a database of the one that FURLONG_BENCH_CLUSTER names (a database of it). */
export async function liveByFurlong(world: World): Promise<YearTally> {
  const outside = process.env["FURLONG_BENCH_CLUSTER"];
  const data = join(existsSync(MEMORY) ? MEMORY : tmpdir(), `furlong-year-${process.pid}`);
  if (!outside) mkdirSync(data, { recursive: true });
  const cluster = outside ? null : await startCluster({ data, fast: true });
  const urlOf = (name: string): string =>
    cluster?.url(name) ?? Object.assign(new URL(outside ?? ""), { pathname: `/${name}` }).href;
  const [admin, name] = [outside ?? urlOf("postgres"), `year_${process.pid}`];
  try {
    await createDatabase(admin, name);
    return await liveOn(urlOf(name), world);
  } finally {
    if (outside) await withDatabase(admin, (sql) => sql`DROP DATABASE IF EXISTS ${sql(name)} WITH (FORCE)`);
    cluster?.stop();
    rmSync(data, { recursive: true, force: true });
    rmSync(`${data}.password`, { force: true });
  }
}
