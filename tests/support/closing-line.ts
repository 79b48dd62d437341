/** Ends a run with one line for people and machines: 'N passed, N failed'. */
import type { Reporter, TestModule } from "vitest/node";

export default class ClosingLine implements Reporter {
  onTestRunEnd(modules: readonly TestModule[], errors: readonly unknown[]): void {
    let [passed, failed] = [0, errors.length];
    for (const module of modules) {
      if (module.errors().length > 0) failed += 1;
      for (const test of module.children.allTests()) {
        const { state } = test.result();
        if (state === "passed") passed += 1;
        if (state === "failed") failed += 1;
      }
    }
    // After the default reporter's own summary.
    process.once("exit", () => console.log(`${passed} passed, ${failed} failed`));
  }
}
