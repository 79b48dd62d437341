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
}

const body = (id: CauseId, words: string, who: Professional, cost: 1 | 2 | 3, check: string): Cause => ({
  id,
  words,
  body: true,
  who,
  cost,
  check,
});
const barn = (id: CauseId, words: string, check: string): Cause => ({ id, words, body: false, who: "barn", cost: 1, check });

export const CAUSES: readonly Cause[] = [
  body("teeth", "Teeth or mouth", "dentist", 2, "have the mouth opened and the teeth looked at"),
  body("bit-fit", "Fit of the bit or bridle", "fitter", 1, "measure the mouth, try another bit or none for three sessions"),
  body("stomach", "Stomach", "vet", 3, "ask the vet about the stomach; look at feed, hay and turnout meanwhile"),
  body(
    "saddle-fit",
    "Fit of the saddle or girth",
    "fitter",
    1,
    "fit on the bare back, then with a rider; try another pad and girth",
  ),
  body("back", "Back or ribs", "bodyworker", 2, "feel along the back and ribs on both sides, standing and moving"),
  body("skin", "Skin under the tack", "vet", 1, "part the hair along the girth and under the saddle"),
  body("poll", "Ears or poll", "vet", 2, "have ears and poll looked at without a halter"),
  body("eyes", "Eyes", "vet", 2, "have both eyes looked at; lead past the same thing on each side"),
  body("lameness", "Soundness of a limb", "vet", 2, "trot up on hard ground, straight and on both circles"),
  body("feet", "Feet or shoes", "farrier", 1, "look at balance, length and shoes; ask when they were last done"),
  body(
    "nerves",
    "Stifle or nerves behind",
    "vet",
    2,
    "have hind limbs and tail tested: turning short, backing, up and down a step",
  ),
  body("ovaries", "Ovaries", "vet", 3, "note the days of the cycle on which it shows"),
  body("sudden", "Something that has just happened", "vet", 2, "the vet sees it before any more work"),
  barn("untaught", "Not taught yet, or taught wrong", "teach it in small steps; it should be better each session"),
  barn("worry", "Worry, or rushed before", "slow down, stop earlier; it should be better each session"),
  barn("hands", "Hands", "another rider with quiet hands, same tack"),
  barn("herd", "Wants the others", "work within sight of a companion, then further off"),
  barn("freshness", "Fresh: feed, stable or time off", "more turnout, less grain, ground work first"),
  barn("handedness", "Its natural hard side", "twice the short tries on the hard side for a week"),
  barn("growth", "Growth and balance", "straight lines and walk; measure croup and withers again in a month"),
];

const byId = new Map(CAUSES.map((cause) => [cause.id, cause]));
export const causeOf = (id: CauseId): Cause => must(byId.get(id), `cause ${id}`);
