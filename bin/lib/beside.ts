/** Builds each process beside the server into one file: from its sources it would take a second or two to start, at the first proof of the morning. */
import { fileURLToPath } from "node:url";
import type { AstroIntegration } from "astro";
import { build } from "vite";

/** As src/server/beside.ts is asked for them. */
const SOURCES = ["src/solver/prover.ts", "src/server/plan/sweeper.ts"];

export const processesBeside = (): AstroIntegration => ({
  name: "processes-beside",
  hooks: {
    "astro:build:done": async () => {
      await build({
        configFile: false,
        logLevel: "error",
        root: fileURLToPath(new URL("../../", import.meta.url)),
        build: {
          ssr: true,
          target: "node20",
          outDir: "dist/beside",
          copyPublicDir: false,
          rollupOptions: { input: SOURCES },
        },
      });
    },
  },
});
