import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { IncidentKind, SessionKind } from "#core/card/card.ts";
import type { GateAnswer, GateReason } from "#core/gate/gate.ts";
import { NO_WORK, SHORT } from "#core/weather/weather.ts";
import { HOLD, INCIDENT, RED, TICK } from "./labels.ts";

export const GATE_STATE: Record<GateAnswer["state"], string> = { open: "Open", half: "Half open", shut: "Shut" };
export function sayGateAdvice(state: GateAnswer["state"], kind: SessionKind): string {
  if (state === "shut") return "Not today. Groundwork on a loose rope or a walk in hand, and tell the manager.";
  if (state === "half") return "Ground work only, until what is named below is settled.";
  return kind === "ground" ? "Go to work on the ground. Nobody gets on from this card." : "You may get on.";
}

/** Each reason names the tick or the record that it comes from. */
export function sayGateReason(reason: GateReason): string {
  switch (reason.code) {
    case "hold":
      return `On hold since ${sayDate(reason.since)} (${HOLD[reason.kind as HoldKind].toLowerCase()}).`;
    case "red-sign":
      return `${RED[reason.sign]}: nobody gets on.`;
    case "check":
      return reason.holds === "all" ? "An open check holds all work." : "An open check holds ridden work.";
    case "not-ridden":
      return "The signed evaluation keeps it on the ground.";
    case "not-ticked":
      return `Not ticked: ${TICK[reason.tick].toLowerCase()}.`;
    case "grade":
      return `Rider is grade ${reason.grade}, the horse asks for ${reason.needed}.`;
    case "load":
      return `Rider with tack ${reason.riderKg.toFixed(0)} kg, limit ${reason.limitKg.toFixed(0)} kg.`;
    case "load-above-preferred":
      return `Rider with tack ${reason.riderKg.toFixed(0)} kg, better under ${reason.preferKg.toFixed(0)} kg: keep it short.`;
    case "load-unknown":
      return reason.missing === "horse" ? "The horse has not been weighed." : "The rider's weight with tack is not known.";
    case "time-off":
      return `${reason.days} days without work: begin lower down.`;
    case "incident":
      return `${INCIDENT[reason.kind as IncidentKind]} on ${sayDate(reason.day)}.`;
    case "wind":
      return reason.from === "tick" ? "Windy: no first rides." : `Wind ${reason.windMps} m/s: no first rides.`;
    case "heat":
      return `Heat ${reason.heat} (°F + humidity): over ${NO_WORK} no work.`;
    case "heat-limit":
      return `Heat ${reason.heat}: ${reason.heat >= SHORT ? "short, with water, and a walk after" : "lighter work, and watch the horse"}.`;
    case "ground-first":
      return `Session ${reason.sessions + 1}; the method asks for ${reason.needed} on the ground first.`;
  }
}
