/** What was read of the database and is kept in memory under the stamp that it carried: true for as long as the stamp is found again. */
import { z } from "zod";
import type { StayId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { Db } from "./client.ts";
import { id, nullable, text } from "./rows.ts";
import { many } from "./run.ts";

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

/** Which of a stay's stamps: of its record, or of its plan with goals and forecasts. */
type Of = "stamp" | "planned";
const MarkRow = z.object({ id: id<"stay">(), stamp: nullable(text) });
export type Mark = z.output<typeof MarkRow>;

/** Stamps of these stays, in the order asked for; null: it has none, and nothing of it is kept. */
export const marksOf = (db: Db, stays: readonly StayId[], of: Of = "stamp"): Promise<Mark[]> =>
  stays.length === 0
    ? Promise.resolve([])
    : many(
        MarkRow,
        db`SELECT s.id, t.${db(of)} AS stamp FROM unnest(${[...stays]}::uuid[]) WITH ORDINALITY s(id, place) LEFT JOIN stay_stamp t ON t.stay_id = s.id ORDER BY s.place`,
      );
/** Stamps of the stays that have not gone home, in the order of their first day. */
export const marksInWork = (db: Db): Promise<Mark[]> =>
  many(
    MarkRow,
    db`SELECT s.id, t.stamp FROM stay s JOIN horse h ON h.id = s.horse_id LEFT JOIN stay_stamp t ON t.stay_id = s.id
       WHERE s.went_home IS NULL ORDER BY s.first_day, h.name`,
  );

const MOST_STAYS = 400;
/**
 * A reader of rows of stays that asks the database only for those stays whose stamp has moved on. Stamps are looked at first and rows read after: what is kept under a stamp
 * may be newer than it, which the next stamp mends, and is never older. What a transaction wrote is kept under stamps of its own, which nobody finds if it is rolled back.
 */
export function keptByStay<T>(
  stayOf: (one: T) => StayId,
  read: (db: Db, stays: readonly StayId[]) => Promise<readonly T[]>,
): (db: Db, marks: readonly Mark[]) => Promise<readonly T[]> {
  const kept = new Map<StayId, { readonly stamp: string; readonly rows: readonly T[] }>();
  return async (db, marks) => {
    const found = new Map<StayId, readonly T[]>();
    for (const { id: stay, stamp } of marks) {
      const known = kept.get(stay);
      if (known && known.stamp === stamp) found.set(stay, known.rows);
    }
    const stale = marks.filter((mark) => !found.has(mark.id));
    if (stale.length > 0) {
      const rows = groupBy(
        await read(
          db,
          stale.map((mark) => mark.id),
        ),
        stayOf,
      );
      for (const { id: stay, stamp } of stale) {
        const mine = deepFreeze(rows.get(stay) ?? []);
        found.set(stay, mine);
        if (stamp !== null) keep(kept, stay, { stamp, rows: mine }, MOST_STAYS);
      }
    }
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
