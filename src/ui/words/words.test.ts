import { describe, expect, it } from "vitest";
import type { Refusal } from "#contracts/refusal.ts";
import type { NotHad } from "#contracts/views.week.ts";
import { localDate } from "#core/calendar/local-date.ts";
import type { Blocker } from "#core/day/model.ts";
import type { Evidence } from "#core/intake/findings.ts";
import type { CardId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { Say } from "#core/report/facts.ts";
import type { WeatherLimit } from "#core/weather/weather.ts";
import type { WeekFix } from "#core/week/fixes.ts";
import { BLOCKER_WORD, NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { sayLateNeed, sayWaits, sayWhen } from "./check.ts";
import { clock, clockAsMinutes, height, hours, inner, listed, minutesAsClock, plural } from "./figures.ts";
import { sayEvidence, sayWho } from "./findings.ts";
import { sayGateAdvice, sayGateLimit, sayGateState } from "./gate.ts";
import { sayMeant, sayQuestion, sayResting, sayStillToCome, slotWords } from "./intake.ts";
import { lengthIn } from "./lengths.ts";
import { needPath, needTone, sayNeed, sayUrgency } from "./needs.ts";
import { sayReason } from "./reasons.ts";
import { sayRefusal } from "./refusals.ts";
import { sayStatement } from "./report.ts";
import { sayTouches } from "./touches.ts";
import { bothWeights } from "./units.ts";
import { sayTold, sayWeatherLimit } from "./weather.ts";
import { sayFix, sayNotHad, sayShort } from "./week.ts";

const DAY = localDate("2026-07-10");
const [who, place, stay, card] = ["p" as PersonId, "l" as PlaceId, "s" as StayId, "c" as CardId];
const heldBy = (changes: object) =>
  ({ code: "check", because: "open", holds: null, restricts: null, until: null, words: "", skills: [], ...changes }) as Reason;
const REASONS: Reason[] = [
  heldBy({ holds: "ridden" }),
  heldBy({ holds: "all" }),
  heldBy({ holds: "skill", skills: ["girth"] }),
  heldBy({ because: "found", holds: "ridden" }),
  heldBy({ because: "restricted", restricts: "fast", until: DAY }),
  heldBy({ because: "restricted", restricts: "hard-ground" }),
  { code: "hold", kind: "vet", since: DAY },
  { code: "signed-off", because: "ground" },
  { code: "signed-off", because: "minutes", limit: 30, is: 45 },
  { code: "signed-off", because: "circle", limit: 10, is: 20 },
  { code: "age", years: 1, under: 2, what: "weight" },
  { code: "age", years: 2, under: 3, what: "rider" },
  { code: "load", because: "over", who, riderKg: 90, limitKg: 80 },
  { code: "load", because: "prefer", who, riderKg: 90, preferKg: 80 },
  { code: "load", because: "horse-unweighed" },
  { code: "load", because: "person-unweighed", who },
  { code: "load", because: "weight-old", days: 70 },
  { code: "load", because: "weight-ageing", days: 30 },
  { code: "grade", who, as: "rider", grade: 1, needed: 2, skill: null },
  { code: "grade", who, as: "helper", grade: 1, needed: 2, skill: null },
  { code: "grade", who, as: "rider", grade: 1, needed: 3, skill: "trot" },
  { code: "grade", who, as: "rider", specialist: true, skill: "lead-change" },
  { code: "kept-from", who, as: "rider" },
  { code: "does-not-ride", who },
  { code: "not-signed" },
  ...(["risk", "before-riding", "signed", "step-back"] as const).map(
    (because): Reason => ({ code: "second-person", because, skill: null }),
  ),
  { code: "second-person", because: "skill", skill: "stirrup-weight" },
  {
    code: "not-ready",
    step: false,
    skill: "stirrup-weight",
    missing: [
      { code: "level", skill: "hindquarters", side: "right", needed: 3, is: 2 },
      { code: "quiet", in: "tack" },
      { code: "quiet", in: "rides" },
      { code: "ground-sessions", left: 1 },
      { code: "tacked-here" },
    ],
  },
  { code: "step-back", because: "same-trouble", skill: null, at: "girth", days: null, quiet: 0, of: 2 },
  { code: "step-back", because: "same-trouble", skill: "lead-setup", at: "canter", days: null, quiet: 1, of: 2 },
  { code: "step-back", because: "days-off", skill: "canter", at: null, days: 9, quiet: 0, of: 1 },
  { code: "step-back", because: "restart", skill: null, at: null, days: 38, quiet: 0, of: 2 },
  { code: "red-sign", sign: "tight-back" },
  { code: "red-sign", sign: "sudden-change" },
  { code: "weather", what: "heat", because: "none", hour: 13, heat: 184 },
  { code: "weather", what: "heat", because: "short", hour: 13, heat: 160 },
  { code: "weather", what: "heat", because: "not-fit", hour: 9, heat: 133 },
  { code: "weather", what: "wind", because: "first-rides", hour: 14, windMps: 13 },
  { code: "weather", what: "wind", because: "green-outside", hour: 14, windMps: 13 },
  { code: "weather", what: "wind", because: "small-place", hour: 14, windMps: 9 },
  { code: "weather", what: "wind", because: "ground-first", hour: 14, windMps: 9 },
  { code: "stage-place", place, stage: "unridden" },
  { code: "stage-place", place, stage: "first-rides", open: true },
  { code: "not-ticked", tick: "girth" },
  { code: "time-off", days: 8 },
  { code: "incident", kind: "buck", day: DAY },
];
const BLOCKERS: Blocker[] = [
  ...REASONS,
  { code: "place-closed", place },
  { code: "away", who, reason: "ill" },
  { code: "shift", who },
  { code: "busy", who, with: card },
  { code: "same-person", who },
  { code: "helper-leaves", who, needed: 2 },
  { code: "max-saddle", who, limit: 5 },
  { code: "horse-busy", with: card },
  { code: "place-full", place, capacity: 1, with: [card] },
  { code: "apart", from: stay, with: card },
  { code: "outside-day" },
  { code: "lunch", who },
  { code: "appointment", kind: "travel", from: 0, to: 20 },
  { code: "place-shut", place, why: "harrowed" },
  { code: "place-shut", place, why: "" },
  { code: "after", with: card },
];
const LIMITS: WeatherLimit[] = [
  { code: "lighter", heat: 133 },
  { code: "short", heat: 160 },
  { code: "ground-first", windMps: 9 },
  { code: "walk-only", windMps: 9 },
  { code: "no-fast-work", temperatureC: -12, under: -10 },
];
const FIXES: WeekFix[] = [
  { code: "half-day", rider: "p", day: 1 },
  { code: "more-rides", rider: "p", day: 1 },
  { code: "unpin", horse: "s" },
];
const NOT_HAD: NotHad[] = [
  ...(["hold", "check", "not-evaluated", "intake-day", "not-here"] as const).map((code) => ({ code })),
  { code: "appointment", kind: "farrier" },
  { code: "visit", who: "dentist" },
  { code: "visit", who: "barn" },
];
const REFUSALS: Refusal[] = [
  { code: "not-in-walk", path: "walk.marks.0.skill" },
  { code: "walk-faulty", path: "rungs", fault: { code: "no-rungs" } },
  { code: "walk-faulty", path: "rungs", fault: { code: "rung-twice", rung: "tie" } },
  { code: "walk-faulty", path: "rungs", fault: { code: "skill-twice", skill: "tie", rungs: ["Tie", "Own"] } },
  { code: "walk-faulty", path: "rungs", fault: { code: "saddle-too-soon", skills: ["girth"] } },
  { code: "walk-faulty", path: "rungs", fault: { code: "ridden-before-saddle", skill: "trot", rung: "Tie" } },
  { code: "check-open", path: "cause" },
  { code: "check-ended", path: "id" },
  { code: "file-type", path: "content" },
  { code: "too-many-files", path: "content", limit: 12 },
  { code: "trial-running", path: "change" },
  { code: "trial-ended", path: "id" },
  { code: "too-short", path: "first" },
  { code: "already-split", path: "id" },
  { code: "no-second-spot", path: "first" },
  { code: "place-taken", path: "place.name" },
  { code: "last-place", path: "place.closed" },
  { code: "place-in-use", path: "place.closed", cards: 1 },
  { code: "not-found", path: "" },
  { code: "not-allowed", path: "" },
  { code: "changed-meanwhile", path: "version", current: null },
  { code: "too-many-tries", path: "signIn", waitSeconds: 45 },
  { code: "busy", path: "signIn" },
  { code: "wrong-code", path: "code" },
  { code: "other-language", path: "" },
  { code: "phrase-names", path: "words", names: ["{horse}"] },
  { code: "code-too-late", path: "code" },
  { code: "weak-password", path: "password" },
  { code: "confirm-password", path: "" },
  { code: "open-cards", path: "id", cards: 1 },
  { code: "saddle-shut", path: "walk.saddleReason", skills: ["girth", "block"] },
  { code: "blocked", path: "rider", blockers: [{ code: "not-signed" }] },
  { code: "gate-not-open", path: "told.gate.overrideReason", reasons: [{ code: "not-signed" }] },
  { code: "tape-slipped", path: "girthCm" },
];
const SAYS: Say[] = [
  { code: "solid", branch: "handling", skills: ["catch", "halter"], all: false },
  { code: "solid", branch: "handling", skills: ["catch", "halter", "lead", "stand"], all: true },
  { code: "gained", skill: "steer", side: "left", before: 1, now: 4 },
  { code: "gained", skill: "catch", side: "both", before: 1, now: 4 },
  { code: "weaker-side", skill: "steer", side: "left", left: 1, right: 4 },
  { code: "incidents", kind: "buck", times: 2, last: DAY },
  { code: "verdict", skill: "trot", verdict: "possible" },
  { code: "focus", words: ["Stand at the block"] },
  { code: "week", from: DAY, to: DAY, given: 3, minutes: 130 },
  { code: "week-without", from: DAY, to: DAY, held: true },
  { code: "worked-on", skills: ["trot", "lead"] },
  { code: "softens", first: 12, now: 4 },
  { code: "softens", first: 5, now: 0 },
  { code: "goal-met", skill: "trot" },
  { code: "goal-ahead", skill: "trot", chance: 0.8 },
  { code: "goal-open", skill: "trot", because: "rungs-below", now: 2, below: ["forward"] },
  { code: "goal-open", skill: "canter", because: "held", now: null, below: [] },
  {
    code: "cues",
    cues: [
      ["walk", "Walk on"],
      ["back", "Back"],
    ],
  },
  {
    code: "check-done",
    who: "dentist",
    day: DAY,
    result: "treated",
    restricted: [{ what: "bit", until: DAY, words: "halter only" }],
  },
  { code: "check-open", who: "vet", due: DAY },
  { code: "no-checks" },
  { code: "proposal", what: "home-with-plan", waits: [] },
  { code: "proposal", what: "wait", waits: ["check", "trouble"] },
  { code: "does", branch: "handling", skills: ["catch", "hind-feet"], more: 3 },
  { code: "goals-met", skills: ["trot", "steer"] },
  { code: "goals-open", skills: ["trot"], begun: false, because: "rungs-below", now: null, needs: ["forward"] },
  { code: "goals-open", skills: ["trot", "steer"], begun: true, because: "time", now: 2, needs: [] },
  { code: "goals-open", skills: ["canter"], begun: false, because: "held", now: null, needs: [] },
  { code: "first-ride", day: DAY },
  { code: "first-gait", day: DAY, gait: "canter" },
  { code: "first-skill", day: DAY, skill: "saddle" },
  { code: "short-can", skills: ["lead"], solid: true },
  { code: "short-next", what: null, skill: "trot" },
  { code: "short-next", what: "wait", skill: null },
  { code: "with-help", skills: ["trot"], more: 2 },
  { code: "sign-faded", sign: "girthy", times: 4, last: DAY },
  { code: "complaint-now", tried: true, seen: 0, lately: 0, last: null },
  { code: "complaint-now", tried: true, seen: 3, lately: 1, last: DAY },
  { code: "complaint-now", tried: false, seen: 0, lately: 0, last: null },
  { code: "goals-open", skills: ["tie"], begun: true, because: "confirm", now: 4, needs: [] },
  { code: "never-tried", skills: ["trailer"] },
  { code: "next-steps", skills: ["trot"] },
  { code: "owed", policy: "credit", sessions: 1 },
  { code: "held", days: 1, kinds: ["vet"], moved: true },
  { code: "sessions", delivered: 3, contracted: 22, throughOwed: 2 },
];

/** A sentence is whole: begins large or with a figure, ends with a stop, and shows no value that was not there. */
function expectSentence(words: string): void {
  expect(words).toMatch(/^[A-Z“\d].*[.”]$/s);
  expect(words).not.toMatch(/undefined|null|NaN|\[object/);
}

describe("a time field", () => {
  it("is read as minutes, and said again as it stood", () => {
    expect(clockAsMinutes("07:30")).toBe(450);
    for (const minutes of [0, 59, 450, 1439]) expect(clockAsMinutes(minutesAsClock(minutes))).toBe(minutes);
  });
});

describe("every code has its sentence", () => {
  it.each(BLOCKERS)("blocker $code", (blocker) => {
    expectSentence(sayBlocker(blocker, NOBODY_NAMED));
    expect(BLOCKER_WORD[blocker.code].length).toBeLessThanOrEqual(7);
  });
  it.each(REASONS)("gate $code", (reason) => expectSentence(sayReason(reason)));
  it.each(REFUSALS)("refusal $code", (refusal) => expectSentence(sayRefusal(refusal)));
  it.each(SAYS)("statement $code", (say) =>
    expectSentence(sayStatement(say, say.code, { horse: "Thimble", tone: "plain", level: "full" })),
  );
  it.each(LIMITS)("weather $code", (limit) => expectSentence(sayWeatherLimit(limit)));
  it.each(FIXES)("fix $code", (fix) =>
    expectSentence(sayFix(fix, 2, { person: () => "Hesper", horse: () => "Thimble", day: () => "Tue 14 Jul" })),
  );
  it.each(NOT_HAD)("a cell, $code", (why) => expect(sayNotHad(why)).toMatch(/^[a-z][a-z ]{1,25}$/));
  it("what the weather does to a day names hours and horses", () => {
    const told = { because: "first-rides", from: 14, to: 17, worst: 16, stays: [stay] } as const;
    expect(sayTold(told, () => "Thimble")).toBe("Wind up to 16 m/s, 14:00 to 17:00. Thimble: no first rides, ground work only.");
    expect(sayTold({ ...told, because: "short" }, () => "Thimble")).toContain(
      "Heat index up to 16, 14:00 to 17:00. Thimble: outdoors only short sessions.",
    );
  });
  it("what is short tells what no week could hold", () => {
    expect([sayShort(0, 0), sayShort(1, 1), sayShort(3, 1)]).toEqual([
      "",
      "1 session short: too few days",
      "3 sessions short; 1 can't fit in these days",
    ]);
  });
  it("the gate tells a ground card that nobody gets on", () => {
    for (const state of ["half", "shut"] as const) {
      expect(sayGateState(state, "ground")).not.toMatch(/open/i);
      expect(sayGateAdvice(state, "ground")).not.toMatch(/may get on/);
    }
    expect(sayGateState("half", "ground")).toBe("Ground work");
    expectSentence(sayGateAdvice("half", "both", true));
    expectSentence(sayGateLimit({ code: "heat-limit", heat: 140, short: false }));
    expectSentence(sayGateLimit({ code: "walk-only", windMps: 9 }));
    for (const state of ["open", "half", "shut"] as const) expectSentence(sayGateAdvice(state, "both"));
  });
  it("needs and urgency are short", () => {
    expect(sayNeed({ code: "behind", lengths: 2, feasible: false })).toBe(
      "2 lengths behind, and not enough days left to catch up",
    );
    expect(sayNeed({ code: "hold", kind: "vet", from: DAY, to: null })).toBe("On hold, vet, since Fri 10 Jul");
    expect(sayNeed({ code: "over", days: 1 })).toBe("Term ended 1 day ago");
    expect(sayUrgency({ code: "term-ends", days: 0 })).toBe("last day of the term");
    expect(sayUrgency({ code: "owed", lengths: 1 })).toBe("1 session owed");
  });
});

const EVIDENCE: Evidence[] = [
  { code: "sign", sign: "girthy", rung: "tack", side: "left", moment: "tightening", adds: 1 },
  { code: "sign", sign: "bucks", rung: "tack", side: "both", moment: null, adds: 1 },
  { code: "one-sided", sign: "trips", side: "right", adds: 1 },
  { code: "together", signs: ["bucks", "girthy"], adds: 1 },
  { code: "ridden-signs", count: 8, adds: 1 },
  { code: "history", topic: "hurt", answer: "yes", adds: 1 },
  { code: "measure", what: "croupHigh", adds: 1 },
  { code: "trend", sign: "bucks", trend: "better", adds: -1 },
  { code: "check", cause: "teeth", result: "treated", adds: -3 },
  { code: "ruled-out", adds: 2 },
  { code: "never-taught", topic: "saddled", adds: 1.6 },
  { code: "measure", what: "overweight", adds: 1.8 },
  { code: "trial", change: "other-bit", result: "same", adds: -2 },
];

describe("evidence", () => {
  it.each(EVIDENCE)("$code stands inside a sentence", (evidence) => {
    const words = sayEvidence(evidence);
    expect(words).toMatch(/^[a-z\d].*[^.,]$/);
    expect(words).not.toMatch(/undefined|null|NaN|, ,/);
  });
  it("says where, on which side and when", () => {
    expect(EVIDENCE.slice(0, 2).map((one) => sayEvidence(one))).toEqual([
      "girthy (tack, left, when the girth is tightened)",
      "bucks or humps (tack)",
    ]);
    expect(sayWho("teeth")).toBe("Dentist");
    expect(sayWho("hands")).toBe("The barn");
  });
});

describe("the evaluation in words", () => {
  it("says lengths as the barn writes them, and both readings of a slip", () => {
    expect([
      lengthIn("metric", "girthCm", 188),
      lengthIn("hands", "girthCm", 188),
      lengthIn("hands", "withersCm", 157.5),
    ]).toEqual(["188 cm", "74 in", "15.2 hands"]);
    expect(sayMeant({ typed: 74, unit: "in", centimetres: 188 })).toBe("74 in (188 cm)");
    expect(sayMeant({ typed: 180, unit: "cm", centimetres: 180 })).toBe("180 cm");
  });
  it.each([
    { code: "unlikely", low: 150, high: 230, meant: [{ typed: 180, unit: "cm", centimetres: 180 }] },
    { code: "unlikely", low: 150, high: 230, meant: [] },
    { code: "croup-far", differenceCm: -12 },
    { code: "not-as-booked", bookedCm: 152 },
    { code: "since-last", lastKg: 500, percent: -20 },
    { code: "scale-far", tapeKg: 480, percent: 119 },
  ] as const)("asks about $code, and says what to do", (question) => {
    expect(sayQuestion("girthCm", question)).toMatch(/^[A-Z].*[.?]$/);
    expect(sayQuestion("girthCm", question)).not.toMatch(/undefined|NaN|--/);
  });
  it("says what a goal still asks for, long lists cut", () => {
    const missing = (skill: string) => ({ skill, sessions: {}, most: 3 });
    expect(sayStillToCome([])).toBe("Already done on every side.");
    expect(sayStillToCome(["girth", "trot"].map(missing))).toMatch(/^Still to learn: .* and .*\.$/);
    expect(sayStillToCome(["catch", "halter", "lead", "girth", "trot", "canter"].map(missing))).toMatch(/ · 2 more\.$/);
  });
  it("lists touchy places by place, every touch named", () => {
    expect(
      sayTouches([
        { zone: "girth", side: "left", by: "girth", strength: 3 },
        { zone: "girth", side: "left", by: "brush", strength: 1 },
        { zone: "tail", side: "both", by: "hand", strength: 2 },
      ]),
    ).toEqual(["Girth line, left: girth 3, brush 1", "Tail and dock: hand 2"]);
  });
  it("names each field that two writers may clash over", () => {
    const at = { rung: "tack", sign: "girthy", side: "left" } as const;
    expect(
      [
        { kind: "sign", ...at } as const,
        { kind: "moment", ...at } as const,
        { kind: "trend", ...at } as const,
        { kind: "touch", zone: "flank", side: "right", by: "spray" } as const,
        { kind: "measure", name: "girthCm" } as const,
        { kind: "measure", name: "build" } as const,
        { kind: "words", rung: "tie" } as const,
        { kind: "plain", name: "tries" } as const,
        { kind: "mark", skill: "catch", side: "both" } as const,
      ].map((slot) => slotWords(slot)),
    ).toEqual([
      "Girthy, left",
      "When: girthy",
      "Since when: girthy",
      "Flank, spray, right",
      "Heart girth",
      "Build",
      "Words at Tie",
      "Tries",
      "Catch",
    ]);
  });
  it("says resting values beside their range", () => {
    expect(sayResting({ name: "pulse", value: 60, side: "high" })).toBe("pulse 60 a minute, above the normal 28–44 a minute");
    expect(sayResting({ name: "refillSeconds", value: 3, side: "high" })).toBe("gum refill 3 s, above the normal under 2 s");
  });
});

describe("checks in words", () => {
  it("say what waits and since when it is late", () => {
    expect([sayWaits("nothing", []), sayWaits("skill", ["girth", "bit"]), sayWaits("ridden", []), sayWaits("all", [])]).toEqual([
      "Nothing waits",
      "Leave alone: girth tightened in steps and carries the bit quietly",
      "No ridden work",
      "No work",
    ]);
    expect(sayLateNeed("vet", 1, "all")).toBe("Vet 1 day overdue: no work until then");
    expect(sayLateNeed("barn", 2, "nothing")).toBe("Our own check 2 days overdue");
    const when = { due: DAY, bookedFor: null, doneOn: null };
    expect(sayWhen({ ...when, state: "ordered" })).toBe(", due by Fri 10 Jul");
    expect(sayWhen({ ...when, state: "booked", bookedFor: DAY })).toBe(" for Fri 10 Jul");
    expect(sayWhen({ ...when, state: "done", doneOn: DAY })).toBe(" Fri 10 Jul");
  });
  it("lead from the Rail to where they are met", () => {
    expect(needPath({ code: "check-late", who: "vet", days: 2, holds: "all" })).toBe("/checks");
    expect(needPath({ code: "behind", lengths: 2, feasible: true })).toBeNull();
    expect(needTone({ code: "check-late", who: "vet", days: 2, holds: "all" })).toBe("stop");
  });
});

describe("figures", () => {
  it("read as people in a barn read them", () => {
    expect([clock(8), clock(15), minutesAsClock(605)]).toEqual(["07:00", "08:45", "10:05"]);
    expect(bothWeights(480)).toBe("480 kg (1058 lb)");
    expect(height(152.4)).toBe("152 cm (15.0 hh)");
    expect([hours(0.5), hours(3), hours(12.4)]).toEqual(["0.5", "3", "12"]);
    expect([plural(1, "card"), plural(2, "card"), plural(2, "is", "are")]).toEqual(["1 card", "2 cards", "2 are"]);
    expect([listed([]), listed(["a"]), listed(["a", "b"]), listed(["a", "b", "c"])]).toEqual(["", "a", "a and b", "a, b and c"]);
    expect(inner("Head down")).toBe("head down");
  });
});
