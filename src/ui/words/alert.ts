import type { AlertView } from "#contracts/views.card.ts";
import type { WarmDownReason } from "#core/card/warm-down.ts";
import type { Blocker } from "#core/day/model.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { sayIncident, sayWarmDown } from "./incident.ts";
import { sayTogether } from "./reasons.ts";

/** What happened, in one or two sentences. */
export function sayAlert({ what, details }: Pick<AlertView, "what" | "details">): string {
  switch (what) {
    case "incident":
      return sayIncident(details as { kind: string; hurt: string });
    case "sudden-change":
      return "Sudden change in a settled horse. Vet before any more work.";
    case "warm-down":
      return `Slow to recover after work. ${(details["reasons"] as readonly WarmDownReason[]).map(sayWarmDown).join(" ")}`;
    case "gate-override":
      return `Rode although the gate was ${details["state"] === "shut" ? "shut" : "open for ground work only"}: ${String(details["reason"])}`;
    case "against": {
      return `This session was against the rules. ${sayTogether(details["reasons"] as readonly Reason[]).join(" ")}`;
    }
    case "lame":
      return `Lame: ${String(details["reason"])}`;
    case "unplanned": {
      // What was told before there was a word for it says nothing.
      const against = (details["against"] as readonly Blocker[]).map((one) => sayBlocker(one, NOBODY_NAMED)).filter(Boolean);
      return `Unplanned session: ${String(details["why"])} ${against.length > 0 ? `Speaks against it: ${against.join(" ")}` : ""}`.trim();
    }
  }
}
/** These need somebody at once; the others are to be known. */
export const isUrgent = ({ what }: Pick<AlertView, "what">): boolean => what !== "unplanned" && what !== "gate-override";
