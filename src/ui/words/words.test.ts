import { describe, expect, it } from "vitest";
import type { Refusal } from "#contracts/refusal.ts";
import { localDate } from "#core/calendar/local-date.ts";
import type { Blocker } from "#core/day/model.ts";
import type { GateReason } from "#core/gate/gate.ts";
import type { Evidence } from "#core/intake/findings.ts";
import type { CardId, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import type { Say } from "#core/report/compose.ts";
import { BLOCKER_WORD, NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { clock, height, hours, inner, kilograms, listed, minutesAsClock, plural } from "./figures.ts";
import { sayEvidence, sayWho } from "./findings.ts";
import { sayGateAdvice, sayGateReason } from "./gate.ts";
import { sayNeed, sayUrgency } from "./needs.ts";
import { sayRefusal } from "./refusals.ts";
import { sayStatement } from "./report.ts";

const DAY = localDate("2026-07-10");
const [who, place, stay, card] = ["p" as PersonId, "l" as PlaceId, "s" as StayId, "c" as CardId];
const BLOCKERS: Blocker[] = [
  { code: "grade", who, grade: 2, needed: 3 },
  { code: "helper-grade", who, grade: 1, needed: 3 },
  { code: "load", who, riderKg: 90, limitKg: 80 },
  { code: "load-unknown", missing: "horse" },
  { code: "load-unknown", missing: "rider" },
  { code: "not-evaluated" },
  { code: "forbidden", who },
  { code: "not-a-rider", who },
  { code: "away", who, reason: "ill" },
  { code: "shift", who },
  { code: "busy", who, with: card },
  { code: "max-saddle", who, limit: 5 },
  { code: "horse-away", kind: "vet" },
  { code: "horse-busy", with: card },
  { code: "stage", place, stage: "unridden" },
  { code: "place-full", place, capacity: 1, with: [card] },
  { code: "apart", from: stay, with: card },
  { code: "helper" },
  { code: "outside-day" },
];
const REASONS: GateReason[] = [
  { code: "hold", from: "record", kind: "vet", since: DAY },
  { code: "red-sign", from: "tick", sign: "tight-back" },
  { code: "not-ticked", from: "tick", tick: "girth" },
  { code: "grade", from: "record", grade: 1, needed: 2 },
  { code: "load", from: "record", riderKg: 90, limitKg: 80 },
  { code: "load-above-preferred", from: "record", riderKg: 90, preferKg: 80 },
  { code: "load-unknown", from: "record", missing: "horse" },
  { code: "time-off", from: "record", days: 8 },
  { code: "incident", from: "record", kind: "buck", day: DAY },
  { code: "wind", from: "tick" },
  { code: "ground-first", from: "record", sessions: 3, needed: 12 },
];
const REFUSALS: Refusal[] = [
  { code: "not-found", path: "" },
  { code: "not-allowed", path: "" },
  { code: "changed-meanwhile", path: "version", current: null },
  { code: "too-many-tries", path: "signIn", waitMinutes: 15 },
  { code: "open-cards", path: "id", cards: 1 },
  { code: "saddle-shut", path: "walk.saddleReason", skills: ["girth", "block"] },
  { code: "blocked", path: "rider", blockers: [{ code: "helper" }] },
  { code: "gate-not-open", path: "record.saddleMinutes", reasons: [{ code: "wind", from: "tick" }], overridable: true },
  {
    code: "gate-not-open",
    path: "record.saddleMinutes",
    reasons: [{ code: "load", from: "record", riderKg: 90, limitKg: 80 }],
    overridable: false,
  },
];
const SAYS: Say[] = [
  { code: "solid", branch: "handling", skills: ["catch", "halter"], all: false },
  { code: "solid", branch: "handling", skills: ["catch", "halter", "lead", "stand"], all: true },
  { code: "gained", skill: "steer", side: "left", before: 1, now: 4 },
  { code: "gained", skill: "catch", side: "both", before: 1, now: 4 },
  { code: "weaker-side", skill: "steer", side: "left", left: 1, right: 4 },
  { code: "incidents", kind: "buck", times: 2, last: DAY },
  { code: "owed", sessions: 1 },
  { code: "held", days: 1, kinds: ["vet"], moved: true },
  { code: "sessions", delivered: 3, contracted: 22, throughOwed: 2 },
];

/** A sentence is whole: begins large or with a figure, ends with a stop, and shows no value that was not there. */
function expectSentence(words: string): void {
  expect(words).toMatch(/^[A-Z“\d].*[.”]$/s);
  expect(words).not.toMatch(/undefined|null|NaN|\[object/);
}

describe("every code has its sentence", () => {
  it.each(BLOCKERS)("blocker $code", (blocker) => {
    expectSentence(sayBlocker(blocker, NOBODY_NAMED));
    expect(BLOCKER_WORD[blocker.code].length).toBeLessThanOrEqual(7);
  });
  it.each(REASONS)("gate $code", (reason) => expectSentence(sayGateReason(reason)));
  it.each(REFUSALS)("refusal $code", (refusal) => expectSentence(sayRefusal(refusal)));
  it.each(SAYS)("statement $code", (say) => expectSentence(sayStatement(say)));
  it("the gate tells a ground card that nobody gets on", () => {
    expect(sayGateAdvice("open", "ground")).not.toBe(sayGateAdvice("open", "saddle"));
    for (const state of ["open", "half", "shut"] as const) expectSentence(sayGateAdvice(state, "both"));
  });
  it("needs and urgency are short", () => {
    expect(sayNeed({ code: "behind", lengths: 2, feasible: false })).toBe("2 lengths behind, and too few days left");
    expect(sayNeed({ code: "hold", kind: "vet", from: DAY, to: null })).toBe("On hold, vet, since Fri 10 Jul");
    expect(sayNeed({ code: "over", days: 1 })).toBe("Term over for 1 day");
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
  { code: "trial", change: "other-bit", result: "same", adds: -2 },
];

describe("evidence", () => {
  it.each(EVIDENCE)("$code stands inside a sentence", (evidence) => {
    const words = sayEvidence(evidence);
    expect(words).toMatch(/^[a-z\d].*[^.,]$/);
    expect(words).not.toMatch(/undefined|null|NaN|, ,/);
  });
  it("says where, on which side and when", () => {
    expect(EVIDENCE.slice(0, 2).map(sayEvidence)).toEqual([
      "girthy (tack, left, when the girth is tightened)",
      "bucks or humps (tack)",
    ]);
    expect(sayWho("teeth")).toBe("Dentist");
    expect(sayWho("hands")).toBe("The barn");
  });
});

describe("figures", () => {
  it("read as people in a barn read them", () => {
    expect([clock(0), clock(3), minutesAsClock(605)]).toEqual(["07:00", "08:30", "10:05"]);
    expect(kilograms(480)).toBe("480 kg (1058 lb)");
    expect(height(152.4)).toBe("15.0 hh (152 cm)");
    expect([hours(0.5), hours(3), hours(12.4)]).toEqual(["0.5", "3", "12"]);
    expect([plural(1, "card"), plural(2, "card"), plural(2, "is", "are")]).toEqual(["1 card", "2 cards", "2 are"]);
    expect([listed([]), listed(["a"]), listed(["a", "b"]), listed(["a", "b", "c"])]).toEqual(["", "a", "a and b", "a, b and c"]);
    expect(inner("Head down")).toBe("head down");
  });
});
