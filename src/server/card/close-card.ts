/** Closing a card, and correcting it: the record of a session, each time as a new revision. */

import type { CloseCard } from "#contracts/card.ts";
import { mayOverride, overridable, readGate } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import { insertRevision, listRevisions } from "#db/queries/card.ts";
import { findCard, lockDay } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findPerson } from "#db/queries/people.ts";
import { findStay, lockStay } from "#db/queries/stays.ts";
import { type Answer, no, note, type Work } from "../work.ts";
import { gateFacts, gateRecord, weatherOf } from "./gate-facts.ts";

export async function closeCard(work: Work, input: CloseCard): Answer<{ revision: number; version: number }> {
  const seen = await findCard(work.tx, input.id);
  if (!seen) return no({ code: "not-found", path: "id" });
  // The stay first, then the day: the order in which every write that needs both takes them.
  await lockStay(work.tx, seen.stayId);
  await lockDay(work.tx, seen.day);
  const card = must(await findCard(work.tx, input.id), "a handed-out card is never deleted");
  if (card.state === "placed") return no({ code: "not-handed-out", path: "id" });
  if (card.state === "cancelled") return no({ code: "card-closed", path: "id" });
  if (card.day > work.today) return no({ code: "in-the-future", path: "id" });
  if (work.actor.role !== "manager" && card.riderId !== work.actor.id) return no({ code: "not-allowed", path: "id" });
  if (card.version !== input.version) {
    const [newest] = await listRevisions(work.tx, input.id);
    return no({ code: "changed-meanwhile", path: "version", current: { version: card.version, revision: newest ?? null } });
  }

  const stay = must(await findStay(work.tx, card.stayId), "a card has a stay");
  const rider = must(await findPerson(work.tx, card.riderId), "a card has a rider");
  const evaluation =
    (await listEvaluations(work.tx, card.stayId)).filter((one) => one.closedAt && one.day <= card.day).at(-1) ?? null;
  // At the gate this very session had not been worked yet; a correction must not count itself.
  const before = {
    ...stay,
    delivered: stay.delivered.filter((day) => day < card.day),
    lastIncident: stay.lastIncident && stay.lastIncident.day < card.day ? stay.lastIncident : null,
  };
  const method = methodOf(stay.method, methodsWith(work.barn.methods));
  const rode = input.record.saddleMinutes > 0;
  const answer = readGate(
    gateFacts(gateRecord(before, evaluation, rider, { day: card.day, method, weather: await weatherOf(work.tx, card) }), {
      ...input.gate,
      weather: input.record.weather,
    }),
    rode ? "saddle" : "ground",
  );
  const overridden = rode && answer.state !== "open";
  if (overridden && (!overridable(answer) || !mayOverride(work.actor) || input.gate.overrideReason === ""))
    return no({ code: "gate-not-open", path: "record.saddleMinutes", reasons: answer.reasons, overridable: overridable(answer) });

  const revision = (card.revision ?? 0) + 1;
  await insertRevision(work.tx, card.id, revision, { person: work.actor.id, at: work.now }, input.record, {
    ...input.gate,
    overrideReason: overridden ? input.gate.overrideReason : "",
    state: answer.state,
    overrideBy: overridden ? work.actor.id : null,
  });
  if (overridden)
    await note(work, "day", card.day, "gate overridden", { card: card.id, horse: card.horse, reason: input.gate.overrideReason });
  if (revision > 1) await note(work, "card", card.id, "corrected", { revision });
  return ok({ revision, version: card.version + 1 });
}
