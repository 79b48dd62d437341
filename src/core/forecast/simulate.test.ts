import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { EVERYDAY_SHAPES } from "#shipped/ladder.ts";
import { worked } from "#tests/plan-record.ts";
import { must } from "../kernel/assert.ts";
import { seededRandom } from "../kernel/random.ts";
import type { Score } from "../kernel/sides.ts";
import { daysAhead, missedSoFar } from "./ahead.ts";
import { readingNow } from "./doubt.ts";
import { cholesky } from "./draw.ts";
import { believe } from "./estimator.ts";
import { type GoalForecast, readSimulations } from "./forecast.ts";
import type { GoalFacts } from "./goals.ts";
import { type Followed, leaningFrom, nextSkillWork, outlookOf, watchOf } from "./outlook.ts";
import { type Ahead, simulate } from "./simulate.ts";
import type { RiderSeverity, ScoredSession } from "./stay.ts";

const SHAPES = EVERYDAY_SHAPES;
const session = (day: number, skills: readonly string[], score: number): ScoredSession => worked(day, skills, score, 15);
const goal = (skill: string, target = 3, side: GoalFacts["side"] = null): GoalFacts => ({ skill, target, value: 1, side });
const ahead = (changes: Partial<Ahead> = {}): Ahead => {
  const lastDay = changes.lastDay ?? 59;
  const today = changes.today ?? -1;
  return {
    today,
    lastDay,
    days: daysAhead({ sessions: [], perWeek: 5, off: [] }, today, lastDay),
    missed: 0,
    planned: 0,
    minutes: 60,
    items: 4,
    follows: "plan",
    notBefore: new Map(),
    ...changes,
  };
};
interface Told {
  readonly sessions?: readonly ScoredSession[];
  readonly goals: readonly GoalFacts[];
  readonly to?: Ahead;
  readonly seed?: number;
  readonly plays?: number;
}
function told({ sessions = [], goals, to = ahead(), seed = 1, plays = 200 }: Told): readonly GoalForecast[] {
  const reading = readingNow({ kind: "halter", skills: SHAPES, seen: [], sessions });
  const run = simulate({ ...reading, sessions, goals, ahead: to, options: { seed, plays, pace: 1 } });
  return readSimulations(run.played, run.run(plays));
}
const chanceOf = (asked: Told): number => told(asked)[0]?.chance ?? Number.NaN;

describe("what stands still by the record", () => {
  it("is told lower, and nothing else is", () => {
    const sessions = [2, 4, 6, 8].map((day) => session(day, ["tie", "lead"], 2));
    const goals = [goal("tie", 4), goal("lead")];
    const [tie, lead] = told({ sessions, goals, to: ahead({ today: 8, lastDay: 40 }) }).map(({ chance }) => chance) as [
      number,
      number,
    ];
    const [stands, goes] = told({ sessions, goals, to: ahead({ today: 8, lastDay: 40, stuck: new Set(["tie"]) }) }).map(
      ({ chance }) => chance,
    );
    expect(stands).toBeLessThan(tie - 0.05);
    expect(Math.abs((goes as number) - lead)).toBeLessThan(0.1);
  });
});

describe("the plays", () => {
  it("give the same answer to the same seed, however they are cut into pieces", () => {
    const goals = [goal("trot"), goal("tie", 4)];
    const reading = readingNow({ kind: "halter", skills: SHAPES, seen: [], sessions: [] });
    const asked = { ...reading, sessions: [], goals, ahead: ahead(), options: { seed: 7, plays: 60, pace: 1 } };
    const whole = simulate(asked);
    whole.run(60);
    const pieces = simulate(asked);
    for (const until of [1, 17, 18, 60]) expect(pieces.run(until)).toBe(until);
    expect(readSimulations(pieces.played, 60)).toEqual(readSimulations(whole.played, 60));
    expect(told({ goals, seed: 8, plays: 60 })).not.toEqual(told({ goals, seed: 7, plays: 60 }));
  });
  it.each(["plan", "habit"] as const)("say more of more days, and nothing of none, run by %s", (follows) => {
    const of = (lastDay: number): number => chanceOf({ goals: [goal("trot")], to: ahead({ lastDay, follows }) });
    const [thirty, sixty, ninety] = [of(29), of(59), of(89)] as const;
    expect(sixty).toBeGreaterThan(thirty);
    expect(ninety).toBeGreaterThan(sixty);
    expect(chanceOf({ goals: [goal("trot")], to: ahead({ days: [], follows }) })).toBe(0);
  });
  it("never say less for an easier target, one side instead of two, or an ancestor", () => {
    const of = (asked: GoalFacts): number => chanceOf({ goals: [asked], to: ahead({ lastDay: 39 }) });
    expect(of(goal("hindquarters", 3))).toBeGreaterThanOrEqual(of(goal("hindquarters", 5)));
    expect(of(goal("hindquarters", 4, "left"))).toBeGreaterThanOrEqual(of(goal("hindquarters", 4)));
    expect(of(goal("sit"))).toBeGreaterThan(of(goal("trot")));
  });
  it("keep a met goal met, with the day of the record, and hold apart whether it is held", () => {
    const sessions = [session(0, ["tie"], 4), session(2, ["tie"], 4)];
    const [read] = told({ sessions, goals: [goal("tie")], to: ahead({ today: 2, days: [], lastDay: 29 }) });
    expect(read).toMatchObject({ chance: 1, day: { p10: 2, p50: 2, p90: 2 } });
    // Nobody proves it again in four weeks.
    expect(read?.held).toBe(0);
    const [worked] = told({ sessions, goals: [goal("tie")], to: ahead({ today: 2, lastDay: 29 }) });
    expect(worked?.held).toBeGreaterThan(0.6);
  });
  it("ask nothing before its day", () => {
    const to = ahead({ notBefore: new Map([["catch", 60]]) });
    expect(chanceOf({ goals: [goal("tie")], to: { ...to, notBefore: new Map([["tie", 60]]) } })).toBe(0);
    expect(chanceOf({ goals: [goal("catch")], to })).toBe(0);
  });
  it("hold together: days in order, shares from 0 to 1, a fan that does not fall back", () => {
    const some = fc.record({
      skills: fc.subarray(["tie", "trot", "girth", "canter", "trailer"], { minLength: 1 }),
      today: fc.integer({ min: -1, max: 40 }),
      seed: fc.integer({ min: 0, max: 1e6 }),
      follows: fc.constantFrom("plan" as const, "habit" as const),
    });
    fc.assert(
      fc.property(some, ({ skills, today, seed, follows }) => {
        const sessions = today < 3 ? [] : [session(1, ["catch", "halter"], 3), session(3, ["lead"], 2)];
        const all = told({ sessions, goals: skills.map((skill) => goal(skill)), to: ahead({ today, follows }), seed, plays: 40 });
        for (const { chance, held, day, fan } of all) {
          expect(held).toBeLessThanOrEqual(chance);
          const [p10, p50, p90] = [day.p10 ?? 99, day.p50 ?? 99, day.p90 ?? 99];
          expect(p10).toBeLessThanOrEqual(p50);
          expect(p50).toBeLessThanOrEqual(p90);
          expect(p10).toBeGreaterThan(today);
          expect(fan.at(-1)).toMatchObject({ day: 59, met: chance });
          fan.forEach((point, i) => {
            expect(point.p10).toBeLessThanOrEqual(point.p90);
            expect(point.met).toBeGreaterThanOrEqual(fan[i - 1]?.met ?? 0);
          });
        }
      }),
      { numRuns: 25 },
    );
  });
  it("draw from a covariance by its factor", () => {
    const random = seededRandom(3);
    const size = 6;
    const root = Float64Array.from({ length: size * size }, () => random.normal());
    const matrix = new Float64Array(size * size);
    for (let i = 0; i < size; i += 1)
      for (let j = 0; j < size; j += 1)
        for (let k = 0; k < size; k += 1)
          matrix[i * size + j] = (matrix[i * size + j] ?? 0) + (root[i * size + k] ?? 0) * (root[j * size + k] ?? 0);
    const factor = cholesky(matrix, size);
    for (let i = 0; i < size; i += 1)
      for (let j = 0; j < size; j += 1) {
        let sum = 0;
        for (let k = 0; k < size; k += 1) sum += (factor[i * size + k] ?? 0) * (factor[j * size + k] ?? 0);
        expect(sum).toBeCloseTo(matrix[i * size + j] ?? 0, 8);
      }
  });
});

describe("days ahead", () => {
  it("fall on the weekdays that the record shows, and on no day off", () => {
    const sessions = [0, 1, 3, 7, 8, 10, 14, 15, 17].map((day) => session(day, ["catch"], 1));
    expect(daysAhead({ sessions, perWeek: 3, off: [[22, 25]] }, 17, 31)).toEqual([21, 28, 29, 31]);
  });
  it("count what was planned so far and not given", () => {
    const sessions = [0, 1, 3].map((day) => session(day, ["catch"], 1));
    expect(missedSoFar({ sessions, perWeek: 5, off: [] }, 6)).toEqual({ planned: 5, missed: 2 });
    expect(missedSoFar({ sessions, perWeek: 5, off: [[2, 7]] }, 6)).toEqual({ planned: 3, missed: 0 });
  });
});

describe("a stay read whole", () => {
  /** Learns steadily, until from some session on it does not and scores worse in everything but handling. */
  const stalledFrom = (from: number): readonly ScoredSession[] => {
    const random = seededRandom(11);
    return Array.from({ length: 30 }, (_, i) => {
      const learnt = Math.min(4.6, 1 + Math.min(i, from) * 0.34);
      const skills = i % 2 === 0 ? ["give-head", "hindquarters", "send-out"] : ["rope-flag", "follow-feel", "voice-trot"];
      return {
        ...session(i + Math.floor(i / 5) * 2, [], 0),
        work: skills.map((skill) => {
          const score = (): Score => {
            const said = Math.round(learnt - (i < from ? 0 : 0.9) + 0.5 * random.normal());
            return Math.max(0, Math.min(5, said)) as Score;
          };
          return { skill, minutes: 15, scores: { left: score(), right: score() } };
        }),
      };
    });
  };
  it("raises an alarm where learning stops, names a group and its tracks, and then is silent for a while", () => {
    const sessions = stalledFrom(8);
    const { alarms } = outlookOf({ kind: "halter", skills: SHAPES, seen: [], sessions });
    const stalls = alarms.filter(({ kind }) => kind === "stall");
    const first = must(stalls[0], "an alarm");
    const number = sessions.findIndex(({ day }) => day === first.day);
    expect(number).toBeGreaterThanOrEqual(8);
    expect(number).toBeLessThan(17);
    expect(first.group).toBe("all-but-handling");
    expect(first.tracks.length).toBeGreaterThan(0);
    const numbers = stalls.map(({ day }) => sessions.findIndex((one) => one.day === day));
    numbers.forEach((at, i) => {
      if (i > 0) expect(at - (numbers[i - 1] ?? 0)).toBeGreaterThanOrEqual(6);
    });
  });
  it("says the same whether it goes on from where it was or begins anew, also where a session was put right", () => {
    const all = stalledFrom(12);
    const follow = (sessions: readonly ScoredSession[], known: Followed | null) => {
      const watch = watchOf({ kind: "halter", skills: SHAPES, seen: [], sessions }, { known });
      let step = watch.next();
      while (!step.done) step = watch.next();
      const { followed, ...said } = step.value;
      return { followed, said };
    };
    let known: Followed | null = null;
    let steps = 0;
    for (let count = 1; count <= all.length; count += 1) {
      const going = follow(all.slice(0, count), known);
      steps += known === going.followed ? 1 : 0;
      known = going.followed;
      expect(going.said).toEqual(follow(all.slice(0, count), null).said);
    }
    expect(steps).toBeGreaterThan(all.length / 2);
    const put = all.map((one, i) => (i === 5 ? { ...one, windy: !one.windy } : one));
    expect(follow(put, known).said).toEqual(follow(put, null).said);
  });
  it("raises none for a horse that goes on learning, and believes what it would have believed without watching", () => {
    const facts = { kind: "halter" as const, skills: SHAPES, seen: [], sessions: stalledFrom(99) };
    const { alarms, belief } = outlookOf(facts);
    expect(alarms.filter(({ kind }) => kind === "stall")).toEqual([]);
    expect(belief.mean).toEqual(believe(facts).mean);
  });
  it("names a skill that gains nothing over four works, and none that does", () => {
    const of = (scores: readonly number[]): readonly string[] => {
      const sessions = scores.map((score, i) => session(i * 2, ["give-head", "catch"], score));
      const watch = watchOf({ kind: "halter", skills: SHAPES, seen: [], sessions });
      let step = watch.next();
      while (!step.done) step = watch.next();
      return step.value.stuck;
    };
    expect(of([2, 2, 1, 2, 2, 1, 1, 2, 1, 1])).toContain("give-head");
    expect(of([1, 1, 2, 2, 3, 3, 4, 4])).toEqual([]);
    expect(of([1, 1, 1])).toEqual([]);
  });
  it("adds up what several stays say of a rider", () => {
    const one = { rider: "ann", mean: 0.4, variance: 0.05 };
    const [none, single, both] = [[], [one], [one, one]].map((stays) => leaningFrom("ann", stays)) as [
      RiderSeverity,
      RiderSeverity,
      RiderSeverity,
    ];
    expect(none.mean).toBe(0);
    expect(none.variance).toBeCloseTo(0.35 ** 2, 9);
    // In steps of a twentieth.
    expect(Math.abs(single.mean - 0.4)).toBeLessThanOrEqual(0.025);
    expect(Math.abs(Math.sqrt(single.variance) - Math.sqrt(0.05))).toBeLessThanOrEqual(0.025);
    expect(both.variance).toBeLessThan(single.variance);
    expect(both.mean).toBeGreaterThan(single.mean);
    expect(leaningFrom("ben", [one])).toEqual({ ...none, rider: "ben" });
  });
  it("names what to work next, none of it barred", () => {
    const facts = { kind: "halter" as const, skills: SHAPES, seen: [], sessions: [session(0, ["catch", "halter", "lead"], 4)] };
    const { belief } = outlookOf(facts);
    const to = ahead({ today: 0, notBefore: new Map([["stand", 30]]) });
    const next = nextSkillWork(belief, facts, [goal("tie"), goal("trailer")], to);
    expect(next.length).toBeGreaterThan(0);
    expect(next).not.toContain("stand");
  });
});
