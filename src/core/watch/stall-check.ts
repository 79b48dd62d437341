/** Whom to ask to look at a horse that stands still: soundness before schooling. */
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { type CheckFacts, dueDay, isOpen } from "../check/check.ts";
import { type CauseId, causeOf } from "../intake/causes.ts";
import type { HeldWork, RankedCause } from "../intake/findings.ts";
import type { Professional } from "../intake/signs.ts";

/** What was asked is left alone for so many days, and then thought of anew. */
const ASKED_WITHIN_DAYS = 7;
/** Where no sign points anywhere, what is asked first is whether it goes sound. */
const FIRST_OF_ALL: CauseId = "lameness";

export interface StallCheck {
  readonly cause: CauseId;
  readonly who: Professional | "barn";
  readonly asked: string;
  readonly due: LocalDate;
  readonly holds: HeldWork;
}
type Asked = Pick<CheckFacts, "state" | "cause"> & { readonly orderedOn: LocalDate };

/**
 * The likeliest cause in the body that nobody was asked about. `ranked`: as the signs point, likeliest first. A check that is open, was answered (what was looked
 * at and is not there is not asked for again) or was asked within a week is not asked again. Null: everything was asked.
 */
export function checkForStall(ranked: readonly RankedCause[], checks: readonly Asked[], today: LocalDate): StallCheck | null {
  const asked = new Set(
    checks
      .filter((check) => isOpen(check) || check.state === "done" || daysBetween(check.orderedOn, today) <= ASKED_WITHIN_DAYS)
      .map(({ cause }) => cause),
  );
  const first = ranked.find(({ cause }) => causeOf(cause).body && !asked.has(cause));
  const cause = first?.cause ?? (asked.has(FIRST_OF_ALL) ? null : FIRST_OF_ALL);
  if (cause === null) return null;
  const { who, check } = causeOf(cause);
  return { cause, who, asked: check, due: dueDay(today, first?.urgency ?? "days"), holds: first?.holds ?? "nothing" };
}
