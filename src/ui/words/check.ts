/** Words of checks and trials. */

import { here } from "#contracts/ladder.here.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { CheckState, Looker, Restriction } from "#core/check/check.ts";
import type { CheckResult, Trial, TrialResult } from "#core/intake/cause-rules.ts";
import type { HeldWork } from "#core/intake/findings.ts";
import { inner, listed, outer, plural } from "./figures.ts";
import { PROFESSIONAL } from "./labels-desk.ts";
import { RESTRICTED } from "./reasons.ts";

export const LOOKER: Record<Looker, string> = {
  vet: "Vet",
  dentist: "Dentist",
  farrier: "Farrier",
  fitter: "Saddle and bit fitter",
  bodyworker: "Bodyworker",
  barn: "Our staff",
};
export const CHECK_STATE: Record<CheckState, string> = {
  ordered: "Ordered",
  booked: "Booked",
  done: "Done",
  cancelled: "Cancelled",
};
export const CHECK_RESULT: Record<CheckResult, string> = {
  clear: "Checked, nothing found",
  treated: "Problem fixed",
  found: "Problem found, not fixed yet",
};
export const TRIAL_CHANGE: Record<Trial, string> = {
  "other-bit": "Another bit",
  "no-bit": "No bit",
  "other-saddle": "Another saddle",
  "other-pad": "Another pad",
  "other-girth": "Another girth",
  "other-rider": "Another rider",
  "more-turnout": "More turnout",
  "with-companion": "A companion near",
  "other-noseband": "Another noseband",
  "no-second-girth": "Without the second girth",
  "shorter-session": "A shorter session",
  "shod-anew": "New shoes or a trim",
  "soft-ground": "Soft ground",
  "food-for-standing": "Treats for standing still",
};
export const TRIAL_OUTCOME: Record<TrialResult, string> = { gone: "Sign gone", less: "Less than before", same: "No change" };

export const sayWaits = (holds: HeldWork, skills: readonly string[]): string => {
  switch (holds) {
    case "nothing":
      return "Nothing waits";
    case "skill":
      return skills.length > 0
        ? `Leave alone: ${inner(listed(skills.map((skill) => here().of(skill).words.toLowerCase())))}`
        : "Leave alone what shows the sign";
    case "ridden":
      return "No ridden work";
    case "all":
      return "No work";
  }
};
export const sayRestriction = ({ what, until, words }: Restriction): string =>
  `no ${RESTRICTED[what]}${until ? ` until ${sayDate(until)}` : ""}${words ? ` (${words})` : ""}`;
export const sayLate = (days: number): string => `${plural(days, "day")} overdue`;
export const sayLateNeed = (who: Looker, days: number, holds: HeldWork): string =>
  `${outer(who === "barn" ? "our own check" : PROFESSIONAL[who])} ${plural(days, "day")} overdue${holds === "all" ? ": no work until then" : holds === "ridden" ? ": no riding until then" : ""}`;
/** To stand behind the word for its state. */
export const sayWhen = (check: {
  state: CheckState;
  due: LocalDate;
  bookedFor: LocalDate | null;
  doneOn: LocalDate | null;
}): string =>
  check.state === "done" && check.doneOn
    ? ` ${sayDate(check.doneOn)}`
    : check.bookedFor
      ? ` for ${sayDate(check.bookedFor)}`
      : `, due by ${sayDate(check.due)}`;
