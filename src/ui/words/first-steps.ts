/** A first time in words: its stages, what is watched for, and how far it went. */

import type { SessionRecord } from "#core/card/card.ts";
import type { StageOf, TakenRecord, TakenStep } from "#core/card/first-step.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { inner } from "./figures.ts";
import { SIDE } from "./labels.ts";

export const TAKEN_WORDS: Readonly<Record<TakenStep, string>> = inWords({
  mount: "First mounting",
  saddle: "First saddle",
  girth: "First girth",
  "first-ride": "First ride here",
  "first-steps": "First steps under a rider",
  trot: "First trot under a rider",
  canter: "First canter under a rider",
  "open-arena": "First time in the open arena",
  company: "First time in company",
  outside: "First time outside",
  "second-bit": "First time in the second bit",
  "back-girth": "First back girth",
  fence: "First fence",
});
export const STAGE: Readonly<Record<StageOf, string>> = inWords({
  "bend-hold": "Bend the head around and hold",
  foot: "Foot in the stirrup, foot out",
  bounce: "Bounce beside the horse",
  weight: "Weight up, and down again",
  across: "Lie across, and rub the far side",
  "up-off": "Up, and straight off again",
  sat: "Sat on, rubbed with both legs",
  shown: "Saddle shown, and rubbed along the neck",
  lifted: "Lifted on quietly, and off again",
  "left-on": "Left on, standing",
  walked: "A few steps with it, held on",
  "strap-felt": "Strap drawn round, and let go",
  snug: "Snug, so that it does not slip",
  "moved-over": "Hindquarters over, a few steps",
  tightened: "One hole more, after moving",
  "loose-trot": "Moved out loose, until the back is down",
  bent: "Head bent to each knee, and waits",
  "walked-few": "A few steps at the walk, and stop",
  "turned-stopped": "A turn each way, and stop on one rein",
  "trotted-few": "A few strides of trot, and back to the walk",
  untracked: "Hindquarters over from the saddle",
  "one-step": "One step on, and praise",
  "few-steps": "A few steps, and stop on one rein",
  "round-pen": "Once round the pen at the walk",
  "walk-soft": "Walk on a soft rein, and stop on one rein",
  "few-strides": "A few strides, then let the horse come back",
  "half-round": "Half a round",
  "whole-round": "A whole round, and down to the walk",
  "trot-soft": "Trot on a soft rein, in balance",
  "led-round": "Led all the way round, and looked at the gate",
  "walk-wall": "Walk along the wall",
  "walk-middle": "Walk across the middle, and stop",
  "trot-wall": "Trot along the wall",
  "stood-near": "Stood near the steady horse",
  "walk-behind": "Walk behind the steady horse",
  "walk-beside": "Walk beside it",
  "walk-ahead": "Walk ahead of it, and away",
  "led-out": "Led out and back",
  "walk-near": "Ridden at the walk, the barn in sight",
  "walk-away": "A little farther, with the steady horse",
  "home-quiet": "Home at the walk, on a soft rein",
  "shown-worn": "Worn under the halter, nobody pulls",
  carried: "Carried quietly, mouth shut",
  "gave-ground": "Gives to the bit from the ground",
  "ridden-walk": "Ridden at the walk, one rein at a time",
  "hung-loose": "Hangs loose, nothing touches",
  moved: "Moved over by hand, a few steps",
  "poles-flat": "Over poles on the ground",
  "in-hand": "Over the small fence in hand or loose",
  "walked-over": "Over it from the walk or a quiet trot",
  "trotted-over": "Over it from the trot, straight, and on",
});
/** At what to stop, where it can hurt somebody. */
export const STOP_AT: Readonly<Record<TakenStep, string>> = inWords({
  mount: "Helmet and vest. Second person at the head, on the same side: holds, does not lead. Off at the first tense step.",
  saddle: "Somebody holds the horse; do not tie. Take it off at the first hump or step away, and start smaller.",
  girth:
    "Somebody holds the horse; do not tie; leave room to move. Loosen at the first hump or held breath. Never leave it half done.",
  "first-ride":
    "Helmet and vest. Small place, second person there. Off at a hump, a rush or held breath. End with what went well.",
  "first-steps": "Helmet and vest. Second person there. One rein to stop. Get off when the horse braces twice.",
  trot: "Helmet and vest. One rein to stop. At a hump, a rush or a held breath: walk, bend, and that is enough.",
  canter: "Helmet and vest. Calm day. Leave the head free; at a buck or a bolt: one rein, off, and tell the manager.",
  "open-arena": "Gate shut. One rein to stop. If the horse calls or rushes: back to the wall at the walk, and end there.",
  company: "Two lengths apart, never nose to tail. If the horse pins ears or hurries: more room, and end there.",
  outside: "With the steady horse, somebody knows where you are. Get off before it gets too much, and lead home.",
  "second-bit":
    "Fitted by somebody who may do it. Never both hands at once. Head tossing or an open mouth: off with it, and tell the manager.",
  "back-girth":
    "Long line, room, nobody behind. The front girth holds it forward. At a kick: stand away, let the horse stop, start smaller.",
  fence: "Helmet and vest. Low, with ground line. One stop is an answer: smaller, once, and end there.",
});
const SIDES: readonly TrackSide[] = ["left", "right", "both"];

export function sayTaken({ step, reached }: TakenRecord): string {
  const parts = SIDES.filter((side) => side in reached).map((side) => {
    const stage = reached[side];
    return `${side === "both" ? "" : `${SIDE[side]} `}${stage ? inner(STAGE[stage]) : t("nothing yet")}`;
  });
  return `${TAKEN_WORDS[step]}: ${parts.length > 0 ? parts.join("; ") : t("not begun")}.`;
}
export const sayMount = (mount: NonNullable<SessionRecord["mount"]>): string =>
  t("First mounting: left {left}; right {right}.", {
    left: mount.left ? inner(STAGE[mount.left]) : t("not tried"),
    right: mount.right ? inner(STAGE[mount.right]) : t("not tried"),
  });
