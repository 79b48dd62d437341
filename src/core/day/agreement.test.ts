/** The rules are said three times: for a hand that places one card, as tables for the search, slot by slot for the checker. On any barn's day they must say the same. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf, dayPlaceOf, inHalfHours } from "#tests/days.ts";
import { localDate } from "../calendar/local-date.ts";
import { SESSION_KINDS } from "../card/card.ts";
import type { HeldByChecks } from "../check/check.ts";
import { readGate } from "../gate/gate.ts";
import type { SecondPerson } from "../intake/limits.ts";
import { must } from "../kernel/assert.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { GATE_TICKS } from "../permission/ground-check.ts";
import type { PermitHorse } from "../permission/horse.ts";
import { barring, riderReasons, sessionAct } from "../permission/permission.ts";
import { REASON_CODES } from "../permission/reasons.ts";
import { NOTHING_WAITS } from "../permission/steps.ts";
import { STAGES } from "../reading/reading.ts";
import { loadLimit } from "../tools/load.ts";
import { USUAL_LIMITS } from "../weather/work-limits.ts";
import { type WeekStay, weekProblem } from "../week/barn.ts";
import { mayRide } from "../week/week.ts";
import { readyDay } from "./compiled.ts";
import { type BarnDay, dayFactsOf, placementsOf, problemOf, type StandingCard } from "./from-barn.ts";
import { type Blocker, DAY_GRID, hoursOf } from "./model.ts";
import { partsOf } from "./parts.ts";
import { blockersOf, helperSlotsFor, horseOn, needsHelper, personOn } from "./rules.ts";
import { fits, Search, sheetOf } from "./search.ts";
import { NOBODY } from "./sheet.ts";
import { spotter } from "./spot.ts";
import { verify } from "./verify.ts";

/** A protocol that runs, as far as the sheet looks at it. */
const BACK = {
  code: "days-off",
  at: null,
  trouble: null,
  days: null,
  quiet: 0,
  of: 2,
  bearing: false,
  skills: ["canter"],
  second: false,
  work: [],
} as const;

const HORSES = ["fox", "elk", "owl", "hen"] as const;
const PEOPLE = ["ann", "ben", "hal"] as const;
const PLACES = ["pens", "ring", "hill"] as const;
const span = fc
  .tuple(fc.nat(19), fc.integer({ min: 1, max: 4 }))
  .map(([from, length]) => ({ from, to: Math.min(20, from + length) }));

/** The first of them three times out of four. */
const mostly = <T>(usual: T, ...others: readonly T[]): fc.Arbitrary<T> =>
  fc.oneof({ weight: 3, arbitrary: fc.constant(usual) }, { weight: 1, arbitrary: fc.constantFrom(...others) });

const person = (id: string) =>
  fc
    .record({
      grade: fc.constantFrom(1, 3, 4, 5, 5),
      weightKg: fc.constantFrom(55, 70, 84, 95),
      rides: mostly(true, false),
      works: fc.constantFrom(
        [[0, 18]],
        [[0, 20]],
        [[0, 20]],
        [[2, 9]],
        [
          [0, 6],
          [9, 20],
        ],
        [],
      ) as fc.Arbitrary<readonly (readonly [number, number])[]>,
      lunch: fc.constantFrom(
        null,
        { from: 8, to: 14, length: 1 },
        { from: 9, to: 12, length: 2 },
        { from: 9, to: 10, length: 3 },
      ),
      maxSaddle: fc.integer({ min: 0, max: 3 }),
    })
    .map((changes) => dayPersonOf(id, { ...changes, away: changes.works.length === 0 ? { reason: "ill" } : null }));
const heldBy = (because: "open" | "found", holds: "all" | "ridden" | "skill") =>
  ({ because, holds, restricts: null, until: null, words: "", skills: [] }) as const;
const horse = (id: string) =>
  fc
    .record({
      risk: fc.constantFrom(1, 1, 2, 2, 3, 5),
      stage: fc.constantFrom(...STAGES, "riding" as const, "riding" as const),
      evaluated: mostly(true, false),
      signed: mostly(true, false),
      ageYears: mostly<number | null>(9, 1, 2, null),
      weightDays: mostly<number | null>(5, 40, 70),
      hold: mostly<PermitHorse["hold"]>(null, { kind: "vet", from: localDate("2026-07-01"), to: null, stopsClock: true }),
      weightKg: fc.constantFrom(null, 350, 420, 500, 560, 560),
      checks: mostly<HeldByChecks>(
        [],
        ...(["all", "ridden", "skill"] as const).map((holds) => [heldBy("open", holds)]),
        [heldBy("found", "ridden")],
        [{ because: "restricted", holds: null, restricts: "saddle", until: null, words: "", skills: [] }],
      ),
      unready: mostly<PermitHorse["unready"]>(NOTHING_WAITS, {
        skills: [{ skill: "stirrup-weight", missing: [{ code: "quiet", in: "tack" }] }],
        mount: { skill: "stirrup-weight", missing: [{ code: "quiet", in: "tack" }] },
      }),
      stepBack: mostly<PermitHorse["stepBack"]>(
        null,
        { ...BACK, code: "same-trouble", at: "girth", bearing: true, second: true },
        { ...BACK, code: "same-trouble", at: "trot", bearing: false, second: true },
        { ...BACK, code: "restart", days: 30, bearing: true },
        { ...BACK, code: "days-off", days: 9, of: 1 },
      ),
      redToday: mostly<PermitHorse["redToday"]>([], [{ sign: "heat", gone: false }], [{ sign: "sudden-change", gone: false }]),
      ridden: mostly<boolean | null>(true, false, null),
      sessionMinutes: mostly<number | null>(null, 60),
      secondPerson: mostly<SecondPerson>("no", "riding", "always"),
      green: fc.boolean(),
      smallPlaces: fc.boolean(),
      noHeat: fc.boolean(),
      apart: fc.subarray([...HORSES]).map((list) => list.filter((other) => other !== id) as string[] as StayId[]),
      forbid: mostly<string[]>([], ["ann"], ["ann", "ben"]).map((list) => list as string[] as PersonId[]),
      away: fc.array(
        span.map((one) => ({ ...one, kind: "farrier" as const })),
        { maxLength: 1 },
      ),
    })
    .map(({ weightKg, ...changes }) => ({
      ...dayHorseOf(id, {
        ...changes,
        green: changes.green || changes.stage !== "riding",
        load: weightKg === null ? null : loadLimit({ weightKg, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 }),
      }),
      usual: null,
      known: [],
      value: 10,
    }));
const place = (id: string) =>
  fc
    .record({
      capacity: fc.integer({ min: 1, max: 2 }),
      separate: fc.boolean(),
      closed: mostly(false, true),
      outdoor: fc.boolean(),
      stages: fc.constantFrom([...STAGES], [...STAGES], ["riding" as const]),
      shut: fc.array(
        span.map((one) => ({ ...one, why: "" })),
        { maxLength: 1 },
      ),
    })
    .map((changes) => dayPlaceOf(id, changes));
const hour = fc.record({
  hour: fc.integer({ min: 5, max: 18 }),
  temperatureC: fc.integer({ min: -5, max: 45 }),
  humidity: fc.constantFrom(40, 60, 90),
  windMps: fc.constantFrom(3, 9, 13),
});
const card = (stay: string) =>
  fc.record({
    card: fc.constant(`card-${stay}` as CardId),
    stay: fc.constant(stay as StayId),
    kind: fc.constantFrom(...SESSION_KINDS),
    length: fc.integer({ min: 1, max: 3 }),
    rider: fc.constantFrom(...PEOPLE).map((id) => id as string as PersonId),
    start: fc.nat(16),
    place: fc.constantFrom(...PLACES).map((id) => id as string as PlaceId),
    helper: fc.constantFrom(null, ...PEOPLE).map((id) => id as string | null as PersonId | null),
    helperSlots: fc.constantFrom(null, null, 1),
    then: fc.option(
      fc.constantFrom(...PLACES).map((id) => ({ place: id as string as PlaceId, from: 1 })),
      { freq: 2 },
    ),
    state: fc.constant("placed" as const),
    locked: fc.constant(false),
  });
/** Every horse of a barn stands under its limits. */
const day: fc.Arbitrary<BarnDay> = fc
  .record({
    people: fc.tuple(...PEOPLE.map(person)),
    horses: fc.tuple(...HORSES.map(horse)),
    places: fc.tuple(...PLACES.map(place)),
    weather: fc.uniqueArray(hour, { selector: (one) => one.hour, maxLength: 8 }),
    due: fc.constant([]),
    cards: fc.tuple(...HORSES.map(card)),
  })
  .chain((barn) =>
    fc
      .record({
        limits: fc.constantFrom(USUAL_LIMITS, {
          ...USUAL_LIMITS,
          windGroundFirst: 2,
          windNone: 8,
          heatShort: 140,
          heatMinutes: 30,
        }),
        // In half hours from seven, or the same counts as quarter hours from five.
        inQuarters: fc.boolean(),
      })
      .map(({ limits, inQuarters }): BarnDay => {
        const limited = { ...barn, horses: barn.horses.map((one) => ({ ...one, limits })) };
        return inQuarters ? { ...limited, hours: { from: 0, to: 20, step: 1 } } : inHalfHours(limited);
      }),
  );
/** A helper who is not asked for is nobody to the model; the board lets one come along. */
const plain = (barn: BarnDay): BarnDay => ({
  ...barn,
  cards: barn.cards.map((one) => {
    const horse = must(
      barn.horses.find(({ stay }) => stay === one.stay),
      "a horse of the day",
    );
    const then = one.then && one.then.from < one.length && one.then.place !== one.place ? one.then : null;
    if (!needsHelper(horse, one.kind)) return { ...one, then, helper: null };
    // The model has nobody go before they may.
    const needed = helperSlotsFor(horse, one, DAY_GRID);
    return { ...one, then, helperSlots: one.helperSlots ? Math.max(needed, one.helperSlots) : null };
  }),
});

describe("the spot that is offered", () => {
  it("says all that stands against it, and no other place or helper has less", () => {
    fc.assert(
      fc.property(day, fc.constantFrom(...PEOPLE), fc.nat(18), (barn, who, at) => {
        const facts = dayFactsOf(barn);
        const start = barn.hours.from + at * barn.hours.step;
        const [one, ...others] = barn.cards;
        const card = must(one, "the day has cards");
        const rider = who as string as PersonId;
        const { placement, blockers } = spotter(facts, others, card)(rider, start);
        expect(blockers).toEqual(blockersOf(facts, others, placement));
        const { then = null } = card;
        const thenAt = (id: PlaceId) => (id === card.place && then && then.from < card.length ? then : null);
        const needs = placement.helper !== null;
        for (const place of facts.places)
          for (const helper of needs ? facts.people : [null]) {
            if (helper?.away || helper?.id === rider) continue;
            const elsewhere = blockersOf(facts, others, {
              ...placement,
              place: place.id,
              then: thenAt(place.id),
              helper: helper?.id ?? null,
            });
            expect(elsewhere.length).toBeGreaterThanOrEqual(blockers.length);
          }
      }),
      { numRuns: 300 },
    );
  });
});

describe("the week", () => {
  it("proposes for a horse whom the rule lets on it, and nobody else", () => {
    fc.assert(
      fc.property(day, fc.constantFrom(...SESSION_KINDS), (barn, kind) => {
        const facts = dayFactsOf(barn);
        const stays = barn.horses.map(
          (horse): WeekStay => ({
            horse,
            kind,
            length: 4,
            usual: null,
            known: [...PEOPLE],
            sessions: 3,
            value: 10,
            since: 0,
            run: 0,
            away: [],
            fixed: [],
            step: null,
          }),
        );
        const { horses, riders } = weekProblem(stays, [{ people: facts.people, places: facts.places, cards: [] }], barn.hours);
        for (const horse of barn.horses) {
          // An unweighed horse is ridden by nobody, which is a reason of the horse's.
          const unweighed = kind !== "ground" && horse.load === null;
          for (const person of facts.people) {
            const barred = barring(riderReasons(horse, person, sessionAct(kind, 60))).length > 0;
            const week = mayRide(
              must(
                horses.find(({ id }) => id === horse.stay),
                "the horse",
              ),
              must(
                riders.find(({ id }) => id === person.id),
                "the person",
              ),
            );
            expect(week).toBe(!barred && !unweighed);
          }
        }
      }),
      { numRuns: 500 },
    );
  });
});

/** What of a placement is the record's to bar, not the day's: who else is there, whose hours, which place is shut. */
const ofTheRecord = (code: Blocker["code"]): boolean => (REASON_CODES as readonly string[]).includes(code);
/** The gate of the card, everything ticked: by the record alone. */
function gateOf(barn: BarnDay, card: StandingCard) {
  const facts = dayFactsOf(barn);
  const horse = horseOn(facts, card.stay);
  // The last place first, as the card has it.
  const moments = partsOf(card)
    .map((part) => ({
      place: must(
        facts.places.find(({ id }) => id === part.place),
        "a place of the day",
      ),
      weather: facts.weather.filter(({ hour }) => hoursOf(facts.grid, card.start + part.from, part.length).includes(hour)),
    }))
    .reverse();
  return readGate(
    {
      horse,
      rider: personOn(facts, card.rider),
      ...must(moments[0], "a session has a place"),
      first: moments[1] ?? null,
      laid: card.length * facts.grid.minutes,
      skills: [],
      asked: GATE_TICKS,
    },
    { helper: card.helper && personOn(facts, card.helper), ticks: [...GATE_TICKS], redSigns: [], windy: false },
    card.kind,
  );
}

describe("board, tables, checker and gate", () => {
  it("say the same of every placement among those that may stand, on two thousand barns", () => {
    let open = 0;
    let barred = 0;
    let byRecord = 0;
    fc.assert(
      fc.property(day, (any) => {
        const barn = plain(any);
        const facts = dayFactsOf(barn);
        const standing: StandingCard[] = [];
        for (const one of barn.cards) {
          const against = blockersOf(facts, standing, one);
          const may = against.length === 0;
          const recorded = against.some(({ code }) => ofTheRecord(code));
          const gate = gateOf(barn, one);
          const opens =
            one.kind === "ground"
              ? gate.state === "half" && gate.reasons.every(({ code }) => code === "red-sign")
              : gate.state === "open";
          expect([one.card, "gate", opens]).toEqual([one.card, "gate", !recorded]);
          const { problem, stands } = problemOf({ ...barn, cards: [...standing, one] });
          const { broken } = verify(problem, stands);
          const checked = stands.has(one.card) && broken.length === 0;
          expect([one.card, "checker", checked]).toEqual([one.card, "checker", may]);
          const ready = readyDay(problem);
          const at = must(ready.sessionAt.get(one.card), "the card is a session");
          const assigned = stands.get(one.card);
          const whom = (id: string | null): number => (id === null ? NOBODY : (ready.riderAt.get(id) ?? NOBODY));
          const others = new Map([...stands].filter(([id]) => id !== one.card));
          const tables =
            assigned !== undefined &&
            fits(sheetOf(ready, others), at, {
              rider: whom(assigned.rider),
              start: assigned.start,
              option: assigned.option,
              helper: whom(assigned.helper),
            });
          expect([one.card, "tables", tables]).toEqual([one.card, "tables", may]);
          if (may) standing.push(one);
          if (may) open += 1;
          else barred += 1;
          if (recorded) byRecord += 1;
        }
      }),
      { numRuns: 2_000 },
    );
    // A test that only ever sees one of the two says nothing.
    expect(open).toBeGreaterThan(300);
    expect(barred).toBeGreaterThan(300);
    expect(byRecord).toBeGreaterThan(300);
  });
});

describe("a day laid out", () => {
  /** Hours that begin and end a quarter off the barn's steps. */
  const odd = <T extends { readonly from: number; readonly to: number }>(one: T, by: number): T => ({
    ...one,
    from: one.from + by,
    to: one.to + by,
  });
  it("breaks no rule, where people, visits and shut places keep hours of their own", () => {
    let laid = 0;
    fc.assert(
      fc.property(day, fc.nat(1), fc.nat(1000), (any, by, seed) => {
        const barn: BarnDay = {
          ...any,
          people: any.people.map((person) => ({
            ...person,
            works: person.works.map(([from, to]) => [from + by, to] as const),
            lunch: person.lunch && odd(person.lunch, by),
          })),
          horses: any.horses.map((horse) => ({ ...horse, away: horse.away.map((one) => odd(one, by)) })),
          places: any.places.map((place) => ({ ...place, shut: place.shut.map((one) => odd(one, by)) })),
          cards: [],
          due: any.cards.map(({ stay, kind, length }) => ({ stay, kind, length })),
        };
        const asked = problemOf(barn);
        const search = new Search(readyDay(asked.problem), { seed, from: asked.stands, steer: new Map() });
        search.steps(60, 0, 1);
        const placed = placementsOf(asked, search.plan()).map((one) => ({ ...one, card: one.stay as string as CardId }));
        for (const one of placed) {
          const against = blockersOf(dayFactsOf(barn), placed, one);
          expect(against).toEqual([]);
          expect((one.start - barn.hours.from) % barn.hours.step).toBe(0);
        }
        laid += placed.length;
      }),
      { numRuns: 400 },
    );
    expect(laid).toBeGreaterThan(200);
  });
});
