/** What stands on a sheet and should not any more: a rider called in sick, a storm is coming, a check was ordered since. */

import type { CardId } from "../kernel/brand.ts";
import { type BarnDay, dayFactsOf } from "./from-barn.ts";
import type { Blocker } from "./model.ts";
import { blockersOf } from "./rules.ts";

/** Open cards with what stands against each; what is closed was worked, whatever is said of it now. */
export function fallen(day: BarnDay): ReadonlyMap<CardId, readonly Blocker[]> {
  const facts = dayFactsOf(day);
  const cards = day.cards.filter(({ state }) => state !== "cancelled");
  return new Map(
    cards
      .filter(({ state }) => state !== "closed")
      .map((card) => [card.card, blockersOf(facts, cards, card)] as const)
      .filter(([, blockers]) => blockers.length > 0),
  );
}

/** Cards that go out once the day is handed out: one that was pinned before its horse was put on hold stays on the sheet. */
export const toHandOut = ({ cards, horses }: Pick<BarnDay, "cards" | "horses">): readonly BarnDay["cards"][number][] => {
  const held = new Set(horses.flatMap(({ stay, hold }) => (hold ? [stay] : [])));
  return cards.filter(({ state, stay }) => state === "placed" && !held.has(stay));
};
