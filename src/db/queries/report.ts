import { z } from "zod/mini";
import { ReportWords } from "#contracts/report.ts";
import type { PersonId, ReportId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { id, instant, int, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

const DraftRow = z.object({ id: id<"report">(), words: ReportWords, version: int });
export const findDraft = (db: Db, stay: StayId) =>
  maybeOne(DraftRow, db`SELECT id, words, version FROM report WHERE stay_id = ${stay}`);
export async function insertDraft(tx: Transaction, report: ReportId, stay: StayId, words: ReportWords): Promise<boolean> {
  return (
    (
      await tx`INSERT INTO report (id, stay_id, words) VALUES (${report}, ${stay}, ${tx.json(words)}) ON CONFLICT ON CONSTRAINT report_one_a_stay DO NOTHING`
    ).count === 1
  );
}
export async function updateDraft(tx: Transaction, stay: StayId, version: number, words: ReportWords): Promise<boolean> {
  return (
    (
      await tx`UPDATE report SET words = ${tx.json(words)}, version = version + 1 WHERE stay_id = ${stay} AND version = ${version}`
    ).count === 1
  );
}

const IssueRow = z.object({ number: int, approvedBy: text, approvedAt: instant, contentHash: text });
export type Issue = z.output<typeof IssueRow>;
/** Approved numbers of a stay's report, newest first. */
export const listIssues = (db: Db, stay: StayId): Promise<Issue[]> =>
  many(
    IssueRow,
    db`SELECT i.number, p.name AS approved_by, i.approved_at, i.content_hash FROM report_issue i JOIN report r ON r.id = i.report_id JOIN person p ON p.id = i.approved_by
       WHERE r.stay_id = ${stay} ORDER BY i.number DESC`,
  );
const FrozenRow = z.object({
  number: int,
  stayId: id<"stay">(),
  approvedBy: text,
  approvedAt: instant,
  content: z.unknown(),
  contentHash: text,
});
export const findIssue = (db: Db, number: number) =>
  maybeOne(
    FrozenRow,
    db`SELECT i.number, r.stay_id, p.name AS approved_by, i.approved_at, i.content, i.content_hash FROM report_issue i JOIN report r ON r.id = i.report_id JOIN person p ON p.id = i.approved_by
       WHERE i.number = ${number}`,
  );

/** The next number of the barn's reports, without gaps: approvals follow one another. */
export async function nextNumber(tx: Transaction): Promise<number> {
  await tx`SELECT pg_advisory_xact_lock(3, 0)`;
  const { next } = await one(z.object({ next: int }), tx`SELECT coalesce(max(number), 0) + 1 AS next FROM report_issue`);
  return next;
}
export async function insertIssue(
  tx: Transaction,
  issue: { number: number; report: ReportId; by: PersonId; at: Date; content: unknown; hash: string },
): Promise<void> {
  await tx`INSERT INTO report_issue (number, report_id, approved_by, approved_at, content, content_hash)
           VALUES (${issue.number}, ${issue.report}, ${issue.by}, ${issue.at}, ${tx.json(issue.content as never)}, ${issue.hash})`;
}
