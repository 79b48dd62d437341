/** No file asks, along whatever way, for one that asks for it: each can be read after those that it rests on. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { expect, it } from "vitest";

const FOLDERS = ["src", "bin", "cli", "demo", "bench", "drill", "year", "standins"];
const FROM = /\b(?:import|export)\b[^;"']*?\bfrom\s*"([^"]+)"|\bimport\(\s*"([^"]+)"\s*\)|\bimport\s+"([^"]+)"/g;

const { imports } = JSON.parse(readFileSync("package.json", "utf8")) as { imports: Record<string, string> };
const ALIASES = Object.entries(imports).map(([alias, path]) => [alias.replace("*", ""), path.replace("*", "")] as const);
const files = FOLDERS.flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((file) => /\.(ts|tsx|astro|mjs)$/.test(file) && !/\.test\.ts$/.test(file))
    .map((file) => join(folder, file)),
);
const known = new Set(files);
function found(file: string, asked: string): string | null {
  const alias = ALIASES.find(([start]) => asked.startsWith(start));
  const path = alias ? join(alias[1], asked.slice(alias[0].length)) : join(dirname(file), asked);
  return known.has(path) ? path : null;
}
const asks = new Map(
  files.map((file) => [
    file,
    [...readFileSync(file, "utf8").matchAll(FROM)].flatMap(([, a, b, c]) => found(file, a ?? b ?? c ?? "") ?? []),
  ]),
);

/** The first way found that leads back to where it has been. */
function circle(): readonly string[] | null {
  const done = new Set<string>();
  const visit = (file: string, way: readonly string[]): readonly string[] | null => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file];
    if (done.has(file)) return null;
    for (const next of asks.get(file) ?? []) {
      const back = visit(next, [...way, file]);
      if (back) return back;
    }
    done.add(file);
    return null;
  };
  for (const file of files) {
    const back = visit(file, []);
    if (back) return back;
  }
  return null;
}

it("no files ask for one another in a circle", () => {
  expect([...asks.values()].flat().length).toBeGreaterThan(3000);
  expect(circle()).toBeNull();
});
