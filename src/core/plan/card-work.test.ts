import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { localDate } from "../calendar/local-date.ts";
import { SESSION_KINDS } from "../card/card.ts";
import { SCORES, sidesOf } from "../kernel/sides.ts";
import { readLevels, type ScoreFact, weakerSide } from "../ladder/level.ts";
import { METHODS, methodOf } from "../ladder/methods.ts";
import { SKILL_IDS, skillOf } from "../ladder/skills.ts";
import { cardWork, type WorkAsked } from "./card-work.ts";

const asked = (changes: Partial<WorkAsked>): WorkAsked => ({
  kind: "ground",
  hard: "even",
  method: methodOf("quiet-steps"),
  turn: 0,
  held: [],
  laid: null,
  ...changes,
});

const DAY = localDate("2026-07-01");
const scored = (id: string, score: 0 | 1 | 2 | 3 | 4 | 5): ScoreFact[] =>
  sidesOf(skillOf(id).sided).map((side) => ({ skill: id, side, score, day: DAY }));
const someLevels = fc
  .array(fc.tuple(fc.constantFrom(...SKILL_IDS), fc.constantFrom(...SCORES)), { maxLength: 50 })
  .map((rows) => readLevels(rows.flatMap(([id, score]) => scored(id, score))));

describe("the work on a card", () => {
  it("begins and ends with what the horse can do, with at most one thing new", () => {
    const levels = readLevels([...scored("catch", 5), ...scored("halter", 4), ...scored("lead", 2)]);
    const { items } = cardWork(levels, asked({ hard: "left", turn: 3 }));
    expect(items[0]?.role).toBe("begin");
    expect(items.at(-1)?.role).toBe("finish");
    expect(items.find((item) => item.skill === "lead")).toMatchObject({ role: "go-on", side: "left" });
  });
  it("gives a horse that nobody has scored the first rung of the ladder", () => {
    expect(cardWork(new Map(), asked({})).items).toEqual([{ skill: "catch", role: "new", side: null, when: [] }]);
  });
  it("never asks for what waits for a check, whatever else it asks for", () => {
    fc.assert(
      fc.property(someLevels, fc.subarray([...SKILL_IDS]), fc.integer({ min: 0, max: 20 }), (levels, held, turn) => {
        for (const { skill } of cardWork(levels, asked({ kind: "both", held, turn })).items) expect(held).not.toContain(skill);
      }),
    );
  });
  it("never asks for a rung whose prerequisites are missing, nor two new ones, nor one twice", () => {
    fc.assert(
      fc.property(
        someLevels,
        fc.constantFrom(...SESSION_KINDS),
        fc.constantFrom(...METHODS),
        fc.integer({ min: 0, max: 60 }),
        (levels, kind, method, turn) => {
          const { items, leaveAlone } = cardWork(levels, asked({ kind, hard: "right", method, turn }));
          expect(new Set(items.map((item) => item.skill)).size).toBe(items.length);
          expect(items.filter((item) => item.role === "new").length).toBeLessThanOrEqual(1);
          for (const { skill, role, side } of items) {
            if (role === "new" || role === "go-on")
              for (const before of skillOf(skill).after) expect(weakerSide(levels, skillOf(before))).toBeGreaterThanOrEqual(3);
            else expect(weakerSide(levels, skillOf(skill))).toBeGreaterThanOrEqual(3);
            if (!skillOf(skill).sided) expect(side).toBeNull();
            if (kind !== "both") expect(skillOf(skill).saddle).toBe(kind === "saddle");
            expect(leaveAlone).not.toContain(skill);
          }
        },
      ),
    );
  });
  it("works one side a day where the method does", () => {
    const levels = readLevels([...scored("catch", 5), ...scored("lead", 2), ...scored("halter", 4)]);
    const side = (turn: number) =>
      cardWork(levels, asked({ hard: "left", method: methodOf("ground-first"), turn })).items.find(
        (item) => item.skill === "lead",
      )?.side;
    expect([side(0), side(1), side(2)]).toEqual(["left", "right", "left"]);
  });
});
