import { describe, expect, it } from "vitest";
import { dayHorseOf, dayPersonOf } from "#tests/days.ts";
import { HALF_HOUR, HOUR } from "./model.ts";
import { usualSession } from "./usual.ts";

const ann = dayPersonOf("ann");
const step = { step: HALF_HOUR };
const riding = dayHorseOf("moss", { stage: "riding" });

describe("what a horse is worked like", () => {
  it("is half ridden where nobody says otherwise, and as its plan has the day", () => {
    expect(usualSession(riding, [ann], null, step)).toEqual({ kind: "both", length: HOUR + HALF_HOUR });
    expect(usualSession(riding, [ann], "saddle", step).kind).toBe("saddle");
    expect(usualSession(riding, [ann], "ground", step)).toEqual({ kind: "ground", length: HOUR });
  });
  it("is ground work where nobody is light enough, and where its record bars weight, whatever the plan says", () => {
    const heavy = dayPersonOf("ben", { weightKg: 140 });
    expect(usualSession(riding, [heavy], "saddle", step).kind).toBe("ground");
    expect(usualSession({ ...riding, ageYears: 1 }, [ann], "saddle", step).kind).toBe("ground");
  });
  it("lasts no longer than what was signed", () => {
    expect(usualSession({ ...riding, sessionMinutes: 20 }, [ann], null, step).length).toBeLessThan(HOUR + HALF_HOUR);
  });
});
