/** What a report is made of besides its sentences: own words over composed ones, what is due when. */
import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { assemble, changesBetween, NO_WORDS, type SaidBlock, shownOf, textsOf } from "./assemble.ts";
import { dueReports, weekOf } from "./due.ts";

const said = (text: string, key = "hours"): readonly SaidBlock[] => [{ id: "did", sentences: [{ key, text, from: ["a"] }] }];
const own = (text: string) => [{ kind: "p" as const, runs: [{ text, bold: false, italic: false }] }];

describe("own words over composed ones", () => {
  const edits = [{ key: "hours", composed: "10 hours.", text: "Ten good hours." }];
  it("put another way, a sentence is read so as long as the record says the same", () => {
    const [block] = assemble(said("10 hours."), { did: { ...NO_WORDS, edits } });
    expect(block?.lines[0]).toMatchObject({ text: "Ten good hours.", composed: "10 hours.", stale: null });
  });
  it("once the record has moved on, the record is read, and the old words are marked", () => {
    const [block] = assemble(said("12 hours."), { did: { ...NO_WORDS, edits } });
    expect(block?.lines[0]).toMatchObject({ text: "12 hours.", stale: "Ten good hours." });
  });
  it("of what the record does not say any more nothing is read, and it is marked", () => {
    const blocks = assemble(said("18 sessions.", "sessions"), { did: { ...NO_WORDS, edits } });
    expect(blocks[0]?.unsupported).toEqual([{ key: "hours", text: "Ten good hours." }]);
    expect(textsOf(shownOf(blocks))).toEqual(["18 sessions."]);
  });
  it("left out is not read; own passages stay through every composing", () => {
    const words = { did: { prose: own("A quiet month."), edits: [], left: ["hours"] } };
    for (const now of ["10 hours.", "12 hours."])
      expect(textsOf(shownOf(assemble(said(now), words)))).toEqual(["A quiet month."]);
    expect(textsOf(shownOf(assemble([], words)))).toEqual(["A quiet month."]);
  });
  it("changes name what is new and what is gone", () => {
    const [before, now] = ["10 hours.", "12 hours."].map((text) => shownOf(assemble(said(text), {})));
    expect(changesBetween(before ?? [], now ?? [])).toEqual({ added: ["12 hours."], gone: ["10 hours."] });
    expect(changesBetween(now ?? [], now ?? [])).toEqual({ added: [], gone: [] });
  });
});

describe("what is due", () => {
  const firstDay = localDate("2026-06-03");
  const stay = {
    weeklyAfter: 4,
    firstDay,
    lastDay: addDays(firstDay, 29),
    evaluated: true,
    posts: [
      { kind: "intake", day: addDays(firstDay, 2), done: true },
      { kind: "mid-term", day: addDays(firstDay, 14), done: false },
      { kind: "report", day: addDays(firstDay, 29), done: false },
    ] as const,
  };
  it("is a word for each calendar week that the stay touches, and each other report once", () => {
    const all = dueReports(stay, firstDay, addDays(firstDay, 60));
    const weekly = all.filter(({ kind }) => kind === "weekly");
    expect(weekly.map(({ ordinal }) => ordinal)).toEqual([1, 2, 3, 4, 5]);
    for (const { ordinal, due } of weekly) expect(weekOf(firstDay, ordinal, 4)).toEqual({ from: addDays(due, -6), to: due });
    expect(all.filter(({ kind }) => kind !== "weekly").map(({ kind, ordinal }) => [kind, ordinal])).toEqual([
      ["intake", 0],
      ["mid-term", 1],
      ["end", 0],
    ]);
  });
  it("asks for no word of a first week that was too short, and the next one tells of both", () => {
    const saturday = localDate("2026-06-06");
    const late = { ...stay, firstDay: saturday };
    const weekly = dueReports(late, saturday, addDays(saturday, 20)).filter(({ kind }) => kind === "weekly");
    expect(weekly.map(({ ordinal, due }) => [ordinal, due])).toEqual([
      [2, "2026-06-14"],
      [3, "2026-06-21"],
    ]);
    expect(weekOf(saturday, 2, 4)).toEqual({ from: "2026-06-01", to: "2026-06-14" });
    const atOnce = dueReports({ ...late, weeklyAfter: 1 }, saturday, addDays(saturday, 2));
    expect(atOnce.map(({ ordinal, due }) => [ordinal, due])).toContainEqual([1, "2026-06-07"]);
    expect(weekOf(saturday, 2, 1).from).toBe("2026-06-08");
  });
  it("keeps to the days asked for, and asks for no summary before there was an evaluation", () => {
    const from = addDays(firstDay, 7);
    const to = addDays(firstDay, 20);
    for (const { due } of dueReports(stay, from, to)) expect(from <= due && due <= to).toBe(true);
    expect(dueReports({ ...stay, evaluated: false }, firstDay, to).some(({ kind }) => kind === "intake")).toBe(false);
  });
});
