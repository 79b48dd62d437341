/** What a report is made of besides its sentences: own words over composed ones, what is due when, and the plan for home. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { addDays, daysBetween, localDate } from "../calendar/local-date.ts";
import { type Score, sidesOf } from "../kernel/sides.ts";
import { readLevels } from "../ladder/level.ts";
import { assemble, changesBetween, NO_WORDS, type SaidBlock, shownOf, textsOf } from "./assemble.ts";
import { dueReports, weekOf } from "./due.ts";
import { type HomeFacts, homePlan, WEEKS } from "./home-plan.ts";

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
    for (const { ordinal, due } of weekly) expect(weekOf(firstDay, ordinal)).toEqual({ from: addDays(due, -6), to: due });
    expect(all.filter(({ kind }) => kind !== "weekly").map(({ kind, ordinal }) => [kind, ordinal])).toEqual([
      ["intake", 0],
      ["mid-term", 1],
      ["end", 0],
    ]);
  });
  it("keeps to the days asked for, and asks for no summary before there was an evaluation", () => {
    const from = addDays(firstDay, 7);
    const to = addDays(firstDay, 20);
    for (const { due } of dueReports(stay, from, to)) expect(from <= due && due <= to).toBe(true);
    expect(dueReports({ ...stay, evaluated: false }, firstDay, to).some(({ kind }) => kind === "intake")).toBe(false);
  });
});

const level = (of: Readonly<Record<string, readonly [Score, Score]>>): HomeFacts["levels"] =>
  readLevels(
    Object.entries(of).flatMap(([skill, [left, right]]) =>
      sidesOf(skillOf(skill).sided).map((side) => ({
        skill,
        side,
        score: side === "right" ? right : left,
        day: localDate("2026-06-20"),
      })),
    ),
  );
const home = (changes: Partial<HomeFacts> = {}): HomeFacts => ({
  from: localDate("2026-07-01"),
  ladder: SKILLS,
  levels: level({
    catch: [5, 5],
    lead: [4, 4],
    stand: [4, 4],
    groom: [4, 3],
    "give-head": [4, 4],
    hindquarters: [3, 3],
    trot: [4, 4],
  }),
  timesWorked: new Map(),
  hard: "right",
  daysAWeek: 3,
  level: "steady",
  forOwner: new Map([["lead", "Say the same word each time."]]),
  barred: () => false,
  ridden: true,
  signs: [],
  incidents: [],
  ...changes,
});

describe("the plan for home", () => {
  it("has four weeks of the owner's days, in order, spread over each week", () => {
    fc.assert(
      fc.property(
        fc.option(fc.integer({ min: 1, max: 7 })),
        fc.constantFrom("unknown", "novice", "steady", "able" as const),
        (daysAWeek, skilled) => {
          const plan = homePlan(home({ daysAWeek, level: skilled }));
          expect(plan?.weeks).toHaveLength(WEEKS);
          for (const [i, days] of (plan?.weeks ?? []).entries()) {
            expect(days).toHaveLength(daysAWeek ?? 3);
            for (const { day, items } of days) {
              expect(Math.floor(daysBetween(localDate("2026-07-01"), day) / 7)).toBe(i);
              expect(items.length).toBeGreaterThan(0);
            }
          }
        },
      ),
    );
  });
  it("asks for nothing that does not stand at 3 on both sides, for no riding where there was none, nothing above the owner, nothing for specialists", () => {
    const plan = homePlan(
      home({ ridden: false, levels: level({ catch: [4, 4], lead: [4, 2], trot: [5, 5], "lead-change": [5, 5] }) }),
    );
    const asked = new Set(plan?.weeks.flat().flatMap(({ items }) => items.map(({ skill }) => skill)));
    expect([...asked]).toEqual(["catch"]);
    const novice = homePlan(home({ level: "novice" }))
      ?.weeks.flat()
      .flatMap(({ items }) => items);
    for (const { skill } of novice ?? []) expect(skillOf(skill).grade).toBeLessThanOrEqual(2);
  });
  it("begins on the weaker side, or on the hard one where both are alike", () => {
    const items =
      homePlan(home())
        ?.weeks.flat()
        .flatMap((one) => one.items) ?? [];
    expect(items.find(({ skill }) => skill === "groom")?.first).toBe("right");
    expect(items.find(({ skill }) => skill === "stand")?.first ?? null).toBeNull();
  });
  it("comes back first to what was worked least, as that fades first", () => {
    const worked = new Map([
      ["catch", 30],
      ["lead", 30],
      ["stand", 30],
      ["groom", 30],
      ["give-head", 30],
      ["trot", 1],
      ["hindquarters", 30],
    ]);
    expect(homePlan(home({ timesWorked: worked, levels: level({ catch: [4, 4], lead: [4, 4], trot: [4, 4] }) }))?.fades[0]).toBe(
      "trot",
    );
  });
  it("warns of what the record warns of, and is none where nothing is to be kept", () => {
    expect(homePlan(home({ signs: ["girthy"], incidents: ["buck"] }))?.donts).toEqual(
      expect.arrayContaining(["girth", "fresh", "easy-side"]),
    );
    expect(homePlan(home())?.donts).not.toContain("girth");
    expect(homePlan(home({ levels: level({ catch: [2, 2] }) }))).toBeNull();
  });
});
