/**
 * Lives a year of a barn, twice with the same horses: `npm run year -- [--days 365] [--horses 30] [--seed 1] [--seeds 1] [--by furlong|whiteboard|both] [--page] [--kept FOLDER]`.
 * `--page` writes docs/a-year.md. With a folder, each of several seeds is kept there once it is lived, and one that is kept is not lived again: what was stopped goes on. The first thing that must hold and does not ends it, with the day, the acts before it, and the command that comes there again.
 */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { deserialize, serialize } from "node:v8";
import { compare } from "./figures.ts";
import { liveByFurlong } from "./live.ts";
import { writePage, type Years } from "./page.ts";
import type { YearTally } from "./tally.ts";
import { WhiteboardYear } from "./whiteboard.ts";
import { makeWorld, type World } from "./world.ts";

const USUAL = { days: 365, horses: 30, seed: 1, seeds: 1 };
const BY = ["furlong", "whiteboard", "both"] as const;

const text = { type: "string" } as const;
const { values } = parseArgs({
  options: {
    days: text,
    horses: text,
    seed: text,
    seeds: text,
    by: text,
    into: text,
    kept: text,
    page: { type: "boolean", default: false },
  },
});
function number(name: keyof typeof USUAL): number {
  const given = Number(values[name] ?? USUAL[name]);
  if (Number.isInteger(given) && given >= 1) return given;
  throw new Error(`--${name} is a whole number from 1 on.`);
}
const by = BY.find((one) => one === (values.by ?? "both"));
if (!by) throw new Error(`--by is ${BY.join(", ")}.`);
const worldOf = (seed: number): World => makeWorld({ seed, days: number("days"), horses: number("horses") });

const read = (file: string): YearTally => deserialize(readFileSync(file)) as YearTally;
/** Whole or not at all: it may be stopped at any moment. */
function write(file: string, tally: YearTally): void {
  writeFileSync(`${file}.part`, serialize(tally));
  renameSync(`${file}.part`, file);
}
/** One seed in a process of its own, so that as many are lived at once as there are processors. */
async function apart(seed: number, file: string): Promise<YearTally> {
  const words = [
    "--days",
    String(number("days")),
    "--horses",
    String(number("horses")),
    "--seed",
    String(seed),
    "--by",
    "furlong",
    "--into",
    file,
  ];
  const child = spawn(process.execPath, ["--import", "tsx", "year/year.ts", ...words], {
    stdio: ["ignore", "ignore", "inherit"],
  });
  const [code] = (await once(child, "close")) as [number | null];
  if (code !== 0) throw new Error(`seed ${seed} did not come to its end`);
  return read(file);
}
async function several(seeds: readonly number[]): Promise<readonly YearTally[]> {
  const folder = values.kept ?? mkdtempSync(join(tmpdir(), "furlong-years-"));
  mkdirSync(folder, { recursive: true });
  const [waiting, done]: [number[], YearTally[]] = [[...seeds], []];
  const next = async (): Promise<void> => {
    for (let seed = waiting.shift(); seed !== undefined; seed = waiting.shift()) {
      const file = join(folder, `${number("days")}-${number("horses")}-${seed}`);
      const kept = existsSync(file);
      done.push(kept ? read(file) : await apart(seed, file));
      console.log(`seed ${seed} ${kept ? "was kept" : "is lived"}: ${done.length} of ${seeds.length}`);
    }
  };
  try {
    await Promise.all(Array.from({ length: availableParallelism() }, next));
  } finally {
    if (!values.kept) rmSync(folder, { recursive: true, force: true });
  }
  return done.sort((a, b) => a.seed - b.seed);
}

const one = (x: number): string => x.toFixed(1).padStart(7);
function print({ furlong, whiteboard }: Years): void {
  for (const { figure, ...row } of compare(by === "whiteboard" ? whiteboard : furlong, by === "furlong" ? furlong : whiteboard)) {
    const beside = by === "both" ? `  beside ${one(row.whiteboard)}, difference ${one(row.low)} to ${one(row.high)}` : "";
    console.log(`${figure.words.padEnd(66)} ${one(row.furlong)}${beside} ${figure.unit}`);
  }
  for (const { seed, guests, alarms, checks, restored, refused } of furlong) {
    const list = [...refused].sort((a, b) => b[1] - a[1]).map(([what, times]) => `${what} ×${times}`);
    console.log(
      `seed ${seed}: ${guests.size} horses; alarms ${alarms.right} right, ${alarms.wrong} not; checks found something in ${checks.found} of ${checks.asked}; ` +
        `backup of ${restored ?? "no day"} read back; refused: ${list.join("; ") || "nothing"}`,
    );
  }
}

const seeds = Array.from({ length: number("seeds") }, (_, i) => number("seed") + i);
const furlong =
  by === "whiteboard" ? [] : seeds.length > 1 ? await several(seeds) : [await liveByFurlong(worldOf(number("seed")))];
const whiteboard = by === "furlong" ? [] : seeds.map((seed) => new WhiteboardYear(worldOf(seed)).run());
if (values.into && furlong[0]) write(values.into, furlong[0]);
print({ furlong, whiteboard });
if (values.page)
  writePage(
    { furlong, whiteboard },
    `npm run year -- --days ${number("days")} --horses ${number("horses")} --seed ${number("seed")} --seeds ${seeds.length} --page`,
  );
console.log("Everything held on every day.");
