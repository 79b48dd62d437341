/**
 * The minutes of a session by the clock: on the ground, in the saddle, and on the circle within either. Only when a timer was started is kept, so that a
 * phone that is locked, reloaded or out of power counts on by itself.
 */
export const TIMERS = ["ground", "saddle", "circle"] as const;
export type TimerName = (typeof TIMERS)[number];

export interface Timer {
  /** Milliseconds since 1970 at which it was started; null: it stands. */
  readonly since: number | null;
  /** Milliseconds that it ran before. */
  readonly ran: number;
}
export type Timers = Readonly<Record<TimerName, Timer>>;
const MINUTE = 60_000;
const UNTOUCHED: Timer = { since: null, ran: 0 };
export const NO_TIMERS: Timers = { ground: UNTOUCHED, saddle: UNTOUCHED, circle: UNTOUCHED };

/** A session that runs longer was forgotten: the timer says no more than this. */
const LONGEST = 4 * 60 * MINUTE;
/** Milliseconds that it has run; a clock that was set back takes nothing away. */
export const elapsed = ({ since, ran }: Timer, now: number): number =>
  Math.min(LONGEST, ran + (since === null ? 0 : Math.max(0, now - since)));
/** Whole minutes, a begun half counted. */
export const minutesOf = (timer: Timer, now: number): number => Math.round(elapsed(timer, now) / MINUTE);

const stopped = (timer: Timer, now: number): Timer => ({ since: null, ran: elapsed(timer, now) });
/** Starts a timer, or stops it where it runs. A rider is on the ground or in the saddle; nobody is on the circle who is on neither. */
export function toggled(timers: Timers, name: TimerName, now: number): Timers {
  const running = timers[name].since !== null;
  if (name === "circle") {
    if (running) return { ...timers, circle: stopped(timers.circle, now) };
    const works = timers.ground.since !== null || timers.saddle.since !== null;
    return works ? { ...timers, circle: { ...timers.circle, since: now } } : timers;
  }
  const other = name === "ground" ? "saddle" : "ground";
  if (running) return { ...timers, [name]: stopped(timers[name], now), circle: stopped(timers.circle, now) };
  return { ...timers, [name]: { ...timers[name], since: now }, [other]: stopped(timers[other], now) };
}
/** Minutes set by hand: a timer that runs goes on from there. */
export const setMinutes = (timers: Timers, name: TimerName, minutes: number, now: number): Timers => ({
  ...timers,
  [name]: { since: timers[name].since === null ? null : now, ran: minutes * MINUTE },
});
/** Timers that stand at what a record says. */
export const standingAt = ({
  groundMinutes,
  saddleMinutes,
  circleMinutes,
}: Readonly<Record<"groundMinutes" | "saddleMinutes" | "circleMinutes", number>>): Timers => ({
  ground: { since: null, ran: groundMinutes * MINUTE },
  saddle: { since: null, ran: saddleMinutes * MINUTE },
  circle: { since: null, ran: circleMinutes * MINUTE },
});
