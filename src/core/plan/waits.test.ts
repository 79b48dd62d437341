import { describe, expect, it } from "vitest";
import { SKILLS } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { sidesOf, type TrackSide } from "../kernel/sides.ts";
import { skillIn } from "../ladder/ladder.ts";
import type { HorseRecord } from "../permission/from-record.ts";
import { USUAL_LIMITS } from "../weather/work-limits.ts";
import { waitsOf } from "./waits.ts";

const FIRST = localDate("2026-06-01");
const TODAY = localDate("2026-07-01");
const score = (skill: string, side: TrackSide, given: 0 | 1 | 2 | 3 | 4) => ({
  skill,
  side,
  score: given,
  day: TODAY,
  walk: true,
});
const both = (skill: string) => sidesOf(skillIn(SKILLS, skill)?.sided ?? false).map((side) => score(skill, side, 4));
const recordOf = (scores: HorseRecord["scores"]): HorseRecord => ({
  kind: "halter",
  horseClass: "adult",
  history: {},
  ageYears: 6,
  ladder: SKILLS,
  groundSessionsFirst: 0,
  stepChanges: [],
  holds: [],
  checks: [],
  signed: {
    day: TODAY,
    risk: 2,
    ridden: true,
    secondPerson: "riding",
    sessionMinutes: null,
    circleMinutes: 20,
    focus: [],
  } as HorseRecord["signed"],
  riskSet: null,
  riskRead: 2,
  walked: null,
  limits: USUAL_LIMITS,
  weight: { kilograms: 500, day: TODAY },
  fitness: "fit",
  condition: 5,
  keptFrom: [],
  worked: [],
  rides: 0,
  scores,
  sessions: [],
  incidents: [],
});
/** More days than any term has: for good. */
const forGood = (scores: HorseRecord["scores"]): readonly string[] =>
  waitsOf({ record: recordOf(scores), firstDay: FIRST, today: TODAY, people: null, goals: ["arena"], complaint: [], stuck: [] })
    .filter(({ until }) => until > 500)
    .map(({ skill }) => skill);

const UP_TO_MOUNTING = ["girth", "loose-tack", "block", "give-head", "hindquarters", "stirrups", "stirrup-weight"].flatMap(both);

describe("what waits for good", () => {
  it("is what riding shows on both sides anyway", () => {
    expect(forGood([...UP_TO_MOUNTING, ...both("bend-stop")])).toEqual(expect.arrayContaining(["lie-across", "sit"]));
  });
  it("is nothing that was shown on one side alone: the other is work, however near the goal is", () => {
    const oneSided = forGood([...UP_TO_MOUNTING, score("bend-stop", "left", 3), score("bend-stop", "right", 1)]);
    expect(oneSided).not.toContain("sit");
    expect(oneSided).not.toContain("lie-across");
  });
});
