import type { Need } from "#contracts/views.ts";
import type { HoldKind } from "#core/calendar/holds.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { UrgencyReason } from "#core/day/urgency.ts";
import { RUNGS, rungWords } from "#core/intake/instrument.ts";
import type { RiskReason } from "#core/intake/outcome.ts";
import { signOf } from "#core/intake/signs.ts";
import { skillOf } from "#core/ladder/skills.ts";
import { sayLateNeed } from "./check.ts";
import { inner, plural } from "./figures.ts";
import { HOLD, POST } from "./labels.ts";

export function sayNeed(need: Need): string {
  switch (need.code) {
    case "evaluate":
      return `Evaluate by ${sayDate(need.due)}`;
    case "hold":
      return `On hold, ${HOLD[need.kind as HoldKind].toLowerCase()}, since ${sayDate(need.from)}${need.to ? ` to ${sayDate(need.to)}` : ""}`;
    case "behind":
      return `${plural(need.lengths, "length")} behind${need.feasible ? "" : ", and too few days left"}`;
    case "time-off":
      return `${plural(need.days, "day")} without work`;
    case "mid-term":
    case "exit":
      return `${POST[need.code]} evaluation due ${sayDate(need.due)}`;
    case "report":
      return `Report due ${sayDate(need.due)}`;
    case "sign":
      return "Evaluation waits for a signature";
    case "check-late":
      return sayLateNeed(need.who, need.days, need.holds);
    case "stall":
      return "Learns less than it did: look at the plan";
    case "over":
      return `Term over for ${plural(need.days, "day")}`;
  }
}
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
      return "/plan";
    case "hold":
    case "over":
      return "/terms";
    case "behind":
    case "time-off":
      return null;
  }
}
/** How a need is marked, beside its words: shape as well as colour. */
export const needTone = (need: Need): "stop" | "attend" | "tell" =>
  need.code === "hold" || need.code === "over" || (need.code === "check-late" && need.holds === "all")
    ? "stop"
    : need.code === "mid-term" || need.code === "exit"
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
      return "on time";
  }
}

export function sayRisk(reason: RiskReason): string {
  switch (reason.code) {
    case "sign":
      return `${signOf(reason.sign).words.toLowerCase()}, strength ${reason.strength}`;
    case "hard-to-handle":
      return `${skillOf(reason.skill).words.toLowerCase()} at 0 or 1`;
    case "unhandled":
      return "barely handled";
    case "never-ridden":
      return "never ridden";
    case "slow-to-settle":
      return `${reason.minutes} minutes to settle`;
    case "stopped":
      return `walk stopped at '${inner(rungWords(RUNGS, reason.rung))}'`;
    case "quiet":
      return "nothing seen that asks for more";
  }
}
