/** Figures as people in a barn read them. */
import { unitsHere } from "#contracts/barn.units.ts";
import { type LocalDate, sayDate, type Weekday } from "#core/calendar/local-date.ts";
import { DAY_GRID } from "#core/day/model.ts";
import { centimetresToHands } from "#core/kernel/units.ts";
import { WEEKDAY } from "./labels.ts";
import { t } from "./speak.ts";

/** '07:30' for the slot of the day. */
export const clock = (slot: number): string => minutesAsClock(DAY_GRID.start + slot * DAY_GRID.minutes);
export const minutesAsClock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
/** Minutes after midnight of what a time field holds, '07:30'. */
export const clockAsMinutes = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5));
export const height = (cm: number): string => {
  const [hands, metric] = [`${centimetresToHands(cm)} hh`, `${Math.round(cm)} cm`];
  return unitsHere() === "hands" ? `${hands} (${metric})` : `${metric} (${hands})`;
};
export const hours = (h: number): string => (h < 10 ? h.toFixed(1).replace(/\.0$/, "") : String(Math.round(h)));
export const plural = (n: number, one: string, many = `${one}s`): string => t(`{n} ${n === 1 ? one : many}`, { n });
/** 'a, b and c' */
export const listed = (items: readonly string[]): string =>
  items.length < 2
    ? (items[0] ?? "")
    : t("{items} and {last}", { items: items.slice(0, -1).join(", "), last: items.at(-1) ?? "" });
export const weekdays = (days: readonly number[]): string => listed(days.map((day) => WEEKDAY[day as Weekday]));
/** 'Tue 14 Jul' in the reader's language. */
export const sayDay = (date: LocalDate): string => sayDate(date).replace(/[A-Z][a-z]+/g, (name) => t(name));
/** First names, as a barn calls its people; who shares one with somebody has the first letter of the family name behind it. */
export function shortNames(all: readonly string[]): (name: string) => string {
  const firstOf = (name: string): string => name.split(" ")[0] ?? name;
  return (name) => {
    const first = firstOf(name);
    const family = name.slice(first.length + 1);
    return family !== "" && all.some((other) => other !== name && firstOf(other) === first)
      ? `${first} ${family.charAt(0)}.`
      : first;
  };
}
/** The first letter large, to begin a sentence. */
export const outer = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
/** The first letter small, for use inside a sentence. */
export const inner = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);
/** ', 09:00 to 11:00'; empty for all day. */
export const sayHours = ({ fromMinute, toMinute }: { fromMinute: number | null; toMinute: number | null }): string =>
  fromMinute === null || toMinute === null ? "" : `, ${minutesAsClock(fromMinute)} to ${minutesAsClock(toMinute)}`;
