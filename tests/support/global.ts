/** Once a run: a throw-away cluster with two templates (an empty barn, the demo barn) and the built application. */
import { existsSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { TestProject } from "vitest/node";
import { buildIfChanged } from "#bin/build.ts";
import { startCluster, stopCluster } from "#bin/cluster.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { migrate } from "#db/migrate.ts";
import { seedDemo } from "#demo/seed.ts";
import { setUpEmpty, TODAY } from "./barn.ts";

const PREFIX = "furlong-test-";

declare module "vitest" {
  interface ProvidedContext {
    adminUrl: string;
  }
}

/** A run that was killed leaves its cluster behind: the next one clears up after it. */
function sweep(): void {
  for (const name of readdirSync(tmpdir()).filter((one) => one.startsWith(PREFIX))) {
    const pid = name.slice(PREFIX.length).replace(/\D.*/, "");
    if (existsSync(`/proc/${pid}`)) continue;
    const path = join(tmpdir(), name);
    if (existsSync(join(path, "PG_VERSION"))) stopCluster(path);
    rmSync(path, { recursive: true, force: true });
  }
}

export default async function setup(project: TestProject): Promise<() => void> {
  sweep();
  const data = join(tmpdir(), `${PREFIX}${process.pid}`);
  const cluster = await startCluster({ data, fast: true });
  for (const [name, fill] of [
    ["empty", setUpEmpty],
    ["demo", (sql) => seedDemo(sql, localDate(TODAY))],
  ] as const satisfies readonly (readonly [string, (sql: Parameters<typeof seedDemo>[0]) => Promise<unknown>])[]) {
    await createDatabase(cluster.url("postgres"), name);
    await withDatabase(cluster.url(name), async (sql) => {
      await migrate(sql);
      await fill(sql);
    });
  }
  buildIfChanged(project.config.root);
  project.provide("adminUrl", cluster.url("postgres"));
  return () => {
    cluster.stop();
    rmSync(data, { recursive: true, force: true });
    rmSync(`${data}.password`, { force: true });
  };
}
