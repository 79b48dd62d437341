/** What was read of the database and is kept in memory under the stamp that it carried: true for as long as the stamp is found again. */
import { z } from "zod/mini";
import type { StayId } from "#core/kernel/brand.ts";
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

/** The stamp that the row of a stay was read under; null: it has none, and is not kept. */
export interface Stamped {
  readonly stamp: string | null;
}
export const stamp = nullable(text);
export const StampRow = z.object({ id: id<"stay">(), stamp });

const MOST_STAYS = 400;
/** A reader of something of stays that reads only those again whose stamp has moved on. `read` gives each with the stamp of the same moment. */
export function keptOfStays<T extends Stamped>(
  stayOf: (one: T) => StayId,
  read: (db: Db, stays: readonly StayId[]) => Promise<readonly T[]>,
): (db: Db, stamps: readonly z.output<typeof StampRow>[]) => Promise<T[]> {
  const kept = new Map<StayId, T>();
  return async (db, stamps) => {
    const stale = stamps.filter((one) => one.stamp === null || kept.get(one.id)?.stamp !== one.stamp).map((one) => one.id);
    const fresh = new Map<StayId, T>();
    if (stale.length > 0)
      for (const one of await read(db, stale)) {
        fresh.set(stayOf(one), deepFreeze(one));
        if (one.stamp !== null) keep(kept, stayOf(one), one, MOST_STAYS);
      }
    return stamps.flatMap((one) => fresh.get(one.id) ?? (stale.includes(one.id) ? [] : (kept.get(one.id) ?? [])));
  };
}

/** Stamps of these stays, in the order asked for. */
export async function stampsOf(db: Db, stays: readonly StayId[]): Promise<z.output<typeof StampRow>[]> {
  if (stays.length === 0) return [];
  return many(
    StampRow,
    db`SELECT s.id, t.stamp FROM unnest(${[...stays]}::uuid[]) WITH ORDINALITY s(id, place) LEFT JOIN stay_stamp t ON t.stay_id = s.id ORDER BY s.place`,
  );
}
