/** Where on the sheet a session could go: fills in place and helper for a rider and a time. */

import type { SessionKind } from "../card/card.ts";
import { must } from "../kernel/assert.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import type { Blocker, DayFacts, Placement } from "./model.ts";
import { blockersOf, needsHelper, suitsBest } from "./rules.ts";

export interface Wish {
  readonly card: CardId;
  readonly stay: StayId;
  readonly kind: SessionKind;
  readonly length: number;
  /** Kept where it may stand; null: the first that fits. */
  readonly place: PlaceId | null;
  readonly helper: PersonId | null;
  readonly after?: CardId | null;
}
export interface Spot {
  readonly placement: Placement;
  /** Empty where the session may go here. */
  readonly blockers: readonly Blocker[];
}

/**
 * The spot for a rider at a slot: the wished place and helper, else the first place that suits best and the first free helper of the lowest
 * grade that breaks nothing; where every choice breaks something, the one that breaks least.
 */
export function spotAt(facts: DayFacts, placed: readonly Placement[], wish: Wish, rider: PersonId, start: number): Spot {
  const horse = must(
    facts.horses.find((one) => one.stay === wish.stay),
    "the horse is on the day",
  );
  const suiting = facts.places.filter((place) => suitsBest(place, horse, wish.kind));
  const order = [...suiting, ...facts.places.filter((place) => !suiting.includes(place))].map(({ id }) => id);
  const places = wish.place ? [wish.place, ...order.filter((id) => id !== wish.place)] : order;
  const free = [...facts.people]
    .filter((person) => person.id !== rider && person.id !== wish.helper && !person.away)
    .sort((a, b) => Number(a.rides) - Number(b.rides) || a.grade - b.grade);
  const helpers: (PersonId | null)[] = [
    ...(wish.helper && wish.helper !== rider ? [wish.helper] : []),
    ...(needsHelper(horse, wish.kind) ? free.map((person) => person.id) : [null]),
  ];
  if (helpers.length === 0) helpers.push(null);
  let best: Spot | null = null;
  for (const place of places)
    for (const helper of helpers) {
      const placement: Placement = {
        card: wish.card,
        stay: wish.stay,
        kind: wish.kind,
        length: wish.length,
        rider,
        start,
        place,
        helper,
        after: wish.after ?? null,
      };
      const blockers = blockersOf(facts, placed, placement);
      if (!best || blockers.length < best.blockers.length) best = { placement, blockers };
      if (blockers.length === 0) return best;
    }
  return must(best, "the barn has a place");
}
