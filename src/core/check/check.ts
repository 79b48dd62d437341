/** What a vet, dentist, farrier or fitter has been asked: when it is due, what waits for it, and what its answer says to the findings. */

import { addDays, daysBetween, type LocalDate } from "../calendar/local-date.ts";
import type { CheckResult, SignWeights } from "../intake/cause-rules.ts";
import { type CauseId, causeOf } from "../intake/causes.ts";
import { type CheckUrgency, type FindingFacts, type HeldWork, type RankedCause, type WeighedCause } from "../intake/findings.ts";
import type { Professional } from "../intake/signs.ts";
import type { Skill } from "../ladder/skill.ts";

export const CHECK_STATES = ["ordered", "booked", "done", "cancelled"] as const;
export type CheckState = (typeof CHECK_STATES)[number];
/** Who looks: somebody who is called, or the barn itself. */
export type Looker = Professional | "barn";

export interface CheckFacts {
  readonly state: CheckState;
  readonly due: LocalDate;
  readonly bookedFor: LocalDate | null;
  readonly holds: HeldWork;
  /** Skills left alone until it is done, where it holds 'skill'. */
  readonly skills: readonly string[];
  readonly cause: CauseId | null;
  readonly result: CheckResult | null;
  readonly doneOn: LocalDate | null;
  /** Somebody said that what was found holds nothing any more. */
  readonly releasedOn: LocalDate | null;
  readonly restrictions: readonly Restriction[];
}

/** Days until a check should be done. Judgement. */
const DUE_DAYS: Readonly<Record<CheckUrgency, number>> = { now: 0, days: 3, weeks: 14, watch: 30 };
export const dueDay = (orderedOn: LocalDate, urgency: CheckUrgency): LocalDate => addDays(orderedOn, DUE_DAYS[urgency]);

export const isOpen = (check: Pick<CheckFacts, "state">): boolean => check.state === "ordered" || check.state === "booked";

/** Whose visit takes a horse's day: it is shod, sedated or looked at, and not worked. */
const TAKE_THE_DAY: readonly Looker[] = ["vet", "farrier", "dentist"];
export const visitsOn = (check: Pick<CheckFacts, "state" | "bookedFor"> & { readonly who: Looker }, day: LocalDate): boolean =>
  isOpen(check) && check.bookedFor === day && TAKE_THE_DAY.includes(check.who);

/** Days by which an open check is late: past its appointment, or past its due day with none made. 0: it is not. */
export function daysLate(check: Pick<CheckFacts, "state" | "due" | "bookedFor">, today: LocalDate): number {
  if (!isOpen(check)) return 0;
  return Math.max(0, daysBetween(check.bookedFor ?? check.due, today));
}

/** Whether it was still open on a day: a session of the past is read with what was open then. */
export const wasOpen = (
  check: Pick<CheckFacts, "state" | "doneOn"> & { readonly orderedOn: LocalDate },
  day: LocalDate,
): boolean => check.orderedOn <= day && (isOpen(check) || (check.doneOn !== null && check.doneOn > day));

/** What a professional may restrict, in their words, until a day or until it is released. */
export const RESTRICTED_WORK = ["weight", "ridden", "bit", "saddle", "circles", "fast", "jump", "hard-ground"] as const;
export type RestrictedWork = (typeof RESTRICTED_WORK)[number];
export interface Restriction {
  readonly what: RestrictedWork;
  /** The last day on which it holds; null: until it is released. */
  readonly until: LocalDate | null;
  readonly words: string;
}

/** One thing that is held back, and why. */
export interface HeldByCheck {
  readonly because: "open" | "found" | "restricted";
  /** Null: the work that `restricts` names. */
  readonly holds: "all" | "ridden" | "skill" | null;
  readonly restricts: RestrictedWork | null;
  readonly until: LocalDate | null;
  /** Of the professional; empty where it is no restriction. */
  readonly words: string;
  readonly skills: readonly string[];
}
export type HeldByChecks = readonly HeldByCheck[];

type Holding = Pick<CheckFacts, "state" | "cause" | "holds" | "skills" | "doneOn" | "result" | "releasedOn" | "restrictions"> & {
  readonly orderedOn: LocalDate;
};
/** Ordered with nothing waiting for it, and found: it holds what its kind holds. */
export function heldWhenFound(
  { cause, holds, skills }: Pick<Holding, "cause" | "holds" | "skills">,
  ladder: readonly Skill[],
): Pick<Holding, "holds" | "skills"> {
  if (holds !== "nothing" || cause === null) return { holds, skills };
  const { found } = causeOf(cause);
  return {
    holds: found,
    skills: found === "skill" ? ladder.filter(({ causes }) => causes.includes(cause)).map(({ id }) => id) : [],
  };
}
/**
 * What checks hold back on a day: one that nobody has answered, one that was found until somebody releases it, and what a professional restricted. A session
 * of the past is read with what held then.
 */
export function heldByChecks(checks: readonly Holding[], day: LocalDate, ladder: readonly Skill[]): HeldByChecks {
  return checks.flatMap((check): readonly HeldByCheck[] => {
    const released = check.releasedOn !== null && check.releasedOn <= day;
    const answered = check.state === "done" && check.doneOn !== null && check.doneOn <= day;
    const because = wasOpen(check, day) ? "open" : answered && check.result === "found" && !released ? "found" : null;
    const { holds, skills } = because === "found" ? heldWhenFound(check, ladder) : check;
    const own: readonly HeldByCheck[] =
      because === null || holds === "nothing"
        ? []
        : [{ because, holds, restricts: null, until: null, words: "", skills: holds === "skill" ? skills : [] }];
    const restricted = !answered || released ? [] : check.restrictions.filter(({ until }) => until === null || day <= until);
    return [
      ...own,
      ...restricted.map(
        ({ what, until, words }): HeldByCheck => ({
          because: "restricted",
          holds: null,
          restricts: what,
          until,
          words,
          skills: [],
        }),
      ),
    ];
  });
}

/** Signs of which everything in the body that was likely has been looked at: nobody is sent for them again. */
export function answeredSigns(
  { causes }: Pick<WeighedCause, "causes">,
  checks: FindingFacts["checks"],
  signWeights: SignWeights,
): ReadonlySet<string> {
  const off = checks.filter(({ result }) => result !== "found").map(({ cause }) => cause);
  const left = causes.filter(({ cause }) => causeOf(cause).body).map(({ cause }) => cause);
  const points = (sign: string, to: readonly CauseId[]): boolean => to.some((cause) => signWeights[sign]?.[cause] !== undefined);
  return new Set(Object.keys(signWeights).filter((sign) => points(sign, off) && !points(sign, left)));
}

export interface Order {
  readonly cause: CauseId;
  readonly urgency: CheckUrgency;
  readonly holds: HeldWork;
  readonly skills: readonly string[];
}
/** A ranked cause as the check to order: what waits for it, and which skills wait should it be only those. */
export function orderOf(ranked: Pick<RankedCause, "cause" | "urgency" | "holds" | "for">, ladder: readonly Skill[]): Order {
  const signs = ranked.for.flatMap((one) => (one.code === "sign" || one.code === "one-sided" ? [one.sign] : []));
  const skills = ladder.filter((skill) => skill.signs.some((sign) => signs.includes(sign))).map(({ id }) => id);
  return { cause: ranked.cause, urgency: ranked.urgency, holds: ranked.holds, skills };
}

/**
 * Results as the findings hear them. 'treated' speaks against a cause only where the sign was seen again since; until then the horse is given time.
 */
export function resultsFor(
  checks: readonly Pick<CheckFacts, "state" | "cause" | "result" | "doneOn">[],
  lastSeen: LocalDate | null,
): FindingFacts["checks"] {
  return checks.flatMap(({ state, cause, result, doneOn }) =>
    state === "done" && cause && result && doneOn && (result !== "treated" || (lastSeen !== null && lastSeen > doneOn))
      ? [{ cause, result }]
      : [],
  );
}
