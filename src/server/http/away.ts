import { troubleOf } from "#db/errors.ts";

/** True where there is no database to ask just now, or a race was lost each time that it was run: a matter of waiting, not of mending. */
export const isAway = (error: unknown): boolean => troubleOf(error) !== null;
