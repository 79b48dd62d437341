import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { elapsed, minutesOf, NO_TIMERS, setMinutes, standingAt, TIMERS, type Timers, toggled } from "./timers.ts";

const MINUTE = 60_000;

describe("the timers of a session", () => {
  it("run on by the clock alone, and one of ground and saddle stops the other", () => {
    const ground = toggled(NO_TIMERS, "ground", 0);
    expect(minutesOf(ground.ground, 12 * MINUTE)).toBe(12);
    const saddle = toggled(ground, "saddle", 12 * MINUTE);
    expect([minutesOf(saddle.ground, 40 * MINUTE), minutesOf(saddle.saddle, 40 * MINUTE)]).toEqual([12, 28]);
    const back = toggled(saddle, "ground", 40 * MINUTE);
    expect([minutesOf(back.ground, 45 * MINUTE), minutesOf(back.saddle, 45 * MINUTE)]).toEqual([17, 28]);
  });
  it("count the circle only while somebody works, and stop it with the work", () => {
    expect(toggled(NO_TIMERS, "circle", 0)).toEqual(NO_TIMERS);
    const work = toggled(toggled(NO_TIMERS, "saddle", 0), "circle", 5 * MINUTE);
    const done = toggled(work, "saddle", 9 * MINUTE);
    expect([done.circle.since, minutesOf(done.circle, 60 * MINUTE)]).toEqual([null, 4]);
  });
  it("go on over a change of rider's side without losing the circle's minutes", () => {
    const work = toggled(toggled(NO_TIMERS, "ground", 0), "circle", 0);
    expect(minutesOf(toggled(work, "saddle", 3 * MINUTE).circle, 7 * MINUTE)).toBe(7);
  });
  it("take nothing away when the clock is set back, and say no more than four hours when they were forgotten", () => {
    const timers = toggled(NO_TIMERS, "ground", 60 * MINUTE);
    expect(elapsed(timers.ground, 0)).toBe(0);
    expect(minutesOf(timers.ground, 60 * MINUTE + 100 * 60 * MINUTE)).toBe(240);
  });
  it("are set by hand, and one that runs goes on from there", () => {
    const runs = toggled(standingAt({ groundMinutes: 20, saddleMinutes: 0, circleMinutes: 0 }), "ground", 0);
    const set = setMinutes(runs, "ground", 35, 10 * MINUTE);
    expect([minutesOf(set.ground, 10 * MINUTE), minutesOf(set.ground, 15 * MINUTE)]).toEqual([35, 40]);
    const saddle = setMinutes(set, "saddle", 10, 15 * MINUTE);
    expect([minutesOf(saddle.saddle, 99 * MINUTE), minutesOf(saddle.ground, 15 * MINUTE)]).toEqual([10, 40]);
  });
  it("never lose a minute, whatever is pressed in whatever order", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...TIMERS), fc.nat(10 * MINUTE)), { maxLength: 12 }), (presses) => {
        let [timers, now]: [Timers, number] = [NO_TIMERS, 0];
        for (const [name, wait] of presses) {
          const before = TIMERS.map((one) => elapsed(timers[one], now + wait));
          now += wait;
          timers = toggled(timers, name, now);
          expect(TIMERS.map((one) => elapsed(timers[one], now))).toEqual(before);
          expect([timers.ground.since, timers.saddle.since]).toContain(null);
        }
        const [ground, saddle, circle] = [timers.ground, timers.saddle, timers.circle].map((one) => elapsed(one, now));
        expect(circle).toBeLessThanOrEqual((ground ?? 0) + (saddle ?? 0));
      }),
    );
  });
});
