import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf as horse, permitHorseOf, dayPersonOf as person, dayPlaceOf as place } from "#tests/days.ts";
import { localDate } from "../calendar/local-date.ts";
import { SESSION_KINDS } from "../card/card.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { horseReasons, sessionAct } from "../permission/permission.ts";
import { type Blocker, type DayFacts, type DayHorse, type Placement } from "./model.ts";
import { gradeOfSession } from "./problem.ts";
import { blockersOf, needsHelper, slotsWithin } from "./rules.ts";
import { spotAt } from "./spot.ts";
import { isDue, urgencyOf } from "./urgency.ts";

const [ANN, BEN, HAL] = ["ann", "ben", "hal"] as PersonId[] as [PersonId, PersonId, PersonId];
const [RING, PENS] = ["ring", "pens"] as PlaceId[] as [PlaceId, PlaceId];
const base: DayFacts = {
  // Half hours from seven.
  grid: { start: 420, minutes: 30, count: 20 },
  hours: { from: 0, to: 20, step: 1 },
  people: [
    person("ann"),
    person("ben", { weightKg: 104, grade: 2 }),
    person("hal", { rides: false, weightKg: null, maxSaddle: 0, grade: 3 }),
  ],
  horses: [horse("fox"), horse("elk"), horse("owl")],
  places: [place("ring", { stages: ["first-rides", "riding"] }), place("pens", { capacity: 1, separate: true })],
  weather: [],
};
const held = (holds: "all" | "ridden") => [
  { because: "open", holds, restricts: null, until: null, words: "", skills: [] } as const,
];
const withHorse = (changes: Partial<DayHorse>): DayFacts => ({
  ...base,
  horses: [horse("fox", changes), ...base.horses.slice(1)],
});
const put = (changes: Partial<Placement> = {}): Placement => ({
  card: "c1" as CardId,
  stay: "fox" as StayId,
  kind: "saddle",
  length: 2,
  rider: ANN,
  start: 2,
  place: RING,
  helper: null,
  ...changes,
});
const other = (changes: Partial<Placement> = {}): Placement =>
  put({ card: "c2" as CardId, stay: "elk" as StayId, rider: BEN, kind: "ground", ...changes });
const codes = (found: readonly Blocker[]) => found.map((one) => one.code);

describe("a limit in minutes", () => {
  it("leaves the slots in which so much may be worked once the horse is tacked up, and one at least", () => {
    const limits = [null, 10, 29, 30, 45, 60, 61];
    expect(limits.map((minutes) => slotsWithin(minutes, 1, { minutes: 30 }))).toEqual([null, 1, 1, 2, 2, 3, 3]);
    for (const limit of limits) {
      const slots = slotsWithin(limit, 1, { minutes: 30 });
      if (limit === null || slots === null || slots < 2) continue;
      const horse = permitHorseOf({ sessionMinutes: limit });
      expect(horseReasons(horse, sessionAct("both", slots * 30))).toEqual([]);
      expect(horseReasons(horse, sessionAct("both", (slots + 1) * 30))).toMatchObject([
        { code: "signed-off", because: "minutes" },
      ]);
    }
  });
});

describe("what stands against a placement", () => {
  it("lets ground work go on while a check holds riding only", () => {
    expect(blockersOf(withHorse({ checks: held("ridden"), ridden: false }), [], put({ kind: "ground" }))).toEqual([]);
  });
  it("nothing, in a plain case", () => {
    expect(blockersOf(base, [], put())).toEqual([]);
  });
  it.each<[string, DayFacts, Placement[], Partial<Placement>, Blocker["code"]]>([
    ["a rider below the horse's grade", withHorse({ risk: 5 }), [], { helper: HAL }, "grade"],
    ["a rider above the weight line", base, [], { rider: BEN }, "load"],
    ["an open check that holds all work", withHorse({ checks: held("all") }), [], { kind: "ground" }, "check"],
    ["an open check that holds riding", withHorse({ checks: held("ridden") }), [], {}, "check"],
    ["a horse that is kept on the ground", withHorse({ ridden: false }), [], {}, "signed-off"],
    ["a session longer than was signed", withHorse({ sessionMinutes: 20 }), [], {}, "signed-off"],
    ["nobody to help where that was signed", withHorse({ secondPerson: "always" }), [], { kind: "ground" }, "second-person"],
    [
      "a place out of use",
      { ...base, places: base.places.map((place) => ({ ...place, closed: place.id === RING })) },
      [],
      {},
      "place-closed",
    ],
    ["a horse that was never weighed", withHorse({ load: null }), [], {}, "load"],
    ["a horse that nobody has signed", withHorse({ signed: false }), [], {}, "not-signed"],
    ["a person who does not ride", base, [], { rider: HAL }, "does-not-ride"],
    ["a rider who may not sit on this one", withHorse({ forbid: [ANN] }), [], {}, "kept-from"],
    ["a rider away", { ...base, people: [person("ann", { away: { reason: "ill" } }), ...base.people.slice(1)] }, [], {}, "away"],
    ["a time outside the shift", base, [], { start: 17 }, "shift"],
    ["a time outside the day", base, [], { start: 19 }, "outside-day"],
    ["a rider at work elsewhere", base, [other({ rider: ANN })], {}, "busy"],
    ["a rider who helps elsewhere", base, [other({ helper: ANN })], {}, "busy"],
    [
      "one ride too many",
      { ...base, people: [person("ann", { maxSaddle: 1 }), ...base.people.slice(1)] },
      [other({ rider: ANN, kind: "saddle", start: 8 })],
      {},
      "max-saddle",
    ],
    [
      "a horse on hold",
      withHorse({ hold: { kind: "vet", from: localDate("2026-07-01"), to: null, stopsClock: true } }),
      [],
      {},
      "hold",
    ],
    ["a horse already worked then", base, [other({ stay: "fox" as StayId })], {}, "horse-busy"],
    ["an unridden horse in the ring", withHorse({ stage: "unridden" }), [], { helper: HAL }, "stage-place"],
    ["a full place", base, [other({ place: PENS })], { place: PENS }, "place-full"],
    ["a horse it must not meet", withHorse({ apart: ["elk" as StayId] }), [other()], {}, "apart"],
    ["a missing second person for a first ride", withHorse({ stage: "first-rides" }), [], {}, "second-person"],
    ["a second person of too low a grade", withHorse({ risk: 5 }), [], { helper: BEN, rider: ANN }, "grade"],
  ])("%s", (_name, facts, placed, changes, code) => {
    expect(codes(blockersOf(facts, placed, put(changes)))).toContain(code);
  });
  it("keeps apart whichever of the two the list names, but not in separate pens", () => {
    const facts: DayFacts = {
      ...base,
      horses: [horse("fox"), horse("elk", { apart: ["fox" as StayId] })],
      places: base.places.map((place) => ({ ...place, capacity: 4 })),
    };
    expect(codes(blockersOf(facts, [other()], put()))).toContain("apart");
    expect(codes(blockersOf(facts, [other({ place: PENS })], put({ place: PENS })))).toEqual([]);
  });
  it("counts a place slot by slot: two short ones after another do not fill it", () => {
    const one = {
      ...base,
      places: [place("ring", { stages: ["riding"] })],
    };
    const early = other({ start: 2, length: 1 });
    const late = other({ card: "c3" as CardId, stay: "owl" as StayId, rider: HAL, start: 3, length: 1 });
    expect(codes(blockersOf(one, [early, late], put()))).toEqual([]);
    expect(codes(blockersOf(one, [early, { ...late, start: 2 }], put()))).toEqual(["place-full"]);
  });
  it("looks at each of two places for the slots that it is used", () => {
    const then = { place: RING, from: 1 };
    const two = put({ kind: "both", place: PENS, then, length: 3 });
    expect(blockersOf(base, [], two)).toEqual([]);
    expect(codes(blockersOf(base, [other({ place: PENS, start: 2, length: 1 })], two))).toEqual(["place-full"]);
    expect(blockersOf(base, [other({ place: PENS, start: 3 })], two)).toEqual([]);
    const alone = { ...base, places: base.places.map((one) => ({ ...one, capacity: 1 })) };
    expect(blockersOf(alone, [other({ start: 2, length: 1 })], two)).toEqual([]);
    expect(codes(blockersOf(alone, [other({ start: 3, length: 1 })], two))).toEqual(["place-full"]);
    const apart = withHorse({ apart: ["elk" as StayId] });
    expect(codes(blockersOf(apart, [other({ start: 4, length: 1 })], two))).toEqual(["apart"]);
    expect(blockersOf(apart, [other({ start: 2, length: 1 })], two)).toEqual([]);
    const shut = { ...base, places: base.places.map((one) => (one.id === RING ? { ...one, stages: ["riding"] as const } : one)) };
    const green = { ...shut, horses: [horse("fox", { stage: "first-rides" }), ...base.horses.slice(1)] };
    expect(codes(blockersOf(green, [], { ...two, helper: HAL }))).toEqual(["stage-place"]);
  });
  it("gives a helper the rest of a session, as far as the rule lets them go", () => {
    const part = put({ kind: "ground", helper: HAL, helperSlots: 1 });
    expect(blockersOf(base, [part], other({ rider: HAL, start: 3, length: 1, place: PENS }))).toEqual([]);
    expect(codes(blockersOf(base, [part], other({ rider: HAL, start: 2, length: 1, place: PENS })))).toEqual(["busy"]);
    // A first mounting wants somebody there in its first half hour, first rides as long as they last.
    const unridden = withHorse({ stage: "unridden" });
    const pens = { kind: "both", place: PENS, helper: HAL, helperSlots: 1 } as const;
    expect(blockersOf(unridden, [], put(pens))).toEqual([]);
    expect(codes(blockersOf(withHorse({ stage: "first-rides" }), [], put(pens)))).toEqual(["helper-leaves"]);
    expect(codes(blockersOf(withHorse({ stage: "unridden", risk: 4 }), [], put(pens)))).toEqual(["helper-leaves"]);
    expect(codes(blockersOf(withHorse({ stage: "unridden", secondPerson: "riding" }), [], put(pens)))).toEqual(["helper-leaves"]);
    const spot = spotAt(
      unridden,
      [],
      { card: "c1" as CardId, stay: "fox" as StayId, kind: "both", length: 2, place: PENS, helper: null },
      ANN,
      2,
    );
    expect(spot.placement).toMatchObject({ helper: HAL, helperSlots: 1 });
  });
  it("asks one grade less on the ground", () => {
    expect([1, 2, 5].map((risk) => gradeOfSession(risk, "ground"))).toEqual([1, 1, 4]);
    expect(gradeOfSession(3, "saddle")).toBe(3);
    expect(needsHelper({ risk: 4, stage: "riding", secondPerson: "no", stepBack: null }, "ground")).toBe(true);
    expect(needsHelper({ risk: 2, stage: "riding", secondPerson: "no", stepBack: null }, "saddle")).toBe(false);
  });
});

const some = fc.record({
  stay: fc.constantFrom("fox", "elk", "owl"),
  kind: fc.constantFrom(...SESSION_KINDS),
  length: fc.integer({ min: 1, max: 4 }),
  rider: fc.constantFrom(ANN, BEN, HAL),
  start: fc.integer({ min: 0, max: 19 }),
  place: fc.constantFrom(RING, PENS),
  helper: fc.option(fc.constantFrom(ANN, BEN, HAL)),
});
const toPlaced = (list: readonly object[]): Placement[] => list.map((one, i) => ({ ...put(), ...one, card: `k${i}` as CardId }));

describe("rules as a whole", () => {
  it("take nothing back when more is placed: what was barred stays barred", () => {
    fc.assert(
      fc.property(fc.array(some, { maxLength: 5 }), some, (list, extra) => {
        const candidate = put();
        const fewer = toPlaced(list);
        const more = [...fewer, { ...put(), ...extra, card: "extra" as CardId } as Placement];
        expect(codes(blockersOf(base, more, candidate))).toEqual(
          expect.arrayContaining(codes(blockersOf(base, fewer, candidate))),
        );
      }),
    );
  });
  it("do not see the card itself while it is moved", () => {
    fc.assert(
      fc.property(fc.array(some, { maxLength: 5 }), some, (list, where) => {
        const placed = toPlaced(list);
        const moved = { ...put(), ...where, card: "k0" as CardId } as Placement;
        expect(blockersOf(base, placed, moved)).toEqual(
          blockersOf(
            base,
            placed.filter((one) => one.card !== "k0"),
            moved,
          ),
        );
      }),
    );
  });
  it("find a spot only where a second look by the same rules finds nothing against it, and none that an exhaustive search misses", () => {
    fc.assert(
      fc.property(
        fc.array(some, { maxLength: 6 }),
        fc.constantFrom(...SESSION_KINDS),
        fc.constantFrom(ANN, BEN),
        fc.integer({ min: 0, max: 18 }),
        (list, kind, rider, start) => {
          const placed = toPlaced(list);
          const wish = { card: "new" as CardId, stay: "fox" as StayId, kind, length: 2, place: null, helper: null };
          const spot = spotAt(base, placed, wish, rider, start);
          expect(blockersOf(base, placed, spot.placement)).toEqual(spot.blockers);
          const any = base.places.some(
            (place) => blockersOf(base, placed, { ...wish, rider, start, place: place.id, helper: null }).length === 0,
          );
          expect(spot.blockers.length === 0).toBe(any);
        },
      ),
    );
  });
  it("bring in the lowest helper who is free, and not the rider", () => {
    const facts = withHorse({ stage: "first-rides" });
    expect(
      spotAt(
        facts,
        [],
        { card: "n" as CardId, stay: "fox" as StayId, kind: "saddle", length: 2, place: null, helper: null },
        ANN,
        2,
      ).placement.helper,
    ).toBe(HAL);
    const busy = other({ helper: HAL, rider: "zed" as PersonId });
    const spot = spotAt(
      facts,
      [busy],
      { card: "n" as CardId, stay: "fox" as StayId, kind: "saddle", length: 2, place: null, helper: null },
      ANN,
      2,
    );
    expect(spot.placement.helper).toBe(BEN);
  });
});

describe("urgency", () => {
  it("rises with lengths owed, days since and the end of the term", () => {
    expect(urgencyOf({ owed: 0 }, 1, 30)).toEqual({ value: 10, because: [{ code: "on-time" }] });
    expect(urgencyOf({ owed: 2 }, 4, 3)).toEqual({
      value: 10 + 8 + 6 + 5,
      because: [
        { code: "owed", lengths: 2 },
        { code: "days-since", days: 4 },
        { code: "term-ends", days: 3 },
      ],
    });
    expect(urgencyOf({ owed: -3 }, null, 30).because).toEqual([{ code: "never-worked" }]);
  });
  it("is asked of workable, evaluated horses that have something left to give", () => {
    const due = { workable: true, evaluated: true, remaining: 5, thisWeek: 2, sessionsAWeek: 5, owed: 0, meant: null };
    expect(isDue(due)).toBe(true);
    for (const not of [{ workable: false }, { evaluated: false }, { remaining: 0 }, { thisWeek: 5 }])
      expect(isDue({ ...due, ...not })).toBe(false);
    expect(isDue({ ...due, thisWeek: 5, owed: 1 })).toBe(true);
  });
  it("is asked on the days that a laid-out week says, and on no others", () => {
    const due = { workable: true, evaluated: true, remaining: 5, thisWeek: 5, sessionsAWeek: 5, owed: 0 };
    expect(isDue({ ...due, meant: true })).toBe(true);
    expect(isDue({ ...due, owed: 3, meant: false })).toBe(false);
    expect(isDue({ ...due, workable: false, meant: true })).toBe(false);
  });
});
