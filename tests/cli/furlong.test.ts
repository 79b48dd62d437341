import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { dayCommand } from "#cli/day.ts";
import { Failure, type FileCommand } from "#cli/file-command.ts";
import { findingsCommand } from "#cli/findings.ts";
import { forecastCommand } from "#cli/forecast.ts";
import { furlong as run } from "#cli/run.ts";
import { termCommand } from "#cli/term.ts";
import { weekCommand } from "#cli/week.ts";

interface Said {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}
/** As people run it. */
function asProcess(words: readonly string[], input = ""): Said {
  const run = spawnSync("npm", ["run", "-s", "furlong", "--", ...words], { encoding: "utf8", input });
  return { code: run.status, out: run.stdout, err: run.stderr.trim() };
}
/** The same without a process of its own, which takes a second to start. */
async function furlong(words: readonly string[], input = ""): Promise<Said> {
  const [out, err]: [string[], string[]] = [[], []];
  const code = await run(words, { stdin: () => input, say: (line) => out.push(line), complain: (line) => err.push(line) });
  return { code, out: out.map((line) => `${line}\n`).join(""), err: err.join("\n") };
}
const file = {
  format: "furlong-term/1",
  length: 30,
  firstDay: "2026-06-01",
  sessionsAWeek: 5,
  restDays: [7],
  today: "2026-06-10",
};
const term = (changes: object) => furlong(["term", "-"], JSON.stringify({ ...file, ...changes }));

/** What a command says to bad input, without a process of its own: one of each is run as people run it. */
async function refusal(command: FileCommand, input: unknown): Promise<string> {
  try {
    await command.run(input, {});
    return "nothing";
  } catch (error) {
    if (!(error instanceof Failure)) throw error;
    return `${error.path}: ${error.message}`;
  }
}

describe("furlong term", () => {
  it("says what a term comes to", async () => {
    const { code, out } = await term({
      holds: [{ from: "2026-06-04", to: "2026-06-06", stopsClock: true }],
      delivered: ["2026-06-02"],
    });
    expect(code).toBe(0);
    expect(JSON.parse(out)).toEqual({
      format: "furlong-term-reading/1",
      today: "2026-06-10",
      workFrom: "2026-06-01",
      lastDay: "2026-07-03",
      dayOfTerm: 10,
      calendarDays: 33,
      heldDays: 3,
      workingDays: 26,
      contracted: 22,
      delivered: 1,
      madeUp: 0,
      contractedSoFar: 5,
      owed: 4,
      pace: { remaining: 21, workingDaysLeft: 21, perWeek: 6.13, feasible: true },
    });
  });
  it.each([
    [{ length: 31 }, "length: A term of 30, 60 or 90 days."],
    [{ firstDay: "2026-02-30" }, "firstDay: Give a date like 2026-07-14."],
    [{ format: "other" }, "format: The format must be “furlong-term/1”."],
    [{ delivered: ["2027-01-01"] }, "delivered: A session lies after today."],
    [
      { holds: [{ from: "2026-06-04", to: "2026-06-03", stopsClock: true }] },
      "holds.0.to: The last day must not come before the first.",
    ],
    [
      {
        holds: [
          { from: "2026-06-04", to: null, stopsClock: true },
          { from: "2026-07-04", to: null, stopsClock: true },
        ],
      },
      "holds: Two holds share a day: join them or move one.",
    ],
  ])("names the field that is wrong: %j", async (changes, line) => {
    expect(await refusal(termCommand, { ...file, ...changes })).toBe(line);
  });
  it("ends with code 2 and one line on standard error", async () => {
    const said = { code: 2, out: "", err: "length: A term of 30, 60 or 90 days." };
    expect(await term({ length: 31 })).toEqual(said);
    expect(asProcess(["term", "-"], JSON.stringify({ ...file, length: 31 }))).toEqual(said);
  });
  it("says so when there is no file, no JSON or no such command", async () => {
    expect(await furlong(["term", "nowhere.json"])).toMatchObject({ code: 2, err: "nowhere.json: This file cannot be read." });
    expect(await furlong(["term", "-"], "{")).toMatchObject({ code: 2, err: "-: This is not JSON." });
    expect(await furlong(["gallop", "x"])).toMatchObject({ code: 2, err: expect.stringContaining("gallop") });
    expect((await furlong(["--help"])).out).toContain("term");
  });
});

describe("furlong findings", () => {
  const findingsFile = (changes: object) => ({
    format: "furlong-findings/1",
    seen: [{ sign: "busy-mouth", rung: "saddle", side: "both", strength: 2 }],
    ...changes,
  });
  const findings = (changes: object) => furlong(["findings", "-"], JSON.stringify(findingsFile(changes)));
  it("ranks places to look, each with its evidence, its check, how soon and what waits", async () => {
    const { code, out } = await findings({ checks: [{ cause: "teeth", result: "treated" }] });
    expect(code).toBe(0);
    const ranked = JSON.parse(out) as { causes: { cause: string }[] };
    expect(ranked).toMatchObject({ format: "furlong-findings-ranked/1", urgency: "weeks", holds: "skill" });
    expect(ranked.causes[0]).toMatchObject({
      cause: "bit-fit",
      score: 2.8,
      for: [
        { code: "sign", sign: "busy-mouth", adds: 2 },
        { code: "check", cause: "teeth", result: "treated", adds: 0.8 },
      ],
      against: [],
      check: { who: "fitter", cost: 1 },
    });
    expect(ranked.causes.map((one) => one.cause)).not.toContain("teeth");
  });
  it.each([
    [{ seen: [{ sign: "sulks", rung: "saddle", side: "both", strength: 2 }] }, "seen.0.sign: No such sign."],
    [{ seen: [{ sign: "trips", rung: "saddle", side: "both", strength: 7 }] }, "seen.0.strength: A strength from 1 to 3."],
    [{ condition: 12 }, "condition: A number from 1 to 9."],
    [
      { checks: ["clear", "found"].map((result) => ({ cause: "teeth", result })) },
      "checks: The same check answered in two ways: keep the one that counts.",
    ],
    [
      { trials: ["gone", "same"].map((result) => ({ change: "no-bit", result })) },
      "trials: The same trial with two results: keep the one that counts.",
    ],
  ])("names the field that is wrong: %j", async (changes, line) => {
    expect(await refusal(findingsCommand, findingsFile(changes))).toBe(line);
  });
  it("lists every code that it takes and gives", async () => {
    const listed = JSON.parse((await furlong(["findings", "--vocabulary"])).out) as Record<string, unknown[]>;
    for (const [codes, some] of Object.entries({ signs: "girthy", rungs: "tack", causes: "saddle-fit" }))
      expect(listed[codes]).toContainEqual(expect.objectContaining({ code: some, words: expect.any(String) }));
    expect(listed["moments"]).toContain("canter-change");
    expect(listed["trials"]).toContain("no-bit");
  });
});

describe("furlong forecast", () => {
  const skill = (id: string, prerequisites: readonly string[], sided = false) => ({
    id,
    branch: "handling",
    prerequisites,
    sided,
    sessions03: 3,
  });
  const stay = {
    format: "furlong-stay/1",
    term: 30,
    day: 6,
    sessionsPerWeek: 5,
    minutes: 60,
    items: 3,
    kind: "halter",
    skills: [skill("catch", []), skill("lead", ["catch"], true), skill("stand", ["lead"])],
    goals: [
      { skill: "stand", target: 3, value: 3 },
      { skill: "catch", target: 3, value: 1 },
    ],
    sessions: [0, 1, 3, 6].map((day) => ({
      day,
      rider: "ann",
      minutes: 40,
      windy: false,
      newPlace: false,
      work: [
        { skill: "catch", minutes: 10, scores: { both: 3 } },
        { skill: "lead", minutes: 20, scores: { left: 2, right: 1 } },
      ],
    })),
    plannedOff: [[10, 12]],
    follows: "plan",
  };
  const forecast = (changes: object, words: readonly string[] = []) =>
    furlong(["forecast", "-", ...words], JSON.stringify({ ...stay, ...changes }));

  it("says chances, levels on each side, what is next, and the same again to the same seed", async () => {
    const { code, out } = await forecast({}, ["--seed", "3", "--plays", "200"]);
    expect(code).toBe(0);
    const read = JSON.parse(out) as {
      goals: { skill: string; chance: number; day: { p50: number | null } }[];
      levels: { skill: string; side: string; low: number; mean: number; high: number }[];
    };
    expect(read).toMatchObject({ format: "furlong-forecast/1", alarms: [], learningRate: { mean: expect.any(Number) } });
    expect(read.goals[1]).toMatchObject({ skill: "catch", chance: 1, day: { p10: 1, p50: 1, p90: 1 } });
    expect(read.goals[0]?.chance).toBeGreaterThan(0.3);
    expect(read.levels.map(({ skill, side }) => `${skill}:${side}`)).toEqual([
      "catch:both",
      "lead:left",
      "lead:right",
      "stand:both",
    ]);
    for (const { low, mean, high } of read.levels) expect(low <= mean && mean <= high).toBe(true);
    expect((await forecast({}, ["--plays", "200", "--seed", "3"])).out).toBe(out);
  });
  it("knows nothing of what comes after today", async () => {
    const later = { ...stay.sessions[0], day: 20 };
    const read = await forecast({ sessions: [...stay.sessions, later] }, ["--plays", "50"]);
    expect(read.out).toBe((await forecast({}, ["--plays", "50"])).out);
  });
  it("reads a directory, one line a file, in the order of names", async () => {
    const folder = mkdtempSync(join(tmpdir(), "furlong-"));
    writeFileSync(join(folder, "b.json"), JSON.stringify({ ...stay, goals: stay.goals.slice(0, 1) }));
    writeFileSync(join(folder, "a.json"), JSON.stringify(stay));
    const { code, out } = await furlong(["forecast", folder, "--plays", "20"]);
    expect(code).toBe(0);
    const lines = out.trim().split("\n");
    expect(lines.map((line) => (JSON.parse(line) as { goals: unknown[] }).goals.length)).toEqual([2, 1]);
    writeFileSync(join(folder, "c.json"), JSON.stringify({ ...stay, term: 0 }));
    expect(await furlong(["forecast", folder, "--plays", "20"])).toMatchObject({
      code: 2,
      err: expect.stringContaining("c.json: term: "),
    });
  });
  it.each([
    [{ kind: "pony" }, "kind: One of: unhandled, halter, started, restart."],
    [{ goals: [{ skill: "fly", target: 3, value: 1 }] }, "goals.0.skill: No such skill in the file: fly."],
    [{ goals: [stay.goals[0], stay.goals[0]] }, "goals.1.skill: Two goals on one skill: stand."],
    [{ day: 30 }, "day: The term's days are 0 to 29; -1 is the eve of it."],
    [
      {
        plannedOff: [
          [3, 9],
          [8, 12],
        ],
      },
      "plannedOff.1: Two spans share a day: join them or move one.",
    ],
    [
      { skills: [{ ...stay.skills[0], branch: "magic" }] },
      "skills.0.branch: One of: handling, yields, send, accepting, mounting, first-rides, education, jumping, owner.",
    ],
    [{ skills: [skill("a", ["b"]), skill("b", ["a"])], goals: [], sessions: [] }, "skills: These lead back to themselves: a, b."],
    [{ skills: [skill("a", ["z"])], goals: [], sessions: [] }, "skills.0.prerequisites: No such skill in the file: z."],
    [
      { sessions: [{ ...stay.sessions[0], work: [{ skill: "catch", minutes: 5, scores: { left: 2 } }] }] },
      "sessions.0.work.0.scores.left: This skill is scored under both.",
    ],
  ])("names the field that is wrong: %j", async (changes, line) => {
    expect(await refusal(forecastCommand, { ...stay, ...changes })).toBe(line);
  });
  it("refuses an option that it does not have, or a number that is none", async () => {
    expect(await forecast({}, ["--speed", "3"])).toMatchObject({
      code: 2,
      err: "--speed: There is no such option; --help lists them.",
    });
    expect(await forecast({}, ["--plays", "many"])).toMatchObject({ code: 2, err: "--plays: A whole number from 1 to 20000." });
  });
});

describe("furlong day", () => {
  const file = {
    format: "furlong-day/1",
    slots: { start: "07:00", minutes: 30, count: 12 },
    hot: [],
    places: [{ id: "pen", capacity: 1, outdoor: true, separate: true }],
    riders: [
      { id: "r1", grade: 4, weightKg: 71.5, rides: true, works: [[0, 12]], lunch: { from: 5, to: 9, length: 2 }, maxSaddle: 7 },
      { id: "r2", grade: 2, weightKg: 60, works: [[0, 12]] },
    ],
    horses: [
      {
        id: "h1",
        weightKg: 450,
        loadLimit: 0.2,
        loadPrefer: 0.17,
        risk: 3,
        noHeat: false,
        away: [[4, 6]],
        apart: ["h2"],
        forbid: [],
      },
      { id: "h2", weightKg: 450, loadLimit: 0.2, risk: 5 },
    ],
    sessions: [
      {
        id: "s1",
        horse: "h1",
        kind: "saddle",
        length: 2,
        value: 24,
        options: [{ cost: 0, parts: [{ place: "pen", from: 0, length: 2 }] }],
        usual: "r2",
        known: ["r1"],
        helperSlots: 1,
      },
      {
        id: "s2",
        horse: "h2",
        kind: "saddle",
        length: 2,
        value: 5,
        options: [{ cost: 0, parts: [{ place: "pen", from: 0, length: 2 }] }],
      },
    ],
    published: null,
    weights: { known: 3 },
  };
  const day = (words: readonly string[] = []) => furlong(["day", "-", ...words], JSON.stringify(file));

  it("gives a plan that is proven where it is asked to be, and says why a session is left out", async () => {
    const { code, out } = await day(["--exact", "--ms", "4000"]);
    expect(code).toBe(0);
    const plan = JSON.parse(out) as { assigned: { session: string }[]; cost: number; bound: number };
    expect(plan).toMatchObject({
      format: "furlong-day-plan/1",
      assigned: [{ session: "s1", rider: "r1", helper: "r2", option: 0 }],
      leftOut: [
        {
          session: "s2",
          because: [
            { rider: "r1", code: "grade" },
            { rider: "r2", code: "grade" },
          ],
        },
      ],
      // Five points of value, and a rider who only knows the horse.
      cost: 53,
      parts: { leftOut: 50, riders: 3, hours: 0, balance: 0, changes: 0 },
      bound: 53,
      proven: true,
    });
    expect((await day(["--ms", "50", "--seed", "2"])).code).toBe(0);
  });
  it.each([
    [{ slots: { start: "7", minutes: 30, count: 12 } }, "slots.start: A time such as 07:00."],
    [{ slots: { start: "24:10", minutes: 30, count: 12 } }, "slots.start: A time such as 07:00."],
    [{ slots: { start: "20:00", minutes: 30, count: 12 } }, "slots.count: The day goes on beyond midnight."],
    [{ sessions: [{ ...file.sessions[0], options: [] }] }, "sessions.0.options: At least one way to work it."],
    [{ sessions: [{ ...file.sessions[0], usual: "r9" }] }, "sessions.0.usual: There is no “r9” in the file."],
    [{ horses: [{ ...file.horses[0], apart: ["h9"] }, file.horses[1]] }, "horses.0.apart.0: There is no “h9” in the file."],
    [{ published: { s1: { rider: "r9", start: 0, option: 0 } } }, "published.s1.rider: There is no “r9” in the file."],
    [
      { riders: [{ ...file.riders[0], lunch: { from: 5, to: 9, length: 5 } }, file.riders[1]] },
      "riders.0.lunch.length: Longer than the time in which it may be had.",
    ],
    [{ horses: [file.horses[1]] }, "sessions.0.horse: There is no “h1” in the file."],
    [{ riders: [...file.riders, file.riders[0]] }, "riders.2.id: “r1” stands twice."],
    [{ places: [] }, "sessions.0.options.0.parts.0.place: There is no “pen” in the file."],
    [{ sessions: [{ ...file.sessions[0], length: 1 }] }, "sessions.0.options.0.parts.0.length: Goes beyond the session's end."],
    [
      { sessions: [{ ...file.sessions[0], after: { session: "s1", gap: 1 } }] },
      "sessions.0.after.session: A session cannot come after itself.",
    ],
  ])("names the field that is wrong: %j", async (changes, line) => {
    expect(await refusal(dayCommand, { ...file, ...changes })).toBe(line);
  });
});

describe("furlong week", () => {
  const file = {
    format: "furlong-week/1",
    days: 3,
    horses: [{ id: "h1", length: 2, risk: 2, weightKg: 450, loadLimit: 0.2, sessions: 2, value: 10, since: 1, away: [1] }],
    riders: [{ id: "r1", grade: 4, weightKg: 60, slots: [4, 4, 0], maxSaddle: [3, 3, 3] }],
  };
  it("says that it found nothing in time, with the best it has, where it could not be proven", async () => {
    const { code, out, err } = await furlong(
      ["week", "-", "--ms", "10"],
      JSON.stringify({
        ...file,
        horses: [
          { ...file.horses[0], fixed: [2] },
          { ...file.horses[0], id: "h2" },
        ],
      }),
    );
    expect([code, err]).toEqual([3, "horses: No plan found in time that keeps the fixed days of h1."]);
    expect(JSON.parse(out)).toMatchObject({ days: { h2: [0] }, proven: false, bound: null });
  });
  it("gives days, riders and what is short", async () => {
    const { code, out } = await furlong(["week", "-"], JSON.stringify(file));
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      format: "furlong-week-plan/1",
      days: { h1: [0] },
      rider: { h1: { 0: "r1" } },
      short: { h1: 1 },
      proven: true,
    });
  });
  it.each([
    [{ riders: [{ ...file.riders[0], slots: [4] }] }, "riders.0.slots: A number for each of 3 days."],
    [{ horses: [{ ...file.horses[0], fixed: [1] }] }, "horses.0.fixed: A day on which it is away."],
    [{ horses: [{ ...file.horses[0], fixed: [2] }] }, "horses: The fixed days cannot be kept by the riders that there are."],
    [{ horses: [{ ...file.horses[0], known: ["r9"] }] }, "horses.0.known: There is no “r9” in the file."],
  ])("names the field that is wrong: %j", async (changes, line) => {
    expect(await refusal(weekCommand, { ...file, ...changes })).toBe(line);
  });
});
