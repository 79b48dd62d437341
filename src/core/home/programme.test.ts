import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { SHIPPED } from "#shipped/ladder.ts";
import { addDays, daysBetween, localDate } from "../calendar/local-date.ts";
import { type Score, sidesOf } from "../kernel/sides.ts";
import { readLevels } from "../ladder/level.ts";
import type { HomeFacts } from "./facts.ts";
import { composeHome, dontKey, type HomeRecord, homeOfEarlier, howKey, isEarlierHome, NO_HOME_WORDS } from "./own-words.ts";
import { HOME_WEEKS, type HomePlan, homeProgramme } from "./programme.ts";
import { ofAgeOn, stretchesTo } from "./way-back.ts";

const SKILLS = SHIPPED.skills;
const skillOf = SHIPPED.of;
const FROM = localDate("2026-07-01");

const level = (of: Readonly<Record<string, readonly [Score, Score]>>): HomeFacts["levels"] =>
  readLevels(
    Object.entries(of).flatMap(([skill, [left, right]]) =>
      sidesOf(skillOf(skill).sided).map((side) => ({
        skill,
        side,
        score: side === "right" ? right : left,
        day: localDate("2026-06-20"),
      })),
    ),
  );
const KNOWN = {
  catch: [5, 5],
  lead: [4, 4],
  stand: [4, 4],
  groom: [4, 3],
  "give-head": [4, 4],
  hindquarters: [3, 3],
  steer: [4, 3],
  stop: [4, 4],
  trot: [4, 4],
} as const;
const home = (changes: Partial<HomeFacts> = {}): HomeFacts => ({
  from: FROM,
  ladder: SKILLS,
  levels: level(KNOWN),
  timesWorked: new Map(),
  hard: "right",
  ageYears: 8,
  daysAWeek: 3,
  level: "steady",
  minutes: null,
  mostMinutes: null,
  complaint: [],
  goals: [],
  forOwner: new Map([["lead", "Say the same word each time."]]),
  barred: new Set(),
  without: [],
  ridden: true,
  settled: true,
  signs: [],
  incidents: [],
  gear: [],
  back: null,
  ...changes,
});
const daysOf = (plan: HomePlan | null) => plan?.weeks.flat() ?? [];
const askedIn = (plan: HomePlan | null): readonly string[] =>
  daysOf(plan).flatMap(({ main, items }) => [...(main ? [main.skill] : []), ...items.map(({ skill }) => skill)]);

const anyFacts = fc.record({
  levels: fc
    .uniqueArray(fc.constantFrom(...SKILLS.map(({ id }) => id)), { maxLength: 40 })
    .chain((ids) =>
      fc.tuple(
        ...ids.map((id) => fc.tuple(fc.constant(id), fc.tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 5 })))),
      ),
    )
    .map((pairs) => level(Object.fromEntries(pairs) as Record<string, [Score, Score]>)),
  level: fc.constantFrom("unknown", "novice", "steady", "able" as const),
  daysAWeek: fc.option(fc.integer({ min: 0, max: 7 })),
  ridden: fc.boolean(),
  ageYears: fc.option(fc.integer({ min: 0, max: 20 })),
  minutes: fc.option(fc.integer({ min: 5, max: 120 })),
  mostMinutes: fc.option(fc.integer({ min: 5, max: 60 })),
  hard: fc.constantFrom("left", "right", "alike", "unknown" as const),
  complaint: fc.subarray(
    SKILLS.map(({ id }) => id),
    { maxLength: 3 },
  ),
  goals: fc
    .subarray(
      SKILLS.map(({ id }) => id),
      { maxLength: 5 },
    )
    .chain((ids) =>
      fc.tuple(...ids.map((skill) => fc.record({ skill: fc.constant(skill), must: fc.boolean(), met: fc.boolean() }))),
    ),
  barred: fc
    .subarray(
      SKILLS.map(({ id }) => id),
      { maxLength: 10 },
    )
    .map((ids) => new Set(ids)),
  without: fc.subarray(
    SKILLS.map(({ id }) => id),
    { maxLength: 5 },
  ),
});

describe("the programme for home", () => {
  it("has four weeks of the owner's days, in order, each with something to do and no longer than was signed", () => {
    fc.assert(
      fc.property(anyFacts, (changes) => {
        const plan = homeProgramme(home(changes as Partial<HomeFacts>));
        if (!plan) return;
        expect(plan.weeks).toHaveLength(HOME_WEEKS);
        for (const [i, days] of plan.weeks.entries()) {
          expect(days).toHaveLength(Math.max(1, changes.daysAWeek ?? 3));
          for (const { day, minutes } of days) {
            expect(Math.floor(daysBetween(FROM, day) / 7)).toBe(i);
            expect(minutes).toBeLessThanOrEqual(changes.mostMinutes ?? 120);
          }
        }
      }),
    );
  });
  it("asks for nothing that the record bars, that the manager took out, that is above the owner or a specialist's, and for no riding of a horse that nobody rides", () => {
    fc.assert(
      fc.property(anyFacts, (changes) => {
        const plan = homeProgramme(home(changes as Partial<HomeFacts>));
        const grade = { unknown: 2, novice: 2, steady: 3, able: 4 }[changes.level];
        for (const id of new Set([...askedIn(plan), ...(plan?.lessons ?? []).map(({ skill }) => skill)])) {
          const skill = skillOf(id);
          expect(changes.barred.has(id) || changes.without.includes(id) || skill.specialist).toBe(false);
          expect(skill.grade).toBeLessThanOrEqual(grade);
          if (!changes.ridden) expect(skill.bears).toBe("nothing");
        }
        if (!changes.ridden) expect(daysOf(plan).every(({ kind }) => kind === "ground")).toBe(true);
        for (const day of daysOf(plan))
          if (day.kind === "ground")
            expect([...(day.main ? [day.main] : []), ...day.items].every(({ skill }) => !skillOf(skill).saddle)).toBe(true);
      }),
    );
  });
  it("makes rides rides, after a first day on the ground in the new place", () => {
    const [first, ...rest] = daysOf(homeProgramme(home()));
    expect(first?.kind).toBe("ground");
    for (const { kind, main, items } of rest) {
      expect(kind).toBe("ride");
      const asked = [...(main ? [main] : []), ...items].map(({ skill }) => skillOf(skill));
      expect(asked.some(({ saddle }) => saddle)).toBe(true);
      expect(asked.some(({ nature }) => nature === "handling")).toBe(false);
    }
    expect(rest[0]?.minutes).toBe(30);
    expect(rest.at(-1)?.minutes).toBe(40);
  });
  it("begins with what the horse was sent for, then what was promised, then the side that is behind; what is too much for the owner is left to us", () => {
    const goal = (skill: string, met = false) => ({ skill, must: true, met });
    const facts = home({ complaint: ["stop"], goals: [goal("trot"), goal("lead-change"), goal("lead", true)] });
    const plan = homeProgramme(facts);
    expect(plan?.lessons.map(({ skill, why }) => [skill, why])).toEqual([
      ["stop", "fault"],
      ["trot", "goal"],
      ["steer", "hard-side"],
    ]);
    expect(plan?.leave).toEqual(["lead-change"]);
    const rides = daysOf(plan).filter(({ kind }) => kind === "ride");
    // The last day of a week is an easy one.
    expect(rides.slice(0, 5).map(({ main }) => main?.skill)).toEqual(["stop", undefined, "trot", "stop", undefined]);
    expect(
      homeProgramme(home({ complaint: ["stop"], goals: [goal("stop", true)] }))?.lessons.map(({ why }) => why),
    ).not.toContain("fault");
  });
  it("tells a ride after two days off or more that it begins lower; with five days a week one of them stays on the ground", () => {
    const three = daysOf(homeProgramme(home()));
    expect(three.slice(0, 6).map(({ afterRest }) => afterRest)).toEqual([false, false, false, true, false, false]);
    const two = daysOf(homeProgramme(home({ daysAWeek: 2 })));
    expect(two.slice(1).every(({ afterRest }) => afterRest)).toBe(true);
    const five = daysOf(homeProgramme(home({ daysAWeek: 5 })));
    expect(five.slice(5, 10).map(({ kind }) => kind)).toEqual(["ride", "ride", "ground", "ride", "ride"]);
  });
  it("keeps days of the young short, on the ground, and says that nobody gets on", () => {
    const plan = homeProgramme(home({ ridden: false, ageYears: 1, levels: level({ catch: [4, 4], lead: [4, 4] }) }));
    expect(daysOf(plan).every(({ kind, minutes }) => kind === "ground" && minutes === 12)).toBe(true);
    expect(plan?.donts).toEqual(expect.arrayContaining(["unridden", "young"]));
    expect(plan?.routine).toEqual([]);
  });
  it("begins on the weaker side, or on the hard one where both are alike", () => {
    const items = daysOf(homeProgramme(home({ ridden: false }))).flatMap((day) => [
      ...(day.main ? [day.main] : []),
      ...day.items,
    ]);
    expect(items.find(({ skill }) => skill === "groom")?.first).toBe("right");
    expect(items.find(({ skill }) => skill === "stand")?.first ?? null).toBeNull();
  });
  it("comes back first to what was worked least, as that fades first", () => {
    const worked = new Map(Object.keys(KNOWN).map((skill) => [skill, skill === "trot" ? 1 : 30]));
    const levels = level({ catch: [4, 4], lead: [4, 4], trot: [4, 4] });
    expect(homeProgramme(home({ timesWorked: worked, levels }))?.fades[0]).toBe("trot");
  });
  it("warns of what the record warns of, and is none where nothing is to be kept", () => {
    expect(homeProgramme(home({ signs: ["girthy"], incidents: ["buck"] }))?.donts).toEqual(
      expect.arrayContaining(["girth", "fresh", "easy-side"]),
    );
    expect(homeProgramme(home())?.donts).not.toContain("girth");
    expect(homeProgramme(home({ levels: level({ catch: [2, 2] }) }))).toBeNull();
  });
});

describe("the way back", () => {
  it("fills the time up to the day without a gap or an overlap, and ends with getting ready", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 700 }), fc.integer({ min: 1, max: 7 }), (days, daysAWeek) => {
        const on = addDays(FROM, days);
        const all = stretchesTo(FROM, on, daysAWeek);
        let at = FROM;
        for (const { from, to, kind, daysAWeek: asked } of all) {
          expect(from).toBe(at);
          expect(to >= from).toBe(true);
          if (kind === "keep") expect(asked).toBeLessThanOrEqual(Math.max(2, daysAWeek));
          at = addDays(to, 1);
        }
        expect(at).toBe(on);
        expect(all.at(-1)?.kind).toBe("ready");
      }),
    );
    expect(stretchesTo(FROM, FROM, 3)).toEqual([]);
  });
  it("pauses between work where there is time for it", () => {
    const kinds = stretchesTo(FROM, localDate("2027-01-01"), 3).map(({ kind }) => kind);
    expect(kinds).toEqual(["pause", "keep", "pause", "keep", "pause", "ready"]);
    expect(stretchesTo(FROM, localDate("2026-08-01"), 3).map(({ kind }) => kind)).toEqual(["keep", "ready"]);
  });
  it("knows the month from which on a horse is of age", () => {
    const today = localDate("2026-07-14");
    const born = (date: string | null, year: number | null = null) => ({ date: date === null ? null : localDate(date), year });
    expect(ofAgeOn(born("2024-04-20"), 3, today)).toBe("2027-05-01");
    expect(ofAgeOn(born("2024-12-20"), 3, today)).toBe("2028-01-01");
    expect(ofAgeOn(born(null, 2025), 3, today)).toBe("2028-01-01");
    expect(ofAgeOn(born("2024-02-29"), 3, today)).toBe("2027-03-01");
    expect(ofAgeOn(born("2020-01-01"), 3, today)).toBeNull();
    expect(ofAgeOn(born(null), 3, today)).toBeNull();
  });
});

describe("the manager's own words on it", () => {
  const { without: _, minutes: __, back: ___, ...facts } = home({ goals: [{ skill: "trot", must: true, met: false }] });
  const record: HomeRecord = { ...facts, proposedBack: { on: localDate("2027-05-01"), words: "" } };
  it("is as composed where nothing was written, with the proposed return", () => {
    const plan = composeHome(record, NO_HOME_WORDS);
    expect(plan).toMatchObject({ back: { on: "2027-05-01" }, prose: [], said: {} });
    expect(composeHome(record, { ...NO_HOME_WORDS, back: { on: null, words: "" } })?.back).toBeNull();
  });
  it("asks nowhere for a skill that was left out, puts words another way, and keeps to the minutes", () => {
    const plan = composeHome(record, {
      ...NO_HOME_WORDS,
      left: [howKey("trot"), dontKey("circles")],
      edits: [
        { key: howKey("lead"), text: "Look ahead." },
        { key: dontKey("pain"), text: "Stop when anything is odd." },
      ],
      minutes: 20,
    });
    expect([...askedIn(plan), ...(plan?.lessons ?? []).map(({ skill }) => skill)]).not.toContain("trot");
    expect(plan?.donts).not.toContain("circles");
    expect(plan?.how).toContainEqual({ skill: "lead", words: "Look ahead." });
    expect(plan?.said).toEqual({ pain: "Stop when anything is odd." });
    for (const { minutes } of daysOf(plan)) expect(minutes).toBeLessThanOrEqual(25);
  });
  it("reads what was approved before days were told apart", () => {
    const earlier = {
      from: FROM,
      daysAWeek: 3,
      routine: ["give-head"],
      weeks: [[{ day: FROM, items: [{ skill: "lead", first: null }] }]],
      fades: ["lead"],
      donts: ["alone"] as const,
    };
    expect(isEarlierHome(earlier)).toBe(true);
    const plan = homeOfEarlier(earlier);
    expect(isEarlierHome(plan)).toBe(false);
    expect(plan.weeks[0]?.[0]).toMatchObject({ kind: null, main: null, items: [{ skill: "lead" }] });
  });
});
