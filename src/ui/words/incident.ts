import type { During, Hurt, IncidentKind, LedBy } from "#core/card/card.ts";
import { RECOVERED_PULSE, RECOVERS_WITHIN, type WarmDownReason } from "#core/card/warm-down.ts";
import type { Strength } from "#core/intake/signs.ts";
import { t } from "#ui/words/speak.ts";
import { inner, listed } from "./figures.ts";
import { DURING, HURT_WORDS, INCIDENT, LED_BY, WENT } from "./labels.ts";

/** One reading that is out of its limits. */
export const sayWarmDown = (reason: WarmDownReason): string =>
  reason.code === "pulse-high"
    ? t("Pulse {pulse} after {minute} minutes. It should be under {limit} within {within}.", {
        pulse: reason.pulse,
        minute: reason.minute,
        limit: RECOVERED_PULSE,
        within: RECOVERS_WITHIN,
      })
    : t(
        "{breaths} breaths and {pulse} heartbeats a minute after {minute} minutes. Breathing must be slower than the pulse. Stop and tell the manager.",
        { breaths: reason.breaths, pulse: reason.pulse, minute: reason.minute },
      );

/** An incident in one line: what, who is hurt, when and after what. */
export function sayIncident(incident: {
  kind: string;
  hurt: string;
  during?: string;
  ledBy?: readonly string[];
  before?: string;
  strength?: Strength;
}): string {
  const { kind, hurt, during = "unknown", ledBy = [], before = "", strength } = incident;
  const after = ledBy.map((one) => LED_BY[one as LedBy].toLowerCase());
  return [
    `${INCIDENT[kind as IncidentKind]}${during === "unknown" ? "" : `, ${DURING[during as During].toLowerCase()}`}${after.length > 0 ? `: ${inner(listed(after))}` : ""}.`,
    before && (/[.!?]$/.test(before) ? before : `${before}.`),
    strength && strength !== 2 ? `${WENT[strength]}.` : "",
    `${HURT_WORDS[hurt as Hurt]}.`,
  ]
    .filter(Boolean)
    .join(" ");
}
