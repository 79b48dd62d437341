import { z } from "zod/mini";
import { date, flag, id, list } from "./fields.ts";

const WEEK_COLUMNS = 7;
const once = z.refine<readonly { readonly day: string }[]>(
  (x) => new Set(x.map(({ day }) => day)).size === x.length,
  "A day is listed twice. Remove one.",
);
const pins = list(z.object({ day: date, pinned: flag }), WEEK_COLUMNS).check(once);
/** The days that a week's columns are, and for some horses what stood there when it was seen, and what shall stand. */
export const SetWeek = z.object({
  days: list(date, WEEK_COLUMNS).check(z.minLength(1, "Give one day at least.")),
  /** These days are decided by it from now on. */
  laid: flag,
  horses: list(
    z.object({
      stay: id<"stay">(),
      seen: pins,
      wanted: list(z.object({ day: date, pinned: flag, rider: z.nullable(id<"person">()) }), WEEK_COLUMNS).check(once),
    }),
    300,
  ),
});
export type SetWeek = z.output<typeof SetWeek>;
