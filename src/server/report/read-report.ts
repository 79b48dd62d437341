import type { IssueView, ReportView } from "#contracts/views.ts";
import { findDraft, findIssue, listIssues } from "#db/queries/report.ts";
import type { Deps } from "../container.ts";
import type { Opened } from "../stay/read-horse.ts";
import { composeFor, type ReportContent } from "./report.ts";

/** The draft as the record supports it today, with the manager's words and the numbers approved so far. */
export async function readReport({ sql }: Deps, { stay, barn, today, head }: Opened): Promise<ReportView> {
  const [composed, draft, issues] = await Promise.all([
    composeFor(sql, stay, barn, today),
    findDraft(sql, stay.id),
    listIssues(sql, stay.id),
  ]);
  return {
    stay: stay.id,
    horse: stay.horse,
    client: stay.client,
    barn: barn.name,
    ruler: head.ruler,
    composed,
    words: draft?.words ?? {},
    version: draft?.version ?? null,
    issues: issues.map((issue) => ({
      number: issue.number,
      approvedBy: issue.approvedBy,
      approvedAt: issue.approvedAt.toISOString(),
      hash: issue.contentHash,
    })),
  };
}

/** An approved report, as it was approved. */
export async function readIssue({ sql }: Deps, asked: string | undefined): Promise<IssueView | null> {
  if (!asked || !/^[1-9]\d{0,8}$/.test(asked)) return null;
  const issue = await findIssue(sql, Number(asked));
  if (!issue) return null;
  const content = issue.content as ReportContent;
  return { number: issue.number, stay: issue.stayId, approvedBy: issue.approvedBy, hash: issue.contentHash, ...content };
}
