/** Writing and approving an owner's report: composed from the record, with the manager's words beside it; approved, it is fixed. */
import { createHash } from "node:crypto";
import type { ApproveReport, ReportWords, SaveReport } from "#contracts/report.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { readLevels } from "#core/ladder/level.ts";
import { type ComposedReport, composeReport } from "#core/report/compose.ts";
import type { Db } from "#db/client.ts";
import type { Barn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listEvaluations } from "#db/queries/intake.ts";
import { findDraft, insertDraft, insertIssue, nextNumber, updateDraft } from "#db/queries/report.ts";
import { findStay, lockStay, type Stay } from "#db/queries/stays.ts";
import { termFacts } from "../stay/facts.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

/** What an approved report holds: everything that its page shows, so that it never changes with the record. */
export interface ReportContent {
  readonly horse: string;
  readonly client: string;
  readonly barn: string;
  readonly day: LocalDate;
  readonly composed: ComposedReport;
  readonly words: ReportWords;
}

/** The report as the record supports it today. */
export async function composeFor(db: Db, stay: Stay, barn: Barn, today: LocalDate): Promise<ComposedReport> {
  const [evaluations, worked, scores] = await Promise.all([
    listEvaluations(db, stay.id),
    listWorked(db, stay.id),
    listScores(db, stay.id),
  ]);
  const intake = evaluations.find((evaluation) => evaluation.kind === "intake" && evaluation.closedAt);
  const term = termFacts(stay, barn);
  return composeReport({
    aim: stay.aim,
    term,
    reading: readTerm(term, today),
    intake: intake
      ? { day: intake.day, marks: intake.walk.marks, signs: intake.walk.signs, stoppedAt: intake.walk.stoppedAt }
      : null,
    sessions: worked.map((session) => ({ card: session.cardId, day: session.day, kind: session.kind, record: session })),
    levels: readLevels(scores),
  });
}

/** A first saving makes the draft; `version` null says that the writer saw none. */
async function save(work: Work, stay: StayId, version: number | null, words: ReportWords): Promise<boolean> {
  return version === null ? insertDraft(work.tx, newId<"report">(), stay, words) : updateDraft(work.tx, stay, version, words);
}

export async function saveReport(work: Work, input: SaveReport): Answer<{ version: number }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  if (!(await save(work, input.stay, input.version, input.words)))
    return no({ code: "changed-meanwhile", path: "version", current: await findDraft(work.tx, input.stay) });
  return ok({ version: (input.version ?? 0) + 1 });
}

/** Fixes what is composed today with the saved words, under the next number, with the hash of what was approved. */
export async function approveReport(work: Work, input: ApproveReport): Answer<{ number: number }> {
  if (!(await lockStay(work.tx, input.stay))) return no({ code: "not-found", path: "stay" });
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (input.version === null) await save(work, input.stay, null, {});
  const draft = await findDraft(work.tx, input.stay);
  if (!draft || draft.version !== (input.version ?? 1)) return no({ code: "changed-meanwhile", path: "version", current: draft });
  const composed = await composeFor(work.tx, stay, work.barn, work.today);
  if (stay.delivered.length === 0 && !stay.evaluations.some((evaluation) => evaluation.closed))
    return no({ code: "nothing-to-report", path: "stay" });
  const content: ReportContent = {
    horse: stay.horse,
    client: stay.client,
    barn: work.barn.name,
    day: work.today,
    composed,
    words: draft.words,
  };
  const number = await nextNumber(work.tx);
  const hash = createHash("sha256").update(JSON.stringify(content)).digest("hex");
  await insertIssue(work.tx, { number, report: draft.id, by: work.actor.id, at: work.now, content, hash });
  await note(work, "report", draft.id, "approved", { number });
  return ok({ number });
}
