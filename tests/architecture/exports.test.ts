/** What is exported has somebody who asks for it: a function that nobody calls any more looks like a rule that holds. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";

const FOLDERS = ["src", "bin", "cli", "demo", "bench", "drill", "lint", "year", "standins", "tests"];
const VALUE = /^export (?:async )?(?:const|function\*?|class) (\w+)/gm;
/** Astro calls what these export. */
const BY_ASTRO = /^src\/(pages\/|middleware\.ts)/;

const files = [
  ...readdirSync(".", { withFileTypes: true }).flatMap((entry) => (entry.isFile() ? [entry.name] : [])),
  ...FOLDERS.flatMap((folder) => readdirSync(folder, { recursive: true, encoding: "utf8" }).map((file) => join(folder, file))),
].filter((file) => /\.(ts|tsx|astro|mjs)$/.test(file));
const sources = new Map(files.map((file) => [file, readFileSync(file, "utf8")]));
const words = new Map([...sources].map(([file, text]) => [file, new Set(text.match(/[A-Za-z_$][\w$]*/g))]));

it("every exported value is asked for by another file", () => {
  const exported = [...sources].flatMap(([file, text]) =>
    BY_ASTRO.test(file) ? [] : [...text.matchAll(VALUE)].map(([, name = ""]) => ({ file, name })),
  );
  expect(exported.length).toBeGreaterThan(1000);
  const alone = exported.filter(({ file, name }) => ![...words].some(([other, its]) => other !== file && its.has(name)));
  expect(alone.map(({ file, name }) => `${file}: ${name}`)).toEqual([]);
});
