import { z } from "zod";
import { FILE_TYPES, type FileType, LOOKERS, Restrictions } from "#contracts/check.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { CHECK_STATES, type Restriction } from "#core/check/check.ts";
import {
  CHECK_RESULTS,
  type CheckResult,
  TRIAL_RESULTS,
  TRIALS,
  type Trial,
  type TrialResult,
} from "#core/intake/cause-rules.ts";
import { CAUSE_IDS, type CauseId } from "#core/intake/causes.ts";
import { type HeldWork, HOLDS } from "#core/intake/findings.ts";
import type { CheckId, FileId, PersonId, StayId, TrialId } from "#core/kernel/brand.ts";
import type { Db, Transaction } from "../client.ts";
import { date, id, int, nullable, text } from "../rows.ts";
import { many, maybeOne } from "../run.ts";

const CheckRow = z.object({
  id: id<"check">(),
  stayId: id<"stay">(),
  horse: text,
  cause: nullable(z.enum(CAUSE_IDS)),
  who: z.enum(LOOKERS),
  asked: text,
  orderedOn: date,
  orderedBy: text,
  due: date,
  holds: z.enum(HOLDS),
  skills: z.array(text),
  state: z.enum(CHECK_STATES),
  bookedFor: nullable(date),
  bookedWith: text,
  doneOn: nullable(date),
  result: nullable(z.enum(CHECK_RESULTS)),
  answer: text,
  releasedOn: nullable(date),
  releasedBy: nullable(text),
  restrictions: Restrictions,
  version: int,
  files: z.array(z.object({ id: id<"file">(), name: text, type: z.enum(FILE_TYPES), bytes: int })),
});
export type CheckRecord = z.output<typeof CheckRow>;

const select = (db: Db) => db`
  SELECT c.id, c.stay_id, h.name AS horse, c.cause, c.who, c.asked, c.ordered_on, p.name AS ordered_by, c.due, c.holds, c.skills, c.state,
    c.booked_for, c.booked_with, c.done_on, c.result, c.answer, c.released_on, r.name AS released_by, c.restrictions, c.version, files.list AS files
  FROM check_up c JOIN stay s ON s.id = c.stay_id JOIN horse h ON h.id = s.horse_id JOIN person p ON p.id = c.ordered_by LEFT JOIN person r ON r.id = c.released_by
  CROSS JOIN LATERAL (SELECT coalesce(json_agg(json_build_object('id', id, 'name', name, 'type', type, 'bytes', octet_length(content)) ORDER BY added_at, id), '[]') AS list
    FROM check_file WHERE check_id = c.id) files`;

export const findCheck = (db: Db, check: CheckId): Promise<CheckRecord | null> =>
  maybeOne(CheckRow, db`${select(db)} WHERE c.id = ${check}`);
export const listChecksOf = (db: Db, stay: StayId): Promise<CheckRecord[]> =>
  many(CheckRow, db`${select(db)} WHERE c.stay_id = ${stay} ORDER BY c.due, c.ordered_on, c.id`);
/** Open ones of horses in the barn, earliest due first, and those that ended since a day. */
export const listChecks = (db: Db, endedSince: LocalDate): Promise<CheckRecord[]> =>
  many(
    CheckRow,
    db`${select(db)} WHERE (c.state IN ('ordered', 'booked') AND s.went_home IS NULL) OR (c.state = 'done' AND c.done_on >= ${endedSince})
       ORDER BY coalesce(c.booked_for, c.due), c.ordered_on, c.id`,
  );
/** Locks the check for the rest of the transaction. */
export async function lockCheck(tx: Transaction, check: CheckId): Promise<CheckRecord | null> {
  await tx`SELECT id FROM check_up WHERE id = ${check} FOR UPDATE`;
  return findCheck(tx, check);
}

export async function insertCheck(
  tx: Transaction,
  c: {
    id: CheckId;
    stay: StayId;
    cause: CauseId | null;
    who: CheckRecord["who"];
    asked: string;
    orderedOn: LocalDate;
    by: PersonId;
    due: LocalDate;
    holds: HeldWork;
    skills: readonly string[];
  },
): Promise<boolean> {
  const done = await tx`
    INSERT INTO check_up (id, stay_id, cause, who, asked, ordered_on, ordered_by, due, holds, skills, state)
    VALUES (${c.id}, ${c.stay}, ${c.cause}, ${c.who}, ${c.asked}, ${c.orderedOn}, ${c.by}, ${c.due}, ${c.holds}, ${[...c.skills]}, 'ordered')
    ON CONFLICT (stay_id, cause) WHERE state IN ('ordered', 'booked') DO NOTHING`;
  return done.count === 1;
}

type Changes = Partial<
  Pick<CheckRecord, "asked" | "due" | "holds" | "skills" | "state" | "bookedFor" | "bookedWith" | "doneOn" | "answer">
> & {
  result?: CheckResult;
  restrictions?: readonly Restriction[];
  /** Null: what it held is held again. */
  released?: { readonly on: LocalDate; readonly by: PersonId } | null;
};
export async function updateCheck(tx: Transaction, check: CheckId, changes: Changes): Promise<void> {
  const { restrictions, released, ...plain } = changes;
  const columns = {
    ...plain,
    ...(restrictions ? { restrictions: tx.json(restrictions as never) } : {}),
    ...(released === undefined ? {} : { releasedOn: released?.on ?? null, releasedBy: released?.by ?? null }),
  };
  await tx`UPDATE check_up SET ${tx(columns as never)}, version = version + 1 WHERE id = ${check}`;
}

export async function insertFile(
  tx: Transaction,
  f: { id: FileId; check: CheckId; name: string; type: FileType; content: Buffer; at: Date; by: PersonId },
): Promise<void> {
  await tx`INSERT INTO check_file (id, check_id, name, type, content, added_at, added_by)
           VALUES (${f.id}, ${f.check}, ${f.name}, ${f.type}, ${f.content}, ${f.at}, ${f.by})`;
}
export const findFile = (db: Db, file: FileId) =>
  maybeOne(
    z.object({ checkId: id<"check">(), name: text, type: z.enum(FILE_TYPES), content: z.instanceof(Buffer) }),
    db`SELECT check_id, name, type, content FROM check_file WHERE id = ${file}`,
  );
export async function deleteFile(tx: Transaction, file: FileId): Promise<void> {
  await tx`DELETE FROM check_file WHERE id = ${file}`;
}

const TrialRow = z.object({
  id: id<"trial">(),
  stayId: id<"stay">(),
  change: z.enum(TRIALS),
  fromDay: date,
  result: nullable(z.enum(TRIAL_RESULTS)),
  endedOn: nullable(date),
  words: text,
});
export type TrialRecord = z.output<typeof TrialRow>;
export const listTrials = (db: Db, stay: StayId): Promise<TrialRecord[]> =>
  many(
    TrialRow,
    db`SELECT id, stay_id, change, from_day, result, ended_on, words FROM trial WHERE stay_id = ${stay} ORDER BY from_day, id`,
  );
export async function lockTrial(tx: Transaction, trial: TrialId): Promise<TrialRecord | null> {
  return maybeOne(
    TrialRow,
    tx`SELECT id, stay_id, change, from_day, result, ended_on, words FROM trial WHERE id = ${trial} FOR UPDATE`,
  );
}
export async function insertTrial(
  tx: Transaction,
  t: { id: TrialId; stay: StayId; change: Trial; fromDay: LocalDate; words: string },
): Promise<void> {
  await tx`INSERT INTO trial (id, stay_id, change, from_day, words) VALUES (${t.id}, ${t.stay}, ${t.change}, ${t.fromDay}, ${t.words})`;
}
export async function endTrial(
  tx: Transaction,
  trial: TrialId,
  ended: { on: LocalDate; result: TrialResult; words: string },
): Promise<void> {
  await tx`UPDATE trial SET result = ${ended.result}, ended_on = ${ended.on}, words = ${ended.words} WHERE id = ${trial}`;
}
