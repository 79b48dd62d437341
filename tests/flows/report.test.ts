import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readIssue, readReport } from "#server/report/read-report.ts";
import { openStay } from "#server/stay/read-horse.ts";
import { Barn } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const report = async (stay: string) => {
  const opened = await openStay(barn.deps, stay);
  if (!opened) throw new Error("no such stay");
  return readReport(barn.deps, opened, { kind: "end", ordinal: 0 });
};
const WHICH = { kind: "end", ordinal: 0 } as const;
const STYLE = { tone: "plain", level: "full" } as const;
const own = (text: string) => ({ prose: [{ kind: "p", runs: [{ text, bold: false, italic: false }] }], edits: [], left: [] });
const approve = (stay: string, version: number | null) =>
  barn.ask<{ number: number }>("report/approve", { stay, ...WHICH, version, send: false });

describe("an owner's report", () => {
  it("keeps the manager's words apart from what the record says", async () => {
    const stay = await barn.horse();
    const before = await report(stay);
    await barn.ask("report/save", { stay, ...WHICH, ...STYLE, version: null, words: { did: own("A quiet month.") } });
    const after = await report(stay);
    expect(after.composed).toEqual(before.composed);
    expect(after).toMatchObject({ version: 1, words: { did: own("A quiet month.") } });
  });
  it("tells the second of two writers, from the first draft on", async () => {
    const stay = await barn.horse();
    const save = (version: number | null, text: string) =>
      barn.code("report/save", { stay, ...WHICH, ...STYLE, version, words: { next: own(text) } });
    expect((await Promise.all([save(null, "Mine."), save(null, "Theirs.")])).sort()).toEqual(["changed-meanwhile", "done"]);
    expect((await Promise.all([save(1, "Mine."), save(1, "Theirs.")])).sort()).toEqual(["changed-meanwhile", "done"]);
  });
  it("is fixed when approved: nothing that comes later changes it", async () => {
    const stay = await barn.horse("Fixed");
    await barn.worked(stay, "2026-07-10");
    const { number } = await approve(stay, null);
    const then = await readIssue(barn.deps, String(number));
    await barn.worked(stay, "2026-07-11", { word: "Later." });
    await barn.ask("report/save", { stay, ...WHICH, ...STYLE, version: 1, words: { did: own("Other words.") } });
    expect(await readIssue(barn.deps, String(number))).toEqual(then);
    expect(then).toMatchObject({
      content: { horse: "Fixed" },
      approvedBy: "Boss",
      hash: expect.stringMatching(/^[0-9a-f]{64}$/),
    });
    expect((await approve(stay, 2)).number).toBeGreaterThan(number);
  });
  it("is numbered without gaps, also when several are approved at once", async () => {
    const stays = await Promise.all(["A", "B", "C", "D"].map((name) => barn.horse(name)));
    const numbers = (await Promise.all(stays.map((stay) => approve(stay, null))))
      .map((issue) => issue.number)
      .sort((a, b) => a - b);
    expect(numbers).toEqual([0, 1, 2, 3].map((i) => (numbers[0] ?? 0) + i));
  });
  it("has nothing to say of a horse that nobody has evaluated or worked", async () => {
    expect(await barn.code("report/approve", { stay: await barn.book(), ...WHICH, version: null, send: false })).toBe(
      "nothing-to-report",
    );
  });
  it("is found by its number only", async () => {
    for (const asked of ["0", "-1", "1e3", "9999999999", "x", undefined]) expect(await readIssue(barn.deps, asked)).toBeNull();
  });
});
