/**
 * The next big step as it is told: ready, nearly or far, what is missing, and, once it is ready, when and with whom it is proposed. Who may do it is asked of
 * the one rule; when, of the plan, which begins nothing before a rest day or at the end of a term.
 */
import type { LocalDate } from "../calendar/local-date.ts";
import type { RedSign } from "../permission/ground-check.ts";
import type { PermitHorse, PermitPerson } from "../permission/horse.ts";
import { nobodyLightEnough } from "../permission/lightest.ts";
import { countOf, type NextStep, nextStep, type STEP_STATES, stateOf } from "../permission/next-step.ts";
import {
  against,
  barring,
  barsForGood,
  type HorseReason,
  helperReasons,
  horseReasons,
  type PermitPlace,
  riderReasons,
  secondPersonFor,
  skillAct,
  type WhenAndWhere,
} from "../permission/permission.ts";
import type { MissingForStep, Step, StepFacts } from "../permission/steps.ts";

export interface StepPerson extends PermitPerson {
  /** Sessions that the two have had together. */
  readonly known: number;
  /** Is here on that day. */
  here(day: LocalDate): boolean;
}
/** What stands where the person and the place are known already, as a card that was handed out. */
export interface Given<P> {
  readonly rider: P;
  readonly helper: P | null;
  readonly place: PermitPlace;
  readonly moment: WhenAndWhere;
}
export interface StepAsked<P extends StepPerson> {
  readonly horse: PermitHorse;
  readonly facts: StepFacts;
  readonly goals: readonly string[];
  readonly today: LocalDate;
  /** Days from today on for which the plan has skills as the main thing. */
  readonly planned: readonly { readonly day: LocalDate; readonly skills: readonly string[] }[];
  readonly people: readonly P[];
  /** Where a horse is worked for the first time: small ones first. */
  readonly places: readonly PermitPlace[];
  /** Seen today. */
  readonly redSigns: readonly RedSign[];
  /** Today's card, where there is one. */
  readonly given: Given<P> | null;
}
export type StepMissing =
  | MissingForStep
  | { readonly code: "red-sign"; readonly sign: RedSign }
  /** The list may be full: something else keeps everybody from it. */
  | { readonly code: "barred"; readonly by: Exclude<HorseReason["code"], "not-ready" | "red-sign"> }
  | { readonly code: "nobody-light-enough" }
  /** Nobody has the grade, rides, or is let near this horse. */
  | { readonly code: "nobody-may" };
export interface ProposedStep {
  readonly day: LocalDate;
  readonly rider: PermitPerson["id"];
  readonly helper: PermitPerson["id"] | null;
  readonly place: PermitPlace["id"];
}
export interface NextStepNotice {
  readonly step: Step;
  readonly skill: string;
  readonly state: (typeof STEP_STATES)[number];
  readonly missing: readonly StepMissing[];
  readonly proposed: ProposedStep | null;
}

/** On the way to what is wanted; null: nothing new lies there. */
export const stepOnTheWay = (facts: StepFacts, goals: readonly string[], horse: PermitHorse): NextStep | null =>
  nextStep(facts, goals, barsForGood(horse));

export function nextStepNotice<P extends StepPerson>(asked: StepAsked<P>): NextStepNotice | null {
  const { horse, facts, goals } = asked;
  const next = stepOnTheWay(facts, goals, horse);
  if (!next) return null;
  const missing: readonly StepMissing[] = [...next.missing, ...barredBy(asked, next)];
  const state = stateOf(countOf(missing));
  return { step: next.step, skill: next.skill.id, state, missing, proposed: state === "ready" ? proposedFor(asked, next) : null };
}

/** A step is not ready on a day on which the horse says no, nor one that something bars or nobody here may take. */
function barredBy<P extends StepPerson>(
  { horse, facts, people, redSigns }: StepAsked<P>,
  { skill }: NextStep,
): readonly StepMissing[] {
  const act = skillAct(skill, facts.reading);
  const reasons = barring(horseReasons(horse, act));
  const seen = new Set([...redSigns, ...reasons.flatMap((one) => (one.code === "red-sign" ? [one.sign] : []))]);
  const bars = new Set(reasons.flatMap(({ code }) => (code === "not-ready" || code === "red-sign" ? [] : [code])));
  const heavy = skill.bears !== "nothing" && nobodyLightEnough(horse.load, people) !== null;
  const nobody = !heavy && people.length > 0 && people.every((person) => barring(riderReasons(horse, person, act)).length > 0);
  return [
    ...[...seen].map((sign) => ({ code: "red-sign", sign }) as const),
    ...[...bars].map((by) => ({ code: "barred", by }) as const),
    ...(heavy ? [{ code: "nobody-light-enough" } as const] : []),
    ...(nobody ? [{ code: "nobody-may" } as const] : []),
  ];
}

/** Whom the horse knows best, and of those the lighter. */
const byTrust = (a: StepPerson, b: StepPerson): number =>
  b.known - a.known || (a.weightKg ?? Number.MAX_VALUE) - (b.weightKg ?? Number.MAX_VALUE);

function proposedFor<P extends StepPerson>(asked: StepAsked<P>, { skill }: NextStep): ProposedStep | null {
  const { horse, facts, today, planned, people, places, given } = asked;
  const act = skillAct(skill, facts.reading);
  const days = planned.filter(({ day, skills }) => day >= today && skills.includes(skill.id)).map(({ day }) => day);
  // What puts weight on a back for the first time is done in a small place, where there is one.
  const small =
    skill.bears === "nothing" ||
    horse.stage === "riding" ||
    !places.some(({ separate }) => separate) ||
    (given?.place.separate ?? false);
  if (given && small && days.includes(today) && barring(against(horse, given, act, given.moment)).length === 0)
    return { day: today, rider: given.rider.id, helper: given.helper?.id ?? null, place: given.place.id };
  const day = days.find((one) => one > today || !given || !small);
  if (day === undefined) return null;
  const nothing: WhenAndWhere = { place: null, hours: [], ticked: null };
  const place = places.find((one) =>
    barring(against(horse, { rider: null, helper: null }, act, { ...nothing, place: one })).every(
      ({ code }) => code === "second-person",
    ),
  );
  if (!place) return null;
  const here = people.filter((person) => person.here(day));
  const needed = secondPersonFor(horse, act) !== null || skill.bears !== "nothing";
  // Whoever stands by is no rider's loss: the lowest grade that may.
  const standing = [...here].sort((a, b) => Number(a.rides) - Number(b.rides) || a.grade - b.grade || b.known - a.known);
  for (const rider of [...here].sort(byTrust)) {
    if (barring(riderReasons(horse, rider, act)).length > 0) continue;
    const helper = needed
      ? standing.find((one) => one.id !== rider.id && barring(helperReasons(horse, one, act)).length === 0)
      : null;
    if (helper === undefined) continue;
    if (barring(against(horse, { rider, helper }, act, { ...nothing, place })).length === 0)
      return { day, rider: rider.id, helper: helper?.id ?? null, place: place.id };
  }
  return null;
}
