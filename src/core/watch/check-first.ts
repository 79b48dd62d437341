/** Whom to ask to look at a horse that stands still, or has the same trouble again: soundness before schooling. */
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { type CheckFacts, dueDay, isOpen } from "../check/check.ts";
import { type CauseId, causeOf } from "../intake/causes.ts";
import type { HeldWork, RankedCause } from "../intake/findings.ts";
import type { Professional } from "../intake/signs.ts";

/** What was asked is left alone for so many days, and then thought of anew; so long an answer stands while signs still point there. */
const ASKED_WITHIN_DAYS = 7;
const ANSWER_STANDS_DAYS = 14;
/** Where no sign points anywhere, what is asked first is whether it goes sound. */
const FIRST_OF_ALL: CauseId = "lameness";

export interface FirstCheck {
  readonly cause: CauseId;
  readonly who: Professional | "barn";
  readonly asked: string;
  readonly due: LocalDate;
  readonly holds: HeldWork;
}
type Asked = Pick<CheckFacts, "state" | "cause" | "doneOn"> & { readonly orderedOn: LocalDate };

/**
 * The likeliest cause in the body that nobody was asked about. `ranked`: as the signs point, likeliest first. A check that is open, was asked within a week or
 * answered within a fortnight is not asked again. `unsigned`: with no sign that points anywhere, whether it goes sound is asked once. Null: nothing is left to ask.
 */
export function checkFirst(
  ranked: readonly RankedCause[],
  checks: readonly Asked[],
  today: LocalDate,
  unsigned: boolean,
): FirstCheck | null {
  const within = (day: LocalDate | null, days: number): boolean => day !== null && daysBetween(day, today) <= days;
  const asked = new Set(
    checks
      .filter((check) => isOpen(check) || within(check.orderedOn, ASKED_WITHIN_DAYS) || within(check.doneOn, ANSWER_STANDS_DAYS))
      .map(({ cause }) => cause),
  );
  const first = ranked.find(({ cause }) => causeOf(cause).body && !asked.has(cause));
  const once = unsigned && !asked.has(FIRST_OF_ALL) && !checks.some((one) => one.cause === FIRST_OF_ALL && one.state === "done");
  const cause = first?.cause ?? (once ? FIRST_OF_ALL : null);
  if (cause === null) return null;
  const { who, check } = causeOf(cause);
  return { cause, who, asked: check, due: dueDay(today, first?.urgency ?? "days"), holds: first?.holds ?? "nothing" };
}
