/** A session becomes two short ones: the first stays where it is, the second goes to the earliest spot after a rest, with the same rider where that can be. */
import type { SplitCard } from "#contracts/day.ts";
import { startsOf } from "#core/day/hours.ts";
import { SPLIT_GAP } from "#core/day/rules.ts";
import { spotAt } from "#core/day/spot.ts";
import { ok } from "#core/kernel/result.ts";
import { insertCard, moveCard } from "#db/queries/day.ts";
import { findStay } from "#db/queries/stays.ts";
import { type Answer, newId, no, type Work } from "../work.ts";
import { dayFacts, placementOf, placementsOf } from "./facts.ts";
import { noteDay, takeUp } from "./hand-out.ts";
import { dayRecord } from "./record.ts";

export async function splitCard(work: Work, input: SplitCard): Answer<{ id: string }> {
  const taken = await takeUp(work, input);
  if ("refusal" in taken) return no(taken.refusal);
  const { card } = taken;
  if (input.first >= card.length) return no({ code: "too-short", path: "first" });
  const record = await dayRecord(work.tx, card.day);
  if (card.afterCard || record.cards.some((one) => one.afterCard === card.id && one.state !== "cancelled"))
    return no({ code: "already-split", path: "id" });
  const stays = await Promise.all([...new Set(record.cards.map(({ stayId }) => stayId))].map((id) => findStay(work.tx, id)));
  const here = stays.filter((stay) => stay !== null);
  const facts = await dayFacts(work.tx, work.barn, record, here, card.day);
  // Two short ones are worked in one place each.
  const first = { ...placementOf(card), length: input.first, then: null };
  const others = placementsOf(record.cards).map((one) => (one.card === card.id ? first : one));
  const id = newId<"card">();
  const wish = {
    card: id,
    stay: card.stayId,
    kind: card.kind,
    length: card.length - input.first,
    place: card.placeId,
    helper: card.helperId,
    after: card.id,
  };
  const riders = [card.riderId, ...facts.people.map((person) => person.id).filter((one) => one !== card.riderId)];
  for (const rider of riders)
    for (const start of startsOf({ ...facts.hours, from: first.start + first.length + SPLIT_GAP })) {
      const { placement, blockers } = spotAt(facts, others, wish, rider, start);
      if (blockers.length > 0) continue;
      await moveCard(work.tx, { ...first, then: null, id: card.id });
      const { helper, place } = placement;
      const { kind, length, stay } = wish;
      const state = card.state === "handed-out" ? "handed-out" : "placed";
      await insertCard(work.tx, { id, stay, day: card.day, kind, length, rider, start, place, helper, state, after: card.id });
      await noteDay(work, card, "split");
      return ok({ id });
    }
  return no({ code: "no-second-spot", path: "first" });
}
