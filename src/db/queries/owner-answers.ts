import { z } from "zod";
import { CheckBack, HandOverFields } from "#contracts/owner.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const AnswerRow = z.object({
  issue: int,
  readAt: nullable(instant),
  question: text,
  askedAt: nullable(instant),
  answer: text,
  answeredAt: nullable(instant),
});
export type ReportAnswer = z.output<typeof AnswerRow>;
export const listAnswers = (db: Db, issues: readonly number[]): Promise<ReportAnswer[]> =>
  many(
    AnswerRow,
    db`SELECT issue, read_at, question, asked_at, answer, answered_at FROM report_answer WHERE issue = ANY(${[...issues]}::int[])`,
  );
/** A second time it stays as it was. */
export const markRead = async (db: Db, issue: number, at: Date): Promise<void> =>
  void (await db`INSERT INTO report_answer (issue, read_at) VALUES (${issue}, ${at})
    ON CONFLICT (issue) DO UPDATE SET read_at = coalesce(report_answer.read_at, excluded.read_at)`);
/** False where another question was asked already; the same once more is no other. */
export async function keepQuestion(db: Db, issue: number, question: string, at: Date): Promise<boolean> {
  const done = await db`
    INSERT INTO report_answer (issue, question, asked_at) VALUES (${issue}, ${question}, ${at})
    ON CONFLICT (issue) DO UPDATE SET question = excluded.question, asked_at = coalesce(report_answer.asked_at, excluded.asked_at)
    WHERE report_answer.question IN ('', excluded.question)`;
  return done.count === 1;
}
/** False where nothing was asked, or it is answered. */
export const keepAnswer = async (tx: Transaction, issue: number, answer: string, by: PersonId, at: Date): Promise<boolean> =>
  (
    await tx`UPDATE report_answer SET answer = ${answer}, answered_at = ${at}, answered_by = ${by} WHERE issue = ${issue} AND question <> '' AND answer = ''`
  ).count === 1;

const OpenRow = z.object({ issue: int, stayId: id<"stay">(), horse: text, client: text, question: text, askedAt: instant });
/** Questions that nobody has answered, the oldest first. */
export const listOpenQuestions = (db: Db) =>
  many(
    OpenRow,
    db`SELECT a.issue, r.stay_id, h.name AS horse, c.name AS client, a.question, a.asked_at FROM report_answer a
       JOIN report_issue i ON i.number = a.issue JOIN report r ON r.id = i.report_id JOIN stay s ON s.id = r.stay_id
       JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id WHERE a.question <> '' AND a.answer = '' ORDER BY a.asked_at`,
  );

const CheckBackRow = z.object({ ...CheckBack.shape, day: date, seenAt: nullable(instant) });
export type CheckBackRecord = z.output<typeof CheckBackRow>;
/** What came back from home, the newest first. */
export const listCheckBacks = (db: Db, stay: StayId): Promise<CheckBackRecord[]> =>
  many(
    CheckBackRow,
    db`SELECT day, days_a_week, goes, problem, skills, words, seen_at FROM check_back WHERE stay_id = ${stay} ORDER BY id DESC`,
  );
export async function insertCheckBack(db: Db, stay: StayId, back: CheckBack, day: LocalDate, at: Date): Promise<void> {
  await db`INSERT INTO check_back (stay_id, at, day, days_a_week, goes, problem, skills, words)
           VALUES (${stay}, ${at}, ${day}, ${back.daysAWeek}, ${back.goes}, ${back.problem}, ${db.json(back.skills as never)}, ${back.words})`;
}
export const seeCheckBacks = async (tx: Transaction, stay: StayId, at: Date): Promise<number> =>
  (await tx`UPDATE check_back SET seen_at = ${at} WHERE stay_id = ${stay} AND seen_at IS NULL`).count;
const UnseenRow = z.object({ stayId: id<"stay">(), horse: text, client: text, goes: CheckBack.shape.goes, day: date });
export const listUnseenCheckBacks = (db: Db) =>
  many(
    UnseenRow,
    db`SELECT b.stay_id, h.name AS horse, c.name AS client, b.goes, b.day FROM check_back b JOIN stay s ON s.id = b.stay_id
       JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id WHERE b.seen_at IS NULL ORDER BY b.id`,
  );

const AtHomeRow = z.object({
  stayId: id<"stay">(),
  horse: text,
  client: text,
  wentHome: date,
  told: z.array(date),
  asked: z.array(date),
});
/** Horses that went home from a day on: when their owners told how it goes, and when they were asked by letter. */
export const listAtHome = (db: Db, from: LocalDate) =>
  many(
    AtHomeRow,
    db`SELECT s.id AS stay_id, h.name AS horse, c.name AS client, s.went_home,
         ARRAY(SELECT b.day FROM check_back b WHERE b.stay_id = s.id ORDER BY b.id) AS told,
         ARRAY(SELECT split_part(m.about, ':', 3)::date FROM message m WHERE m.stay_id = s.id AND m.about LIKE 'letter:%:check-back:%' ORDER BY 1) AS asked
       FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id
       WHERE s.went_home >= ${from} ORDER BY s.went_home, h.name`,
  );

const HandOverRow = z.object({ content: HandOverFields, version: int });
export const findHandOver = (db: Db, stay: StayId) =>
  maybeOne(HandOverRow, db`SELECT content, version FROM hand_over WHERE stay_id = ${stay}`);
/** False where somebody saved since. */
export async function saveHandOverRow(
  tx: Transaction,
  stay: StayId,
  version: number | null,
  content: HandOverFields,
): Promise<boolean> {
  const json = tx.json(content as never);
  const done =
    version === null
      ? await tx`INSERT INTO hand_over (stay_id, content) VALUES (${stay}, ${json}) ON CONFLICT (stay_id) DO NOTHING`
      : await tx`UPDATE hand_over SET content = ${json}, version = version + 1 WHERE stay_id = ${stay} AND version = ${version}`;
  return done.count === 1;
}
