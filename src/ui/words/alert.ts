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
      return "A sudden change in a settled horse: the vet before more work.";
    case "warm-down":
      return `Does not come down after work. ${(details["reasons"] as readonly WarmDownReason[]).map(sayWarmDown).join(" ")}`;
    case "gate-override":
      return `Rode through a gate that was ${details["state"] === "shut" ? "shut" : "half open"}: ${String(details["reason"])}`;
    case "against": {
      return `The record goes against what may be done. ${sayTogether(details["reasons"] as readonly Reason[]).join(" ")}`;
    }
    case "lame":
      return `Lame: ${String(details["reason"])}`;
    case "unplanned": {
      // What was told before there was a word for it says nothing.
      const against = (details["against"] as readonly Blocker[]).map((one) => sayBlocker(one, NOBODY_NAMED)).filter(Boolean);
      return `Worked without being handed out: ${String(details["why"])} ${against.length > 0 ? `Against it: ${against.join(" ")}` : ""}`.trim();
    }
  }
}
/** These need somebody at once; the others are to be known. */
export const isUrgent = ({ what }: Pick<AlertView, "what">): boolean => what !== "unplanned" && what !== "gate-override";
