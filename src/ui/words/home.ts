/** The programme for home in plain words. */
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import type { LessonWhy } from "#core/home/lessons.ts";
import type { Dont, HomeDay, HomeItem, HomePlan } from "#core/home/programme.ts";
import type { Return, Stretch } from "#core/home/way-back.ts";
import { outer, plural } from "./figures.ts";
import { ownerThing, type Pronouns } from "./owner-skills.ts";

export const DONT: Readonly<Record<Dont, string>> = {
  alone: "Do not work a green horse alone: somebody is within call, and you wear helmet and boots.",
  pain: "Do not ride through what may be pain: stop, and have the right professional look.",
  unridden: "Do not get on. Nobody rides this horse yet.",
  young: "Do not lunge or drive in circles: young legs. A short lesson, then turnout.",
  "easy-side": "Do not work the easy side only because it is pleasant: begin on the other.",
  girth: "Do not do the girth up at once: one hole at a time, with a few steps between.",
  fresh: "Do not get on straight after days off: two sessions on the ground come first.",
  rest: "Do not begin after days off where you stopped: ground first, and one step easier than last time.",
  circles: "Do not drill small circles: a few, both ways, then straight on.",
  corners: "Do not stand close behind, and leave a way out of every corner. Watch ears and hind feet.",
};
/** When to call, and whom. */
export const CALL: readonly string[] = [
  "Vet, at once: sudden lameness, colic, a wound, not eating, or a horse that is suddenly another one.",
  "Us: something that it did here and will not do at home in three tries; anything that makes you uneasy. Early is easier.",
  "Dentist, farrier, saddle fitter: at the times they gave you, and whenever something rubs, clicks or sits askew.",
];
export const LESSON_WHY: Readonly<Record<LessonWhy, string>> = {
  fault: "what you came to us for",
  goal: "agreed on, and not finished yet",
  "hard-side": "one side is behind the other",
};
/** The order in which anything is asked, at home as here. */
export const ASKING =
  "Ask in the same order every time: think it, look there, shift your weight, then leg or rope, then a tap. Stop asking the moment your horse tries. One good try is enough; go on to something else.";
export const sayHomeItem = ({ skill, first }: HomeItem, who: Pronouns): string =>
  `${ownerThing(skill, who)}${first ? ` (${first} first)` : ""}`;

/** 'Ride, 30 minutes'; of a programme that told no days apart nothing. */
export function sayDayKind({ kind, minutes }: HomeDay): string {
  if (kind === null) return "";
  const what = kind === "ride" ? "Ride" : "On the ground";
  return minutes === null ? what : `${what}, ${minutes} minutes`;
}
/** All of a day in one line, for a calendar too. */
export function sayHomeDay(day: HomeDay, who: Pronouns): string {
  const rest = day.items.map((item) => sayHomeItem(item, who));
  const kept = rest.length > 0 ? `${day.main ? "then " : day.kind === "ride" ? "easy: " : ""}${rest.join("; ")}` : "";
  const lesson = day.main ? `lesson: ${sayHomeItem(day.main, who)}` : "";
  const asked = [lesson, kept].filter((part) => part !== "").join("; ");
  const what = sayDayKind(day);
  const after = day.afterRest ? " Days off before: ground first, one step easier." : "";
  return `${what ? `${what}. ` : ""}${outer(asked)}.${after}`;
}
const STRETCH: Readonly<Record<Stretch["kind"], (days: string) => string>> = {
  keep: (days) => `Keep it up, ${days} a week: begin again with week 1.`,
  pause: (days) => `A break. Turnout, and ${days} a week of catching, leading, feet and brushing. No lessons.`,
  ready: (days) => `Get ready to come back, ${days} a week: leading, feet, standing tied, the trailer.`,
};
export const sayStretch = ({ kind, from, to, daysAWeek }: Stretch): string =>
  `${sayDate(from)} to ${sayDateWithYear(to)}: ${STRETCH[kind](plural(daysAWeek, "day"))}`;
export const sayReturn = ({ on, words }: Return, { horse }: { horse: string }): string =>
  `${horse} comes back to us on ${sayDateWithYear(on)}: ${words === "" ? "old enough to be started under saddle." : words}`;
export const homeTitle = ({ daysAWeek, ridden, weeks }: HomePlan): string =>
  `At home: four weeks, ${plural(daysAWeek, "day")} a week${!ridden && weeks[0]?.[0]?.kind ? ", on the ground" : ""}`;
