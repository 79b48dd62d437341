/** Plans, forecasts and alarms in words. */

import type { PlanCause } from "#contracts/plan.ts";
import { addDays, type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import type { DayRange } from "#core/forecast/forecast.ts";
import type { StallGroup } from "#core/forecast/stall.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { Bears, Nature, SkillPlace } from "#core/ladder/skill.ts";
import type { WhatIf } from "#core/plan/outlook.ts";
import type { ScheduledPlace } from "#core/plan/places.ts";
import type { Purpose } from "#core/plan/session.ts";
import type { Moved, Theme } from "#core/plan/weeks.ts";
import { STEP_WORDS } from "./because.ts";
import { inner, listed, outer, plural } from "./figures.ts";
import { branchWords } from "./labels.ts";
import { skillWords } from "./skills.ts";
import { VERDICT } from "./verdict.ts";

/** A day of the stay as a date: the first day is 0. */
export const onDay = (firstDay: LocalDate, day: number): string => sayDate(addDays(firstDay, day));

export const PURPOSE: Record<Purpose, string> = {
  work: "",
  refresher: "Refresher",
  consolidate: "Consolidating",
  exit: "Exit and pick-up",
};
/** Where a session is worked, and whether only for the change. */
export const sayPlace = ({ place, change }: ScheduledPlace): string => `${PLACE[place]}${change ? ", for a change" : ""}`;
export const BEARS_WORDS: Record<Bears, string> = { nothing: "nothing", weight: "weight in the stirrup", rider: "a rider" };
export const NATURE: Record<Nature, string> = {
  handling: "handling",
  yields: "yielding on the ground",
  send: "round pen and lunging",
  accepting: "tack and desensitizing",
  mounting: "mounting",
  "first-rides": "first rides",
  education: "flatwork",
  jumping: "jumping",
  owner: "for the owner",
};
export const PLACE: Record<SkillPlace, string> = { anywhere: "anywhere", pen: "pen", arena: "arena", out: "out" };
export const WEIGHT_WORDS = { 1: "a little", 2: "as usual", 3: "much" } as const;

const CAUSE: Record<PlanCause, string> = {
  session: "a session was closed",
  evaluation: "an evaluation was closed or signed",
  goals: "the goals changed",
  pins: "something was pinned",
  term: "the term changed",
  hold: "a hold changed",
  check: "a check changed",
  method: "the method changed",
  ladder: "the barn's ladder changed",
  day: "a day went by",
};
export function sayCauses(causes: readonly PlanCause[]): string {
  const told = causes.length > 1 ? causes.filter((cause) => cause !== "day") : causes;
  return listed(told.map((cause) => CAUSE[cause]));
}
export function sayMoved(moved: Moved, firstDay: LocalDate): string {
  const on = (day: number): string => onDay(firstDay, day);
  switch (moved.code) {
    case "first-time":
      return `${skillWords(moved.skill)}: moved from ${on(moved.before)} to ${on(moved.after)}`;
    case "added":
      return `${skillWords(moved.skill)}: added on ${on(moved.after)}`;
    case "dropped":
      return `${skillWords(moved.skill)}: off the plan (was ${on(moved.before)})`;
    case "days":
      return `${plural(moved.after, "session")} left (was ${moved.before})`;
  }
}

/** What a week is about. */
export function sayTheme(theme: Theme): string {
  switch (theme.code) {
    case "step":
      return outer(STEP_WORDS[theme.step]);
    case "goal":
      return `Towards ${inner(skillWords(theme.goal))}`;
    case "back":
      return "Back to work, step by step";
    case "proof":
      return "Keep what is confirmed";
    case "branch":
      return branchWords(theme.branch);
  }
}

export const percent = (chance: number): string => `${Math.round(chance * 100)}%`;
const VERY_LIKELY_FROM = 0.9;
export const isVeryLikely = (chance: number): boolean => chance >= VERY_LIKELY_FROM;
/** The same four words wherever a forecast shows. */
export const sayChance = (chance: number): string =>
  isVeryLikely(chance) ? "very likely" : VERDICT[verdictOf(chance)].toLowerCase();
/** A word, a date, a percent, in that order: 'Very likely by Sat 25 Jul (92%)'. No date is told that lies after the term. */
export function sayForecast(chance: number, { p50 }: DayRange, firstDay: LocalDate): string {
  const word = outer(sayChance(chance));
  return p50 === null || verdictOf(chance) === "not-this-term"
    ? `${word} (${percent(chance)})`
    : `${word} by ${onDay(firstDay, p50)} (${percent(chance)})`;
}
/** The span that holds eight cases of ten; empty where there is none to tell. */
export function sayLikelyRange({ p10, p90 }: DayRange, firstDay: LocalDate): string {
  if (p10 === null) return "";
  if (p90 === null) return `${onDay(firstDay, p10)} at the earliest`;
  return p10 === p90 ? "" : `likely range ${onDay(firstDay, p10)} to ${onDay(firstDay, p90)}`;
}

const GROUP: Record<StallGroup, string> = {
  "all-but-handling": "everything except handling",
  "under-saddle": "the work under saddle",
  "bit-and-steering": "bit, steering and stop",
};
export const sayStall = (group: StallGroup): string => `Progress has stalled in ${GROUP[group]}`;

export function sayWhatIf(what: WhatIf, now: { readonly aWeek: number; readonly methods: readonly Method[] }): string {
  switch (what.code) {
    case "now":
      return "As it is";
    case "sessions":
      return what.aWeek > now.aWeek ? `One more session: ${what.aWeek} a week` : `One session fewer: ${what.aWeek} a week`;
    case "days":
      return `${what.more} more days`;
    case "off":
      return `${what.days / 7} weeks off from tomorrow`;
    case "method":
      return `With the “${now.methods.find(({ id }) => id === what.method)?.words ?? what.method}” method`;
    case "drop":
      return `Without “${skillWords(what.skill)}”`;
    case "twice":
      return "Two short sessions a day";
    case "hard-side":
      return "The hard side first";
  }
}
