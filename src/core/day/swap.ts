/** Two sessions change places on the sheet: each takes the other's rider and start; places and helpers follow where they may. */
import type { StandingCard } from "./from-barn.ts";
import type { Blocker, DayFacts, Placement } from "./model.ts";
import type { ScheduledCard } from "./second.ts";
import { spotAt } from "./spot.ts";

export type Swapped = { readonly cards: readonly ScheduledCard[] } | { readonly blockers: readonly Blocker[] };

const wishOf = ({ card, stay, kind, length, place, helper, helperSlots = null, then = null, after = null }: Placement) => ({
  card,
  stay,
  kind,
  length,
  place,
  helper,
  helperSlots,
  then,
  after,
});
/** Longer sessions go first: the shorter one fits in where there is less room. `cards` are those that stand; the two are among them. */
export function swap(facts: DayFacts, cards: readonly StandingCard[], one: StandingCard, other: StandingCard): Swapped {
  const rest = cards.filter(({ card }) => card !== one.card && card !== other.card);
  const [long, short] = one.length >= other.length ? [one, other] : [other, one];
  const first = spotAt(facts, rest, wishOf(long), short.rider, short.start);
  if (first.blockers.length > 0) return { blockers: first.blockers };
  const second = spotAt(facts, [...rest, first.placement], wishOf(short), long.rider, long.start);
  if (second.blockers.length > 0) return { blockers: second.blockers };
  return { cards: [...rest, first.placement, second.placement] };
}
