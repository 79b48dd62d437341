import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { must } from "../kernel/assert.ts";
import { SCORES, type Score, sidesOf } from "../kernel/sides.ts";
import { RUNGS, WALKED_SKILLS, type WalkStep } from "./instrument.ts";
import { NOT_MEASURED } from "./measures.ts";
import { mergeWalks, type Walk, withField } from "./merge.ts";
import {
  notYetForSaddle as notYetForSaddleOn,
  readWalk as readWalkOn,
  stepDone as stepDoneOn,
  type WalkFacts,
} from "./outcome.ts";
import type { WalkMark } from "./seen.ts";

const readWalk = (walk: WalkFacts) => readWalkOn(walk, SHIPPED);
const notYetForSaddle = (marks: readonly WalkMark[]) => notYetForSaddleOn(marks, SHIPPED);
const stepDone = (marks: readonly WalkMark[], of: WalkStep) => stepDoneOn({ marks, signs: [], words: {} }, of, SHIPPED);

const everything = (score: Score): WalkMark[] =>
  WALKED_SKILLS.flatMap((skill) => sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score })));
const rung = (id: string) =>
  must(
    RUNGS.find((one) => one.id === id),
    id,
  );
const facts = (changes: Partial<WalkFacts> = {}): WalkFacts => ({
  horseClass: "adult",
  horseKind: "started",
  ageYears: 8,
  sex: "gelding",
  history: {},
  told: "",
  marks: everything(4),
  signs: [],
  touches: [],
  measures: { ...NOT_MEASURED, girthCm: 190, lengthCm: 158, condition: 5, fitness: "fit" },
  stoppedAt: null,
  tries: 4,
  settleMinutes: 3,
  ...changes,
});

describe("what comes out of a walk", () => {
  it("credits what is at 3 on the weaker side and starts where the prerequisites are credited", () => {
    const marks = everything(4).map((mark) =>
      mark.skill === "hindquarters" && mark.side === "right" ? { ...mark, score: 2 as const } : mark,
    );
    const yields = readWalk(facts({ marks })).starting.find((point) => point.branch === "yields");
    expect(yields?.credited).not.toContain("hindquarters");
    expect(yields?.next).toContain("hindquarters");
    for (const point of readWalk(facts({ marks })).starting)
      for (const id of point.next) expect(point.credited, id).not.toContain(id);
  });
  it("keeps the saddle shut for what was not seen as for what was refused", () => {
    expect(notYetForSaddle(everything(3))).toEqual([]);
    expect(notYetForSaddle([])).toContain("girth");
    expect(notYetForSaddle(everything(3).map((mark) => (mark.skill === "girth" ? { ...mark, score: null } : mark)))).toEqual([
      "girth",
    ]);
  });
  it("grades a quiet horse 1, and adds a step for each thing that is against it, up to 5", () => {
    expect(readWalk(facts())).toMatchObject({ risk: 1, riskBecause: [{ code: "quiet" }] });
    const bucks = { rung: "tack", sign: "bucks", side: "both", strength: 3, moment: null, trend: "unknown" } as const;
    expect(readWalk(facts({ signs: [bucks] })).risk).toBe(3);
    const wild = readWalk(
      facts({ horseKind: "unhandled", marks: everything(0), signs: [bucks], stoppedAt: "tack", settleMinutes: 30 }),
    );
    expect(wild.risk).toBe(5);
    expect(wild.riskBecause.map((reason) => reason.code)).toEqual([
      "unhandled",
      "never-ridden",
      "sign",
      "hard-to-handle",
      "slow-to-settle",
      "stopped",
    ]);
  });
  it("reads history: raced, a restart that nobody knows, somebody hurt or thrown in the owner's words", () => {
    const codes = (changes: Partial<WalkFacts>) => readWalk(facts(changes)).riskBecause.map(({ code }) => code);
    expect(codes({ history: { raced: "yes" } })).toEqual(["raced"]);
    expect(codes({ horseKind: "restart" })).toEqual(["unknown-handling"]);
    expect(codes({ horseKind: "restart", history: { ridden: "yes" } })).toEqual(["quiet"]);
    for (const told of ["He bolted twice last year.", "Bucked my husband off", "she kicked the farrier", "Rears at the gate"])
      expect([told, codes({ told })]).toEqual([told, ["told-dangerous"]]);
    for (const told of ["Both leads in the canter, please", "Pulls her hind feet away", "Won't be caught", "buckskin mare"])
      expect([told, codes({ told })]).toEqual([told, ["quiet"]]);
  });
  it("weighs what was seen with what is known of the horse", () => {
    const signs = [{ rung: "tack", sign: "girthy", side: "left", strength: 2, moment: null, trend: "unknown" }] as const;
    expect(readWalk(facts({ signs })).weighed.causes.map((one) => one.cause)).toContain("back");
    const growing = { ...facts().measures, withersCm: 150, croupCm: 154 };
    const trips = [{ rung: "lead", sign: "trips", side: "both", strength: 2, moment: null, trend: "unknown" }] as const;
    expect(readWalk(facts({ signs: trips, measures: growing })).weighed.causes[0]?.cause).toBe("growth");
    expect(readWalk(facts()).weighed.causes).toEqual([]);
  });
  it("says nothing of weight or load where no tape was taken, and of growth where the croup is higher", () => {
    const without = readWalk(facts({ measures: { ...facts().measures, girthCm: null, withersCm: 150, croupCm: 153 } }));
    expect(without).toMatchObject({ weight: null, load: null, growthCm: 3 });
  });
  it("counts tracks that nobody has looked at; 'not seen' is looked at", () => {
    const marks = everything(4).filter((mark) => mark.skill !== "catch");
    expect(stepDone([], rung("lead"))).toBe("not-begun");
    expect(stepDone(marks, rung("lead"))).toBe("begun");
    // What was looked for and not seen has no score.
    expect(stepDone([...marks, { skill: "catch", side: "both", score: null }], rung("lead"))).toBe("begun");
    expect(stepDone([...marks, { skill: "catch", side: "both", score: 3 }], rung("lead"))).toBe("done");
  });
});

const EMPTY: Walk = {
  marks: [],
  signs: [],
  touches: [],
  measures: NOT_MEASURED,
  tries: null,
  settleMinutes: null,
  words: {},
  stoppedAt: null,
  stopReason: "",
  saddleReason: "",
};
const anyTrack = fc
  .constantFrom(...SKILLS.filter((skill) => skill.sided).map((skill) => skill.id))
  .chain((skill) => fc.record({ skill: fc.constant(skill), side: fc.constantFrom("left" as const, "right" as const) }));
const anyWalk: fc.Arbitrary<Walk> = fc
  .record({
    marks: fc.uniqueArray(fc.tuple(anyTrack, fc.option(fc.constantFrom(...SCORES))), {
      selector: ([track]) => `${track.skill}${track.side}`,
      maxLength: 8,
    }),
    girthCm: fc.option(fc.integer({ min: 100, max: 220 })),
    word: fc.constantFrom("", "soft", "quick"),
    tries: fc.option(fc.integer({ min: 0, max: 9 })),
  })
  .map(({ marks, girthCm, word, tries }) => ({
    ...EMPTY,
    marks: marks.map(([track, score]) => ({ ...track, score })),
    measures: { ...EMPTY.measures, girthCm },
    words: (word ? { look: word } : {}) as Record<string, string>,
    tries,
  }));
const scoresOf = (walk: Walk) => new Map(walk.marks.map((mark) => [`${mark.skill}:${mark.side}`, mark.score]));

describe("two people filling one walk at once", () => {
  it("lose nothing: everything of either is in the merge or is a clash that keeps mine", () => {
    fc.assert(
      fc.property(anyWalk, anyWalk, (mine, theirs) => {
        const { merged, clashes } = mergeWalks(mine, theirs);
        const [all, own] = [scoresOf(merged), scoresOf(mine)];
        for (const [track, score] of own) expect(all.get(track)).toBe(score);
        for (const [track, score] of scoresOf(theirs)) {
          if (!own.has(track)) expect(all.get(track)).toBe(score);
          else if (own.get(track) !== score)
            expect(
              clashes.some(
                (clash) =>
                  clash.slot.kind === "mark" && `${clash.slot.skill}:${clash.slot.side}` === track && clash.theirs === score,
              ),
            ).toBe(true);
        }
        expect(all.size).toBe(new Set([...own.keys(), ...scoresOf(theirs).keys()]).size);
      }),
    );
  });
  it("changes nothing when it is done twice, or with one's own", () => {
    fc.assert(
      fc.property(anyWalk, anyWalk, (mine, theirs) => {
        const once = mergeWalks(mine, theirs).merged;
        expect(mergeWalks(once, theirs).merged).toEqual(once);
        expect(mergeWalks(mine, mine)).toEqual({ merged: mine, clashes: [] });
      }),
    );
  });
  it("sets one field and leaves the others", () => {
    const walk = withField(EMPTY, { kind: "sign", rung: "look", sign: "trips", side: "left" }, 2);
    expect(walk.signs).toEqual([{ rung: "look", sign: "trips", side: "left", strength: 2, moment: null, trend: "unknown" }]);
    expect(withField(walk, { kind: "sign", rung: "look", sign: "trips", side: "left" }, null)).toEqual(EMPTY);
    expect(withField(EMPTY, { kind: "plain", name: "stoppedAt" }, "tie").stoppedAt).toBe("tie");
    expect(withField(EMPTY, { kind: "measure", name: "girthCm" }, 180).measures.girthCm).toBe(180);
  });
});
