/** The furlong command: the core's arithmetic on files, without a database. Formats stand in docs/formats.md. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { vocabulary as adviceVocabulary, adviseCommand } from "./advise.ts";
import { dayCommand } from "./day.ts";
import { Failure, type FileCommand, fail, type Options, Unfinished } from "./file-command.ts";
import { findingsCommand, vocabulary } from "./findings.ts";
import { forecastCommand } from "./forecast.ts";
import { termCommand } from "./term.ts";
import { weekCommand } from "./week.ts";

const COMMANDS: Readonly<Record<string, FileCommand>> = {
  term: termCommand,
  findings: findingsCommand,
  forecast: forecastCommand,
  day: dayCommand,
  week: weekCommand,
  advise: adviseCommand,
};
const UNFINISHED = 3;
/** Words that stand in the place of a file. */
const LISTS: Readonly<Record<string, () => unknown>> = {
  "findings --vocabulary": vocabulary,
  "advise --vocabulary": adviceVocabulary,
};

const help = (): string =>
  [
    "npm run -s furlong -- COMMAND FILE",
    "",
    ...Object.entries(COMMANDS).map(([name, { about }]) => `  ${name.padEnd(8)} ${about}`),
    "",
    "findings --vocabulary, advise --vocabulary: every code in use with its words.",
    "forecast --seed N --plays N: the seed of its chance and the number of plays.",
    "day --ms N --seed N --exact: milliseconds for the search, or with --exact for the proof; week --ms N alike.",
    "FILE is JSON; a directory gives one line a file; “-” reads standard input. Bad input ends with code 2 and one line: path: message.",
    "Code 3: nothing that keeps every rule was found in time; what is printed is the best there is.",
  ].join("\n");

/** Where a command reads from and speaks to. */
export interface Console {
  stdin(): string;
  say(line: string): void;
  complain(line: string): void;
}

function readInput(file: string, { stdin }: Console): unknown {
  let text: string;
  try {
    text = file === "-" ? stdin() : readFileSync(file, "utf8");
  } catch {
    return fail(file, "This file cannot be read.");
  }
  try {
    // Some editors begin a file with a mark of their byte order.
    return JSON.parse(text.replace(/^\uFEFF/, "")) as unknown;
  } catch {
    return fail(file, "This is not JSON.");
  }
}

/** Files of a directory in the order of their names, or none where it is none. */
function filesIn(path: string): readonly string[] | null {
  try {
    if (!statSync(path).isDirectory()) return null;
    return readdirSync(path)
      .filter((name) => name.endsWith(".json"))
      .sort()
      .map((name) => join(path, name));
  } catch {
    return null;
  }
}

/** Words of the form `--name value`, taken out of the rest. */
function optionsOf(words: readonly string[], command: FileCommand): { rest: readonly string[]; options: Options } {
  const rest: string[] = [];
  const options: Record<string, number> = {};
  for (let i = 0; i < words.length; i += 1) {
    const word = words[i] as string;
    if (!word.startsWith("--")) {
      rest.push(word);
      continue;
    }
    if (command.flags?.includes(word.slice(2))) {
      options[word.slice(2)] = 1;
      continue;
    }
    const range = command.options?.[word.slice(2)];
    const value = Number(words[i + 1]);
    if (!range) return fail(word, "There is no such option; --help lists them.");
    if (!Number.isInteger(value) || value < range[0] || value > range[1])
      return fail(word, `A whole number from ${range[0]} to ${range[1]}.`);
    options[word.slice(2)] = value;
    i += 1;
  }
  return { rest, options };
}

/** What a command answers; the best it has where it found nothing whole, with a line that says so. */
async function answerOf(
  command: FileCommand,
  input: unknown,
  options: Options,
  at: Console,
): Promise<readonly [unknown, number]> {
  try {
    return [await command.run(input, options), 0];
  } catch (error) {
    if (!(error instanceof Unfinished)) throw error;
    at.complain(error.message);
    return [error.best, UNFINISHED];
  }
}

/** The code to end with. */
async function run(words: readonly string[], at: Console): Promise<number> {
  const [name, ...after] = words;
  const say = (text: string, code = 0): number => {
    at.say(text);
    return code;
  };
  if (name === undefined || name === "--help" || after[0] === "--help") return say(help());
  const listing = LISTS[words.join(" ")];
  if (listing) return say(JSON.stringify(listing(), null, 2));
  const command = COMMANDS[name];
  if (!command) return fail("COMMAND", `There is no “${name}”. --help lists the commands.`);
  const { rest, options } = optionsOf(after, command);
  const [file, ...more] = rest;
  if (file === undefined || more.length > 0) return fail("FILE", "Name exactly one file.");
  const files = filesIn(file);
  if (!files) {
    const [answer, code] = await answerOf(command, readInput(file, at), options, at);
    return say(JSON.stringify(answer, null, 2), code);
  }
  let worst = 0;
  // One line a file, so that a whole herd can be read as it comes.
  for (const one of files) {
    try {
      const [answer, code] = await answerOf(command, readInput(one, at), options, at);
      worst = Math.max(worst, say(JSON.stringify(answer), code));
    } catch (error) {
      if (error instanceof Failure && error.path !== one) return fail(`${one}: ${error.path}`, error.message);
      throw error;
    }
  }
  return worst;
}

/** The furlong command with its words: the code that its process ends with. Bad input is one line and 2, nothing whole found in time 3. */
export async function furlong(words: readonly string[], at: Console): Promise<number> {
  try {
    return await run(words, at);
  } catch (error) {
    if (!(error instanceof Failure)) throw error;
    at.complain(`${error.path}: ${error.message}`);
    return 2;
  }
}
