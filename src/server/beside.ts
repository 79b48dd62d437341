/** Starts a process beside the server, named by its source. The built application has each as one file in dist/beside (bin/lib/beside.ts); tests and commands run the source itself. */
import { type ChildProcess, type ForkOptions, fork } from "node:child_process";
import { basename, join } from "node:path";
import { fileURLToPath } from "node:url";

/** The folder that the built application stands in; null: this runs from its source. */
function builtIn(): string | null {
  const [root, inside] = fileURLToPath(import.meta.url).split("/dist/server/");
  return root !== undefined && inside !== undefined ? root : null;
}

/** Ended with its parent, and no reason for its parent to go on. */
export function forkBeside(source: string, options: ForkOptions = {}): ChildProcess {
  const root = builtIn();
  const child = root
    ? fork(join(root, "dist/beside", `${basename(source, ".ts")}.js`), options)
    : fork(join(process.cwd(), source), { ...options, execArgv: ["--import", "tsx"] });
  child.unref();
  child.channel?.unref();
  // That it cannot be reached shows in its end, which whoever waits hears of; without an ear here it would end the server.
  child.on("error", () => undefined);
  return child;
}
