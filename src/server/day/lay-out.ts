/** A whole day written at once, as it was laid out on a screen: cards that move, that are new, that go. All of it stands by the rules, or none is written. */

import type { LayOut } from "#contracts/day.ts";
import type { Refusal } from "#contracts/refusal.ts";
import type { Placement } from "#core/day/model.ts";
import { helperLength, partsOf } from "#core/day/parts.ts";
import { blockersOf } from "#core/day/rules.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { type CardRecord, cancelCard, deleteCard, insertCard, listDayCards, lockDay, moveCard } from "#db/queries/day.ts";
import { findStay, lockStay, type Stay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { dayFacts, placementOf } from "./facts.ts";
import { blockedField, isPast, noteDay, notHere } from "./hand-out.ts";
import { dayRecord } from "./record.ts";

/** Stands where it stood: the same people, hours and places. */
const same = (a: Placement, b: Placement): boolean =>
  [a, b]
    .map((one) => [
      one.card,
      one.stay,
      one.kind,
      one.length,
      one.rider,
      one.start,
      partsOf(one),
      one.helper,
      helperLength(one),
      one.after ?? null,
    ])
    .map((one) => JSON.stringify(one))
    .every((one, _, all) => one === all[0]);
const stands = (card: CardRecord, wish: LayOut["cards"][number]): boolean =>
  same(placementOf(card), { ...wish, card: card.id, after: card.afterCard });

/** What was closed or pinned may not be moved by this; the screen never asks for it. */
const isFixed = ({ state, locked }: CardRecord): boolean => state === "closed" || locked;

export async function layOut(work: Work, input: LayOut): Answer<{ placed: number; moved: number; gone: number }> {
  if (isPast(work, input.day)) return no({ code: "day-over", path: "day" });
  const stays = new Map<string, Stay | null>();
  for (const id of [...new Set(input.cards.map(({ stay }) => stay))].sort()) {
    await lockStay(work.tx, id);
    stays.set(id, await findStay(work.tx, id));
  }
  await lockDay(work.tx, input.day);
  const cards = (await listDayCards(work.tx, input.day)).filter(({ state }) => state !== "cancelled");
  const seen = new Map(input.seen.map(({ id, version }) => [id, version]));
  if (cards.length !== seen.size || cards.some(({ id, version }) => seen.get(id) !== version))
    return no({ code: "changed-meanwhile", path: "version", current: cards });
  const byId = new Map(cards.map((card) => [card.id, card]));
  const wished = input.cards.map((wish) => ({ wish, card: wish.id === null ? null : (byId.get(wish.id) ?? null) }));
  if (wished.some(({ wish, card }) => wish.id !== null && (!card || card.stayId !== wish.stay)))
    return no({ code: "not-found", path: "cards" });
  const afterOf = ({ wish, card }: (typeof wished)[number]): CardId | null =>
    card ? card.afterCard : wish.after !== null && input.cards.some(({ id }) => id === wish.after) ? wish.after : null;
  // A horse has one session a day, or two halves of one.
  const whole = wished.filter((one) => afterOf(one) === null).map(({ wish }) => wish.stay);
  if (new Set(whole).size < whole.length) return no({ code: "already-placed", path: "cards" });
  const kept = new Set(wished.flatMap(({ card }) => card?.id ?? []));
  const gone = cards.filter(({ id }) => !kept.has(id));
  const moved = wished.flatMap(({ wish, card }) => (card && !stands(card, wish) ? [{ wish, card }] : []));
  if ([...gone, ...moved.map(({ card }) => card)].some(isFixed)) return no({ code: "card-closed", path: "cards" });
  const refusal = await whyNot(
    work,
    input,
    stays,
    cards,
    wished.map((one) => ({ ...one.wish, card: one.card?.id ?? newId<"card">(), after: afterOf(one) })),
  );
  if (refusal) return no(refusal);

  for (const card of gone) {
    if (card.state === "handed-out")
      await cancelCard(work.tx, card.id, {
        because: "other",
        instead: "nothing",
        reason: "left out when the day was laid out anew",
      });
    else await deleteCard(work.tx, card.id);
    await noteDay(work, card, "taken back");
  }
  for (const { wish, card } of moved) {
    await moveCard(work.tx, { ...wish, id: card.id });
    await noteDay(work, card, "moved", { to: { rider: wish.rider, start: wish.start, place: wish.place } });
  }
  const fresh = wished.filter(({ card }) => card === null);
  for (const one of fresh)
    await insertCard(work.tx, { ...one.wish, id: newId<"card">(), day: input.day, state: "placed", after: afterOf(one) });
  const counts = { placed: fresh.length, moved: moved.length, gone: gone.length };
  await note(work, "sheet", input.day, "laid out", counts);
  return ok(counts);
}

/** Every card of the day is looked at again by the board's own rules, whoever laid it. */
async function whyNot(
  work: Work,
  { day }: LayOut,
  here: ReadonlyMap<string, Stay | null>,
  cards: readonly CardRecord[],
  placements: readonly (Placement & { readonly card: CardId })[],
): Promise<Refusal | null> {
  const record = await dayRecord(work.tx, day);
  const { people, places } = record;
  const stays = [...here.values()].filter((stay) => stay !== null);
  const facts = await dayFacts(work.tx, work.barn, record, stays, day);
  const known = new Map(cards.map((card) => [card.id, placementOf(card)]));
  for (const one of placements) {
    const before = known.get(one.card);
    // What stands where it stood was right when it was put there, and may have been closed since.
    if (before && same(before, one)) continue;
    const outside = notHere(work, day, here.get(one.stay) ?? null);
    if (outside) return { ...outside, path: "cards" } as Refusal;
    if (!people.some(({ id }) => id === one.rider)) return { code: "not-found", path: "cards" };
    if (one.helper && !people.some(({ id }) => id === one.helper)) return { code: "not-found", path: "cards" };
    if (partsOf(one).some((part) => !places.some(({ id }) => id === part.place))) return { code: "not-found", path: "cards" };
    const blockers = blockersOf(facts, placements, one);
    if (blockers.length > 0) return { code: "blocked", path: `cards.${blockedField(blockers[0]?.code)}`, blockers };
  }
  return null;
}
