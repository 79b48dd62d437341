/** The hand-over: the owner's lesson, and what goes along. The stay itself is closed where it always was, by sending the horse home. */
import type { SaveHandOver } from "#contracts/owner.ts";
import { ok } from "#core/kernel/result.ts";
import { findHandOver, saveHandOverRow } from "#db/queries/owner-answers.ts";
import { lockStay } from "#db/queries/stays.ts";
import { type Answer, no, note, type Work } from "../work.ts";

export async function saveHandOver(work: Work, { stay, version, content }: SaveHandOver): Answer<{ version: number }> {
  if (!(await lockStay(work.tx, stay))) return no({ code: "not-found", path: "stay" });
  if (!(await saveHandOverRow(work.tx, stay, version, content)))
    return no({ code: "changed-meanwhile", path: "version", current: await findHandOver(work.tx, stay) });
  await note(work, "stay", stay, "hand-over written");
  return ok({ version: (version ?? 0) + 1 });
}
