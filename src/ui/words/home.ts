/** The programme for home in plain words. */
import { sayDate, sayDateWithYear } from "#core/calendar/local-date.ts";
import type { HomeItem } from "#core/home/facts.ts";
import type { LessonWhy } from "#core/home/lessons.ts";
import type { Dont, HomeDay, HomePlan } from "#core/home/programme.ts";
import type { HomeStretch, Return } from "#core/home/way-back.ts";
import { outer, plural } from "./figures.ts";
import { ownerThing, type Pronouns } from "./owner-skills.ts";

export const DONT: Readonly<Record<Dont, string>> = {
  alone: "Do not work a green horse alone. Have somebody within call, and wear a helmet and boots.",
  pain: "Do not ride if something may hurt. Stop, and have the right professional look.",
  unridden: "Do not get on. This horse is not ridden yet.",
  young: "Do not lunge or drive in circles: the legs are young. Give a short lesson, then turnout.",
  "easy-side": "Do not work only the easy side. Start on the other one.",
  girth: "Do not tighten the girth all at once. Go one hole at a time, with a few steps between.",
  fresh: "Do not get on right after days off. Do two sessions on the ground first.",
  rest: "Do not start where you stopped after days off. Start on the ground, one step easier than last time.",
  circles: "Do not drill small circles. Do a few each way, then go straight.",
  corners: "Do not stand close behind. Leave a way out of every corner. Watch ears and hind feet.",
};
/** When to call, and whom. */
export const CALL: readonly string[] = [
  "Vet, right away: sudden lameness, colic, a wound, not eating, or a sudden change in how your horse acts.",
  "Us: anything your horse did here and will not do at home in three tries, and anything that worries you. Early is easier.",
  "Dentist, farrier, saddle fitter: at the times they gave you, and any time tack rubs or sits crooked.",
];
export const LESSON_WHY: Readonly<Record<LessonWhy, string>> = {
  fault: "what you came to us for",
  goal: "agreed on, and not finished yet",
  "hard-side": "one side is behind the other",
};
/** The order in which anything is asked, at home as here. */
export const ASKING =
  "Ask in the same order every time: think it, look there, shift your weight, then use leg or rope, then a tap. Stop asking the moment your horse tries. One good try is enough. Then do something else.";
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
  const after = day.afterRest ? " After days off: ground first, one step easier." : "";
  return `${what ? `${what}. ` : ""}${outer(asked)}.${after}`;
}
const STRETCH: Readonly<Record<HomeStretch["kind"], (days: string) => string>> = {
  keep: (days) => `Keep going, ${days} a week. Start again with week 1.`,
  pause: (days) => `A break. Turnout, and ${days} a week of catching, leading, feet and brushing. No lessons.`,
  ready: (days) => `Get ready to come back, ${days} a week: leading, feet, standing tied, the trailer.`,
};
export const sayStretch = ({ kind, from, to, daysAWeek }: HomeStretch): string =>
  `${sayDate(from)} to ${sayDateWithYear(to)}: ${STRETCH[kind](plural(daysAWeek, "day"))}`;
export const sayReturn = ({ on, words }: Return, { horse }: { horse: string }): string =>
  `${horse} comes back to us on ${sayDateWithYear(on)}: ${words === "" ? "old enough to be started under saddle." : words}`;
export const homeTitle = ({ daysAWeek, ridden, weeks }: HomePlan): string =>
  `At home: four weeks, ${plural(daysAWeek, "day")} a week${!ridden && weeks[0]?.[0]?.kind ? ", on the ground" : ""}`;
