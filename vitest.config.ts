import { defineConfig } from "vitest/config";
import { LongestFirst } from "./tests/support/longest-first.ts";

/** Two cores: more servers and browsers at once would only wait for one another. */
const maxWorkers = 2;
/** What is waited for comes when the other worker leaves it a core; this says only when to give up. */
const patience = { poll: { timeout: 60_000, interval: 100 } };

/** The core's tests stand beside its code and need nothing; all others share one throw-away PostgreSQL, one build and one demo barn. */
export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    projects: [
      // Proofs try every tiny day: seconds on a machine that has other work.
      {
        test: {
          name: "core",
          include: ["src/**/*.test.ts"],
          setupFiles: ["tests/support/shipped-ladder.ts"],
          testTimeout: 30_000,
          expect: patience,
          maxWorkers,
          isolate: false,
        },
      },
      {
        test: {
          name: "house",
          include: ["tests/**/*.test.ts"],
          globalSetup: "tests/support/global.ts",
          setupFiles: ["tests/support/shipped-ladder.ts"],
          // What nobody waits for any more must not take a core from the other worker.
          env: { FURLONG_PROOF_MS: "2000" },
          testTimeout: 120_000,
          hookTimeout: 120_000,
          expect: patience,
          maxWorkers,
          // Loading the server's code takes seconds: a worker does it once, not once a file.
          isolate: false,
        },
      },
    ],
  },
});
