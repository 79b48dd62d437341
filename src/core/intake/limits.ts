/** What a horse may be asked: ridden or not, by whom, for how long, with whom beside it. Each limit says why. Judgement; the manager may set others. */
import {
  GROWING_CM,
  type HistoryAnswer,
  type HistoryTopic,
  type HorseClass,
  type HorseKind,
  OVERWEIGHT_FROM,
  type Sex,
  THIN_BELOW,
} from "../horse/horse.ts";
import { circleMinutes } from "../tools/load.ts";
import type { Touch } from "./body.ts";
import type { HeldWork } from "./findings.ts";
import type { Nerve } from "./mind.ts";
import type { SeenSign } from "./seen.ts";

export interface LimitFacts {
  readonly horseClass: HorseClass;
  readonly horseKind: HorseKind;
  readonly ageYears: number | null;
  readonly sex: Sex;
  readonly risk: number;
  readonly condition: number | null;
  readonly unfit: boolean;
  readonly growthCm: number | null;
  readonly weighed: boolean;
  readonly nerve: Nerve | null;
  /** What waits for a check. */
  readonly holds: HeldWork;
  readonly signs: readonly Pick<SeenSign, "sign" | "strength">[];
  readonly touches: readonly Touch[];
  readonly history: Readonly<Partial<Record<HistoryTopic, HistoryAnswer>>>;
}

export type UnriddenReason = "under-two" | "under-three" | "not-grown" | "not-weighed" | "check" | "all-held";
export type ShortReason = "two" | "three" | "age-unknown" | "unhandled" | "thin" | "unfit" | "growing" | "hot" | "under-two";
export type CircleReason = "young" | "overweight" | "foundered";
export type SecondReason = "risk" | "girth" | "kicks" | "never-ridden";
export type ApartReason = "near-horses" | "stallion";

export interface Limits {
  readonly ridden: boolean;
  /** Why it is not ridden; empty where it is. */
  readonly riddenBecause: readonly UnriddenReason[];
  /** Null: as long as the method has it. */
  readonly sessionMinutes: number | null;
  readonly sessionBecause: readonly ShortReason[];
  readonly circleMinutes: number;
  /** Why fewer than a grown horse's. */
  readonly circleBecause: readonly CircleReason[];
  readonly secondPerson: SecondPerson;
  readonly secondBecause: readonly SecondReason[];
  /** Why it wants room to others; empty: no company is known to trouble it. */
  readonly apartBecause: readonly ApartReason[];
  readonly rideGrade: number;
  readonly groundGrade: number;
}

const SHORTER: Readonly<Record<ShortReason, number>> = {
  "under-two": 20,
  two: 30,
  three: 45,
  "age-unknown": 45,
  unhandled: 30,
  thin: 40,
  unfit: 40,
  growing: 45,
  hot: 30,
};

function shortOf(facts: LimitFacts): ShortReason[] {
  const age = facts.ageYears;
  return [
    ...(age === null ? (["age-unknown"] as const) : []),
    ...(age !== null && age < 2 ? (["under-two"] as const) : []),
    ...(age === 2 ? (["two"] as const) : []),
    ...(age === 3 ? (["three"] as const) : []),
    ...(facts.horseKind === "unhandled" ? (["unhandled"] as const) : []),
    ...(facts.condition !== null && facts.condition < THIN_BELOW ? (["thin"] as const) : []),
    ...(facts.unfit ? (["unfit"] as const) : []),
    ...(facts.growthCm !== null && facts.growthCm >= GROWING_CM ? (["growing"] as const) : []),
    ...(facts.nerve === "hot" ? (["hot"] as const) : []),
  ];
}

/** Feet that carry too much, or that foundered before: no circles. */
function heavyOf({ condition, history }: LimitFacts): CircleReason[] {
  return [
    ...(condition !== null && condition >= OVERWEIGHT_FROM ? (["overweight"] as const) : []),
    ...(history.foundered === "yes" ? (["foundered"] as const) : []),
  ];
}
const GROWN = 5;

function unriddenOf(facts: LimitFacts): UnriddenReason[] {
  return [
    ...(facts.ageYears !== null && facts.ageYears < 2 ? (["under-two"] as const) : []),
    ...(facts.ageYears === 2 ? (["under-three"] as const) : []),
    ...(facts.horseClass === "yearling" || facts.horseClass === "weanling" ? (["not-grown"] as const) : []),
    ...(facts.weighed ? [] : (["not-weighed"] as const)),
    ...(facts.holds === "ridden" ? (["check"] as const) : []),
    ...(facts.holds === "all" ? (["all-held"] as const) : []),
  ];
}

function secondOf(facts: LimitFacts): SecondReason[] {
  const strong = (sign: string): boolean => facts.signs.some((seen) => seen.sign === sign && seen.strength === 3);
  const girthTouch = facts.touches.some((touch) => touch.strength === 3 && (touch.zone === "girth" || touch.by === "girth"));
  const kicks = facts.touches.some(
    (touch) => touch.strength === 3 && ["flank", "belly", "hind-leg", "hind-foot", "croup"].includes(touch.zone),
  );
  return [
    ...(facts.risk >= 4 ? (["risk"] as const) : []),
    ...(facts.horseKind === "halter" || facts.horseKind === "unhandled" ? (["never-ridden"] as const) : []),
    ...(strong("girthy") || girthTouch ? (["girth"] as const) : []),
    ...(kicks || strong("foot-refused") ? (["kicks"] as const) : []),
  ];
}

/** More against a horse never loosens a limit: every reason only shortens, forbids or adds a person. */
export function limitsOf(facts: LimitFacts): Limits {
  const riddenBecause = unriddenOf(facts);
  const sessionBecause = shortOf(facts);
  const secondBecause = secondOf(facts);
  const ofAge = circleMinutes(facts.ageYears);
  const heavy = heavyOf(facts);
  return {
    ridden: riddenBecause.length === 0,
    riddenBecause,
    sessionMinutes: sessionBecause.length === 0 ? null : Math.min(...sessionBecause.map((reason) => SHORTER[reason])),
    sessionBecause,
    circleMinutes: heavy.length > 0 ? 0 : ofAge,
    circleBecause: [...(ofAge < circleMinutes(GROWN) ? (["young"] as const) : []), ...heavy],
    secondPerson: secondBecause.some((why) => why !== "never-ridden") ? "always" : secondBecause.length > 0 ? "riding" : "no",
    secondBecause,
    apartBecause: [
      ...(facts.signs.some((seen) => seen.sign === "near-horses" && seen.strength >= 2) ? (["near-horses"] as const) : []),
      ...(facts.sex === "stallion" ? (["stallion"] as const) : []),
    ],
    rideGrade: facts.risk,
    groundGrade: Math.max(1, facts.risk - 1),
  };
}

/** Whom a signature wants beside a horse: nobody; somebody at whatever bears weight; somebody at all work, on the ground too. */
export const SECOND_PERSONS = ["no", "riding", "always"] as const;
export type SecondPerson = (typeof SECOND_PERSONS)[number];

/** Limits that a manager sets by hand; null leaves one as it was read. */
export interface SetLimits {
  readonly risk: number | null;
  readonly ridden: boolean | null;
  readonly secondPerson: SecondPerson | null;
  readonly sessionMinutes: number | null;
  readonly circleMinutes: number | null;
}
export interface LimitsInForce {
  readonly risk: number;
  readonly ridden: boolean;
  readonly secondPerson: SecondPerson;
  readonly sessionMinutes: number | null;
  readonly circleMinutes: number;
}
/** What keeps a horse on the ground for the whole stay; an open check or a missing weight is asked anew each day. */
const LASTING: readonly UnriddenReason[] = ["under-two", "under-three", "not-grown"];

/** What holds from the signature on. */
export const limitsSigned = (risk: number, limits: Limits, set: SetLimits): LimitsInForce => ({
  risk: set.risk ?? risk,
  ridden: set.ridden ?? !limits.riddenBecause.some((reason) => LASTING.includes(reason)),
  secondPerson: set.secondPerson ?? limits.secondPerson,
  sessionMinutes: set.sessionMinutes ?? limits.sessionMinutes,
  circleMinutes: set.circleMinutes ?? limits.circleMinutes,
});
