/** A stay by weeks: hours on the ground and in the saddle, the workload, and each week against the four before it. */
import { addDays, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import type { SessionRecord } from "../card/card.ts";
import { GAIT_WEIGHTS, weekRatio } from "../tools/workload.ts";

export type WeekSession = Pick<SessionRecord, "groundMinutes" | "saddleMinutes" | "gaits"> & { readonly day: LocalDate };

export interface Week {
  readonly monday: LocalDate;
  readonly groundMinutes: number;
  readonly saddleMinutes: number;
  readonly sessions: number;
  /** Minutes × gait weight. */
  readonly load: number;
  /** Against the average of the four weeks before; null where fewer than four weeks or no work lie behind it. */
  readonly ratio: number | null;
}

/**
 * Minutes × gait weight of a session (core/tools/workload.ts). Riders tick gaits and not minutes of each: a session counts at the mean of what was ticked,
 * walk among them, as every session walks.
 */
export function loadOf({ groundMinutes, saddleMinutes, gaits }: WeekSession): number {
  const weights = [...new Set(["walk" as const, ...gaits])].map((gait) => GAIT_WEIGHTS[gait]);
  return ((groundMinutes + saddleMinutes) * weights.reduce((sum, one) => sum + one, 0)) / weights.length;
}

const LOOK_BACK = 4;
/** Every week from the first day to the last, those without work among them. */
export function weeksOf(sessions: readonly WeekSession[], first: LocalDate, last: LocalDate): readonly Week[] {
  const weeks: Week[] = [];
  for (let monday = mondayOf(first); monday <= last; monday = addDays(monday, 7)) {
    const mine = sessions.filter(({ day }) => monday <= day && day < addDays(monday, 7));
    const sum = (of: (session: WeekSession) => number): number => mine.reduce((total, one) => total + of(one), 0);
    const load = sum(loadOf);
    const before = weeks.slice(-LOOK_BACK);
    weeks.push({
      monday,
      groundMinutes: sum((one) => one.groundMinutes),
      saddleMinutes: sum((one) => one.saddleMinutes),
      sessions: mine.length,
      load,
      ratio:
        before.length < LOOK_BACK
          ? null
          : weekRatio(
              load,
              before.map((week) => week.load),
            ),
    });
  }
  return weeks;
}
