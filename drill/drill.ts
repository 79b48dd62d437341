/**
 * npm run drill [-- restore]: what a barn must live through, done to the running application; a table, and by it the exit code. Kills and cuts are done here; bad input over all
 * commands and pages, roles by every spelling, guarded facts, faults and overlaps are the tests that hold them, run again. Bounded to ten minutes.
 */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { House } from "./house.ts";
import { restored } from "./restore.ts";
import { cuts, kills, type Row, races, restarts, signIns } from "./storms.ts";

const BOUND = 10 * 60_000;
/** The one drill that somebody may want alone. */
const onlyRestore = process.argv.includes("restore");
const smallest = process.argv.includes("--smallest");
const some = (usual: number, least: number): number => (smallest ? least : usual);

const SUITES: Readonly<Record<string, readonly string[]>> = {
  "bad input over all commands and pages": ["tests/http/junk.test.ts"],
  "roles by every spelling of every path": ["tests/http/access.test.ts"],
  "guarded facts on every page for every role": ["tests/http/guarded.test.ts"],
  "faults of the database; headers": ["tests/http/faults.test.ts"],
  "overlaps, and holds against cards": ["tests/db/overlaps.test.ts", "tests/flows/hold-race.test.ts"],
  "letters: once, or a person is asked": ["tests/flows/post.test.ts"],
};

async function suite([what, files]: [string, readonly string[]]): Promise<Row> {
  const child = spawn("bin/test", [...files], { stdio: ["ignore", "pipe", "pipe"] });
  let said = "";
  child.stderr.resume();
  child.stdout.setEncoding("utf8").on("data", (text: string) => {
    said += text;
  });
  const [code] = (await once(child, "close")) as [number | null];
  return { what, good: code === 0, found: /\d+ passed, \d+ failed/.exec(said)?.[0] ?? "no answer" };
}

function say(rows: readonly Row[]): void {
  const width = Math.max(...rows.map(({ what }) => what.length));
  for (const { what, good, found } of rows) console.log(`${good ? "✓" : "✗"} ${what.padEnd(width)}  ${found}`);
}

async function main(): Promise<number> {
  const tooLong = setTimeout(() => {
    console.error("The drill took longer than ten minutes.");
    process.exit(1);
  }, BOUND);
  const rows: Row[] = [];
  const house = await House.open();
  try {
    const storms = [
      () => cuts(house, some(100, 1)),
      () => restarts(house, some(10, 1)),
      () => kills(house, some(20, 1)),
      () => races(house, some(10, 1)),
      ...(smallest ? [] : [() => signIns(house)]),
      () => restored(house),
    ];
    for (const storm of onlyRestore ? storms.slice(-1) : storms) rows.push(await storm());
  } finally {
    await house.close();
  }
  if (!smallest && !onlyRestore) for (const one of Object.entries(SUITES)) rows.push(await suite(one));
  say(rows);
  clearTimeout(tooLong);
  return rows.every(({ good }) => good) ? 0 : 1;
}
process.exit(await main());
