/** When an owner is asked how it goes at home: at the end of the four weeks, and once more when habits have set. */
import { addDays, type LocalDate } from "../calendar/local-date.ts";
import type { HomePlan } from "./programme.ts";

/** Weeks at home after which it is asked. */
const CHECK_BACKS = [4, 12] as const;
/** The form opens a week before. */
const OPENS_BEFORE = 7;
const WEEK = 7;
/** Skills that are asked about. */
const ASKED = 6;

export interface CheckBackDue {
  readonly weeks: (typeof CHECK_BACKS)[number];
  readonly since: LocalDate;
}
/** The one that should have been told by today and was not; null: none. Told a week early counts. */
export function checkBackDue(wentHome: LocalDate, told: readonly LocalDate[], today: LocalDate): CheckBackDue | null {
  const due = CHECK_BACKS.map((weeks) => ({ weeks, since: addDays(wentHome, weeks * WEEK) }));
  const last = due.filter(({ since }) => since <= today).at(-1);
  return last && !told.some((day) => day >= addDays(last.since, -OPENS_BEFORE)) ? last : null;
}
export const checkBackIsOpen = (wentHome: LocalDate, today: LocalDate): boolean =>
  today >= addDays(wentHome, CHECK_BACKS[0] * WEEK - OPENS_BEFORE);
/** Something went down since it came home: then an answer is due. */
export const wentWorse = (back: {
  readonly goes: string;
  readonly problem: string | null;
  readonly skills: readonly { readonly since: string }[];
}): boolean => back.goes === "worse" || back.problem === "worse" || back.skills.some(({ since }) => since === "worse");
/** What was worked on first, and what is lost first. */
export const askedBack = ({ lessons, fades }: Pick<HomePlan, "lessons" | "fades">): readonly string[] =>
  [...new Set([...lessons.map(({ skill }) => skill), ...fades])].slice(0, ASKED);
