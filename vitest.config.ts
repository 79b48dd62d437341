import { defineConfig } from "vitest/config";

/** The core's tests stand beside its code and need nothing; all others share one throw-away PostgreSQL, one build and one demo barn. */
export default defineConfig({
  test: {
    reporters: ["default", "./tests/support/closing-line.ts"],
    projects: [
      // Proofs try every tiny day: seconds on a machine that has other work.
      { test: { name: "core", include: ["src/**/*.test.ts"], testTimeout: 30_000, sequence: { groupOrder: 0 } } },
      {
        test: {
          name: "house",
          include: ["tests/**/*.test.ts"],
          globalSetup: "tests/support/global.ts",
          testTimeout: 60_000,
          hookTimeout: 120_000,
          // Two cores: more servers and browsers at once would only wait for one another.
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
