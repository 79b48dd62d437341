import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import { KINDS } from "../horse/horse.ts";
import { cumulative } from "../kernel/normal.ts";
import { seededRandom } from "../kernel/random.ts";
import { SCORES, type Score } from "../kernel/sides.ts";
import { type Belief, believe, cell, copyOf, hear, levelShown, priorOf, takeIn } from "./estimator.ts";
import { intakeAt } from "./growth.ts";
import { layoutOf } from "./layout.ts";
import type { ScoredSession } from "./stay.ts";

const SHAPES = EVERYDAY_SHAPES;
const FEW = SHAPES.filter((skill) => skill.branch === "handling" || skill.branch === "yields");
const session = (day: number, work: ScoredSession["work"], changes: Partial<ScoredSession> = {}): ScoredSession => ({
  day,
  rider: "ann",
  windy: false,
  newPlace: false,
  work,
  ...changes,
});
const trackOf = (belief: Belief, skill: string, side = "left") => {
  const found = belief.layout.tracksOf(belief.layout.skill(skill)).find((track) => track.side === side || track.side === "both");
  if (!found) throw new Error(skill);
  return found;
};
const level = (belief: Belief, skill: string, side = "left") => levelShown(belief, trackOf(belief, skill, side));
const width = (belief: Belief, skill: string) => level(belief, skill).high - level(belief, skill).low;
const leads = (scores: readonly Score[], rider = "ann"): ScoredSession[] =>
  scores.map((score, day) => session(day, [{ skill: "lead", minutes: 10, scores: { left: score, right: score } }], { rider }));
const of = (sessions: readonly ScoredSession[]) => believe({ kind: "halter", skills: SHAPES, seen: [], sessions });

describe("before any score", () => {
  it("a rung lies lower the deeper it is, and a horse that rides already stands above one that does not", () => {
    const layout = layoutOf(SHAPES, []);
    const prior = (kind: (typeof KINDS)[number]) => priorOf(kind, layout);
    const mean = (kind: (typeof KINDS)[number], skill: string) => levelShown(prior(kind), trackOf(prior(kind), skill)).mean;
    expect(mean("halter", "catch")).toBeGreaterThan(mean("halter", "trot"));
    for (const skill of ["catch", "girth", "trot"]) {
      expect(mean("started", skill)).toBeGreaterThan(mean("halter", skill));
      expect(mean("halter", skill)).toBeGreaterThanOrEqual(mean("unhandled", skill));
    }
  });
  it("is sure of what it surely has not met, and says of the rest that too little was seen", () => {
    const prior = priorOf("halter", layoutOf(SHAPES, []));
    expect(levelShown(prior, trackOf(prior, "lead-change"))).toMatchObject({ known: true });
    expect(levelShown(prior, trackOf(prior, "lead")).known).toBe(false);
  });
});

describe("what scores say", () => {
  it("moves the level towards them and makes it surer; the other side and its neighbours follow a little", () => {
    const before = of([]);
    const after = of(leads([4, 4, 4, 4]));
    expect(level(after, "lead").mean).toBeGreaterThan(3.3);
    expect(width(after, "lead")).toBeLessThan(width(before, "lead"));
    expect(level(after, "lead").known).toBe(true);
    expect(level(after, "halter").mean).toBeGreaterThan(level(before, "halter").mean);
  });
  it("keeps the sides apart", () => {
    const one = of([0, 1, 2, 3].map((day) => session(day, [{ skill: "lead", minutes: 10, scores: { left: 4, right: 1 } }])));
    expect(level(one, "lead", "left").mean - level(one, "lead", "right").mean).toBeGreaterThan(1.2);
  });
  it("learns that a rider scores low where two look at the same horse", () => {
    const both = Array.from({ length: 10 }, (_, day) =>
      session(day, [{ skill: "lead", minutes: 2, scores: day % 2 === 0 ? { left: 4, right: 4 } : { left: 2, right: 2 } }], {
        rider: day % 2 === 0 ? "kind" : "hard",
      }),
    );
    const belief = of(both);
    expect(belief.mean[belief.layout.rider("hard")]).toBeGreaterThan((belief.mean[belief.layout.rider("kind")] ?? 0) + 0.3);
  });
  it("blames a windy day before it blames the horse", () => {
    const after = (windy: boolean) =>
      of([...leads([3]), session(3, [{ skill: "lead", minutes: 10, scores: { left: 3 } }], { windy })]);
    expect(level(after(true), "lead").mean).toBeGreaterThan(level(after(false), "lead").mean);
  });
  it("is never moved down by a higher score", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...KINDS),
        fc.constantFrom(...SCORES),
        fc.array(fc.constantFrom(...SCORES), { maxLength: 4 }),
        (kind, score, before) => {
          if (score === 5) return;
          const start = believe({ kind, skills: FEW, seen: [], sessions: leads(before) });
          const hears = (y: Score) => {
            const belief = copyOf(start);
            hear(belief, trackOf(belief, "lead"), y, null);
            return level(belief, "lead").mean;
          };
          expect(hears((score + 1) as Score)).toBeGreaterThanOrEqual(hears(score) - 1e-9);
        },
      ),
    );
  });
  it("is likelier where the model foretold it", () => {
    expect(of(leads([2, 2, 3, 3])).logLikelihood).toBeGreaterThan(of(leads([2, 5, 0, 5])).logLikelihood);
  });
});

describe("work and days off", () => {
  const worked = (minutes: number, times: number) =>
    of(Array.from({ length: times }, (_, day) => session(day, [{ skill: "lead", minutes, scores: {} }])));
  it("raises what is worked, more by more minutes, and what it rests on a little", () => {
    const [none, short, long] = [worked(10, 0), worked(5, 3), worked(20, 3)];
    expect(level(short, "lead").mean).toBeGreaterThan(level(none, "lead").mean);
    expect(level(long, "lead").mean).toBeGreaterThan(level(short, "lead").mean);
    expect(level(long, "halter").mean).toBeGreaterThan(level(none, "halter").mean);
    expect(level(long, "halter").mean - level(none, "halter").mean).toBeLessThan(
      level(long, "lead").mean - level(none, "lead").mean,
    );
  });
  it("gains little where the prerequisites are not there yet", () => {
    const raised = (skill: string) => {
      const before = believe({ kind: "unhandled", skills: SHAPES, seen: [], sessions: [] });
      const after = believe({
        kind: "unhandled",
        skills: SHAPES,
        seen: [],
        sessions: [session(0, [{ skill, minutes: 10, scores: {} }])],
      });
      return (level(after, skill).mean - level(before, skill).mean) * (SHAPES.find((one) => one.id === skill)?.sessions03 ?? 1);
    };
    expect(raised("catch")).toBeGreaterThan(3 * raised("hind-feet"));
  });
  it("falls towards half of its best while nothing is done, never below, and is less sure", () => {
    const fresh = of(leads([4, 4, 4, 4]));
    const rested = (days: number) => {
      const belief = copyOf(fresh);
      takeIn(belief, session(3 + days, []));
      return belief;
    };
    const means = [0, 10, 40, 400].map((days) => level(rested(days), "lead").mean);
    expect([...means].sort((a, b) => b - a)).toEqual(means);
    expect(means[3]).toBeGreaterThan(0.45 * (means[0] ?? 0));
  });
  it("takes in most while it is being understood", () => {
    expect([0, 1.5, 3, 4.5, 5.4, 9].map((x) => Math.round(intakeAt(x) * 1e9) / 1e9)).toEqual([0.7, 1, 0.6, 0.3, 0.02, 0.02]);
    expect(intakeAt(0.75)).toBeCloseTo(0.85, 9);
  });
});

describe("the numbers behind it", () => {
  it("stay a distribution after any sessions: symmetric, and of no variance below nought", () => {
    const random = seededRandom(11);
    const sessions = Array.from({ length: 60 }, (_, i) =>
      session(
        i * random.whole(1, 3),
        Array.from({ length: 4 }, () => {
          const skill = random.pick(FEW);
          const score = () => random.whole(0, 5) as Score;
          return {
            skill: skill.id,
            minutes: random.whole(3, 20),
            scores: skill.sided ? { left: score(), right: score() } : { both: score() },
          };
        }),
        { rider: random.pick(["ann", "ben", "cat"]), windy: random.chance(0.2), newPlace: random.chance(0.1) },
      ),
    ).sort((a, b) => a.day - b.day);
    const { covariance, layout, mean } = of(sessions);
    for (let i = 0; i < layout.size; i += 1) {
      expect(covariance[i * layout.size + i]).toBeGreaterThanOrEqual(-1e-9);
      expect(Number.isFinite(mean[i])).toBe(true);
      // Nothing has more in common with another than each has with itself.
      const own = (k: number): number => covariance[cell(layout.size, k, k)] ?? 0;
      for (let j = 0; j < i; j += 1)
        expect((covariance[cell(layout.size, j, i)] ?? 0) ** 2).toBeLessThanOrEqual(own(i) * own(j) * (1 + 1e-6) + 1e-12);
    }
  });
  it("know the normal distribution", () => {
    expect([-1.96, 0, 1.2816, Number.POSITIVE_INFINITY].map((x) => Math.round(cumulative(x) * 1000) / 1000)).toEqual([
      0.025, 0.5, 0.9, 1,
    ]);
  });
});

describe("what scores say, the record against the booking", () => {
  const lead = (days: readonly (readonly [number, Score])[]) =>
    of(days.map(([day, score]) => session(day, [{ skill: "lead", minutes: 10, scores: { left: score, right: score } }])));
  it("is followed: after two scores of different days the level lies near their mean, whatever was thought before", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...SCORES), { minLength: 2, maxLength: 8 }), (scores) => {
        const { mean } = level(lead(scores.map((score, day) => [day, score] as const)), "lead");
        const [last = 0, before = 0] = [scores.at(-1), scores.at(-2)];
        expect(Math.abs(mean - (last + before) / 2)).toBeLessThanOrEqual(0.75 + 1e-9);
      }),
    );
  });
  it("is believed at once where a first score lies far off what was expected", () => {
    const unhandled = believe({ kind: "unhandled", skills: FEW, seen: [], sessions: [] });
    hear(unhandled, trackOf(unhandled, "lead"), 5, null);
    expect(level(unhandled, "lead").mean).toBeGreaterThan(2);
  });
  it("takes what is implied for there, and is less sure of it than of a score", () => {
    const implied = believe({ kind: "restart", skills: FEW, seen: [], implied: [{ skill: "lead", side: "left" }], sessions: [] });
    const scored = believe({ kind: "restart", skills: FEW, seen: [{ skill: "lead", side: "left", score: 3 }], sessions: [] });
    const width = (of: typeof implied) => level(of, "lead").high - level(of, "lead").low;
    expect(width(implied)).toBeGreaterThan(width(scored));
  });
});
