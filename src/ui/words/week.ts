/** The week in words: why a horse is not to be had, what falls short, and what would help. */
import type { NotHad } from "#contracts/views.week.ts";
import type { WeekFix } from "#core/week/fixes.ts";
import { plural } from "./figures.ts";
import { APPOINTMENT, PROFESSIONAL } from "./labels-desk.ts";

/** A word for a cell. */
export function sayNotHad(why: NotHad): string {
  switch (why.code) {
    case "hold":
      return "on hold";
    case "check":
      return "check first";
    case "not-evaluated":
      return "evaluate";
    case "intake-day":
      return "evaluation";
    case "not-here":
      return "not here";
    case "appointment":
      return APPOINTMENT[why.kind].toLowerCase();
    case "visit":
      return why.who === "barn" ? "looked at" : PROFESSIONAL[why.who];
  }
}

interface Names {
  person(id: string): string;
  horse(id: string): string;
  day(at: number): string;
}
export function sayFix(fix: WeekFix, gives: number, names: Names): string {
  const more = `${plural(gives, "session")} more`;
  switch (fix.code) {
    case "half-day":
      return `Half a day more from ${names.person(fix.rider)} on ${names.day(fix.day)}: ${more}.`;
    case "more-rides":
      return `One ride more for ${names.person(fix.rider)} on ${names.day(fix.day)}: ${more}.`;
    case "unpin":
      return `Unpin ${names.horse(fix.horse)}: ${more}.`;
  }
}

/** How far a horse is short, and how much of it no week could hold. */
export function sayShort(short: number, noDays: number): string {
  if (short === 0) return "";
  if (noDays === short) return `${plural(short, "session")} short: too few days`;
  return `${plural(short, "session")} short${noDays > 0 ? `; ${noDays} can't fit in these days` : ""}`;
}
