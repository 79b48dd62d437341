/** A barn's day by its own setting. */
import { DAY_GRID, type DayHours } from "./model.ts";

/** What a barn sets of it, in minutes. */
export interface DaySetting {
  readonly dayFrom: number;
  readonly dayTo: number;
  readonly dayStep: number;
}
export const USUAL_DAY: DaySetting = { dayFrom: 7 * 60, dayTo: 17 * 60, dayStep: 30 };
export const dayHoursOf = ({ dayFrom, dayTo, dayStep }: DaySetting): DayHours => ({
  from: (dayFrom - DAY_GRID.start) / DAY_GRID.minutes,
  to: (dayTo - DAY_GRID.start) / DAY_GRID.minutes,
  step: dayStep / DAY_GRID.minutes,
});
/** Where sessions may begin, the earliest first. */
export const startsOf = ({ from, to, step }: DayHours): readonly number[] =>
  Array.from({ length: Math.max(0, Math.ceil((to - from) / step)) }, (_, i) => from + i * step);
