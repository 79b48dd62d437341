/** The furlong command as a process. */
import { readFileSync } from "node:fs";
import { furlong } from "./run.ts";

process.exitCode = await furlong(process.argv.slice(2), {
  stdin: () => readFileSync(0, "utf8"),
  say: (line) => console.log(line),
  complain: (line) => console.error(line),
});
