/** When a backup is due, and when the barn has to be told that it has none to trust. */
import { addDays, type LocalDate } from "../calendar/local-date.ts";

/** A backup of the barn. `tried`: it was read back and held the same. */
export interface BackupMade {
  readonly day: LocalDate;
  readonly tried: boolean;
  readonly problem: string;
}
/** One a day. `made`: the newest first. One that failed is tried again by whoever asks next. */
export const backupDue = (made: readonly BackupMade[], today: LocalDate): boolean =>
  !made.some(({ day, problem }) => day === today && problem === "");

/** Days without a backup that can be trusted, after which the manager is told. The house's judgement. */
const DAYS_WITHOUT = 2;
/**
 * Since when there is none that was read back; null: all is well. `begun`: the day of the barn's first start, before which nothing could be kept; null where that
 * is not known.
 */
export function withoutBackup(made: readonly BackupMade[], begun: LocalDate | null, today: LocalDate): LocalDate | null {
  const good = made.filter(({ tried, problem }) => tried && problem === "").map(({ day }) => day);
  const last = [...good, ...(begun ? [begun] : [])].sort().at(-1);
  return last !== undefined && addDays(last, DAYS_WITHOUT) <= today ? last : null;
}
