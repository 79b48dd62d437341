import { z } from "zod";
import { MEDIA_TYPES } from "#contracts/media.ts";
import { HomeWords, READING_LEVELS, ReportWords, TONES } from "#contracts/report.ts";
import { NO_HOME_WORDS } from "#core/home/own-words.ts";
import type { MediaId, PersonId, PhotoId, ReportId, StayId } from "#core/kernel/brand.ts";
import { REPORT_KINDS, type ReportKind } from "#core/report/facts.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, side, text } from "../rows.ts";
import { many, maybeOne, one } from "../run.ts";

export interface Which {
  readonly stay: StayId;
  readonly kind: ReportKind;
  readonly ordinal: number;
}
const DraftRow = z.object({
  id: id<"report">(),
  words: ReportWords,
  tone: z.enum(TONES),
  level: z.enum(READING_LEVELS),
  home: HomeWords,
  version: int,
});
export type Draft = z.output<typeof DraftRow>;
export const findDraft = (db: Db, { stay, kind, ordinal }: Which) =>
  maybeOne(
    DraftRow,
    db`SELECT id, words, tone, level, home, version FROM report WHERE stay_id = ${stay} AND kind = ${kind} AND ordinal = ${ordinal}`,
  );
type Saved = Pick<Draft, "words" | "tone" | "level"> & { readonly home?: HomeWords };
export async function insertDraft(
  tx: Transaction,
  report: ReportId,
  { stay, kind, ordinal }: Which,
  draft: Saved,
): Promise<boolean> {
  const done = await tx`
    INSERT INTO report (id, stay_id, kind, ordinal, words, tone, level, home)
    VALUES (${report}, ${stay}, ${kind}, ${ordinal}, ${tx.json(draft.words as never)}, ${draft.tone}, ${draft.level}, ${tx.json((draft.home ?? NO_HOME_WORDS) as never)})
    ON CONFLICT ON CONSTRAINT report_once DO NOTHING`;
  return done.count === 1;
}
export async function updateDraft(tx: Transaction, which: Which, version: number, draft: Saved): Promise<boolean> {
  const done = await tx`
    UPDATE report SET words = ${tx.json(draft.words as never)}, tone = ${draft.tone}, level = ${draft.level}, home = COALESCE(${draft.home ? tx.json(draft.home as never) : null}, home), version = version + 1
    WHERE stay_id = ${which.stay} AND kind = ${which.kind} AND ordinal = ${which.ordinal} AND version = ${version}`;
  return done.count === 1;
}

const IssueRow = z.object({
  number: int,
  kind: z.enum(REPORT_KINDS),
  ordinal: int,
  stayId: id<"stay">(),
  approvedBy: text,
  approvedAt: instant,
  contentHash: text,
});
export type Issue = z.output<typeof IssueRow>;
const issues = (db: Db) => db`
  SELECT i.number, r.kind, r.ordinal, r.stay_id, p.name AS approved_by, i.approved_at, i.content_hash
  FROM report_issue i JOIN report r ON r.id = i.report_id JOIN person p ON p.id = i.approved_by`;
/** Approved numbers of these stays, newest first. */
export const listIssues = (db: Db, stays: readonly StayId[]): Promise<Issue[]> =>
  many(IssueRow, db`${issues(db)} WHERE r.stay_id = ANY(${[...stays]}::uuid[]) ORDER BY i.number DESC`);
const BegunRow = z.object({ stayId: id<"stay">(), kind: z.enum(REPORT_KINDS), ordinal: int, version: int });
/** Drafts that somebody has begun. */
export const listBegun = (db: Db, stays: readonly StayId[]) =>
  many(BegunRow, db`SELECT stay_id, kind, ordinal, version FROM report WHERE stay_id = ANY(${[...stays]}::uuid[])`);

const FrozenRow = IssueRow.extend({ reportId: id<"report">(), content: z.unknown() });
export type FrozenIssue = z.output<typeof FrozenRow>;
const frozen = (db: Db) => db`
  SELECT i.number, r.id AS report_id, r.kind, r.ordinal, r.stay_id, p.name AS approved_by, i.approved_at, i.content, i.content_hash
  FROM report_issue i JOIN report r ON r.id = i.report_id JOIN person p ON p.id = i.approved_by`;
export const findIssue = (db: Db, number: number) => maybeOne(FrozenRow, db`${frozen(db)} WHERE i.number = ${number}`);
/** The number of a report that was approved last. */
export const findLastIssue = (db: Db, report: ReportId) =>
  maybeOne(FrozenRow, db`${frozen(db)} WHERE r.id = ${report} ORDER BY i.number DESC LIMIT 1`);

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

const PhotoRow = z.object({
  id: id<"photo">(),
  caption: text,
  width: int,
  height: int,
  of: nullable(z.object({ day: date, skill: nullable(text), side, type: z.enum(MEDIA_TYPES) })),
});
export type Photo = z.output<typeof PhotoRow>;
export const listPhotos = (db: Db, report: ReportId): Promise<Photo[]> =>
  many(
    PhotoRow,
    db`SELECT p.id, p.caption, p.width, p.height,
         CASE WHEN m.id IS NOT NULL THEN json_build_object('day', m.day, 'skill', m.skill, 'side', m.side, 'type', m.type) END AS of
       FROM report_photo p LEFT JOIN media m ON m.id = p.media_id WHERE p.report_id = ${report} AND NOT p.removed ORDER BY p.added_at, p.id`,
  );
interface NewPhoto extends Omit<Photo, "of"> {
  readonly report: ReportId;
  /** Its own bytes, or one of the record's. */
  readonly bytes: Buffer | null;
  readonly media: MediaId | null;
}
export async function insertPhoto(tx: Transaction, photo: NewPhoto, by: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO report_photo (id, report_id, caption, width, height, bytes, media_id, added_at, added_by)
           VALUES (${photo.id}, ${photo.report}, ${photo.caption}, ${photo.width}, ${photo.height}, ${photo.bytes}, ${photo.media}, ${at}, ${by})`;
}
export const removePhotoRow = async (tx: Transaction, report: ReportId, photo: PhotoId): Promise<number> =>
  (await tx`UPDATE report_photo SET removed = true WHERE id = ${photo} AND report_id = ${report} AND NOT removed`).count;
const BytesRow = z.object({ type: z.enum(MEDIA_TYPES), bytes: z.instanceof(Buffer) });
/** Whatever became of it since: what was approved with it keeps it. */
export const findPhotoBytes = (db: Db, photo: PhotoId) =>
  maybeOne(
    BytesRow,
    db`SELECT coalesce(m.type, 'image/jpeg') AS type, coalesce(p.bytes, m.bytes) AS bytes
       FROM report_photo p LEFT JOIN media m ON m.id = p.media_id WHERE p.id = ${photo}`,
  );
