/**
 * Horses whose truth is known, by mechanics that are not the model's: how they grow, forget, are scored, fall ill, and how their riders choose.
 * The model never sees this file; it is handed scores, days, minutes, declared kind and weather, as it would be by a barn.
 */

import type { SkillShape } from "#core/forecast/stay.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import type { Random } from "#core/kernel/random.ts";

export interface Growth {
  /** Of the level before the work, 0-5.3; `fresh` days since the skill was last worked. */
  gain(level: number, dose: number, fresh: number, random: Random): number;
  /** Level after a night away from the skill. */
  overnight(level: number, best: number, daysSince: number): number;
}
export interface Scoring {
  /** What the rider writes, before it is cut to 0…5 and rounded. */
  say(level: number, rider: RiderTruth, skill: SkillShape, mood: number, random: Random): number;
}
export interface RiderTruth {
  readonly name: string;
  readonly lean: number;
  /** Lean by branch, and how far it drifts over a term. */
  readonly byBranch: Readonly<Record<string, number>>;
  readonly drift: number;
  /** Chance that a slot goes to a favourite that no goal asks for. */
  readonly wanders: number;
  /** Of going on with what was worked yesterday, before climbing. */
  readonly dwells: number;
  /** Works on from a skill once its last score is this. */
  readonly takesUpAt: 2 | 3;
  /** Proves a goal twice before it counts as done. */
  readonly proves: boolean;
}
export interface Family {
  readonly name: string;
  /** How its riders choose: up the ladder, or back from the goals. */
  readonly chooses: "up" | "back";
  readonly growth: Growth;
  readonly scoring: Scoring;
  /** Log-rate of horses, of branches within a horse, of skills within a branch: standard deviations. */
  readonly rates: { readonly horse: number; readonly branch: number; readonly skill: number };
  readonly mood: number;
  readonly layoff: { readonly aDay: number; readonly days: readonly [number, number] };
  readonly stall: {
    readonly aDay: number;
    readonly days: readonly [number, number];
    readonly gain: number;
    readonly score: number;
  };
  readonly miss: number;
  /** Share of skills that stop at a level for this horse. */
  readonly ceilings: number;
  /** Level of a skill on arrival by how deep it lies, 0-1. */
  arrival(kind: HorseKind, depth: number, random: Random): number;
  /** How far the sides stand apart. */
  readonly sides: number;
}

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Learns by insight: little at first, much in the middle, then slowly; forgets by a power law; riders lean by branch and judge whole days by mood. */
const INSIGHT: Family = {
  name: "insight",
  chooses: "up",
  growth: {
    gain: (level, dose, fresh, random) => {
      const middle = 0.55 + 0.9 * Math.exp(-(((level - 2) / 1.3) ** 2));
      const slow = level > 4 ? 0.35 : 1;
      const rested = fresh >= 2 && fresh <= 4 ? 1.12 : 1;
      const insight = random.chance(0.3) ? 2.2 : 0.48;
      return dose * middle * slow * rested * insight;
    },
    overnight: (level, best, days) =>
      Math.max(0.55 * best, best - (best - level) - 0.012 * level * Math.log1p(Math.max(0, days - 2))),
  },
  scoring: {
    say: (level, rider, skill, mood, random) =>
      level + mood - rider.lean - (rider.byBranch[skill.branch] ?? 0) + (random.chance(0.08) ? 1.6 : 0.66) * random.normal(),
  },
  rates: { horse: 0.36, branch: 0.2, skill: 0.34 },
  mood: 0.38,
  layoff: { aDay: 0.006, days: [5, 16] },
  stall: { aDay: 0.006, days: [10, 28], gain: 0.1, score: -0.7 },
  miss: 0.07,
  ceilings: 0.04,
  arrival: (kind, depth, random) => {
    const reach = { unhandled: 0.1, halter: 0.28, started: 0.75, restart: 0.62 }[kind];
    const known = clamp((reach - depth) * 7 + 2.4 + 0.9 * random.normal(), 0, 4.8);
    return depth > reach + 0.25 ? 0 : known;
  },
  sides: 0.4,
};

/** Learns steadily towards what it can hold; loses a little each night; scores are cautious, compressed and drift; riders stay with what they like. */
const STEADY: Family = {
  name: "steady",
  chooses: "up",
  growth: {
    gain: (level, dose, fresh, random) => {
      const room = Math.max(0.02, (5.4 - level) / 5.4) * 1.25;
      const again = fresh <= 1 ? 0.85 : 1;
      return dose * room * again * clamp(1 + 0.7 * random.normal(), -0.2, 3);
    },
    overnight: (level, best, days) => 0.45 * best + (level - 0.45 * best) * 2 ** (-Math.min(days, 30) / 75),
  },
  scoring: {
    say: (level, rider, _skill, mood, random) => 0.2 + 0.93 * level + mood - rider.lean - rider.drift + 0.78 * random.normal(),
  },
  rates: { horse: 0.3, branch: 0.1, skill: 0.42 },
  mood: 0.26,
  layoff: { aDay: 0.0075, days: [4, 20] },
  stall: { aDay: 0.0065, days: [12, 34], gain: 0.2, score: -0.55 },
  miss: 0.11,
  ceilings: 0.06,
  arrival: (kind, depth, random) => {
    const level =
      { unhandled: 0.7, halter: 2.4, started: 4.2, restart: 3.4 }[kind] -
      { unhandled: 3, halter: 5, started: 3.6, restart: 4.4 }[kind] * depth;
    return clamp(level + (level > 0.3 ? 1.1 : 0.2) * random.normal(), 0, 5);
  },
  sides: 0.3,
};

/** Learns in leaps with long plateaus between them; a good night's rest brings some of it; riders round up. */
const LEAPS: Family = {
  ...INSIGHT,
  name: "leaps",
  chooses: "back",
  growth: {
    gain: (level, dose, fresh, random) =>
      (random.chance(0.18) ? 3.4 : 0.35) * dose * (level > 3.6 ? 0.5 : 1) * (fresh > 6 ? 0.8 : 1),
    overnight: (level, best, days) => level + (days === 1 ? 0.02 : 0) - 0.004 * Math.max(0, days - 4) * Math.max(0, best - 1),
  },
  scoring: { say: (level, rider, _skill, mood, random) => level + 0.25 + mood - rider.lean + 0.7 * random.normal() },
  mood: 0.3,
};
/** Learns fast while little is known and slowly later; forgets quickly; scores are even. */
export const QUICK: Family = {
  ...STEADY,
  name: "quick",
  chooses: "back",
  growth: {
    gain: (level, dose, _fresh, random) => dose * 1.9 * Math.exp(-level / 2.6) * clamp(1 + 0.5 * random.normal(), 0, 2.5),
    overnight: (level, best, days) => 0.6 * best + (level - 0.6 * best) * 2 ** (-Math.min(days, 30) / 40),
  },
  rates: { horse: 0.42, branch: 0.15, skill: 0.3 },
  miss: 0.05,
};
/** Slow horses whose sides differ much, with stalls and a dull scorer who hardly leaves the middle. */
const LOPSIDED: Family = {
  ...STEADY,
  name: "lopsided",
  chooses: "back",
  scoring: { say: (level, rider, _skill, mood, random) => 0.6 + 0.8 * level + mood - rider.lean + 0.6 * random.normal() },
  sides: 0.7,
  stall: { aDay: 0.01, days: [10, 30], gain: 0.15, score: -0.6 },
  ceilings: 0.09,
};
/** Much of it is in the horse, little in the skill: some learn everything at twice the pace of others. */
const GIFTED: Family = {
  ...INSIGHT,
  name: "gifted",
  chooses: "back",
  rates: { horse: 0.6, branch: 0.1, skill: 0.18 },
  mood: 0.45,
  arrival: (kind, depth, random) => clamp(INSIGHT.arrival(kind, depth, random) * 0.85, 0, 4.8),
};

export const FAMILIES: readonly Family[] = [INSIGHT, STEADY, LEAPS, QUICK, LOPSIDED, GIFTED];
