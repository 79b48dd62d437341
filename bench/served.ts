/** A database, the built application on it, and a manager who is signed in: what benches of pages and reports begin with. */
import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildIfChanged } from "#bin/build.ts";
import { startCluster } from "#bin/cluster.ts";
import { createDatabase, withDatabase } from "#bin/prepare.ts";
import { type Served, serve } from "#bin/serve.ts";
import { type LocalDate, localDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Sql } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";
import { insertSession } from "#db/queries/sign-in.ts";
import { seedDemo } from "#demo/seed.ts";
import { SESSION_COOKIE } from "#server/http/target.ts";

export const TODAY: LocalDate = localDate("2026-07-14");

export interface BenchBarn {
  readonly url: string;
  readonly sql: Sql;
  readonly served: Served;
  readonly boss: PersonId;
  /** Of the manager. */
  readonly cookie: string;
}

const hasDatabase = (admin: string, name: string): Promise<boolean> =>
  withDatabase(admin, async (sql) => (await sql`SELECT FROM pg_database WHERE datname = ${name}`).length > 0);

/** Somebody who has signed in. */
export async function cookieOf(sql: Sql, person: PersonId, secret: Buffer): Promise<string> {
  const token = secret.toString("base64url");
  const until = new Date(Date.now() + 86_400_000);
  await insertSession(sql, { tokenHash: createHash("sha256").update(token).digest(), person, at: new Date(), until });
  return `${SESSION_COOKIE}=${token}`;
}

/**
 * Databases by name, filled one after the other in a cluster that is thrown away, or, where FURLONG_BENCH_CLUSTER names one that is there (a database of
 * it), in databases of that one which are dropped again; a barn of which that cluster has a database is then cloned from it.
 */
export async function withBarns(
  fills: Readonly<Record<string, "demo" | ((sql: Sql) => Promise<unknown>)>>,
  use: (name: string, barn: BenchBarn) => Promise<void>,
): Promise<void> {
  const root = process.cwd();
  await buildIfChanged(root);
  const outside = process.env["FURLONG_BENCH_CLUSTER"];
  const data = join(tmpdir(), `furlong-bench-${process.pid}`);
  if (!outside) mkdirSync(data, { recursive: true });
  const cluster = outside ? null : await startCluster({ data });
  const urlOf = (database: string): string =>
    cluster ? cluster.url(database) : Object.assign(new URL(outside ?? ""), { pathname: `/${database}` }).href;
  try {
    for (const [name, fill] of Object.entries(fills)) {
      const [database, admin] = [`bench_${name}_${process.pid}`, outside ?? urlOf("postgres")];
      const template = fill === "demo" ? fill : name;
      const cloned = outside !== undefined && (await hasDatabase(admin, template));
      await createDatabase(admin, database, cloned ? { template } : {});
      const url = urlOf(database);
      await withDatabase(url, async (sql) => {
        await migrate(sql);
        if (!cloned) await (fill === "demo" ? seedDemo(sql, TODAY) : fill(sql));
        const [row] = await sql`SELECT id FROM person WHERE role = 'manager' ORDER BY id LIMIT 1`;
        const boss = row?.["id"] as PersonId;
        const cookie = await cookieOf(sql, boss, randomBytes(32));
        const served = await serve(root, { databaseUrl: url, port: 0, today: TODAY, quiet: true });
        try {
          await use(name, { url, sql, served, boss, cookie });
        } finally {
          await served.stop();
        }
      });
      if (outside) await withDatabase(admin, (sql) => sql`DROP DATABASE ${sql(database)} WITH (FORCE)`);
    }
  } finally {
    cluster?.stop();
    rmSync(data, { recursive: true, force: true });
    rmSync(`${data}.password`, { force: true });
  }
}

/** The smallest form of a bench: that it works, not what it measures. */
export const SMALLEST = process.argv.includes("--smallest");
