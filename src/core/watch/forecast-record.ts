/** Whether chances that were told came true: of all that were told alike, the share that was met, with how sure that share is. */

/** A bin of chances, from `from` up to and not with `to` (the last one with it). */
export interface ForecastBin {
  readonly chance: number;
  readonly met: boolean;
}
export interface Bin {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** Mean of what was told, and the share that came true; null where nothing was told. */
  readonly told: number | null;
  readonly met: number | null;
  /** 80 % interval of the share (Wilson 1927). */
  readonly low: number;
  readonly high: number;
}
const BINS = 5;
const EIGHTY = 1.2816;

/** The score interval of a share (E. B. Wilson, 1927): true to its level for few cases, too. No cases: 0 to 1. */
export function shareInterval(hits: number, of: number, z = EIGHTY): readonly [low: number, high: number] {
  if (of === 0) return [0, 1];
  const [share, square] = [hits / of, z ** 2 / of];
  const middle = (share + square / 2) / (1 + square);
  const half = (z / (1 + square)) * Math.sqrt((share * (1 - share)) / of + square / (4 * of));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

export const binsOf = (told: readonly ForecastBin[]): readonly Bin[] =>
  Array.from({ length: BINS }, (_, i) => {
    const [from, to] = [i / BINS, (i + 1) / BINS];
    const mine = told.filter(({ chance }) => from <= chance && (chance < to || (i === BINS - 1 && chance <= 1)));
    const hits = mine.filter(({ met }) => met).length;
    const [low, high] = shareInterval(hits, mine.length);
    const mean = mine.reduce((sum, { chance }) => sum + chance, 0) / mine.length;
    return {
      from,
      to,
      count: mine.length,
      told: mine.length > 0 ? mean : null,
      met: mine.length > 0 ? hits / mine.length : null,
      low,
      high,
    };
  });
