import type { SessionKind } from "#core/card/card.ts";
import type { GateAnswer, GateLimit } from "#core/gate/gate.ts";
import { t } from "#ui/words/speak.ts";
import { sayReason } from "./reasons.ts";
import { sayWind } from "./units.ts";

/** 'Open' is for getting on: a ground card says that it is one. */
export const sayGateState = (state: GateAnswer["state"], kind: SessionKind, overridden = false): string =>
  overridden
    ? t("Open by override")
    : state === "open"
      ? t("Gate open")
      : state === "shut"
        ? kind === "ground"
          ? t("No work today")
          : t("Gate shut")
        : kind === "ground"
          ? t("Ground work")
          : t("Ground work only");
export function sayGateAdvice(state: GateAnswer["state"], kind: SessionKind, overridden = false): string {
  if (overridden) return t("You may get on. The override stays in the record.");
  if (state === "shut") return t("Do not ride today. Hand-walk at most, and tell the manager.");
  if (state === "half")
    return kind === "ground" ? t("Work on the ground. Do not get on.") : t("Ground work only until the items below are done.");
  return t("You may get on.");
}

export function sayGateLimit(limit: GateLimit): string {
  switch (limit.code) {
    case "heat-limit":
      return t("Heat {heat}: {more}.", {
        heat: limit.heat,
        more: limit.short ? t("keep it short, offer water, and walk after") : t("lighter work, and watch the horse"),
      });
    case "walk-only":
      return t("Wind {wind}: ground work first, then a walk in the small pen if the horse was quiet.", {
        wind: sayWind(limit.windMps),
      });
    default:
      return sayReason(limit);
  }
}
