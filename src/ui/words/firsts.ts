import { here } from "#contracts/ladder.here.ts";
import type { OfferedFirst } from "#core/card/firsts.ts";
import { t } from "#ui/words/speak.ts";
import { inner } from "./figures.ts";
import { GAIT, SIDE } from "./labels.ts";

/** Skills whose side is a lead, not a direction. */
const LEADS: ReadonlySet<string> = new Set(["canter", "lead-setup", "lead-change", "voice-canter"]);

/** A first as the owner will read it. */
export function sayFirst(first: OfferedFirst): string {
  if (first.code === "gait") return t("First {gait} under saddle here", { gait: inner(GAIT[first.gait]) });
  const words = inner(t(here().of(first.skill).words));
  if (first.side === null) return t("First: {words}", { words });
  return t("First: {words}, {more}", {
    words,
    more: t(LEADS.has(first.skill) ? "{side} lead" : "on the {side}", { side: SIDE[first.side] }),
  });
}
