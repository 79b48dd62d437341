/** The built server as a child process on a database of the file's own, asked over HTTP as somebody. */
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { once } from "node:events";
import { setTimeout as pause } from "node:timers/promises";
import { type Served, serve } from "#bin/serve.ts";
import { connect, type Sql } from "#db/client.ts";
import { findCredential } from "#db/queries/people.ts";
import { insertSession } from "#db/queries/sign-in.ts";
import { SESSION_COOKIE } from "#server/http/target.ts";
import { cloneOf, type Template, TODAY } from "./barn.ts";

/** Addresses of simulated ones, and what else a server is started with. */
export interface Devices {
  readonly scaleUrl?: string;
  readonly strapUrl?: string;
  /** Begins a barn that is not there yet. */
  readonly code?: string;
}

export interface Post {
  readonly who?: string | null;
  readonly key?: string;
  readonly headers?: Record<string, string>;
  /** Cuts the request. */
  readonly signal?: AbortSignal;
}

/**
 * The server of this worker. It outlives the file: starting one and warming it up costs more than most files ask of it. Its database is put away under it
 * and made anew for the next file, which a server must bear anyway.
 */
let kept: { served: Served; readonly database: string } | null = null;
const runs = ({ child }: Served): boolean => child.exitCode === null && child.signalCode === null;
const start = (url: string, port: number, devices?: Devices): Promise<Served> =>
  serve(process.cwd(), { databaseUrl: url, port, today: TODAY, quiet: true, ...devices });

/** More than the server has connections to a database: asked all at once, each of them has to answer. */
const ASKED_AT_ONCE = 16;
/** Until a server whose connections were cut has new ones in the place of all of them; one that has not noticed yet would answer that the database is away. */
export async function connectedAnew(address: string): Promise<void> {
  const answers = () => Promise.all(Array.from({ length: ASKED_AT_ONCE }, async () => (await fetch(`${address}/health`)).ok));
  while (!(await answers()).every(Boolean)) await pause(20);
}

export class Site {
  private readonly tokens = new Map<string, string>();
  private constructor(
    readonly sql: Sql,
    private served: Served,
    private readonly url: string,
    private readonly devices: Devices | undefined,
  ) {}

  /** With devices, on a server that was started for them. */
  static async open(template: Template, devices?: Devices): Promise<Site> {
    const again = kept && runs(kept.served) && !devices ? kept : null;
    const url = await cloneOf(template, again?.database);
    const sql = connect(url, { max: 12, connectSeconds: 30 });
    // Pages of the file before, which may have changed what it liked by hand, are none of this one's.
    await sql`UPDATE written SET mark = gen_random_uuid()`;
    const served = again?.served ?? (await start(url, 0, devices));
    if (again) await connectedAnew(served.address);
    return new Site(sql, served, url, devices);
  }

  get databaseUrl(): string {
    return this.url;
  }
  get address(): string {
    return this.served.address;
  }
  async close(): Promise<void> {
    await this.sql.end();
    if (this.devices) return this.served.stop();
    // It ends with the worker.
    this.served.child.unref();
    this.served.child.channel?.unref();
    kept = { served: this.served, database: new URL(this.url).pathname.slice(1) };
  }
  /** The server goes away; what is open in a browser stays. */
  stop = (): Promise<void> => this.served.stop();
  /** Up again, where a test left it down. */
  async up(): Promise<void> {
    if (!runs(this.served)) await this.restart();
  }
  /** It is ended without a word: what it was in the middle of is not finished. */
  async kill(): Promise<void> {
    this.served.child.kill("SIGKILL");
    await once(this.served.child, "exit");
  }
  async restart(): Promise<void> {
    const port = Number(new URL(this.address).port);
    this.served = await start(this.url, port, this.devices);
  }

  /** A session without the half second that a password takes; the form itself has tests of its own. */
  async token(signIn: string): Promise<string> {
    const known = this.tokens.get(signIn);
    if (known) return known;
    const person = await findCredential(this.sql, signIn);
    if (!person) throw new Error(`nobody signs in as ${signIn}`);
    const token = randomBytes(32).toString("base64url");
    await insertSession(this.sql, {
      tokenHash: createHash("sha256").update(token).digest(),
      person: person.id,
      at: new Date(),
      until: new Date(Date.now() + 86_400_000),
    });
    this.tokens.set(signIn, token);
    return token;
  }
  /** Their session was ended through the interface: the next token is a new one. */
  forget = (who: string): void => void this.tokens.delete(who);
  async cookie(who: string | null): Promise<Record<string, string>> {
    return who ? { Cookie: `${SESSION_COOKIE}=${await this.token(who)}` } : {};
  }

  async get(path: string, who: string | null = null): Promise<Response> {
    return fetch(this.address + path, { headers: await this.cookie(who), redirect: "manual" });
  }
  async post(
    route: string,
    body: unknown,
    { who = null, key = randomUUID(), headers = {}, signal }: Post = {},
  ): Promise<Response> {
    return fetch(`${this.address}/api/${route}`, {
      method: "POST",
      headers: { "Content-Type": "application/json", "Idempotency-Key": key, ...(await this.cookie(who)), ...headers },
      body: typeof body === "string" ? body : JSON.stringify(body),
      redirect: "manual",
      ...(signal ? { signal } : {}),
    });
  }
}

/** Ids of the demo barn that addresses are made of. */
export async function demoIds(sql: Sql): Promise<Record<"stay" | "card" | "evaluation" | "evaluated" | "check", string>> {
  const [stay] = await sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Tin Whistle'`;
  // Numbers are drawn, names are not: every run looks at the same card.
  const [card] = await sql`
    SELECT k.id FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.day = ${TODAY} AND k.state = 'handed-out' ORDER BY h.name LIMIT 1`;
  const [evaluation] = await sql`
    SELECT e.id, e.stay_id FROM evaluation e JOIN judgement j ON j.evaluation_id = e.id JOIN check_up c ON c.stay_id = e.stay_id
    JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id ORDER BY h.name, e.day LIMIT 1`;
  const [check] = await sql`SELECT id FROM check_up WHERE stay_id = ${evaluation?.["stayId"]} ORDER BY ordered_on, cause LIMIT 1`;
  return {
    stay: stay?.["id"],
    card: card?.["id"],
    evaluation: evaluation?.["id"],
    evaluated: evaluation?.["stayId"],
    check: check?.["id"],
  };
}
