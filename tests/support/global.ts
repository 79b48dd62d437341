/** Once a run: a throw-away cluster with three templates (no barn yet, an empty one, the demo), and the built application. */
import { existsSync, mkdirSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { TestProject } from "vitest/node";
import { buildIfChanged } from "#bin/build.ts";
import { type Cluster, postgresPrograms, startCluster, stopCluster } from "#bin/cluster.ts";
import { keep, keyOf, takeKept } from "#bin/kept.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { localDate } from "#core/calendar/local-date.ts";
import { migrate } from "#db/migrate.ts";
import { seedDemo } from "#demo/seed.ts";
import { setUpEmpty, TODAY } from "./barn.ts";

const PREFIX = "furlong-test-";
/** Inside a run's folder, with its password beside it: the two are kept together. */
const CLUSTER = "cluster";
/** Whatever may change what stands in the two templates. */
const TEMPLATE_SOURCES = [
  ...["core", "contracts", "db", "server", "solver", "ui/words"].map((part) => `src/${part}`),
  "demo",
  "tests/support/barn.ts",
  "bin/lib/cluster.ts",
  "package-lock.json",
];

declare module "vitest" {
  interface ProvidedContext {
    adminUrl: string;
    /** What the run needs no more when it ends. */
    folder: string;
  }
}

/** A run that was killed leaves its cluster behind: the next one clears up after it. */
function sweep(): void {
  for (const name of readdirSync(tmpdir()).filter((one) => one.startsWith(PREFIX))) {
    const pid = name.slice(PREFIX.length).replace(/\D.*/, "");
    if (existsSync(`/proc/${pid}`)) continue;
    const path = join(tmpdir(), name);
    if (existsSync(join(path, CLUSTER, "PG_VERSION"))) stopCluster(join(path, CLUSTER));
    rmSync(path, { recursive: true, force: true });
  }
}

/** A running cluster with the databases `bare`, `empty` and `demo`: taken from what an earlier run kept, or made and kept. */
async function templates(root: string, folder: string): Promise<Cluster> {
  const key = keyOf(root, TEMPLATE_SOURCES, [postgresPrograms() ?? ""]);
  const start = () => startCluster({ data: join(folder, CLUSTER), fast: true });
  if (takeKept("templates", key, folder)) return start();
  mkdirSync(folder);
  const cluster = await start();
  const fills = {
    bare: async () => {},
    empty: setUpEmpty,
    demo: (sql) => seedDemo(sql, localDate(TODAY)),
  } satisfies Record<string, (sql: Parameters<typeof seedDemo>[0]) => Promise<unknown>>;
  for (const [name, fill] of Object.entries(fills)) {
    await createDatabase(cluster.url("postgres"), name);
    await withDatabase(cluster.url(name), async (sql) => {
      await migrate(sql);
      await fill(sql);
    });
  }
  cluster.stop();
  keep("templates", key, folder);
  return start();
}

export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  sweep();
  const { root } = project.config;
  const folder = join(tmpdir(), `${PREFIX}${process.pid}`);
  const [cluster] = await Promise.all([templates(root, folder), buildIfChanged(root)]);
  project.provide("adminUrl", cluster.url("postgres"));
  project.provide("folder", folder);
  return async () => {
    cluster.stop();
    rmSync(folder, { recursive: true, force: true, maxRetries: 3 });
  };
}
