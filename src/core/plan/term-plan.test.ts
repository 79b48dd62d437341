import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { FIRST, goal, planOf, recordOf, SESSIONS, standingOf, worked } from "#tests/plan-record.ts";
import { addDays, type LocalDate, localDate, weekdayOf } from "../calendar/local-date.ts";
import { ancestorsIn } from "../ladder/ladder.ts";
import { METHODS, type Method, methodOf } from "../ladder/methods.ts";
import type { Pin } from "./asked.ts";
import { GOAL_SETS, goalsOfSet, valueOf } from "./goal-sets.ts";
import { aheadOf, factsOf, readingOn, type StayRecord, type WhatIf, whatIfsOf } from "./outlook.ts";
import { plannedDays, stayDay } from "./planned-days.ts";
import type { ScheduledSession } from "./session.ts";
import { tell } from "./stored-forecast.ts";
import { planWeeksOf, whatMoved } from "./weeks.ts";

const skillsOn = (plan: readonly ScheduledSession[], day: number): readonly string[] =>
  plan.find((one) => one.day === day)?.items.map(({ skill }) => skill) ?? [];

describe("planned days", () => {
  it("leave out rest days, holidays, holds and days off, and hold the week's share", () => {
    const days = plannedDays({
      facts: {
        restDays: [7],
        holidays: [localDate("2026-06-10")],
        holds: [{ kind: "vet", from: localDate("2026-06-16"), to: localDate("2026-06-18"), stopsClock: true }],
      },
      from: localDate("2026-06-08"),
      lastDay: localDate("2026-06-28"),
      perWeek: 4,
      off: [{ from: localDate("2026-06-22"), to: localDate("2026-06-28") }],
    });
    expect(days).not.toContain("2026-06-10");
    expect(days.filter((day) => day < "2026-06-15")).toHaveLength(4);
    expect(days.filter((day) => day >= "2026-06-15" && day < "2026-06-22")).toEqual(["2026-06-15", "2026-06-19", "2026-06-20"]);
    expect(days.filter((day) => day >= "2026-06-22")).toEqual([]);
  });
  it("never plan two sessions on a day, nor one where the barn rests, for any barn and any number a week", () => {
    const facts = fc.record({
      rest: fc.uniqueArray(fc.constantFrom(1, 2, 3, 4, 5, 6, 7), { maxLength: 4 }),
      perWeek: fc.integer({ min: 1, max: 7 }),
      weeks: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(facts, ({ rest, perWeek, weeks }) => {
        const restDays = rest as (1 | 2)[];
        const days = plannedDays({
          facts: { restDays, holidays: [], holds: [] },
          from: FIRST,
          lastDay: `2026-08-${10 + weeks}` as LocalDate,
          perWeek,
        });
        expect(new Set(days).size).toBe(days.length);
        for (const day of days) expect(rest).not.toContain(weekdayOf(day));
      }),
    );
  });
});

describe("the plan of what is left", () => {
  it("has one thing or two of a family for each planned day, at most one of them new, and gets to what is wanted", () => {
    const plan = planOf(recordOf());
    expect(plan.map(({ day }) => day)).toEqual(aheadOf(recordOf()).days);
    const met = new Set<string>();
    for (const { items, handling } of plan) {
      expect(items.length).toBeGreaterThan(0);
      expect(items.length).toBeLessThanOrEqual(2);
      expect(items.filter(({ isNew }) => isNew).length).toBeLessThanOrEqual(1);
      for (const skill of [...items.map((item) => item.skill), ...handling]) met.add(skill);
    }
    expect(met).toContain("tie");
    expect(met).toContain("trot");
  });
  it("ends with consolidating and the exit, nothing new in them", () => {
    const plan = planOf(recordOf());
    expect(plan.slice(-3).map(({ purpose }) => purpose)).toEqual(["consolidate", "consolidate", "exit"]);
    for (const { items } of plan.slice(-3)) expect(items.some(({ isNew }) => isNew)).toBe(false);
  });
  it("begins with the refresher that time off asks for, and with nothing new", () => {
    const stepBack = {
      code: "days-off",
      at: null,
      trouble: null,
      days: 16,
      quiet: 0,
      of: 2,
      bearing: true,
      skills: [],
      second: false,
      work: [],
    } as const;
    const plan = planOf(recordOf({ standing: standingOf(SESSIONS, { stepBack }) }));
    expect(plan.map(({ purpose }) => purpose === "refresher").indexOf(false)).toBe(2);
    for (const { items } of plan.slice(0, 2)) expect(items.some(({ isNew }) => isNew)).toBe(false);
  });
  it("says why for every session, and of every six mains at least three serve what was promised", () => {
    const goals = [{ ...goal("trot"), must: true }, goal("clippers")];
    const plan = planOf(recordOf({ goals }));
    const serves = new Set(["trot", ...ancestorsIn(SKILLS, "trot")]);
    const met = plan.findIndex(({ because }) => because.code !== "goal" && because.code !== "step");
    const open = plan.slice(0, met < 0 ? plan.length : met);
    expect(open.length).toBeGreaterThan(15);
    const mains = open.map(({ items }) => items.some(({ skill }) => serves.has(skill)));
    for (let i = 0; i + 6 <= mains.length; i += 1) expect(mains.slice(i, i + 6).filter(Boolean).length).toBeGreaterThanOrEqual(3);
    expect(plan.every(({ because }) => because.code.length > 0)).toBe(true);
  });
  it("works no main more than three sessions running, whatever the goals", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom("tie", "trot", "sit", "trailer", "hind-feet", "canter"), { minLength: 1, maxLength: 4 }),
        (ids) => {
          const plan = planOf(recordOf({ goals: ids.map((id) => goal(id)) })).filter(({ purpose }) => purpose === "work");
          const firsts = plan.map(({ items }) => items[0]?.skill ?? "");
          for (let i = 0; i + 4 <= firsts.length; i += 1) expect(new Set(firsts.slice(i, i + 4)).size).toBeGreaterThan(1);
        },
      ),
      { numRuns: 12 },
    );
  });
  it("puts nothing on a back before its list is full, and begins nothing before a rest day or at the end of a term", () => {
    const plan = planOf(recordOf({ goals: [{ ...goal("trot"), must: true }] }));
    const worked = new Map<string, number>();
    for (const { day, items, because } of plan) {
      for (const { skill } of items) {
        if (skill === "stirrup-weight")
          for (const before of ["girth", "loose-tack", "block", "give-head", "hindquarters"])
            expect(worked.has(before)).toBe(true);
        worked.set(skill, day);
      }
      if (because.code === "step") {
        expect(weekdayOf(addDays(FIRST, day + 1))).not.toBe(7);
        expect(day).toBeLessThanOrEqual(stayDay(FIRST, recordOf().lastDay) - 3);
      }
    }
  });
  it("says what must be so before a ridden step", () => {
    const items = planOf(recordOf()).flatMap((session) => session.items);
    const first = items.find(({ skill, isNew }) => skill === "trot" && isNew);
    expect(first?.when).toContainEqual({ code: "calm-day" });
    expect(first?.when).toContainEqual({ code: "second-person" });
  });
  it("asks for somebody beside it as long as a skill that wants one is not done well", () => {
    const rows = planOf(recordOf())
      .flatMap(({ items }) => items)
      .filter(({ skill }) => skill === "trot");
    expect(rows.length).toBeGreaterThan(1);
    expect(rows[0]?.when).toContainEqual({ code: "second-person" });
    const held = recordOf({ sessions: [...SESSIONS, worked(6, ["trot"], 4)], goals: [goal("trot", 5)] });
    const well = planOf(held)
      .flatMap(({ items }) => items)
      .filter(({ skill }) => skill === "trot");
    expect(well.length).toBeGreaterThan(0);
    for (const { when } of well) expect(when).not.toContainEqual({ code: "second-person" });
  });
  it("works nothing that is reliable in the place of something that stands still", () => {
    const stands = "loose-tack";
    const known = SKILLS.filter(({ bears, nature, id }) => bears === "nothing" && nature !== "owner" && id !== stands).map(
      ({ id }) => id,
    );
    const sessions = [worked(2, [...known, stands], 5), worked(4, known, 5), worked(6, [stands], 2)];
    const standing = standingOf(sessions, { stuck: [stands] });
    const plan = planOf(recordOf({ sessions, standing, goals: [{ ...goal(stands), must: true }] }));
    const [first] = plan;
    expect(first?.items.length).toBeGreaterThan(0);
    for (const { because, items } of plan)
      if (because.code === "another-way") for (const { skill } of items) expect(known).not.toContain(skill);
  });
  it("begins what the next big step lacks with what that rests on, and gets on with it", () => {
    const saddled = ["pad", "rope-flag", "give-head", "saddle", "girth"];
    const sessions = [worked(2, ["lead", "stand", "space", ...saddled], 4), worked(4, saddled, 4), worked(6, ["send-out"], 0)];
    const past = standingOf(sessions).past.map((one) => ({ ...one, tack: ["saddle"] as const }));
    const standing = standingOf(sessions, { past });
    const plan = planOf(recordOf({ sessions, standing, goals: [{ ...goal("sit"), must: true }] }));
    const mains = plan.map(({ items }) => items.map(({ skill }) => skill));
    const firstOf = (skill: string): number => mains.findIndex((main) => main.includes(skill));
    expect(firstOf("send-out")).toBeGreaterThanOrEqual(0);
    expect(firstOf("send-out")).toBeLessThan(firstOf("loose-tack"));
    expect(firstOf("loose-tack")).toBeLessThan(firstOf("stirrup-weight"));
    expect(mains.filter((main) => main.includes("loose-tack")).length).toBeLessThan(7);
  });
  it("asks for nothing that rests on what the horse does not do at all, for any horse", () => {
    const parts = SKILLS.filter(({ id }) => ancestorsIn(SKILLS, "sit").includes(id));
    fc.assert(
      fc.property(fc.array(fc.constantFrom(0, 0, 3, 4), { minLength: parts.length, maxLength: parts.length }), (drawn) => {
        // Nothing goes above what it rests on.
        const levels = parts.map(({ id }, i) =>
          parts.some((one, j) => drawn[j] === 0 && ancestorsIn(SKILLS, id).includes(one.id)) ? 0 : drawn[i],
        );
        const of = (level: number): readonly string[] => parts.filter((_, i) => levels[i] === level).map(({ id }) => id);
        const known = [0, 1, 2, 3, 4].map((level) => worked(level + 1, of(level), level)).filter(({ work }) => work.length > 0);
        const plan = planOf(recordOf({ sessions: known, standing: standingOf(known), goals: [{ ...goal("sit"), must: true }] }));
        const met = new Set(parts.filter((_, i) => (levels[i] ?? 0) >= 1).map(({ id }) => id));
        for (const { items, warmUp, handling, finish } of plan) {
          for (const { skill } of items) {
            if (!met.has(skill)) expect([skill, skillOf(skill).after.filter((one) => !met.has(one))]).toEqual([skill, []]);
          }
          for (const skill of [...items.map((one) => one.skill), ...warmUp, ...handling, ...finish]) met.add(skill);
        }
      }),
      { numRuns: 15 },
    );
  });
  it("looks at what a horse is told to do under a rider once somebody rides it here", () => {
    const ridden = ["bend-stop", "forward", "give-head", "hindquarters", "block"];
    const sessions = [worked(2, ridden, 4), worked(4, ridden, 4)];
    const past = standingOf(sessions).past.map((one) => ({ ...one, saddleMinutes: 30, tack: ["saddle"] as const }));
    const standing = standingOf(sessions, { rides: 2, history: { ridden: "yes" }, past });
    const plan = planOf(recordOf({ kind: "started", sessions, standing, goals: [{ ...goal("arena"), must: true }] }));
    const first = plan.slice(0, 6).flatMap(({ items, warmUp }) => [...items.map(({ skill }) => skill), ...warmUp]);
    expect(first).toContain("steer");
  });
  it("keeps pins, and what is left out stays out, whatever the record does", () => {
    const [day, next] = aheadOf(recordOf()).days as [number, number];
    const pins: Pin[] = [
      { kind: "pin", skill: "clippers", day: next },
      { kind: "forbid", skill: "stand", from: day, to: day + 6 },
    ];
    for (const sessions of [recordOf().sessions, [...recordOf().sessions, worked(6, ["tie", "space"], 2)]]) {
      const plan = planOf(recordOf({ pins, sessions }));
      expect(skillsOn(plan, next)[0]).toBe("clippers");
      for (const session of plan.filter((one) => one.day <= day + 6))
        expect(session.items.map(({ skill }) => skill)).not.toContain("stand");
    }
  });
  it("asks nothing that waits for a check before its day, and goes on while nobody can ride", () => {
    const waits = SKILLS.filter(({ saddle }) => saddle).map(({ id }) => ({ skill: id, until: 40, passed: false }));
    const plan = planOf(recordOf({ waits }));
    for (const { day, items } of plan.filter((one) => one.day < 40))
      expect([day, items.filter(({ skill }) => skillOf(skill).saddle)]).toEqual([day, []]);
  });
  it("has no days while a check holds everything, and goes on after it", () => {
    const held = (until: number) => planOf(recordOf({ waits: SKILLS.map(({ id }) => ({ skill: id, until, passed: false })) }));
    expect(held(20).map(({ day }) => day)).toEqual(planOf(recordOf()).flatMap(({ day }) => (day >= 20 ? [day] : [])));
    expect(held(1000)).toEqual([]);
  });
  it("is empty while a hold is open, and the same for the same record", () => {
    expect(planOf(recordOf({ onHold: true }))).toEqual([]);
    expect(planOf(recordOf())).toEqual(planOf(recordOf()));
  });
  it("tells its weeks by their theme and main thing", () => {
    const weeks = planWeeksOf(planOf(recordOf()), SKILLS, 0);
    expect(weeks[0]).toMatchObject({ from: 7 });
    expect(weeks.every(({ theme, main, sessions }) => theme !== null && main !== null && sessions.length > 0)).toBe(true);
    // The theme is what its own sessions say.
    for (const { theme, sessions } of weeks) {
      const reasons = sessions.map(({ because }) => because);
      expect(theme?.code === "step").toBe(reasons.some(({ code }) => code === "step"));
      if (theme?.code === "goal") expect(reasons).toContainEqual(expect.objectContaining({ goal: theme.goal }));
    }
  });
  it("tells what moved: first days that shift by two and more, what comes in and what goes out", () => {
    const before = planOf(recordOf());
    expect(whatMoved(before, before, 6)).toEqual([]);
    const later = planOf(recordOf({ goals: [goal("tie", 4), goal("trailer")] }));
    const moved = whatMoved(before, later, 6);
    expect(moved).toContainEqual(expect.objectContaining({ code: "added", skill: "trailer" }));
    expect(moved).toContainEqual(expect.objectContaining({ code: "dropped", skill: "trot" }));
  });
});

describe("a card written by hand", () => {
  const items = [
    { skill: "lead", role: "warm-up" },
    { skill: "clippers", role: "main" },
    { skill: "hose", role: "handling" },
    { skill: "stand", role: "finish" },
  ] as const;
  const written = (day: number) => ({
    kind: "written" as const,
    day,
    items,
    words: "The vet comes on Friday.",
    added: [],
    dropped: [],
  });
  it("stands on its day as it was written, and the plan goes on around it", () => {
    const plain = planOf(recordOf());
    const day = plain[3]?.day ?? 0;
    const plan = planOf(recordOf({ pins: [written(day)] }));
    expect(plan.find((one) => one.day === day)).toMatchObject({
      items: [{ skill: "clippers", pinned: true }],
      because: { code: "written", words: "The vet comes on Friday." },
      warmUp: ["lead"],
      handling: ["hose"],
      finish: ["stand"],
    });
    expect(plan.map((one) => one.day)).toEqual(plain.map((one) => one.day));
    expect(plan.slice(0, 3)).toEqual(plain.slice(0, 3));
  });
  it("does not make possible what may not be done: that much of it waits", () => {
    const early = { ...written(7), items: [...items, { skill: "canter", role: "finish" as const }] };
    expect(planOf(recordOf({ pins: [early] })).find(({ day }) => day === 7)?.finish).not.toContain("canter");
  });
  it("of a barn with its own way leaves out or asks what the barn says, beside the main", () => {
    const beside = (ways: StayRecord["ways"]) =>
      planOf(recordOf({ ways })).map(({ warmUp, handling, finish }) => [...warmUp, ...handling, ...finish]);
    // What nobody has seen yet is looked at whatever the barn's way, and a session may end with its own main.
    const daily = planOf(recordOf()).flatMap(({ handling }) => handling);
    const often = daily.find((skill) => daily.filter((one) => one === skill).length > 2) ?? "";
    expect(often).not.toBe("");
    expect(beside([{ skill: often, way: "leave-out" }]).flat()).not.toContain(often);
    const always = beside([{ skill: "wait", way: "always" }]);
    expect(always.filter((skills) => skills.includes("wait")).length).toBeGreaterThan(always.length / 2);
  });
});

describe("methods", () => {
  it("put off the first ride by their ground sessions, and change what a skill waits for", () => {
    const firstRide = (method: Method): number =>
      planOf(recordOf({ method, kind: "restart", goals: [goal("forward")] })).find(({ items }) =>
        items.some(({ skill }) => skillOf(skill).saddle),
      )?.day ?? 99;
    expect(firstRide(methodOf("ground-first"))).toBeGreaterThan(firstRide(methodOf("quiet-steps")));
    const sitAfter = (method: Method) => factsOf(recordOf({ method })).skills.find(({ id }) => id === "sit")?.prerequisites;
    expect(sitAfter(methodOf("classical-line"))).toContain("bit");
    expect(sitAfter(methodOf("quiet-steps"))).not.toContain("bit");
  });
  it("change nothing of what was worked", () => {
    for (const method of METHODS) expect(factsOf(recordOf({ method })).sessions).toEqual(factsOf(recordOf()).sessions);
  });
});

describe("what may be asked instead", () => {
  it("changes the days as it says", () => {
    const count = (what: WhatIf): number => aheadOf(recordOf(), what).days.length;
    const now = count({ code: "now" });
    expect(count({ code: "sessions", aWeek: 6 })).toBeGreaterThan(now);
    expect(count({ code: "sessions", aWeek: 4 })).toBeLessThan(now);
    expect(count({ code: "days", more: 30 })).toBeGreaterThan(now + 15);
    const off = aheadOf(recordOf(), { code: "off", days: 14 });
    expect(off.days.filter((day) => day >= 8 && day < 22)).toEqual([]);
    expect(aheadOf(recordOf(), { code: "hard-side" }).sides).toEqual({ left: 0.75, right: 1.25 });
  });
  it("offers two short sessions a day where something is needed on a day, and says what they bring", () => {
    const record = recordOf({ goals: [{ ...goal("stand", 4), by: localDate("2026-06-22") }], today: localDate("2026-06-08") });
    expect(whatIfsOf(recordOf()).map(({ code }) => code)).not.toContain("twice");
    expect(whatIfsOf(record).map(({ code }) => code)).toContain("twice");
    const chance = (what: WhatIf): number => {
      const telling = tell({ record, reading: readingOn(record, what), plays: 200, what });
      return telling.told(telling.run(200))[0]?.chance ?? 0;
    };
    expect(aheadOf(record, { code: "twice" }).days).toEqual(aheadOf(record).days);
    expect(chance({ code: "twice" })).toBeGreaterThan(chance({ code: "now" }));
  });
  it("offers no more sessions than the barn has days, and no hard side where there is none", () => {
    const codes = (record: StayRecord) => whatIfsOf(record).map((what) => (what.code === "sessions" ? what.aWeek : what.code));
    expect(codes(recordOf())).toEqual([6, 4, "days", "off", "hard-side"]);
    expect(codes(recordOf({ hard: "even", term: { ...recordOf().term, sessionsAWeek: 6 } }))).toEqual([5, "days", "off"]);
  });
});

describe("goal sets", () => {
  it("name skills of the ladder once, weigh promises more, and count days from arrival", () => {
    for (const set of GOAL_SETS) {
      const goals = goalsOfSet(set.goals, SKILLS);
      expect(goals).toHaveLength(set.goals.length);
      expect(new Set(goals.map(({ skill }) => skill)).size).toBe(goals.length);
      for (const { skill } of goals) expect(skillOf(skill).id).toBe(skill);
    }
    expect(valueOf({ ...goal("tie"), must: true })).toBeGreaterThan(valueOf(goal("tie")));
    expect(stayDay(FIRST, localDate("2026-06-03"))).toBe(2);
  });
});
