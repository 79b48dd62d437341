/** Scores that a trainer goes by. */
/** Does it with help: it counts as shown. */
export const USABLE = 2;
/** Mostly, on light help: others may rest on it. */
export const WELL = 3;
/** Reliably, here. */
export const RELIABLE = 4;
export const BEST = 5;
