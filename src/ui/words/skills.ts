/** Skills, and what must be so before one is taken, in words. */

import { here } from "#contracts/ladder.here.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { Condition } from "#core/plan/session.ts";
import { t } from "#ui/words/speak.ts";
import { inner, listed } from "./figures.ts";
import { SIDE } from "./labels.ts";

export const skillWords = (id: string): string => (here().find(id) ? t(here().of(id).words) : id);
/** `trot:left` as people say it. */
export function trackWords(track: string): string {
  const [skill = "", side] = track.split(":");
  return sidedWords(skill, side as TrackSide);
}
/** A skill and the side it is asked on: 'trot, left'. */
export const sidedWords = (skill: string, side: TrackSide): string =>
  side === "both" ? skillWords(skill) : `${skillWords(skill)}, ${SIDE[side]}`;
function sayCondition(condition: Condition): string {
  switch (condition.code) {
    case "shown":
      return t("{skill} shown {times} at 3", {
        skill: inner(skillWords(condition.skill)),
        times: condition.times === 2 ? t("twice") : t("{times} times", { times: condition.times }),
      });
    case "calm-day":
      return t("a calm day");
    case "second-person":
      return t("a second person there");
  }
}
export const sayConditions = (when: readonly Condition[]): string =>
  t("when: {conditions}", { conditions: inner(listed(when.map(sayCondition))) });
