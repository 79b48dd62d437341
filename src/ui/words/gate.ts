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
  if (overridden) return "You may get on. The override stays in the record.";
  if (state === "shut") return "Do not ride today. Hand-walk at most, and tell the manager.";
  if (state === "half")
    return kind === "ground" ? "Work on the ground. Do not get on." : "Ground work only until the items below are done.";
  return "You may get on.";
}

export function sayGateLimit(limit: GateLimit): string {
  switch (limit.code) {
    case "heat-limit":
      return `Heat ${limit.heat}: ${limit.short ? "keep it short, offer water, and walk after" : "lighter work, and watch the horse"}.`;
    case "walk-only":
      return `Wind ${limit.windMps} m/s: ground work first, then a walk in the small pen if the horse was quiet.`;
    default:
      return sayReason(limit);
  }
}
