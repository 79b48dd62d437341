/** Skills that may not be worked as the record stands, whoever does it, and until when: the plan lays nothing of them before. */
import type { LocalDate } from "../calendar/local-date.ts";
import { later } from "../calendar/local-date.ts";
import { isOpen } from "../check/check.ts";
import { type HorseRecord, permitOf, readingOf } from "../permission/from-record.ts";
import type { PermitPerson } from "../permission/horse.ts";
import { nobodyLightEnough } from "../permission/lightest.ts";
import { barring, horseReasons, skillAct } from "../permission/permission.ts";
import type { Reason } from "../permission/reasons.ts";
import { stayDay } from "./planned-days.ts";

export interface Wait {
  readonly skill: string;
  /** As the forecast counts days: the first on which it may be asked. */
  readonly until: number;
}
export interface WaitsAsked {
  readonly record: HorseRecord;
  readonly firstDay: LocalDate;
  readonly today: LocalDate;
  /** Who works here, where it is asked whether anybody is light enough; null: it is not. */
  readonly people: readonly Pick<PermitPerson, "rides" | "weightKg">[] | null;
}

/** Long after any term. */
const NEVER = 1000;
/** A check whose day is past is still waited for so long. */
const WAITED_DAYS = 7;

/** The day of the stay on which what bars a skill may be over, by what is known today. */
function overBy(reason: Reason, { record, firstDay, today }: WaitsAsked): number {
  const number = (date: LocalDate): number => stayDay(firstDay, date);
  const never = number(today) + NEVER;
  switch (reason.code) {
    case "check": {
      if (reason.because === "found") return never;
      if (reason.because === "restricted") return reason.until ? number(reason.until) + 1 : never;
      const days = record.checks
        .filter((check) => isOpen(check) && check.holds !== "nothing")
        .map((check) => later(check.due, check.bookedFor ?? check.due));
      const day = days.reduce(later, today);
      return days.includes(day) ? number(day) + 1 : number(today) + WAITED_DAYS;
    }
    case "signed-off":
    case "age":
      return never;
    // A tape, a signature, a list that fills up: not today.
    default:
      return number(today) + 1;
  }
}

/** A hold is the term's to reckon with, and is left out. */
export function waitsOf(asked: WaitsAsked): readonly Wait[] {
  const { record, firstDay, today, people } = asked;
  const horse = { ...permitOf(record, today), hold: null };
  const reading = readingOf(record);
  const tooHeavy = people !== null && nobodyLightEnough(horse.load, people) !== null;
  return record.ladder.flatMap((skill) => {
    const days = barring(horseReasons(horse, skillAct(skill, reading))).map((reason) => overBy(reason, asked));
    if (tooHeavy && skill.bears !== "nothing") days.push(stayDay(firstDay, today) + NEVER);
    return days.length > 0 ? [{ skill: skill.id, until: Math.max(...days) }] : [];
  });
}
