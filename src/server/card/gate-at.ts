/** The gate of a card, and what a record of it goes against: both from the horse as it stood before the session. */
import type { GateFields, RecordFields } from "#contracts/card.ts";
import type { Weather } from "#core/card/card.ts";
import { type GateAnswer, readGate } from "#core/gate/gate.ts";
import { askedOf } from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { againstRecord, bearsOf } from "#core/permission/record.ts";
import type { CardRecord } from "#db/queries/day.ts";
import { findPerson } from "#db/queries/people.ts";
import { permitPerson } from "../stay/facts.ts";
import type { Work } from "../work.ts";
import { cardFacts } from "./gate-facts.ts";

export async function gateAt(
  work: Work,
  card: CardRecord,
  ticked: Pick<GateFields, "ticks" | "redSigns" | "redGone"> & { readonly weather: Weather },
): Promise<GateAnswer> {
  const { gate, helper } = await cardFacts(work.tx, work.barn, card);
  // Whoever asks for the gate of a ground card wants to get on.
  const kind = card.kind === "ground" ? "both" : card.kind;
  return readGate(
    gate,
    { helper, ticks: ticked.ticks, redSigns: ticked.redSigns, redGone: ticked.redGone, windy: ticked.weather === "windy" },
    kind,
  );
}

export interface Weighed {
  readonly gate: GateAnswer;
  /** Everything that the record goes against, whoever set something aside. */
  readonly against: readonly Reason[];
}
export async function weighRecord(work: Work, card: CardRecord, record: RecordFields, ticked: GateFields): Promise<Weighed> {
  const facts = await cardFacts(work.tx, work.barn, card);
  const helper = record.helper ? await findPerson(work.tx, record.helper) : null;
  const spot = {
    helper: helper && permitPerson(helper),
    ticks: ticked.ticks,
    redSigns: ticked.redSigns,
    redGone: ticked.redGone,
    windy: record.weather === "windy",
  };
  const asked = facts.ladder.map((skill) => askedOf(skill, facts.reading));
  const onBack = bearsOf(record, asked) !== "nothing";
  const kind = onBack ? (card.kind === "ground" ? "both" : card.kind) : "ground";
  return {
    gate: readGate(facts.gate, spot, kind),
    against: againstRecord({ ladder: asked, gate: facts.gate }, spot, record),
  };
}
