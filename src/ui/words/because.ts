/** Why a session works what it works: the sentence under its main. */

import { here } from "#contracts/ladder.here.ts";
import type { Step } from "#core/permission/steps.ts";
import type { Because, FollowUp } from "#core/plan/because.ts";
import type { CardWork } from "#core/plan/card-work.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { inner, plural } from "./figures.ts";

const named = (id: string): string => (here().find(id) ? inner(t(here().of(id).words)) : id);

export const STEP_WORDS: Readonly<Record<Step, string>> = inWords({
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
});
const AGAIN: Readonly<Record<FollowUp, string>> = inWords({
  offered: "the horse offered more last time: build on it now",
  rose: "the score rose by two last time: repeat it before it fades",
  "first-time": "the horse offered it for the first time: repeat it soon",
  "ended-badly": "the last session ended badly on it: get a good end first",
  word: "the last rider asked for it",
});

/** Follows the main after a comma: 'because …'. */
/** Of a card as it is asked today: the smaller version is not what the plan's reason speaks of. */
export const sayWorkBecause = ({ because, isSmaller }: Pick<CardWork, "because" | "isSmaller">): string =>
  isSmaller ? t("the smaller version, because the planned work is not allowed today") : sayBecause(because);
export function sayBecause(because: Because): string {
  switch (because.code) {
    case "written":
      return because.words || t("written by the manager");
    case "pinned":
      return t("because it is pinned to this day");
    case "asked":
      return t("because it was asked for");
    case "protocol":
      return because.protocol === "same-trouble"
        ? t("because there was trouble at {at}: two quiet sessions come first", { at: named(because.at ?? "") })
        : because.protocol === "restart"
          ? t("because of {days} off: start with girth, loose work and the block", { days: plural(because.days ?? 0, "day") })
          : t("because of {days} off: start one step lower", { days: plural(because.days ?? 0, "day") });
    case "step":
      return t("because everything is ready for the {step}", { step: STEP_WORDS[because.step] });
    case "follow-up":
      return t("because {why}", { why: AGAIN[because.why] });
    case "complaint":
      return because.part
        ? t("because {goal} is the main problem, and needs this", { goal: named(because.goal) })
        : t("because it is the main problem");
    case "goal":
      return because.part
        ? because.must
          ? t("because {goal}, a must-have goal, needs this first", { goal: named(because.goal) })
          : t("because {goal} needs this first", { goal: named(because.goal) })
        : because.must
          ? t("because it is a must-have goal")
          : t("because it is a goal");
    case "another-way":
      return t("because {skill} has stalled: try another approach and rest it", { skill: named(because.skill) });
    case "proof":
      return t("because it is reached: repeat it before it fades");
    case "wider":
      return t("because all goals are reached: practice in new places, in company, or build on them");
    case "ladder":
      return t("because it comes next on the ladder");
  }
}
