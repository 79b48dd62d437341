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
  "back-girth": "back girth and dragged things",
  fence: "first fence",
};
const AGAIN: Readonly<Record<FollowUp, string>> = {
  offered: "it offered more last time: take it up while it is there",
  rose: "it rose by two last time: again before it is lost",
  "first-time": "it was offered for the first time: again soon",
  "ended-badly": "the last session ended badly on it: a good end first",
  word: "the last rider asked for it",
};

/** Follows the main after a comma: 'because …'. */
/** Of a card as it is asked today: the smaller version is not what the plan's reason speaks of. */
export const sayWorkBecause = ({ because, isSmaller }: Pick<CardWork, "because" | "isSmaller">): string =>
  isSmaller ? "the smaller version: what was planned may not be asked today" : sayBecause(because);
export function sayBecause(because: Because): string {
  switch (because.code) {
    case "written":
      return because.words || "as the manager wrote it";
    case "pinned":
      return "because it was fixed to this day";
    case "asked":
      return "because it was asked for";
    case "protocol":
      return because.protocol === "same-trouble"
        ? `because there was trouble at ${named(because.at ?? "")}: two quiet sessions first`
        : because.protocol === "restart"
          ? `because there were ${plural(because.days ?? 0, "day")} without work: girth, loose work and block first`
          : `because there were ${plural(because.days ?? 0, "day")} without work: one step lower first`;
    case "step":
      return `because all is there for the ${STEP_WORDS[because.step]}`;
    case "follow-up":
      return `because ${AGAIN[because.why]}`;
    case "complaint":
      return because.part
        ? `because ${named(because.goal)} is the main problem, and needs this`
        : "because it is the main problem";
    case "goal":
      return because.part
        ? `because ${named(because.goal)}${because.must ? ", promised," : ""} needs this first`
        : because.must
          ? "because it was promised"
          : "because it is a goal";
    case "another-way":
      return `because ${named(because.skill)} does not move: asked another way, while it rests`;
    case "proof":
      return "because it is met: shown again before it fades";
    case "wider":
      return "because all goals are met: elsewhere, in company, or what builds on them";
    case "ladder":
      return "because it comes next on the ladder";
  }
}
