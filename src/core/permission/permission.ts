/**
 * May this be done with this horse, by this person, here and now? The one part that decides it, in pieces that the board, the gate, the plan and the record
 * ask for; together they are `against`. Every reason comes as data. What an act puts on the horse's back decides, whatever its card is called.
 */

import { isLongOff } from "../calendar/time-off.ts";
import type { SessionKind } from "../card/card.ts";
import { type CourseNow, isTight } from "../card/course.ts";
import { WILD_RISK } from "../horse/horse.ts";
import type { PlaceId } from "../kernel/brand.ts";
import { type Bears, mostBorne, type Skill } from "../ladder/skill.ts";
import type { HorseReading, Stage } from "../reading/reading.ts";
import { type WeatherBar, type WeatherHour, weatherBar } from "../weather/weather.ts";
import type { GateTick, RedSign } from "./ground-check.ts";
import type { PermitHorse, PermitPerson } from "./horse.ts";
import type { StepBack } from "./protocol.ts";
import { type Reason, reachOf, redSign, strengthOf } from "./reasons.ts";
import { restrictedSkill } from "./restrictions.ts";

/** Of a skill, as far as it is asked who may work it. */
export type ActSkill = Pick<Skill, "id" | "nature" | "tags" | "bears" | "grade" | "specialist" | "second">;
/** What is asked of people and horse beyond what every session asks. */
export interface AskedSkill {
  readonly skill: ActSkill;
  /** It does this already, mostly and on light help: whoever had to stand by need not any more. */
  readonly held: boolean;
}
/** Something done with a horse: a session, a part of it, or a record of one. */
export interface Act {
  readonly bears: Bears;
  /** Nothing is done on the ground before anybody gets on. */
  readonly straightOn: boolean;
  readonly skills: readonly AskedSkill[];
  /** Out there, catching and tacking up among it; null: not known. */
  readonly minutes: number | null;
  /** Of work, at the least; null: not known. */
  readonly workMinutes: number | null;
  readonly circleMinutes: number | null;
}

export const borneBy = (kind: SessionKind): Bears => (kind === "ground" ? "nothing" : "rider");
/** Minutes of a session that may all be catching and tacking up, which is not the horse's work. */
export const TACKING_UP = 30;
/** What is left for work of so many minutes on the sheet: half of a short session at the least. */
export const workMinutesOf = (minutes: number): number => Math.max(minutes / 2, minutes - TACKING_UP);
/**
 * A session of so many minutes as a sheet has it, before anybody asks for its single skills. A limit of 30 minutes leaves two half hours: one of them may be
 * all catching and tacking up, and the card asks no more than the limit.
 */
export const sessionAct = (kind: SessionKind, minutes: number): Act => ({
  bears: borneBy(kind),
  straightOn: kind === "saddle",
  skills: [],
  minutes,
  workMinutes: Math.max(0, minutes - TACKING_UP),
  circleMinutes: null,
});
/** One skill by itself. */
export const skillAct = (skill: Skill, reading: HorseReading): Act => ({
  bears: skill.bears,
  straightOn: false,
  skills: [askedOf(skill, reading)],
  minutes: null,
  workMinutes: null,
  circleMinutes: null,
});
/** From this level on a skill wants nobody beside it for its own sake. */
const HELD_FROM = 3;
export const askedOf = (skill: Skill, reading: Pick<HorseReading, "counts">): AskedSkill => ({
  skill: {
    id: skill.id,
    nature: skill.nature,
    tags: skill.tags,
    bears: skill.bears,
    grade: skill.grade,
    specialist: skill.specialist,
    second: skill.second,
  },
  held: reading.counts(skill) >= HELD_FROM,
});
/** The same session working these skills: it bears the most that any of them does. */
export const workingOn = (act: Act, skills: readonly AskedSkill[]): Act => ({
  ...act,
  skills,
  bears: mostBorne([act.bears, ...skills.map(({ skill }) => skill.bears)]),
});

const bearing = (act: Pick<Act, "bears">): boolean => act.bears !== "nothing";

/** Growing horses change faster. */
const YOUNG_UNDER = 4;

function ageReason({ ageYears, horseClass, ridden, limits }: PermitHorse, bears: Bears): HorseReason | null {
  const tooYoung =
    horseClass === "yearling" || horseClass === "weanling" || (ageYears !== null && ageYears < limits.noWeightUnder);
  if (tooYoung) return { code: "age", years: ageYears, under: limits.noWeightUnder, what: "weight" };
  const notYet = ageYears !== null && ageYears < limits.noRiderUnder && ridden !== true && bears === "rider";
  return notYet ? { code: "age", years: ageYears, under: limits.noRiderUnder, what: "rider" } : null;
}

export type HorseReason = Extract<
  Reason,
  { readonly code: "hold" | "check" | "signed-off" | "red-sign" | "not-ready" | "step-back" | "not-signed" | "age" | "load" }
>;
/** Whatever stands against an act with this horse, whoever does it, wherever and in any weather. */
export function horseReasons(horse: PermitHorse, act: Act): readonly HorseReason[] {
  const found: HorseReason[] = [];
  const back = horse.stepBack;
  if (horse.hold) found.push({ code: "hold", kind: horse.hold.kind, since: horse.hold.from });
  for (const held of horse.checks) {
    const named = held.holds === "skill" || held.restricts !== null;
    const skills = named
      ? act.skills.flatMap(({ skill }) =>
          held.skills.includes(skill.id) || restrictedSkill(held.restricts, skill) ? [skill.id] : [],
        )
      : [];
    const onBack =
      held.holds === "ridden" || held.restricts === "weight" || held.restricts === "ridden" || held.restricts === "saddle";
    const bars =
      held.holds === "all" ||
      (onBack && bearing(act)) ||
      skills.length > 0 ||
      (held.restricts === "circles" && (act.circleMinutes ?? 0) > 0);
    if (bars) found.push({ ...held, code: "check", skills });
  }
  if (horse.sessionMinutes !== null && act.workMinutes !== null && act.workMinutes > horse.sessionMinutes)
    found.push({ code: "signed-off", because: "minutes", limit: horse.sessionMinutes, is: act.workMinutes });
  if (act.circleMinutes !== null && act.circleMinutes > horse.circleMinutes)
    found.push({ code: "signed-off", because: "circle", limit: horse.circleMinutes, is: act.circleMinutes });
  found.push(...redEarlier(horse).filter(({ sign }) => bearing(act) || sign === "sudden-change"));
  for (const { skill } of act.skills) {
    const waiting = horse.unready.skills.find((one) => one.skill === skill.id);
    // One word for all of what bears weight is enough.
    if (waiting && !(skill.bears !== "nothing" && horse.unready.mount)) found.push({ code: "not-ready", step: true, ...waiting });
    // One word for all of what bears weight is enough.
    if (back?.skills.includes(skill.id) && !(skill.bears !== "nothing" && back.bearing)) found.push(steppedBack(back, skill.id));
  }
  if (!bearing(act)) return found;
  if (!horse.signed) found.push({ code: "not-signed" });
  if (horse.ridden === false) found.push({ code: "signed-off", because: "ground" });
  const age = ageReason(horse, act.bears);
  if (age) found.push(age);
  if (horse.load === null) found.push({ code: "load", because: "horse-unweighed" });
  else if (horse.weightDays !== null && horse.weightDays > horse.limits.weightOld)
    found.push({ code: "load", because: "weight-old", days: horse.weightDays });
  if (horse.unready.mount) found.push({ code: "not-ready", step: false, ...horse.unready.mount });
  if (back?.bearing) found.push(steppedBack(back, null));
  return found;
}

const steppedBack = ({ code, at, days, quiet, of }: StepBack, skill: string | null): HorseReason => ({
  code: "step-back",
  because: code,
  skill,
  at,
  days,
  quiet,
  of,
});

/** Nothing is ever put on its back: it is too young, or signed to stay on the ground. */
export const barsForGood = (horse: PermitHorse): boolean =>
  horseReasons(horse, {
    bears: "weight",
    straightOn: false,
    skills: [],
    minutes: null,
    workMinutes: null,
    circleMinutes: null,
  }).some(({ code }) => code === "age" || code === "signed-off");

/** Ground work asks one grade less than whatever bears weight; who stands by needs two less. */
export const gradeFor = (risk: number, bears: Bears): number => (bears === "nothing" ? Math.max(1, risk - 1) : risk);
export const helperGrade = (risk: number): number => Math.max(1, risk - 2);

/** What stands against this person as the one who rides or handles. */
export function riderReasons(horse: PermitHorse, person: PermitPerson, act: Act): readonly Reason[] {
  const found: Reason[] = [];
  const who = person.id;
  const needed = gradeFor(horse.risk, act.bears);
  if (person.grade < needed) found.push({ code: "grade", who, as: "rider", grade: person.grade, needed, skill: null });
  for (const { skill } of act.skills) {
    if (skill.grade > needed && person.grade < skill.grade)
      found.push({ code: "grade", who, as: "rider", grade: person.grade, needed: skill.grade, skill: skill.id });
    if (skill.specialist && !person.specialist)
      found.push({ code: "grade", who, as: "rider", specialist: true, skill: skill.id });
  }
  if (horse.forbid.includes(who)) found.push({ code: "kept-from", who, as: "rider" });
  if (!bearing(act)) return found;
  if (!person.rides) found.push({ code: "does-not-ride", who });
  else found.push(...loadReasons(horse, person));
  return found;
}
/** Whether this person may ever sit on this horse as the record stands: grade, weight, and who is kept from it. Whether the horse may bear anybody is another question. */
export const maySitOn = (horse: PermitHorse, person: PermitPerson): boolean =>
  horse.load !== null &&
  riderReasons(horse, person, sessionAct("saddle", TACKING_UP)).every((reason) => strengthOf(reason) === "tells");
/** Rider with tack against the horse's line; an unweighed person bears none. */
function loadReasons(
  { load }: Pick<PermitHorse, "load">,
  { id, weightKg }: Pick<PermitPerson, "id" | "weightKg">,
): readonly Reason[] {
  if (load === null) return [];
  if (weightKg === null) return [{ code: "load", because: "person-unweighed", who: id }];
  if (weightKg > load.refuseKg) return [{ code: "load", because: "over", who: id, riderKg: weightKg, limitKg: load.refuseKg }];
  return weightKg > load.preferKg
    ? [{ code: "load", because: "prefer", who: id, riderKg: weightKg, preferKg: load.preferKg }]
    : [];
}

/** A skill that is not done well yet may want somebody there whatever the horse is like. */
export const wantsSecondItself = ({ skill, held }: AskedSkill): boolean => skill.second && !held;
/** Why somebody must stand by; null: nobody need. */
export function secondPersonFor(
  horse: Pick<PermitHorse, "risk" | "secondPerson" | "stage" | "stepBack">,
  act: Pick<Act, "bears" | "skills">,
): Extract<Reason, { code: "second-person" }> | null {
  const second = (because: Extract<Reason, { code: "second-person" }>["because"], skill: string | null = null) =>
    ({ code: "second-person", because, skill }) as const;
  if (horse.risk >= WILD_RISK) return second("risk");
  if (horse.secondPerson === "always") return second("signed");
  if (bearing(act) && horse.stage !== "riding") return second("before-riding");
  if (bearing(act) && horse.secondPerson === "riding") return second("signed");
  if (horse.stepBack?.second) return second("step-back");
  const own = act.skills.find(wantsSecondItself);
  return own ? second("skill", own.skill.id) : null;
}
/** What is done in a first mounting takes this long, in minutes; the ground work after it wants nobody more than other ground work does. */
const FIRST_MOUNTING = 20;
/** Minutes from the beginning for which the second person must be there; null: all of the session. 0: nobody need. */
export function secondPersonMinutes(
  horse: Pick<PermitHorse, "risk" | "secondPerson" | "stage" | "stepBack">,
  act: Pick<Act, "bears" | "skills">,
): number | null {
  const why = secondPersonFor(horse, act);
  if (!why) return 0;
  const mountsFirst = why.because === "before-riding" && horse.stage === "unridden";
  return mountsFirst && secondPersonFor(horse, { ...act, bears: "nothing" }) === null && horse.secondPerson !== "riding"
    ? FIRST_MOUNTING
    : null;
}
/** What stands against the one who stands by; null: nobody does. */
export function helperReasons(horse: PermitHorse, helper: PermitPerson | null, act: Act): readonly Reason[] {
  const needed = secondPersonFor(horse, act);
  if (!helper) return needed ? [needed] : [];
  const who = helper.id;
  const grade = helperGrade(horse.risk);
  return [
    ...(helper.grade < grade
      ? [{ code: "grade", who, as: "helper", grade: helper.grade, needed: grade, skill: null } as const]
      : []),
    ...(horse.forbid.includes(who) ? [{ code: "kept-from", who, as: "helper" } as const] : []),
  ];
}

export interface PermitPlace {
  readonly id: PlaceId;
  /** A small place of its own, as a pen is. */
  readonly separate: boolean;
  readonly outdoor: boolean;
  readonly stages: readonly Stage[];
}
/** What stands against doing it there. */
export const placeReasons = (
  { stage, smallPlaces }: Pick<PermitHorse, "stage" | "smallPlaces">,
  { id, stages, outdoor, separate }: PermitPlace,
  act: Pick<Act, "bears">,
): readonly Reason[] => {
  if (!bearing(act)) return [];
  if (!stages.includes(stage)) return [{ code: "stage-place", place: id, stage }];
  return smallPlaces && outdoor && !separate ? [{ code: "stage-place", place: id, stage, open: true }] : [];
};

/** What the weather of these hours bars there; null where nothing. The first hour that bars speaks. */
export function weatherReason(
  horse: Pick<PermitHorse, "stage" | "green" | "noHeat" | "limits">,
  place: Pick<PermitPlace, "outdoor" | "separate">,
  act: Pick<Act, "bears" | "straightOn" | "minutes">,
  hours: readonly WeatherHour[],
): WeatherBar | null {
  const exposed = {
    minutes: act.minutes ?? 0,
    outdoor: place.outdoor,
    small: place.separate,
    ridden: bearing(act),
    straightOn: act.straightOn,
    firstRide: horse.stage !== "riding",
    green: horse.green,
    noHeat: horse.noHeat,
  };
  for (const hour of hours) {
    const bar = weatherBar(exposed, hour, horse.limits);
    if (bar) return bar;
  }
  return null;
}

export interface Ticked {
  /** Asked for, and given. */
  readonly asked: readonly GateTick[];
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  /** Of these, what went away again: it counts for the day, unless the manager looks himself. */
  readonly redGone?: readonly RedSign[];
  /** How it stands just now, as it was tapped; missing or null: nobody did. */
  readonly course?: CourseNow | null;
}
type RedReason = Extract<Reason, { readonly code: "red-sign" }>;
export const redReasons = ({ redSigns, redGone = [] }: Pick<Ticked, "redSigns" | "redGone">): readonly RedReason[] =>
  redSigns.map((sign) => redSign(sign, redGone));
/** On another card of the day, or in its walk. */
export const redEarlier = ({ redToday }: Pick<PermitHorse, "redToday">): readonly RedReason[] =>
  redToday.map(({ sign, gone }) => redSign(sign, gone ? [sign] : []));
/** What was seen and not ticked on the ground just before. */
export function tickReasons(
  { asked, ticks, redSigns, redGone = [], course = null }: Ticked,
  act: Pick<Act, "bears">,
): readonly Reason[] {
  const red = redReasons({ redSigns, redGone }).filter(({ sign }) => bearing(act) || sign === "sudden-change");
  if (!bearing(act)) return red;
  return [
    ...red,
    ...courseReasons(course),
    ...asked.filter((tick) => !ticks.includes(tick)).map((tick): Reason => ({ code: "not-ticked", tick })),
  ];
}

/** Nobody gets on a horse that is tight or trying to leave; one that has softened is got on with that in mind. */
function courseReasons(course: CourseNow | null): readonly Reason[] {
  if (!course) return [];
  const { state, since: minutes, wasTight } = course;
  if (isTight(state)) return [{ code: "not-soft", state, minutes }];
  return wasTight ? [{ code: "softened", state, minutes }] : [];
}

/** Where and when, as far as it is known. */
export interface WhenAndWhere {
  readonly place: PermitPlace | null;
  readonly hours: readonly WeatherHour[];
  readonly ticked: Ticked | null;
}
/** A place of which nothing is known is taken for the open. */
const SOMEWHERE = { outdoor: true, separate: false };

/** Everything against an act, in the order in which a person would ask. `rider` null: whoever it is. */
export function against(
  horse: PermitHorse,
  people: { readonly rider: PermitPerson | null; readonly helper: PermitPerson | null },
  act: Act,
  { place, hours, ticked }: WhenAndWhere,
): readonly Reason[] {
  const weather = weatherReason(horse, place ?? SOMEWHERE, act, hours);
  return [
    ...horseReasons(horse, act),
    ...(people.rider ? riderReasons(horse, people.rider, act) : []),
    ...helperReasons(horse, people.helper, act),
    ...(place ? placeReasons(horse, place, act) : []),
    ...(weather ? [weather] : []),
    ...(ticked ? tickReasons(ticked, act) : []),
  ];
}
export const barring = <R extends Reason>(reasons: readonly R[]): readonly R[] =>
  reasons.filter((reason) => strengthOf(reason) === "bars");
/** The same as of the back: what bars everything, and whatever puts weight on it. */
export const barsBearing = (reasons: readonly Reason[]): boolean => barring(reasons).some((reason) => reachOf(reason) !== "act");

/** It is time to weigh again: a young horse changes faster. */
export function isWeightAgeing({
  ageYears,
  weightDays,
  limits,
}: Pick<PermitHorse, "ageYears" | "weightDays" | "limits">): boolean {
  const ageing = ageYears === null || ageYears < YOUNG_UNDER ? limits.weightAgeingYoung : limits.weightAgeing;
  return weightDays !== null && weightDays > ageing;
}
/** Kept in mind with an open gate. */
const RECENT_INCIDENT = 7;
export function inMind(horse: PermitHorse, act: Pick<Act, "bears">): readonly Reason[] {
  const found: Reason[] = [];
  const { daysOff, lastIncident, weightDays, load } = horse;
  if (isLongOff(daysOff)) found.push({ code: "time-off", days: daysOff });
  if (lastIncident && lastIncident.daysAgo <= RECENT_INCIDENT)
    found.push({ code: "incident", kind: lastIncident.kind, day: lastIncident.day });
  if (bearing(act) && load !== null && weightDays !== null && isWeightAgeing(horse) && weightDays <= horse.limits.weightOld)
    found.push({ code: "load", because: "weight-ageing", days: weightDays });
  return found;
}
