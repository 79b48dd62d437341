/** Layouts of poles and fences that the barn keeps: kept by closing a card, taken off here. */
import type { DropLayout } from "#contracts/jump.ts";
import { ok } from "#core/kernel/result.ts";
import { dropLayoutRow } from "#db/queries/jump.ts";
import { type Answer, no, note, type Work } from "../work.ts";

export async function dropLayout(work: Work, { name }: DropLayout): Answer {
  if ((await dropLayoutRow(work.tx, name)) === 0) return no({ code: "not-found", path: "name" });
  await note(work, "barn", "barn", "layout taken off", { name });
  return ok(null);
}
