import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILL_IDS, SKILLS, skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { SESSION_KINDS } from "../card/card.ts";
import { SCORES, sidesOf } from "../kernel/sides.ts";
import { METHODS, methodOf } from "../ladder/methods.ts";
import type { Reason } from "../permission/reasons.ts";
import { type HorseReading, type ReadScore, readHorse } from "../reading/reading.ts";
import { cardWork, type WorkAsked } from "./card-work.ts";

const DAY = localDate("2026-07-01");
const scored = (id: string, score: 0 | 1 | 2 | 3 | 4 | 5): ReadScore[] =>
  sidesOf(skillOf(id).sided).map((side) => ({ skill: id, side, score, day: DAY, walk: false }));
const readingOf = (scores: readonly ReadScore[]): HorseReading =>
  readHorse({ ladder: SKILLS, scores, kind: "restart", history: {}, rides: 0 });
const asked = (scores: readonly ReadScore[], changes: Partial<WorkAsked> = {}): WorkAsked => ({
  ladder: SKILLS,
  reading: readingOf(scores),
  kind: "ground",
  hardFor: () => "even",
  method: methodOf("quiet-steps"),
  turn: 0,
  barred: () => [],
  step: null,
  held: [],
  laid: null,
  ...changes,
});
const someScores = fc
  .array(fc.tuple(fc.constantFrom(...SKILL_IDS), fc.constantFrom(...SCORES)), { maxLength: 50 })
  .map((rows) => rows.flatMap(([id, score]) => scored(id, score)));
const BARRED: readonly Reason[] = [{ code: "not-signed" }];

describe("the work on a card", () => {
  it("begins and ends with what the horse can do, with at most one thing new", () => {
    const scores = [...scored("catch", 5), ...scored("halter", 4), ...scored("lead", 2)];
    const { items } = cardWork(asked(scores, { hardFor: () => "left", turn: 3 }));
    expect(items[0]?.role).toBe("begin");
    expect(items.at(-1)?.role).toBe("finish");
    expect(items.find((item) => item.skill === "lead")).toMatchObject({ role: "go-on", side: "left" });
  });
  it("gives a horse that nobody has scored the first rung of the ladder", () => {
    expect(cardWork(asked([])).items).toEqual([{ skill: "catch", role: "new", side: null, when: [] }]);
  });
  it("asks for the side that is hard in what it asks for", () => {
    const of = (main: readonly string[]) => (main.includes("lead") ? "right" : "left");
    const scores = [...scored("catch", 5), ...scored("halter", 4), ...scored("lead", 2)];
    expect(cardWork(asked(scores, { hardFor: of })).items.find(({ skill }) => skill === "lead")?.side).toBe("right");
  });
  it("never asks for what may not be done, and says why what was laid out is not asked", () => {
    fc.assert(
      fc.property(someScores, fc.subarray([...SKILL_IDS]), fc.integer({ min: 0, max: 20 }), (scores, not, turn) => {
        const laid = not.slice(0, 2).map((skill) => ({ skill, isNew: false, pinned: false, when: [] }));
        const work = cardWork(asked(scores, { kind: "both", turn, laid, barred: ({ id }) => (not.includes(id) ? BARRED : []) }));
        for (const { skill } of work.items) expect(not).not.toContain(skill);
        expect(work.withheld).toEqual(laid.map(({ skill }) => ({ skill, reasons: BARRED })));
      }),
    );
  });
  it("never asks a ridden horse for a lesson in what riding it shows anyway", () => {
    const ridden = ["steer", "stop", "trot", "canter"].flatMap((id) => scored(id, 3));
    for (let turn = 0; turn < 12; turn += 1)
      for (const { skill, role } of cardWork(asked(ridden, { kind: "both", turn })).items)
        if (role === "go-on" || role === "new")
          expect(["pad", "saddle", "girth", "stirrup-weight", "lie-across", "sit"]).not.toContain(skill);
  });
  it("never asks for a rung whose prerequisites are missing, nor two new ones, nor one twice; a ground card bears nothing", () => {
    fc.assert(
      fc.property(
        someScores,
        fc.constantFrom(...SESSION_KINDS),
        fc.constantFrom(...METHODS),
        fc.integer({ min: 0, max: 60 }),
        (scores, kind, method, turn) => {
          const reading = readingOf(scores);
          const { items, leaveAlone } = cardWork(asked(scores, { kind, hardFor: () => "right", method, turn }));
          expect(new Set(items.map((item) => item.skill)).size).toBe(items.length);
          expect(items.filter((item) => item.role === "new").length).toBeLessThanOrEqual(1);
          for (const { skill, role, side } of items) {
            if (role === "new" || role === "go-on")
              for (const before of skillOf(skill).after) expect(reading.counts(skillOf(before))).toBeGreaterThanOrEqual(3);
            else expect(reading.counts(skillOf(skill))).toBeGreaterThanOrEqual(3);
            if (!skillOf(skill).sided) expect(side).toBeNull();
            if (kind === "ground") expect(skillOf(skill).bears).toBe("nothing");
            if (kind === "saddle") expect(skillOf(skill).bears).toBe("rider");
            expect(leaveAlone).not.toContain(skill);
          }
        },
      ),
    );
  });
  it("makes a first time that is ready the work of the day, and names one that is not as what to leave alone", () => {
    const scores = [...scored("lead", 4), ...scored("give-head", 3), ...scored("hindquarters", 2)];
    const skill = skillOf("stirrup-weight");
    const ready = cardWork(asked(scores, { kind: "both", step: { skill, ready: true } }));
    expect(ready.items.filter(({ role }) => role === "new" || role === "go-on").map(({ skill: id }) => id)).toEqual([skill.id]);
    expect(cardWork(asked(scores, { step: { skill, ready: false }, held: ["girth"] })).leaveAlone).toEqual([skill.id, "girth"]);
    expect(cardWork(asked(scores)).leaveAlone).toEqual([]);
  });
  it("is not warmed up by being caught and haltered where it leads", () => {
    const scores = [...scored("catch", 5), ...scored("halter", 5), ...scored("lead", 4), ...scored("stand", 2)];
    for (let turn = 0; turn < 8; turn += 1)
      expect(["catch", "halter"]).not.toContain(
        cardWork(asked(scores, { turn })).items.find(({ role }) => role === "begin")?.skill,
      );
  });
  it("works one side a day where the method does", () => {
    const scores = [...scored("catch", 5), ...scored("lead", 2), ...scored("halter", 4)];
    const side = (turn: number) =>
      cardWork(asked(scores, { hardFor: () => "left", method: methodOf("ground-first"), turn })).items.find(
        (item) => item.skill === "lead",
      )?.side;
    expect([side(0), side(1), side(2)]).toEqual(["left", "right", "left"]);
  });
});
