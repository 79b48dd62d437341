import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED } from "#shipped/ladder.ts";
import { HORSE_CLASSES, KINDS, SEXES } from "../horse/horse.ts";
import { sidesOfZone, TOUCHES_BY, ZONES, zoneOf } from "./body.ts";
import { observationsOf } from "./body-signs.ts";
import { weightsWith } from "./cause-rules.ts";
import { HOLDS, weighFindings } from "./findings.ts";
import {
  FIRST_INSTRUMENT,
  instrumentFaults as instrumentFaultsOn,
  mergeRungs,
  RUNGS,
  rungToGoOnWith,
  type WalkStep,
} from "./instrument.ts";
import { type LimitFacts, limitsOf, limitsSigned, SECOND_PERSONS } from "./limits.ts";
import { learnerOf, mindMinutes, nerveOf } from "./mind.ts";
import { isSign } from "./signs.ts";

const instrumentFaults = (rungs: readonly WalkStep[]) => instrumentFaultsOn(rungs, SHIPPED);

const facts = (changes: Partial<LimitFacts> = {}): LimitFacts => ({
  horseClass: "adult",
  horseKind: "started",
  ageYears: 8,
  sex: "gelding",
  risk: 1,
  condition: 5,
  unfit: false,
  growthCm: 0,
  weighed: true,
  nerve: "quiet",
  holds: "nothing",
  signs: [],
  touches: [],
  history: {},
  ...changes,
});

describe("what a horse may be asked", () => {
  it("is everything of a grown, fit, quiet one", () => {
    expect(limitsOf(facts())).toEqual({
      ridden: true,
      riddenBecause: [],
      sessionMinutes: null,
      sessionBecause: [],
      circleMinutes: 20,
      circleBecause: [],
      secondPerson: "no",
      secondBecause: [],
      apartBecause: [],
      rideGrade: 1,
      groundGrade: 1,
    });
  });
  it.each([
    [{ ageYears: 1 }, { ridden: false, riddenBecause: ["under-two"], sessionMinutes: 20, circleMinutes: 0 }],
    [{ ageYears: 2 }, { ridden: false, riddenBecause: ["under-three"], sessionMinutes: 30, circleMinutes: 10 }],
    [
      { ageYears: 3, growthCm: 3 },
      { sessionMinutes: 45, sessionBecause: ["three", "growing"] },
    ],
    [{ horseClass: "yearling" }, { ridden: false, riddenBecause: ["not-grown"] }],
    [{ weighed: false }, { ridden: false, riddenBecause: ["not-weighed"] }],
    [{ holds: "ridden" }, { ridden: false, riddenBecause: ["check"] }],
    [{ holds: "skill" }, { ridden: true }],
    [{ nerve: "hot" }, { sessionMinutes: 30, sessionBecause: ["hot"] }],
    [{ condition: 3 }, { sessionMinutes: 40, sessionBecause: ["thin"] }],
    [{ condition: 7 }, { circleMinutes: 0, circleBecause: ["overweight"] }],
    [{ history: { foundered: "yes" } }, { circleMinutes: 0, circleBecause: ["foundered"] }],
    [{ ageYears: 3 }, { circleMinutes: 15, circleBecause: ["young"] }],
    [{ risk: 4 }, { secondPerson: "always", secondBecause: ["risk"], rideGrade: 4, groundGrade: 3 }],
    [{ signs: [{ sign: "girthy", strength: 3 }] }, { secondPerson: "always", secondBecause: ["girth"] }],
    [{ touches: [{ zone: "flank", side: "left", by: "hand", strength: 3 }] }, { secondBecause: ["kicks"] }],
    [{ signs: [{ sign: "near-horses", strength: 2 }], sex: "stallion" }, { apartBecause: ["near-horses", "stallion"] }],
  ] as [Partial<LimitFacts>, object][])("%j gives %j", (changes, wanted) => {
    expect(limitsOf(facts(changes))).toMatchObject(wanted);
  });
  it("is never loosened by one thing more against the horse", () => {
    const some = fc.record({
      horseClass: fc.constantFrom(...HORSE_CLASSES),
      horseKind: fc.constantFrom(...KINDS),
      ageYears: fc.option(fc.integer({ min: 0, max: 25 })),
      sex: fc.constantFrom(...SEXES),
      risk: fc.integer({ min: 1, max: 5 }),
      condition: fc.option(fc.integer({ min: 1, max: 6 })),
      unfit: fc.boolean(),
      growthCm: fc.option(fc.integer({ min: -3, max: 6 })),
      weighed: fc.boolean(),
      nerve: fc.constantFrom("quiet" as const, "watchful" as const, "hot" as const, null),
      holds: fc.constantFrom(...HOLDS),
    });
    const minutes = (limit: number | null): number => limit ?? Number.POSITIVE_INFINITY;
    fc.assert(
      fc.property(some, (one) => {
        const before = limitsOf(facts(one));
        for (const worse of [
          { unfit: true },
          { condition: 2 },
          { nerve: "hot" as const },
          { weighed: false },
          { holds: "all" as const },
          { risk: 5 },
          { signs: [{ sign: "girthy", strength: 3 as const }] },
        ]) {
          const after = limitsOf(facts({ ...one, ...worse }));
          expect(minutes(after.sessionMinutes)).toBeLessThanOrEqual(minutes(before.sessionMinutes));
          expect(after.circleMinutes).toBeLessThanOrEqual(before.circleMinutes);
          expect(Number(after.ridden)).toBeLessThanOrEqual(Number(before.ridden));
          expect(SECOND_PERSONS.indexOf(after.secondPerson)).toBeGreaterThanOrEqual(SECOND_PERSONS.indexOf(before.secondPerson));
        }
      }),
    );
  });
  it("holds from the signature on as the manager set it, and an open check is asked anew each day", () => {
    const asRead = { risk: null, ridden: null, secondPerson: null, sessionMinutes: null, circleMinutes: null };
    expect(limitsSigned(2, limitsOf(facts({ holds: "ridden" })), asRead)).toMatchObject({ risk: 2, ridden: true });
    expect(limitsSigned(2, limitsOf(facts({ ageYears: 1 })), asRead)).toMatchObject({ ridden: false, sessionMinutes: 20 });
    expect(
      limitsSigned(2, limitsOf(facts()), { ...asRead, risk: 4, ridden: false, sessionMinutes: 30, circleMinutes: 5 }),
    ).toEqual({
      risk: 4,
      ridden: false,
      secondPerson: "no",
      sessionMinutes: 30,
      circleMinutes: 5,
    });
  });
});

describe("the reading of the mind", () => {
  it("tells quick from slow and quiet from hot, and nothing of what was not tried", () => {
    expect([null, 0, 4, 5, 9, 10].map(learnerOf)).toEqual([null, "quick", "quick", "steady", "steady", "slow"]);
    expect([null, 0, 2, 3, 10, 11].map(nerveOf)).toEqual([null, "quiet", "quiet", "watchful", "watchful", "hot"]);
    expect([0, 1, 60_000, 61_000, 180_000].map(mindMinutes)).toEqual([0, 1, 1, 2, 3]);
  });
});

describe("the body map", () => {
  it("names each place once, and points with signs that there are", () => {
    expect(new Set(ZONES.map((zone) => zone.id)).size).toBe(ZONES.length);
    for (const zone of ZONES) if (zone.sign) expect(isSign(zone.sign), zone.id).toBe(true);
    expect(sidesOfZone("girth")).toEqual(["left", "right"]);
    expect(sidesOfZone("tail")).toEqual(["both"]);
  });
  it("weighs like the signs that its places stand for: the near girth line alone points to back and saddle", () => {
    const seen = observationsOf([
      { zone: "girth", side: "left", by: "girth", strength: 2 },
      { zone: "neck", side: "left", by: "hand", strength: 3 },
    ]);
    expect(seen).toEqual([{ sign: "girthy", rung: "handle", side: "left", strength: 2, moment: "tightening", trend: "unknown" }]);
    const { causes } = weighFindings({
      sex: "gelding",
      ageYears: 8,
      history: {},
      growthCm: null,
      condition: 5,
      seen,
      checks: [],
      trials: [],
    });
    expect(
      causes
        .slice(0, 2)
        .map((one) => one.cause)
        .sort(),
    ).toEqual(["back", "saddle-fit"]);
  });
  it("never lowers the urgency by one touchy place more", () => {
    const touch = fc.constantFrom(...ZONES).chain((zone) =>
      fc.record({
        zone: fc.constant(zone.id),
        side: fc.constantFrom(...sidesOfZone(zone.id)),
        by: fc.constantFrom(...TOUCHES_BY),
        strength: fc.constantFrom(1 as const, 2 as const, 3 as const),
      }),
    );
    const holdsOf = (touches: Parameters<typeof observationsOf>[0]): number =>
      HOLDS.indexOf(
        weighFindings({
          sex: "mare",
          ageYears: 8,
          history: {},
          growthCm: null,
          condition: 5,
          seen: observationsOf(touches),
          checks: [],
          trials: [],
        }).holds,
      );
    fc.assert(
      fc.property(fc.array(touch, { maxLength: 8 }), touch, (touches, more) => {
        // The other side of a sign takes back that it was on one side only.
        fc.pre(!touches.some(({ zone, side }) => zoneOf(zone).sign === zoneOf(more.zone).sign && side !== more.side));
        expect(holdsOf([...touches, more])).toBeGreaterThanOrEqual(holdsOf(touches));
      }),
    );
  });
});

describe("the barn's own weights", () => {
  const girthy = {
    sex: "gelding",
    ageYears: 8,
    history: {},
    growthCm: null,
    condition: 5,
    seen: [{ sign: "girthy", rung: "tack", side: "both", strength: 2 }],
    checks: [],
    trials: [],
  } as const;
  it("raise a cause, take one off the list, and leave the shipped table as it is", () => {
    const order = (changes: Parameters<typeof weightsWith>[0]) =>
      weighFindings(girthy, weightsWith(changes)).causes.map((one) => one.cause);
    expect(order([])[0]).toBe("saddle-fit");
    expect(order([{ sign: "girthy", cause: "skin", weight: 4 }])[0]).toBe("skin");
    expect(order([{ sign: "girthy", cause: "saddle-fit", weight: 0 }])).not.toContain("saddle-fit");
    expect(order([{ sign: "girthy", cause: "feet", weight: 2 }])).toContain("feet");
    expect(order([])[0]).toBe("saddle-fit");
  });
});

describe("two people changing the barn's own tables at once", () => {
  it("lose nothing of the walk: one-sided changes are joined, both-sided ones are a clash that keeps mine", () => {
    const change = (rungs: readonly WalkStep[], id: string, prompt: string) =>
      rungs.map((rung) => (rung.id === id ? { ...rung, prompt } : rung));
    const own: WalkStep = { id: "own-1", words: "Own", prompt: "", skills: [], signs: [], stopWhen: null, caution: null };
    const mine = change(change(RUNGS, "tie", "mine"), "look", "mine");
    const theirs = [...change(change(without("block"), "look", "theirs"), "send", "theirs"), own];
    const { rungs, clashes } = mergeRungs(RUNGS, mine, theirs);
    const prompt = (id: string) => rungs.find((rung) => rung.id === id)?.prompt;
    expect([prompt("tie"), prompt("look"), prompt("send"), prompt("own-1"), prompt("block")]).toEqual([
      "mine",
      "mine",
      "theirs",
      "",
      undefined,
    ]);
    expect(clashes).toEqual(["look"]);
    expect(mergeRungs(RUNGS, mine, RUNGS)).toEqual({ rungs: mine, clashes: [] });
    expect(mergeRungs(RUNGS, RUNGS, theirs).clashes).toEqual([]);
  });
});

describe("a walk that is gone on with", () => {
  it("opens where it was left: at the rung that is half done, or at the one after", () => {
    const left = (skills: readonly string[], more: object = {}) =>
      rungToGoOnWith(RUNGS, { marks: skills.map((skill) => ({ skill })), signs: [], words: {}, ...more });
    const at = (id: string) => RUNGS.findIndex((rung) => rung.id === id);
    expect(left([])).toBe(0);
    expect(left(["catch"])).toBe(at("lead"));
    expect(left(RUNGS.find((rung) => rung.id === "lead")?.skills ?? [])).toBe(at("handle"));
    expect(left([], { signs: [{ rung: "look" }] })).toBe(at("measure"));
    expect(left([], { words: { mind: "Slow." } })).toBe(at("mind"));
  });
});

const without = (id: string) => RUNGS.filter((rung) => rung.id !== id);
describe("a walk that a barn made", () => {
  it("is sound as it ships, and with rungs left out or moved", () => {
    expect(instrumentFaults(FIRST_INSTRUMENT.rungs)).toEqual([]);
    expect(instrumentFaults(without("tie"))).toEqual([]);
    expect(instrumentFaults(without("saddle"))).toEqual([]);
  });
  it("is refused where it is empty, asks twice, or rides before it has looked", () => {
    expect(instrumentFaults([])).toEqual([{ code: "no-rungs" }]);
    const [tie] = RUNGS.filter((rung) => rung.id === "tie");
    const extra = { ...(tie as (typeof RUNGS)[number]), words: "Again" };
    expect(instrumentFaults([...RUNGS, extra]).map((fault) => fault.code)).toEqual(["rung-twice", "skill-twice"]);
    expect(instrumentFaults(without("block"))).toEqual([{ code: "saddle-too-soon", skills: ["block", "stirrup-weight"] }]);
    expect(instrumentFaults([{ ...extra, id: "own-1", skills: ["canter"] }])).toMatchObject([
      { code: "ridden-before-saddle", skill: "canter" },
    ]);
  });
});
