/** Writing and approving an owner's report: composed from the record, with the manager's words beside it; approved, it is fixed. */
import { createHash } from "node:crypto";
import type { ApproveReport, ComposeReports, SaveReport } from "#contracts/report.ts";
import type { ReportContent } from "#contracts/views.report.ts";
import { ok } from "#core/kernel/result.ts";
import { changesBetween } from "#core/report/assemble.ts";
import { findDraft, findLastIssue, insertDraft, insertIssue, nextNumber, updateDraft, type Which } from "#db/queries/report.ts";
import { findStay, lockStay, lockStays, type Stay } from "#db/queries/stays.ts";
import { post } from "../owner/message.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { contentOf } from "./legacy.ts";
import { draftOf } from "./read-report.ts";
import { coverLetter } from "./wording.ts";

const COUNTED = { intake: false, weekly: true, "mid-term": true, end: false } as const;
export const exists = ({ kind, ordinal }: Which): boolean => COUNTED[kind] === ordinal > 0;
export const NEW_DRAFT = { words: {}, tone: "plain", level: "full" } as const;

/** A first saving makes the draft; `version` null says that the writer saw none. */
export async function saveReport(
  work: Work,
  { version, words, tone, level, home, ...which }: SaveReport,
): Answer<{ version: number }> {
  if (!exists(which)) return no({ code: "not-found", path: "ordinal" });
  if (!(await lockStay(work.tx, which.stay))) return no({ code: "not-found", path: "stay" });
  const draft = { words, tone, level, ...(home ? { home } : {}) };
  const done =
    version === null
      ? await insertDraft(work.tx, newId<"report">(), which, draft)
      : await updateDraft(work.tx, which, version, draft);
  if (!done) return no({ code: "changed-meanwhile", path: "version", current: await findDraft(work.tx, which) });
  return ok({ version: (version ?? 0) + 1 });
}

/** Begins every draft of the list that nobody has begun; a repeat begins none. */
export async function composeReports(work: Work, { which }: ComposeReports): Answer<{ begun: number }> {
  let begun = 0;
  await lockStays(
    work.tx,
    which.map(({ stay }) => stay),
  );
  for (const one of which) {
    if (!exists(one) || !(await lockStay(work.tx, one.stay))) return no({ code: "not-found", path: "which" });
    if (await insertDraft(work.tx, newId<"report">(), one, NEW_DRAFT)) begun += 1;
  }
  return ok({ begun });
}

const isEmpty = (stay: Stay): boolean => stay.delivered.length === 0 && !stay.evaluations.some((evaluation) => evaluation.closed);

/** Fixes what is composed today with the saved words, under the next number, with the hash of what was approved; where asked, with a letter to the owner. */
export async function approveReport(work: Work, { version, send, ...which }: ApproveReport): Answer<{ number: number }> {
  if (!exists(which)) return no({ code: "not-found", path: "ordinal" });
  if (!(await lockStay(work.tx, which.stay))) return no({ code: "not-found", path: "stay" });
  const stay = await findStay(work.tx, which.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (version === null) await insertDraft(work.tx, newId<"report">(), which, NEW_DRAFT);
  const { draft, content } = await draftOf(work.tx, stay, work.barn, work.today, which);
  if (!draft || draft.version !== (version ?? 1)) return no({ code: "changed-meanwhile", path: "version", current: draft });
  if (isEmpty(stay)) return no({ code: "nothing-to-report", path: "stay" });
  const before = await findLastIssue(work.tx, draft.id);
  const fixed: ReportContent = {
    ...content,
    changes: before && { since: before.number, ...changesBetween(contentOf(before).blocks, content.blocks) },
  };
  const number = await nextNumber(work.tx);
  const hash = createHash("sha256").update(JSON.stringify(fixed)).digest("hex");
  await insertIssue(work.tx, { number, report: draft.id, by: work.actor.id, at: work.now, content: fixed, hash });
  await note(work, "report", draft.id, "approved", { number });
  if (send) {
    const letter = coverLetter(fixed, number);
    const done = await post(work, stay, { about: `report:${number}`, ...letter, issue: number });
    if (done === "no-address") return no({ code: "no-address", path: "stay" });
  }
  return ok({ number });
}
