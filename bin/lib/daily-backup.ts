/** One backup a day while the barn runs, read back at once, and written down where the manager sees it. */
import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { backupDue } from "#core/backup/backup.ts";
import { dateInZone } from "#core/calendar/local-date.ts";
import type { BackupId } from "#core/kernel/brand.ts";
import { insertBackup, listBackups } from "#db/queries/backup.ts";
import { findBarn, markWritten } from "#db/queries/barn.ts";
import { madeOf } from "#server/backup/read-backups.ts";
import { backupName, keepNewest, makeBackup, sizeOf, tryBackup } from "./backup.ts";
import { withDatabase } from "./prepare.ts";

export interface Keeping {
  readonly url: string;
  readonly folder: string;
  /** Names the files: several barns may share a folder. */
  readonly name: string;
  /** So many are kept. */
  readonly count: number;
}

const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error)).slice(0, 500);

/** Makes one, reads it back, writes down what came of it; tells the file, or throws what went wrong once that is written down. */
export async function backUp(
  { url, folder, name, count }: Keeping,
  file = join(folder, backupName(name, new Date())),
): Promise<string> {
  const at = new Date();
  let [bytes, triedAt, problem]: [number, Date | null, string] = [0, null, ""];
  try {
    await makeBackup(url, file, at);
    bytes = sizeOf(file);
    await tryBackup(url, file);
    triedAt = new Date();
    keepNewest(folder, name, count);
  } catch (error) {
    problem = wordsOf(error);
  }
  await withDatabase(url, (sql) =>
    sql.begin(async (tx) => {
      // A barn of an older version has no place for it yet; the file is as good.
      const [list] = await tx`SELECT to_regclass('public.backup') IS NOT NULL AS there`;
      if (!list?.["there"]) return;
      await insertBackup(tx, { id: randomUUID() as BackupId, at, file, bytes, triedAt, problem });
      // Pages that show it are not those of before.
      await markWritten(tx);
    }),
  );
  if (problem !== "") throw new Error(problem);
  return file;
}

/** Whether today's is still to be made; false while there is no barn. */
export const isDue = (url: string): Promise<boolean> =>
  withDatabase(url, async (sql) => {
    const barn = await findBarn(sql);
    if (!barn) return false;
    return backupDue(madeOf(await listBackups(sql), barn.timeZone), dateInZone(barn.timeZone, Date.now()));
  });

const LOOK_EVERY = 10 * 60_000;
/** The first start of a day is not slowed down by it. */
const FIRST_AFTER = 60_000;
/** Looks every ten minutes, and makes what is due; what goes wrong is written down and tried again. Returns how to end it. */
export function keepBackedUp(keeping: Keeping, say: (words: string) => void): () => void {
  let busy = false;
  const look = async (): Promise<void> => {
    if (busy) return;
    busy = true;
    try {
      if (await isDue(keeping.url)) say(`Kept today's backup, read back and the same: ${await backUp(keeping)}`);
    } catch (error) {
      say(`No backup: ${wordsOf(error)}`);
    } finally {
      busy = false;
    }
  };
  const first = setTimeout(() => void look(), FIRST_AFTER);
  const timer = setInterval(() => void look(), LOOK_EVERY);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
