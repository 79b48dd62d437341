/** What cannot wait until a card is closed: a red incident, a sudden change, a horse that does not come down, a gate that is overridden. */
import type { TellCard } from "#contracts/card.ts";
import { isRed } from "#core/card/card.ts";
import { readWarmDown } from "#core/card/warm-down.ts";
import { ok } from "#core/kernel/result.ts";
import { mayOverride } from "#core/permission/reasons.ts";
import { findCard } from "#db/queries/day.ts";
import { raise } from "../alert/alerts.ts";
import { type Answer, no, type Work } from "../work.ts";
import { gateAt } from "./gate-at.ts";

export async function tellCard(work: Work, { id, told }: TellCard): Answer {
  const card = await findCard(work.tx, id);
  if (!card || card.state === "placed") return no({ code: "not-found", path: "id" });
  // Anybody may raise an alarm, also about a card that was given away meanwhile; a gate is its own rider's to override.
  if (told.what === "gate-override" && work.actor.role !== "manager" && card.riderId !== work.actor.id)
    return no({ code: "not-allowed", path: "id" });
  switch (told.what) {
    case "incident":
      // Others are in the record once the card is closed; nobody runs for a spook.
      if (isRed(told.incident)) await raise(work, id, { what: "incident", about: told.incident.kind, details: told.incident });
      return ok(null);
    case "sudden-change":
      await raise(work, id, { what: "sudden-change", details: {} });
      return ok(null);
    case "warm-down": {
      const { state, reasons } = readWarmDown(told.readings);
      if (state === "tell") await raise(work, id, { what: "warm-down", details: { reasons } });
      return ok(null);
    }
    case "gate-override": {
      const answer = await gateAt(work, card, { ...told.gate, weather: told.weather });
      if (answer.state === "open") return ok(null);
      if (!mayOverride(work.actor, answer.reasons) || told.gate.overrideReason === "")
        return no({ code: "gate-not-open", path: "told.gate.overrideReason", reasons: answer.reasons });
      await raiseOverride(work, id, told.gate.overrideReason, answer.state);
      return ok(null);
    }
  }
}

/** Told once, whether from the gate or with the record. A manager who overrides knows. */
export const raiseOverride = (work: Work, card: TellCard["id"], reason: string, state: "half" | "shut"): Promise<void> =>
  work.actor.role === "manager" ? Promise.resolve() : raise(work, card, { what: "gate-override", details: { reason, state } });
