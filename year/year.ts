/**
 * Lives a year of a barn, twice with the same horses: `npm run year -- [--days 365] [--horses 30] [--seed 1] [--seeds 1] [--by furlong|whiteboard|both] [--page]`.
 * `--page` writes docs/a-year.md. The first thing that must hold and does not ends it with the day, the acts before it, and the command that comes there again.
 */
import { existsSync, mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { startCluster } from "#bin/cluster.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { migrate } from "#db/migrate.ts";
import { compare } from "./figures.ts";
import { FurlongYear } from "./furlong.ts";
import { writePage } from "./page.ts";
import type { YearTally } from "./tally.ts";
import { Broken } from "./watch.ts";
import { WhiteboardYear } from "./whiteboard.ts";
import { makeWorld, type World } from "./world.ts";

const USUAL = { days: 365, horses: 30, seed: 1, seeds: 1 };
const BY = ["furlong", "whiteboard", "both"] as const;
type By = (typeof BY)[number];
/** Told so often, days. */
const TELL_EVERY = 7;
const ACTS_SHOWN = 12;
const MEMORY = "/dev/shm";

const text = { type: "string" } as const;
const { values } = parseArgs({
  options: { days: text, horses: text, seed: text, seeds: text, by: text, page: { type: "boolean", default: false } },
});
const number = (name: keyof typeof USUAL): number => {
  const given = Number(values[name] ?? USUAL[name]);
  if (!Number.isInteger(given) || given < 1) throw new Error(`--${name} is a whole number from 1 on.`);
  return given;
};
const by = (values.by ?? "both") as By;
if (!BY.includes(by)) throw new Error(`--by is ${BY.join(", ")}.`);

async function byFurlong(world: World): Promise<YearTally> {
  const outside = process.env["FURLONG_BENCH_CLUSTER"];
  const data = join(existsSync(MEMORY) ? MEMORY : tmpdir(), `furlong-year-${process.pid}`);
  if (!outside) mkdirSync(data, { recursive: true });
  const cluster = outside ? null : await startCluster({ data, fast: true });
  const name = `year_${process.pid}`;
  const urlOf = (database: string): string =>
    cluster?.url(database) ?? Object.assign(new URL(outside ?? ""), { pathname: `/${database}` }).href;
  try {
    await createDatabase(outside ?? urlOf("postgres"), name);
    return await withDatabase(urlOf(name), async (sql) => {
      await migrate(sql);
      const year = new FurlongYear(sql, world, urlOf(name));
      const begun = performance.now();
      try {
        return await year.run((day, done) => {
          if (done % TELL_EVERY > 0 && done < world.days) return;
          const each = (performance.now() - begun) / done / 1000;
          console.error(
            `  seed ${world.seed}, ${day}: ${done} of ${world.days} days, ${each.toFixed(1)} s each, about ${Math.ceil(((world.days - done) * each) / 60)} min left`,
          );
        });
      } catch (error) {
        if (error instanceof Broken)
          console.error(
            `\n${error.day}: ${error.message}\n\nBefore it:\n${year.hands.acts.slice(-ACTS_SHOWN).join("\n")}\n\nThere again by:\n  npm run year -- --days ${world.days} --horses ${world.horses} --seed ${world.seed} --by furlong\n`,
          );
        throw error;
      }
    });
  } finally {
    await withDatabase(outside ?? urlOf("postgres"), (sql) => sql`DROP DATABASE IF EXISTS ${sql(name)} WITH (FORCE)`);
    cluster?.stop();
    rmSync(data, { recursive: true, force: true });
    rmSync(`${data}.password`, { force: true });
  }
}

const years: Record<"furlong" | "whiteboard", YearTally[]> = { furlong: [], whiteboard: [] };
for (let i = 0; i < number("seeds"); i += 1) {
  const world = makeWorld({ seed: number("seed") + i, days: number("days"), horses: number("horses") });
  if (by !== "whiteboard") years.furlong.push(await byFurlong(world));
  if (by !== "furlong") years.whiteboard.push(new WhiteboardYear(world).run());
}
const two = (x: number): string => x.toFixed(1).padStart(7);
for (const { figure, furlong, whiteboard, low, high } of compare(
  by === "whiteboard" ? years.whiteboard : years.furlong,
  by === "furlong" ? years.furlong : years.whiteboard,
))
  console.log(
    `${figure.words.padEnd(66)} ${two(furlong)} ${by === "both" ? `beside ${two(whiteboard)}, difference ${two(low)} to ${two(high)}` : ""} ${figure.unit}`,
  );
for (const year of years.furlong) {
  const refused = [...year.refused].sort((a, b) => b[1] - a[1]);
  console.log(
    `seed ${year.seed}: ${year.guests.size} horses, alarms ${year.alarms.right} right and ${year.alarms.wrong} not, checks ${year.checks.found} of ${year.checks.asked} found something; backup of ${year.restored ?? "no day"} read back; refused: ${refused.map(([what, times]) => `${what} ×${times}`).join("; ") || "nothing"}`,
  );
}
if (values.page) writePage(years);
console.log("Everything held on every day.");
