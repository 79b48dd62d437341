/** A session's places, one after the other, and how long its helper is there. */
import type { PersonId, PlaceId } from "../kernel/brand.ts";
import type { Placement } from "./model.ts";

export interface PlacePart {
  readonly place: PlaceId;
  /** Slots from the beginning of the session. */
  readonly from: number;
  readonly length: number;
}
type Placed = Pick<Placement, "place" | "then" | "length">;
export const partsOf = ({ place, then, length }: Placed): readonly PlacePart[] =>
  then
    ? [
        { place, from: 0, length: then.from },
        { place: then.place, from: then.from, length: length - then.from },
      ]
    : [{ place, from: 0, length }];
/** Where it is ridden, and where it ends. */
type Part = { readonly place: string; readonly from: number; readonly length: number };
export const sameParts = (a: readonly Part[], b: readonly Part[]): boolean =>
  a.length === b.length &&
  a.every(({ place, from, length }, i) => b[i]?.place === place && b[i]?.from === from && b[i]?.length === length);

/** Slots from the beginning for which its helper is there; 0: nobody helps. */
export const helperLength = ({ helper, helperSlots, length }: Pick<Placement, "helper" | "helperSlots" | "length">): number =>
  helper === null ? 0 : Math.min(length, helperSlots ?? length);

export interface PartStretch {
  readonly start: number;
  readonly length: number;
}
/** When somebody is at it, riding or helping; null: not at all. */
export function stretchOf(placement: Placement, who: PersonId): PartStretch | null {
  const { start, length, rider, helper } = placement;
  if (rider === who) return { start, length };
  return helper === who ? { start, length: helperLength(placement) } : null;
}
export const partsOverlap = (a: PartStretch, b: PartStretch): boolean =>
  a.start < b.start + b.length && b.start < a.start + a.length;
