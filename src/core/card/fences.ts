/** What is stepped or jumped over. A file of its own: the card asks of a record what it was without loading the rest. */
export const FENCES = [
  "walk-poles",
  "trot-poles",
  "canter-poles",
  "placing-pole",
  "cross-pole",
  "upright",
  "spread",
  "bank",
  "ditch",
  "water",
] as const;
export type Fence = (typeof FENCES)[number];
/** Poles on the ground: no height, and nothing to clear. */
const POLES: readonly Fence[] = ["walk-poles", "trot-poles", "canter-poles", "placing-pole"];
export const isPole = (fence: Fence): boolean => POLES.includes(fence);
