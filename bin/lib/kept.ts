/**
 * What takes long to make and depends on nothing but files is kept beside all checkouts (in the user's cache folder), under a key that is made of
 * those files. Paths enter the key as they stand in the project, so that a second checkout of the same files finds the same thing.
 */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { homedir } from "node:os";
import { join, relative } from "node:path";

/** Older ones are thrown away: a template takes about a hundred megabytes. */
const KEEP = 4;
const KEEP_MARKS = 40;
const folderOf = (kind: string): string =>
  join(process.env["XDG_CACHE_HOME"] || join(homedir(), ".cache"), "steady-furlong", kind);

/** SHA-256 over relative paths and contents of files and folders, tests of the core left out where not asked for; `also` is what else the thing depends on. */
export function keyOf(
  root: string,
  sources: readonly string[],
  also: readonly string[] = [],
  { tests = false }: { readonly tests?: boolean } = {},
): string {
  const hash = createHash("sha256").update(JSON.stringify(also));
  const visit = (path: string): void => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else if (tests || !path.endsWith(".test.ts")) hash.update(JSON.stringify(relative(root, path))).update(readFileSync(path));
  };
  for (const source of sources) visit(join(root, source));
  return hash.digest("hex").slice(0, 32);
}

/** With owners and times, which the data folder of PostgreSQL needs. */
function copy(from: string, to: string): void {
  const { status, stderr } = spawnSync("cp", ["-a", "--reflink=auto", from, to], { encoding: "utf8" });
  if (status !== 0) throw new Error(`cp ${from} ${to}: ${stderr}`);
}

export const isKept = (kind: string, key: string): boolean => existsSync(join(folderOf(kind), key));

/** That something is so, and nothing more, is kept as an empty file. */
export function keepMark(kind: string, key: string): void {
  mkdirSync(folderOf(kind), { recursive: true, mode: 0o700 });
  writeFileSync(join(folderOf(kind), key), "");
  throwAwayOld(kind, KEEP_MARKS);
}

/** One text of its kind: the newest, whatever it was made of. */
export function keepText(kind: string, text: string): void {
  const making = join(folderOf(kind), `making-${process.pid}`);
  mkdirSync(folderOf(kind), { recursive: true, mode: 0o700 });
  writeFileSync(making, text);
  renameSync(making, join(folderOf(kind), "newest"));
}
export function keptText(kind: string): string | null {
  const path = join(folderOf(kind), "newest");
  return existsSync(path) ? readFileSync(path, "utf8") : null;
}

/** Copies what is kept to `to`; false where nothing is. */
export function takeKept(kind: string, key: string, to: string): boolean {
  const kept = join(folderOf(kind), key);
  if (!existsSync(kept)) return false;
  const now = new Date();
  utimesSync(kept, now, now);
  copy(kept, to);
  return true;
}

/** Keeps a copy of `from`. Whole or not at all: one who reads meanwhile never sees half of it. */
export function keep(kind: string, key: string, from: string): void {
  const folder = folderOf(kind);
  const [kept, making] = [join(folder, key), join(folder, `making-${process.pid}-${key}`)];
  if (existsSync(kept)) return;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  copy(from, making);
  try {
    renameSync(making, kept);
  } catch {
    // Somebody else was first.
    rmSync(making, { recursive: true, force: true });
  }
  throwAwayOld(kind, KEEP);
}

function throwAwayOld(kind: string, keepNewest: number): void {
  const byAge = readdirSync(folderOf(kind))
    .map((name) => ({ path: join(folderOf(kind), name), age: statSync(join(folderOf(kind), name)).mtimeMs }))
    .sort((a, b) => b.age - a.age);
  for (const { path } of byAge.slice(keepNewest)) rmSync(path, { recursive: true, force: true });
}
