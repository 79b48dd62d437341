/**
 * Slots of a day as bits, 64 at the most, in two words of 32: `low` holds slots 0 to 31, `high` 32 to 63. What is asked a thousand times a second works on the two
 * numbers; everything else on a Mask.
 */
export interface Mask {
  readonly low: number;
  readonly high: number;
}
const WORD = 32;
export const MOST_SLOTS = 2 * WORD;
export const NO_SLOTS: Mask = { low: 0, high: 0 };
export const ALL_SLOTS: Mask = { low: -1, high: -1 };

/** The lowest so many bits of a word. */
const lowest = (count: number): number => (count >= WORD ? -1 : (1 << count) - 1);
/** Bits of a run of slots that fall into each word; `from` may be 0 to 64. */
export const runLow = (from: number, length: number): number =>
  from >= WORD ? 0 : lowest(Math.min(length, WORD - from)) << from;
export const runHigh = (from: number, length: number): number => {
  const first = Math.max(from, WORD);
  const end = Math.min(from + length, MOST_SLOTS);
  return end <= first ? 0 : lowest(end - first) << (first - WORD);
};
export const run = (from: number, length: number): Mask => ({ low: runLow(from, length), high: runHigh(from, length) });
/** True where the slot is among them; slots beyond the words count as taken. */
export const bitAt = (low: number, high: number, slot: number): number =>
  slot < WORD ? (low >>> slot) & 1 : slot < MOST_SLOTS ? (high >>> (slot - WORD)) & 1 : 1;

export const both = (a: Mask, b: Mask): Mask => ({ low: a.low & b.low, high: a.high & b.high });
export const either = (a: Mask, b: Mask): Mask => ({ low: a.low | b.low, high: a.high | b.high });
export const without = (a: Mask, b: Mask): Mask => ({ low: a.low & ~b.low, high: a.high & ~b.high });
export const isEmpty = ({ low, high }: Mask): boolean => (low | high) === 0;
export const meets = (a: Mask, b: Mask): boolean => !isEmpty(both(a, b));
export const has = ({ low, high }: Mask, slot: number): boolean => bitAt(low, high, slot) === 1;
/** Later slots moved to earlier ones, by less than 64. */
export const earlierLow = (low: number, high: number, by: number): number =>
  by === 0 ? low : by >= WORD ? high >>> (by - WORD) : (low >>> by) | (high << (WORD - by));
export const earlierHigh = (high: number, by: number): number => (by >= WORD ? 0 : high >>> by);

export const slotsEarlier = ({ low, high }: Mask, by: number): Mask => ({
  low: earlierLow(low, high, by),
  high: earlierHigh(high, by),
});
export const slotsMask = (slots: readonly number[]): Mask => slots.reduce((mask, slot) => either(mask, run(slot, 1)), NO_SLOTS);
/** How many slots of a run are among them. */
export const slotsAmong = ({ low, high }: Mask, from: number, length: number): number =>
  bitsIn(low & runLow(from, length)) + bitsIn(high & runHigh(from, length));
/** Ones of a word of 32 bits, added up in pairs, fours and bytes (Warren, Hacker's Delight). */
function bitsIn(word: number): number {
  const pairs = word - ((word >>> 1) & 0x55555555);
  const fours = (pairs & 0x33333333) + ((pairs >>> 2) & 0x33333333);
  return Math.imul((fours + (fours >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

/** The same within one word. */
function runsOfWord(free: number, length: number): number {
  let starts = free;
  let have = 1;
  while (have < length) {
    const step = Math.min(have, length - have);
    starts &= starts >>> step;
    have += step;
  }
  return starts;
}
/** Starts at which `length` slots in a row are free, as two words into `into`; most days need one. */
export function runsInto(low: number, high: number, length: number, into: Int32Array): void {
  if (high === 0 && length < WORD) {
    into[0] = runsOfWord(low, length);
    into[1] = 0;
    return;
  }
  let first = low;
  let second = high;
  let have = 1;
  while (have < length) {
    const step = Math.min(have, length - have);
    first &= earlierLow(first, second, step);
    second &= earlierHigh(second, step);
    have += step;
  }
  into[0] = first;
  into[1] = second;
}
const found = new Int32Array(2);
export function runsIn({ low, high }: Mask, length: number): Mask {
  runsInto(low, high, length, found);
  return { low: found[0] as number, high: found[1] as number };
}
/** The same as a yes or no. */
export function fitsIn(low: number, high: number, length: number): boolean {
  if (high === 0 && length < WORD) return runsOfWord(low, length) !== 0;
  runsInto(low, high, length, found);
  return ((found[0] as number) | (found[1] as number)) !== 0;
}
export function spansMask(spans: readonly (readonly [number, number])[], count: number): Mask {
  let low = 0;
  let high = 0;
  for (const [from, to] of spans) {
    const first = Math.max(0, from);
    const end = Math.min(count, to);
    if (end <= first) continue;
    low |= runLow(first, end - first);
    high |= runHigh(first, end - first);
  }
  return { low, high };
}
/** The slots for which something holds. */
export function slotsWhere(mask: Mask, keep: (slot: number) => boolean): Mask {
  let { low, high } = mask;
  let keptLow = 0;
  let keptHigh = 0;
  while ((low | high) !== 0) {
    const slot = firstOf(low, high);
    const bit = 1 << slot;
    if (slot < WORD) low ^= bit;
    else high ^= bit;
    if (!keep(slot)) continue;
    if (slot < WORD) keptLow |= bit;
    else keptHigh |= bit;
  }
  return { low: keptLow, high: keptHigh };
}
export function slotsIn(mask: Mask): readonly number[] {
  const slots: number[] = [];
  slotsWhere(mask, (slot) => slots.push(slot) > 0);
  return slots;
}
/** First and last slot of what is not empty. */
export const firstOf = (low: number, high: number): number =>
  low !== 0 ? WORD - 1 - Math.clz32(low & -low) : MOST_SLOTS - 1 - Math.clz32(high & -high);
export const lastOf = (low: number, high: number): number =>
  high !== 0 ? MOST_SLOTS - 1 - Math.clz32(high) : WORD - 1 - Math.clz32(low);
/** One mask for each of a list, as two words a piece. */
export const wordsOf = (masks: readonly Mask[]): Int32Array => Int32Array.from(masks.flatMap(({ low, high }) => [low, high]));
export const maskAt = (words: Int32Array, at: number): Mask => ({
  low: words[2 * at] as number,
  high: words[2 * at + 1] as number,
});
