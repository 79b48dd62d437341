/**
 * npm run bench [-- demo | ten] [--smallest]: latency of pages and endpoints at 1 and at 20 at once, beside the bare SQL of the same page in the same run, for the
 * demo barn and for one with ten years of history; and what the home page makes a browser load. Milliseconds; ratios tell, not figures.
 */
import { randomUUID } from "node:crypto";
import { gzipSync } from "node:zlib";
import type { Actor } from "#contracts/people.ts";
import { must } from "#core/kernel/assert.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import { connect, type Sql } from "#db/client.ts";
import { readBarn } from "#server/barn/read-barn.ts";
import { readCard } from "#server/card/read-card.ts";
import { readChecks, readHorseChecks } from "#server/check/read-checks.ts";
import type { Deps } from "#server/container.ts";
import { readDay } from "#server/day/read-day.ts";
import { readClosedEvaluation, readCompared, readEvaluate } from "#server/intake/read-evaluate.ts";
import { readLadder } from "#server/ladder/read-ladder.ts";
import { readPeople } from "#server/people/read-people.ts";
import { readPlan } from "#server/plan/read-plan.ts";
import { readReport } from "#server/report/read-report.ts";
import { type Opened, openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { readBooking, readTerms } from "#server/stay/read-terms.ts";
import { readCourse, readLogView } from "#server/watch/read-course.ts";
import { readWeek } from "#server/week/read-week.ts";
import { type BenchBarn, SMALLEST, TODAY, withBarns } from "./served.ts";
import { makeTenYears } from "./ten-years.ts";

const CLOCK = { now: () => new Date(), today: () => TODAY };
const ROUNDS = SMALLEST ? { 1: 1, 20: 2 } : { 1: 60, 20: 400 };
const WARM_UP = SMALLEST ? 0 : 10;
type AtOnce = keyof typeof ROUNDS;

interface Spread {
  readonly p50: number;
  readonly p95: number;
}
async function measure(atOnce: AtOnce, once: () => Promise<unknown>): Promise<Spread> {
  for (let warm = 0; warm < WARM_UP; warm += 1) await once();
  const times: number[] = [];
  let left: number = ROUNDS[atOnce];
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (left > 0) {
        left -= 1;
        const start = performance.now();
        await once();
        times.push(performance.now() - start);
      }
    }),
  );
  times.sort((a, b) => a - b);
  const at = (share: number): number => must(times[Math.min(times.length - 1, Math.floor(share * times.length))], "a time");
  return { p50: at(0.5), p95: at(0.95) };
}

/** The statements that a page asks of PostgreSQL, with their values, as its reader sends them. */
async function statementsOf(url: string, read: (deps: Deps) => Promise<unknown>): Promise<[string, unknown[]][]> {
  const sent: [string, unknown[]][] = [];
  const sql = connect(url, { max: 1, onQuery: (query, values) => sent.push([query, values]) });
  await read({ sql, clock: CLOCK });
  await sql.end();
  return sent;
}

interface Target {
  readonly name: string;
  readonly path: string;
  /** The reader behind the page; what it asks is replayed bare. Null: it asks nothing. */
  read(deps: Deps): Promise<unknown>;
}
async function targetsOf(sql: Sql): Promise<Target[]> {
  const [busy] =
    await sql`SELECT k.stay_id, k.id FROM card k JOIN stay s ON s.id = k.stay_id WHERE s.went_home IS NULL AND k.state = 'closed' ORDER BY k.day DESC, k.id LIMIT 1`;
  const [stay, card] = [String(busy?.["stayId"]), String(busy?.["id"])];
  const [evaluation] =
    await sql`SELECT id FROM evaluation WHERE stay_id = ${stay} AND closed_at IS NOT NULL ORDER BY day LIMIT 1`;
  const [person] = await sql`SELECT id FROM person WHERE role = 'manager'`;
  const me: Actor = { id: person?.["id"] as PersonId, name: "", role: "manager", grade: 5 };
  const opened = (read: (deps: Deps, opened: Opened) => Promise<unknown>) => async (deps: Deps) =>
    read(deps, must(await openStay(deps, stay), "a stay"));
  return [
    { name: "Rail", path: "/", read: readRail },
    { name: "Today", path: "/today", read: (deps) => readDay(deps, TODAY) },
    { name: "Today, data", path: "/today/data", read: (deps) => readDay(deps, TODAY) },
    { name: "Week", path: "/week", read: (deps) => readWeek(deps, null) },
    {
      name: "Horse",
      path: `/horse/${stay}`,
      read: opened((deps, one) => Promise.all([readHorseNow(deps, one), readCourse(deps, one)])),
    },
    { name: "Log", path: `/horse/${stay}/log`, read: opened(readLogView) },
    { name: "Evaluate", path: `/horse/${stay}/evaluate`, read: opened(readEvaluate) },
    {
      name: "Outcome",
      path: `/horse/${stay}/evaluation/${evaluation?.["id"]}`,
      read: opened((deps, stands) => readClosedEvaluation(deps, stands, String(evaluation?.["id"]))),
    },
    { name: "Compare", path: `/horse/${stay}/compare`, read: opened(readCompared) },
    { name: "Checks", path: "/checks", read: (deps) => readChecks(deps, me) },
    { name: "Plan", path: `/horse/${stay}/plan`, read: opened((deps, stands) => readPlan(deps, stands, me)) },
    { name: "Ladder", path: "/barn/ladder", read: readLadder },
    { name: "Horse's checks", path: `/horse/${stay}/checks`, read: opened((deps, stands) => readHorseChecks(deps, stands, me)) },
    { name: "Barn", path: "/barn", read: readBarn },
    { name: "Report", path: `/horse/${stay}/report`, read: opened((...at) => readReport(...at, { kind: "end", ordinal: 0 })) },
    { name: "Terms", path: `/horse/${stay}/terms`, read: opened(readTerms) },
    { name: "Card", path: `/card/${card}`, read: (deps) => readCard(deps, card, me) },
    { name: "Book", path: "/book", read: readBooking },
    { name: "People", path: "/people", read: (deps) => readPeople(deps, me.id) },
  ];
}

const ms = (n: number): string => n.toFixed(1).padStart(7);
const line = (name: string, page: Spread, bare: Spread): string =>
  `  ${name.padEnd(22)}${ms(page.p50)}${ms(page.p95)}   ${ms(bare.p50)}${ms(bare.p95)}   ×${(page.p95 / bare.p95).toFixed(1)}`;

/** Everything that a browser fetches to wake the islands of a page: scripts, what they import, and the islands' own modules. */
async function scriptsOf(address: string, cookie: string, path: string): Promise<{ raw: number; zipped: number }> {
  const html = await (await fetch(address + path, { headers: { Cookie: cookie } })).text();
  const queue = [...html.matchAll(/["'](\/_astro\/[^"']+\.js)["']/g)].map((match) => match[1] as string);
  const seen = new Set<string>();
  let [raw, zipped] = [0, 0];
  for (let next = queue.pop(); next; next = queue.pop()) {
    if (seen.has(next)) continue;
    seen.add(next);
    const code = await (await fetch(address + next)).text();
    raw += code.length;
    zipped += gzipSync(code).length;
    for (const match of code.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)) queue.push(`/_astro/${match[1]}`);
  }
  for (const match of html.matchAll(/<script\b[^>]*>([\s\S]*?)<\/script>/g)) {
    raw += match[1]?.length ?? 0;
    zipped += gzipSync(match[1] ?? "").length;
  }
  return { raw, zipped };
}

async function benchBarn(name: string, { url, sql, served, boss, cookie }: BenchBarn): Promise<void> {
  const get = (path: string) => async () => {
    const answer = await fetch(served.address + path, { headers: { Cookie: cookie, "Accept-Encoding": "gzip" } });
    await answer.arrayBuffer();
    if (answer.status !== 200) throw new Error(`${path}: ${answer.status}`);
  };
  const targets = await targetsOf(sql);
  const bare = connect(url, { max: 20 });
  for (const atOnce of SMALLEST ? ([1] as const) : ([1, 20] as const)) {
    console.log(`\n${name}, ${atOnce} at once, milliseconds\n  ${"".padEnd(22)}    p50    p95     SQL 50 SQL 95   p95 to p95`);
    for (const target of targets) {
      const statements = await statementsOf(url, target.read);
      const replay = () =>
        Promise.all(statements.map(([query, values]) => bare.unsafe(query, values as never[], { prepare: true })));
      console.log(line(target.name, await measure(atOnce, get(target.path)), await measure(atOnce, replay)));
    }
    const absence = () => ({
      person: boss,
      firstDay: TODAY,
      lastDay: TODAY,
      fromMinute: null,
      toMinute: null,
      reason: "Bench",
    });
    const post = async () => {
      const answer = await fetch(`${served.address}/api/people/add-absence`, {
        method: "POST",
        headers: { Cookie: cookie, "Content-Type": "application/json", "Idempotency-Key": randomUUID() },
        body: JSON.stringify(absence()),
      });
      if (answer.status !== 200) throw new Error(`add-absence: ${answer.status}`);
      await answer.arrayBuffer();
    };
    const insert = () =>
      bare`INSERT INTO absence (id, person_id, first_day, last_day, reason) VALUES (${randomUUID()}, ${boss}, ${TODAY}, ${TODAY}, 'Bench')`;
    console.log(line("POST an absence", await measure(atOnce, post), await measure(atOnce, insert)));
    await sql`DELETE FROM absence WHERE reason = 'Bench'`;
    console.log(line("(nothing: /health)", await measure(atOnce, get("/health")), await measure(atOnce, () => bare`SELECT 1`)));
  }
  await bare.end();
  if (name.startsWith("Ten")) {
    console.log("\nJavaScript to wake a page, kB");
    for (const path of ["/", "/today", targets.find((one) => one.name === "Card")?.path ?? "/"]) {
      const { raw, zipped } = await scriptsOf(served.address, cookie, path);
      console.log(`  ${path.replace(/[0-9a-f-]{36}/, "…").padEnd(22)}${ms(raw / 1024)} raw ${ms(zipped / 1024)} gzipped`);
    }
  }
}

const BARNS = {
  demo: { title: "Demo barn", fill: "demo" },
  ten: {
    title: SMALLEST ? "Ten years, in small" : "Ten years: 40 in work, 1,500 gone home, 60,000 sessions",
    fill: (sql: Sql) => makeTenYears(sql, TODAY, SMALLEST ? { inWork: 2, gone: 3 } : { inWork: 40, gone: 1_500 }),
  },
} as const;
type BarnName = keyof typeof BARNS;
const wanted = (Object.keys(BARNS) as BarnName[]).filter((name) => process.argv.includes(name));
const names = wanted.length > 0 ? wanted : (Object.keys(BARNS) as BarnName[]);
await withBarns(Object.fromEntries(names.map((name) => [name, BARNS[name].fill])), (name, barn) =>
  benchBarn(BARNS[name as BarnName].title, barn),
);
