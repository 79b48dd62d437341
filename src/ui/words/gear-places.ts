/** Where gear is worn. */

import type { GearPlace } from "#core/card/gear.ts";
import { inWords } from "#ui/words/speak.ts";

export const GEAR_PLACE: Readonly<Record<GearPlace, string>> = inWords({
  head: "Head",
  mouth: "Mouth",
  back: "Back",
  legs: "Legs",
  other: "Other",
});
