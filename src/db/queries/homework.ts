/** What an owner does while the horse is in training: the routine and what came back of it; visits and lessons. */
import { z } from "zod";
import { HomeworkStep, VisitFields } from "#contracts/owner.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { HomeworkId, PersonId, StayId, VisitId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, instant, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const HomeworkRow = z.object({
  id: id<"homework">(),
  madeOn: date,
  by: text,
  daysAWeek: int,
  steps: z.array(HomeworkStep),
  words: text,
});
export type Homework = z.output<typeof HomeworkRow>;
/** The newest routine of a stay, which may be empty; null: there never was one. */
export const findHomework = (db: Db, stay: StayId) =>
  maybeOne(
    HomeworkRow,
    db`SELECT w.id, w.made_on, p.name AS by, w.days_a_week, w.steps, w.words FROM homework w JOIN person p ON p.id = w.made_by
       WHERE w.stay_id = ${stay} ORDER BY w.made_at DESC, w.id DESC LIMIT 1`,
  );
export async function insertHomework(
  tx: Transaction,
  stay: StayId,
  w: Omit<Homework, "by">,
  by: PersonId,
  at: Date,
): Promise<void> {
  await tx`INSERT INTO homework (id, stay_id, made_on, made_at, made_by, days_a_week, steps, words)
           VALUES (${w.id}, ${stay}, ${w.madeOn}, ${at}, ${by}, ${w.daysAWeek}, ${tx.json(w.steps as never)}, ${w.words})`;
}

const DoneRow = z.object({ day: date, done: z.array(z.string()), words: text, steps: int, seenAt: nullable(instant) });
export type HomeworkDone = z.output<typeof DoneRow>;
/** What came back of all routines of a stay, the newest day first. */
export const listHomeworkDone = (db: Db, stay: StayId): Promise<HomeworkDone[]> =>
  many(
    DoneRow,
    db`SELECT d.day, d.done, d.words, jsonb_array_length(w.steps) AS steps, d.seen_at FROM homework_done d
       JOIN homework w ON w.id = d.homework_id WHERE w.stay_id = ${stay} ORDER BY d.day DESC, d.told_at DESC`,
  );
/** Told again for the same day, the last telling counts; the same once more is as seen as it was. */
export async function keepHomeworkDone(
  tx: Transaction,
  homework: HomeworkId,
  told: { readonly day: LocalDate; readonly done: readonly string[]; readonly words: string },
  at: Date,
): Promise<void> {
  const done = tx.json(told.done as never);
  await tx`INSERT INTO homework_done (homework_id, day, done, words, told_at) VALUES (${homework}, ${told.day}, ${done}, ${told.words}, ${at})
    ON CONFLICT (homework_id, day) DO UPDATE SET done = excluded.done, words = excluded.words, told_at = excluded.told_at, seen_at = NULL
    WHERE (homework_done.done, homework_done.words) IS DISTINCT FROM (excluded.done, excluded.words)`;
}
export const seeHomeworkDone = async (tx: Transaction, stay: StayId, at: Date): Promise<number> =>
  (
    await tx`UPDATE homework_done SET seen_at = ${at}
      WHERE seen_at IS NULL AND homework_id IN (SELECT id FROM homework WHERE stay_id = ${stay})`
  ).count;
const UnseenRow = z.object({ stayId: id<"stay">(), horse: text, client: text, words: text, day: date });
/** What owners wrote beside their ticks and nobody has seen. */
export const listUnseenHomework = (db: Db) =>
  many(
    UnseenRow,
    db`SELECT w.stay_id, h.name AS horse, c.name AS client, d.words, d.day FROM homework_done d JOIN homework w ON w.id = d.homework_id
       JOIN stay s ON s.id = w.stay_id JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id
       WHERE d.seen_at IS NULL AND d.words <> '' ORDER BY d.told_at`,
  );

const VisitRow = z.object({ id: id<"visit">(), content: VisitFields, version: int });
export type Visit = z.output<typeof VisitRow>;
export const listVisits = (db: Db, stay: StayId): Promise<Visit[]> =>
  many(
    VisitRow,
    db`SELECT id, content, version FROM owner_visit WHERE stay_id = ${stay} ORDER BY content ->> 'day', (content ->> 'minute')::int NULLS FIRST, id`,
  );
export const findVisit = (db: Db, stay: StayId, visit: VisitId) =>
  maybeOne(VisitRow, db`SELECT id, content, version FROM owner_visit WHERE stay_id = ${stay} AND id = ${visit}`);
export async function insertVisit(tx: Transaction, stay: StayId, visit: VisitId, content: VisitFields): Promise<void> {
  await tx`INSERT INTO owner_visit (id, stay_id, content) VALUES (${visit}, ${stay}, ${tx.json(content as never)})`;
}
export const updateVisit = async (tx: Transaction, stay: StayId, { id: visit, version, content }: Visit): Promise<boolean> =>
  (
    await tx`UPDATE owner_visit SET content = ${tx.json(content as never)}, version = version + 1
      WHERE id = ${visit} AND stay_id = ${stay} AND version = ${version}`
  ).count === 1;
