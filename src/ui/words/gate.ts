import type { SessionKind } from "#core/card/card.ts";
import type { GateAnswer, GateLimit } from "#core/gate/gate.ts";
import { sayReason } from "./reasons.ts";

/** 'Open' is for getting on: a ground card says that it is one. */
export const sayGateState = (state: GateAnswer["state"], kind: SessionKind, overridden = false): string =>
  overridden
    ? "Open by override"
    : state === "open"
      ? "Gate open"
      : state === "shut"
        ? kind === "ground"
          ? "No work today"
          : "Gate shut"
        : kind === "ground"
          ? "Ground work"
          : "Ground work only";
export function sayGateAdvice(state: GateAnswer["state"], kind: SessionKind, overridden = false): string {
  if (overridden) return "You may get on. What was set aside stays in the record.";
  if (state === "shut") return "Not today. Walk in hand at the most, and tell the manager.";
  if (state === "half")
    return kind === "ground"
      ? "Go to work on the ground. Nobody gets on."
      : "Stay on the ground until what is named below is settled.";
  return "You may get on.";
}

export function sayGateLimit(limit: GateLimit): string {
  switch (limit.code) {
    case "heat-limit":
      return `Heat ${limit.heat}: ${limit.short ? "short, with water, and a walk after" : "lighter work, and watch the horse"}.`;
    case "walk-only":
      return `Wind ${limit.windMps} m/s: ground work first, then a walk in the small place if all was quiet.`;
    default:
      return sayReason(limit);
  }
}
