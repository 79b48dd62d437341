/** A barn that may be hurt: a throw-away cluster and the built server on it, each of which can be ended and started again at the same address. */
import { execFileSync } from "node:child_process";
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { once } from "node:events";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { buildIfChanged } from "#bin/build.ts";
import { type Cluster, postgresPrograms, startCluster } from "#bin/cluster.ts";
import { createDatabase } from "#bin/prepare.ts";
import { type Served, serve } from "#bin/serve.ts";
import { dateInZone, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { connect, type Sql } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";
import { insertSession } from "#db/queries/sign-in.ts";
import { setUpBarn } from "#server/barn/set-up.ts";
import { SESSION_COOKIE } from "#server/http/target.ts";

export const TODAY: LocalDate = localDate("2026-07-14");
export const PASSWORD = "six grey mules by a ford";
const NAME = "furlong_drill";

export interface Answer {
  readonly status: number;
  readonly body: unknown;
}

export class House {
  private constructor(
    private readonly data: string,
    private cluster: Cluster,
    private served: Served,
    readonly sql: Sql,
    readonly manager: string,
    private readonly cookie: string,
  ) {}

  static async open(): Promise<House> {
    await buildIfChanged(process.cwd());
    const data = join(tmpdir(), `furlong-drill-${process.pid}`);
    mkdirSync(data, { recursive: true });
    const cluster = await startCluster({ data });
    await createDatabase(cluster.url("postgres"), NAME);
    const sql = connect(cluster.url(NAME), { max: 4 });
    await migrate(sql);
    const person = {
      name: "Quill Harrow",
      role: "manager",
      grade: 5,
      weightKg: 70,
      rides: true,
      specialist: false,
      worksDays: [1, 2, 3, 4, 5, 6, 7],
      worksFrom: 360,
      worksTo: 1140,
      lunchFrom: 660,
      lunchTo: 840,
      lunchMinutes: 30,
      maxSaddle: 8,
    } as const;
    const manager = await setUpBarn(sql, {
      name: "Drill barn",
      timeZone: "America/Denver",
      begunOn: dateInZone("America/Denver", Date.now()),
      manager: { signIn: "quill", password: PASSWORD, person: { ...person, worksDays: [...person.worksDays] } },
    });
    const token = randomBytes(32).toString("base64url");
    if (!manager) throw new Error("the barn was there already");
    await insertSession(sql, {
      tokenHash: createHash("sha256").update(token).digest(),
      person: manager,
      at: new Date(),
      until: new Date(Date.now() + 86_400_000),
    });
    const served = await House.serve(cluster, 0);
    return new House(data, cluster, served, sql, manager, `${SESSION_COOKIE}=${token}`);
  }
  private static serve(cluster: Cluster, port: number): Promise<Served> {
    return serve(process.cwd(), { databaseUrl: cluster.url(NAME), port, today: TODAY, quiet: true });
  }
  async close(): Promise<void> {
    await this.served.stop();
    await this.sql.end({ timeout: 1 });
    this.cluster.stop();
    rmSync(this.data, { recursive: true, force: true });
    rmSync(`${this.data}.password`, { force: true });
  }

  get url(): string {
    return this.cluster.url(NAME);
  }
  get address(): string {
    return this.served.address;
  }
  get lives(): boolean {
    return this.served.child.exitCode === null && this.served.child.signalCode === null;
  }
  /** Megabytes that the server holds. */
  get memory(): number {
    const line = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${this.served.child.pid}/status`, "utf8"));
    return Number(line?.[1] ?? 0) / 1024;
  }
  async killServer(): Promise<void> {
    const port = Number(new URL(this.address).port);
    this.served.child.kill("SIGKILL");
    await once(this.served.child, "exit");
    this.served = await House.serve(this.cluster, port);
  }
  async restartPostgres(how: "fast" | "immediate"): Promise<void> {
    const port = Number(new URL(this.cluster.url(NAME)).port);
    const programs = postgresPrograms() ?? "";
    const stop = [join(programs, "pg_ctl"), "-D", this.data, "-m", how, "-w", "stop"];
    if (process.getuid?.() === 0) execFileSync("runuser", ["-u", "postgres", "--", ...stop], { cwd: "/" });
    else execFileSync(stop[0] as string, stop.slice(1), { cwd: "/" });
    this.cluster = await startCluster({ data: this.data, port });
  }
  cutConnections = async (): Promise<void> =>
    void (await this
      .sql`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = ${NAME} AND pid <> pg_backend_pid()`);

  async get(path: string): Promise<number> {
    const answer = await fetch(this.address + path, { headers: { Cookie: this.cookie }, redirect: "manual" }).catch(() => null);
    await answer?.arrayBuffer().catch(() => null);
    return answer?.status ?? 0;
  }
  /** Status 0: no answer came. */
  async post(route: string, input: unknown, key: string = randomUUID()): Promise<Answer> {
    try {
      const answer = await fetch(`${this.address}/api/${route}`, {
        method: "POST",
        headers: { "Content-Type": "application/json", "Idempotency-Key": key, Cookie: this.cookie },
        body: JSON.stringify(input),
      });
      return { status: answer.status, body: await answer.json() };
    } catch {
      return { status: 0, body: null };
    }
  }
}
