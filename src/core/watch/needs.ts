/** What a horse needs of the manager today, and what a day of waiting costs: the order of the short list on the Rail. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Looker } from "../check/check.ts";
import type { StallAlarm, StallGroup } from "../forecast/stall.ts";
import type { MeasuringDue } from "../horse/measuring.ts";
import type { HeldWork } from "../intake/findings.ts";
import type { EvaluationId } from "../kernel/brand.ts";
import type { Step } from "../permission/steps.ts";

export type Need =
  | { readonly code: "evaluate"; readonly due: LocalDate }
  | { readonly code: "hold"; readonly kind: string; readonly from: LocalDate; readonly to: LocalDate | null }
  | { readonly code: "behind"; readonly lengths: number; readonly feasible: boolean }
  | { readonly code: "time-off"; readonly days: number }
  /** Heights, condition and the saddle's fit are asked for again. */
  | ({ readonly code: "measure" } & MeasuringDue)
  /** The rest of the week is laid out, and it has no day in it. */
  | { readonly code: "no-day"; readonly sessions: number }
  | { readonly code: "mid-term" | "exit" | "report"; readonly due: LocalDate }
  | { readonly code: "over"; readonly days: number }
  /** The scores of late say that it has stopped learning. */
  | { readonly code: "stall"; readonly group: StallGroup; readonly day: LocalDate }
  /** An evaluation is closed and nobody has signed what comes of it. */
  | { readonly code: "sign"; readonly evaluation: EvaluationId }
  | { readonly code: "check-late"; readonly who: Looker; readonly days: number; readonly holds: HeldWork }
  /** A sudden change was seen, and no vet has been asked since. */
  | { readonly code: "sudden"; readonly day: LocalDate }
  /** A promised goal that will hardly be met in time. */
  | { readonly code: "goal"; readonly skill: string; readonly chance: number; readonly others: number }
  /** A skill that gained next to nothing over its last works. */
  | { readonly code: "stuck"; readonly skill: string }
  /** The same trouble twice, or a fall: what was done about it by itself, and how far it is. */
  | { readonly code: "same-trouble"; readonly at: string; readonly day: LocalDate; readonly quiet: number; readonly of: number }
  /** A big step whose list is full. */
  | { readonly code: "step-ready"; readonly step: Step; readonly skill: string }
  /** It is needed on a day, and will hardly be there. */
  | { readonly code: "dated-goal"; readonly skill: string; readonly chance: number; readonly by: LocalDate }
  /** All goals are met, or none of them leads to what the owner came for any more: what may come next, the first of it towards that wish. */
  | { readonly code: "next-goals"; readonly skills: readonly string[]; readonly wish?: string | null };
export type NeedCode = Need["code"];
export const NEED_CODES = [
  "evaluate",
  "hold",
  "behind",
  "time-off",
  "measure",
  "no-day",
  "mid-term",
  "exit",
  "report",
  "over",
  "stall",
  "sign",
  "check-late",
  "sudden",
  "goal",
  "stuck",
  "same-trouble",
  "step-ready",
  "dated-goal",
  "next-goals",
] as const satisfies readonly NeedCode[];

/** An alarm older than so many days is history. */
const ALARM_DAYS = 14;
/** So long a pause explains by itself why scores fell. */
const PAUSE_DAYS = 14;

/** From this level on a skill that stands still is where it should be. */
const RELIABLE = 4;
/** Alarms by what is still below a reliable level; one that only such tracks carry is none. `latest`: the last score of a track, `skill:side`. */
export const stillOpen = <A extends Pick<StallAlarm, "tracks">>(
  alarms: readonly A[],
  latest: (track: string) => number | undefined,
): readonly A[] =>
  alarms.flatMap((alarm) => {
    const tracks = alarm.tracks.filter((track) => (latest(track) ?? 0) < RELIABLE);
    return tracks.length > 0 || alarm.tracks.length === 0 ? [{ ...alarm, tracks }] : [];
  });

/**
 * The standstill that is told today: the last alarm, unless it is history, or a long pause lies between its beginning and it, as the horse is then coming
 * back and not standing still. Days count from the first of the stay.
 */
export function stallNotice<A extends Pick<StallAlarm, "kind" | "day" | "since">>(
  alarms: readonly A[],
  worked: readonly number[],
  today: number,
): A | null {
  const last = alarms.filter(({ kind }) => kind === "stall").at(-1);
  if (!last || today - last.day > ALARM_DAYS) return null;
  const paused = worked.some((day, i) => {
    const before = worked[i - 1];
    return before !== undefined && day - before > PAUSE_DAYS && day >= last.since && before <= last.day;
  });
  return paused ? null : last;
}

const capped = (value: number, most: number): number => Math.min(most, value);
const overdue = (due: LocalDate, today: LocalDate): boolean => due < today;

/**
 * Points that a day of waiting costs, 0-100; the barn's judgement. A horse that may be hurting comes before one that loses days, that before an owner who
 * waits for paper, and that before what may take its time.
 */
export function costOfWaiting(need: Need, today: LocalDate): number {
  switch (need.code) {
    case "sudden":
      return 90;
    case "check-late":
      return { nothing: 8, skill: 12, ridden: 24, all: 34 }[need.holds] + capped(need.days, 10);
    case "stall":
      return 30;
    case "evaluate":
      return overdue(need.due, today) ? 28 : 18;
    case "over":
      return 20 + capped(need.days, 10);
    case "behind":
      return capped(need.lengths * (need.feasible ? 3 : 5), 27);
    case "report":
      return overdue(need.due, today) ? 22 : 11;
    case "time-off":
      return capped(need.days * 1.5, 18);
    case "no-day":
      return capped(need.sessions * 5, 20);
    case "goal":
      return 6 + 8 * (1 - need.chance);
    case "exit":
      return overdue(need.due, today) ? 16 : 9;
    case "sign":
      return 12;
    case "hold":
      return need.to === null ? 7 : 0;
    case "mid-term":
      return overdue(need.due, today) ? 9 : 5;
    case "stuck":
    case "measure":
      return 4;
    case "same-trouble":
      return 40;
    case "dated-goal":
      return 14 + 8 * (1 - need.chance);
    case "step-ready":
      return 13;
    case "next-goals":
      return 10;
  }
}

/** Tells a need from the next one of its kind on the same horse: an answer to one alarm is none to another. */
export function aboutOf(need: Need): string {
  switch (need.code) {
    case "stall":
    case "sudden":
      return need.day;
    case "goal":
    case "stuck":
    case "dated-goal":
    case "step-ready":
      return need.skill;
    case "same-trouble":
      return `${need.at} ${need.day}`;
    case "sign":
      return need.evaluation;
    case "check-late":
      return need.who;
    case "next-goals":
      return need.wish ? (need.skills[0] ?? "") : "";
    default:
      return "";
  }
}

export interface NeedAnswer {
  readonly code: string;
  readonly about: string;
  /** The need is out of sight up to and with this day. */
  readonly until: LocalDate;
}
/** The answer that keeps a need out of sight today; the newest counts. `answers` newest first. */
export const answerTo = <A extends NeedAnswer>(need: Need, answers: readonly A[], today: LocalDate): A | null => {
  const newest = answers.find((answer) => answer.code === need.code && answer.about === aboutOf(need));
  return newest && newest.until >= today ? newest : null;
};
