/** Where gear is worn. */
import type { GearPlace } from "#core/card/gear.ts";

export const GEAR_PLACE: Readonly<Record<GearPlace, string>> = {
  head: "Head",
  mouth: "Mouth",
  back: "Back",
  legs: "Legs",
  other: "Other",
};
