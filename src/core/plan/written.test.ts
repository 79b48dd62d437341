import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { type ProposedWay, proposedWays } from "./ways.ts";
import { netMoved } from "./weeks.ts";
import { changedBy, skillsOfPins, weekWordsOn } from "./written.ts";

describe("a card by the manager's hand", () => {
  it("is told against what was composed: what came in and what went out, wherever it stands", () => {
    const before = [
      { skill: "lead", role: "warm-up" },
      { skill: "girth", role: "main" },
      { skill: "tie", role: "handling" },
    ] as const;
    expect(changedBy(before, before)).toEqual({ added: [], dropped: [] });
    expect(
      changedBy(before, [
        { skill: "girth", role: "finish" },
        { skill: "stand", role: "main" },
        { skill: "tie", role: "warm-up" },
      ]),
    ).toEqual({ added: ["stand"], dropped: ["lead"] });
  });
  it("names its skills, and a week has its words from Monday to Sunday", () => {
    const first = localDate("2026-07-01");
    const pins = [
      { kind: "week", from: 6, words: "The trailer, a little every day" },
      { kind: "pin", skill: "lead" },
      { kind: "written", day: 8, items: [{ skill: "tie", role: "main" }], words: "", added: [], dropped: [] },
    ] as const;
    expect(skillsOfPins(pins)).toEqual(["lead", "tie"]);
    const on = (day: string) => weekWordsOn(pins, first, localDate(day));
    expect([on("2026-07-05"), on("2026-07-06"), on("2026-07-12"), on("2026-07-13")]).toEqual([
      "",
      "The trailer, a little every day",
      "The trailer, a little every day",
      "",
    ]);
  });
});

describe("the barn's way", () => {
  const of = (...dropped: string[]) => ({ added: [], dropped });
  it("is proposed from three cards of two horses, once it is not the barn's way yet, and never both ways", () => {
    const all = [
      { stay: "a", written: [of("hose"), of("hose")] },
      { stay: "b", written: [of("hose"), { added: ["groom"], dropped: ["groom"] }] },
    ];
    const hose: ProposedWay = { skill: "hose", way: "leave-out", cards: 3, horses: 2 };
    expect(proposedWays(all, [])).toEqual([hose]);
    expect(proposedWays(all, [{ skill: "hose", way: "always" }])).toEqual([]);
    expect(proposedWays(all.slice(0, 1), [])).toEqual([]);
    const both = [...all, { stay: "c", written: [{ added: ["hose"], dropped: [] }] }];
    expect(proposedWays(both, [])).toEqual([]);
  });
});

describe("what changed since yesterday", () => {
  it("is where each thing stood at first and stands now, in three lines, big steps first", () => {
    const moved = netMoved(
      [
        [
          { code: "days", before: 9, after: 8 },
          { code: "first-time", skill: "tie", before: 10, after: 14 },
          { code: "added", skill: "hose", after: 12 },
        ],
        [
          { code: "days", before: 8, after: 7 },
          { code: "first-time", skill: "tie", before: 14, after: 11 },
          { code: "dropped", skill: "hose", before: 12 },
          { code: "first-time", skill: "trot", before: 20, after: 16 },
          { code: "added", skill: "clippers", after: 13 },
        ],
      ],
      new Set(["trot"]),
    );
    expect(moved).toEqual([
      { code: "days", before: 9, after: 7 },
      { code: "first-time", skill: "trot", before: 20, after: 16 },
      { code: "added", skill: "clippers", after: 13 },
    ]);
  });
  it("is nothing where all came back to where it stood", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }), (was, is) => {
        const away = [{ code: "first-time", skill: "tie", before: was, after: is }] as const;
        const back = [{ code: "first-time", skill: "tie", before: is, after: was }] as const;
        expect(netMoved([away, back], new Set())).toEqual([]);
      }),
    );
  });
});
