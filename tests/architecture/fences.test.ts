import { existsSync, readdirSync, readFileSync } from "node:fs";
import { ESLint } from "eslint";
import { describe, expect, it } from "vitest";
import { CORE_ORDER, FENCES } from "../../lint/fences.mjs";

const eslint = new ESLint();
async function rules(filePath: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath });
  return (result?.messages ?? []).map((message) => message.ruleId ?? `fatal: ${message.message}`);
}
const PARTS = ["core", "contracts", "shipped", "db", "solver", "server", "ui"];
const SAMPLE: Record<string, string> = {
  core: "#core/kernel/result.ts",
  contracts: "#contracts/people.ts",
  shipped: "#shipped/ladder.ts",
  db: "#db/client.ts",
  solver: "#solver/day.ts",
  server: "#server/container.ts",
  ui: "#ui/kit/parts.tsx",
};
const uses = (from: string): string => `import * as x from "${from}";\nconsole.log(x);\n`;

/** Where each part's canaries sit: a fence can be blind for one kind of file and green all the same. */
const PLACES: Record<string, [file: string, wrap: (code: string) => string][]> = {
  core: [["src/core/day/canary.ts", (code) => code]],
  contracts: [["src/contracts/canary.ts", (code) => code]],
  shipped: [["src/shipped/canary.ts", (code) => code]],
  db: [["src/db/queries/canary.ts", (code) => code]],
  solver: [["src/solver/canary.ts", (code) => code]],
  server: [["src/server/day/canary.ts", (code) => code]],
  cli: [["cli/canary.ts", (code) => code]],
  worker: [["src/worker/canary.ts", (code) => code]],
  standins: [["standins/canary.ts", (code) => code]],
  ui: [
    ["src/ui/day/canary.ts", (code) => code],
    ["src/ui/day/Canary.tsx", (code) => code],
    ["src/ui/day/Canary.astro", (code) => `---\n${code}---\n<p>x</p>\n`],
    ["src/ui/day/Script.astro", (code) => `---\n---\n<p>x</p>\n<script>\n${code}</script>\n`],
  ],
  pages: [
    ["src/pages/canary.ts", (code) => code],
    ["src/pages/canary.astro", (code) => `---\n${code}---\n<p>x</p>\n`],
    ["src/pages/script.astro", (code) => `---\n---\n<p>x</p>\n<script>\n${code}</script>\n`],
  ],
};

describe("the import table", () => {
  it("has canaries for every fence", () => {
    expect(Object.keys(PLACES).sort()).toEqual(Object.keys(FENCES).sort());
  });
  for (const [part, places] of Object.entries(PLACES))
    for (const [file, wrap] of places)
      it(`holds in ${file}`, async () => {
        for (const other of PARTS) {
          const allowed = FENCES[part]?.may.includes(other) ?? false;
          const found = await rules(file, wrap(uses(SAMPLE[other] as string)));
          expect([file, other, found]).toEqual([file, other, allowed ? [] : ["no-restricted-imports"]]);
        }
        const classic = part === "db" ? [] : ["zod"];
        for (const banned of [...classic, "astro/zod", "astro:actions", "../../db/client.ts"])
          expect([banned, ...new Set(await rules(file, wrap(uses(banned))))]).toEqual([banned, "no-restricted-imports"]);
        expect(await rules(file, wrap("export type X = 1;\nconsole.log(1);\n"))).toEqual([]);
      });
  it("keeps clock and chance out of the core, and coercion out of everything", async () => {
    for (const code of ["Date.now()", "new Date()", "Math.random()", "Date()", "(1).toLocaleString()"])
      expect([code, await rules("src/core/day/canary.ts", `console.log(${code});\n`)]).toEqual([code, ["no-restricted-syntax"]]);
    expect(await rules("src/core/day/canary.ts", "console.log(new Date(0).toISOString());\n")).toEqual([]);
    for (const file of ["src/core/day/canary.ts", "src/ui/day/Canary.tsx", "src/server/day/canary.ts"]) {
      expect(await rules(file, "const z = { coerce: { number: () => 1 } };\nconsole.log(z.coerce.number());\n")).toContain(
        "no-restricted-syntax",
      );
      expect(await rules(file, 'console.log(await import("node:fs"));\n')).toContain("no-restricted-syntax");
    }
  });
  it("orders the folders of the core, without a circle", async () => {
    const folders = readdirSync("src/core", { withFileTypes: true })
      .filter((entry) => entry.isDirectory())
      .map((entry) => entry.name);
    expect(folders.sort()).toEqual(Object.keys(CORE_ORDER).sort());
    const reach = (folder: string, seen: readonly string[] = []): void => {
      expect(seen).not.toContain(folder);
      for (const next of CORE_ORDER[folder] ?? []) reach(next, [...seen, folder]);
    };
    for (const folder of folders) {
      reach(folder);
      for (const other of folders.filter((one) => one !== folder)) {
        const found = await rules(`src/core/${folder}/canary.ts`, uses(`../${other}/x.ts`));
        expect([folder, other, found]).toEqual([
          folder,
          other,
          CORE_ORDER[folder]?.includes(other) ? [] : ["no-restricted-imports"],
        ]);
      }
    }
  });
});

describe("the house", () => {
  const documented = existsSync("docs/architecture.md") ? readFileSync("docs/architecture.md", "utf8") : "";
  it("uses the same feature words in every layer, and the documents list them", () => {
    const listed = [...(/## Features\n([\s\S]*?)\n## /.exec(documented)?.[1] ?? "").matchAll(/^\| `([a-z-]+)` \|/gm)].map(
      (match) => match[1],
    );
    const shared = ["kernel", "auth", "http", "kit", "words", "calendar", "queries", "migrations", "support"];
    const found = ["src/core", "src/server", "src/ui"].flatMap((layer) =>
      readdirSync(layer, { withFileTypes: true })
        .filter((entry) => entry.isDirectory())
        .map((entry) => entry.name),
    );
    const contracts = readdirSync("src/contracts")
      .map((name) => name.replace(/\..*/, ""))
      .filter((name) => !["fields", "decode", "refusal", "views", "contracts"].includes(name));
    const features = new Set([...found, ...contracts].filter((name) => !shared.includes(name)));
    expect([...features].sort()).toEqual(listed.sort());
  });
  it("has the import table of the documents", () => {
    for (const [part, { may }] of Object.entries(FENCES)) {
      const row = new RegExp(`^\\| ${part} \\| (.*?) \\|`, "m").exec(documented)?.[1];
      expect([part, row]).toEqual([part, may.filter((other) => other !== part).join(", ") || "nothing"]);
    }
  });
});
