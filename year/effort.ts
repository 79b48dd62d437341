/**
 * Taps and seconds of people by a plain count: each act costs what it takes somebody who does it every day. With the application, what the screen asks for;
 * without it, the same work by whiteboard, telephone and memory. The figures are assumptions of this comparison, written out so that anybody can change them.
 */
export interface Effort {
  readonly taps: number;
  readonly seconds: number;
}
/** By command; what is missing is one tap in passing. */
export const BY_COMMAND: Readonly<Record<string, Effort>> = {
  "stay/book": { taps: 40, seconds: 420 },
  "intake/close": { taps: 120, seconds: 2_100 },
  "intake/sign": { taps: 12, seconds: 240 },
  "week/set": { taps: 6, seconds: 240 },
  "day/lay-out": { taps: 4, seconds: 120 },
  "day/hand-out": { taps: 1, seconds: 20 },
  "report/approve": { taps: 3, seconds: 90 },
  "check/order": { taps: 2, seconds: 40 },
  "check/book": { taps: 5, seconds: 150 },
  "check/close": { taps: 8, seconds: 90 },
  "check/release": { taps: 4, seconds: 40 },
  "card/close": { taps: 26, seconds: 75 },
  "people/add-absence": { taps: 5, seconds: 40 },
  "plan/set-goals": { taps: 3, seconds: 40 },
  "stay/add-hold": { taps: 5, seconds: 40 },
  "stay/send-home": { taps: 3, seconds: 60 },
  "stay/measure": { taps: 10, seconds: 240 },
};
export const IN_PASSING: Effort = { taps: 1, seconds: 12 };
/** The Rail and Today read through in the morning. */
export const MORNING: Effort = { taps: 4, seconds: 180 };

/** Without the application, seconds. */
export const BY_HAND = {
  booking: 900,
  evaluation: 2_400,
  /** Who rides what, a horse: asked for, remembered, written up, and wiped out again where somebody is ill. */
  dayPerHorse: 60,
  weekPerHorse: 90,
  weeklyWord: 420,
  halfTime: 1_500,
  endReport: 3_600,
  check: 330,
  sessionNote: 60,
} as const;
