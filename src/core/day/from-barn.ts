/**
 * The barn's day as the problem that is solved, and a plan back as placements. What stands on the sheet keeps its card; what is due and on no string is a
 * session of its own. Whoever is closed, under way or locked stays where it is; what riders were handed is published, so that moving it has its price.
 */

import type { CardState, SessionKind } from "../card/card.ts";
import { must } from "../kernel/assert.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import { borneBy, placeReasons } from "../permission/permission.ts";
import { heatOf } from "../weather/weather.ts";
import { USUAL_LIMITS } from "../weather/work-limits.ts";
import { type Frame, frameOf, planIn, problemIn, slotOfDay } from "./frame.ts";
import {
  DAY_GRID,
  type DayFacts,
  type DayHorse,
  type DayHours,
  type DayPerson,
  type DayPlace,
  HALF_HOUR,
  hoursOf,
  type Placement,
} from "./model.ts";
import { helperLength, type PlacePart, partsOf, sameParts } from "./parts.ts";
import {
  type Assigned,
  type DayOption,
  type DayPlan,
  type DayProblem,
  DEFAULT_WEIGHTS,
  type ProblemHorse,
  type ProblemRider,
  type ProblemSession,
  type SlotSpan,
} from "./problem.ts";
import { askedOfHelper, helperSlotsFor, horseBlockers, SPLIT_GAP, suitsBest, weatherAgainst } from "./rules.ts";
import { type ScheduledCard, wantsSecond, withSeconds } from "./second.ts";

/** Who has worked a horse, and what today is worth to it; null: it is not due. */
export interface WantedHorse extends DayHorse {
  readonly usual: PersonId | null;
  readonly known: readonly PersonId[];
  readonly value: number | null;
}
export interface StandingCard extends Placement {
  readonly state: CardState;
  readonly locked: boolean;
}
/** A day sheet as far as laying it out goes; what a page of the day is handed has it all. */
export interface BarnDay {
  readonly hours: DayHours;
  readonly people: DayFacts["people"];
  readonly places: DayFacts["places"];
  readonly weather: DayFacts["weather"];
  readonly horses: readonly WantedHorse[];
  /** Due and on no string. */
  readonly due: readonly { readonly stay: StayId; readonly kind: SessionKind; readonly length: number }[];
  readonly cards: readonly StandingCard[];
}
export const dayFactsOf = ({ hours, people, places, horses, weather }: BarnDay): DayFacts => ({
  grid: DAY_GRID,
  hours,
  people,
  places,
  horses,
  weather,
});
/** Logged, or pinned by the manager: laying out leaves it alone. */
const isFixed = ({ locked, state }: StandingCard): boolean => locked || state === "closed";
const live = ({ cards }: BarnDay): readonly StandingCard[] => cards.filter(({ state }) => state !== "cancelled");

/** A place that would do, and is not the kind that suits best. */
const SECOND_BEST = 2;
/** A change of place on the way. */
const TWO_PLACES = 1;
/** Of a session in two places so many slots are worked on the ground, in the first. */
const GROUND_SLOTS = HALF_HOUR;
/** What a horse is worth that has a card though it is not due. */
const NOT_DUE = 10;

export const dueSession = (stay: StayId): string => `due:${stay}`;

const riderOf = ({ id, grade, weightKg, rides, works, lunch, maxSaddle }: DayPerson): ProblemRider => ({
  id,
  grade,
  // Nobody is put on a horse without being weighed.
  weightKg: weightKg ?? Number.MAX_SAFE_INTEGER,
  rides,
  works,
  lunch,
  maxSaddle,
  fairShare: null,
});
const horseOf = ({ stay, load, risk, apart, forbid, away, noHeat }: DayHorse): ProblemHorse => ({
  id: stay,
  // The line is in kilograms already.
  weightKg: 1,
  loadLimit: load?.refuseKg ?? 0,
  loadPrefer: load?.preferKg ?? null,
  risk,
  noHeat,
  away: away.map(({ from, to }) => [from, to]),
  apart,
  forbid,
});

interface Read {
  readonly facts: DayFacts;
  readonly barred: BarredSlots;
}
/** Places where a horse may be worked so, one or two after the other; where it stands comes first, and costs nothing. */
function optionsFor(
  { facts, barred }: Read,
  horse: DayHorse,
  { kind, length }: Pick<Placement, "kind" | "length">,
  stands: Pick<Placement, "place" | "then" | "length"> | null,
): readonly DayOption[] {
  const open = facts.places.filter((place) => !place.closed && placeReasons(horse, place, { bears: borneBy(kind) }).length === 0);
  const now = stands && !stands.then ? stands.place : null;
  const order = [...open.filter(({ id }) => id === now), ...open.filter(({ id }) => id !== now)];
  const alone = order.map(
    (place): DayOption => ({
      cost: place.id === now || suitsBest(place, horse, kind) ? 0 : SECOND_BEST,
      parts: [{ place: place.id, from: 0, length }],
      barred: barred(horse, place, { kind, length }),
    }),
  );
  const inTwo = (cost: number, parts: readonly PlacePart[]): readonly DayOption[] => {
    const places = parts.flatMap((part) => open.find(({ id }) => id === part.place) ?? []);
    if (places.length < parts.length) return [];
    return [
      { cost, parts: parts.map((part, i) => ({ ...part, barred: barred(horse, must(places[i], "open"), { kind, length }) })) },
    ];
  };
  // As it was laid, wherever the change is.
  const own = stands?.then ? inTwo(0, partsOf(stands)) : [];
  // Ground work in a pen first, and then out of it: leaves the open place to others meanwhile.
  const changes = kind === "both" && length > GROUND_SLOTS && horse.stage === "riding";
  const both = (changes ? order : [])
    .filter(({ separate }) => separate)
    .flatMap((pen) =>
      order
        .filter(({ separate }) => !separate)
        .flatMap(({ id }) => inTwo(TWO_PLACES, partsOf({ place: pen.id, then: { place: id, from: GROUND_SLOTS }, length }))),
    );
  return [...own, ...alone, ...both.filter(({ parts }) => !own.some((one) => sameParts(one.parts, parts)))];
}
type Span = { readonly from: number; readonly to: number };
const holding = ({ from, to }: Span, spans: readonly SlotSpan[]): readonly SlotSpan[] =>
  spans.some(([begins, ends]) => begins <= from && to <= ends) ? spans : [...spans, [from, to]];
/**
 * Of a person's day what their fixed cards take of it too, whatever has become of that day since: a card that is pinned to somebody who fell ill stands until
 * somebody moves it, and nobody else may be given its place or its helper meanwhile.
 */
function worksWith(person: DayPerson, fixed: readonly StandingCard[]): DayPerson {
  const spans = fixed.flatMap((card): readonly Span[] => {
    const { start, length, rider, helper } = card;
    if (rider === person.id) return [{ from: start, to: start + length }];
    return helper === person.id ? [{ from: start, to: start + helperLength(card) }] : [];
  });
  return { ...person, works: spans.reduce((works, span) => holding(span, works), person.works as readonly SlotSpan[]) };
}
/** Slots in a row for which something holds, as spans. */
function spansWhere(count: number, holds: (slot: number) => boolean): readonly SlotSpan[] {
  const spans: SlotSpan[] = [];
  for (let slot = 0, from = 0; slot <= count; slot += 1) {
    if (slot < count && holds(slot)) continue;
    if (slot > from) spans.push([from, slot]);
    from = slot + 1;
  }
  return spans;
}
/** Whether the weather of a slot bars a session of this length; every slot of an hour has the weather of the hour. */
function barredAt(facts: DayFacts, horse: DayHorse, place: DayPlace, { kind, length }: Pick<Placement, "kind" | "length">) {
  const known = new Map<string, boolean>();
  return (slot: number): boolean => {
    const hours = hoursOf(facts.grid, slot, 1).join();
    const is = known.get(hours) ?? weatherAgainst(facts, horse, place, { kind, start: slot, length: 1, whole: length }) !== null;
    known.set(hours, is);
    return is;
  };
}
type BarredSlots = (horse: DayHorse, place: DayPlace, what: Pick<Placement, "kind" | "length">) => readonly SlotSpan[];
/** Slots in which the weather bars a session of this length there; horses that the weather treats alike are looked at once. */
function barredSlots(facts: DayFacts): BarredSlots {
  const known = new Map<string, readonly SlotSpan[]>();
  return (horse, place, { kind, length }) => {
    if (facts.weather.length === 0) return [];
    const key = [horse.stage, horse.green, horse.noHeat, place.outdoor, place.separate, kind, length].join();
    const found = known.get(key) ?? spansWhere(facts.grid.count, barredAt(facts, horse, place, { kind, length }));
    known.set(key, found);
    return found;
  };
}
/** Slots in which work outdoors costs, as the heat asks for lighter work. */
const hotSlots = ({ grid, weather, horses }: DayFacts): readonly number[] => {
  const { heatLighter } = horses[0]?.limits ?? USUAL_LIMITS;
  const warm = new Set(weather.filter((hour) => heatOf(hour) >= heatLighter).map(({ hour }) => hour));
  return Array.from({ length: grid.count }, (_, slot) => slot).filter((slot) =>
    hoursOf(grid, slot, 1).some((hour) => warm.has(hour)),
  );
};

function sessionOf(
  read: Read,
  horse: WantedHorse,
  what: Pick<Placement, "kind" | "length">,
  card: StandingCard | null,
  first = false,
): ProblemSession {
  const { kind, length } = what;
  const fixed = card !== null && isFixed(card);
  const kept = horseBlockers(horse, { kind, length }, read.facts.grid).length > 0;
  const needed = helperSlotsFor(horse, { kind, length }, read.facts.grid);
  // Whoever the manager put beside it stays as long as they were asked to, and no less than the rule wants; who only came for the plan's sake need not.
  const asked = card && (fixed || needed > 0 || !wantsSecond(horse, kind)) ? helperLength({ ...card, length }) : 0;
  return {
    id: card?.card ?? dueSession(horse.stay),
    horse: horse.stay,
    kind,
    length,
    value: horse.value ?? NOT_DUE,
    // A fixed card keeps its place, whatever has become of it since.
    options: fixed ? [{ cost: 0, parts: partsOf(card) }] : kept ? [] : optionsFor(read, horse, { kind, length }, card),
    usual: horse.usual,
    known: horse.known,
    notFor: horse.planned?.notFor ?? [],
    // A fixed card keeps who stands by it, whatever the rule would want today.
    helperSlots: fixed ? asked : Math.max(needed, asked),
    // The second half of a split session; where the first is gone, it stands by itself.
    after: card?.after && first ? { session: card.after, gap: SPLIT_GAP } : null,
    lock: fixed && card ? { rider: card.rider, start: card.start, option: 0, helper: card.helper } : null,
  };
}

/** A card as the model has it; null where its place is none of the session's any more. */
function assignedOf(placement: Placement, { options, helperSlots }: ProblemSession): Assigned | null {
  const { rider, start } = placement;
  const helper = helperSlots > 0 ? placement.helper : null;
  const option = options.findIndex(({ parts }) => sameParts(parts, partsOf(placement)));
  return option < 0 ? null : { rider, start, option, helper };
}

export interface BarnProblem {
  readonly facts: DayFacts;
  /** What stands on the sheet. */
  readonly cards: readonly StandingCard[];
  readonly problem: DayProblem;
  /** The plan that stands. */
  readonly stands: DayPlan;
  /** What the problem's slots are of the day's. */
  readonly frame: Frame;
}
export function problemOf(day: BarnDay): BarnProblem {
  const facts = dayFactsOf(day);
  const read: Read = { facts, barred: barredSlots(facts) };
  const cards = live(day);
  const horse = (stay: StayId): WantedHorse =>
    must(
      day.horses.find((one) => one.stay === stay),
      "a horse of the day",
    );
  const sessions = [
    ...cards.map((card) =>
      sessionOf(
        read,
        horse(card.stay),
        card,
        card,
        cards.some((other) => other.card === card.after),
      ),
    ),
    ...day.due.map((due) => sessionOf(read, horse(due.stay), due, null)),
  ];
  const assigned = cards.map((card, i) => ({
    card,
    as: assignedOf(card, must(sessions[i], "a card has its session")),
  }));
  const those = (keep: (card: StandingCard) => boolean) =>
    assigned.flatMap(({ card, as }) => (as && keep(card) ? [[card.card, as] as const] : []));
  const frame = frameOf(
    day.hours,
    cards,
    sessions.flatMap(({ length, helperSlots }) => [length, helperSlots]),
  );
  return {
    facts,
    cards,
    frame,
    problem: problemIn(frame, {
      slots: { minutes: facts.grid.minutes, count: facts.grid.count },
      hot: hotSlots(facts),
      places: facts.places.map(({ id, capacity, separate, closed, outdoor, shut }) => ({
        id,
        capacity: closed ? 0 : capacity,
        outdoor,
        separate,
        closed: shut.map(({ from, to }) => [from, to]),
      })),
      riders: facts.people.map((person) => riderOf(worksWith(person, cards.filter(isFixed)))),
      horses: facts.horses.map(horseOf),
      sessions,
      published: Object.fromEntries(those(({ state }) => state === "handed-out")),
      weights: DEFAULT_WEIGHTS,
    }),
    stands: planIn(frame, new Map(those(() => true))),
  };
}

const placesOf = ([first, second]: DayOption["parts"], { step }: Frame): Pick<Placement, "place" | "then"> => ({
  place: first?.place as PlaceId,
  then: second ? { place: second.place as PlaceId, from: second.from * step } : null,
});

/**
 * The plan as cards that stand, move or are new; cards that are in none of them are to go. Fixed cards stand even where a plan has no room for them any
 * more: who logged three horses and fell ill has logged them.
 */
export function placementsOf({ problem, stands, frame, facts, cards }: BarnProblem, plan: DayPlan): readonly ScheduledCard[] {
  const laid = problem.sessions.flatMap((session): readonly (ScheduledCard & { readonly fixed: boolean })[] => {
    const placed = plan.get(session.id) ?? (session.lock ? stands.get(session.id) : undefined);
    if (!placed) return [];
    const stay = session.horse as StayId;
    return [
      {
        card: session.id === dueSession(stay) ? null : (session.id as CardId),
        stay,
        kind: session.kind,
        length: session.length * frame.step,
        rider: placed.rider as PersonId,
        start: slotOfDay(frame, placed.start),
        ...placesOf(session.options[placed.option]?.parts ?? [], frame),
        helper: placed.helper as PersonId | null,
        helperSlots: placed.helper === null ? null : askedOfHelper(session.helperSlots * frame.step, session.length * frame.step),
        after: (session.after?.session ?? null) as CardId | null,
        fixed: session.lock !== null,
      },
    ];
  });
  return withSeconds(facts, cards, laid).map(({ fixed: _fixed, ...card }) => card);
}
