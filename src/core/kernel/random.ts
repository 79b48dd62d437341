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

/** A class, as plays begin thousands of streams: closures would be made for each. */
class Mulberry implements Random {
  constructor(private state: number) {}
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }
  whole(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }
  chance(probability: number): boolean {
    return this.next() < probability;
  }
  pick<T>(from: readonly T[]): T {
    const picked = from[Math.floor(this.next() * from.length)];
    if (picked === undefined) throw new RangeError("nothing to pick from");
    return picked;
  }
  normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next());
  }
}

/** A repeatable source of chance: mulberry32, 32 bits of state. The same seed gives the same sequence. */
export const seededRandom = (seed: number): Random => new Mulberry(seed >>> 0);
