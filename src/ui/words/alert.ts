import type { AlertView } from "#contracts/views.card.ts";
import type { During, Hurt, IncidentKind, LedBy } from "#core/card/card.ts";
import type { WarmDownReason } from "#core/card/warm-down.ts";
import type { Blocker } from "#core/day/model.ts";
import { NOBODY_NAMED, sayBlocker } from "./blockers.ts";
import { inner, listed } from "./figures.ts";
import { DURING, HURT_WORDS, INCIDENT, LED_BY } from "./labels.ts";

/** One reading that is out of its limits. */
export const sayWarmDown = (reason: WarmDownReason): string =>
  reason.code === "pulse-high"
    ? `Pulse ${reason.pulse} after ${reason.minute} minutes: under 64 within ten is expected.`
    : `${reason.breaths} breaths to ${reason.pulse} beats after ${reason.minute} minutes: it must not breathe faster than its heart beats.`;

/** An incident in one line: what, who is hurt, when and after what. */
export function sayIncident(incident: {
  kind: string;
  hurt: string;
  during?: string;
  ledBy?: readonly string[];
  before?: string;
}): string {
  const { kind, hurt, during = "unknown", ledBy = [], before = "" } = incident;
  const after = ledBy.map((one) => LED_BY[one as LedBy].toLowerCase());
  return [
    `${INCIDENT[kind as IncidentKind]}${during === "unknown" ? "" : `, ${DURING[during as During].toLowerCase()}`}${after.length > 0 ? `: ${inner(listed(after))}` : ""}.`,
    before && (/[.!?]$/.test(before) ? before : `${before}.`),
    `${HURT_WORDS[hurt as Hurt]}.`,
  ]
    .filter(Boolean)
    .join(" ");
}

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
    case "lame":
      return `Lame: ${String(details["reason"])}`;
    case "unplanned": {
      const against = (details["against"] as readonly Blocker[]).map((blocker) => sayBlocker(blocker, NOBODY_NAMED));
      return `Worked without being handed out: ${String(details["why"])} ${against.length > 0 ? `Against it: ${against.join(" ")}` : ""}`.trim();
    }
  }
}
/** These need somebody at once; the others are to be known. */
export const isUrgent = ({ what }: Pick<AlertView, "what">): boolean => what !== "unplanned" && what !== "gate-override";
