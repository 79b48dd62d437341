/** How long whoever tries passwords has to wait. Wrong tries from one address at one name cost most; those of strangers elsewhere cost somebody little. */
export interface Tries {
  /** In the last hour, before this one. */
  readonly count: number;
  readonly last: Date | null;
}
/** Tries that cost nothing: at this name from this address, at this name from anywhere, from this address at any name. */
export const FREE = { pair: 5, name: 30, address: 30 } as const;
const FIRST_WAIT = 5;
const LONGEST_WAIT = 900;

/** Seconds from the last try to the next that is looked at: none for the free ones, then 5, and twice as long each time, up to a quarter of an hour. */
export const delayAfter = (count: number, free: number): number =>
  count < free ? 0 : Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** Math.min(20, count - free));

/** Seconds still to wait; 0: it is looked at. */
export function waitOf(tries: Readonly<Record<keyof typeof FREE, Tries>>, now: Date): number {
  const waits = (Object.keys(FREE) as (keyof typeof FREE)[]).map((kind) => {
    const { count, last } = tries[kind];
    return last ? delayAfter(count, FREE[kind]) - (now.getTime() - last.getTime()) / 1000 : 0;
  });
  return Math.max(0, Math.ceil(Math.max(...waits)));
}
