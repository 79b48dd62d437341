/** The gate as it stood for a card, from the record as it was before the session. */
import type { GateFields } from "#contracts/card.ts";
import type { Weather } from "#core/card/card.ts";
import { type GateAnswer, readGate } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import { methodOf, methodsWith } from "#core/ladder/methods.ts";
import type { CardRecord } from "#db/queries/day.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findPerson } from "#db/queries/people.ts";
import { findStay } from "#db/queries/stays.ts";
import type { Work } from "../work.ts";
import { gateFacts, gateRecord, weatherOf } from "./gate-facts.ts";

export async function gateAt(
  work: Work,
  card: CardRecord,
  ticked: Pick<GateFields, "ticks" | "redSigns"> & { readonly weather: Weather },
  rode: boolean,
): Promise<GateAnswer> {
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
  const record = gateRecord(before, evaluation, rider, { day: card.day, method, weather: await weatherOf(work.tx, card) });
  return readGate(gateFacts(record, ticked), rode ? "saddle" : "ground");
}
