/** Types and lint, one after the other beside the tests. A check that has passed on the same files, here or in another checkout, is not made again. */
import { spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { isKept, keepMark, keepText, keptText, keyOf } from "./kept.ts";

const CODE = ["src", "bin", "cli", "demo", "bench", "drill", "year", "tests", "lint", "standins"];
const SETTINGS = [
  "package.json",
  "package-lock.json",
  "tsconfig.json",
  "tsconfig.pages.json",
  "astro.config.mjs",
  "vitest.config.ts",
];
const LINTED = ["eslint.config.mjs", "biome.json", "server.mjs", "public"];

/** What ESLint knows of each file by its content (`npm run lint`). It names files by whole paths, which another checkout does not have. */
const LINT_CACHE = "node_modules/.cache/eslint.json";
const ANY_ROOT = "<root>/";
function takeLintCache(root: string): void {
  const [path, kept] = [join(root, LINT_CACHE), keptText("lint")];
  if (kept === null || existsSync(path)) return;
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, kept.replaceAll(ANY_ROOT, join(root, "/")));
}
function keepLintCache(root: string): void {
  const path = join(root, LINT_CACHE);
  if (existsSync(path)) keepText("lint", readFileSync(path, "utf8").replaceAll(join(root, "/"), ANY_ROOT));
}

export const CHECKS = ["check", "lint"] as const;
type Check = (typeof CHECKS)[number];
const sourcesOf = (check: Check): string[] => [...CODE, ...SETTINGS, ...(check === "lint" ? LINTED : [])];

export interface Checked {
  readonly check: Check;
  readonly passed: boolean;
  /** What it said; empty where it passed. */
  readonly words: string;
  readonly seconds: number;
  readonly kept: boolean;
}

async function run(root: string, check: Check): Promise<Checked> {
  const begun = performance.now();
  const key = keyOf(root, sourcesOf(check), [check, process.versions.node], { tests: true });
  const answer = (passed: boolean, words: string, kept = false): Checked => ({
    check,
    passed,
    words,
    kept,
    seconds: (performance.now() - begun) / 1000,
  });
  if (isKept("checks", key)) return answer(true, "", true);
  if (check === "lint") takeLintCache(root);
  const child = spawn("npm", ["run", "-s", check], { cwd: root, stdio: ["ignore", "pipe", "pipe"] });
  let said = "";
  for (const stream of [child.stdout, child.stderr])
    stream.setEncoding("utf8").on("data", (text: string) => {
      said += text;
    });
  const [code] = (await once(child, "close")) as [number | null];
  if (code === 0) keepMark("checks", key);
  if (check === "lint") keepLintCache(root);
  return answer(code === 0, code === 0 ? "" : said);
}

export async function runChecks(root: string): Promise<readonly Checked[]> {
  const all: Checked[] = [];
  for (const check of CHECKS) all.push(await run(root, check));
  return all;
}
