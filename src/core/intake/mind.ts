/** The trainability reading: how quickly a horse catches on, and how long it takes to come down after a fright. Lines are the barn's judgement. */

export type Learner = "quick" | "steady" | "slow";
export type Nerve = "quiet" | "watchful" | "hot";

const QUICK_TRIES = 4;
const STEADY_TRIES = 9;
const QUIET_MINUTES = 2;
const WATCHFUL_MINUTES = 10;

/** Null where it was not tried. */
export function learnerOf(tries: number | null): Learner | null {
  if (tries === null) return null;
  return tries <= QUICK_TRIES ? "quick" : tries <= STEADY_TRIES ? "steady" : "slow";
}
export function nerveOf(settleMinutes: number | null): Nerve | null {
  if (settleMinutes === null) return null;
  return settleMinutes <= QUIET_MINUTES ? "quiet" : settleMinutes <= WATCHFUL_MINUTES ? "watchful" : "hot";
}
/** Whole minutes of a running clock, begun ones counted: a horse that settled after 61 seconds took two. */
export const mindMinutes = (milliseconds: number): number => Math.max(0, Math.ceil(milliseconds / 60_000 - 1e-9));
