import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { mergeKeyed } from "../kernel/merge-keyed.ts";
import { editFaults, editOf, type LadderEdit, ladderWith, trimmed } from "./edits.ts";
import type { ScoreFact } from "./level.ts";
import { SKILLS, skillOf } from "./skills.ts";
import { pooledLadder, typicalOf, worksTaken } from "./typical.ts";

const edit = (id: string, changes: Partial<LadderEdit> = {}): LadderEdit => ({ ...editOf(skillOf(id)), ...changes });

describe("the barn's own ladder", () => {
  it("is the shipped one until something is changed, and keeps name, branch and sides whatever is", () => {
    expect(ladderWith([])).toEqual(SKILLS);
    const [changed] = ladderWith([edit("trot", { to3: 9, grade: 5, after: ["steer"] })]).filter(({ id }) => id === "trot");
    expect(changed).toEqual({ ...skillOf("trot"), to3: 9, grade: 5, after: ["steer"] });
  });
  it("finds circles, links to what is not used, and rides without ground", () => {
    const kinds = (edits: readonly LadderEdit[]) => editFaults(edits).map(({ kind }) => kind);
    expect(kinds([edit("catch", { after: ["trot"] })])).toContain("cycle");
    expect(editFaults([edit("pad", { used: false })])).toContainEqual({ kind: "orphan", skill: "saddle", names: "pad" });
    expect(kinds([edit("forward", { after: [] })])).toContain("no-ground");
    expect(kinds([edit("pad", { used: false }), edit("saddle", { after: ["rope-flag"] })])).toEqual([]);
    expect(kinds([edit("trot", { after: ["fly"] })])).toContain("unknown-prerequisite");
  });
  it("keeps only what differs", () => {
    expect(trimmed([edit("trot"), edit("tie", { to3: 7 })])).toEqual([edit("tie", { to3: 7 })]);
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
