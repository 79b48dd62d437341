import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { COURSE_STATES, type CourseMark, courseNow, marked, minutesUntilSoft } from "./course.ts";

const mark = (minute: number, state: CourseMark["state"], side: CourseMark["side"] = null): CourseMark => ({
  minute,
  state,
  side,
});
const tapped = (...marks: CourseMark[]): readonly CourseMark[] => marks.reduce<readonly CourseMark[]>(marked, []);

describe("the course of a session", () => {
  it("keeps one mark a change; a second tap within the minute mends the first", () => {
    expect(tapped(mark(1, "tight"), mark(2, "tight"), mark(5, "soft"))).toEqual([mark(1, "tight"), mark(5, "soft")]);
    expect(tapped(mark(1, "tight"), mark(5, "leaving"), mark(5, "soft"))).toEqual([mark(1, "tight"), mark(5, "soft")]);
    expect(tapped(mark(5, "soft", "left"), mark(5, "tight", "right"))).toHaveLength(2);
  });
  it("is soft for as long as it has been, and says that it was tight", () => {
    const course = tapped(mark(1, "tight"), mark(6, "softening"), mark(9, "soft"));
    expect(courseNow(course, 17)).toEqual({ state: "soft", since: 8, wasTight: true });
    expect(courseNow(course.slice(0, 1), 4)).toEqual({ state: "tight", since: 3, wasTight: true });
    expect(courseNow([], 9)).toBeNull();
  });
  it("speaks for the tighter of two sides", () => {
    const course = tapped(mark(0, "tight", "left"), mark(0, "tight", "right"), mark(4, "soft", "left"));
    expect(courseNow(course, 9)).toMatchObject({ state: "tight", since: 9 });
    expect([minutesUntilSoft(course, "left"), minutesUntilSoft(course, "right"), minutesUntilSoft(course, null)]).toEqual([
      4,
      null,
      null,
    ]);
  });
  it("is in the order of its minutes, whatever is tapped while the clock runs", () => {
    const taps = fc.array(
      fc.record({
        after: fc.nat(5),
        state: fc.constantFrom(...COURSE_STATES),
        side: fc.constantFrom("left" as const, "right" as const, null),
      }),
    );
    fc.assert(
      fc.property(taps, (list) => {
        let minute = 0;
        const course = tapped(...list.map(({ after, ...rest }) => ({ ...rest, minute: (minute += after) })));
        expect(course.every((one, i) => i === 0 || (course[i - 1]?.minute ?? 0) <= one.minute)).toBe(true);
        const last = list.at(-1);
        if (last) expect(course.filter(({ side }) => side === last.side).at(-1)?.state).toBe(last.state);
      }),
    );
  });
});
