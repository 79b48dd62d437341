/** From what is written of a horse to what may be done with it on a day: the one reading that pages, plan, sheet, gate and command line share. */

import { type Hold, heldOn } from "../calendar/holds.ts";
import { daysBetween, type LocalDate } from "../calendar/local-date.ts";
import { daysOffOn } from "../calendar/time-off.ts";
import type { Incident } from "../card/card.ts";
import { type CheckFacts, type HeldByChecks, heldByChecks } from "../check/check.ts";
import { FIRST_RIDES, type HorseClass, type HorseKind } from "../horse/horse.ts";
import type { ToldHistory } from "../horse/told.ts";
import type { LimitsInForce, SecondPerson } from "../intake/limits.ts";
import type { PersonId } from "../kernel/brand.ts";
import { remember } from "../kernel/remember.ts";
import type { Skill } from "../ladder/skill.ts";
import { type HorseReading, type ReadScore, readHorse } from "../reading/reading.ts";
import { circleMinutes, type Fitness, type LightReason, loadLimit } from "../tools/load.ts";
import type { WorkLimits } from "../weather/work-limits.ts";
import { redSeen } from "./ground-check.ts";
import type { PermitHorse } from "./horse.ts";
import { stepBackOf } from "./protocol.ts";
import { type StepChange, type StepFacts, staysInSmallPlaces, unreadyOf } from "./steps.ts";
import { type PastSession, redOf, riskNow } from "./trouble.ts";

export interface HorseRecord {
  readonly kind: HorseKind;
  readonly horseClass: HorseClass;
  readonly history: ToldHistory;
  /** Completed years on the day; null unknown. */
  readonly ageYears: number | null;
  /** As the stay climbs it: the barn's, by its method. */
  readonly ladder: readonly Skill[];
  readonly groundSessionsFirst: number;
  /** What the barn changed of the lists of big steps. */
  readonly stepChanges: readonly StepChange[];
  readonly holds: readonly Hold[];
  readonly checks: readonly (CheckFacts & { readonly orderedOn: LocalDate })[];
  /** What was signed last, and on which day; null: nothing was. */
  readonly signed: (LimitsInForce & { readonly day: LocalDate }) | null;
  /** Set by hand beside it. */
  readonly riskSet: { readonly risk: number; readonly day: LocalDate } | null;
  /** As the evaluation reads; null: there is none. */
  readonly riskRead: number | null;
  /** The last walk and what it showed; null: there was none. */
  readonly walked: { readonly day: LocalDate; readonly signs: readonly { readonly sign: string }[] } | null;
  /** The barn's. */
  readonly limits: WorkLimits;
  readonly weight: { readonly kilograms: number; readonly day: LocalDate } | null;
  readonly fitness: Fitness;
  readonly condition: number | null;
  readonly keptFrom: readonly PersonId[];
  /** Worked days so far, and how many of them in the saddle. */
  readonly worked: readonly LocalDate[];
  readonly rides: number;
  readonly scores: readonly ReadScore[];
  /** The last two dozen before the day, oldest first. */
  readonly sessions: readonly PastSession[];
  /** Of the day that is asked about, before what is asked about; missing: none, or they stand among the sessions. */
  readonly earlier?: readonly PastSession[];
  /** All of the stay, oldest first. */
  readonly incidents: readonly (Pick<Incident, "kind" | "hurt" | "strength"> & { readonly day: LocalDate })[];
}

/** Before any evaluation only the more experienced handle a horse that nobody knows. */
const UNKNOWN_RISK = 3;
/** As it was set by hand or signed, else as the evaluation reads; something worse that was seen since raises it. */
export function riskOf({
  riskSet,
  signed,
  riskRead,
  incidents,
}: Pick<HorseRecord, "riskSet" | "signed" | "riskRead" | "incidents">): ReturnType<typeof riskNow> {
  if (riskSet) return riskNow(riskSet.risk, riskSet.day, incidents);
  return riskNow(signed?.risk ?? riskRead ?? UNKNOWN_RISK, signed?.day ?? null, incidents);
}

const readOnce = remember(
  ({ ladder, scores, kind, history, rides }: HorseRecord, _: null): HorseReading =>
    readHorse({ ladder, scores, kind, history, rides }),
);
export const readingOf = (record: HorseRecord): HorseReading => readOnce(record, null);

/** What holds on a day: checks, and what was signed for it. A signature says nothing of the days before its evaluation. */
export interface InForce {
  readonly checks: HeldByChecks;
  readonly ridden: boolean | null;
  readonly secondPerson: SecondPerson;
  readonly sessionMinutes: number | null;
  readonly circleMinutes: number;
}
export function inForceOn(
  { checks, signed, ageYears, ladder }: Pick<HorseRecord, "checks" | "signed" | "ageYears" | "ladder">,
  day: LocalDate,
): InForce {
  const now = signed && signed.day <= day ? signed : null;
  return {
    checks: heldByChecks(checks, day, ladder),
    ridden: now?.ridden ?? null,
    secondPerson: now?.secondPerson ?? "no",
    sessionMinutes: now?.sessionMinutes ?? null,
    circleMinutes: now?.circleMinutes ?? circleMinutes(ageYears),
  };
}

export function stepFacts(record: HorseRecord, reading: HorseReading): StepFacts {
  const { ladder, sessions, worked, rides, groundSessionsFirst, stepChanges } = record;
  return { ladder, reading, sessions, sessionsSoFar: worked.length, rides, groundSessionsFirst, changes: stepChanges };
}

/** On whatever card, and in a walk. */
function redOn(
  { sessions, earlier = [], walked }: Pick<HorseRecord, "sessions" | "earlier" | "walked">,
  day: LocalDate,
): PermitHorse["redToday"] {
  const shown = walked?.day === day ? redSeen([], walked.signs) : [];
  const worked = [...sessions, ...earlier].filter((session) => session.day === day);
  return [...shown.map((sign) => ({ sign, gone: false })), ...redOf(worked)];
}

/** Why a rider's line would be light that also keeps a horse out of the heat. */
const NOT_FOR_HEAT: ReadonlySet<LightReason> = new Set(["unfit", "thin", "time-off"]);

/** Worked out once for a record and a day: the sheet, the week, the steps and the gate of one moment ask it of the same horse. */
export const permitOf = remember((record: HorseRecord, day: LocalDate): PermitHorse => {
  const { weight, ageYears, horseClass, fitness, condition, worked, rides, incidents } = record;
  const daysOff = daysOffOn(worked.at(-1) ?? null, day);
  const load = weight && loadLimit({ weightKg: weight.kilograms, ageYears, fitness, condition, daysOff });
  const reading = readingOf(record);
  const incident = incidents.at(-1) ?? null;
  const steps = stepFacts(record, reading);
  return {
    ...inForceOn(record, day),
    hold: heldOn(record.holds, day),
    signed: record.signed !== null,
    ageYears,
    horseClass,
    load,
    weightDays: weight && daysBetween(weight.day, day),
    risk: riskOf(record).risk,
    stage: reading.stage,
    smallPlaces: staysInSmallPlaces(steps),
    green: rides < FIRST_RIDES,
    noHeat: load?.because.some((reason) => NOT_FOR_HEAT.has(reason)) ?? false,
    forbid: record.keptFrom,
    unready: unreadyOf(steps),
    stepBack: stepBackOf({ ladder: record.ladder, reading, sessions: record.sessions, today: day }),
    redToday: redOn(record, day),
    daysOff,
    limits: record.limits,
    lastIncident: incident && { kind: incident.kind, day: incident.day, daysAgo: daysBetween(incident.day, day) },
  };
});
