/** How much a horse may carry: rider with tack ÷ horse's weight. Two lines: prefer under, refuse above. */
import { THIN_BELOW } from "../horse/horse.ts";

export const FITNESS = ["unknown", "fit", "unfit"] as const;
export type Fitness = (typeof FITNESS)[number];

export interface LoadFacts {
  readonly weightKg: number;
  /** Completed years; null unknown. */
  readonly ageYears: number | null;
  readonly fitness: Fitness;
  /** Condition score 1-9 (Henneke and co-workers, 1983); null not taken. */
  readonly condition: number | null;
  /** Days since the horse was last worked; null never or unknown. */
  readonly daysOff: number | null;
}

export type LightReason = "age-unknown" | "under-four" | "unfit" | "fitness-unknown" | "thin" | "time-off";

export interface LoadLimit {
  /** Fractions of the horse's weight. */
  readonly prefer: number;
  readonly refuse: number;
  readonly preferKg: number;
  readonly refuseKg: number;
  /** Why the lighter line holds; empty for a fit adult. */
  readonly because: readonly LightReason[];
}

/** Powell and co-workers (2008) saw strain from 25 %; the barn's lines lie well under it. */
const FIT_ADULT = { prefer: 0.17, refuse: 0.2 };
const LIGHT = { prefer: 0.15, refuse: 0.18 };
const DAYS_THAT_COST_FITNESS = 21;

/** The two lines for a horse; what is not known counts as the lighter case. */
export function loadLimit(facts: LoadFacts): LoadLimit {
  const because: LightReason[] = [];
  if (facts.ageYears === null) because.push("age-unknown");
  else if (facts.ageYears < 4) because.push("under-four");
  if (facts.fitness === "unfit") because.push("unfit");
  if (facts.fitness === "unknown") because.push("fitness-unknown");
  if (facts.condition !== null && facts.condition < THIN_BELOW) because.push("thin");
  if (facts.daysOff !== null && facts.daysOff >= DAYS_THAT_COST_FITNESS) because.push("time-off");
  const line = because.length > 0 ? LIGHT : FIT_ADULT;
  return { ...line, preferKg: line.prefer * facts.weightKg, refuseKg: line.refuse * facts.weightKg, because };
}

/** Minutes of trot and canter on a circle under 20 m in one session: 10 at two years, 15 at three, 20 adult (judgement). Unknown age counts as two. */
export function circleMinutes(ageYears: number | null): number {
  if (ageYears === null || ageYears <= 2) return ageYears !== null && ageYears < 2 ? 0 : 10;
  return ageYears === 3 ? 15 : 20;
}
