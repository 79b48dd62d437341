/** Why a session works what it works: the sentence under its main. */

import { here } from "#contracts/ladder.here.ts";
import type { Step } from "#core/permission/steps.ts";
import type { Because, FollowUp } from "#core/plan/because.ts";
import type { CardWork } from "#core/plan/card-work.ts";
import { inner, plural } from "./figures.ts";

const named = (id: string): string => (here().find(id) ? inner(here().of(id).words) : id);

export const STEP_WORDS: Readonly<Record<Step, string>> = {
  saddle: "first saddle",
  girth: "first girth",
  "stirrup-weight": "first weight in the stirrup",
  sit: "first sitting",
  "first-ride": "first ride here",
  "first-steps": "first steps under a rider",
  trot: "first trot",
  canter: "first canter",
  "open-arena": "first time in the open arena",
  company: "first time in company",
  outside: "first time outside",
  "second-bit": "work of the second bit",
  "back-girth": "back girth and dragging objects",
  fence: "first fence",
};
const AGAIN: Readonly<Record<FollowUp, string>> = {
  offered: "the horse offered more last time: build on it now",
  rose: "the score rose by two last time: repeat it before it fades",
  "first-time": "the horse offered it for the first time: repeat it soon",
  "ended-badly": "the last session ended badly on it: get a good end first",
  word: "the last rider asked for it",
};

/** Follows the main after a comma: 'because …'. */
/** Of a card as it is asked today: the smaller version is not what the plan's reason speaks of. */
export const sayWorkBecause = ({ because, isSmaller }: Pick<CardWork, "because" | "isSmaller">): string =>
  isSmaller ? "the smaller version, because the planned work is not allowed today" : sayBecause(because);
export function sayBecause(because: Because): string {
  switch (because.code) {
    case "written":
      return because.words || "written by the manager";
    case "pinned":
      return "because it is pinned to this day";
    case "asked":
      return "because it was asked for";
    case "protocol":
      return because.protocol === "same-trouble"
        ? `because there was trouble at ${named(because.at ?? "")}: two quiet sessions come first`
        : because.protocol === "restart"
          ? `because of ${plural(because.days ?? 0, "day")} off: start with girth, loose work and the block`
          : `because of ${plural(because.days ?? 0, "day")} off: start one step lower`;
    case "step":
      return `because everything is ready for the ${STEP_WORDS[because.step]}`;
    case "follow-up":
      return `because ${AGAIN[because.why]}`;
    case "complaint":
      return because.part
        ? `because ${named(because.goal)} is the main problem, and needs this`
        : "because it is the main problem";
    case "goal":
      return because.part
        ? `because ${named(because.goal)}${because.must ? ", a must-have goal," : ""} needs this first`
        : because.must
          ? "because it is a must-have goal"
          : "because it is a goal";
    case "another-way":
      return `because ${named(because.skill)} has stalled: try another approach and rest it`;
    case "proof":
      return "because it is reached: repeat it before it fades";
    case "wider":
      return "because all goals are reached: practice in new places, in company, or build on them";
    case "ladder":
      return "because it comes next on the ladder";
  }
}
