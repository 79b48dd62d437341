import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import { type ForecastGoal, type TrainerNeedsAsked, trainerNeeds } from "./trainer-needs.ts";

const FIRST = localDate("2026-06-01");
const goal = (skill: string, chance: number, changes: Partial<ForecastGoal> = {}): ForecastGoal => ({
  skill,
  chance,
  met: false,
  must: true,
  by: null,
  ...changes,
});
const needsOn = (day: number, changes: Partial<TrainerNeedsAsked>) =>
  trainerNeeds({
    today: addDays(FIRST, day),
    firstDay: FIRST,
    length: 60,
    stepBack: null,
    ready: null,
    stuck: [],
    goals: [],
    next: [],
    towards: null,
    ...changes,
  });

describe("a promise that will hardly be kept", () => {
  it("is told once half of the term has shown it, the weakest first, with how many more there are", () => {
    const goals = [goal("trot", 0.25), goal("tie", 0.2), goal("canter", 0.1, { must: false })];
    expect(needsOn(29, { goals })).toEqual([]);
    expect(needsOn(30, { goals })).toEqual([{ code: "goal", skill: "tie", chance: 0.2, others: 1 }]);
  });
  it("is told at once where it is as good as lost", () => {
    expect(needsOn(3, { goals: [goal("steer", 0.02), goal("tie", 0.2)] })).toEqual([
      { code: "goal", skill: "steer", chance: 0.02, others: 0 },
    ]);
  });
  it("with a day of its own is told as that, and once it is met not at all", () => {
    const by = addDays(FIRST, 40);
    expect(needsOn(31, { goals: [goal("trailer", 0.05, { by }), goal("tie", 0, { met: true })] })).toEqual([
      { code: "dated-goal", skill: "trailer", chance: 0.05, by },
    ]);
  });
});

describe("what comes next", () => {
  const met = goal("stirrup-weight", 1, { met: true });
  const towards = { wish: "canter", skill: "sit" };
  it("is asked once all goals are met, the owner's wish before what merely builds on them", () => {
    expect(needsOn(9, { goals: [met], next: ["poles"] })).toEqual([{ code: "next-goals", skills: ["poles"], wish: null }]);
    expect(needsOn(9, { goals: [met], next: ["sit", "poles"], towards })).toEqual([
      { code: "next-goals", skills: ["sit", "poles"], wish: "canter" },
    ]);
  });
  it("is the step to the wish alone while other goals are open, and nothing without a wish", () => {
    const goals = [met, goal("tie", 0.9)];
    expect(needsOn(9, { goals, next: ["poles"], towards })).toEqual([{ code: "next-goals", skills: ["sit"], wish: "canter" }]);
    expect(needsOn(9, { goals, next: ["poles"] })).toEqual([]);
    expect(needsOn(9, { next: ["poles"] })).toEqual([]);
  });
});
