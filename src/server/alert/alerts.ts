/** What the office is told at once: raised by riders' commands, shown on every screen of a manager until one says that it was seen. */
import type { SeeAlert } from "#contracts/alert.ts";
import type { AlertView } from "#contracts/views.card.ts";
import type { AlertKind } from "#core/card/alert.ts";
import type { CardId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { type AlertRecord, listUnseen, raiseAlert, seeAlert as seeRow } from "#db/queries/alert.ts";
import type { Deps } from "../container.ts";
import { type Answer, newId, no, type Work } from "../work.ts";

/** `about` tells two of a kind on one card apart: a buck, and then a fall. */
export const raise = (
  { tx, actor, now }: Work,
  card: CardId,
  { what, about = "", details }: { what: AlertKind; about?: string; details: unknown },
): Promise<void> => raiseAlert(tx, { id: newId(), card, what, about, details, at: now, by: actor.id });

export async function seeAlert({ tx, actor, now }: Work, { id }: SeeAlert): Answer {
  return (await seeRow(tx, id, actor.id, now)) ? ok(null) : no({ code: "not-found", path: "id" });
}

export const toAlertView = ({ at, ...alert }: AlertRecord): AlertView => ({ ...alert, at: at.toISOString() });
export const readUnseen = async ({ sql }: Deps): Promise<readonly AlertView[]> => (await listUnseen(sql)).map(toAlertView);
