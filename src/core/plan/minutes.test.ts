import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { partMinutes } from "./minutes.ts";
import { WORK_ROLES, type WorkRole } from "./session.ts";

const of = (...roles: WorkRole[]) => roles.map((role) => ({ role }));

describe("the minutes of a session", () => {
  it("give the main most of it, and a horse that stood for days a longer warm-up", () => {
    const usual = of("warm-up", "main", "handling", "handling", "finish");
    expect(partMinutes(usual, 45, { daysOff: 1 })).toEqual({ "warm-up": 5, main: 32, handling: 4, finish: 4 });
    expect(partMinutes(usual, 45, { daysOff: 5 })["warm-up"]).toBe(7);
    expect(partMinutes(usual, 20, { daysOff: 5 }).main).toBeGreaterThanOrEqual(10);
    expect(partMinutes(of("warm-up", "finish"), 30, { daysOff: null })).toEqual({
      "warm-up": 26,
      main: 0,
      handling: 0,
      finish: 4,
    });
    expect(partMinutes([], 30, { daysOff: null })).toEqual({ "warm-up": 0, main: 0, handling: 0, finish: 0 });
  });
  it("add up, are whole, and none goes to a part without work", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...WORK_ROLES), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 0, max: 240 }),
        fc.option(fc.integer({ min: 0, max: 40 })),
        (roles, minutes, daysOff) => {
          const parts = partMinutes(of(...roles), minutes, { daysOff });
          expect(WORK_ROLES.reduce((sum, role) => sum + parts[role], 0)).toBe(minutes);
          for (const role of WORK_ROLES) {
            expect(Number.isInteger(parts[role]) && parts[role] >= 0).toBe(true);
            if (!roles.includes(role)) expect(parts[role]).toBe(0);
          }
          if (roles.includes("main")) expect(parts.main * 2).toBeGreaterThanOrEqual(minutes);
        },
      ),
    );
  });
});
