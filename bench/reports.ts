/**
 * npm run bench:reports [-- --smallest]: a month's reports of the demo barn composed, approved and printed into PDFs, one after the other over HTTP, beside printing again
 * what is fixed already. Seconds in all and milliseconds each; the ratio tells what composing costs.
 */
import { randomUUID } from "node:crypto";
import { SMALLEST, withBarns } from "./served.ts";

const REPORTS = SMALLEST ? 1 : 60;

await withBarns({ reports: "demo" }, async (_name, { sql, served, cookie }) => {
  const headers = { Cookie: cookie, "Content-Type": "application/json" };
  // At the end of the term, at half time and week by week, until a month of a barn of sixty is full.
  const stays = (
    await sql`SELECT s.id FROM stay s WHERE EXISTS (SELECT FROM card k WHERE k.stay_id = s.id AND k.state = 'closed')`
  ).map(({ id }) => id as string);
  const kinds = [
    ["end", 0],
    ["mid-term", 1],
    ["weekly", 1],
    ["weekly", 2],
    ["weekly", 3],
    ["weekly", 4],
  ] as const;
  const which = kinds.flatMap(([kind, ordinal]) => stays.map((stay) => ({ stay, kind, ordinal }))).slice(0, REPORTS);
  const approve = async (one: (typeof which)[number]): Promise<number> => {
    const answer = await fetch(`${served.address}/api/report/approve`, {
      method: "POST",
      headers: { ...headers, "Idempotency-Key": randomUUID() },
      body: JSON.stringify({ ...one, version: null, send: false }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return ((await answer.json()) as { number: number }).number;
  };
  const print = async (number: number): Promise<void> => {
    const answer = await fetch(`${served.address}/report/${number}/letter.pdf`, { headers });
    if (!answer.ok) throw new Error(`report ${number}: ${answer.status}`);
    await answer.arrayBuffer();
  };
  const timed = async (work: () => Promise<void>): Promise<number> => {
    const start = performance.now();
    await work();
    return performance.now() - start;
  };
  const numbers: number[] = [];
  const both = await timed(async () => {
    for (const one of which) {
      const number = await approve(one);
      numbers.push(number);
      await print(number);
    }
  });
  const bare = await timed(async () => {
    for (const number of numbers) await print(number);
  });
  const say = (label: string, ms: number): string =>
    `  ${label.padEnd(34)}${(ms / 1000).toFixed(1).padStart(6)} s in all${(ms / which.length).toFixed(0).padStart(6)} ms each`;
  console.log(
    `${which.length} reports\n${say("composed, approved and printed", both)}\n${say("printed again, fixed as they are", bare)}\n  ×${(both / bare).toFixed(2)}`,
  );
});
