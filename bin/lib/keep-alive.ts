/** Starts again what ended by itself, with a message, until it does so too often. */
export interface Limit {
  readonly times: number;
  readonly within: number;
}
export const USUAL: Limit = { times: 5, within: 10 * 60_000 };

/** True while something may be started again: not more often than the limit says. Each question counts as one start. */
export function restarts({ times, within }: Limit): (now: number) => boolean {
  let last: number[] = [];
  return (now) => {
    last = [...last.filter((at) => now - at < within), now];
    return last.length <= times;
  };
}
