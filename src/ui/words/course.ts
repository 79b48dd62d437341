/** The course of a session in words. */

import { type CourseNow, isTight } from "#core/card/course.ts";
import { t } from "#ui/words/speak.ts";
import { inner, plural } from "./figures.ts";
import { COURSE } from "./labels.ts";

export function sayStood({ state, since, wasTight }: CourseNow): string {
  const how = `${COURSE[state]} for ${plural(since, "minute")}`;
  return isTight(state)
    ? t("■ {how}: stay on the ground until the horse softens.", { how })
    : wasTight
      ? t("Was tight; {how}.", { how: inner(how) })
      : `${how}.`;
}
