/** What takes longest begins first, so that no worker is left alone with it at the end: by the last run here, else screens first and by size. */
import { statSync } from "node:fs";
import { relative } from "node:path";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Guessed milliseconds of a byte of a test, where it has not run here yet: a test in a browser takes far longer than it is long. */
const guessed = (path: string): number => statSync(path).size * (path.includes("/tests/e2e/") ? 5 : 0.5);

export class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const took = ({ project, moduleId }: TestSpecification): number =>
      this.ctx.cache.getFileTestResults(`${project.name}:${relative(this.ctx.config.root, moduleId)}`)?.duration ||
      guessed(moduleId);
    // A worker that changes projects loads everything anew: those of the core fill up at the end.
    const core = ({ project }: TestSpecification): number => Number(project.name === "core");
    return [...files].sort((a, b) => core(a) - core(b) || took(b) - took(a));
  }
}
