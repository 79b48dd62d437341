/** What takes longest begins first, so that no worker is left alone with it at the end: by the last run here, else screens first and by size. */
import { statSync } from "node:fs";
import { relative } from "node:path";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Guessed milliseconds of a test that has not run here yet: what drives a browser or starts processes takes long however short it is written. */
const guessed = (path: string): number => (/\/tests\/(e2e|cli|start)\//.test(path) ? 20_000 : 1_000) + statSync(path).size * 3;

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
