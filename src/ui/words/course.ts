/** The course of a session in words. */

import type { SessionRecord } from "#core/card/card.ts";
import { type CourseNow, isTight, minutesUntilSoft } from "#core/card/course.ts";
import { inner, listed, plural } from "./figures.ts";
import { COURSE } from "./labels.ts";

export function sayStood({ state, since, wasTight }: CourseNow): string {
  const how = `${COURSE[state]} for ${plural(since, "minute")}`;
  return isTight(state) ? `■ ${how}: stay on the ground until it softens.` : wasTight ? `Was tight; ${inner(how)}.` : `${how}.`;
}
/** 'soft after 4 min left, 9 min right'; null: nothing was tapped. */
export function sayCourse(course: SessionRecord["course"]): string | null {
  if (course.length === 0) return null;
  const sides = [...new Set(course.map(({ side }) => side))];
  const parts = sides.map((side) => {
    const minutes = minutesUntilSoft(course, side);
    const where = side ? ` ${side}` : "";
    return minutes === null
      ? `not soft${where}`
      : minutes === 0
        ? `soft from the start${where}`
        : `soft after ${minutes} min${where}`;
  });
  return listed(parts);
}
