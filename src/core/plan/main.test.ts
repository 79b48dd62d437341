import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { FIRST, goal, planOf, recordOf, standingOf, worked } from "#tests/plan-record.ts";
import { addDays, localDate } from "../calendar/local-date.ts";
import { readingOn, type StayRecord } from "./outlook.ts";
import { beginsNothing } from "./planned-days.ts";
import type { ScheduledSession } from "./session.ts";
import { tell } from "./stored-forecast.ts";

const mains = (plan: readonly ScheduledSession[]): readonly (readonly string[])[] =>
  plan.map(({ items }) => items.map(({ skill }) => skill));
const isTacked = (id: string): boolean => skillOf(id).tags.includes("tacked");
const isRidden = (id: string): boolean => skillOf(id).bears === "rider";

/** Walked and worked on the ground alone so far. */
const GROUND = [
  worked(2, ["catch", "halter", "lead", "stand", "groom", "give-head", "hindquarters", "send-out", "block"], 3),
  worked(4, ["lead", "stand", "give-head", "hindquarters", "send-out", "voice-trot"], 3),
];
const toldRidden = (changes: Partial<StayRecord> = {}): StayRecord =>
  recordOf({
    kind: "started",
    sessions: GROUND,
    standing: standingOf(GROUND, { history: { ridden: "yes" } }),
    goals: [{ ...goal("trot"), must: true }],
    ...changes,
  });

describe("a horse that is told to be ridden and was looked at on the ground alone", () => {
  it("is tacked up first, and ridden within its first week of work", () => {
    const week = mains(planOf(toldRidden())).slice(0, 5);
    expect(week[0]?.some(isTacked)).toBe(true);
    expect(week.some((main) => main.some(isRidden))).toBe(true);
    expect(week.flat()).not.toContain("lie-across");
  });
  it("has a chance: nothing waits for what riding shows anyway", () => {
    const record = toldRidden({
      waits: ["sit", "lie-across", "stirrup-weight"].map((skill) => ({ skill, until: 1000, passed: true })),
    });
    const telling = tell({ record, reading: readingOn(record), plays: 60 });
    expect(telling.told(telling.run(60))[0]?.chance).toBeGreaterThan(0.5);
  });
});

describe("what a step still lacks", () => {
  /** All of the list at 3; it kicked in the last session with the tack. */
  const LISTED = ["girth", "loose-tack", "block", "give-head", "hindquarters", "stirrups", "saddle", "pad", "rope-flag", "stand"];
  const sessions = [worked(2, LISTED, 3), worked(4, LISTED, 3), worked(6, LISTED, 3)];
  const past = standingOf(sessions).past.map((one, i) => ({
    ...one,
    incidents: i === 2 ? [{ kind: "kick", hurt: "nobody", during: "ground", strength: 2, ledBy: [] } as const] : [],
  }));
  it("is worked, also where that is two quiet sessions with the tack on", () => {
    const plan = planOf(recordOf({ sessions, standing: standingOf(sessions, { past }), goals: [goal("sit")] }));
    const step = plan.findIndex(({ because }) => because.code === "step");
    expect(step).toBeGreaterThanOrEqual(2);
    expect(step).toBeLessThanOrEqual(4);
    expect(plan[step]?.items.map(({ skill }) => skill)).toEqual(["stirrup-weight"]);
    expect(mains(plan.slice(0, step)).filter((main) => main.some(isTacked)).length).toBeGreaterThanOrEqual(2);
  });
});

describe("the owner's complaint", () => {
  it("is worked in the first week, whether or not it was made a goal, and however well it went in the walk", () => {
    for (const [complaint, level] of [
      ["tie", 1],
      ["tie", 3],
      ["send-out", 3],
    ] as const) {
      const sessions = [worked(2, ["catch", "halter", "lead", "give-head"], 3)];
      const { scores } = standingOf([worked(1, [complaint], level), worked(1, ["stand"], 3)]);
      const walked = scores.map((one) => ({ ...one, walk: true }));
      const standing = standingOf(sessions, { complaint: [complaint], handlingIsWork: true, sessionsSoFar: 0 });
      const record = { sessions, seen: walked, standing: { ...standing, scores: [...walked, ...standing.scores] } };
      const plan = planOf(recordOf({ ...record, goals: [goal("girth")] })).slice(0, 5);
      const asked = plan.flatMap(({ items, handling, warmUp }) => [...items.map(({ skill }) => skill), ...handling, ...warmUp]);
      expect([complaint, level, asked.includes(complaint)]).toEqual([complaint, level, true]);
    }
  });
});

describe("a session's focus", () => {
  it("is two things of one family where both are under way, and at most one of them is new", () => {
    const sessions = [
      worked(2, ["lead", "stand", "rope-flag", "pad", "give-head", "hindquarters"], 2),
      worked(4, ["lead", "stand"], 4),
    ];
    const plan = planOf(recordOf({ sessions, standing: standingOf(sessions), goals: [{ ...goal("sit"), must: true }] }));
    expect(mains(plan).filter((main) => main.length > 1).length).toBeGreaterThan(2);
    const begun = new Set(sessions.flatMap(({ work }) => work.map(({ skill }) => skill)));
    for (const { items, warmUp } of plan) {
      const main = items.map(({ skill }) => skill);
      expect(main.length).toBeLessThanOrEqual(2);
      expect(main.filter((id) => !begun.has(id)).length).toBeLessThanOrEqual(1);
      for (const id of [...main, ...warmUp]) begun.add(id);
      const [a, b] = main.map((id) => skillOf(id));
      if (a && b) expect([a.id, b.id, a.branch === b.branch || a.after.includes(b.id) || b.after.includes(a.id)]).toContain(true);
    }
  });
  it("is not the same proof day after day at the end of a term while something promised is open", () => {
    const sessions = [4, 5].map((day) => worked(day, ["lead", "tie"], 4));
    const goals = [goal("tie", 4), goal("leg-yield")].map((one) => ({ ...one, must: true }));
    const record = recordOf({ sessions, standing: standingOf(sessions, { handlingIsWork: true }), goals });
    const last = mains(planOf({ ...record, lastDay: addDays(record.today, 9) })).slice(-3);
    expect(last.filter((main, i) => i > 0 && main.join() === "tie" && last[i - 1]?.join() === "tie")).toEqual([]);
  });
});

describe("goals that are met", () => {
  const led = ["catch", "halter", "lead", "tie", "front-feet", "hind-feet", "stand", "space", "groom", "trailer"];
  const met = [2, 3, 4, 5].map((day) => worked(day, led, 4));
  const promised = ["lead", "tie", "stand"].map((skill) => ({ ...goal(skill), must: true }));
  const record = recordOf({
    kind: "unhandled",
    sessions: met,
    standing: standingOf(met, { handlingIsWork: true }),
    goals: promised,
  });
  it("take turns in the last sessions, what was shown longest ago first", () => {
    const sessions = [...met, worked(6, ["stand", "tie"], 5), worked(7, ["lead", "space"], 5)];
    const standing = standingOf(sessions, { handlingIsWork: true });
    const plan = planOf({ ...record, sessions, standing, lastDay: addDays(record.today, 3) });
    expect(mains(plan)).toEqual([["tie"], ["stand"], ["lead"]]);
  });
  it("are followed by nothing on a back that nobody asked for", () => {
    const asked = mains(planOf(record)).flat().map(skillOf);
    expect(asked.length).toBeGreaterThan(20);
    expect(asked.filter(({ nature }) => ["accepting", "mounting"].includes(nature)).map(({ id }) => id)).toEqual([]);
  });
});

describe("a first step", () => {
  it("is the whole day: nothing else is looked at on it", () => {
    const plan = planOf(toldRidden({ goals: [goal("trot"), goal("trailer-stand"), goal("sideways")] }));
    const shown = new Set(
      SKILLS.map(({ id }) => id).filter((id) => GROUND.some(({ work }) => work.some((one) => one.skill === id))),
    );
    const first = plan.find(({ because }) => because.code === "step");
    expect(first).toBeDefined();
    for (const id of first?.warmUp ?? []) expect([id, shown.has(id) || skillOf(id).contains.length > 0]).toEqual([id, true]);
  });
  it("waits for no rest day, no holiday, and not for the end of the term", () => {
    const term = { restDays: [7], holidays: [localDate("2026-06-10")], holds: [] } as const;
    const lastDay = addDays(FIRST, 29);
    // The first day is a Monday.
    const days = [0, 4, 5, 8, 9, 26, 27, 28, 29].map((day) => beginsNothing(term, addDays(FIRST, day), lastDay));
    expect(days).toEqual([false, false, true, true, false, true, true, true, true]);
  });
});

describe("a goal that was met and lost again", () => {
  it("is to be met once more, and not before today", () => {
    const scored = [3, 4, 0].map((score, i) => worked(2 + i, ["lead"], score));
    const record = recordOf({ sessions: scored, standing: standingOf(scored), goals: [goal("lead")] });
    const telling = tell({ record, reading: readingOn(record), plays: 80 });
    const [told] = telling.told(telling.run(80));
    expect(told?.state.met).toBe(false);
    expect(told?.day.p10).toBeGreaterThan(telling.asked.ahead.today);
  });
});
