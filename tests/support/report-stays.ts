/** Made-up stays of many kinds, as the record has them: what reports are composed from. */
import { addDays, type LocalDate, localDate } from "#core/calendar/local-date.ts";
import { readTerm, type TermFacts } from "#core/calendar/term.ts";
import type { SessionRecord } from "#core/card/card.ts";
import { USUAL_CUES } from "#core/card/cues.ts";
import type { JumpSchool } from "#core/card/jump.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { type Score, sidesOf } from "#core/kernel/sides.ts";
import { readLevels, type ScoreFact } from "#core/ladder/level.ts";
import { weekOf } from "#core/report/due.ts";
import type { ReportFacts, ReportSession } from "#core/report/facts.ts";
import { SHIPPED, skillOf } from "#shipped/ladder.ts";

export const FIRST = localDate("2026-06-01");
export const day = (n: number): LocalDate => addDays(FIRST, n - 1);
type Scored = Readonly<Record<string, Score | readonly [left: Score, right: Score]>>;
const scoresOf = (scored: Scored): SessionRecord["scores"] =>
  Object.entries(scored).flatMap(([skill, given]) =>
    typeof given === "number"
      ? sidesOf(skillOf(skill).sided).map((side) => ({ skill, side, score: given }))
      : (["left", "right"] as const).map((side, i) => ({ skill, side, score: given[i] as Score })),
  );
export const worked = (n: number, scored: Scored, changes: Partial<SessionRecord> = {}): ReportSession => ({
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

export function facts({
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
export const goal = (skill: string, met: boolean, changes: Partial<ReportFacts["goals"][number]> = {}) => ({
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

/** A school over a cross, a little cleaner each week. */
const jumped = (n: number): JumpSchool => ({
  layout: { name: "", elements: [{ fence: "cross-pole", poles: 1, heightCm: n < 20 ? 40 : 56, toNextCm: null }] },
  way: "ridden",
  results: [{ at: 0, clear: 10, rails: n < 15 ? 2 : 0, stops: n < 15 ? 1 : 0, runOuts: 0 }],
  straight: "straight",
  pace: n < 15 ? "rushes" : "even",
  takeOff: null,
  landing: null,
  change: "",
});

export const STAYS: Readonly<Record<string, ReportFacts>> = {
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
  "first-ride-week": facts({
    kind: "weekly",
    today: day(14),
    week: weekOf(FIRST, 2, 4),
    aim: "Start her quietly. I would like to ride her in the fall.",
    sessions: [
      ...days(3, 7).map((n) => worked(n, { girth: 3, "stirrup-weight": [3, 2] }, { tack: ["rope-halter", "saddle"] })),
      ...days(8, 14).map((n) =>
        worked(
          n,
          { sit: n < 10 ? 2 : 3, hose: 3, blanket: 3 },
          { tack: ["rope-halter", "saddle"], saddleMinutes: n >= 10 ? 8 : 0, gaits: n >= 10 ? ["walk"] : [] },
        ),
      ),
    ],
    goals: [goal("sit", true), goal("trot", false, { chance: 0.75 })],
  }),
  jumper: facts({
    aim: "He should jump a small course calmly.",
    complaint: { words: "He rushes his fences.", during: ["canter"], ledBy: ["going-faster"] },
    evaluations: [looked("intake", 2, { canter: [3, 2], poles: 2 })],
    sessions: days(3, 28).map((n) =>
      worked(
        n,
        { poles: 4, "cross-pole": 3, canter: [4, 3] },
        {
          saddleMinutes: 30,
          gaits: n === 10 || n === 17 || n === 24 ? ["walk", "trot", "canter", "jump"] : ["walk", "trot", "canter"],
          tack: ["saddle", "snaffle"],
          jump: n === 10 || n === 17 || n === 24 ? jumped(n) : null,
        },
      ),
    ),
    goals: [goal("cross-pole", true), goal("line-fences", false)],
  }),
  "second-bit": facts({
    aim: "Ready for the second bit by the end of the term.",
    evaluations: [looked("intake", 2, { "soft-feel": [2, 2], transitions: 2 })],
    sessions: days(3, 30).map((n) =>
      worked(
        n,
        { "soft-feel": [4, 4], transitions: 4 },
        { saddleMinutes: 30, gaits: ["walk", "trot"], tack: ["saddle", n < 8 ? "one-rein" : n < 24 ? "snaffle" : "second-bit"] },
      ),
    ),
    goals: [goal("soft-feel", true), goal("second-bit", false)],
  }),
  runaway: facts({
    kind: "mid-term",
    today: day(15),
    complaint: { words: "He runs off on the way home.", during: ["trot"], ledBy: ["left-alone"] },
    evaluations: [looked("intake", 2, { stop: 2, trot: [3, 3] })],
    sessions: days(3, 15).map((n) =>
      worked(
        n,
        { stop: 3, "bend-stop": [3, 2] },
        {
          saddleMinutes: 25,
          gaits: ["walk", "trot"],
          incidents:
            n === 9
              ? [{ kind: "bolt", before: "the gate", hurt: "nobody", during: "trot", ledBy: ["left-alone"], strength: 3 }]
              : [],
        },
      ),
    ),
    waits: ["trouble"],
    risk: 4,
    goals: [goal("stop", false, { chance: 0.5 })],
  }),
  "ground-only-yearling": facts({
    aim: "Groomed, feet for the farrier, loads. Nobody rides him before he is three.",
    evaluations: [looked("intake", 2, { catch: 1, halter: 1, "front-feet": [1, 1] })],
    sessions: days(3, 28).map((n) => worked(n, { catch: 4, halter: 4, groom: [4, 4], "front-feet": [4, 3], trailer: 3 })),
    goals: [goal("front-feet", true), goal("trailer", true), goal("hind-feet", false)],
  }),
  restart: facts({
    aim: "She bucked my husband off in spring. We want to trust her again.",
    complaint: { words: "She bucks when she is mounted.", during: ["mounting"], ledBy: ["girth"] },
    evaluations: [{ ...looked("intake", 2, { girth: 2, block: 1 }), signs: [] }],
    sessions: days(3, 30).map((n) =>
      worked(
        n,
        { girth: 4, block: 4, ...(n > 16 ? { sit: 4, steer: [4, 4] as const } : {}) },
        {
          tack: ["rope-halter", "saddle"],
          saddleMinutes: n > 16 ? 20 : 0,
          gaits: n > 16 ? ["walk", "trot"] : ["walk"],
          signs: n < 13 ? [{ sign: "girthy", skill: null, side: "left", strength: 2 }] : [],
        },
      ),
    ),
    checks: [{ id: "c1", who: "fitter", orderedOn: day(3), due: day(9), doneOn: day(12), result: "treated", restricted: [] }],
    trials: [{ change: "other-girth", result: "gone" }],
    goals: [goal("block", true), goal("sit", true), goal("steer", true)],
  }),
};
