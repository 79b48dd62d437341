import { describe, expect, it } from "vitest";
import { SHIPPED, SKILLS } from "#shipped/ladder.ts";
import { localDate } from "../calendar/local-date.ts";
import { readTerm, type TermFacts } from "../calendar/term.ts";
import type { SessionRecord } from "../card/card.ts";
import { USUAL_CUES } from "../card/cues.ts";
import { EMPTY_RECORD } from "../card/merge.ts";
import { type Score, sidesOf } from "../kernel/sides.ts";
import { readLevels, type ScoreFact } from "../ladder/level.ts";
import { composeReport } from "./compose.ts";
import { BLOCK_IDS, type ReportFacts, type Say } from "./facts.ts";

const day = localDate;
const record = (changes: Partial<SessionRecord> = {}): SessionRecord => ({
  ...EMPTY_RECORD,
  groundMinutes: 30,
  saddleMinutes: 15,
  tack: ["rope-halter"],
  endedWell: true,
  ...changes,
});
const term: TermFacts = {
  length: 30,
  firstDay: day("2026-06-01"),
  firstDayIs: 1,
  sessionsAWeek: 5,
  counting: "calendar",
  restDays: [7],
  holidays: [],
  holds: [{ kind: "vet", from: day("2026-06-08"), to: day("2026-06-09"), stopsClock: true }],
  workFrom: null,
  delivered: [day("2026-06-03"), day("2026-06-04")],
};
const facts = (changes: Partial<ReportFacts> = {}): ReportFacts => ({
  aim: "Stand for the farrier.",
  complaint: { words: "Snatches his hind feet away.", during: ["tied"], ledBy: [] },
  term,
  reading: readTerm(term, day("2026-06-20")),
  kind: "end",
  today: day("2026-06-20"),
  week: null,
  evaluations: [
    {
      id: "i",
      kind: "intake",
      day: day("2026-06-02"),
      marks: [
        { skill: "hind-feet", side: "left", score: 1 },
        { skill: "hind-feet", side: "right", score: 3 },
      ],
      signs: [{ rung: "handle", sign: "foot-refused", side: "left", strength: 2, moment: null, trend: "unknown" }],
      stoppedAt: null,
    },
  ],
  verdicts: [],
  focus: [],
  scores: [],
  goals: [],
  checks: [],
  ladder: SHIPPED,
  trials: [],
  waits: [],
  risk: 2,
  known: [],
  cues: USUAL_CUES,
  owedPolicy: "days",
  sessions: [
    {
      card: "a",
      day: day("2026-06-03"),
      kind: "ground",
      record: record({
        scores: [{ skill: "hind-feet", side: "left", score: 4 }],
        firsts: [{ skill: "hind-feet", words: "First time all four feet held" }],
      }),
    },
    {
      card: "b",
      day: day("2026-06-04"),
      kind: "both",
      record: record({ incidents: [{ kind: "kick", before: "", hurt: "nobody", during: "unknown", ledBy: [], strength: 2 }] }),
    },
  ],
  levels: readLevels([
    { skill: "hind-feet", side: "left", score: 4, day: day("2026-06-03") },
    { skill: "hind-feet", side: "right", score: 4, day: day("2026-06-03") },
  ]),
  ...changes,
});
const says = (f: ReportFacts): Say[] =>
  composeReport(f).blocks.flatMap((block) => block.statements.map((statement) => statement.say));

describe("an owner's report", () => {
  it("is composed from the record: asked, found, done, gained, first, careful", () => {
    expect(says(facts())).toEqual(
      expect.arrayContaining([
        { code: "aim", words: "Stand for the farrier." },
        { code: "complaint", complaint: { words: "Snatches his hind feet away.", during: ["tied"], ledBy: [] } },
        { code: "intake", day: "2026-06-02", looked: 2, solid: 1 },
        { code: "hours", ground: 1, saddle: 0.5 },
        { code: "held", days: 2, kinds: ["vet"], moved: true },
        { code: "does", branch: "handling", skills: ["hind-feet"], more: 0 },
        { code: "gained", skill: "hind-feet", side: "left", before: 1, now: 4 },
        { code: "first", day: "2026-06-03", words: "First time all four feet held" },
        { code: "incidents", kind: "kick", times: 1, last: "2026-06-04" },
      ]),
    );
    expect(composeReport(facts()).compared).toEqual([
      { skill: "hind-feet", side: "left", before: 1, now: 4 },
      { skill: "hind-feet", side: "right", before: 3, now: 4 },
    ]);
  });
  it("names the record behind a statement", () => {
    const first = composeReport(facts()).blocks.find((block) => block.id === "firsts")?.statements[0];
    expect(first?.from).toEqual(["a"]);
  });
  it("says what is owed, and never that nothing happened when something did", () => {
    expect(says(facts())).toContainEqual({ code: "owed", sessions: facts().reading.owed, policy: "days" });
    expect(says(facts({ sessions: [], evaluations: [] }))).toEqual(
      expect.arrayContaining([{ code: "nothing-yet" }, { code: "no-intake" }]),
    );
    expect(says(facts())).not.toContainEqual({ code: "no-cautions" });
  });
  it("warns of a sign that came up twice lately, and of none that came once or is good", () => {
    const seen = (sign: string) => record({ signs: [{ sign, skill: null, side: "both", strength: 1 }] });
    const with2 = facts({
      sessions: ["girthy", "girthy", "trips", "licks", "licks"].map((sign, i) => ({
        card: String(i),
        day: day(`2026-06-1${i}`),
        kind: "ground",
        record: seen(sign),
      })),
    });
    expect(says(with2).filter((say) => say.code === "signs-lately")).toEqual([
      { code: "signs-lately", sign: "girthy", times: 2 },
    ]);
  });
  it("tells that it softens sooner, where enough sessions show it, and only then", () => {
    const softAfter = (minutes: readonly number[]) =>
      facts({
        sessions: minutes.map((minute, i) => ({
          card: String(i),
          day: day(`2026-06-${10 + i}`),
          kind: "ground",
          record: record({
            course: [
              { minute: 0, state: "tight", side: "left" },
              { minute, state: "soft", side: "left" },
            ],
          }),
        })),
      });
    const told = (minutes: readonly number[]) => says(softAfter(minutes)).filter((say) => say.code === "softens");
    expect(told([12, 11, 13, 9, 5, 4, 3])).toEqual([{ code: "softens", first: 12, now: 4 }]);
    expect(told([12, 11, 13, 4, 3])).toEqual([]);
    expect(told([4, 5, 4, 4, 5, 4])).toEqual([]);
  });
  it("keeps the order of the blocks and leaves out the empty ones", () => {
    const order = composeReport(facts()).blocks.map((block) => BLOCK_IDS.indexOf(block.id));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(composeReport(facts({ sessions: [] })).blocks.some((block) => block.id === "firsts")).toBe(false);
  });
  it("mirrors: swapping left and right of everything swaps the sides and nothing else", () => {
    const sided = SKILLS.filter((skill) => skill.sided).slice(0, 8);
    const scores = sided.flatMap((skill, i): ScoreFact[] =>
      sidesOf(true).map((side, j) => ({ skill: skill.id, side, score: ((i + 3 * j) % 6) as Score, day: day("2026-06-10") })),
    );
    const flip = (side: string) => (side === "left" ? "right" : side === "right" ? "left" : side) as "left";
    const mirror = facts({ levels: readLevels(scores.map((one) => ({ ...one, side: flip(one.side) }))), evaluations: [] });
    const plain = says(facts({ levels: readLevels(scores), evaluations: [] })).filter((say) => say.code === "weaker-side");
    const flipped = says(mirror).filter((say) => say.code === "weaker-side");
    expect(flipped).toEqual(plain.map((say) => ({ ...say, side: flip(say.side), left: say.right, right: say.left })));
  });
});
