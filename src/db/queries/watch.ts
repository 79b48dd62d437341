import { z } from "zod/mini";
import type { AnswerNeed } from "#contracts/watch.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, text } from "../rows.ts";
import { many } from "../run.ts";

const AnswerRow = z.object({ stayId: id<"stay">(), code: text, about: text, until: date, reason: text, by: text });
export type AnswerRecord = z.output<typeof AnswerRow>;
/** What was answered to needs of these stays, the newest first. */
export const listNeedAnswers = (db: Db, stays: readonly StayId[]): Promise<AnswerRecord[]> =>
  many(
    AnswerRow,
    db`SELECT a.stay_id, a.code, a.about, a.until, a.reason, p.name AS by FROM need_answer a JOIN person p ON p.id = a.by_person
       WHERE a.stay_id = ANY(${[...stays]}::uuid[]) ORDER BY a.id DESC`,
  );
export async function insertNeedAnswer(tx: Transaction, a: AnswerNeed, by: PersonId, at: Date): Promise<void> {
  await tx`INSERT INTO need_answer (stay_id, code, about, until, reason, at, by_person)
           VALUES (${a.stay}, ${a.code}, ${a.about}, ${a.until}, ${a.reason}, ${at}, ${by})`;
}

const SuddenRow = z.object({ stayId: id<"stay">(), day: date });
/** Stays that are here with a sudden change seen in a session since a day, each with the last day of it. */
export const listSudden = (db: Db, since: string) =>
  many(
    SuddenRow,
    db`SELECT k.stay_id, max(k.day) AS day FROM card k JOIN stay s ON s.id = k.stay_id AND s.went_home IS NULL
       JOIN card_sign g ON g.card_id = k.id AND g.revision = k.revision AND g.sign = 'sudden-change' WHERE k.day >= ${since} GROUP BY k.stay_id`,
  );
