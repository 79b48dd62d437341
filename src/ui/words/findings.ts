import type { CheckResult, SignMoment, Trial, TrialResult } from "#core/intake/cause-rules.ts";
import { type CauseId, causeOf } from "#core/intake/causes.ts";
import type { CheckUrgency, Evidence, HeldWork } from "#core/intake/findings.ts";
import { RUNGS, rungWords, type WalkStep } from "#core/intake/instrument.ts";
import { signOf } from "#core/intake/signs.ts";
import { inner, listed, outer } from "./figures.ts";
import { SIDE } from "./labels.ts";
import { HISTORY_ANSWER, HISTORY_TOPIC, PROFESSIONAL } from "./labels-desk.ts";

export const URGENCY: Record<CheckUrgency, string> = {
  watch: "Watch it",
  weeks: "Within two weeks",
  days: "Within days",
  now: "Now, before any more work",
};
export const HELD_WORK: Record<HeldWork, string> = {
  nothing: "work goes on",
  skill: "until then leave alone what shows the sign",
  ridden: "until then no ridden work",
  all: "until then no work",
};
export const MOMENT: Record<SignMoment, string> = {
  tightening: "when the girth is tightened",
  mounting: "when somebody gets on",
  contact: "when contact comes",
  leg: "on the leg",
  "rein-given": "when the rein is given",
  "canter-change": "at the change into canter",
  "going-forward": "on going forward",
  gate: "by the gate",
  "time-off": "after time off",
  ears: "at the ears",
  forehead: "at the forehead",
  direction: "at a change of direction",
  "getting-off": "when somebody gets off",
  "touched-behind": "when the hindquarters are touched",
  "after-work": "after work",
  "new-place": "in a new place",
  late: "late in the session",
  "before-fence": "before a fence",
  downhill: "downhill",
  "left-lead": "on the left lead",
  "right-lead": "on the right lead",
};
const RESULT: Record<CheckResult, string> = {
  clear: "checked, nothing found",
  treated: "fixed, and the sign is still there",
  found: "found",
};
const TRIAL: Record<Trial, string> = {
  "other-bit": "another bit",
  "no-bit": "no bit",
  "other-saddle": "another saddle",
  "other-pad": "another pad",
  "other-girth": "another girth",
  "other-rider": "another rider",
  "more-turnout": "more turnout",
  "with-companion": "a companion near",
  "other-noseband": "another noseband",
  "no-second-girth": "no second girth",
  "shorter-session": "a shorter session",
  "shod-anew": "new shoes or a trim",
  "soft-ground": "soft ground",
  "food-for-standing": "treats for standing still",
};
const TRIAL_RESULT: Record<TrialResult, string> = {
  gone: "made the sign go away",
  less: "made the sign less",
  same: "changed nothing",
};
const MEASURE = {
  croupHigh: "the croup is higher than the withers",
  thin: "the horse is thin",
  changingTeeth: "the horse is at the age of changing teeth",
  growing: "the horse is growing fast",
  overweight: "the horse is overweight",
  longOff: "the horse had a week or more off before",
  shodLongAgo: "the feet were done long ago",
  shodJustNow: "the feet were just done",
  richFeed: "rich feed",
  hind: "one hind leg only",
} as const;
const TREND = {
  better: "better from session to session",
  same: "unchanged over several sessions",
  sudden: "came suddenly",
} as const;
const sign = (id: string): string => inner(signOf(id).words);

/** Who looks, as a word: the barn itself, or somebody who is called. */
export const sayWho = (cause: CauseId): string => {
  const { who } = causeOf(cause);
  return who === "barn" ? "The barn" : outer(PROFESSIONAL[who]);
};

/** One piece of evidence, to stand in a list behind 'because' or 'against it'. */
export function sayEvidence(evidence: Evidence, rungs: readonly WalkStep[] = RUNGS): string {
  switch (evidence.code) {
    case "sign": {
      const at = inner(rungWords(rungs, evidence.rung));
      const where = [at, SIDE[evidence.side], evidence.moment && MOMENT[evidence.moment]].filter(Boolean).join(", ");
      return `${sign(evidence.sign)} (${where})`;
    }
    case "one-sided":
      return `${sign(evidence.sign)} only on the ${SIDE[evidence.side]}`;
    case "together":
      return `${listed(evidence.signs.map(sign))} together`;
    case "ridden-signs":
      return `${evidence.count} signs in one ridden test`;
    case "history":
      return `${HISTORY_TOPIC[evidence.topic].toLowerCase()}: ${HISTORY_ANSWER[evidence.answer].toLowerCase()}`;
    case "measure":
      return MEASURE[evidence.what];
    case "trend":
      return `${sign(evidence.sign)} ${TREND[evidence.trend]}`;
    case "check":
      return `${inner(causeOf(evidence.cause).words)}: ${RESULT[evidence.result]}`;
    case "ruled-out":
      return "more likely causes are ruled out";
    case "never-taught":
      return `nobody has done this with the horse yet (${HISTORY_TOPIC[evidence.topic].toLowerCase()}: no)`;
    case "trial":
      return `${TRIAL[evidence.change]} ${TRIAL_RESULT[evidence.result]}`;
  }
}
