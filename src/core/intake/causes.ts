/**
 * What could explain a sign, who would settle it, and by which look. A cause is a place to look, never a disease found: the words say
 * where, and the person whose job it is says what. `cost` orders the checks: 1 a look at home, 2 a visit, 3 a visit with instruments.
 */
import { must } from "../kernel/assert.ts";
import type { Professional } from "./signs.ts";

export const CAUSE_IDS = [
  "teeth",
  "bit-fit",
  "stomach",
  "saddle-fit",
  "back",
  "skin",
  "poll",
  "eyes",
  "lameness",
  "feet",
  "nerves",
  "ovaries",
  "sudden",
  "untaught",
  "worry",
  "hands",
  "herd",
  "freshness",
  "handedness",
  "growth",
  "unfit",
  "overwork",
  "hot-weather",
  "flies",
  "noseband",
  "joints",
  "breathing",
  "overweight",
  "stallion",
  "habit",
  "balance",
  "surroundings",
] as const;
export type CauseId = (typeof CAUSE_IDS)[number];

export interface Cause {
  readonly id: CauseId;
  readonly words: string;
  /** False: a matter of schooling, handling or tack habits, which the barn itself settles. */
  readonly body: boolean;
  readonly who: Professional | "barn";
  readonly check: string;
  readonly cost: 1 | 2 | 3;
  /** What waits for it at the most, before anybody has looked; and what is held from a finding until somebody releases it. */
  readonly most: CauseHold;
  readonly found: CauseHold;
  /** Dangerous to be wrong about: it decides even where other things are likelier. */
  readonly grave: boolean;
}
export type CauseHold = "nothing" | "skill" | "ridden" | "all";

const body = (
  id: CauseId,
  words: string,
  who: Professional,
  cost: 1 | 2 | 3,
  check: string,
  { most = "ridden", found = most, grave = false }: Partial<Pick<Cause, "most" | "found" | "grave">> = {},
): Cause => ({ id, words, body: true, who, cost, check, most, found, grave });
const barn = (id: CauseId, words: string, check: string): Cause => ({
  id,
  words,
  body: false,
  who: "barn",
  cost: 1,
  check,
  most: "nothing",
  found: "nothing",
  grave: false,
});
/** It can be ridden without what touches there. */
const WHAT_TOUCHES = { most: "skill" } as const;

export const CAUSES: readonly Cause[] = [
  body("teeth", "Teeth or mouth", "dentist", 2, "open the mouth and check the teeth", WHAT_TOUCHES),
  body("bit-fit", "Fit of the bit or bridle", "fitter", 1, "measure the mouth, and find a bit or bridle that fits", WHAT_TOUCHES),
  body("stomach", "Stomach", "vet", 3, "examine the stomach; we check feed, hay and turnout meanwhile"),
  body("saddle-fit", "Fit of the saddle or girth", "fitter", 1, "fit saddle, pad and girth on the bare back, then with a rider"),
  body("back", "Back or ribs", "bodyworker", 2, "feel along the back and ribs on both sides, standing and moving"),
  body("skin", "Skin under the tack", "vet", 1, "part the hair along the girth and under the saddle"),
  body("poll", "Ears or poll", "vet", 2, "look at ears and poll without a halter", WHAT_TOUCHES),
  body("eyes", "Eyes", "vet", 2, "look at both eyes; lead past the same thing on each side", { found: "ridden" }),
  body("lameness", "Leg soundness", "vet", 2, "trot out on hard ground, straight and on both circles", { found: "all" }),
  body("feet", "Feet or shoes", "farrier", 1, "look at balance, length and shoes, and when they were last done"),
  body("nerves", "Hind end: stifle or nerves", "vet", 2, "test hind limbs and tail: turning short, backing, up and down a step", {
    found: "all",
    grave: true,
  }),
  body("ovaries", "Ovaries", "vet", 3, "note the days of the cycle when it shows", WHAT_TOUCHES),
  body("sudden", "Something just happened", "vet", 2, "examine before any more work", {
    most: "all",
    found: "all",
    grave: true,
  }),
  barn("untaught", "Not taught yet or taught wrong", "teach it in small steps; it should get better each session"),
  barn("worry", "Worried, or rushed in the past", "slow down, stop earlier; it should get better each session"),
  barn("hands", "Rider's hands", "try another rider with quiet hands, same tack"),
  barn("herd", "Herd-bound", "work in sight of a companion, then farther away"),
  barn("freshness", "Fresh: feed, stall time or days off", "more turnout, less grain, ground work first"),
  barn("handedness", "Naturally stiffer side", "twice as many short tries on the hard side for a week"),
  barn("growth", "Growth and balance", "straight lines and walk; measure croup and withers again in a month"),
  barn("unfit", "Tired or unfit", "shorter sessions with walk breaks, then longer week by week"),
  barn("overwork", "Too much work for this age", "shorter sessions and one more day off; no circles"),
  barn("hot-weather", "Heat", "work in the cool hours, water and shade; walk until the breathing is down"),
  barn("flies", "Flies", "a fly mask or sheet, another hour, another place"),
  body(
    "noseband",
    "Noseband or tongue room",
    "fitter",
    1,
    "two fingers under the noseband; look at the tongue's room",
    WHAT_TOUCHES,
  ),
  body("joints", "Joints, or founder in the past", "vet", 2, "flex and trot out on soft and hard ground; feel the feet for heat"),
  body("breathing", "Breathing or wind", "vet", 2, "listen at rest and after work; count breaths until they are normal"),
  body(
    "overweight",
    "Overweight, or foundered before: feet, feed and ground",
    "farrier",
    1,
    "check feet, and feed with the vet; no circles and no trot on hard ground meanwhile",
    { most: "nothing" },
  ),
  barn("stallion", "Stallion behaviour", "away from mares, one handler who knows stallions, work right away"),
  barn("habit", "A habit that has paid off before", "calmly make sure it does not pay off again, and reward the right try"),
  barn("balance", "The rider's balance", "try another rider, or this rider on a schoolmaster; then look again"),
  barn("surroundings", "New surroundings", "give time to look, in company; do the same work at home"),
];

const byId = new Map(CAUSES.map((cause) => [cause.id, cause]));
export const causeOf = (id: CauseId): Cause => must(byId.get(id), `cause ${id}`);
