/** How the horse stands, one large button each: they share the clock of the work, and one tap starts it where it stands still. */

import { COURSE_STATES, type CourseState, courseNow, isTight, marked } from "#core/card/course.ts";
import { minutesOf, toggled } from "#core/card/timers.ts";
import { SIDES } from "#core/kernel/sides.ts";
import { sayStood } from "#ui/words/course.ts";
import { COURSE, SIDE } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";
import { timed } from "./record.ts";

const TONE: Readonly<Record<CourseState, string>> = {
  tight: "border-oxblood bg-oxblood-soft text-ink",
  leaving: "border-oxblood bg-oxblood-soft text-ink",
  softening: "border-ochre bg-ochre-soft text-ink",
  soft: "border-rail bg-rail text-on-rail",
};

export function CoursePad({ draft, put }: Part) {
  const { course, courseSide: side, timers } = draft;
  const last = course.filter((one) => one.side === side).at(-1)?.state ?? null;
  const now = courseNow(course, draft.groundMinutes + draft.saddleMinutes);
  const tap = (state: CourseState): void => {
    const at = Date.now();
    const runs = timers.ground.since !== null || timers.saddle.since !== null;
    const next = runs ? timers : toggled(timers, "ground", at);
    const minute = minutesOf(next.ground, at) + minutesOf(next.saddle, at);
    put({ ...timed(next, at), course: marked(course, { minute, state, side }) });
  };
  return (
    <section aria-labelledby="course-pad">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h3 id="course-pad">{t("How the horse feels")}</h3>
        <div role="group" aria-label={t("Side you are working")} className="flex">
          {SIDES.map((one) => (
            <button
              key={SIDE[one]}
              type="button"
              aria-pressed={side === one}
              onClick={() => put({ courseSide: side === one ? null : one })}
              className={`sign min-h-14 border px-5 ${side === one ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
            >
              {SIDE[one]}
            </button>
          ))}
        </div>
      </div>
      <div className="grid grid-cols-2 gap-2 pt-1">
        {COURSE_STATES.map((state) => (
          <button
            key={state}
            type="button"
            aria-pressed={last === state}
            data-course={state}
            onClick={() => tap(state)}
            className={`sign min-h-16 rounded border-2 text-xl ${last === state ? TONE[state] : "border-edge bg-paper"}`}
          >
            {COURSE[state]}
          </button>
        ))}
      </div>
      <p role="status" className={now && isTight(now.state) ? "text-oxblood" : "text-dim"}>
        {now ? sayStood(now) : t("Tap when it changes. The clock runs on its own.")}
      </p>
    </section>
  );
}
