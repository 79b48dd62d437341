/** Reports of stays of many kinds as they read, and what must hold of any: every figure is the record's, nothing is named that was not seen, nothing is diagnosed. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Style } from "#contracts/report.ts";
import { GAITS, INCIDENT_KINDS } from "#core/card/card.ts";
import { TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { SCORES } from "#core/kernel/sides.ts";
import { composeReport } from "#core/report/compose.ts";
import { weekOf } from "#core/report/due.ts";
import { REPORT_KINDS, REPORT_WAITS, type ReportFacts, type ReportSession, type Say } from "#core/report/facts.ts";
import { SKILLS, skillOf } from "#shipped/ladder.ts";
import { FIRST, facts, goal, STAYS, worked } from "#tests/report-stays.ts";
import { BLOCK } from "./labels-desk.ts";
import { sayStatement } from "./report.ts";

const STYLES: readonly Style[] = [
  { horse: "Thimble", sex: "gelding", tone: "plain", level: "full" },
  { horse: "Thimble", sex: "mare", tone: "warm", level: "simple" },
];
const textOf = (one: ReportFacts, style: Style): string =>
  composeReport(one)
    .blocks.map(({ id, statements }) =>
      [`## ${BLOCK[id]}`, ...statements.map(({ say, key }) => sayStatement(say, key, style))].join("\n"),
    )
    .join("\n\n");

describe("as it reads", () => {
  it.each(Object.keys(STAYS))("%s", async (name) => {
    const all = STYLES.map((style) => `# ${style.tone}, ${style.level}\n\n${textOf(STAYS[name] as ReportFacts, style)}`).join(
      "\n\n\n",
    );
    await expect(`${all}\n`).toMatchFileSnapshot(`golden/${name}.txt`);
  });
});

/** Any record at all. */
const scored = fc.array(
  fc.record({
    skill: fc.constantFrom(...SKILLS.map(({ id }) => id)),
    score: fc.constantFrom(...SCORES),
    other: fc.constantFrom(...SCORES),
  }),
  { maxLength: 5 },
);
const anySession = fc
  .record({
    n: fc.integer({ min: 3, max: 30 }),
    scored,
    ground: fc.nat(60),
    saddle: fc.nat(60),
    gaits: fc.subarray([...GAITS]),
    incidents: fc.array(fc.constantFrom(...INCIDENT_KINDS), { maxLength: 2 }),
    signs: fc.subarray(["girthy", "trips", "licks"]),
  })
  .map(({ n, scored: list, ground, saddle, gaits, incidents, signs }) =>
    worked(
      n,
      Object.fromEntries(
        list.map(({ skill, score, other }) => [skill, skillOf(skill).sided ? ([score, other] as const) : score]),
      ),
      {
        groundMinutes: ground,
        saddleMinutes: saddle,
        gaits,
        incidents: incidents.map((kind) => ({ kind, before: "", hurt: "nobody", during: "unknown", ledBy: [], strength: 2 })),
        signs: signs.map((sign) => ({ sign, skill: null, side: "both", strength: 1 })),
      },
    ),
  );
const anyFacts = fc
  .record({
    kind: fc.constantFrom(...REPORT_KINDS),
    sessions: fc
      .uniqueArray(anySession, { maxLength: 12, selector: ({ day: on }) => on })
      .map((list) => list.sort((a, b) => a.day.localeCompare(b.day))),
    waits: fc.subarray([...REPORT_WAITS]),
    trials: fc.array(fc.record({ change: fc.constantFrom(...TRIALS), result: fc.constantFrom(...TRIAL_RESULTS) }), {
      maxLength: 3,
    }),
    complaint: fc.constantFrom(null, { words: "He will not load.", during: ["leading" as const], ledBy: [] }),
    goals: fc.uniqueArray(
      fc.record({
        skill: fc.constantFrom(...SKILLS.map(({ id }) => id)),
        met: fc.boolean(),
        chance: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
      }),
      { maxLength: 4, selector: ({ skill }) => skill },
    ),
  })
  .map(({ kind, sessions, goals, waits, trials, complaint }) =>
    facts({
      kind,
      sessions,
      week: kind === "weekly" ? weekOf(FIRST, 2, 4) : null,
      goals: goals.map(({ skill, met, chance }) => goal(skill, met, { chance })),
      waits,
      trials,
      complaint,
    }),
  );
const statementsOf = (one: ReportFacts) => composeReport(one).blocks.flatMap(({ statements }) => statements);
const numbersIn = (text: string): string[] => text.match(/\d+(?:\.\d+)?/g) ?? [];
/** Every figure that a statement may put into words. */
function allowed(say: Say): ReadonlySet<string> {
  const found: string[] = [];
  const walk = (x: unknown): void => {
    if (typeof x === "number")
      found.push(
        String(x),
        x.toFixed(1),
        String(Math.round(x)),
        (x / 60).toFixed(1),
        String(Math.round(x / 60)),
        String(Math.round(100 * x)),
      );
    else if (typeof x === "string") found.push(...numbersIn(x), ...numbersIn(x).map((part) => String(Number(part))));
    else if (Array.isArray(x)) [String(x.length), ...x].forEach(walk);
    else if (typeof x === "object" && x !== null) Object.values(x).forEach(walk);
  };
  walk(say);
  // '4.0' is written '4'.
  return new Set(found.flatMap((one) => [one, one.replace(/\.0$/, "")]));
}

describe("of any record", () => {
  it("every figure in a sentence is the statement's own", () => {
    fc.assert(
      fc.property(anyFacts, fc.constantFrom(...STYLES), (one, style) => {
        for (const { say, key } of statementsOf(one)) {
          const may = allowed(say);
          const said = sayStatement(say, key, style);
          const own = numbersIn(said);
          for (const number of own) expect([said, number, may.has(number)]).toEqual([said, number, true]);
        }
      }),
    );
  });
  it("counts are those that a plain count of the record gives", () => {
    fc.assert(
      fc.property(anyFacts, (one) => {
        const minutes = (of: "groundMinutes" | "saddleMinutes", list: readonly ReportSession[]): number =>
          list.reduce((sum, { record }) => sum + record[of], 0);
        for (const { say, from } of statementsOf(one)) {
          if (say.code === "hours")
            expect(say).toMatchObject({
              ground: minutes("groundMinutes", one.sessions) / 60,
              saddle: minutes("saddleMinutes", one.sessions) / 60,
            });
          if (say.code === "sessions") expect(say.delivered).toBe(one.sessions.length);
          if (say.code === "week") {
            const mine = one.sessions.filter(({ day: on }) => say.from <= on && on <= say.to);
            expect(say).toMatchObject({
              given: mine.length,
              minutes: minutes("groundMinutes", mine) + minutes("saddleMinutes", mine),
            });
          }
          if (say.code === "incidents") expect(say.times).toBeGreaterThanOrEqual(from.length);
          for (const id of from) expect(one.sessions.some(({ card }) => card === id)).toBe(true);
        }
      }),
    );
  });
  it("names as done, solid, weaker or begun only what was scored", () => {
    fc.assert(
      fc.property(anyFacts, (one) => {
        const seen = new Set(one.scores.map(({ skill }) => skill));
        for (const { say } of statementsOf(one)) {
          const named =
            say.code === "does" || say.code === "with-help" || say.code === "worked-on" || say.code === "short-can"
              ? say.skills
              : say.code === "gained" || say.code === "weaker-side" || say.code === "first-skill"
                ? [say.skill]
                : say.code === "goals-open" && say.now !== null
                  ? say.skills
                  : [];
          for (const skill of named) expect([say.code, skill, seen.has(skill)]).toEqual([say.code, skill, true]);
        }
      }),
    );
  });
  it("never contradicts itself, and has a sentence for every goal and for the main problem", () => {
    fc.assert(
      fc.property(anyFacts, (one) => {
        const all = statementsOf(one).map(({ say }) => say);
        const of = <C extends Say["code"]>(code: C): readonly Extract<Say, { code: C }>[] =>
          all.filter((say): say is Extract<Say, { code: C }> => say.code === code);
        const named = (code: "does" | "with-help" | "never-tried" | "next-steps" | "goals-met" | "short-can") =>
          of(code).flatMap(({ skills }) => skills);
        const notBegun = of("goals-open").flatMap(({ begun, skills }) => (begun ? [] : skills));
        const open = [...of("goals-open").flatMap(({ skills }) => skills), ...of("goal-ahead").map(({ skill }) => skill)];
        const apart = (a: readonly string[], b: readonly string[]) => expect(a.filter((skill) => b.includes(skill))).toEqual([]);
        apart(named("does"), [...open, ...named("with-help"), ...named("never-tried"), ...named("next-steps")]);
        apart(named("goals-met"), [...open, ...named("next-steps")]);
        apart(named("short-can"), open);
        apart(named("never-tried"), [...open, ...named("with-help")]);
        const begun = one.sessions.flatMap(({ record }) => [
          ...record.scores.flatMap(({ skill, score }) => (score > 0 ? [skill] : [])),
          ...record.firsts.flatMap(({ skill }) => skill ?? []),
        ]);
        apart(notBegun, [...begun, ...of("gained").map(({ skill }) => skill), ...of("first-skill").map(({ skill }) => skill)]);
        const warned = all.some(({ code }) => code === "incidents" || code === "signs-lately" || code === "sign-faded");
        if (warned) expect(of("no-cautions")).toEqual([]);
        expect(of("signs-lately").filter(({ sign }) => of("sign-faded").some((faded) => faded.sign === sign))).toEqual([]);
        const [hours] = of("hours");
        if (hours?.saddle === 0) expect([...of("first-ride"), ...of("first-gait")]).toEqual([]);
        const home = of("proposal").some(({ what }) => what === "home" || what === "home-with-plan");
        if (home) {
          expect(one.waits).toEqual([]);
          expect(one.goals.filter(({ must, met }) => must && !met)).toEqual([]);
        }
        if (one.kind === "end" || one.kind === "mid-term") {
          const told = [...named("goals-met"), ...open];
          expect(one.goals.filter(({ skill }) => !told.includes(skill))).toEqual([]);
          expect(of("complaint")).toHaveLength(one.complaint ? 1 : 0);
          // The first ride is never missed.
          if (one.sessions.some(({ record }) => record.saddleMinutes > 0)) expect(of("first-ride")).toHaveLength(1);
        }
      }),
      { numRuns: 400 },
    );
  });
  it("names no disease, and keys tell statements apart", () => {
    fc.assert(
      fc.property(anyFacts, fc.constantFrom(...STYLES), (one, style) => {
        const list = statementsOf(one);
        expect(new Set(list.map(({ key }) => key)).size).toBe(list.length);
        for (const { say, key } of list)
          expect(sayStatement(say, key, style)).not.toMatch(
            /ulcer|lamin|founder|arthr|navicular|kissing|colic|lame|tumou?r|infect|diagnos/i,
          );
      }),
    );
  });
});
