/** Touchy places as the signs that they stand for. */
import { type Touch, zoneOf } from "./body.ts";
import type { Observation } from "./findings.ts";
import { RIDDEN_RUNG, TOUCHING_RUNG } from "./instrument.ts";
import type { Strength } from "./signs.ts";

/** A red sign is more than a touchy place: a back that flinches weighs one step less than a back that trembles. */
const softer = (strength: Strength): Strength => Math.max(1, strength - 1) as Strength;
const RED_SIGNS: readonly string[] = ["tight-back", "kinked-tail"];

/** Touchy places as the signs that they stand for, for the findings to weigh. */
export function observationsOf(touches: readonly Touch[]): readonly Observation[] {
  return touches.flatMap((touch): Observation[] => {
    const { sign, moment } = zoneOf(touch.zone);
    if (!sign) return [];
    const when = touch.by === "leg" ? "leg" : touch.by === "girth" && sign === "girthy" ? "tightening" : moment;
    return [
      {
        sign,
        rung: touch.by === "leg" ? RIDDEN_RUNG : TOUCHING_RUNG,
        side: touch.side,
        strength: RED_SIGNS.includes(sign) ? softer(touch.strength) : touch.strength,
        moment: when,
        trend: "unknown",
      },
    ];
  });
}
