/** What is known of the barn's backups. */
import type { BackupsView } from "#contracts/views.barn.ts";
import { type BackupMade, withoutBackup } from "#core/backup/backup.ts";
import { dateInZone, type LocalDate } from "#core/calendar/local-date.ts";
import { type BackupRecord, listBackups } from "#db/queries/backup.ts";
import type { Barn } from "#db/queries/barn.ts";
import { barnOf } from "../barn/barn-of.ts";
import type { Deps } from "../container.ts";

/** As the rule asks for them: by the day of the barn. */
export const madeOf = (records: readonly BackupRecord[], zone: string): readonly BackupMade[] =>
  records.map(({ at, triedAt, problem }) => ({ day: dateInZone(zone, at.getTime()), tried: triedAt !== null, problem }));
/** Since when there is none to trust; null: all is well. Nobody misses one of the demo. */
export async function backupMissing({ sql }: Pick<Deps, "sql">, barn: Barn, today: LocalDate): Promise<LocalDate | null> {
  if (barn.demo) return null;
  return withoutBackup(madeOf(await listBackups(sql), barn.timeZone), barn.begunOn, today);
}
export async function readBackups(deps: Deps): Promise<BackupsView> {
  const barn = await barnOf(deps);
  const made = await listBackups(deps.sql);
  return {
    demo: barn.demo,
    timeZone: barn.timeZone,
    missing: await backupMissing(deps, barn, deps.clock.today(barn.timeZone)),
    made: made.map(({ at, triedAt, ...more }) => ({ ...more, at: at.toISOString(), tried: triedAt !== null })),
  };
}
