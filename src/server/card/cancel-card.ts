/** A card that was not worked: why, and what the horse got instead. A lame horse is told to the office at once. */
import type { CancelCard } from "#contracts/card.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { cancelCard as cancelRow, findCard, lockDay } from "#db/queries/day.ts";
import { lockStay } from "#db/queries/stays.ts";
import { raise } from "../alert/alerts.ts";
import { noteDay } from "../day/hand-out.ts";
import { type Answer, no, type Work } from "../work.ts";

export async function cancelCard(work: Work, input: CancelCard): Answer {
  const seen = await findCard(work.tx, input.id);
  if (!seen) return no({ code: "not-found", path: "id" });
  await lockStay(work.tx, seen.stayId);
  await lockDay(work.tx, seen.day);
  const card = must(await findCard(work.tx, input.id), "a card of a locked day stays");
  if (card.state === "closed" || card.state === "cancelled") return no({ code: "card-closed", path: "id" });
  if (work.actor.role !== "manager" && card.riderId !== work.actor.id) return no({ code: "not-allowed", path: "id" });
  await cancelRow(work.tx, input.id, input);
  const { because, instead, reason } = input;
  await noteDay(work, card, "cancelled", { because, instead, reason });
  if (because === "lame") await raise(work, card.id, { what: "lame", details: { reason } });
  return ok(null);
}
