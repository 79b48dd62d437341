import { here } from "#contracts/ladder.here.ts";
import type { Proposal } from "#contracts/views.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { UrgencyReason } from "#core/day/urgency.ts";
import { causeOf } from "#core/intake/causes.ts";
import { RUNGS, rungWords } from "#core/intake/instrument.ts";
import type { RiskReason } from "#core/intake/outcome.ts";
import { signOf } from "#core/intake/signs.ts";
import type { ProgressEvidence } from "#core/watch/evidence.ts";
import type { Need } from "#core/watch/needs.ts";
import type { PointsTo, Reasoned } from "#core/watch/reasoning.ts";
import { STEP_WORDS } from "./because.ts";
import { LOOKER, sayLateNeed, TRIAL_CHANGE } from "./check.ts";
import { inner, listed, outer, plural } from "./figures.ts";
import { HOLD } from "./labels.ts";
import { POST } from "./labels-desk.ts";
import { sayChance } from "./plan.ts";
import { skillWords } from "./skills.ts";

export function sayNeed(need: Need): string {
  switch (need.code) {
    case "evaluate":
      return `Evaluate by ${sayDate(need.due)}`;
    case "hold":
      return `On hold, ${HOLD[need.kind as HoldKind].toLowerCase()}, since ${sayDate(need.from)}${need.to ? ` to ${sayDate(need.to)}` : ""}`;
    case "behind":
      return `${plural(need.lengths, "length")} behind${need.feasible ? "" : ", and not enough days left to catch up"}`;
    case "time-off":
      return `${plural(need.days, "day")} without work`;
    case "measure":
      return `Measuring due since ${sayDate(need.since)}`;
    case "no-day":
      return "Not scheduled this week yet";
    case "mid-term":
    case "exit":
      return `${POST[need.code]} evaluation due ${sayDate(need.due)}`;
    case "report":
      return `Report due ${sayDate(need.due)}`;
    case "sign":
      return "Evaluation needs your sign-off";
    case "check-late":
      return sayLateNeed(need.who, need.days, need.holds);
    case "stall":
      return `Progress has stalled since ${sayDate(need.day)}`;
    case "sudden":
      return `Sudden change on ${sayDate(need.day)}: vet before any more work`;
    case "goal":
      return `Goal at risk: ${inner(skillWords(need.skill))}. ${outer(sayChance(need.chance))} (${Math.round(100 * need.chance)}%)${need.others > 0 ? ` · ${need.others} more` : ""}`;
    case "stuck":
      return `No progress in 4 sessions: ${inner(skillWords(need.skill))}`;
    case "same-trouble":
      return `Trouble again at ${inner(skillWords(need.at))}: gone back to easier work, ${need.quiet} of ${need.of} quiet sessions done`;
    case "step-ready":
      return `Ready: ${STEP_WORDS[need.step]}`;
    case "dated-goal":
      return `Tight for ${sayDate(need.by)}: ${inner(skillWords(need.skill))} (${Math.round(100 * need.chance)}%)`;
    case "next-goals":
      if (need.wish)
        return need.skills[0] === need.wish
          ? `Within reach now, as the owner asked: ${inner(skillWords(need.wish))}`
          : `Next step towards ${inner(skillWords(need.wish))}: ${inner(skillWords(need.skills[0] ?? ""))}`;
      return need.skills.length > 0
        ? `All goals reached. Next: ${inner(listed(need.skills.map((id) => inner(skillWords(id)))))}`
        : "All goals reached: set new ones";
    case "over":
      return `Term ended ${plural(need.days, "day")} ago`;
  }
}
/** Of a skill as much as a lane has room for: 'First sit', without what stands behind it. */
export const shortSkill = (skill: string): string => skillWords(skill).split(/[,:(]/)[0]?.trim() ?? skillWords(skill);
/** The same for a lane of the Rail, at most about forty characters; the rest opens with the lane. */
export function sayNeedShort(need: Need): string {
  switch (need.code) {
    case "hold":
      return `On hold (${inner(HOLD[need.kind as HoldKind])}) since ${sayDate(need.from)}`;
    case "behind":
      return `${plural(need.lengths, "length")} behind${need.feasible ? "" : ", not enough days left"}`;
    case "check-late":
      return sayLateNeed(need.who, need.days, "nothing");
    case "goal":
      return `Goal at risk: ${inner(shortSkill(need.skill))}`;
    case "stuck":
      return `No progress: ${inner(shortSkill(need.skill))}`;
    case "same-trouble":
      return `Trouble again: ${inner(shortSkill(need.at))}`;
    case "dated-goal":
      return `Tight for ${sayDate(need.by)}: ${inner(shortSkill(need.skill))}`;
    case "next-goals":
      if (need.skills[0] === undefined) return "All goals reached";
      return `${need.wish ? "Next step" : "Next goal"}: ${inner(shortSkill(need.skills[0]))}`;
    default:
      return sayNeed(need);
  }
}
/** Needs by what they are about, for choosing among horses. */
export const NEED_KIND: Readonly<Record<Need["code"], string>> = {
  evaluate: "evaluation",
  "mid-term": "evaluation",
  exit: "evaluation",
  sign: "evaluation",
  hold: "hold",
  behind: "sessions owed",
  "time-off": "sessions owed",
  measure: "measures",
  "no-day": "sessions owed",
  over: "going home",
  report: "report",
  stall: "progress",
  goal: "progress",
  stuck: "progress",
  "same-trouble": "trouble",
  "step-ready": "progress",
  "dated-goal": "progress",
  "next-goals": "progress",
  "check-late": "check",
  sudden: "check",
};
/** Where a need is met; null where the horse's own page is the place. */
export function needPath(need: Need): string | null {
  switch (need.code) {
    case "evaluate":
    case "mid-term":
    case "exit":
      return "/evaluate";
    case "sign":
      return `/evaluation/${need.evaluation}`;
    case "check-late":
      return "/checks";
    case "report":
      return "/report";
    case "stall":
    case "goal":
    case "stuck":
    case "step-ready":
    case "dated-goal":
    case "next-goals":
      return "/plan";
    case "same-trouble":
      return "/log";
    case "sudden":
      return "/checks";
    case "hold":
    case "over":
      return "/terms";
    case "behind":
    case "time-off":
    case "no-day":
    case "measure":
      return null;
  }
}
/** How a need is marked, beside its words: shape as well as colour. */
export const needTone = (need: Need): "stop" | "attend" | "tell" =>
  need.code === "sudden" ||
  need.code === "same-trouble" ||
  need.code === "hold" ||
  need.code === "over" ||
  (need.code === "check-late" && need.holds === "all")
    ? "stop"
    : need.code === "mid-term" ||
        need.code === "exit" ||
        need.code === "step-ready" ||
        need.code === "next-goals" ||
        need.code === "measure"
      ? "tell"
      : "attend";

export function sayUrgency(reason: UrgencyReason): string {
  switch (reason.code) {
    case "owed":
      return `${plural(reason.lengths, "session")} owed`;
    case "days-since":
      return `last worked ${plural(reason.days, "day")} ago`;
    case "term-ends":
      return reason.days === 0 ? "last day of the term" : `${plural(reason.days, "day")} to the end`;
    case "never-worked":
      return "first session here";
    case "on-time":
      return "on schedule";
  }
}

export function sayRisk(reason: RiskReason): string {
  switch (reason.code) {
    case "sign":
      return `${signOf(reason.sign).words.toLowerCase()}, strength ${reason.strength}`;
    case "hard-to-handle":
      return `${here().of(reason.skill).words.toLowerCase()} at 0 or 1`;
    case "unhandled":
      return "barely handled";
    case "never-ridden":
      return "never ridden";
    case "slow-to-settle":
      return `${reason.minutes} minutes to settle`;
    case "stopped":
      return `evaluation stopped at '${inner(rungWords(RUNGS, reason.rung))}'`;
    case "raced":
      return "has raced";
    case "unknown-handling":
      return "restart, and nobody knows how this horse was handled";
    case "told-dangerous":
      return "the owner says somebody was hurt, thrown or run away with";
    case "quiet":
      return "nothing seen that needs more care";
  }
}

/** Why, one line each. */
export function sayEvidence(evidence: ProgressEvidence): string {
  switch (evidence.code) {
    case "unchanged":
      return `${here().of(evidence.skill).words}${evidence.side === "both" ? "" : `, ${evidence.side}`}: still ${evidence.score} after ${evidence.times} scores.`;
    case "rose":
      return `In that time ${plural(evidence.skills, "other skill")} improved.`;
    case "one-side":
      return `${outer(evidence.side)} side only. Check soundness before more schooling.`;
    case "layoff":
      return `${plural(evidence.days, "day")} off until ${sayDate(evidence.until)}.`;
  }
}
/** What the button does. */
export function sayProposal(proposal: Proposal, need: Need): string {
  switch (proposal.code) {
    case "order-check":
      return `Order a check: ${inner(LOOKER[proposal.input.who])}${proposal.input.cause ? `, ${inner(causeOf(proposal.input.cause).words)}` : ""}`;
    case "rest-skill":
      return "Rest this skill for a week";
    case "tell-owner":
      return "Tell the owner";
    case "go-back":
      return `Go back one skill: ${inner(here().of(proposal.skill).words)}`;
    case "add-sessions":
      return `Add ${plural(proposal.days.length, "session")} this week: ${listed(proposal.days.map(sayDate))}`;
    case "lay-step":
      return "Put it on the day sheet";
    case "drop-goal":
      return "Drop the goal";
    case "add-goal":
      return `Make it a goal: ${inner(skillWords(proposal.skill))}`;
    case "open":
      return OPENS[need.code] ?? "Open it";
  }
}
const OPENS: Readonly<Partial<Record<Need["code"], string>>> = {
  evaluate: "Evaluate",
  "mid-term": "Evaluate",
  exit: "Evaluate",
  report: "Write the report",
  "check-late": "Open the check",
  hold: "Open the hold",
  over: "Send home or extend",
  behind: "Open the week",
  "time-off": "Add to a string",
  "no-day": "Open the week",
  stall: "See the plan",
  goal: "See the plan",
  stuck: "See the plan",
  "same-trouble": "See the sessions",
  "step-ready": "See the plan",
  "dated-goal": "See the plan",
  "next-goals": "Set new goals",
  sign: "Sign off",
};
/** The same in a word or two, for a lane of the Rail. */
export function sayVerb(proposal: Proposal, need: Need): string {
  switch (proposal.code) {
    case "order-check":
      return "Order a check";
    case "rest-skill":
      return "Rest this skill";
    case "go-back":
      return "Go back one skill";
    case "add-sessions":
      return `Add ${plural(proposal.days.length, "session")}`;
    case "lay-step":
      return "Put it on the day";
    case "add-goal":
      return "Make it a goal";
    default:
      return sayProposal(proposal, need);
  }
}

const POINTS_TO: Readonly<Record<PointsTo, string>> = {
  vet: "Vet before any more work.",
  soundness: "Check soundness before more schooling.",
  check: "Have somebody look before you drill this.",
  tack: "Keep the change and have the fit checked.",
  schooling: "A schooling matter: carry on quietly.",
};
/** One line of the reasoning: what is seen, and where it points. */
export function sayReasoned(reasoned: Reasoned): string {
  const points = POINTS_TO[reasoned.points];
  switch (reasoned.because) {
    case "sudden":
      return `${signOf(reasoned.sign).words}: came suddenly. ${points}`;
    case "better":
      return `${signOf(reasoned.sign).words}: less each session. ${points}`;
    case "same":
      return `${signOf(reasoned.sign).words}: the same over several sessions. ${points}`;
    case "one-side":
      return `${signOf(reasoned.sign).words}: ${reasoned.side} side only. ${points}`;
    case "answered":
      return `${signOf(reasoned.sign).words}: checked, and no cause was found. ${points}`;
    case "tack-gone":
      return `${TRIAL_CHANGE[reasoned.change]}: the sign stopped after this change. ${points}`;
    case "standstill":
      return `${outer(listed(reasoned.skills.map((skill) => inner(here().of(skill).words))))}${reasoned.side ? `, ${reasoned.side} side only` : ""}: no progress while ${plural(reasoned.rose, "other skill")} improved. ${points}`;
  }
}
