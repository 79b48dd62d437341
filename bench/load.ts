/**
 * npm run bench:load [-- demo | ten] [--smallest]: 51 people read and write at once, four reads to a write: first as fast as they get answers, then at a
 * steady rate. Latency counts from when the request was due, so that a server that stands still is not flattered. Beside it what the server's own process
 * spent on a request, and on a page right after a write. Ratios tell, not figures: the same machine answers /health, asked in the same run.
 */
import { randomBytes, randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { Agent, request } from "node:http";
import { NOTHING_TAKEN } from "#contracts/stay.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { must } from "#core/kernel/assert.ts";
import { type Random, seededRandom } from "#core/kernel/random.ts";
import { GATE_TICKS } from "#core/permission/ground-check.ts";
import type { Sql } from "#db/client.ts";
import { type BenchBarn, cookieOf, SMALLEST, TODAY, withBarns } from "./served.ts";
import { makeTenYears } from "./ten-years.ts";

const PEOPLE = SMALLEST ? 3 : 51;
const MANAGERS = SMALLEST ? 1 : 6;
const READS = 0.8;
const SECONDS = SMALLEST ? 0.3 : 15;
const WARM_SECONDS = SMALLEST ? 0 : 4;
const A_SECOND = 150;
/** Pages asked right after a write, to see what one costs that is not kept. */
const COLD = SMALLEST ? 1 : 40;

interface Somebody {
  readonly cookie: string;
  readonly manager: boolean;
  readonly random: Random;
  /** Nobody else writes to these. */
  readonly closed: { readonly id: string; revision: number }[];
  readonly placed: { readonly id: string; version: number; locked: boolean }[];
  absence: string | null;
}
interface Board {
  readonly stays: readonly string[];
  readonly cards: readonly string[];
  readonly boss: string;
}

/** Connections stay open, as a browser's do. */
const agent = new Agent({ keepAlive: true, maxSockets: PEOPLE });
function ask(address: string, path: string, cookie: string, body?: unknown): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const sent = request(
      address + path,
      {
        agent,
        method: body === undefined ? "GET" : "POST",
        headers: {
          Cookie: cookie,
          Accept: "text/html",
          "Accept-Encoding": body === undefined ? "gzip" : "identity",
          ...(body === undefined ? {} : { "Content-Type": "application/json", "Idempotency-Key": randomUUID() }),
        },
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on("data", (part: Buffer) => parts.push(part));
        answer.on("end", () => resolve({ status: answer.statusCode ?? 0, text: Buffer.concat(parts).toString("latin1") }));
        answer.on("error", reject);
      },
    );
    sent.on("error", reject);
    sent.end(body === undefined ? undefined : JSON.stringify(body));
  });
}

/** What a manager at the desk, and a rider with the phone, look at. */
function pathFor({ manager, random }: Somebody, { stays, cards }: Board): string {
  const at = random.next();
  if (!manager) return at < 0.5 ? "/today" : at < 0.85 ? `/card/${random.pick(cards)}` : `/horse/${random.pick(stays)}`;
  if (at < 0.3) return "/";
  if (at < 0.6) return at < 0.45 ? "/today" : "/today/data";
  return at < 0.75 ? "/week" : `/horse/${random.pick(stays)}`;
}

type Post = { readonly path: string; readonly body: unknown; then?(answer: string): void };
/** A session written down or put right, a horse measured, a card pinned, a person away and back again. */
function postFor(somebody: Somebody, { stays, boss }: Board): Post {
  const { random } = somebody;
  const at = random.next();
  const session = somebody.closed[Math.floor(random.next() * somebody.closed.length)];
  if (at < 0.4 && session) {
    const scores = [{ skill: "catch", side: "both" as const, score: 3 + Math.floor(random.next() * 3) }];
    const record = { ...EMPTY_RECORD, groundMinutes: 20, gaits: ["walk"], tack: ["rope-halter"], scores, endedWell: true };
    return {
      path: "/api/card/close",
      body: { id: session.id, base: session.revision, record, gate: { ticks: GATE_TICKS, redSigns: [], overrideReason: "" } },
      then: () => {
        session.revision += 1;
      },
    };
  }
  const card = somebody.placed[Math.floor(random.next() * somebody.placed.length)];
  if (at < 0.6 && card && somebody.manager)
    return {
      path: "/api/day/lock",
      body: { id: card.id, version: card.version, locked: !card.locked },
      then: () => {
        card.version += 1;
        card.locked = !card.locked;
      },
    };
  if (at < 0.75 && somebody.manager) {
    if (somebody.absence)
      return {
        path: "/api/people/remove-absence",
        body: { id: somebody.absence },
        then: () => {
          somebody.absence = null;
        },
      };
    const day = { firstDay: "2026-12-01", lastDay: "2026-12-01" };
    return {
      path: "/api/people/add-absence",
      body: { person: boss, ...day, fromMinute: null, toMinute: null, reason: "Bench" },
      then: (answer) => {
        somebody.absence = (JSON.parse(answer) as { id: string }).id;
      },
    };
  }
  return {
    path: "/api/stay/measure",
    body: { ...NOTHING_TAKEN, stay: random.pick(stays), day: TODAY, withersCm: random.whole(140, 160) },
  };
}

async function boardOf(sql: Sql, boss: string): Promise<Board> {
  const stays = await sql`SELECT id FROM stay WHERE went_home IS NULL AND first_day <= ${TODAY} ORDER BY id`;
  const cards =
    await sql`SELECT k.id FROM card k JOIN stay s ON s.id = k.stay_id WHERE s.went_home IS NULL AND k.state IN ('closed', 'handed-out') ORDER BY k.day DESC, k.id LIMIT 60`;
  return { stays: stays.map((row) => String(row["id"])), cards: cards.map((row) => String(row["id"])), boss };
}
async function peopleOf({ sql, boss }: BenchBarn): Promise<Somebody[]> {
  const riders = await sql`SELECT id FROM person WHERE role <> 'manager' AND retired_on IS NULL ORDER BY id`;
  const closed =
    await sql`SELECT k.id, k.revision FROM card k JOIN stay s ON s.id = k.stay_id WHERE s.went_home IS NULL AND k.state = 'closed' ORDER BY k.day DESC, k.id LIMIT 200`;
  const placed =
    await sql`SELECT id, version, locked FROM card WHERE day >= ${TODAY} AND state IN ('placed', 'handed-out') ORDER BY id`;
  return Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      const mine = <T>(all: readonly T[]): T[] => all.filter((_one, at) => at % MANAGERS === i);
      const manager = i < MANAGERS;
      return {
        manager,
        random: seededRandom(i + 1),
        cookie: await cookieOf(sql, manager ? boss : must(riders[i % riders.length], "a rider")["id"], randomBytes(32)),
        closed: mine(closed).map((row) => ({ id: String(row["id"]), revision: Number(row["revision"]) })),
        placed: mine(placed).map((row) => ({
          id: String(row["id"]),
          version: Number(row["version"]),
          locked: Boolean(row["locked"]),
        })),
        absence: null,
      };
    }),
  );
}

interface Told {
  readonly reads: number[];
  readonly writes: number[];
  readonly wrong: string[];
}
/** `apart`: milliseconds from one request of somebody's to the next; null: as fast as answers come. */
async function live(
  barn: BenchBarn,
  people: readonly Somebody[],
  board: Board,
  seconds: number,
  apart: number | null,
): Promise<Told> {
  const told: Told = { reads: [], writes: [], wrong: [] };
  const begun = performance.now();
  const end = begun + seconds * 1000;
  await Promise.all(
    people.map(async (somebody, i) => {
      let due = begun + (apart ?? 0) * (i / people.length);
      while (due < end && performance.now() < end) {
        if (apart !== null) await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
        else due = performance.now();
        const post = somebody.random.next() < READS ? null : postFor(somebody, board);
        const path = post?.path ?? pathFor(somebody, board);
        const answer = await ask(barn.served.address, path, somebody.cookie, post?.body);
        (post ? told.writes : told.reads).push(performance.now() - due);
        if (answer.status !== 200)
          told.wrong.push(`${path.replace(/[0-9a-f-]{36}/, "…")} ${answer.status} ${answer.text.slice(0, 160)}`);
        else post?.then?.(answer.text);
        if (apart !== null) due += apart * (0.5 + somebody.random.next());
      }
    }),
  );
  return told;
}

const at = (times: readonly number[], share: number): number => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? Number.NaN;
};
const ms = (n: number): string => n.toFixed(1).padStart(7);

const TICK_MS = 10;
const SEVERAL = Number(process.env["FURLONG_PROCESSES"] ?? 1) > 1;
/** Milliseconds of a processor that the server's own processes have used, and the megabytes that they hold; what reads plans again and what solves are not among them. */
function usedBy({ served }: BenchBarn): { readonly cpu: number; readonly mb: number } {
  const { pid } = served.child;
  const serving = SEVERAL ? readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ") : [String(pid)];
  const each = serving.map((one) => {
    const fields = readFileSync(`/proc/${one}/stat`, "utf8").split(") ")[1]?.split(" ") ?? [];
    const held = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${one}/status`, "utf8"));
    return { cpu: (Number(fields[11]) + Number(fields[12])) * TICK_MS, mb: Number(held?.[1]) / 1024 };
  });
  return { cpu: each.reduce((sum, one) => sum + one.cpu, 0), mb: each.reduce((sum, one) => sum + one.mb, 0) };
}

async function tell(barn: BenchBarn, name: string, run: () => Promise<Told>): Promise<void> {
  const [before, begun] = [usedBy(barn), performance.now()];
  const { reads, writes, wrong } = await run();
  const [after, took] = [usedBy(barn), (performance.now() - begun) / 1000];
  const all = reads.length + writes.length;
  console.log(
    `  ${name.padEnd(20)}${(all / took).toFixed(0).padStart(5)} a second   reads${ms(at(reads, 0.5))}${ms(at(reads, 0.95))}   writes${ms(at(writes, 0.5))}${ms(at(writes, 0.95))}   server ${((after.cpu - before.cpu) / all).toFixed(1)} ms each, ${after.mb.toFixed(0)} MB   wrong ${wrong.length}`,
  );
  for (const one of [...new Set(wrong)].slice(0, 5)) console.log(`    ${one}`);
}

/** Each page right after a write to a horse of it: what it costs the server where nothing of the page itself is kept. */
async function cold(barn: BenchBarn, board: Board, boss: Somebody): Promise<void> {
  const stay = must(board.stays[0], "a horse");
  const pages = {
    Rail: "/",
    Today: "/today",
    "Today, data": "/today/data",
    Week: "/week",
    Horse: `/horse/${stay}`,
    Card: `/card/${board.cards[0]}`,
  };
  console.log(`  after a write${"".padEnd(9)}    p50    p95   of the server's processor, each`);
  for (const [name, path] of Object.entries(pages)) {
    const times: number[] = [];
    let spent = 0;
    for (let i = 0; i < COLD; i += 1) {
      const taken = { ...NOTHING_TAKEN, stay, day: TODAY, withersCm: 140 + (i % 9) };
      await ask(barn.served.address, "/api/stay/measure", boss.cookie, taken);
      const [before, begun] = [usedBy(barn), performance.now()];
      await ask(barn.served.address, path, boss.cookie);
      times.push(performance.now() - begun);
      spent += usedBy(barn).cpu - before.cpu;
    }
    console.log(`  ${name.padEnd(22)}${ms(at(times, 0.5))}${ms(at(times, 0.95))}   ${ms(spent / COLD)}`);
  }
}

async function health(barn: BenchBarn): Promise<Told> {
  const reads: number[] = [];
  for (const end = performance.now() + (SMALLEST ? 100 : 2_000); performance.now() < end; ) {
    const begun = performance.now();
    await ask(barn.served.address, "/health", "");
    reads.push(performance.now() - begun);
  }
  return { reads, writes: [], wrong: [] };
}

const BARNS = {
  demo: "demo",
  ten: (sql: Sql) => makeTenYears(sql, TODAY, SMALLEST ? { inWork: 2, gone: 3 } : { inWork: 40, gone: 1_500 }),
} as const;
const wanted = (Object.keys(BARNS) as (keyof typeof BARNS)[]).filter((name) => process.argv.includes(name));
const fills = Object.fromEntries(
  (wanted.length > 0 ? wanted : (Object.keys(BARNS) as (keyof typeof BARNS)[])).map((name) => [name, BARNS[name]]),
);
await withBarns(fills, async (name, barn) => {
  const [board, people] = [await boardOf(barn.sql, barn.boss), await peopleOf(barn)];
  console.log(`\n${name}: ${people.length} people, ${board.stays.length} horses in work; milliseconds, p50 and p95`);
  await live(barn, people, board, WARM_SECONDS, null);
  await tell(barn, "nothing (/health)", () => health(barn));
  await cold(barn, board, must(people[0], "the manager"));
  await tell(barn, "as fast as they can", () => live(barn, people, board, SECONDS, null));
  await tell(barn, `${A_SECOND} a second wanted`, () => live(barn, people, board, SECONDS, (PEOPLE / A_SECOND) * 1000));
});
console.log("\nEvery page and write was asked.");
agent.destroy();
