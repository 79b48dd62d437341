import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILL_IDS, SKILLS, skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { SCORES, type Score, sidesOf, type TrackSide } from "../kernel/sides.ts";
import { hardSideFor, hardSideOf } from "./hard-side.ts";
import { type ReadFacts, type ReadScore, readHorse } from "./reading.ts";

const DAY = localDate("2026-07-01");
const score = (skill: string, side: TrackSide, of: Score, walk = false): ReadScore => ({
  skill,
  side,
  score: of,
  day: DAY,
  walk,
});
const both = (skill: string, of: Score, walk = false): ReadScore[] =>
  sidesOf(skillOf(skill).sided).map((side) => score(skill, side, of, walk));
const read = (scores: readonly ReadScore[], changes: Partial<ReadFacts> = {}) =>
  readHorse({ ladder: SKILLS, scores, kind: "restart", history: {}, rides: 0, ...changes });
const basis = (scores: readonly ReadScore[], id: string, changes: Partial<ReadFacts> = {}) =>
  read(scores, changes).basisOf(skillOf(id));

describe("what a horse can do", () => {
  it("is seen where it was scored, implied where it cannot be without it, told by the booking, else unknown", () => {
    const canters = both("canter", 3);
    expect(["canter", "trot", "sit", "lie-across", "girth", "saddle", "pad"].map((id) => basis(canters, id))).toEqual([
      "seen",
      ...Array.from({ length: 6 }, () => "implied"),
    ]);
    // It was legged up for all anybody knows, and the trailer has nothing to do with it.
    expect(["block", "trailer", "give-head"].map((id) => basis(canters, id))).toEqual(["none", "none", "none"]);
    expect(basis([], "steer", { history: { ridden: "yes" } })).toBe("told");
    expect(basis(both("steer", 1), "steer", { history: { ridden: "yes" } })).toBe("seen");
  });
  it("counts a score of its own, then 3 implied, 2 told, 0 unknown", () => {
    const reading = read([...both("canter", 3), ...both("block", 1)], { history: { trailer: "yes" } });
    expect(["canter", "block", "sit", "trailer", "hose"].map((id) => reading.counts(skillOf(id)))).toEqual([3, 1, 3, 2, 0]);
  });
  it("implies nothing from a try, and on the other side nothing from one side", () => {
    expect(basis(both("canter", 1), "sit")).toBe("none");
    const left = read([score("canter", "left", 3)]);
    expect([left.basisOn(skillOf("trot"), "left"), left.basisOn(skillOf("trot"), "right")]).toEqual(["implied", "none"]);
  });
  it("is told by racing up to the canter, and nothing of yields, standing, stirrup and bend", () => {
    const raced = { history: { raced: "yes" } } as const;
    expect(["canter", "trot", "sit", "girth", "lead"].map((id) => basis([], id, raced))).toEqual(Array(5).fill("told"));
    for (const id of ["give-head", "hindquarters", "forehand", "stand", "block", "stirrup-weight", "bend-stop"])
      expect([id, basis([], id, raced)]).toEqual([id, "none"]);
  });
  it("believes the kind only where the history does not say no", () => {
    expect(basis([], "trot", { kind: "started" })).toBe("told");
    expect(basis([], "trot", { kind: "started", history: { ridden: "no" } })).toBe("none");
    expect(basis([], "halter", { kind: "halter" })).toBe("told");
  });
  it("never knows less for one score more of 2 or better", () => {
    const some = fc.array(fc.tuple(fc.constantFrom(...SKILL_IDS), fc.constantFrom(...SCORES)), { maxLength: 20 });
    fc.assert(
      fc.property(some, fc.constantFrom(...SKILL_IDS), fc.constantFrom<Score>(2, 3, 4, 5), (rows, more, of) => {
        const scores = rows.flatMap(([id, each]) => both(id, each));
        const [before, after] = [read(scores), read([...scores, ...both(more, of)])];
        for (const skill of SKILLS)
          if (skill.id !== more && before.basisOf(skill) !== "none") expect(after.basisOf(skill)).not.toBe("none");
      }),
    );
  });
});

describe("the stage of riding", () => {
  const ridden = (of: Score, walk: boolean) => ["steer", "stop", "trot"].flatMap((id) => both(id, of, walk));
  it("goes from unridden over ten first rides to riding; a walk that showed it shortens the way", () => {
    expect([0, 1, 9, 10].map((rides) => read([], { rides }).stage)).toEqual(["unridden", "first-rides", "first-rides", "riding"]);
    expect(read(ridden(2, true)).stage).toBe("riding");
    expect(read(ridden(1, true)).stage).toBe("unridden");
  });
  it("takes no booking's word for it, until it was seen so", () => {
    const told = { history: { ridden: "yes" } } as const;
    expect(read([], told).stage).toBe("unridden");
    expect(read(ridden(3, false), { ...told, rides: 2 }).stage).toBe("riding");
    expect(read(ridden(3, false), { rides: 2 }).stage).toBe("first-rides");
  });
});

describe("whether it carries riders", () => {
  it("is told by the booking or shown at the trot, until a score says that it minds being sat on", () => {
    const told = { history: { ridden: "yes" } } as const;
    const carries = (scores: readonly ReadScore[], changes: Partial<ReadFacts> = {}) => read(scores, changes).carriesRiders;
    expect([carries([]), carries([], told), carries([], { kind: "started" }), carries([], { rides: 10 })]).toEqual([
      false,
      true,
      true,
      true,
    ]);
    expect([carries(both("trot", 2)), carries(both("trot", 1)), carries(both("sit", 5))]).toEqual([true, false, false]);
    expect([carries(both("sit", 2), told), carries([score("sit", "left", 1)], told)]).toEqual([true, false]);
  });
});

describe("the hard side", () => {
  const pair = (id: string, left: Score, right: Score): ReadScore[] => [score(id, "left", left), score(id, "right", right)];
  it("is that of the day's work, else of its branch, else over all", () => {
    const scores = [...pair("hindquarters", 1, 3), ...pair("lead", 4, 2), ...pair("groom", 4, 2), ...pair("pad", 4, 2)];
    expect(hardSideFor(scores, SKILLS, ["hindquarters"]).side).toBe("left");
    expect(hardSideFor(scores, SKILLS, ["forehand"]).side).toBe("left");
    expect(hardSideFor(scores, SKILLS, ["canter"]).side).toBe("right");
    expect(hardSideFor([], SKILLS, ["canter"]).side).toBe("unknown");
  });
  it("is about even only where the difference is small and may be chance", () => {
    expect(hardSideOf(pair("lead", 4, 4), SKILLS).side).toBe("even");
    const many = ["lead", "groom", "face", "front-feet", "hind-feet", "give-head", "hindquarters", "send-out"];
    const slight = many.flatMap((id, i) => [...pair(id, 3, 3), ...pair(id, 4, i % 2 === 0 ? 3 : 4)]);
    expect(hardSideOf(slight, SKILLS)).toMatchObject({ side: "even", difference: 0.25 });
    expect(hardSideOf([...pair("lead", 4, 3)], SKILLS).side).toBe("right");
  });
  it("is the other one when everything is mirrored", () => {
    const sided = SKILLS.filter((skill) => skill.sided).map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...sided), fc.constantFrom(...SCORES), fc.constantFrom(...SCORES)), {
          minLength: 1,
          maxLength: 30,
        }),
        (rows) => {
          const one = hardSideOf(
            rows.flatMap(([id, left, right]) => pair(id, left, right)),
            SKILLS,
          );
          const other = hardSideOf(
            rows.flatMap(([id, left, right]) => pair(id, right, left)),
            SKILLS,
          );
          expect(other.difference).toBeCloseTo(-one.difference, 9);
          expect(other.side).toBe(one.side === "even" ? "even" : one.side === "left" ? "right" : "left");
        },
      ),
    );
  });
});
