/** Reports of stays of many kinds as they read, and what must hold of any: every figure is the record's, nothing is named that was not seen, nothing is diagnosed. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Style } from "#contracts/report.ts";
import { addDays, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { readTerm, type TermFacts } from "#core/calendar/term.ts";
import { GAITS, INCIDENT_KINDS, type SessionRecord } from "#core/card/card.ts";
import { USUAL_CUES } from "#core/card/cues.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { SCORES, type Score, sidesOf } from "#core/kernel/sides.ts";
import { readLevels, type ScoreFact } from "#core/ladder/level.ts";
import { composeReport } from "#core/report/compose.ts";
import { weekOf } from "#core/report/due.ts";
import { REPORT_KINDS, REPORT_WAITS, type ReportFacts, type Say, type WorkedSession } from "#core/report/facts.ts";
import { SHIPPED, SKILLS, skillOf } from "#shipped/ladder.ts";
import { BLOCK } from "./labels-desk.ts";
import { sayStatement } from "./report.ts";

const FIRST = localDate("2026-06-01");
const day = (n: number): LocalDate => addDays(FIRST, n - 1);
type Scored = Readonly<Record<string, Score | readonly [left: Score, right: Score]>>;
const scoresOf = (scored: Scored): SessionRecord["scores"] =>
  Object.entries(scored).flatMap(([skill, given]) =>
    typeof given === "number"
      ? sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score: given }))
      : (["left", "right"] as const).map((side, i) => ({ skill, side, score: given[i] as Score })),
  );
const worked = (n: number, scored: Scored, changes: Partial<SessionRecord> = {}): WorkedSession => ({
  card: `card-${n}`,
  day: day(n),
  kind: "both",
  record: {
    ...EMPTY_RECORD,
    groundMinutes: 30,
    saddleMinutes: 0,
    tack: ["rope-halter"],
    endedWell: true,
    scores: scoresOf(scored),
    ...changes,
  },
});
const looked = (kind: "intake" | "exit", n: number, scored: Scored): ReportFacts["evaluations"][number] => ({
  id: `${kind}-${n}`,
  kind,
  day: day(n),
  marks: scoresOf(scored),
  signs: [],
  stoppedAt: null,
});

function facts({
  sessions = [],
  evaluations = [],
  term: more = {},
  today = day(30),
  ...rest
}: Partial<Omit<ReportFacts, "term">> & { term?: Partial<TermFacts> }): ReportFacts {
  const term: TermFacts = {
    length: 30,
    firstDay: FIRST,
    firstDayIs: 1,
    sessionsAWeek: 5,
    counting: "calendar",
    restDays: [7],
    holidays: [],
    holds: [],
    workFrom: null,
    delivered: sessions.map((one) => one.day),
    ...more,
  };
  const scores: ScoreFact[] = [
    ...evaluations.flatMap((one) =>
      one.marks.flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score, day: one.day }])),
    ),
    ...sessions.flatMap((one) => one.record.scores.map((given) => ({ ...given, day: one.day }))),
  ].sort((a, b) => a.day.localeCompare(b.day));
  return {
    kind: "end",
    today,
    week: null,
    aim: "A quiet horse that my son can lead and I can ride.",
    complaint: null,
    term,
    reading: readTerm(term, today),
    evaluations,
    verdicts: [],
    focus: [],
    sessions,
    scores,
    levels: readLevels(scores),
    goals: [],
    checks: [],
    trials: [],
    waits: [],
    risk: 2,
    known: [],
    ladder: SHIPPED,
    cues: USUAL_CUES,
    owedPolicy: "days",
    ...rest,
  };
}
const goal = (skill: string, met: boolean, changes: Partial<ReportFacts["goals"][number]> = {}) => ({
  skill,
  target: 3,
  side: null,
  must: true,
  met,
  chance: null,
  ...changes,
});
const days = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i).filter((n) => n % 7 !== 0 && n % 7 !== 6);
const GROUND: Scored = { catch: 4, halter: 4, lead: 4, stand: 4 };

const STAYS: Readonly<Record<string, ReportFacts>> = {
  good: facts({
    evaluations: [looked("intake", 2, { catch: 2, lead: [1, 2], stand: 2 })],
    sessions: days(3, 30).map((n) =>
      worked(
        n,
        { ...GROUND, trot: 4, steer: 4 },
        { saddleMinutes: 20, firsts: n === 10 ? [{ skill: "trot", words: "First trot under saddle" }] : [] },
      ),
    ),
    goals: [goal("trot", true), goal("steer", true)],
  }),
  stalled: facts({
    evaluations: [looked("intake", 2, { lead: [2, 2] })],
    sessions: days(3, 30).map((n) => worked(n, { lead: 2, stand: 2, catch: 4 })),
    goals: [goal("tie", false), goal("lead", false)],
  }),
  held: facts({
    term: { holds: [{ kind: "vet", from: day(8), to: day(18), stopsClock: true }] },
    evaluations: [looked("intake", 2, { catch: 3 })],
    sessions: [3, 4, 5, 22, 23].map((n) => worked(n, { catch: 4, halter: 3 })),
    goals: [goal("lead", false)],
  }),
  short: facts({
    sessions: [3, 10, 17].map((n) => worked(n, { catch: 3, halter: 3 })),
    goals: [goal("lead", false)],
    owedPolicy: "credit",
  }),
  "hard-side": facts({
    evaluations: [looked("intake", 2, { lead: [3, 1], circle: [3, 1], groom: [4, 2] })],
    sessions: days(3, 20).map((n) => worked(n, { lead: [5, 3], circle: [4, 2], groom: [5, 3] })),
    goals: [goal("lead", true)],
  }),
  "nothing-ridden": facts({
    evaluations: [looked("intake", 2, { catch: 1 })],
    sessions: days(3, 28).map((n) => worked(n, GROUND)),
    goals: [goal("catch", true), goal("trot", false)],
  }),
  incident: facts({
    sessions: days(3, 28).map((n) =>
      worked(n, GROUND, {
        incidents:
          n === 11 || n === 17
            ? [{ kind: "buck", before: "girth", hurt: "nobody", during: "canter", ledBy: [], strength: 2 }]
            : [],
        signs: n > 15 ? [{ sign: "girthy", skill: null, side: "left", strength: 2 }] : [],
      }),
    ),
  }),
  "never-worked": facts({ evaluations: [looked("intake", 2, { catch: 0 })] }),
  "no-intake": facts({ sessions: days(3, 12).map((n) => worked(n, GROUND)) }),
  "stopped-walk": facts({
    evaluations: [{ ...looked("intake", 2, { catch: 1, halter: 1 }), stoppedAt: "tie" }],
    sessions: days(3, 12).map((n) => worked(n, { catch: 2 })),
  }),
  checks: facts({
    sessions: days(3, 28).map((n) => worked(n, GROUND)),
    checks: [
      { id: "c1", who: "dentist", orderedOn: day(3), due: day(9), doneOn: day(8), result: "treated", restricted: [] },
      { id: "c2", who: "farrier", orderedOn: day(3), due: day(9), doneOn: day(10), result: "clear", restricted: [] },
      { id: "c3", who: "vet", orderedOn: day(20), due: day(33), doneOn: null, result: null, restricted: [] },
    ],
  }),
  arrival: facts({
    kind: "intake",
    today: day(3),
    evaluations: [looked("intake", 2, { catch: 3, lead: [2, 1], groom: [3, 1] })],
    verdicts: [
      { skill: "trot", verdict: "likely" },
      { skill: "lead-change", verdict: "not-this-term" },
    ],
    focus: ["Hard side first", "Stand at the block"],
  }),
  weekly: facts({
    kind: "weekly",
    today: day(14),
    week: weekOf(FIRST, 2, 4),
    sessions: [
      ...days(3, 7).map((n) => worked(n, { catch: 2, lead: [2, 1] })),
      ...days(8, 14).map((n) =>
        worked(n, { catch: 3, lead: [3, 3] }, { firsts: n === 9 ? [{ skill: null, words: "First time tied" }] : [] }),
      ),
    ],
  }),
  "weekly-held": facts({
    kind: "weekly",
    today: day(14),
    week: weekOf(FIRST, 2, 4),
    term: { holds: [{ kind: "injury", from: day(7), to: null, stopsClock: true }] },
  }),
  "half-time": facts({
    kind: "mid-term",
    today: day(15),
    evaluations: [looked("intake", 2, { catch: 2, lead: [1, 1] })],
    sessions: days(3, 15).map((n) => worked(n, { catch: 4, halter: 4, lead: [4, 3] })),
    goals: [goal("lead", true), goal("tie", false, { chance: 0.84 }), goal("trot", false, { chance: 0.1 })],
  }),
};
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
  .map(({ kind, sessions, goals, waits, complaint }) =>
    facts({
      kind,
      sessions,
      week: kind === "weekly" ? weekOf(FIRST, 2, 4) : null,
      goals: goals.map(({ skill, met, chance }) => goal(skill, met, { chance })),
      waits,
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
        const minutes = (of: "groundMinutes" | "saddleMinutes", list: readonly WorkedSession[]): number =>
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
