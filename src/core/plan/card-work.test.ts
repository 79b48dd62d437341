import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILL_IDS, SKILLS, skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { SESSION_KINDS } from "../card/card.ts";
import { SCORES, sidesOf } from "../kernel/sides.ts";
import { METHODS, methodOf } from "../ladder/methods.ts";
import type { Reason } from "../permission/reasons.ts";
import type { StepFacts } from "../permission/steps.ts";
import { type HorseReading, type ReadScore, readHorse } from "../reading/reading.ts";
import { type CardWork, cardWork, type WorkAsked } from "./card-work.ts";
import type { ScheduledSession, WorkRole } from "./session.ts";

const DAY = localDate("2026-07-01");
const scored = (id: string, score: 0 | 1 | 2 | 3 | 4 | 5): ReadScore[] =>
  sidesOf(skillOf(id).sided).map((side) => ({ skill: id, side, score, day: DAY, walk: false }));
const readingOf = (scores: readonly ReadScore[]): HorseReading =>
  readHorse({ ladder: SKILLS, scores, kind: "restart", history: {}, rides: 0 });
const stepsOf = (reading: HorseReading): StepFacts => ({
  ladder: SKILLS,
  reading,
  sessions: [],
  sessionsSoFar: 0,
  rides: 0,
  groundSessionsFirst: 0,
});
const asked = (scores: readonly ReadScore[], changes: Partial<WorkAsked> = {}): WorkAsked => ({
  ladder: SKILLS,
  reading: readingOf(scores),
  kind: "ground",
  hardFor: () => "even",
  method: methodOf("quiet-steps"),
  turn: 0,
  barred: () => [],
  nextStep: null,
  steps: stepsOf(readingOf(scores)),
  held: [],
  stepBack: null,
  goals: [],
  complaint: [],
  handlingIsWork: true,
  noFirst: false,
  laid: null,
  ...changes,
});
const laidOut = (skills: readonly string[], changes: Partial<ScheduledSession> = {}): WorkAsked["laid"] => ({
  items: skills.map((skill) => ({ skill, isNew: false, pinned: false, when: [] })),
  because: { code: "ladder" },
  warmUp: [],
  handling: [],
  finish: [],
  smaller: [],
  ...changes,
});
const by = (role: WorkRole, { items }: CardWork): readonly string[] =>
  items.filter((one) => one.role === role).map(({ skill }) => skill);
const someScores = fc
  .array(fc.tuple(fc.constantFrom(...SKILL_IDS), fc.constantFrom(...SCORES)), { maxLength: 50 })
  .map((rows) => rows.flatMap(([id, score]) => scored(id, score)));
const BARRED: readonly Reason[] = [{ code: "not-signed" }];

describe("the work on a card", () => {
  it("begins nothing on a day on which nothing is begun, though the next planned session would; a manager's own word stands", () => {
    const scores = [
      ...["halter", "lead", "stand", "groom", "rope-flag", "pad"].flatMap((id) => scored(id, 4)),
      ...scored("give-head", 2),
    ];
    const main = (noFirst: boolean, laid: WorkAsked["laid"]) => by("main", cardWork(asked(scores, { noFirst, laid })));
    const step = laidOut(["saddle"], { because: { code: "step", step: "saddle" } });
    expect(main(false, step)).toEqual(["saddle"]);
    expect(main(true, step)).not.toContain("saddle");
    expect(main(true, step).length).toBeGreaterThan(0);
    expect(main(true, laidOut(["saddle"], { because: { code: "pinned" } }))).toEqual(["saddle"]);
  });
  it("is the plan's main, warmed up with what prepares it, and ends on something that the horse does well", () => {
    const scores = [
      ...scored("halter", 4),
      ...scored("lead", 4),
      ...scored("stand", 2),
      ...scored("groom", 4),
      ...scored("space", 3),
    ];
    const work = cardWork(asked(scores, { laid: laidOut(["stand"]), turn: 3 }));
    expect(by("main", work)).toEqual(["stand"]);
    expect(by("warm-up", work)).toContain("lead");
    expect(["groom", "space", "lead"]).toContain(by("finish", work)[0]);
  });
  it("gives a horse that nobody has scored the first skill of the ladder", () => {
    const work = cardWork(asked([]));
    expect(by("main", work)).toEqual(["catch"]);
    expect(work.items[0]).toMatchObject({ skill: "catch", isNew: true });
  });
  it("asks for the side that is hard in what it asks for", () => {
    const of = (main: readonly string[]) => (main.includes("lead") ? "right" : "left");
    const scores = [...scored("catch", 5), ...scored("halter", 4), ...scored("lead", 2)];
    const work = cardWork(asked(scores, { hardFor: of, laid: laidOut(["lead"]) }));
    expect(work.items.find(({ skill }) => skill === "lead")?.side).toBe("right");
  });
  it("never asks for what may not be done, and says why what was laid out is not asked", () => {
    fc.assert(
      fc.property(someScores, fc.subarray([...SKILL_IDS]), fc.integer({ min: 0, max: 20 }), (scores, not, turn) => {
        const laid = laidOut(not.slice(0, 2));
        const work = cardWork(asked(scores, { kind: "both", turn, laid, barred: ({ id }) => (not.includes(id) ? BARRED : []) }));
        for (const { skill } of work.items) expect(not).not.toContain(skill);
        expect(work.withheld).toEqual(not.slice(0, 2).map((skill) => ({ skill, reasons: BARRED })));
      }),
    );
  });
  it("takes the smaller version where nobody gets on", () => {
    const scores = [
      ...["give-head", "hindquarters", "voice-trot", "steer", "stop"].flatMap((id) => scored(id, 3)),
      ...scored("trot", 2),
    ];
    const smaller = (ids: readonly string[]) =>
      cardWork(asked(scores, { kind: "ground", laid: laidOut(["trot"], { smaller: ids }) }));
    const work = smaller(["give-head", "hindquarters"]);
    expect(by("main", work)).toEqual(["give-head", "hindquarters"]);
    // One focus: of two families the first.
    expect(by("main", smaller(["voice-trot", "hindquarters"]))).toEqual(["voice-trot"]);
    for (const { skill } of work.items) expect(skillOf(skill).bears).toBe("nothing");
  });
  it("never asks a ridden horse for a lesson in what riding it shows anyway, nor to begin or to end with", () => {
    const ridden = ["steer", "stop", "trot", "canter"].flatMap((id) => scored(id, 3));
    const reading = readHorse({ ladder: SKILLS, scores: ridden, kind: "started", history: { ridden: "yes" }, rides: 20 });
    expect(reading.stage).toBe("riding");
    for (let turn = 0; turn < 12; turn += 1)
      for (const { skill } of cardWork(asked(ridden, { kind: "both", turn, reading, steps: stepsOf(reading) })).items)
        expect(["accepting", "mounting"]).not.toContain(skillOf(skill).nature);
  });
  it("is warmed up by what it does well, asks at most two things of one family, and bears nothing on a ground card", () => {
    fc.assert(
      fc.property(
        someScores,
        fc.constantFrom(...SESSION_KINDS),
        fc.constantFrom(...METHODS),
        fc.integer({ min: 0, max: 60 }),
        (scores, kind, method, turn) => {
          const reading = readingOf(scores);
          const work = cardWork(asked(scores, { kind, hardFor: () => "right", method, turn }));
          expect(by("main", work).length).toBeLessThanOrEqual(2);
          expect(by("handling", work).length).toBeLessThanOrEqual(2);
          const once = work.items.filter(({ role }) => role !== "finish").map(({ skill }) => skill);
          expect(new Set(once).size).toBe(once.length);
          for (const { skill, role, side } of work.items) {
            if (role === "warm-up") expect(reading.counts(skillOf(skill))).toBeGreaterThanOrEqual(3);
            if (!skillOf(skill).sided) expect(side).toBeNull();
            if (kind === "ground") expect(skillOf(skill).bears).toBe("nothing");
            expect(work.leaveAlone).not.toContain(skill);
          }
          // What the gate, the handling or safety needs is never to be left alone.
          for (const skill of work.leaveAlone) expect(skillOf(skill).nature).not.toBe("handling");
        },
      ),
    );
  });
  it("names the next step as what to leave alone while little is missing, and what a check holds", () => {
    const scores = [...scored("lead", 4), ...scored("give-head", 3), ...scored("hindquarters", 2)];
    const skill = skillOf("stirrup-weight");
    const laid = laidOut(["hindquarters"]);
    expect(cardWork(asked(scores, { laid, nextStep: { skill, near: true }, held: ["girth"] })).leaveAlone).toEqual([
      "girth",
      skill.id,
    ]);
    expect(cardWork(asked(scores, { laid, nextStep: { skill, near: false } })).leaveAlone).toEqual([]);
  });
  it("is not warmed up by being caught and haltered where it leads", () => {
    const scores = [...scored("catch", 5), ...scored("halter", 5), ...scored("lead", 4), ...scored("stand", 2)];
    for (let turn = 0; turn < 8; turn += 1)
      for (const skill of by("warm-up", cardWork(asked(scores, { turn })))) expect(["catch", "halter"]).not.toContain(skill);
  });
  it("asks what is small and wanted beside the work, every time until it is reached", () => {
    const goals = [{ skill: "hind-feet", target: 3 as const, side: null, weight: 2 as const, must: true }];
    const scores = [
      ...["halter", "lead", "stand", "groom", "front-feet"].flatMap((id) => scored(id, 4)),
      ...scored("hind-feet", 1),
    ];
    const work = cardWork(asked(scores, { goals, laid: laidOut(["stand"]) }));
    expect(by("handling", work)).toEqual(["hind-feet"]);
    // Good once is not reached: whoever asks hands in the goals that are open.
    const good = [...scores, ...scored("hind-feet", 3)];
    expect(by("handling", cardWork(asked(good, { goals, laid: laidOut(["stand"]) })))).toEqual(["hind-feet"]);
    expect(by("handling", cardWork(asked(good, { goals: [], laid: laidOut(["stand"]) })))).toEqual([]);
  });
  it("forgets a plan of before the trouble, and works what is to be quiet again", () => {
    const scores = [...["lead", "stand", "rope-flag", "pad", "saddle"].flatMap((id) => scored(id, 3)), ...scored("girth", 2)];
    const stepBack = {
      code: "same-trouble",
      at: "girth",
      trouble: { what: "incident", of: "buck", day: DAY },
      days: null,
      quiet: 0,
      of: 2,
      bearing: true,
      skills: ["loose-tack"],
      second: true,
      work: ["girth", "saddle"],
    } as const;
    const work = cardWork(
      asked(scores, { stepBack, laid: laidOut(["loose-tack"], { because: { code: "step", step: "girth" } }) }),
    );
    expect([by("main", work), work.because.code]).toEqual([["girth"], "protocol"]);
  });
  it("works one side a day where the method does", () => {
    const scores = [...scored("catch", 5), ...scored("lead", 2), ...scored("halter", 4)];
    const side = (turn: number) =>
      cardWork(
        asked(scores, { hardFor: () => "left", method: methodOf("ground-first"), turn, laid: laidOut(["lead"]) }),
      ).items.find((item) => item.skill === "lead")?.side;
    expect([side(0), side(1), side(2)]).toEqual(["left", "right", "left"]);
  });
});
