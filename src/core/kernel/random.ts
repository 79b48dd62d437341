export interface Random {
  /** Uniform in [0, 1). */
  next(): number;
  /** Whole number in [low, high], both ends included. */
  whole(low: number, high: number): number;
  /** True with the given chance. */
  chance(probability: number): boolean;
  pick<T>(from: readonly T[]): T;
  /** Standard normal deviate (Box and Muller, 1958). */
  normal(): number;
}

/** A repeatable source of chance: mulberry32, 32 bits of state. The same seed gives the same sequence. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  return {
    next,
    whole: (low, high) => low + Math.floor(next() * (high - low + 1)),
    chance: (probability) => next() < probability,
    pick: <T>(from: readonly T[]): T => {
      const picked = from[Math.floor(next() * from.length)];
      if (picked === undefined) throw new RangeError("nothing to pick from");
      return picked;
    },
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
