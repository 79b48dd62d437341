/**
 * A session that nobody handed out: worked because there was time, or gone on with by another rider. It happened, so it is kept; what the barn's rules
 * would have said against it is told to the office. What the record itself goes against is marked when the card is closed.
 */
import type { UnplannedCard } from "#contracts/card.ts";
import { addDays } from "#core/calendar/local-date.ts";
import type { Blocker } from "#core/day/model.ts";
import { blockersOf } from "#core/day/rules.ts";
import { ok } from "#core/kernel/result.ts";
import { findCard, insertCard, lockDay } from "#db/queries/day.ts";
import { findStay, lockStay } from "#db/queries/stays.ts";
import { raise } from "../alert/alerts.ts";
import { dayFacts, placementsOf } from "../day/facts.ts";
import { notHere } from "../day/hand-out.ts";
import { dayRecord } from "../day/record.ts";
import { type Answer, no, note, type Work } from "../work.ts";

/** A phone without signal may bring it so many days later. */
const BROUGHT_WITHIN = 7;

export async function unplannedCard(work: Work, input: UnplannedCard): Answer<{ id: string }> {
  if (input.day > work.today) return no({ code: "in-the-future", path: "day" });
  if (input.day < addDays(work.today, -BROUGHT_WITHIN)) return no({ code: "day-over", path: "day" });
  if (await findCard(work.tx, input.id)) return no({ code: "already-placed", path: "id" });
  await lockStay(work.tx, input.stay);
  await lockDay(work.tx, input.day);
  const stay = await findStay(work.tx, input.stay);
  const outside = notHere(work, input.day, stay);
  if (outside || !stay) return no(outside ?? { code: "not-found", path: "stay" });
  const first = input.after ? await findCard(work.tx, input.after) : null;
  if (input.after && (!first || first.stayId !== input.stay || first.day !== input.day))
    return no({ code: "not-found", path: "after" });
  // A rider writes down their own; only what they began may be gone on with by somebody else.
  const mayName = work.actor.role === "manager" || input.rider === work.actor.id || first?.riderId === work.actor.id;
  if (!mayName) return no({ code: "not-allowed", path: "rider" });
  const record = await dayRecord(work.tx, input.day);
  if (!record.people.some((person) => person.id === input.rider)) return no({ code: "not-found", path: "rider" });
  if (input.helper && !record.people.some((person) => person.id === input.helper))
    return no({ code: "not-found", path: "helper" });
  if (!record.places.some((place) => place.id === input.place)) return no({ code: "not-found", path: "place" });

  const { id: card, rider, start, place, helper, kind, length } = input;
  const others = placementsOf(record.cards).filter((one) => one.stay !== input.stay || one.card !== input.after);
  const stays = await Promise.all(
    [...new Set([input.stay, ...others.map((one) => one.stay)])].map((id) => findStay(work.tx, id)),
  );
  const here = stays.filter((one) => one !== null);
  const facts = await dayFacts(work.tx, work.barn, record, here, input.day);
  const against: readonly Blocker[] = blockersOf(facts, others, {
    card,
    stay: input.stay,
    kind,
    length,
    rider,
    start,
    place,
    helper,
  });
  await insertCard(work.tx, { ...input, stay: input.stay, state: "handed-out", unplanned: input.why });
  await note(work, "day", input.day, "unplanned", {
    card,
    horse: stay.horse,
    riderId: rider,
    helperId: helper,
    start,
    reason: input.why,
  });
  if (work.actor.role !== "manager") await raise(work, card, { what: "unplanned", details: { why: input.why, against } });
  return ok({ id: card });
}
