/**
 * Distances of poles and fences for a horse and a pony, in feet, each as a range: what the stride at the horse's height asks for (customary distances;
 * judgement in between). A person's step is taken as three feet.
 */
export const LAYOUTS = ["walk", "trot", "canter", "placing", "in-and-out", "one-stride", "two-strides"] as const;
export type LayoutName = (typeof LAYOUTS)[number];
export type Feet = readonly [low: number, high: number];

/** Null: no customary distance is told for it. */
const DISTANCES: Readonly<Record<LayoutName, { readonly horse: Feet; readonly pony: Feet | null }>> = {
  walk: { horse: [2.75, 2.75], pony: [2.25, 2.25] },
  trot: { horse: [4.25, 4.75], pony: [3.25, 4] },
  canter: { horse: [9, 12], pony: [7, 10] },
  placing: { horse: [9, 9], pony: null },
  "in-and-out": { horse: [10, 12], pony: [8, 10] },
  "one-stride": { horse: [18, 24], pony: null },
  "two-strides": { horse: [30, 36], pony: null },
};
/** Between two poles, or two fences. */
export const distanceOf = (layout: LayoutName, size: "horse" | "pony"): Feet | null => DISTANCES[layout][size];

export const FEET_A_STEP = 3;
export const METRES_A_FOOT = 0.3048;

/** A row of poles at the middle of the range: where each lies, in feet from the first. `count` from 2 to 12. */
export function rowOf(layout: LayoutName, size: "horse" | "pony", count: number): readonly number[] | null {
  const distance = distanceOf(layout, size);
  if (!distance) return null;
  if (!Number.isInteger(count) || count < 2 || count > 12) throw new RangeError("2 to 12 poles");
  const gap = (distance[0] + distance[1]) / 2;
  return Array.from({ length: count }, (_, i) => i * gap);
}
