/** What the calendar of a stay asks of the manager today: holds, milestones, checks that are late, days off, sessions owed. Pure; the same for Rail, horse and `furlong advise`. */
import { type Hold, heldOn } from "../calendar/holds.ts";
import { addDays, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import type { Milestone, TermReading } from "../calendar/term.ts";
import { daysOffOn, isLongOff } from "../calendar/time-off.ts";
import { type CheckFacts, daysLate, type Looker } from "../check/check.ts";
import type { MeasuringDue } from "../horse/measuring.ts";
import type { HeldWork } from "../intake/findings.ts";
import type { EvaluationId } from "../kernel/brand.ts";
import type { Need } from "./needs.ts";

/** Sessions owed from which a horse is told as behind: one is made up within a week anyway (judgement). */
const BEHIND_FROM = 2;
export const isBehind = (owed: number): boolean => owed >= BEHIND_FROM;

/** Days before a milestone from which it is told (judgement). */
const SOON_DAYS = 3;

export interface TermFactsToday {
  readonly today: LocalDate;
  readonly reading: TermReading;
  readonly posts: readonly Milestone[];
  readonly holds: readonly Hold[];
  readonly checks: readonly (Pick<CheckFacts, "state" | "due" | "bookedFor"> & {
    readonly who: Looker;
    readonly holds: HeldWork;
  })[];
  readonly evaluations: readonly { readonly id: EvaluationId; readonly closed: boolean; readonly signed: boolean }[];
  /** The day of its last session, here or before it came; null: none is known. */
  readonly lastWorked: LocalDate | null;
  readonly measuring: MeasuringDue | null;
}

/** Most pressing first. */
export function termNeeds(facts: TermFactsToday): readonly Need[] {
  const { today, reading, posts } = facts;
  const needs: Need[] = [];
  const hold = heldOn(facts.holds, today);
  if (hold) needs.push({ code: "hold", kind: hold.kind, from: hold.from, to: hold.to });
  if (today > reading.lastDay) needs.push({ code: "over", days: daysBetween(reading.lastDay, today) });
  const post = posts.find(
    (one) => !one.done && one.kind !== "arrival" && (one.kind === "intake" || one.day <= addDays(today, SOON_DAYS)),
  );
  if (post?.kind === "intake") needs.push({ code: "evaluate", due: post.day });
  else if (post && post.kind !== "arrival") needs.push({ code: post.kind, due: post.day });
  const late = facts.checks.map((check) => ({ check, days: daysLate(check, today) })).filter(({ days }) => days > 0);
  const latest = late.sort((a, b) => b.days - a.days)[0];
  if (latest) needs.push({ code: "check-late", who: latest.check.who, days: latest.days, holds: latest.check.holds });
  const evaluated = facts.evaluations.filter((evaluation) => evaluation.closed).at(-1);
  if (evaluated && !evaluated.signed) needs.push({ code: "sign", evaluation: evaluated.id });
  const off = daysOffOn(facts.lastWorked, today);
  if (!hold && isLongOff(off)) needs.push({ code: "time-off", days: off });
  // An evaluation takes the same measures; a horse on hold is measured when it comes back.
  if (facts.measuring && !hold && !post) needs.push({ code: "measure", ...facts.measuring });
  if (isBehind(reading.owed)) needs.push({ code: "behind", lengths: reading.owed, feasible: reading.pace.feasible });
  return needs;
}
