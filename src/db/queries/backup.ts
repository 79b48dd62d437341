/** What was written down of backups. The files themselves lie beside the database, or wherever they were meant to go. */
import { z } from "zod";
import type { BackupId } from "#core/kernel/brand.ts";
import type { Db } from "../client.ts";
import { id, instant, int, nullable, text } from "../rows.ts";
import { many } from "../run.ts";

const BackupRow = z.object({
  id: id<"backup">(),
  at: instant,
  file: text,
  bytes: int,
  triedAt: nullable(instant),
  problem: text,
});
export type BackupRecord = z.output<typeof BackupRow>;

/** So many are kept in mind. */
const KEPT = 60;
/** The newest first. */
export const listBackups = (db: Db, limit: number = KEPT): Promise<BackupRecord[]> =>
  many(BackupRow, db`SELECT id, at, file, bytes, tried_at, problem FROM backup ORDER BY at DESC LIMIT ${limit}`);

export async function insertBackup(
  db: Db,
  backup: { id: BackupId; at: Date; file: string; bytes: number; triedAt: Date | null; problem: string },
): Promise<void> {
  await db`INSERT INTO backup ${db(backup)}`;
  await db`DELETE FROM backup WHERE id NOT IN (SELECT id FROM backup ORDER BY at DESC LIMIT ${KEPT})`;
}
