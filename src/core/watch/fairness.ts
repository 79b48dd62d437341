/** Who works how much of the time that they are there, beside the barn's average: so that a hard month is seen, and a light one. */
export interface WorkedShare {
  /** Minutes of sessions, ridden or on the ground; and minutes for which they were there to work. */
  readonly worked: number;
  readonly there: number;
}
/** Share of their time that was sessions, against the same share of all together; null: they were not there, or nobody worked. */
export function shareOfLoad(mine: WorkedShare, all: readonly WorkedShare[]): number | null {
  const [worked, there] = [all.reduce((sum, one) => sum + one.worked, 0), all.reduce((sum, one) => sum + one.there, 0)];
  return mine.there === 0 || there === 0 || worked === 0 ? null : mine.worked / mine.there / (worked / there);
}
/** Above and below it is worth a word. */
export const UNEVEN_SCORING = [0.75, 1.25] as const;

/** A rider's leaning: steps by which they give less (more, below nought), with its variance. */
export interface ScoringBias {
  readonly mean: number;
  readonly variance: number;
}
/**
 * Leanings beside the others here: less their precision-weighted mean. A model that takes the whole barn for mild says nothing of anybody in it, and a level
 * that all share is in nobody's scores against another's.
 */
export function besideTheOthers<L extends ScoringBias>(leanings: readonly L[]): readonly L[] {
  const weight = leanings.reduce((sum, { variance }) => sum + 1 / variance, 0);
  const middle = leanings.reduce((sum, { mean, variance }) => sum + mean / variance, 0) / weight;
  return leanings.map((one) => ({ ...one, mean: one.mean - middle }));
}
