/** Writes /sw.js of a build: the service worker with the list of what the phone's pages run on, so that they open with no network after one visit. */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import type { AstroIntegration } from "astro";
import { build } from "vite";

/** Islands and scripts of the phone's pages, by the beginning of their file's name; client is what wakes islands. */
const ENTRIES = /^(CardScreen|Revisions|StringScreen|CalendarLink|Layout|client)\./;
const ALWAYS = /\.(css|woff2)$/;
/** What one script names of others, in whatever way the bundler wrote it. */
const NAMED = /["'./]([\w@.-]+\.js)["']/g;

/** The files of the phone's pages: their entries, all that these import, styles and fonts. */
function shellOf(folder: string): readonly string[] {
  const files = readdirSync(folder);
  const wanted = new Set(files.filter((file) => ALWAYS.test(file)));
  const visit = (file: string): void => {
    if (wanted.has(file) || !files.includes(file)) return;
    wanted.add(file);
    for (const [, name] of readFileSync(join(folder, file), "utf8").matchAll(NAMED)) if (name) visit(name);
  };
  for (const file of files) if (file.endsWith(".js") && ENTRIES.test(file)) visit(file);
  return [...wanted].sort();
}

export const serviceWorker = (): AstroIntegration => ({
  name: "service-worker",
  hooks: {
    "astro:build:done": async ({ dir }) => {
      const client = fileURLToPath(dir);
      const shell = [...shellOf(join(client, "_astro")).map((file) => `/_astro/${file}`), "/mark.svg"];
      const name = `shell-${createHash("sha256").update(shell.join()).digest("hex").slice(0, 12)}`;
      await build({
        configFile: false,
        logLevel: "error",
        define: { SHELL: JSON.stringify(shell), SHELL_NAME: JSON.stringify(name) },
        build: {
          outDir: client,
          emptyOutDir: false,
          copyPublicDir: false,
          lib: {
            entry: fileURLToPath(new URL("../../src/worker/service-worker.ts", import.meta.url)),
            formats: ["iife"],
            name: "sw",
            fileName: () => "sw.js",
          },
        },
      });
    },
  },
});
