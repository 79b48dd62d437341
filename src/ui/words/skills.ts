/** Skills, and what must be so before one is taken, in words. */
import { here } from "#contracts/ladder.here.ts";
import type { Condition } from "#core/plan/term-plan.ts";
import { inner, listed } from "./figures.ts";

export const skillWords = (id: string): string => (here().find(id) ? here().of(id).words : id);
/** `trot:left` as people say it. */
export function trackWords(track: string): string {
  const [skill = "", side] = track.split(":");
  return side === "both" ? skillWords(skill) : `${skillWords(skill)}, ${side}`;
}
function sayCondition(condition: Condition): string {
  switch (condition.code) {
    case "shown":
      return `${inner(skillWords(condition.skill))} shown ${condition.times === 2 ? "twice" : `${condition.times} times`} at 3`;
    case "calm-day":
      return "a calm day";
    case "second-person":
      return "a second person there";
  }
}
export const sayConditions = (when: readonly Condition[]): string => `when: ${inner(listed(when.map(sayCondition)))}`;
