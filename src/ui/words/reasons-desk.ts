/** Reasons as the desk says them: a board's one or two words, and what stands from the booking on. A phone does without them. */

import type { NobodyLightEnough } from "#core/permission/lightest.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { listed } from "./figures.ts";
import { sayWeight, weightLimit } from "./units.ts";

/** Said from the booking on, with what would help. */
export function sayNobodyLight({ limitKg, lightestKg, unweighed, horseKg }: NobodyLightEnough): string {
  const line = `No rider is light enough: this horse carries at most ${weightLimit(limitKg)} with tack`;
  const lightest =
    lightestKg === null ? ", and no rider has been weighed" : `, and the lightest rider weighs ${sayWeight(lightestKg)}`;
  const helps = [
    "a lighter rider",
    ...(unweighed > 0 ? [`weighing ${unweighed === 1 ? "the rider" : "the riders"} without a weight`] : []),
    ...(horseKg === null ? [] : [`a horse of ${sayWeight(horseKg)} or more`]),
    "goals on the ground",
  ];
  return `${line}${lightest}. What would help: ${listed(helps).replace(/ and ([^,]*)$/, " or $1")}.`;
}

/** One or two words for a cell of the board or a list. */
export const REASON_WORD: Readonly<Record<Reason["code"], string>> = {
  hold: "hold",
  check: "check",
  "signed-off": "ground",
  age: "age",
  load: "weight",
  grade: "grade",
  "kept-from": "kept",
  "does-not-ride": "ground",
  "not-signed": "ground",
  "second-person": "helper",
  "not-ready": "ground",
  "step-back": "ground",
  "red-sign": "red",
  "not-soft": "tight",
  softened: "softened",
  weather: "weather",
  "stage-place": "place",
  "not-ticked": "ticks",
  "time-off": "rest",
  incident: "care",
};
