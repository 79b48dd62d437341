import { describe, expect, it } from "vitest";
import type { Score } from "../kernel/sides.ts";
import { readingNow, type StartedReading, type StartingState, startingStateOf } from "./doubt.ts";
import { believe } from "./estimator.ts";
import { readSimulations } from "./forecast.ts";
import { simulate } from "./simulate.ts";
import type { ScoredSession, SkillShape, StayFacts } from "./stay.ts";

const SKILLS: readonly SkillShape[] = ["a", "b", "c"].map((id) => ({
  id,
  branch: "education",
  nature: "education",
  atTheBit: false,
  prerequisites: [],
  sided: false,
  sessions03: 4,
}));
/** A session every day, all three skills, at these scores. */
const lived = (scores: readonly number[]): readonly ScoredSession[] =>
  scores.map((score, day) => ({
    day,
    rider: "ann",
    windy: false,
    newPlace: false,
    work: SKILLS.map(({ id }) => ({ skill: id, minutes: 15, scores: { both: score as Score } })),
  }));
const factsOf = (scores: readonly number[], branch = "education"): StayFacts => ({
  kind: "halter",
  skills: SKILLS.map((skill) => ({ ...skill, branch })),
  seen: [],
  sessions: lived(scores),
});
const numbersOf = ({ mean, covariance, best, lastDay, logLikelihood }: StartingState["belief"]) => ({
  mean: [...mean],
  covariance: [...covariance],
  best: [...best],
  lastDay,
  logLikelihood,
});
const RISING = [0, 1, 1, 2, 2, 3, 3, 3, 4, 4, 4, 5];
const STOPPED = [0, 1, 1, 2, 2, 3, 2, 1, 1, 1, 1, 1];

describe("the doubt whether a horse is stalled now", () => {
  it("is small while it learns, and large once scores fall and stay down", () => {
    const [rising, stopped] = [RISING, STOPPED].map((scores) => readingNow(factsOf(scores)).doubt?.chance ?? Number.NaN);
    expect(rising).toBeLessThan(0.05);
    expect(stopped).toBeGreaterThan(0.6);
  });
  it("dates it from before the fall, spares handling, and asks nothing of a horse that was not worked", () => {
    const since = readingNow(factsOf(STOPPED)).doubt?.since ?? -1;
    expect(since).toBeGreaterThanOrEqual(4);
    expect(since).toBeLessThanOrEqual(7);
    expect(readingNow(factsOf(STOPPED, "handling")).doubt?.chance).toBeLessThan(0.2);
    expect(readingNow(factsOf([])).doubt).toBeNull();
  });
  it("goes on from where it was read before, and says the same as one begun anew, whatever was changed since", () => {
    const through = (facts: StayFacts, known: StartedReading | null): StartingState & { readonly read: StartedReading } => {
      const reading = startingStateOf(facts, known);
      let step = reading.next();
      while (!step.done) step = reading.next();
      return step.value;
    };
    const same = (facts: StayFacts, known: StartedReading | null): StartedReading => {
      const { read, ...on } = through(facts, known);
      const anew = readingNow(facts);
      expect(numbersOf(on.belief)).toEqual(numbersOf(anew.belief));
      expect([on.doubt?.chance, on.doubt?.since]).toEqual([anew.doubt?.chance, anew.doubt?.since]);
      if (on.doubt && anew.doubt) expect(numbersOf(on.doubt.belief)).toEqual(numbersOf(anew.doubt.belief));
      return read;
    };
    let known: StartedReading | null = null;
    for (let count = 1; count <= STOPPED.length; count += count > 4 && count < 7 ? 2 : 1)
      known = same(factsOf(STOPPED.slice(0, count)), known);
    const changed = [...STOPPED.slice(0, 3), 5, ...STOPPED.slice(4)];
    known = same(factsOf(changed), known);
    known = same(factsOf(changed.slice(0, 6)), known);
    same({ ...factsOf(changed), leanings: [{ rider: "ann", mean: 0.5, variance: 0.1 }] }, known);
  });
  it("leaves the plain reading as it is, and makes plays promise less", () => {
    const facts = factsOf(STOPPED);
    const { belief, doubt } = readingNow(facts);
    expect([...belief.mean]).toEqual([...believe(facts).mean]);
    const chance = (with_: typeof doubt): number => {
      const plays = simulate({
        belief,
        doubt: with_,
        sessions: facts.sessions,
        goals: [{ skill: "a", target: 3, value: 1, side: null }],
        ahead: {
          today: 11,
          lastDay: 21,
          days: [12, 13, 14, 15, 16, 17, 18, 19, 20, 21],
          missed: 0,
          planned: 12,
          minutes: 45,
          items: 3,
          follows: "plan",
          notBefore: new Map(),
        },
        options: { seed: 3, plays: 300, pace: 1 },
      });
      return readSimulations(plays.played, plays.run(300))[0]?.chance ?? Number.NaN;
    };
    expect(chance(doubt)).toBeLessThan(chance(null) - 0.1);
  });
});
