/** Scores that a trainer goes by, and how long what is stuck is left alone. */
/** Does it with help: it counts as shown. */
export const USABLE = 2;
/** Mostly, on light help: others may rest on it. */
export const WELL = 3;
/** Reliably, here. */
export const RELIABLE = 4;
export const BEST = 5;

/** A skill that stands still is left alone for so many days after the one on which it was worked last. */
export const REST_DAYS = 7;
