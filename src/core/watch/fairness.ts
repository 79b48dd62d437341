/** Who works how much of the time that they are there, beside the barn's average: so that a hard month is seen, and a light one. */
export interface Worked {
  /** Minutes of sessions, ridden or on the ground; and minutes for which they were there to work. */
  readonly worked: number;
  readonly there: number;
}
/** Share of their time that was sessions, against the same share of all together; null: they were not there, or nobody worked. */
export function shareOfLoad(mine: Worked, all: readonly Worked[]): number | null {
  const [worked, there] = [all.reduce((sum, one) => sum + one.worked, 0), all.reduce((sum, one) => sum + one.there, 0)];
  return mine.there === 0 || there === 0 || worked === 0 ? null : mine.worked / mine.there / (worked / there);
}
/** Above and below it is worth a word. */
export const UNEVEN = [0.75, 1.25] as const;
