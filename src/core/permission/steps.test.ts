import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { type Score, sidesOf } from "../kernel/sides.ts";
import { readHorse } from "../reading/reading.ts";
import { workTowards } from "./next-step.ts";
import { firstTimesOf, missingFor, type StepFacts } from "./steps.ts";

type Given = Readonly<Record<string, Score>>;
/** A horse that was looked at once, and scored alike on its sides. */
const factsOf = (given: Given): StepFacts => ({
  ladder: SKILLS,
  reading: readHorse({
    ladder: SKILLS,
    kind: "halter",
    history: {},
    rides: 0,
    scores: Object.entries(given).flatMap(([skill, score]) =>
      sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score, day: localDate("2026-06-01"), walk: true })),
    ),
  }),
  sessions: [],
  sessionsSoFar: 0,
  rides: 0,
  groundSessionsFirst: 0,
});
const LISTED = ["rope-flag", "pad", "saddle", "girth", "loose-tack", "block", "give-head", "hindquarters", "stirrup-weight"];
const at = (score: Score, ids: readonly string[]): Given => Object.fromEntries(ids.map((id) => [id, score]));

describe("what a step still lacks", () => {
  it("is worked, and where that waits for something itself, that is", () => {
    const facts = factsOf({ ...at(3, LISTED), "loose-tack": 2, "lie-across": 1 });
    const sit = skillOf("sit");
    const missing = missingFor(sit, facts);
    expect(missing.map((one) => (one.code === "level" ? one.skill : one.code))).toContain("lie-across");
    expect(workTowards({ skill: sit, missing }, facts)).toEqual(expect.arrayContaining(["loose-tack"]));
    expect(workTowards({ skill: sit, missing }, facts)).not.toContain("lie-across");
  });
});

describe("the lists that plays wait for", () => {
  const some = fc.dictionary(
    fc.constantFrom(...LISTED, "lie-across", "sit", "bend-stop", "forward", "steer", "stop", "trot", "arena", "poles"),
    fc.constantFrom<Score>(0, 1, 2, 3, 4, 5),
  );
  it("ask for the very levels that bar the step on the card", () => {
    fc.assert(
      fc.property(some, (given) => {
        const facts = factsOf(given as Given);
        for (const { skill, asks } of firstTimesOf(facts)) {
          const lacking = asks.filter((one) => facts.reading.counts(skillOf(one.skill)) < one.score && !one.oneSide);
          const barring = missingFor(skillOf(skill), facts).flatMap((one) => (one.code === "level" ? [one.skill] : []));
          expect(new Set(barring.filter((id) => !asks.some((one) => one.skill === id && one.oneSide)))).toEqual(
            new Set(lacking.map((one) => one.skill)),
          );
        }
      }),
    );
  });
  it("hold nothing back that was shown", () => {
    fc.assert(
      fc.property(some, (given) => {
        const facts = factsOf(given as Given);
        expect(firstTimesOf(facts).filter(({ skill }) => facts.reading.isShown(skillOf(skill)))).toEqual([]);
      }),
    );
  });
});
