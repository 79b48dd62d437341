import { z } from "zod";
import type { AnswerNeed } from "#contracts/watch.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { KINDS } from "#core/horse/horse.ts";
import { CHECK_RESULTS } from "#core/intake/cause-rules.ts";
import { CAUSE_IDS } from "#core/intake/causes.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { bool, date, id, int, text } from "../rows.ts";
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
       JOIN card_revision v ON v.card_id = k.id AND v.revision = k.revision
       WHERE k.day >= ${since} AND ('sudden-change' = ANY (v.red_signs)
         OR EXISTS (SELECT FROM card_sign g WHERE g.card_id = k.id AND g.revision = k.revision AND g.sign = 'sudden-change'))
       GROUP BY k.stay_id`,
  );

const RiddenRow = z.object({ riderId: id<"person">(), sessions: int, minutes: int, rides: int });
/** What each rider worked between two days, both included. */
export const listRidden = (db: Db, from: LocalDate, to: LocalDate) =>
  many(
    RiddenRow,
    db`SELECT k.rider_id, count(*)::int AS sessions, sum(v.ground_minutes + v.saddle_minutes)::int AS minutes, count(*) FILTER (WHERE v.saddle_minutes > 0)::int AS rides
       FROM card k JOIN card_revision v ON v.card_id = k.id AND v.revision = k.revision WHERE k.day BETWEEN ${from} AND ${to} GROUP BY k.rider_id`,
  );

const ClosedRow = z.object({
  stay: id<"stay">(),
  horse: text,
  kind: z.enum(KINDS),
  wentHome: date,
  must: bool,
  met: bool,
  holds: bool,
});
/** Every goal of the stays that went home last, as their last forecast had it. */
export const listClosedGoals = (db: Db) =>
  many(
    ClosedRow,
    db`SELECT s.id AS stay, h.name AS horse, s.kind, s.went_home, g.must, g.met, coalesce(g.holds, false) AS holds
       FROM (SELECT * FROM stay WHERE went_home IS NOT NULL ORDER BY went_home DESC LIMIT 200) s JOIN horse h ON h.id = s.horse_id
       JOIN LATERAL (SELECT goals FROM forecast WHERE stay_id = s.id ORDER BY day DESC LIMIT 1) f ON true
       CROSS JOIN LATERAL jsonb_to_recordset(f.goals) AS g(must boolean, met boolean, holds boolean)`,
  );
const ConfirmedRow = z.object({ cause: z.enum(CAUSE_IDS), result: z.enum(CHECK_RESULTS), checks: int });
/** What checks said of the causes that they were asked about, over all stays. */
export const listConfirmed = (db: Db) =>
  many(
    ConfirmedRow,
    db`SELECT cause, result, count(*)::int AS checks FROM check_up WHERE state = 'done' AND cause IS NOT NULL GROUP BY cause, result ORDER BY cause, result`,
  );
