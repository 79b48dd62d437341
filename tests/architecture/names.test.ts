/** One name, one meaning: what the core and the contracts export is called nothing twice, so that a name found by search is the one that was meant. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { groupBy } from "#core/kernel/group.ts";

const EXPORTED = /^export (?:declare )?(?:async )?(?:const|function\*?|class|interface|type) (\w+)/gm;
const exportsIn = (folder: string): { name: string; file: string }[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
    .flatMap((file) => {
      // A value and the type of the same name beside it are one thing.
      const names = [...readFileSync(join(folder, file), "utf8").matchAll(EXPORTED)].map(([, name = ""]) => name);
      return [...new Set(names)].map((name) => ({ name, file: join(folder, file) }));
    });

it("of the core and the contracts no exported name means two things", () => {
  const all = [...exportsIn("src/core"), ...exportsIn("src/contracts")];
  expect(all.length).toBeGreaterThan(1000);
  const twice = [...groupBy(all, ({ name }) => name)].filter(([, files]) => files.length > 1);
  expect(twice.map(([name, files]) => `${name}: ${files.map(({ file }) => file).join(", ")}`)).toEqual([]);
});
