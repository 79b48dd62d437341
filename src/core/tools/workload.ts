/** Workload of a horse: minutes × weight of the gait, on the ground as in the saddle. Judgement: walk 1, trot 2, canter 3, jump 5. */
export const GAIT_WEIGHTS = { walk: 1, trot: 2, canter: 3, jump: 5 } as const;
export type GaitMinutes = Readonly<Record<keyof typeof GAIT_WEIGHTS, number>>;
export const workload = (minutes: GaitMinutes): number =>
  (Object.keys(GAIT_WEIGHTS) as (keyof GaitMinutes)[]).reduce((sum, gait) => sum + minutes[gait] * GAIT_WEIGHTS[gait], 0);

/** Above it this week is a warning. */
export const STEEP = 1.5;
/** This week against the average of the four before; null where those held nothing. */
export function weekRatio(thisWeek: number, fourBefore: readonly number[]): number | null {
  const average = fourBefore.reduce((sum, one) => sum + one, 0) / Math.max(1, fourBefore.length);
  return average > 0 ? thisWeek / average : null;
}
