/** What was read of the database and is kept in memory under the stamp that it carried: true for as long as the stamp is found again. */
import { createHash } from "node:crypto";
import type { StayId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { Db } from "./client.ts";
import { type Mark, marksOf, type Of, type StampedTable, stampOfTables } from "./stamps.ts";

/** Puts it among the kept; where that are too many, the one that was put there first goes. */
export function keep<K, V>(kept: Map<K, V>, key: K, value: V, most: number): void {
  kept.delete(key);
  kept.set(key, value);
  const [oldest] = kept.keys();
  if (kept.size > most && oldest !== undefined) kept.delete(oldest);
}

/** What many askers share, nobody may change. */
export function deepFreeze<T>(value: T): T {
  if (typeof value !== "object" || value === null || Object.isFrozen(value) || ArrayBuffer.isView(value)) return value;
  Object.freeze(value);
  for (const part of Object.values(value)) deepFreeze(part);
  return value;
}

const MOST_STAYS = 400;
/**
 * A reader of rows of stays that asks the database only for those stays whose stamp has moved on. Stamps are looked at first and rows read after: what is kept under a stamp
 * may be newer than it, which the next stamp mends, and is never older. What a transaction wrote is kept under stamps of its own, which nobody finds if it is rolled back.
 */
export function keptByStay<T>(
  stayOf: (one: T) => StayId,
  read: (db: Db, stays: readonly StayId[]) => Promise<readonly T[]>,
): (db: Db, marks: readonly Mark[]) => Promise<readonly T[]> {
  const kept = new Map<StayId, { readonly stamp: string; readonly says: string; readonly rows: readonly T[] }>();
  /** What is being read: whoever asks meanwhile for the same waits for it. */
  const coming = new Map<StayId, { readonly db: Db; readonly stamp: string | null; readonly rows: Promise<readonly T[]> }>();
  function readNow(db: Db, stale: readonly Mark[]): void {
    const rows = read(
      db,
      stale.map((mark) => mark.id),
    ).then((found) => groupBy(found, stayOf));
    for (const { id: stay, stamp } of stale) {
      const mine = rows.then((found) => {
        const [now, before] = [found.get(stay) ?? [], kept.get(stay)];
        const says = createHash("sha256").update(JSON.stringify(now)).digest("base64url");
        // A stamp says that something of the stay was written. Where these rows say what they said, they are the same objects still, with all that was worked out of them.
        const mine = before?.says === says ? before.rows : deepFreeze(now);
        if (stamp !== null) keep(kept, stay, { stamp, says, rows: mine }, MOST_STAYS);
        return mine;
      });
      const asked = { db, stamp, rows: mine };
      coming.set(stay, asked);
      const done = (): void => {
        if (coming.get(stay) === asked) coming.delete(stay);
      };
      mine.then(done, done);
    }
  }
  return async (db, marks) => {
    const found = new Map<StayId, readonly T[]>();
    for (const { id: stay, stamp } of marks) {
      const known = kept.get(stay);
      if (known && known.stamp === stamp) found.set(stay, known.rows);
    }
    const stale = marks.filter((mark) => !found.has(mark.id));
    const isComing = ({ id: stay, stamp }: Mark): boolean => {
      const asked = coming.get(stay);
      return asked !== undefined && asked.db === db && stamp !== null && asked.stamp === stamp;
    };
    const unasked = stale.filter((mark) => !isComing(mark));
    if (unasked.length > 0) readNow(db, unasked);
    const waits = stale.map(({ id: stay }) => ({ stay, rows: coming.get(stay)?.rows }));
    for (const { stay, rows } of waits) found.set(stay, (await rows) ?? []);
    return marks.flatMap((mark) => found.get(mark.id) ?? []);
  };
}
/** The same for whoever knows the stays by their number. */
export function keptOfStays<T>(
  stayOf: (one: T) => StayId,
  read: (db: Db, stays: readonly StayId[]) => Promise<readonly T[]>,
  of: Of = "stamp",
): (db: Db, stays: readonly StayId[]) => Promise<readonly T[]> {
  const rows = keptByStay(stayOf, read);
  return async (db, stays) => rows(db, await marksOf(db, stays, of));
}
/** The same for rows of one stay that do not name it: the very same list for as long as nothing of the stay has changed. */
export function keptOfStay<T>(
  read: (db: Db, stay: StayId) => Promise<readonly T[]>,
): (db: Db, stay: StayId) => Promise<readonly T[]> {
  const lists = keptOfStays(
    ({ stay }: { readonly stay: StayId; readonly rows: readonly T[] }) => stay,
    (db, stays) => Promise.all(stays.map(async (stay) => ({ stay, rows: await read(db, stay) }))),
  );
  return async (db, stay) => (await lists(db, [stay]))[0]?.rows ?? [];
}

const MOST_ANSWERS = 40;
/** A reader of these tables that asks the database only where something was written in one of them since, or the same was not asked yet. */
export function keptOfTables<A extends readonly unknown[], T>(
  tables: readonly StampedTable[],
  read: (db: Db, ...asked: A) => Promise<T>,
): (db: Db, ...asked: A) => Promise<T> {
  const kept = new Map<string, T>();
  return async (db, ...asked) => {
    const stamp = await stampOfTables(db, tables);
    const key = `${stamp} ${JSON.stringify(asked)}`;
    const known = kept.get(key);
    if (known !== undefined) return known;
    const answer = deepFreeze(await read(db, ...asked));
    if (stamp !== null) keep(kept, key, answer, MOST_ANSWERS);
    return answer;
  };
}
