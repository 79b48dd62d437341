import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, localDate } from "../calendar/local-date.ts";
import type { EvaluationId } from "../kernel/brand.ts";
import type { Score } from "../kernel/sides.ts";
import type { ScoreFact } from "../ladder/level.ts";
import { slides, standstill } from "./evidence.ts";
import { aboutOf, answerTo, costOfWaiting, NEED_CODES, type Need, stallNotice, stillOpen } from "./needs.ts";
import { firstFree, mostBetween, type StallDays, takenOn } from "./stalls.ts";

const today = localDate("2026-07-14");
const day = (n: number) => addDays(today, n);
const track = (skill: string, side: "left" | "right" | "both", scores: readonly number[], from = -30): ScoreFact[] =>
  scores.map((score, i) => ({ skill, side, score: score as Score, day: day(from + 3 * i) }));

const NEEDS: readonly Need[] = [
  { code: "evaluate", due: day(-1) },
  { code: "hold", kind: "vet", from: day(-3), to: null },
  { code: "behind", lengths: 4, feasible: true },
  { code: "time-off", days: 9 },
  { code: "no-day", sessions: 2 },
  { code: "measure", because: "growing", since: day(-2) },
  { code: "mid-term", due: day(2) },
  { code: "exit", due: day(1) },
  { code: "report", due: day(0) },
  { code: "over", days: 2 },
  { code: "stall", group: "under-saddle", day: day(-2) },
  { code: "sign", evaluation: "e" as EvaluationId },
  { code: "check-late", who: "vet", days: 3, holds: "ridden" },
  { code: "sudden", day: day(-1) },
  { code: "goal", skill: "canter", chance: 0.1, others: 0 },
  { code: "stuck", skill: "trot" },
  { code: "same-trouble", at: "girth", day: today, quiet: 0, of: 2 },
  { code: "step-ready", step: "sit", skill: "sit" },
  { code: "dated-goal", skill: "trailer", chance: 0.2, by: today },
  { code: "next-goals", skills: ["poles"] },
];

describe("what a day of waiting costs", () => {
  it("puts a horse that may be hurting first, then lost days, then paper, then what may take its time", () => {
    expect(NEEDS.map(({ code }) => code).sort()).toEqual([...NEED_CODES].sort());
    const order = [...NEEDS].sort((a, b) => costOfWaiting(b, today) - costOfWaiting(a, today)).map(({ code }) => code);
    expect(order[0]).toBe("sudden");
    expect(order.indexOf("stall")).toBeLessThan(order.indexOf("over"));
    expect(order.indexOf("over")).toBeLessThan(order.indexOf("report"));
    expect(order.at(-1)).toBe("stuck");
  });
  it("never falls as a need grows, and stays within its bounds", () => {
    fc.assert(
      fc.property(fc.nat(40), fc.nat(40), fc.boolean(), (less, more, feasible) => {
        const grown = less + more;
        const pairs: [Need, Need][] = [
          [
            { code: "behind", lengths: less, feasible },
            { code: "behind", lengths: grown, feasible },
          ],
          [
            { code: "time-off", days: less },
            { code: "time-off", days: grown },
          ],
          [
            { code: "over", days: less },
            { code: "over", days: grown },
          ],
          [
            { code: "check-late", who: "vet", days: less, holds: "skill" },
            { code: "check-late", who: "vet", days: grown, holds: "all" },
          ],
          [
            { code: "behind", lengths: less, feasible: true },
            { code: "behind", lengths: less, feasible: false },
          ],
        ];
        for (const [small, large] of pairs) {
          expect(costOfWaiting(large, today)).toBeGreaterThanOrEqual(costOfWaiting(small, today));
          expect(costOfWaiting(large, today)).toBeLessThanOrEqual(100);
        }
      }),
    );
  });
});

describe("an answer", () => {
  const stall: Need = { code: "stall", group: "under-saddle", day: day(-2) };
  it("keeps its need out of sight up to its day, and no other: a new alarm is a new need", () => {
    const answers = [{ code: "stall", about: aboutOf(stall), until: day(1) }];
    expect(answerTo(stall, answers, today)).toBe(answers[0]);
    expect(answerTo(stall, answers, day(2))).toBeNull();
    expect(answerTo({ ...stall, day: day(0) }, answers, today)).toBeNull();
  });
  it("counts where it is the newest", () => {
    const answers = [
      { code: "stall", about: aboutOf(stall), until: day(-1) },
      { code: "stall", about: aboutOf(stall), until: day(9) },
    ];
    expect(answerTo(stall, answers, today)).toBeNull();
  });
});

describe("a standstill", () => {
  const since = day(-20);
  it("names the tracks that did not rise since, on which side, and how many others did", () => {
    const scores = [
      ...track("canter", "right", [2, 2, 2, 2, 2, 2], -24),
      ...track("lead-setup", "right", [1, 1, 1, 1, 1], -20),
      ...track("trot", "left", [2, 3, 4], -24),
      ...track("tie", "both", [1, 2, 4], -24),
    ];
    expect(standstill(scores, ["canter:right", "lead-setup:right"], since)).toEqual([
      { code: "unchanged", skill: "canter", side: "right", times: 4, score: 2 },
      { code: "unchanged", skill: "lead-setup", side: "right", times: 5, score: 1 },
      { code: "rose", skills: 2 },
      { code: "one-side", side: "right" },
    ]);
  });
  it("says nothing of what rose, or was scored too seldom to say", () => {
    expect(
      standstill(
        [...track("canter", "right", [1, 2, 3], -20), ...track("trot", "left", [2, 2], -20)],
        ["canter:right", "trot:left"],
        since,
      ),
    ).toEqual([]);
  });
});

describe("a slide", () => {
  it("is what was reliable twice and is two steps lower twice, explained by days off where there were some", () => {
    const scores = track("canter", "left", [4, 5, 4, 2, 2], -30);
    expect(slides(scores, [day(-24), day(-23)])).toEqual([
      { skill: "canter", side: "left", best: 4, now: 2, afterDaysOff: null },
    ]);
    const late = [...track("canter", "left", [4, 4], -40), ...track("canter", "left", [1, 2], -10)];
    expect(slides(late, [day(-38), day(-37), day(-10)])).toEqual([
      { skill: "canter", side: "left", best: 4, now: 2, afterDaysOff: 27 },
    ]);
  });
  it("is no single bad day, no skill that was reliable once, and nothing that is coming back", () => {
    for (const scores of [
      [4, 4, 4, 2],
      [5, 3, 2, 2],
      [4, 4, 2, 3],
      [3, 3, 1, 1],
    ])
      expect(slides(track("canter", "left", scores), [])).toEqual([]);
  });
});

describe("stalls", () => {
  const span = fc.tuple(fc.nat(60), fc.nat(60)).map(([from, length]): StallDays => ({ from: day(from), to: day(from + length) }));
  it("are free from the first day on which a whole term has room: as trying every day would find", () => {
    fc.assert(
      fc.property(
        fc.array(span, { maxLength: 8 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 40 }),
        (standing, stalls, days) => {
          const fits = (from: number): boolean =>
            Array.from({ length: days }, (_, i) => takenOn(standing, day(from + i))).every((taken) => taken < stalls);
          const slow = Array.from({ length: 200 }, (_, from) => from).find(fits);
          expect(firstFree(standing, stalls, days, today)).toBe(slow === undefined ? null : day(slow));
        },
      ),
    );
  });
  it("hold at the most what stands there on one of the days", () => {
    fc.assert(
      fc.property(fc.array(span, { maxLength: 8 }), fc.nat(60), fc.nat(30), (standing, from, length) => {
        const slow = Math.max(...Array.from({ length: length + 1 }, (_, i) => takenOn(standing, day(from + i))));
        expect(mostBetween(standing, day(from), day(from + length))).toBe(slow);
      }),
    );
  });
  it("are none where there are none", () => expect(firstFree([], 0, 30, today)).toBeNull());
});

describe("a standstill", () => {
  const alarm = (at: number, since: number, kind: "stall" | "watch" = "stall") => ({ kind, day: at, since });
  it("is told for a fortnight, by its last alarm", () => {
    const worked = [1, 3, 5, 8, 10, 12, 15, 18, 20];
    expect(stallNotice([alarm(12, 8), alarm(20, 10)], worked, 21)).toEqual(alarm(20, 10));
    expect(stallNotice([alarm(20, 10)], worked, 34)).toEqual(alarm(20, 10));
    expect(stallNotice([alarm(20, 10)], worked, 35)).toBeNull();
    expect(stallNotice([alarm(20, 10, "watch")], worked, 21)).toBeNull();
  });
  it("is none of what is reliable already, and names only what is below", () => {
    const carried = { ...alarm(20, 10), tracks: ["girth:left", "canter:right"] };
    const at = (scores: Readonly<Record<string, number>>) => stillOpen([carried], (of) => scores[of]);
    expect(at({ "girth:left": 4, "canter:right": 2 })).toEqual([{ ...carried, tracks: ["canter:right"] }]);
    expect(at({ "girth:left": 4, "canter:right": 5 })).toEqual([]);
  });
  it("is none where a long pause lies within it: the horse is coming back", () => {
    expect(stallNotice([alarm(34, 12)], [8, 10, 12, 30, 32, 34], 35)).toBeNull();
    expect(stallNotice([alarm(34, 30)], [8, 10, 12, 30, 32, 34], 35)).toBeNull();
    // A pause long before it explains nothing.
    expect(stallNotice([alarm(50, 40)], [8, 10, 12, 30, 32, 34, 40, 44, 50], 51)).toEqual(alarm(50, 40));
  });
});
