/**
 * Somebody beside a horse for what its plan asks today, where the horse by itself wants nobody. Wished and not demanded: without one the session stands, and
 * its card asks the smaller version. So it is looked for once the day is laid out, among those who are free then.
 */
import type { CardId } from "../kernel/brand.ts";
import { borneBy } from "../permission/permission.ts";
import type { DayFacts, DayHorse, DayPerson, Placement } from "./model.ts";
import { helperBlockers, horseOn, needsHelper } from "./rules.ts";

/** As it is laid out; null: it is new. */
export type ScheduledCard = Omit<Placement, "card"> & { readonly card: CardId | null };

/** The plan's work of the day wants a second person, and the horse does not anyway. */
export function wantsSecond(horse: DayHorse, kind: Placement["kind"]): boolean {
  const second = horse.planned?.second ?? null;
  const isAsked = second === "ground" || (second === "ridden" && borneBy(kind) !== "nothing");
  return isAsked && !needsHelper(horse, kind);
}

/** It stands without one: the card asks the smaller version. */
export const missesSecond = (horse: DayHorse, { kind, helper }: Pick<Placement, "kind" | "helper">): boolean =>
  helper === null && wantsSecond(horse, kind);

/** In the order in which they are asked: who does not ride, then the least experienced that will do. */
export const inHelpersOrder = (people: readonly DayPerson[]): readonly DayPerson[] =>
  [...people].filter(({ away }) => !away).sort((a, b) => Number(a.rides) - Number(b.rides) || a.grade - b.grade);

/** The same cards, those that want somebody with who is free: who stood there before, if that still may be. Fixed ones are left alone. */
export function withSeconds<Card extends ScheduledCard & { readonly fixed: boolean }>(
  facts: DayFacts,
  standing: readonly Pick<Placement, "card" | "helper">[],
  cards: readonly Card[],
): readonly Card[] {
  const placed = cards.map((card, at): Placement => ({ ...card, card: card.card ?? (`new:${at}` as CardId) }));
  const order = [...cards.keys()].sort((a, b) => (cards[a]?.start ?? 0) - (cards[b]?.start ?? 0));
  const found = new Map<number, DayPerson>();
  for (const at of order) {
    const card = placed[at];
    if (!card || card.helper || cards[at]?.fixed) continue;
    const horse = horseOn(facts, card.stay);
    if (!wantsSecond(horse, card.kind)) continue;
    const before = standing.find((one) => one.card === card.card)?.helper ?? null;
    const candidates = inHelpersOrder(facts.people);
    const others = placed.filter((_, other) => other !== at);
    const free = [...candidates.filter(({ id }) => id === before), ...candidates.filter(({ id }) => id !== before)].find(
      (person) => helperBlockers(horse, person, { ...card, helper: person.id }, { others, grid: facts.grid }).length === 0,
    );
    if (!free) continue;
    found.set(at, free);
    placed[at] = { ...card, helper: free.id, helperSlots: null };
  }
  return cards.map((card, at) => {
    const person = found.get(at);
    return person ? { ...card, helper: person.id, helperSlots: null } : card;
  });
}

/** Cards that riders were handed, with another second person now or none; whatever else of them has changed is told elsewhere. */
export const secondsChanged = (
  standing: readonly (Placement & { readonly state: string })[],
  laid: readonly ScheduledCard[],
): readonly ScheduledCard[] =>
  laid.filter(({ card, helper, rider, start, place }) =>
    standing.some(
      (one) =>
        one.card === card &&
        one.state === "handed-out" &&
        one.helper !== helper &&
        one.rider === rider &&
        one.start === start &&
        one.place === place,
    ),
  );
