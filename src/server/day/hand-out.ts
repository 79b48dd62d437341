/** Handing out a day: placing, moving, taking back and giving the cards to the riders. */

import type { HandOut, LockCard, MoveCard, PlaceCard, TakeBack } from "#contracts/day.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { heldOn } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import type { Placement } from "#core/day/model.ts";
import { partsOf } from "#core/day/parts.ts";
import { blockersOf } from "#core/day/rules.ts";
import { ok } from "#core/kernel/result.ts";
import {
  type CardRecord,
  cancelCard as cancelRow,
  deleteCard,
  findCard,
  findSheet,
  handOut as handOutRows,
  insertCard,
  listDayCards,
  lockDay,
  lockCard as lockRow,
  moveCard as moveRow,
} from "#db/queries/day.ts";
import { findStay, listStays, lockStay, lockStays, type Stay } from "#db/queries/stays.ts";
import { termFacts } from "../stay/facts.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { dayFacts, placementsOf } from "./facts.ts";
import { dayRecord } from "./record.ts";

/** Why a horse has no business on the day. A day before the last of the term is in it; held days may have moved the end, so the reading is asked. */
export function notHere({ barn, today }: Work, day: LocalDate, stay: Stay | null): Refusal | null {
  if (!stay) return { code: "not-found", path: "stay" };
  if (stay.wentHome) return { code: "gone-home", path: "stay" };
  const { lastDay } = readTerm(termFacts(stay, barn), today);
  return day < stay.firstDay || day > later(lastDay, today) ? { code: "not-in-term", path: "day" } : null;
}

/** Null where the placement may stand among the day's cards. The day must be locked. */
async function whyNot(work: Work, day: LocalDate, candidate: Placement): Promise<Refusal | null> {
  const [record, stay] = await Promise.all([dayRecord(work.tx, day), findStay(work.tx, candidate.stay)]);
  const { cards, people, places } = record;
  const outside = notHere(work, day, stay);
  if (outside) return outside;
  if (!stay) return null;
  if (!people.some((person) => person.id === candidate.rider)) return { code: "not-found", path: "rider" };
  if (candidate.helper && !people.some((person) => person.id === candidate.helper)) return { code: "not-found", path: "helper" };
  if (partsOf(candidate).some((part) => !places.some((place) => place.id === part.place)))
    return { code: "not-found", path: "place" };
  const others = new Set(cards.map((card) => card.stayId));
  const together = await Promise.all([...others].filter((id) => id !== stay.id).map((id) => findStay(work.tx, id)));
  const stays = [stay, ...together.filter((one) => one !== null)];
  const blockers = blockersOf(await dayFacts(work.tx, work.barn, record, stays, day), placementsOf(cards), candidate);
  return blockers.length > 0 ? { code: "blocked", path: blockedField(blockers[0]?.code), blockers } : null;
}

const FIELD_OF: Readonly<Record<string, string>> = {
  "place-full": "place",
  apart: "place",
  "stage-place": "place",
  "place-closed": "place",
  check: "stay",
  "signed-off": "kind",
  "not-signed": "kind",
  "not-ready": "kind",
  "step-back": "kind",
  age: "kind",
  "second-person": "helper",
  "same-person": "helper",
  "helper-leaves": "helperSlots",
  "outside-day": "start",
  hold: "stay",
  "horse-busy": "start",
  appointment: "start",
  after: "start",
  "place-shut": "place",
  weather: "start",
};
export const blockedField = (code: string | undefined): string => (code && FIELD_OF[code]) ?? "rider";

export const isPast = (work: Work, day: LocalDate): boolean => day < work.today;

export async function placeCard(work: Work, input: PlaceCard): Answer<{ id: string }> {
  if (isPast(work, input.day)) return no({ code: "day-over", path: "day" });
  // A horse that is sent home or put on hold at this very moment is waited for.
  await lockStay(work.tx, input.stay);
  await lockDay(work.tx, input.day);
  const already = (await listDayCards(work.tx, input.day)).some(
    (card) => card.stayId === input.stay && card.state !== "cancelled",
  );
  if (already) return no({ code: "already-placed", path: "stay" });
  const card = newId<"card">();
  const refusal = await whyNot(work, input.day, {
    card,
    stay: input.stay,
    kind: input.kind,
    length: input.length,
    rider: input.rider,
    start: input.start,
    place: input.place,
    helper: input.helper,
    helperSlots: input.helperSlots,
    then: input.then,
  });
  if (refusal) return no(refusal);
  await insertCard(work.tx, { ...input, id: card, state: "placed", after: null });
  return ok({ id: card });
}

/** The card as it stands, its horse and its day locked, in the order that every write keeps; or why it cannot be touched. */
export async function takeUp(
  work: Work,
  input: { id: CardRecord["id"]; version: number },
): Promise<{ card: CardRecord } | { refusal: Refusal }> {
  const seen = await findCard(work.tx, input.id);
  if (!seen) return { refusal: { code: "not-found", path: "id" } };
  await lockStay(work.tx, seen.stayId);
  await lockDay(work.tx, seen.day);
  const card = await findCard(work.tx, input.id);
  if (!card) return { refusal: { code: "not-found", path: "id" } };
  if (card.version !== input.version) return { refusal: { code: "changed-meanwhile", path: "version", current: card } };
  if (card.state === "closed" || card.state === "cancelled") return { refusal: { code: "card-closed", path: "id" } };
  if (isPast(work, card.day)) return { refusal: { code: "day-over", path: "day" } };
  return { card };
}

/** Once riders have a day, every change to it is kept for them to see. */
export const noteDay = (work: Work, card: CardRecord, what: string, details: Record<string, unknown> = {}): Promise<void> =>
  card.state === "handed-out"
    ? note(work, "day", card.day, what, {
        card: card.id,
        horse: card.horse,
        rider: card.rider,
        riderId: card.riderId,
        helperId: card.helperId,
        start: card.start,
        place: card.place,
        ...details,
      })
    : Promise.resolve();

export async function moveCard(work: Work, input: MoveCard): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if ("refusal" in taken) return no(taken.refusal);
  const { card } = taken;
  const refusal = await whyNot(work, card.day, {
    card: card.id,
    stay: card.stayId,
    kind: input.kind,
    length: input.length,
    rider: input.rider,
    start: input.start,
    place: input.place,
    helper: input.helper,
    helperSlots: input.helperSlots,
    then: input.then,
    after: card.afterCard,
  });
  if (refusal) return no(refusal);
  await moveRow(work.tx, input);
  const after = await findCard(work.tx, card.id);
  await noteDay(work, card, "moved", {
    to: after && { rider: after.rider, riderId: after.riderId, start: after.start, place: after.place },
  });
  return ok({ version: input.version + 1 });
}

/** Pinned, or let go: laying the day out anew leaves a pinned card where it is. */
export async function lockCard(work: Work, input: LockCard): Answer<{ version: number }> {
  const taken = await takeUp(work, input);
  if ("refusal" in taken) return no(taken.refusal);
  await lockRow(work.tx, input.id, input.locked);
  return ok({ version: input.version + 1 });
}

/** A card that no rider has yet simply goes; one that was handed out is cancelled with its reason instead. */
export async function takeBack(work: Work, input: TakeBack): Answer {
  const taken = await takeUp(work, input);
  if ("refusal" in taken) return no(taken.refusal);
  if (taken.card.state === "handed-out")
    await cancelRow(work.tx, input.id, { because: "other", instead: "nothing", reason: "taken back" });
  else await deleteCard(work.tx, input.id);
  await noteDay(work, taken.card, "taken back");
  return ok(null);
}

export async function handOut(work: Work, input: HandOut): Answer<{ cards: number }> {
  if (isPast(work, input.day)) return no({ code: "day-over", path: "day" });
  const placed = (await listDayCards(work.tx, input.day)).filter(({ state }) => state === "placed");
  await lockStays(
    work.tx,
    placed.map(({ stayId }) => stayId),
  );
  await lockDay(work.tx, input.day);
  const again = await findSheet(work.tx, input.day);
  // A card that was pinned before the hold stays on the sheet, marked as no longer possible; nobody is sent out with it.
  const but = (await listStays(work.tx)).filter(({ holds }) => heldOn(holds, input.day) !== null).map(({ id }) => id);
  const cards = await handOutRows(work.tx, input.day, { by: work.actor.id, at: work.now, but });
  if (cards === 0) return no({ code: "nothing-placed", path: "day" });
  await note(work, "day", input.day, again ? "more handed out" : "handed out", { cards });
  return ok({ cards });
}
