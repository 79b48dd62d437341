/** The furlong command: the core's arithmetic on files, without a database. Formats stand in docs/formats.md. */
import { readFileSync } from "node:fs";
import { type Failure, type FileCommand, fail } from "./file-command.ts";
import { findingsCommand, vocabulary } from "./findings.ts";
import { termCommand } from "./term.ts";

const COMMANDS: Readonly<Record<string, FileCommand>> = { term: termCommand, findings: findingsCommand };
/** Words that stand in the place of a file. */
const LISTS: Readonly<Record<string, () => unknown>> = { "findings --vocabulary": vocabulary };

const help = (): string =>
  [
    "npm run -s furlong -- COMMAND FILE",
    "",
    ...Object.entries(COMMANDS).map(([name, { about }]) => `  ${name.padEnd(8)} ${about}`),
    "",
    "findings --vocabulary lists every code in use with its words.",
    "FILE is JSON; “-” reads standard input. Bad input ends with code 2 and one line: path: message.",
  ].join("\n");

function readInput(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file === "-" ? 0 : file, "utf8");
  } catch {
    return fail(file, "This file cannot be read.");
  }
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return fail(file, "This is not JSON.");
  }
}

function main(words: readonly string[]): void {
  const [name, file, ...more] = words;
  if (name === undefined || name === "--help" || file === "--help") return console.log(help());
  const listing = LISTS[words.join(" ")];
  if (listing) return console.log(JSON.stringify(listing(), null, 2));
  const command = COMMANDS[name];
  if (!command) return fail("COMMAND", `There is no “${name}”. --help lists the commands.`);
  if (file === undefined || more.length > 0) return fail("FILE", "Name exactly one file.");
  console.log(JSON.stringify(command.run(readInput(file)), null, 2));
}

try {
  main(process.argv.slice(2));
} catch (error) {
  const { path, message } = error as Partial<Failure>;
  if (path === undefined) throw error;
  console.error(`${path}: ${message}`);
  process.exitCode = 2;
}
