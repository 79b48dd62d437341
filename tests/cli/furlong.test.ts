import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";

function furlong(words: readonly string[], input = ""): { code: number | null; out: string; err: string } {
  const run = spawnSync(process.execPath, ["--import", "tsx", "cli/furlong.ts", ...words], { encoding: "utf8", input });
  return { code: run.status, out: run.stdout, err: run.stderr.trim() };
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

describe("furlong term", () => {
  it("says what a term comes to", () => {
    const { code, out } = term({
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
      contractedSoFar: 4.29,
      owed: 3.29,
      pace: { remaining: 21, workingDaysLeft: 21, perWeek: 6.13, feasible: true },
    });
  });
  it.each([
    [{ length: 31 }, "length: A term of 30, 60 or 90 days."],
    [{ firstDay: "2026-02-30" }, "firstDay: Give a day as year-month-day, such as 2026-07-14."],
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
  ])("ends with code 2 and one line that names the field: %j", (changes, line) => {
    expect(term(changes)).toEqual({ code: 2, out: "", err: line });
  });
  it("says so when there is no file, no JSON or no such command", () => {
    expect(furlong(["term", "nowhere.json"])).toMatchObject({ code: 2, err: "nowhere.json: This file cannot be read." });
    expect(furlong(["term", "-"], "{")).toMatchObject({ code: 2, err: "-: This is not JSON." });
    expect(furlong(["gallop", "x"])).toMatchObject({ code: 2, err: expect.stringContaining("gallop") });
    expect(furlong(["--help"]).out).toContain("term");
  });
});

describe("furlong findings", () => {
  const findings = (changes: object) =>
    furlong(
      ["findings", "-"],
      JSON.stringify({
        format: "furlong-findings/1",
        seen: [{ sign: "busy-mouth", rung: "saddle", side: "both", strength: 2 }],
        ...changes,
      }),
    );
  it("ranks places to look, each with its evidence, its check, how soon and what waits", () => {
    const { code, out } = findings({ checks: [{ cause: "teeth", result: "treated" }] });
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
  ])("names the field that is wrong: %j", (changes, line) => {
    expect(findings(changes)).toEqual({ code: 2, out: "", err: line });
  });
  it("lists every code that it takes and gives", () => {
    const listed = JSON.parse(furlong(["findings", "--vocabulary"]).out) as Record<string, unknown[]>;
    for (const [codes, some] of Object.entries({ signs: "girthy", rungs: "tack", causes: "saddle-fit" }))
      expect(listed[codes]).toContainEqual(expect.objectContaining({ code: some, words: expect.any(String) }));
    expect(listed["moments"]).toContain("canter-change");
    expect(listed["trials"]).toContain("no-bit");
  });
});
