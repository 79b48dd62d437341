import { heldOn } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Weather } from "#core/card/card.ts";
import type { GateFacts, GateTick, RedSign } from "#core/gate/gate.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { lastWorked, limitsInForce, loadOf, outcomeOf, riskOf, stageOfStay } from "../stay/facts.ts";

/** What the record says at the gate; the ticks of the day are added on the ground. */
export function gateRecord(
  stay: Stay,
  evaluation: Evaluation | null,
  rider: Person,
  { day, method }: { readonly day: LocalDate; readonly method: Method },
): Omit<GateFacts, "ticks" | "redSigns" | "windy"> {
  const outcome = evaluation && outcomeOf(stay, evaluation, day);
  const { held, ridden, secondPerson } = limitsInForce(stay, day);
  return {
    today: day,
    method,
    stage: stageOfStay(stay, evaluation),
    sessionsSoFar: stay.delivered.length,
    lastWorked: lastWorked(stay),
    lastIncident: stay.lastIncident,
    hold: heldOn(stay.holds, day),
    risk: riskOf(stay, outcome),
    rider: { grade: rider.grade, weightKg: rider.weightKg },
    load: loadOf(stay, evaluation, outcome, day),
    held,
    ridden,
    secondPerson,
  };
}

export const gateFacts = (
  record: ReturnType<typeof gateRecord>,
  ticked: { ticks: readonly GateTick[]; redSigns: readonly RedSign[]; weather: Weather },
): GateFacts => ({ ...record, ticks: ticked.ticks, redSigns: ticked.redSigns, windy: ticked.weather === "windy" });
