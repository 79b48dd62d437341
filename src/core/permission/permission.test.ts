/** The contradictions that were found when the application was tried as horse people would: each stands here, and stays away. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { dayPersonOf, dayPlaceOf, permitHorseOf } from "#tests/days.ts";
import { localDate } from "../calendar/local-date.ts";
import { COURSE_STATES, type CourseMark, courseNow, isTight } from "../card/course.ts";
import { EMPTY_RECORD } from "../card/merge.ts";
import { SIGNS } from "../intake/signs.ts";
import { sidesOf } from "../kernel/sides.ts";
import { ancestorsIn, hasTag } from "../ladder/ladder.ts";
import { type ReadScore, readHorse } from "../reading/reading.ts";
import { loadLimit } from "../tools/load.ts";
import { redSeen } from "./ground-check.ts";
import type { PermitHorse } from "./horse.ts";
import { nobodyLightEnough } from "./lightest.ts";
import { against, askedOf, barring, horseReasons, placeReasons, skillAct, tickReasons } from "./permission.ts";
import { mayOverride, overriddenBy, type Reason, strengthOf } from "./reasons.ts";
import { againstRecord } from "./record.ts";
import { levelsAsked, mayAskFor, missingFor, STEP_LISTS, STEPS, type StepFacts, unreadyOf } from "./steps.ts";
import { type PastSession, quietLately, redOf, riskNow, scoredAlike } from "./trouble.ts";

const DAY = localDate("2026-07-14");
const ann = dayPersonOf("ann", { grade: 4, weightKg: 58 });
const sef = dayPersonOf("sef", { grade: 1, rides: false, weightKg: null });
const reading = readHorse({ ladder: SKILLS, scores: [], kind: "halter", history: {}, rides: 0 });
const line = (weightKg: number) => loadLimit({ weightKg, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 });
const ask = (horse: Partial<PermitHorse>, id: string, people: { rider?: typeof ann; helper?: typeof ann | null } = {}) =>
  barring(
    against(
      permitHorseOf(horse),
      { rider: people.rider ?? ann, helper: people.helper === undefined ? dayPersonOf("hal", { grade: 5 }) : people.helper },
      skillAct(skillOf(id), reading),
      { place: dayPlaceOf("pen", { separate: true }), hours: [], ticked: null },
    ),
  );
const codes = (reasons: readonly Reason[]) => reasons.map(({ code }) => code);

describe("whatever bears weight, from the first foot in the stirrup", () => {
  it("asks the weight line: nobody of 85 kg lies across a pony of 250 kg", () => {
    const heavy = { ...ann, weightKg: 85 };
    for (const id of ["stirrup-weight", "lie-across", "sit", "trot"])
      expect([id, codes(ask({ load: line(250) }, id, { rider: heavy }))]).toEqual([id, ["load"]]);
    expect(ask({ load: line(250) }, "girth", { rider: heavy })).toEqual([]);
  });
  it("is never done with a yearling, nor with a horse that is signed to stay on the ground", () => {
    for (const id of ["stirrup-weight", "lie-across", "sit"]) {
      expect(codes(ask({ ageYears: 1, ridden: false }, id))).toEqual(["signed-off", "age"]);
      expect(codes(ask({ ridden: false }, id))).toEqual(["signed-off"]);
    }
    expect(ask({ ageYears: 1, ridden: false }, "hind-feet")).toEqual([]);
  });
  it("is nothing for a helper alone", () => {
    const alone = ask({ stage: "unridden", risk: 2 }, "stirrup-weight", { rider: sef, helper: null });
    expect(codes(alone)).toEqual(["grade", "grade", "does-not-ride", "second-person"]);
  });
  it("wants a second person with a horse of risk 5 in its first rides, as the sheet does", () => {
    const best = { ...ann, grade: 5 };
    expect(codes(ask({ risk: 5, stage: "first-rides" }, "forward", { rider: best, helper: null }))).toEqual(["second-person"]);
  });
  it("waits while a check is open, was found and not released, or while a professional restricts the saddle", () => {
    const held = (changes: object) =>
      ({ because: "open", holds: null, restricts: null, until: null, words: "", skills: [], ...changes }) as const;
    for (const one of [
      held({ holds: "ridden" }),
      held({ because: "found", holds: "ridden" }),
      held({ because: "restricted", restricts: "saddle" }),
    ]) {
      expect(codes(ask({ checks: [one] as PermitHorse["checks"] }, "stirrup-weight"))).toEqual(["check"]);
      expect(ask({ checks: [one] as PermitHorse["checks"] }, "lead")).toEqual([]);
    }
    const fast = [held({ because: "restricted", restricts: "fast", until: DAY })] as PermitHorse["checks"];
    expect(codes(ask({ checks: fast }, "canter"))).toEqual(["check"]);
    expect(ask({ checks: fast }, "trot")).toEqual([]);
  });
});

describe("a horse in its first rides", () => {
  it("is ridden in small and covered places until it is ready for the open arena", () => {
    const act = { bears: "rider" } as const;
    const said = (place: Parameters<typeof dayPlaceOf>[1], smallPlaces: boolean) =>
      placeReasons({ stage: "first-rides", smallPlaces }, dayPlaceOf("here", place), act);
    expect(said({ outdoor: true }, true)).toMatchObject([{ code: "stage-place", open: true }]);
    expect(said({ outdoor: true, separate: true }, true)).toEqual([]);
    expect(said({ outdoor: false }, true)).toEqual([]);
    expect(said({ outdoor: true }, false)).toEqual([]);
    expect(said({ outdoor: true, stages: ["riding"] }, true)).toEqual([
      { code: "stage-place", place: "here", stage: "first-rides" },
    ]);
  });
});

describe("big steps", () => {
  const scored = (rows: Readonly<Record<string, 0 | 1 | 2 | 3 | 4 | 5 | readonly [2 | 3, 2 | 3]>>): ReadScore[] =>
    Object.entries(rows).flatMap(([skill, of]) =>
      sidesOf(skillOf(skill).sided).map((side, i) => ({
        skill,
        side,
        score: typeof of === "number" ? of : (of[i] ?? of[0]),
        day: DAY,
        walk: false,
      })),
    );
  const session = (day: string, changes: Partial<PastSession> = {}): PastSession => ({
    day: localDate(day),
    groundMinutes: 40,
    saddleMinutes: 0,
    tack: ["saddle"],
    scores: [],
    signs: [],
    incidents: [],
    redSigns: [],
    endedWell: true,
    nextTime: "",
    ...changes,
  });
  const READY = { girth: 3, "loose-tack": 3, block: 3, "give-head": 3, hindquarters: 3 } as const;
  const QUIET = [session("2026-07-10"), session("2026-07-11")];
  const facts = (scores: readonly ReadScore[], changes: Partial<StepFacts> = {}): StepFacts => ({
    ladder: SKILLS,
    reading: readHorse({ ladder: SKILLS, scores, kind: "halter", history: {}, rides: 0 }),
    sessions: QUIET,
    sessionsSoFar: 12,
    rides: 0,
    groundSessionsFirst: 0,
    ...changes,
  });
  const stirrup = (of: StepFacts) => missingFor(skillOf("stirrup-weight"), of);

  it("are ready when the whole list holds on both sides, and the last two sessions with the tack were quiet", () => {
    expect(stirrup(facts(scored(READY)))).toEqual([]);
    expect(stirrup(facts(scored({ ...READY, hindquarters: [3, 2] })))).toEqual([
      { code: "level", skill: "hindquarters", side: "right", needed: 3, is: 2 },
    ]);
    expect(stirrup(facts(scored(READY), { groundSessionsFirst: 15 }))).toEqual([{ code: "ground-sessions", left: 3 }]);
  });
  it("never let a horse be sat on that bucked at the girth three sessions running, thirteen ticks or none", () => {
    const buck = { incidents: [{ kind: "buck", hurt: "nobody", during: "tacking", strength: 2, ledBy: [] } as const] };
    const bucked = ["2026-07-09", "2026-07-10", "2026-07-11"].map((day) => session(day, buck));
    const { mount } = unreadyOf(facts(scored(READY), { sessions: bucked }));
    expect(mount?.missing).toEqual([{ code: "quiet", in: "tack" }]);
    const horse = permitHorseOf({ stage: "unridden", unready: unreadyOf(facts(scored(READY), { sessions: bucked })) });
    for (const id of ["stirrup-weight", "lie-across", "sit", "forward", "trot"])
      expect([id, codes(horseReasons(horse, skillAct(skillOf(id), reading)))]).toEqual([id, ["not-ready"]]);
  });
  it("are asked of no horse that has shown what lies above them", () => {
    const rides = scored({ steer: 3, stop: 3, trot: 3, canter: 3 });
    const { mount, skills } = unreadyOf(facts(rides, { sessions: [], rides: 20 }));
    expect(mount).toBeNull();
    expect(skills.map(({ skill }) => skill)).not.toEqual(expect.arrayContaining(["sit"]));
    for (const id of ["stirrup-weight", "lie-across", "sit", "trot"])
      expect(missingFor(skillOf(id), facts(rides, { sessions: [] }))).toEqual([]);
  });
  it("stand between a horse and everything ridden that rests on them, also where somebody asks for it by itself", () => {
    const steers = facts(scored({ sit: 3, "bend-stop": 3, forward: 3, steer: 3, stop: 3 }), { rides: 6 });
    const lacks = (id: string) => missingFor(skillOf(id), steers).map((one) => ("skill" in one ? one.skill : one.code));
    for (const id of ["bank", "rollback", "single-fence", "other-rider", "first-outing", "circles"])
      expect([id, lacks(id).length > 0]).toEqual([id, true]);
    // The first trot may be asked for: all the same it comes before what is done at the trot.
    const ready = facts(scored({ sit: 3, "bend-stop": 3, forward: 3, steer: 3, stop: 3, "soft-feel": 2 }), {
      rides: 6,
      sessions: QUIET.map((one) => ({ ...one, saddleMinutes: 20 })),
    });
    expect(missingFor(skillOf("trot"), ready)).toEqual([]);
    expect(missingFor(skillOf("own-pace"), ready).map((one) => "skill" in one && one.skill)).toEqual(["trot", "trot"]);
    expect(missingFor(skillOf("gates"), ready)).toEqual([]);
    const ridden = SKILLS.filter(({ bears }) => bears === "rider");
    const some = fc.array(fc.tuple(fc.constantFrom(...ridden.map(({ id }) => id)), fc.constantFrom<2 | 3 | 4>(2, 3, 4)), {
      maxLength: 6,
    });
    fc.assert(
      fc.property(some, fc.constantFrom(...ridden), (rows, skill) => {
        const of = facts(scored(Object.fromEntries(rows)), { rides: 6 });
        if (of.reading.isShown(skill)) return;
        for (const prior of skill.after.map(skillOf)) {
          const isStep = STEPS.some((step) => STEP_LISTS[step].of.some((tag) => prior.tags.includes(tag)));
          if (isStep && prior.bears === "rider" && of.reading.counts(prior) < 2)
            expect([skill.id, prior.id, missingFor(skill, of).length > 0]).toEqual([skill.id, prior.id, true]);
        }
      }),
    );
  });
  it("wait after a buck that the horse stopped by itself: it is a hump, and none was quiet", () => {
    const hump = { incidents: [{ kind: "buck", hurt: "nobody", during: "ground", strength: 1, ledBy: [] } as const] };
    const humped = [session("2026-07-10", hump), session("2026-07-11")];
    expect(stirrup(facts(scored(READY), { sessions: humped }))).toEqual([{ code: "quiet", in: "tack" }]);
    // Loose with the tack, before the first canter under a rider.
    const trots = scored({ ...READY, trot: 3, canter: 0 });
    const ride = { saddleMinutes: 20 };
    const rides = [session("2026-07-08", ride), session("2026-07-09", ride), ...humped];
    expect(missingFor(skillOf("canter"), facts(trots, { sessions: rides, rides: 9 }))).toEqual([{ code: "quiet", in: "tack" }]);
    // Under a rider it is one thing to mend, not two.
    const ridden = humped.map((one) => ({ ...one, ...ride }));
    expect(missingFor(skillOf("canter"), facts(trots, { sessions: ridden, rides: 9 }))).toEqual([{ code: "quiet", in: "rides" }]);
  });
  it("ask of a horse that is told to be ridden one quiet look with the tack here, and what stops it", () => {
    const told = readHorse({ ladder: SKILLS, scores: [], kind: "started", history: { ridden: "yes" }, rides: 0 });
    const { mount } = unreadyOf(facts([], { reading: told, sessions: [] }));
    expect(mount?.missing).toEqual([{ code: "tacked-here" }]);
    expect(unreadyOf(facts([], { reading: told })).mount).toBeNull();
    // Its last session with the tack was none to get on after; and the method binds whoever has not been ridden here.
    const bucked = session("2026-07-12", { signs: [{ sign: "bucks", strength: 2, skill: "girth" }] });
    expect(unreadyOf(facts([], { reading: told, sessions: [...QUIET, bucked] })).mount?.missing).toEqual([
      { code: "tacked-here" },
    ]);
    expect(unreadyOf(facts([], { reading: told, groundSessionsFirst: 15 })).mount?.missing).toEqual([
      { code: "ground-sessions", left: 3 },
    ]);
  });
  it("hear of the tack by what was scored, where nobody ticked it", () => {
    const bare = { tack: [], scores: [scoredAlike(skillOf("girth"), 3)] };
    const sessions = [session("2026-07-10", bare), session("2026-07-11", bare)];
    expect(stirrup(facts(scored(READY), { sessions }))).toEqual([]);
    expect(
      stirrup(facts(scored(READY), { sessions: sessions.map((one) => ({ ...one, scores: [scoredAlike(skillOf("lead"), 3)] })) })),
    ).toEqual([{ code: "quiet", in: "tack" }]);
  });
  it("take no good score right after a poor one for a level: the last two looks count together", () => {
    const looked = (lows: readonly number[]) =>
      lows.map((low, i) => session(`2026-07-${10 + i}`, { scores: [scoredAlike(skillOf("hindquarters"), low)] }));
    const missing = (lows: readonly number[]) => stirrup(facts(scored(READY), { sessions: looked(lows) }));
    expect(missing([2, 3, 3])).toEqual([]);
    expect(missing([4, 3])).toEqual([]);
    expect(missing([3, 2, 3]).map((one) => one.code === "level" && [one.skill, one.is])).toEqual([
      ["hindquarters", 2.5],
      ["hindquarters", 2.5],
    ]);
    // One side that lags says nothing of the other.
    const right = [2, 3].map((score, i) =>
      session(`2026-07-${10 + i}`, { scores: [{ skill: "hindquarters", low: score, on: { left: 4, right: score } }] }),
    );
    expect(stirrup(facts(scored(READY), { sessions: right }))).toEqual([
      { code: "level", skill: "hindquarters", side: "right", needed: 3, is: 2.5 },
    ]);
  });
  it("ask for what the barn has on its lists, and always for what keeps people safe beside it", () => {
    const changes = [
      { step: "stirrup-weight", skill: "hindquarters", at: 0 },
      { step: "stirrup-weight", skill: "draw-in", at: 4 },
      { step: "sit", skill: "lead", at: 5 },
    ] as const;
    const without = { girth: 3, "loose-tack": 3, block: 3, "give-head": 3, "draw-in": 4 } as const;
    expect(stirrup(facts(scored(without), { changes }))).toEqual([]);
    expect(stirrup(facts(scored(READY), { changes })).map((one) => one.code === "level" && one.skill)).toContain("draw-in");
    expect(unreadyOf(facts(scored(READY), { changes })).skills.map(({ skill }) => skill)).toContain("stirrup-weight");
    const loud = [session("2026-07-10"), session("2026-07-11", { redSigns: ["kinked-tail"] as never })];
    expect(stirrup(facts(scored(without), { changes, sessions: loud }))).toEqual([{ code: "quiet", in: "tack" }]);
    expect(levelsAsked("stirrup-weight", changes, SKILLS).map(({ skill, at }) => [skill, at])).toContainEqual(["draw-in", 4]);
  });
  it("may not wait for themselves: no list asks for its own step, nor for what is learnt after it", () => {
    fc.assert(
      fc.property(fc.constantFrom(...STEPS), fc.constantFrom(...SKILLS.map(({ id }) => id)), (step, skill) => {
        const own = STEP_LISTS[step].of.flatMap((tag) => SKILLS.filter((one) => hasTag(one, tag)).map(({ id }) => id));
        const rests = own.some((id) => id === skill || ancestorsIn(SKILLS, skill).includes(id));
        expect(mayAskFor(step, skill, SKILLS)).toBe(!rests);
      }),
    );
  });
  it("count two sessions of one day as one", () => {
    expect(quietLately([session("2026-07-10"), session("2026-07-10")])).toBe(false);
    expect(quietLately(QUIET)).toBe(true);
    expect(quietLately([QUIET[0] as PastSession, session("2026-07-12", { redSigns: ["tight-back"] })])).toBe(false);
    expect(
      quietLately([
        QUIET[0] as PastSession,
        session("2026-07-12", { signs: [{ sign: "held-breath", strength: 1, skill: null }] }),
      ]),
    ).toBe(false);
  });
});

describe("the risk of a horse", () => {
  const incident = (kind: "buck" | "bolt" | "spook" | "kick", day = "2026-07-12", hurt: "nobody" | "person" = "nobody") => ({
    kind,
    hurt,
    strength: 2 as const,
    day: localDate(day),
  });
  it("holds as signed until something worse is seen, and never falls by itself", () => {
    const since = localDate("2026-07-08");
    expect(riskNow(2, since, [])).toEqual({ risk: 2, raisedBy: null });
    expect(riskNow(2, since, [incident("spook")]).risk).toBe(2);
    expect(riskNow(2, since, [incident("buck")])).toEqual({ risk: 3, raisedBy: { kind: "buck", day: "2026-07-12" } });
    expect(riskNow(2, since, [incident("bolt")]).risk).toBe(4);
    expect(riskNow(5, since, [incident("bolt")]).risk).toBe(5);
    expect(riskNow(2, since, [incident("kick", "2026-07-12", "person")]).risk).toBe(4);
    expect(riskNow(2, since, [incident("bolt", "2026-07-01")]).risk).toBe(2);
    // A buck that stopped by itself is written down and raises nothing.
    expect(riskNow(2, since, [{ ...incident("buck"), strength: 1 }]).risk).toBe(2);
  });
});

describe("nobody light enough", () => {
  it("is told with the line, the lightest, and what would help", () => {
    const people = [
      { rides: true, weightKg: 58 },
      { rides: true, weightKg: 83 },
      { rides: false, weightKg: 30 },
    ];
    expect(nobodyLightEnough(line(205), people)).toEqual({ limitKg: 41, lightestKg: 58, unweighed: 0, horseKg: 290 });
    expect(nobodyLightEnough(line(300), people)).toBeNull();
    expect(nobodyLightEnough(null, people)).toBeNull();
    expect(nobodyLightEnough(line(205), [{ rides: true, weightKg: null }])).toMatchObject({ lightestKg: null, unweighed: 1 });
  });
});

describe("what has happened", () => {
  const gate = {
    horse: permitHorseOf(),
    rider: ann,
    place: dayPlaceOf("pen", { separate: true }),
    weather: [],
    asked: ["girth"] as const,
  };
  const spot = { helper: null, ticks: ["girth"], redSigns: [], windy: false } as const;
  const ladder = SKILLS.map((skill) => askedOf(skill, reading));
  it("is against whatever it went against, by minutes, by how far a mounting went, or by what was scored", () => {
    const judge = (changes: object, horse: Partial<PermitHorse> = {}) =>
      codes(
        againstRecord({ ladder, gate: { ...gate, horse: permitHorseOf(horse) } }, spot, {
          ...EMPTY_RECORD,
          groundMinutes: 20,
          ...changes,
        }),
      );
    expect(judge({})).toEqual([]);
    expect(judge({ saddleMinutes: 10 }, { ridden: false })).toEqual(["signed-off"]);
    expect(judge({ mount: { left: "foot", right: null } }, { ageYears: 1 })).toEqual(["age"]);
    expect(judge({ mount: { left: "bend-hold", right: null } }, { ageYears: 1 })).toEqual([]);
    expect(judge({ scores: [{ skill: "sit", side: "left", score: 2 }] }, { ageYears: 1 })).toContain("age");
    expect(judge({ groundMinutes: 50 }, { sessionMinutes: 45 })).toEqual(["signed-off"]);
    expect(judge({ circleMinutes: 30 })).toEqual(["signed-off"]);
    expect(judge({}, { risk: 4 })).toEqual(["second-person"]);
  });
});

describe("red signs", () => {
  it("are the same whether they are ticked on the ground or written among all others", () => {
    const red = SIGNS.filter((sign) => sign.red).map(({ id }) => id);
    expect(red.length).toBeGreaterThan(4);
    expect(
      redSeen(
        [],
        SIGNS.map(({ id }) => ({ sign: id })),
      ),
    ).toEqual(red);
    expect(redSeen(["hind-ready", "heat"], [{ sign: "heat" }, { sign: "licks" }])).toEqual(["hind-ready", "heat"]);
  });
  it("of a day are those of its sessions, with what went away again", () => {
    const quiet = { signs: [], redSigns: [] };
    expect(redOf([quiet])).toEqual([]);
    expect(
      redOf([
        { ...quiet, redSigns: ["tight-back"], redGone: ["tight-back"] },
        { ...quiet, signs: [{ sign: "short-steps", strength: 2, skill: null }] },
      ]),
    ).toEqual([
      { sign: "tight-back", gone: true },
      { sign: "short-steps", gone: false },
    ]);
  });
});

describe("setting aside", () => {
  it("is nobody's where an animal or a person would pay for it, and a manager's or an experienced rider's else", () => {
    const by = (reason: Reason) => overriddenBy(reason);
    expect(by({ code: "hold", kind: "vet", since: DAY })).toBe("nobody");
    expect(by({ code: "age", years: 1, under: 2, what: "weight" })).toBe("nobody");
    expect(by({ code: "red-sign", sign: "tight-back" })).toBe("nobody");
    expect(by({ code: "not-ticked", tick: "girth" })).toBe("senior");
    expect(by({ code: "weather", what: "wind", because: "first-rides", hour: 9, windMps: 13 })).toBe("manager");
    expect(by({ code: "weather", what: "heat", because: "none", hour: 9, heat: 190 })).toBe("nobody");
    expect(mayOverride({ role: "helper", grade: 5 }, [{ code: "not-ticked", tick: "girth" }])).toBe(false);
    expect(mayOverride({ role: "rider", grade: 4 }, [{ code: "not-ticked", tick: "girth" }])).toBe(true);
    expect(mayOverride({ role: "manager", grade: 1 }, [])).toBe(false);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5 }), (grade) => {
        const all: Reason[] = [{ code: "not-ticked", tick: "girth" }, { code: "not-signed" }];
        expect(mayOverride({ role: "manager", grade }, all)).toBe(false);
      }),
    );
  });
});

const mark = (minute: number, state: CourseMark["state"]): CourseMark => ({ minute, state, side: null });
describe("nobody gets on a horse that is tight", () => {
  const reasons = (course: readonly CourseMark[], minute: number, bears: "nothing" | "rider" = "rider") =>
    tickReasons({ asked: [], ticks: [], redSigns: [], course: courseNow(course, minute) }, { bears });
  it("while it stands so; on the ground it is worked on, and only a manager sets it aside", () => {
    for (const state of COURSE_STATES.filter(isTight)) {
      const [reason] = barring(reasons([mark(2, state)], 5));
      expect(reason).toEqual({ code: "not-soft", state, minutes: 3 });
      expect(reasons([mark(2, state)], 5, "nothing")).toEqual([]);
      expect(reason && mayOverride({ role: "manager", grade: 1 }, [reason])).toBe(true);
      expect(reason && mayOverride({ role: "rider", grade: 5 }, [reason])).toBe(false);
    }
  });
  it("and once it has softened it is got on, with that in mind", () => {
    const found = reasons([mark(1, "tight"), mark(9, "soft")], 17);
    expect(found).toEqual([{ code: "softened", state: "soft", minutes: 8 }]);
    expect(found.map(strengthOf)).toEqual(["tells"]);
    expect(reasons([mark(1, "soft")], 9)).toEqual([]);
  });
});
