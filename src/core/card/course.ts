/**
 * The course of a session: how the horse stood, minute by minute, on the side that was worked. One tap each with the clock running. A horse that was tight and
 * has been soft for a while is not the same as one that is tight.
 */
import type { Side } from "../kernel/sides.ts";

export const COURSE_STATES = ["tight", "leaving", "softening", "soft"] as const;
export type CourseState = (typeof COURSE_STATES)[number];
/** From here on it stood so, until the next mark. */
export interface CourseMark {
  /** Since work began. */
  readonly minute: number;
  readonly state: CourseState;
  /** The side that was worked; null: both, or nobody said. */
  readonly side: Side | null;
}

/** Braced, or trying to get away. */
export const isTight = (state: CourseState): boolean => state === "tight" || state === "leaving";

/** A further tap; the same again at the same side says nothing new, and a second one within a minute replaces the first. */
export function marked(course: readonly CourseMark[], mark: CourseMark): readonly CourseMark[] {
  const last = course.at(-1);
  if (last && last.state === mark.state && last.side === mark.side) return course;
  return [...course.filter((one) => one.minute < mark.minute || (one.minute === mark.minute && one.side !== mark.side)), mark];
}

export interface CourseNow {
  readonly state: CourseState;
  /** Minutes for which it has stood so; for a soft horse, since it began to be. */
  readonly since: number;
  /** It was tight or trying to leave before. */
  readonly wasTight: boolean;
}
/** Where it stands at a minute; null: nobody has tapped. On two sides the tighter one speaks. */
export function courseNow(course: readonly CourseMark[], minute: number): CourseNow | null {
  const sides = [...new Set(course.map(({ side }) => side))];
  const now = sides.map((side): CourseNow => {
    const mine = course.filter((one) => one.side === side);
    const last = mine.at(-1) as CourseMark;
    return { state: last.state, since: Math.max(0, minute - last.minute), wasTight: mine.some(({ state }) => isTight(state)) };
  });
  return now.sort((a, b) => COURSE_STATES.indexOf(a.state) - COURSE_STATES.indexOf(b.state) || a.since - b.since)[0] ?? null;
}

/** Minutes until it was soft on a side, from the first mark on that side on; null: it never was, or nothing was marked there. */
export function minutesUntilSoft(course: readonly CourseMark[], side: Side | null): number | null {
  const mine = course.filter((one) => one.side === side);
  const [first] = mine;
  const soft = mine.find(({ state }) => state === "soft");
  return first && soft ? soft.minute - first.minute : null;
}
