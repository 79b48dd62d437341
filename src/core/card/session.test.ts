import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { isRed } from "./card.ts";
import { CUES, cuesFor, cuesOf, USUAL_CUES } from "./cues.ts";
import {
  accepted,
  backTo,
  beginTaking,
  furthest,
  isOver,
  nextStage,
  rankIn,
  scoresOf,
  sideNow,
  stoppedHere,
  TAKEN_STEPS,
  type Taking,
  wentBack,
} from "./first-step.ts";
import { firstsShown } from "./firsts.ts";
import { type PulseReading, readWarmDown } from "./warm-down.ts";

describe("an incident", () => {
  it("is red where somebody is hurt, came off or was run away with", () => {
    expect([isRed({ kind: "spook", hurt: "nobody" }), isRed({ kind: "spook", hurt: "horse" })]).toEqual([false, true]);
    expect([
      isRed({ kind: "fall", hurt: "nobody" }),
      isRed({ kind: "bolt", hurt: "nobody" }),
      isRed({ kind: "buck", hurt: "nobody" }),
    ]).toEqual([true, true, false]);
  });
});

describe("firsts", () => {
  const none = { best: [], riddenGaits: [] };
  it("are a skill never done, once for both sides; and later the side that was missing, by its name", () => {
    const scores = [
      { skill: "canter", side: "left", score: 2 },
      { skill: "canter", side: "right", score: 3 },
    ] as const;
    expect(firstsShown({ scores, gaits: [], saddleMinutes: 20 }, SKILLS, none)).toEqual([
      { code: "skill", skill: "canter", side: null },
    ]);
    const best = [
      { skill: "canter", side: "left", best: 3 },
      { skill: "canter", side: "right", best: 1 },
    ] as const;
    expect(firstsShown({ scores, gaits: [], saddleMinutes: 20 }, SKILLS, { ...none, best })).toEqual([
      { code: "skill", skill: "canter", side: "right" },
    ]);
  });
  it("are no tries, and nothing that was done once and fell back", () => {
    expect(
      firstsShown({ scores: [{ skill: "tie", side: "both", score: 1 }], gaits: [], saddleMinutes: 0 }, SKILLS, none),
    ).toEqual([]);
    const best = [{ skill: "tie", side: "both", best: 4 }] as const;
    expect(
      firstsShown({ scores: [{ skill: "tie", side: "both", score: 3 }], gaits: [], saddleMinutes: 0 }, SKILLS, { ...none, best }),
    ).toEqual([]);
  });
  it("are a gait never ridden here, unless its skill says so already; and not on the ground", () => {
    const ridden = { scores: [], gaits: ["walk", "canter"], saddleMinutes: 10 } as const;
    expect(firstsShown(ridden, SKILLS, { ...none, riddenGaits: ["walk"] })).toEqual([{ code: "gait", gait: "canter" }]);
    expect(firstsShown({ ...ridden, saddleMinutes: 0 }, SKILLS, none)).toEqual([]);
    expect(firstsShown(ridden, SKILLS, { riddenGaits: ["walk"], best: [{ skill: "canter", side: "left", best: 2 }] })).toEqual(
      [],
    );
  });
});

describe("a first time", () => {
  const times = (n: number, from: Taking): Taking => Array.from({ length: n }).reduce<Taking>(accepted, from);
  const mount = (side: "left" | "right") => beginTaking("mount", true, side);
  it("goes stage by stage, stops where the horse allows, takes the other side no further, and ends on the good side", () => {
    const left = stoppedHere(times(4, mount("left")));
    expect([left.reached, sideNow(left), furthest(left)]).toEqual([{ left: "weight" }, "right", "weight"]);
    const right = times(9, left);
    expect([right.reached.right, nextStage(right)]).toEqual(["weight", null]);
    const done = stoppedHere(right);
    expect([isOver(done), backTo(done)]).toEqual([false, { side: "left", stage: "weight" }]);
    expect([isOver(wentBack(done)), backTo(wentBack(done))]).toEqual([true, null]);
  });
  it("may stop before anything was accepted; then nothing is asked on the other side, and it ends there", () => {
    const none = stoppedHere(mount("right"));
    expect([furthest(none), nextStage(none), none.reached]).toEqual([null, null, { right: null }]);
    expect(isOver(stoppedHere(none))).toBe(true);
  });
  it("of what has no sides is over where it stops", () => {
    const ride = times(2, beginTaking("first-ride", false, "left"));
    expect([ride.reached, isOver(stoppedHere(ride))]).toEqual([{ both: "bent" }, true]);
  });
  it("is its own score: by its share of the stages, a mounting by what each stage is", () => {
    const trot = [skillOf("trot")];
    const reached = { left: "whole-round", right: "few-strides" } as const;
    expect(scoresOf({ step: "trot", reached }, trot)).toEqual([
      { skill: "trot", side: "left", score: 3 },
      { skill: "trot", side: "right", score: 2 },
    ]);
    expect(scoresOf({ step: "outside", reached: { both: null } }, [skillOf("outside")])).toEqual([
      { skill: "outside", side: "both", score: 0 },
    ]);
    const onto = ["stirrup-weight", "lie-across", "sit"].map(skillOf);
    expect(scoresOf({ step: "mount", reached: { left: "up-off", right: "foot" } }, onto)).toEqual([
      { skill: "stirrup-weight", side: "left", score: 3 },
      { skill: "stirrup-weight", side: "right", score: 1 },
      { skill: "lie-across", side: "left", score: 3 },
      { skill: "sit", side: "left", score: 2 },
    ]);
    expect(scoresOf({ step: "mount", reached: { left: "bend-hold" } }, onto)).toEqual([]);
  });
  it("never skips a stage, and never takes the second side further, whatever is pressed", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TAKEN_STEPS),
        fc.boolean(),
        fc.array(fc.constantFrom(accepted, stoppedHere, wentBack), { maxLength: 25 }),
        (step, sided, presses) => {
          let taking = beginTaking(step, sided, "right");
          for (const press of presses) {
            const before = taking.reached;
            taking = press(taking);
            for (const side of ["left", "right", "both"] as const)
              expect(rankIn(taking, taking.reached[side]) - rankIn(taking, before[side])).toBeLessThanOrEqual(1);
            expect(rankIn(taking, taking.reached.left)).toBeLessThanOrEqual(rankIn(taking, taking.reached.right));
          }
        },
      ),
    );
  });
});

describe("warm-down", () => {
  const at = (minute: number, pulse: number | null, breaths: number | null = null): PulseReading => ({ minute, pulse, breaths });
  it.each<[readonly PulseReading[], string, readonly string[]]>([
    [[], "none", []],
    [[at(0, 110)], "wait", []],
    [[at(0, 110), at(5, 63)], "well", []],
    [[at(10, 63)], "well", []],
    [[at(10, 64)], "tell", ["pulse-high"]],
    [[at(5, 60, 61)], "tell", ["breathes-faster"]],
    [[at(5, 60, 60)], "well", []],
    [[at(15, 90, 100)], "tell", ["pulse-high", "breathes-faster"]],
    [[at(0, null, 30)], "wait", []],
  ])("%j is %s", (readings, state, codes) => {
    const told = readWarmDown(readings);
    expect([told.state, told.reasons.map(({ code }) => code)]).toEqual([state, codes]);
  });
  it("is never called better by a higher pulse, faster breathing or a longer wait", () => {
    const rank = { none: 0, well: 1, wait: 2, tell: 3 } as const;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 20, max: 160 }),
        fc.integer({ min: 5, max: 160 }),
        fc.nat(30),
        (minute, pulse, breaths, more) => {
          const state = (reading: PulseReading): number => rank[readWarmDown([reading]).state];
          expect(state(at(minute, pulse, breaths + more))).toBeGreaterThanOrEqual(state(at(minute, pulse, breaths)));
          expect(state(at(minute + more, pulse))).toBeGreaterThanOrEqual(state(at(minute, pulse)));
          expect(state(at(minute, pulse + more))).toBeGreaterThanOrEqual(state(at(minute, pulse)));
        },
      ),
    );
  });
});

describe("cues", () => {
  it("are the barn's own words where it has some, and only those that the work asks for, each once", () => {
    expect(cuesOf({ stop: "Ho" })).toEqual({ ...USUAL_CUES, stop: "Ho" });
    expect(cuesFor(["trot", "stop", "transitions"].map(skillOf))).toEqual(["walk", "trot", "slower", "stop"]);
    expect(cuesFor([skillOf("face")])).toEqual([]);
    for (const skill of SKILLS) for (const cue of cuesFor([skill])) expect(CUES).toContain(cue);
  });
});
