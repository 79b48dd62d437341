/** Changes of gear that were trials without anybody calling them so: a sign that showed before and does not since. */
import { addDays, type LocalDate } from "../calendar/local-date.ts";
import { type SignWeights, TRIAL_CAUSE, type Trial } from "../intake/cause-rules.ts";
import { supports } from "../intake/findings.ts";
import { type GearPlace, ownOf, STAGED, type Tack } from "./gear.ts";
import { type GearSpan, gearRuns, type WornSession } from "./worn.ts";

export interface GearTrial {
  readonly change: Trial;
  readonly place: GearPlace;
  /** What it wore there since; empty: nothing. */
  readonly tack: readonly Tack[];
  /** The first session with it, and the last so far. */
  readonly fromDay: LocalDate;
  readonly endedOn: LocalDate;
  /** Signs that showed in most sessions before and in next to none since. */
  readonly went: readonly string[];
}
const BACK_GIRTH: readonly string[] = STAGED[1] ?? [];
const PADS: readonly string[] = ["pad", "bareback-pad"];
const SADDLES: readonly string[] = ["saddle", "surcingle"];

/** Which question a change at a place answers; null: none that the findings ask. */
function questionOf(place: GearPlace, before: readonly Tack[], after: readonly Tack[]): Trial | null {
  // A bit that is carried yet is being taught, and no other bit.
  if (place === "mouth")
    return before.length === 0 || before.includes("bit-carried") ? null : after.length === 0 ? "no-bit" : "other-bit";
  if (place !== "back" || before.length === 0 || after.length === 0) return null;
  const of = (tack: readonly Tack[], group: readonly string[]): string =>
    tack.filter((one) => group.includes(one) || (group === SADDLES && ownOf(one))).join();
  if (of(before, SADDLES) !== of(after, SADDLES)) return of(before, SADDLES) && of(after, SADDLES) ? "other-saddle" : null;
  if (of(before, BACK_GIRTH) && !of(after, BACK_GIRTH)) return "no-second-girth";
  return of(before, PADS) === of(after, PADS) ? null : "other-pad";
}

/** Days within which a trial that somebody began is the same as the change of gear. */
const SAME_DAYS = 3;
/**
 * Those that nobody has written down as a trial, the newest first; only by signs that speak for what the question asks, or every change of the season would be one.
 * `trials`: what was begun.
 */
export function gearTrials(
  sessions: readonly WornSession[],
  trials: readonly { readonly change: Trial; readonly fromDay: LocalDate }[],
  signWeights: SignWeights,
): readonly GearTrial[] {
  const runs = gearRuns(sessions);
  const known = (change: Trial, day: LocalDate): boolean =>
    trials.some(
      (one) => one.change === change && one.fromDay >= addDays(day, -SAME_DAYS) && one.fromDay <= addDays(day, SAME_DAYS),
    );
  return runs
    .flatMap(({ place, tack, from, to, went: all }, i): GearTrial[] => {
      const before: GearSpan | undefined = runs[i - 1];
      const change = before?.place === place ? questionOf(place, before.tack, tack) : null;
      const went = change ? all.filter((sign) => supports(signWeights, TRIAL_CAUSE[change], sign)) : [];
      return change && went.length > 0 && !known(change, from) ? [{ change, place, tack, fromDay: from, endedOn: to, went }] : [];
    })
    .sort((a, b) => b.fromDay.localeCompare(a.fromDay));
}
