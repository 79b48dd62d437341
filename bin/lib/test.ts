/** bin/test [--changed] [WORDS…]: types, lint and all tests; with --changed what a change since the last commit touches; with words, what vitest makes of them. */
import { fileURLToPath } from "node:url";
import { parseCLI, startVitest, type Vitest } from "vitest/node";
import { changedFiles, touchedTests } from "./changed.ts";
import { type Checked, runChecks } from "./checks.ts";

const SLOWEST = 5;
const root = fileURLToPath(new URL("../..", import.meta.url));
const words = process.argv.slice(2);
const seconds = (n: number): string => `${n.toFixed(1).padStart(7)} s`;

interface Tally {
  readonly passed: number;
  readonly failed: number;
}
function tally(vitest: Vitest, checks: readonly Checked[]): Tally {
  const modules = vitest.state.getTestModules();
  const tests = modules.flatMap((module) => [...module.children.allTests()]).map((test) => test.result().state);
  const broken = modules.filter((module) => module.errors().length > 0).length + vitest.state.getUnhandledErrors().length;
  const count = (state: string): number => tests.filter((one) => one === state).length;
  return {
    passed: count("passed") + checks.filter(({ passed }) => passed).length,
    failed: count("failed") + broken + checks.filter(({ passed }) => !passed).length,
  };
}

function sayWhereTheTimeWent(vitest: Vitest, checks: readonly Checked[]): void {
  const files = vitest.state
    .getTestModules()
    .map((module) => ({ name: module.relativeModuleId, took: module.diagnostic().duration / 1000 }))
    .sort((a, b) => b.took - a.took);
  console.log("\nWhere the time went");
  for (const { name, took } of files.slice(0, SLOWEST)) console.log(`${seconds(took)}  ${name}`);
  for (const { check, seconds: took, kept } of checks)
    console.log(`${seconds(took)}  npm run ${check}${kept ? " (passed before on the same files)" : ""}`);
}

async function main(): Promise<number> {
  const begun = performance.now();
  const onlyChanged = words.includes("--changed");
  const { filter, options } = parseCLI(["vitest", "run", ...words.filter((word) => word !== "--changed")]);
  let wanted: readonly string[] = filter;
  if (onlyChanged) {
    const changed = changedFiles(root);
    const touched = await touchedTests(root, changed);
    if (touched !== "everything") {
      if (touched.length === 0) {
        console.log(`${changed.length} files changed since the last commit; no test is touched by them.`);
        return 0;
      }
      console.log(`${changed.length} files changed since the last commit: ${touched.length} test files are touched.`);
      wanted = touched;
    }
  }
  // With words somebody asks for some tests alone.
  const checking = words.length === 0 || onlyChanged ? runChecks(root) : Promise.resolve([]);
  const vitest = await startVitest("test", [...wanted], { ...options, root, run: true, watch: false });
  const checks = await checking;
  const { passed, failed } = tally(vitest, checks);
  for (const { check, words: said } of checks.filter((one) => !one.passed)) console.log(`\nnpm run ${check} failed:\n${said}`);
  sayWhereTheTimeWent(vitest, checks);
  await vitest.close();
  console.log(`${seconds((performance.now() - begun) / 1000)}  in all\n\n${passed} passed, ${failed} failed`);
  return failed > 0 || passed === 0 ? 1 : 0;
}

main().then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error);
    console.log("0 passed, 1 failed");
    process.exit(1);
  },
);
