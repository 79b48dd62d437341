/** What the plays come to: per goal the chance, the days on which it is met, the fan of its level; told as numbers, worded elsewhere. */
import type { Played } from "./simulate.ts";
import { NEVER } from "./start.ts";

/** Days by which a tenth, half, nine tenths of all plays have met a goal; null: after the end. */
export interface DayRange {
  readonly p10: number | null;
  readonly p50: number | null;
  readonly p90: number | null;
}
export interface FanPoint {
  readonly day: number;
  /** Level of the weaker side, 0-5. */
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
  /** Share of plays that have met the goal by this day. */
  readonly met: number;
}
export interface GoalForecast {
  /** Met in time, 0-1; and still held at the end. */
  readonly chance: number;
  readonly held: number;
  readonly day: DayRange;
  readonly fan: readonly FanPoint[];
}

const quantile = (sorted: ArrayLike<number>, share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;

function readGoal(played: Played, goal: number, done: number): GoalForecast {
  const days = (played.metDay[goal] as Int16Array).slice(0, done);
  const met = days.filter((day) => day !== NEVER && day <= (played.by[goal] as number)).sort();
  // Over all plays: those that never meet it stand after every day.
  const dayAt = (share: number): number | null => {
    const at = Math.floor(share * done);
    return at < met.length ? (met[at] as number) : null;
  };
  const all = played.levels[goal] as Float32Array;
  const room = all.length / played.levelDays.length;
  const fan = played.levelDays.map((day, i) => {
    const sorted = all.slice(i * room, i * room + done).sort();
    const level = (share: number): number => Math.min(5, Math.max(0, quantile(sorted, share)));
    const by = met.filter((one) => one <= day).length;
    return { day, p10: level(0.1), p50: level(0.5), p90: level(0.9), met: by / done };
  });
  return {
    chance: met.length / done,
    held: (played.held[goal] as Uint8Array).slice(0, done).reduce((sum, one) => sum + one, 0) / done,
    day: { p10: dayAt(0.1), p50: dayAt(0.5), p90: dayAt(0.9) },
    fan,
  };
}

/** Over the first `done` plays, at least one; in the order of the goals. */
export const readSimulations = (played: Played, done: number): readonly GoalForecast[] =>
  played.metDay.map((_, goal) => readGoal(played, goal, done));
