/** Who is at what on a sheet at one moment, what comes next, and who is free. */
import type { PersonId } from "../kernel/brand.ts";
import type { DayPerson } from "./model.ts";
import { helperLength } from "./parts.ts";

export interface OnSheet {
  readonly helperSlots?: number | null;
  readonly rider: PersonId;
  readonly helper: PersonId | null;
  readonly start: number;
  readonly length: number;
}
export interface PersonNow<T> {
  readonly person: PersonId;
  /** Ridden or helped with. */
  readonly now: T | null;
  readonly next: T | null;
  /** Working hours, and nothing to do: until this slot, where it begins something or goes; null: busy, or not here. */
  readonly freeUntil: number | null;
}

/** `slot`: may lie within a slot. Everybody who is on the sheet or in the house, in the order given. */
export function standingNow<T extends OnSheet>(
  people: readonly Pick<DayPerson, "id" | "works">[],
  cards: readonly T[],
  slot: number,
): readonly PersonNow<T>[] {
  return people.map(({ id, works }) => {
    const mine = cards.filter(({ rider, helper }) => rider === id || helper === id).sort((a, b) => a.start - b.start);
    const lasts = (one: T): number => (one.rider === id ? one.length : helperLength(one));
    const now = mine.find((one) => one.start <= slot && slot < one.start + lasts(one)) ?? null;
    const next = mine.find(({ start }) => start > slot) ?? null;
    const shift = works.find(([from, to]) => from <= slot && slot < to);
    return { person: id, now, next, freeUntil: now || !shift ? null : Math.min(shift[1], next?.start ?? shift[1]) };
  });
}
