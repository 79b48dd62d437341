/** Where on the sheet a session could go: fills in place and helper for a rider and a time. */

import type { SessionKind } from "../card/card.ts";
import { must } from "../kernel/assert.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import type { Blocker, DayFacts, DayPerson, Placement } from "./model.ts";
import {
  askedOfHelper,
  helperBlockers,
  helperSlotsFor,
  horseOn,
  needsHelper,
  ownBlockers,
  personOn,
  placeBlockers,
  suitsBest,
} from "./rules.ts";
import { inHelpersOrder, wantsSecond } from "./second.ts";

export interface Wish {
  readonly card: CardId;
  readonly stay: StayId;
  readonly kind: SessionKind;
  readonly length: number;
  /** Kept where it may stand; null: the first that fits. */
  readonly place: PlaceId | null;
  readonly helper: PersonId | null;
  /** Kept with them, as far as the rules let. */
  readonly helperSlots?: number | null;
  readonly then?: Placement["then"];
  readonly after?: CardId | null;
}
export interface DaySpot {
  readonly placement: Placement;
  /** Empty where the session may go here. */
  readonly blockers: readonly Blocker[];
}

/** The first of those that break least. */
function least<T>(
  choices: readonly T[],
  broken: (choice: T) => readonly Blocker[],
): { readonly choice: T; readonly blockers: readonly Blocker[] } {
  let best: { readonly choice: T; readonly blockers: readonly Blocker[] } | null = null;
  for (const choice of choices) {
    const blockers = broken(choice);
    if (!best || blockers.length < best.blockers.length) best = { choice, blockers };
    if (blockers.length === 0) break;
  }
  return must(best, "there is a choice");
}

/** Places and helpers are looked at before there is a rider. */
const NOBODY_YET = "" as PersonId;

/** Worked out once for each start. */
function once<T>(work: (start: number) => T): (start: number) => T {
  const known = new Map<number, T>();
  return (start) => {
    const before = known.get(start);
    if (before !== undefined) return before;
    const found = work(start);
    known.set(start, found);
    return found;
  };
}

/**
 * The spot for a rider at a slot: the wished place and helper, else the first place that suits best and the first free helper of the lowest
 * grade that breaks nothing; where every choice breaks something, the one that breaks least. Places and helpers do not mind one another, so each is
 * chosen by itself.
 */
export function spotter(facts: DayFacts, placed: readonly Placement[], wish: Wish): (rider: PersonId, start: number) => DaySpot {
  const { card, stay, kind, length, after = null, then = null } = wish;
  const horse = horseOn(facts, stay);
  const others = placed.filter((other) => other.card !== card);
  const suiting = facts.places.filter((place) => suitsBest(place, horse, kind));
  const order = [...suiting, ...facts.places.filter((place) => !suiting.includes(place))].map(({ id }) => id);
  const places = wish.place ? [wish.place, ...order.filter((id) => id !== wish.place)] : order;
  const helping = inHelpersOrder(facts.people).filter((person) => person.id !== wish.helper);
  const wished = wish.helper ? [personOn(facts, wish.helper)] : [];
  const helpers: readonly (DayPerson | null)[] = [
    ...wished,
    ...(needsHelper(horse, kind) ? helping : wantsSecond(horse, kind) ? [...helping, null] : [null]),
  ];
  const needed = helperSlotsFor(horse, { kind, length }, facts.grid);
  const helperSlots = askedOfHelper(Math.max(needed, wish.helper ? (wish.helperSlots ?? length) : 0), length);
  const at = (rider: PersonId, start: number, place: PlaceId, helper: PersonId | null): Placement => ({
    card,
    stay,
    kind,
    length,
    rider,
    start,
    place,
    helper,
    helperSlots,
    // The second place belongs to the first that was wished.
    then: place === wish.place && then && then.from < length ? then : null,
    after,
  });
  const anywhere = must(places[0], "the barn has a place");
  // What stands against places and helpers at a start is the same for every rider.
  const placeAt = once((start) => least(places, (id) => placeBlockers(facts, horse, at(NOBODY_YET, start, id, null), others)));
  const helpersAt = once((start) => {
    const bare = at(NOBODY_YET, start, anywhere, null);
    return helpers.map((person) => ({ person, blockers: helperBlockers(horse, person, bare, { others, grid: facts.grid }) }));
  });
  return (rider, start) => {
    const place = placeAt(start);
    const beside = helpersAt(start).filter(({ person }) => person?.id !== rider);
    const bare = at(rider, start, place.choice, null);
    const helper = beside.length > 0 ? least(beside, ({ blockers }) => blockers).choice : null;
    return {
      placement: { ...bare, helper: helper?.person?.id ?? null, helperSlots: helper?.person ? helperSlots : null },
      blockers: [
        ...ownBlockers(facts, { horse, rider: personOn(facts, rider) }, bare, others),
        ...place.blockers,
        ...(helper?.blockers ?? helperBlockers(horse, null, bare, { others, grid: facts.grid })),
      ],
    };
  };
}
export const spotAt = (facts: DayFacts, placed: readonly Placement[], wish: Wish, rider: PersonId, start: number): DaySpot =>
  spotter(facts, placed, wish)(rider, start);
