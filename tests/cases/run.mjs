#!/usr/bin/env node
/**
 * Runs the example cases against a project folder: node run.mjs PROJECT_FOLDER [CASES_FOLDER] [--only NAME]
 * Plain Node 20. Exit 0: every expectation holds · 1: some do not · 2: it could not be run at all (one line on standard error).
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

class CannotRun extends Error {}
const cannot = (message) => {
  throw new CannotRun(message);
};
const isObject = (value) => typeof value === "object" && value !== null && !Array.isArray(value);
const isFolder = (path) => statSync(path, { throwIfNoEntry: false })?.isDirectory() ?? false;
const firstLine = (text) =>
  text
    .split("\n")
    .find((line) => line.trim() !== "")
    ?.trim() ?? "";

// ---- What stands at a path ----

/** The answer leaves out what its format promises: nothing holds there. */
const MISSING = Symbol("missing");
/** The list stands, but not the entry that was asked for: that is empty, and nothing else holds. */
const ABSENT = Symbol("absent");
const isNothing = (value) => value === MISSING || value === ABSENT;
/** Parts of an answer that may be null; what is asked of them is then null too. */
const MAY_BE_NULL = ["step", "protocol", "card"];
const CARD_PARTS = ["warmUp", "main", "handling", "finish"];

/** `sessions[0..4].main` → [{ name: "sessions", key: "0..4" }, { name: "main", key: null }] */
function partsOf(path) {
  if (!/^[A-Za-z]+(\[[^\][]+\])?(\.[A-Za-z]+(\[[^\][]+\])?)*$/.test(path)) return null;
  return path.match(/[A-Za-z]+(\[[^\]]+\])?/g).map((part) => {
    const at = part.indexOf("[");
    return at < 0 ? { name: part, key: null } : { name: part.slice(0, at), key: part.slice(at + 1, -1) };
  });
}

function field(value, name) {
  if (isNothing(value) || value === null) return value;
  if (Array.isArray(value)) return value.flatMap((one) => one?.[name] ?? []);
  if (!isObject(value)) return MISSING;
  if (name === "all") {
    const lists = CARD_PARTS.map((part) => value[part]);
    return lists.every(Array.isArray) ? [...new Set(lists.flat())] : MISSING;
  }
  return name in value ? value[name] : MISSING;
}

/** `sessions[…]` are those planned after today; `days[…]` are today's card and then those. */
function daysOf(advice, name) {
  if (!Array.isArray(advice.sessions)) return MISSING;
  return name === "sessions"
    ? advice.sessions
    : [advice.card, ...advice.sessions].filter((one) => one !== null && one !== undefined);
}

function rangeOf(days, key) {
  if (days === MISSING) return MISSING;
  const [from, to = from] = key.split("..").map(Number);
  const found = days.slice(from, to + 1);
  return found.length > 0 ? found : ABSENT;
}

function levelOf(advice, key) {
  if (!isObject(advice.levels)) return MISSING;
  return advice.levels[key] ?? { basis: "none" }; // a skill that is left out: nothing is known of it
}

function goalsOf(advice, key) {
  if (!Array.isArray(advice.goals)) return MISSING;
  const found = advice.goals.filter((goal) => goal?.skill === key);
  return found.length === 0 ? ABSENT : found.length === 1 ? found[0] : found;
}

const FIGURES = ["mean", "low", "high"];

/** The value at a path; `each` are the lists of the single sessions where the path runs over a range of them. */
function valueAt(advice, path) {
  const [first, ...rest] = partsOf(path);
  const { name, key } = first;
  if (key !== null && (name === "sessions" || name === "days")) {
    const found = rangeOf(daysOf(advice, name), key);
    if (isNothing(found)) return { value: found, each: null };
    const each = found.map((one) => rest.reduce((value, part) => field(value, part.name), one));
    if (each.includes(MISSING)) return { value: MISSING, each: null };
    const lists = each.map((value) => (Array.isArray(value) ? value : value === null ? [] : [value]));
    return { value: [...new Set(lists.flat())], each: lists };
  }
  let value;
  if (key !== null && name === "levels") value = levelOf(advice, key);
  else if (key !== null && name === "goals") value = goalsOf(advice, key);
  else value = MAY_BE_NULL.includes(name) && advice[name] === null ? null : field(advice, name);
  for (const part of rest) {
    const figure = FIGURES.indexOf(part.name);
    value = figure >= 0 && Array.isArray(value) ? (value[figure] ?? MISSING) : field(value, part.name);
  }
  return { value, each: null };
}

// ---- Operators ----

const same = (a, b) => JSON.stringify(a) === JSON.stringify(b);
const listOf = (value) => (Array.isArray(value) ? value : value === null ? [] : [value]);
const isStrings = (value) => Array.isArray(value) && value.length > 0 && value.every((one) => typeof one === "string");

/** Each: whether what is wanted is well put, and whether it holds. */
const OPERATORS = {
  is: {
    put: (wanted) => wanted !== undefined,
    holds: (wanted, { value }) =>
      same(value, wanted) || (Array.isArray(wanted) && !Array.isArray(value) && wanted.some((one) => same(one, value))),
  },
  anyOf: { put: isStrings, holds: (wanted, { value }) => wanted.some((one) => listOf(value).includes(one)) },
  allOf: { put: isStrings, holds: (wanted, { value }) => wanted.every((one) => listOf(value).includes(one)) },
  noneOf: { put: isStrings, holds: (wanted, { value }) => wanted.every((one) => !listOf(value).includes(one)) },
  between: {
    put: (wanted) => Array.isArray(wanted) && wanted.length === 2 && wanted.every(Number.isFinite) && wanted[0] <= wanted[1],
    holds: ([low, high], { value }) => typeof value === "number" && value >= low && value <= high,
  },
  sessionsWith: {
    put: (wanted) => isObject(wanted) && isStrings(wanted.anyOf) && Number.isInteger(wanted.atLeast),
    holds: ({ anyOf, atLeast }, { each }) =>
      each !== null && each.filter((list) => anyOf.some((one) => list.includes(one))).length >= atLeast,
  },
  empty: {
    put: (wanted) => typeof wanted === "boolean",
    holds: (wanted, { value }) => (value === ABSENT || value === null || (Array.isArray(value) && value.length === 0)) === wanted,
  },
};

/** Null where it holds, else the line that says what failed. */
function failureOf(advice, expectation) {
  const { at, why } = expectation;
  const op = operatorOf(expectation);
  const wanted = expectation[op];
  const found = valueAt(advice, at);
  const nothing = op === "empty" ? found.value === MISSING : isNothing(found.value);
  if (!nothing && OPERATORS[op].holds(wanted, found)) return null;
  const got = isNothing(found.value) ? "nothing there" : JSON.stringify(op === "sessionsWith" ? found.each : found.value);
  return `at ${at} ${op} wanted ${JSON.stringify(wanted)} got ${got} (${why})`;
}

const operatorOf = (expectation) => Object.keys(expectation).find((name) => name !== "at" && name !== "why");

// ---- Cases ----

function readCase(folder, file) {
  let read;
  try {
    read = JSON.parse(readFileSync(join(folder, file), "utf8"));
  } catch (error) {
    cannot(`${file}: not readable as JSON: ${error.message}`);
  }
  if (
    !isObject(read) ||
    typeof read.case !== "string" ||
    !isObject(read.input) ||
    !Array.isArray(read.expect) ||
    read.expect.length === 0
  )
    cannot(`${file}: a case holds "case", "input" and at least one of "expect"`);
  if (read.input.format !== "furlong-case/1") cannot(`${file}: input.format is not furlong-case/1`);
  read.expect.forEach((expectation, i) => {
    const where = `${file}: expect[${i}]`;
    const { at, why, ...ops } = expectation;
    const names = Object.keys(ops);
    if (typeof at !== "string" || partsOf(at) === null) cannot(`${where}: "at" is no path: ${JSON.stringify(at)}`);
    const first = partsOf(at)[0];
    if (["sessions", "days"].includes(first.name) && !/^\d+(\.\.\d+)?$/.test(first.key ?? ""))
      cannot(`${where}: ${first.name} needs a range such as [0..4]`);
    if (typeof why !== "string" || why === "") cannot(`${where}: "why" is missing`);
    if (names.length !== 1 || !Object.hasOwn(OPERATORS, names[0]))
      cannot(`${where}: exactly one of ${Object.keys(OPERATORS).join(", ")}; found ${names.join(", ") || "none"}`);
    if (!OPERATORS[names[0]].put(ops[names[0]])) cannot(`${where}: ${names[0]} cannot be ${JSON.stringify(ops[names[0]])}`);
    if (names[0] === "sessionsWith" && !["sessions", "days"].includes(first.name))
      cannot(`${where}: sessionsWith needs a path over sessions[..] or days[..]`);
  });
  return { name: basename(file, ".json"), file, ...read };
}

function readCases(folder, only) {
  if (!isFolder(folder)) cannot(`${folder}: no such folder of cases`);
  const files = readdirSync(folder)
    .filter((name) => name.endsWith(".json"))
    .sort();
  const wanted = only === null ? files : files.filter((name) => basename(name, ".json") === basename(only, ".json"));
  if (wanted.length === 0) cannot(only === null ? `${folder}: holds no cases` : `${folder}: holds no case ${only}`);
  return wanted.map((file) => readCase(folder, file));
}

/** One run of the command for all cases; their answers in the same order. */
function adviceFor(project, cases) {
  if (!isFolder(project)) cannot(`${project}: no such project folder`);
  let scripts;
  try {
    scripts = JSON.parse(readFileSync(join(project, "package.json"), "utf8")).scripts ?? {};
  } catch {
    cannot(`${project}: holds no readable package.json`);
  }
  if (typeof scripts.furlong !== "string") cannot(`${project}: package.json has no script furlong`);
  const inputs = mkdtempSync(join(tmpdir(), "furlong-cases-"));
  let run;
  try {
    for (const one of cases) writeFileSync(join(inputs, one.file), `${JSON.stringify(one.input)}\n`);
    run = spawnSync("npm", ["run", "-s", "furlong", "--", "advise", inputs], {
      cwd: project,
      encoding: "utf8",
      maxBuffer: 1 << 28,
    });
  } finally {
    rmSync(inputs, { recursive: true, force: true });
  }
  if (run.error) cannot(`npm could not be run: ${run.error.message}`);
  if (run.status !== 0)
    cannot(
      `furlong advise ended with ${run.status ?? run.signal}: ${firstLine(run.stderr).replaceAll(`${inputs}/`, "") || "no word on standard error"}`,
    );
  const lines = run.stdout.split("\n").filter((line) => line.trim() !== "");
  if (lines.length !== cases.length)
    cannot(`furlong advise gave ${lines.length} lines for ${cases.length} files; one line a file is wanted`);
  return lines.map((line, i) => {
    let advice;
    try {
      advice = JSON.parse(line);
    } catch {
      cannot(`${cases[i].name}: its line is not JSON: ${line.slice(0, 60)}`);
    }
    if (advice?.format !== "furlong-advice/1")
      cannot(`${cases[i].name}: its line is not furlong-advice/1 but ${JSON.stringify(advice?.format ?? null)}`);
    return advice;
  });
}

function argumentsOf(words) {
  const usage = "usage: node run.mjs PROJECT_FOLDER [CASES_FOLDER] [--only NAME]";
  const folders = [];
  let only = null;
  for (let i = 0; i < words.length; i += 1) {
    if (words[i] === "--only") only = words[(i += 1)] ?? cannot(usage);
    else if (words[i].startsWith("--")) cannot(`${words[i]}: no such option; ${usage}`);
    else folders.push(words[i]);
  }
  if (folders.length < 1 || folders.length > 2) cannot(usage);
  return { project: resolve(folders[0]), folder: resolve(folders[1] ?? dirname(fileURLToPath(import.meta.url))), only };
}

try {
  const { project, folder, only } = argumentsOf(process.argv.slice(2));
  const cases = readCases(folder, only);
  const answers = adviceFor(project, cases);
  const failures = cases.map((one, i) =>
    one.expect.map((expectation) => failureOf(answers[i], expectation)).filter((line) => line !== null),
  );
  failures.forEach((lines, i) => {
    for (const line of lines) console.log(`${cases[i].name}: ${line}`);
  });
  const asked = cases.reduce((sum, one) => sum + one.expect.length, 0);
  const failed = failures.reduce((sum, lines) => sum + lines.length, 0);
  console.log(
    `${failures.filter((lines) => lines.length === 0).length} of ${cases.length} cases, ${asked - failed} of ${asked} expectations hold`,
  );
  process.exitCode = failed === 0 ? 0 : 1;
} catch (error) {
  if (!(error instanceof CannotRun)) throw error;
  console.error(error.message);
  process.exitCode = 2;
}
