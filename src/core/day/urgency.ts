/** How much a horse's session matters today; the unit is the day model's value, a whole number from 0. */
import type { TermReading } from "../calendar/term.ts";

export type UrgencyReason =
  | { readonly code: "owed"; readonly lengths: number }
  | { readonly code: "days-since"; readonly days: number }
  | { readonly code: "term-ends"; readonly days: number }
  | { readonly code: "never-worked" }
  | { readonly code: "on-time" };

export interface DayUrgency {
  readonly value: number;
  readonly because: readonly UrgencyReason[];
}

const DUE = 10;
const PER_LENGTH = 4;
const PER_DAY_OFF = 2;
const LAST_DAYS = 7;
const END_NEAR = 5;

/** `daysSince`: days since the horse was last worked, null where it never was. `daysLeft`: days to the last day of the term. */
export function urgencyOf(reading: Pick<TermReading, "owed">, daysSince: number | null, daysLeft: number): DayUrgency {
  const because: UrgencyReason[] = [];
  let value = DUE;
  const lengths = reading.owed;
  if (lengths > 0) {
    value += PER_LENGTH * lengths;
    because.push({ code: "owed", lengths });
  }
  if (daysSince === null) {
    value += PER_DAY_OFF;
    because.push({ code: "never-worked" });
  } else if (daysSince > 1) {
    value += PER_DAY_OFF * (daysSince - 1);
    because.push({ code: "days-since", days: daysSince });
  }
  if (daysLeft <= LAST_DAYS) {
    value += END_NEAR;
    because.push({ code: "term-ends", days: Math.max(0, daysLeft) });
  }
  return { value, because: because.length > 0 ? because : [{ code: "on-time" }] };
}

/**
 * Due today: workable, something left to give, and either fewer than the weekly number worked since Monday or a length owed; where a week was laid out,
 * what it says of the day counts instead.
 * A horse whose evaluation is not finished is evaluated first, not worked.
 */
export function isDue(facts: {
  readonly workable: boolean;
  readonly evaluated: boolean;
  readonly remaining: number;
  readonly thisWeek: number;
  readonly sessionsAWeek: number;
  readonly owed: number;
  /** Whether the laid-out week means it to be worked; null: none was laid out. */
  readonly meant: boolean | null;
}): boolean {
  const wanted = facts.meant ?? (facts.thisWeek < facts.sessionsAWeek || facts.owed > 0);
  return facts.workable && facts.evaluated && facts.remaining > 0 && wanted;
}
