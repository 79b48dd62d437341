import { here } from "#contracts/ladder.here.ts";
import type { OfferedFirst } from "#core/card/firsts.ts";
import { inner } from "./figures.ts";
import { GAIT } from "./labels.ts";

/** Skills whose side is a lead, not a direction. */
const LEADS: ReadonlySet<string> = new Set(["canter", "lead-setup", "lead-change", "voice-canter"]);

/** A first as the owner will read it. */
export function sayFirst(first: OfferedFirst): string {
  if (first.code === "gait") return `First ${inner(GAIT[first.gait])} under saddle here`;
  const words = inner(here().of(first.skill).words);
  if (first.side === null) return `First: ${words}`;
  return `First: ${words}, ${LEADS.has(first.skill) ? `${first.side} lead` : `on the ${first.side}`}`;
}
