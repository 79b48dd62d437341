import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED_KEPT, SKILLS } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { mergeKeyed } from "../kernel/merge-keyed.ts";
import { changesMeaning, ladderEditFaults } from "./faults.ts";
import { type KeptSkill, ladderForStay } from "./ladder.ts";
import type { ScoreFact } from "./level.ts";
import { pooledLadder, typicalOf, worksTaken } from "./typical.ts";

const withChange = (id: string, change: Partial<KeptSkill>): readonly KeptSkill[] =>
  SHIPPED_KEPT.skills.map((skill) => (skill.id === id ? { ...skill, ...change } : skill));
const faults = (skills: readonly KeptSkill[]) => ladderEditFaults({ ...SHIPPED_KEPT, skills });
const kinds = (skills: readonly KeptSkill[]) => faults(skills).map(({ kind }) => kind);

describe("the barn's own ladder", () => {
  it("is one as shipped, and with a skill of the barn's own", () => {
    expect(faults(SHIPPED_KEPT.skills)).toEqual([]);
    const own: KeptSkill = {
      ...(SHIPPED_KEPT.skills[0] as KeptSkill),
      id: "own-manners",
      words: "Manners",
      after: ["lead"],
      tags: [],
    };
    expect(faults([...SHIPPED_KEPT.skills, own])).toEqual([]);
    expect(kinds([...SHIPPED_KEPT.skills, { ...own, branch: "gone" }])).toEqual(["no-branch"]);
    expect(kinds([...SHIPPED_KEPT.skills, own, own])).toEqual(["twice", "name-twice"]);
    expect(kinds([...SHIPPED_KEPT.skills, { ...own, words: "catch " }])).toEqual(["name-twice"]);
  });
  it("finds circles, links to what is not used, and rides without ground", () => {
    expect(kinds(withChange("catch", { after: ["trot"] }))).toContain("cycle");
    expect(faults(withChange("pad", { used: false }))).toContainEqual({ kind: "orphan", skill: "saddle", names: "pad" });
    expect(kinds(withChange("forward", { after: [] }))).toContain("no-ground");
    expect(kinds(withChange("trot", { after: ["fly"] }))).toContain("unknown-prerequisite");
  });
  it("keeps what nobody gets on without, as long as anything is ridden", () => {
    expect(faults(withChange("girth", { tags: [] }))).toContainEqual({ kind: "never-without", tag: "girth" });
    const ground = SHIPPED_KEPT.skills.map((skill) => (skill.bears === "nothing" ? skill : { ...skill, used: false }));
    expect(kinds(ground)).not.toContain("never-without");
  });
  it("knows which change would give past scores another meaning", () => {
    const [skill] = SHIPPED_KEPT.skills as [KeptSkill];
    expect(changesMeaning(skill, { ...skill, words: "Caught", grade: 4, after: ["x"] })).toBe(false);
    expect(changesMeaning(skill, { ...skill, sided: !skill.sided })).toBe(true);
    expect(changesMeaning(skill, { ...skill, bears: "rider" })).toBe(true);
  });
  it("reads for one stay what every horse is asked, and what this one is with all that it rests on", () => {
    const rare = SKILLS.map((skill) => ({ ...skill, everyday: !["clippers", "face"].includes(skill.id) }));
    const ids = (touched: readonly string[]) => ladderForStay(rare, touched).map(({ id }) => id);
    expect(ids([])).not.toContain("face");
    expect(ids(["clippers"])).toEqual(SKILLS.map(({ id }) => id));
    expect(ids(["face"])).not.toContain("clippers");
  });
});

describe("what skills took here", () => {
  const scores = (values: readonly number[]): ScoreFact[] =>
    values.map((score) => ({ skill: "tie", side: "both", score: score as 3, day: localDate("2026-07-01") }));
  it("counts works to the first two scores of 3 in a row, of what began low", () => {
    expect(worksTaken(scores([0, 2, 3, 2, 3, 4]))).toEqual([{ skill: "tie", side: "both", works: 4 }]);
    expect(worksTaken(scores([3, 3]))).toEqual([]);
    expect(worksTaken(scores([0, 3]))).toEqual([]);
  });
  it("is drawn towards the ladder's number, less the more horses stand behind it", () => {
    const of = (horses: number) =>
      typicalOf(SKILLS, [{ skill: "tie", side: "both", horses, works: 12 }]).find(({ skill }) => skill === "tie")?.pooled ?? 0;
    expect(of(0)).toBe(4);
    expect(of(2)).toBeCloseTo(6, 9);
    expect(of(60)).toBeGreaterThan(11);
    const pooled = pooledLadder(SKILLS, [
      { skill: "lead", side: "left", horses: 6, works: 9 },
      { skill: "lead", side: "right", horses: 6, works: 3 },
    ]);
    // The harder side decides.
    expect(pooled.find(({ id }) => id === "lead")?.to3).toBe(6);
  });
});

describe("joining two people's lists", () => {
  const things = fc.uniqueArray(fc.record({ id: fc.constantFrom("a", "b", "c", "d"), x: fc.integer({ min: 0, max: 3 }) }), {
    selector: ({ id }) => id,
  });
  const key = ({ id }: { id: string }): string => id;
  const sorted = (list: readonly { id: string; x: number }[]) => [...list].sort((a, b) => a.id.localeCompare(b.id));
  it("keeps both people's changes, and tells what both changed", () => {
    fc.assert(
      fc.property(things, things, things, (base, mine, theirs) => {
        expect(sorted(mergeKeyed(key, base, mine, base).joined)).toEqual(sorted(mine));
        expect(sorted(mergeKeyed(key, base, base, theirs).joined)).toEqual(sorted(theirs));
        expect(mergeKeyed(key, base, mine, mine).clashes).toEqual([]);
        for (const clash of mergeKeyed(key, base, mine, theirs).clashes) expect(clash.mine).not.toEqual(clash.theirs);
      }),
    );
  });
  it("asks about a thing that one changed and the other took out", () => {
    expect(mergeKeyed(key, [{ id: "a", x: 1 }], [{ id: "a", x: 2 }], [])).toEqual({
      joined: [{ id: "a", x: 2 }],
      clashes: [{ key: "a", mine: { id: "a", x: 2 }, theirs: null }],
    });
  });
});
