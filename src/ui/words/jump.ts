/** Schools over poles and fences, in words. */

import {
  EFFORTS,
  type Element,
  effortsOf,
  type Fence,
  type FenceLayout,
  type FenceResult,
  HOLE_CM,
  heightOf,
  isPole,
  type JumpCaution,
  type JumpSchool,
} from "#core/card/jump.ts";
import { METRES_A_FOOT } from "#core/tools/poles.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { inner, listed, outer, plural, sayDay } from "./figures.ts";
import { SIDE } from "./labels.ts";

export const FENCE: Readonly<Record<Fence, string>> = inWords({
  "walk-poles": "Walk poles",
  "trot-poles": "Trot poles",
  "canter-poles": "Canter poles",
  "placing-pole": "Placing pole",
  "cross-pole": "Cross-pole",
  upright: "Upright",
  spread: "Spread",
  bank: "Bank",
  ditch: "Ditch",
  water: "Water",
});
export const WAY: Readonly<Record<JumpSchool["way"], string>> = inWords({
  loose: "Loose",
  "in-hand": "In hand",
  ridden: "Ridden",
});
export const STRAIGHT: Readonly<Record<NonNullable<JumpSchool["straight"]>, string>> = inWords({
  straight: "Straight",
  left: "Drifts left",
  right: "Drifts right",
});
export const PACE: Readonly<Record<NonNullable<JumpSchool["pace"]>, string>> = inWords({
  waits: "Backs off",
  even: "Unhurried",
  rushes: "Rushes",
});
export const TAKE_OFF: Readonly<Record<NonNullable<JumpSchool["takeOff"]>, string>> = inWords({
  close: "Too close",
  right: "Right spot",
  long: "Too far off",
});
export const LANDING: Readonly<Record<NonNullable<JumpSchool["landing"]>, string>> = inWords({
  left: "Left lead",
  right: "Right lead",
  either: "Either lead",
});
export const RESULT = inWords({
  clear: "clear",
  rails: "rail down",
  stops: "stop",
  runOuts: "run-out",
} as const) satisfies Readonly<Record<Exclude<keyof FenceResult, "at">, string>>;

const CM_A_FOOT = 100 * METRES_A_FOOT;
/** '9 ft (2.74 m)' */
export function sayLength(cm: number): string {
  const inches = Math.round((12 * cm) / CM_A_FOOT);
  const feet = `${Math.floor(inches / 12)} ft${inches % 12 > 0 ? ` ${inches % 12} in` : ""}`;
  return `${feet} (${(cm / 100).toFixed(2)} m)`;
}
export const sayElement = ({ fence, poles, heightCm }: Element): string =>
  `${poles > 1 ? `${poles} ` : ""}${poles > 1 ? inner(FENCE[fence]) : FENCE[fence]}${heightCm === null ? "" : `, ${sayLength(heightCm)}`}`;
/** 'Cross-pole, 1 ft 4 in (0.40 m); 18 ft (5.49 m) to upright, …' */
export const sayLayout = ({ elements }: FenceLayout): string =>
  elements
    .map((element, i) => {
      const before = elements[i - 1];
      const words = sayElement(element);
      return before
        ? `${before.toNextCm === null ? t("by itself") : t("{toNext} on", { toNext: sayLength(before.toNextCm) })}: ${inner(words)}`
        : words;
    })
    .join("; ");

const RESULTS = Object.keys(RESULT) as (keyof typeof RESULT)[];
function sayResult(result: FenceResult): string {
  const parts = RESULTS.flatMap((key) => {
    const times = result[key];
    return times === 0 ? [] : [key === "clear" ? t("{times} clear", { times }) : plural(times, RESULT[key], `${RESULT[key]}s`)];
  });
  return parts.length > 0 ? parts.join(", ") : t("not jumped");
}
/** A school in one line. */
export function sayJump(school: JumpSchool): string {
  const { layout, way, results, straight, pace, takeOff, landing, change } = school;
  const efforts = effortsOf(school);
  const height = heightOf(school);
  const fences = results.flatMap((result) => {
    const element = layout.elements[result.at];
    return element && !isPole(element.fence) ? [`${inner(FENCE[element.fence])} ${sayResult(result)}`] : [];
  });
  const seen = [
    ...(straight ? [inner(STRAIGHT[straight])] : []),
    ...(pace ? [inner(PACE[pace])] : []),
    ...(takeOff ? [t("takes off {takeOff}", { takeOff: inner(TAKE_OFF[takeOff]) })] : []),
    ...(landing
      ? [landing === "either" ? t("lands on either lead") : t("lands on the {landing} lead", { landing: SIDE[landing] })]
      : []),
  ];
  return [
    `${WAY[way]}${layout.name === "" ? "" : `, “${layout.name}”`}: ${sayLayout(layout)}.`,
    ...(efforts > 0
      ? [
          `${plural(efforts, "effort")}${height === null ? "" : t(", cleared {height}", { height: sayLength(height) })}: ${listed(fences)}.`,
        ]
      : []),
    ...(seen.length > 0 ? [`${outer(listed(seen))}.`] : []),
    ...(change === "" ? [] : [t("Next time change: {change}.", { change })]),
  ].join(" ");
}
export function sayJumpCaution(caution: JumpCaution): string {
  switch (caution.code) {
    case "days-running":
      return t("Jumped on {day}. Leave a day between jump schools.", { day: sayDay(caution.day) });
    case "week-full":
      return t("{schools} this week already. Two are enough: ground poles only today.", {
        schools: plural(caution.schools, "jump school"),
      });
    case "not-yet-up":
      return t("The last school was not clear, straight and unhurried. Keep the height the same.");
    case "one-up":
      return t("The last school was clear, straight and unhurried. Change one thing today, or raise one hole ({hole} cm).", {
        hole: HOLE_CM,
      });
    case "too-many":
      return t("{efforts}. Stop: {few} to {many} make a school.", {
        efforts: plural(caution.efforts, "effort"),
        few: EFFORTS.few,
        many: EFFORTS.many,
      });
  }
}
