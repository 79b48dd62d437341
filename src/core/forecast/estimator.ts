/**
 * Where a horse is on every track, with how sure that is: one Gaussian over levels, the horse's learning rate, each rider's severity, the effect of
 * the day and each skill's ease, moved on by days off, work and scores. Levels run on the score scale from 0 to 5.3. The method is moment matching of an
 * ordered probit (assumed-density filtering; Minka 2001), with a growth curve per skill; all constants are the barn's model, not measured on this barn.
 */

import type { HorseKind } from "../horse/horse.ts";
import { must } from "../kernel/assert.ts";
import { cumulative, density } from "../kernel/normal.ts";
import type { Score } from "../kernel/sides.ts";
import { type Layout, layoutOf, type Track } from "./layout.ts";
import type { Session, StayFacts, Work } from "./stay.ts";

/** What is believed after the sessions so far. Changed in place by the steps below; `copyOf` before trying something out. */
export interface Belief {
  readonly layout: Layout;
  readonly mean: Float64Array;
  /** Row by row, symmetric. */
  readonly covariance: Float64Array;
  /** Highest mean that each track has had; what is forgotten falls towards half of it. */
  readonly best: Float64Array;
  readonly timesWorked: Int32Array;
  /** Room for one row while it is worked out. */
  readonly scratch: Float64Array;
  /** Day of the last session; null before the first. */
  lastDay: number | null;
  /** Sum over the scores heard, with two per cent of outliers. */
  logLikelihood: number;
}

const KIND_LEVEL: Readonly<Record<HorseKind, { readonly level: number; readonly slope: number }>> = {
  unhandled: { level: 0.5, slope: 2 },
  halter: { level: 2.2, slope: 5.5 },
  restart: { level: 3.3, slope: 4.5 },
  started: { level: 4.4, slope: 4 },
};
const SHARED = 1.35 ** 2;
const BY_BRANCH = 0.37 ** 2;
const BY_SKILL = 1.46 ** 2;
const OWN = 0.4 ** 2;
const BY_SIDE = 0.35 ** 2;
const RATE = 0.33 ** 2;
const EASE = 0.4 ** 2;
const SEVERITY = 0.35 ** 2;
const DAY = 0.3 ** 2;
const ODD_DAY = 1.6;
const SCORE_NOISE = 0.81 ** 2;
const OUTLIERS = 0.02;
const SCORES = 6;
export const HIGHEST_LEVEL = 5.3;

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Before any score: by kind and by how deep a skill lies. A horse that surely has not met a skill is surely near 0. */
export function priorOf(kind: HorseKind, layout: Layout): Belief {
  const { size, tracks, skills } = layout;
  const mean = new Float64Array(size);
  const covariance = new Float64Array(size * size);
  const variance = (at: number, value: number): void => {
    covariance[at * size + at] = value;
  };
  variance(layout.rate, RATE);
  variance(layout.day, DAY);
  for (const rider of layout.riders) variance(layout.rider(rider), SEVERITY);
  for (let skill = 0; skill < skills.length; skill += 1) variance(layout.ease(skill), EASE);
  const { level, slope } = KIND_LEVEL[kind];
  for (const track of tracks) mean[track.at] = clamp(level - slope * (layout.depth[track.skill] ?? 0), 0, 5);
  const scale = (track: Track): number => clamp(0.07 + (mean[track.at] ?? 0) / 3, 0.07, 1);
  for (const one of tracks)
    for (const other of tracks) {
      const branch = skills[one.skill]?.branch === skills[other.skill]?.branch ? BY_BRANCH : 0;
      const skill = one.skill === other.skill ? BY_SKILL : 0;
      const sided = one.side === "both" || other.side === "both" ? 0 : one.side === other.side ? BY_SIDE : -BY_SIDE;
      const shared = SHARED + branch + skill + (one === other ? OWN : 0) + sided;
      covariance[one.at * size + other.at] = scale(one) * scale(other) * shared;
    }
  return {
    layout,
    mean,
    covariance,
    best: mean.slice(),
    timesWorked: new Int32Array(skills.length),
    scratch: new Float64Array(size),
    lastDay: null,
    logLikelihood: 0,
  };
}

export const copyOf = (belief: Belief): Belief => ({
  ...belief,
  mean: belief.mean.slice(),
  covariance: belief.covariance.slice(),
  best: belief.best.slice(),
  timesWorked: belief.timesWorked.slice(),
  scratch: belief.scratch.slice(),
});

const at = (list: Float64Array, index: number): number => list[index] ?? 0;

/** Scales one number's deviation: its row and its column. */
function scaleRow({ covariance, layout: { size } }: Belief, index: number, by: number): void {
  for (let i = 0; i < size; i += 1) {
    covariance[index * size + i] = at(covariance, index * size + i) * by;
    covariance[i * size + index] = at(covariance, i * size + index) * by;
  }
}
function addVariance({ covariance, layout: { size } }: Belief, index: number, more: number): void {
  covariance[index * size + index] = at(covariance, index * size + index) + more;
}

const HALF_LIFE = 60;
const HALF_LIFE_BY_WORK = 0.3;
const DRIFT = 0.015 ** 2;

/** Days without work: each level falls towards half of its best, slower the more it was worked, and is less sure. */
function forget(belief: Belief, days: number): void {
  for (const track of belief.layout.tracks) {
    const floor = 0.5 * at(belief.best, track.at);
    const level = at(belief.mean, track.at);
    const halfLife = HALF_LIFE * (1 + HALF_LIFE_BY_WORK * (belief.timesWorked[track.skill] ?? 0));
    const kept = 2 ** (-days / halfLife);
    if (level > floor) {
      belief.mean[track.at] = floor + (level - floor) * kept;
      scaleRow(belief, track.at, kept);
    }
    addVariance(belief, track.at, DRIFT * days * (1 + Math.max(0, level) / 3));
  }
}

const WINDY = -0.35;
const NEW_PLACE = -0.5;
const WEEK_OFF = -0.15;
const MOST_WEEKS = 3;

/** A new day: what the last one did to the scores says nothing of this one. */
function newDay(belief: Belief, session: Session, daysOff: number): void {
  const { layout } = belief;
  const odd = session.windy || session.newPlace;
  scaleRow(belief, layout.day, 0);
  belief.covariance[layout.day * layout.size + layout.day] = DAY * (odd ? ODD_DAY : 1);
  const weeks = Math.min(MOST_WEEKS, Math.floor(daysOff / 7));
  belief.mean[layout.day] = (session.windy ? WINDY : 0) + (session.newPlace ? NEW_PLACE : 0) + WEEK_OFF * weeks;
}

/** How much of a work's dose a level takes in: most while it is being understood, little once it is reliable. Piecewise linear, with its slope. */
const INTAKE: readonly (readonly [level: number, share: number])[] = [
  [0, 0.7],
  [1.5, 1],
  [3, 0.6],
  [4.5, 0.3],
  [5.4, 0.02],
];
export function intakeAt(level: number): { readonly share: number; readonly slope: number } {
  const [first, last] = [must(INTAKE[0], "a first"), must(INTAKE.at(-1), "a last")];
  if (level <= first[0]) return { share: first[1], slope: 0 };
  for (let i = 1; i < INTAKE.length; i += 1) {
    const [low, high] = [must(INTAKE[i - 1], "a point"), must(INTAKE[i], "a point")];
    if (level > high[0]) continue;
    const slope = (high[1] - low[1]) / (high[0] - low[0]);
    return { share: low[1] + slope * (level - low[0]), slope };
  }
  return { share: last[1], slope: 0 };
}

const READY = 2.35;
const LEAST_READY = 0.2;
/** How ready the prerequisites are, on their weaker sides. */
function readiness(belief: Belief, skill: number): number {
  const { layout } = belief;
  return must(layout.skills[skill], "a skill").prerequisites.reduce((product, id) => {
    const weaker = Math.min(...layout.tracksOf(layout.skill(id)).map((track) => at(belief.mean, track.at)));
    return product * clamp(weaker / READY, LEAST_READY, 1);
  }, 1);
}

const GAIN_NOISE = 0.64;
const LEAST_GAIN_NOISE = 0.0004;
const SPILL = 0.11;

/** One track takes in its part of a dose; the covariance follows through the slopes of the gain. `part` of the whole work, 0-1. */
function gain(belief: Belief, track: Track, dose: number, part: number): void {
  const { layout, mean, covariance } = belief;
  const { size, rate } = layout;
  const ease = layout.ease(track.skill);
  const spread = at(covariance, rate * size + rate) + at(covariance, ease * size + ease) + 2 * at(covariance, rate * size + ease);
  const { share, slope } = intakeAt(at(mean, track.at));
  const unit = Math.exp(at(mean, rate) + at(mean, ease) + spread / 4) * dose * part;
  const grown = unit * share;
  mean[track.at] = Math.min(HIGHEST_LEVEL, at(mean, track.at) + grown);
  belief.best[track.at] = Math.max(at(belief.best, track.at), at(mean, track.at));
  // θ' = θ + g(a, b, θ): row and column of θ are mixed with those of a and b, in place.
  const [byRate, byEase, byLevel] = [grown, grown, 1 + unit * slope];
  for (let i = 0; i < size; i += 1) {
    if (i === track.at) continue;
    const mixed =
      byLevel * at(covariance, track.at * size + i) +
      byRate * at(covariance, rate * size + i) +
      byEase * at(covariance, ease * size + i);
    belief.scratch[i] = mixed;
  }
  const own =
    byLevel * byLevel * at(covariance, track.at * size + track.at) +
    2 * byLevel * (byRate * at(covariance, track.at * size + rate) + byEase * at(covariance, track.at * size + ease)) +
    byRate * byRate * spread;
  for (let i = 0; i < size; i += 1) {
    if (i === track.at) continue;
    covariance[track.at * size + i] = at(belief.scratch, i);
    covariance[i * size + track.at] = at(belief.scratch, i);
  }
  covariance[track.at * size + track.at] = own + (GAIN_NOISE * grown) ** 2 + LEAST_GAIN_NOISE * part;
}

/** Half of a work's gain: each side of the skill, and a little for what it rests on. */
function work(belief: Belief, { skill: id, minutes }: Work, part: number): void {
  const { layout } = belief;
  const skill = layout.skill(id);
  const { sessions03, prerequisites } = must(layout.skills[skill], "a skill");
  const dose = (3 / sessions03) * Math.sqrt(minutes / 10) * readiness(belief, skill);
  for (const track of layout.tracksOf(skill)) gain(belief, track, dose, part);
  for (const before of prerequisites)
    for (const track of layout.tracksOf(layout.skill(before))) gain(belief, track, dose * SPILL, part);
}

/** Hears one score: y = round(θ + δ − ρ + ε) cut to 0…5. `rider` null: an evaluation, whose severity is taken as none. */
export function hear(belief: Belief, track: Track, score: Score, rider: number | null): void {
  const { layout, mean, covariance, scratch } = belief;
  const { size, day } = layout;
  const severity = (list: Float64Array, row: number): number => (rider === null ? 0 : at(list, row));
  for (let i = 0; i < size; i += 1)
    scratch[i] =
      at(covariance, track.at * size + i) + at(covariance, day * size + i) - severity(covariance, (rider ?? 0) * size + i);
  const center = at(mean, track.at) + at(mean, day) - severity(mean, rider ?? 0);
  const variance = at(scratch, track.at) + at(scratch, day) - severity(scratch, rider ?? 0) + SCORE_NOISE;
  const spread = Math.sqrt(variance);
  const low = score === 0 ? Number.NEGATIVE_INFINITY : (score - 0.5 - center) / spread;
  const high = score === SCORES - 1 ? Number.POSITIVE_INFINITY : (score + 0.5 - center) / spread;
  const mass = Math.max(1e-12, cumulative(high) - cumulative(low));
  const [atLow, atHigh] = [density(low), density(high)];
  const shift = (atLow - atHigh) / mass;
  const weighed = (x: number, of: number): number => (Number.isFinite(x) ? x * of : 0);
  const left = clamp(1 + (weighed(low, atLow) - weighed(high, atHigh)) / mass - shift * shift, 0.01, 1);
  for (let i = 0; i < size; i += 1) mean[i] = at(mean, i) + (at(scratch, i) * shift) / spread;
  const shrink = (1 - left) / variance;
  for (let i = 0; i < size; i += 1) {
    const row = at(scratch, i) * shrink;
    for (let j = 0; j < size; j += 1) covariance[i * size + j] = at(covariance, i * size + j) - row * at(scratch, j);
  }
  belief.logLikelihood += Math.log((1 - OUTLIERS) * mass + OUTLIERS / SCORES);
}

/** One session: days off, a new day, and for each work half of the gain, its scores, and the other half. */
export function takeIn(belief: Belief, session: Session): void {
  const { layout } = belief;
  const days = belief.lastDay === null ? 0 : Math.max(0, session.day - belief.lastDay);
  if (days > 0) forget(belief, days);
  newDay(belief, session, days);
  const rider = layout.rider(session.rider);
  for (const one of session.work) {
    work(belief, one, 0.5);
    for (const track of layout.tracksOf(layout.skill(one.skill))) {
      const score = one.scores[track.side];
      if (score !== undefined) hear(belief, track, score, rider);
    }
    work(belief, one, 0.5);
    const skill = layout.skill(one.skill);
    belief.timesWorked[skill] = (belief.timesWorked[skill] ?? 0) + 1;
  }
  belief.lastDay = session.day;
}

/** Everything that is known of a stay, from its kind over its evaluation to its last session. */
export function believe(facts: StayFacts): Belief {
  const layout = layoutOf(facts.skills, [...new Set(facts.sessions.map((session) => session.rider))]);
  const belief = priorOf(facts.kind, layout);
  for (const { skill, side, score } of facts.seen) {
    const track = layout.tracksOf(layout.skill(skill)).find((one) => one.side === side);
    if (track) hear(belief, track, score, null);
  }
  for (const session of facts.sessions) takeIn(belief, session);
  return belief;
}

/** Eighty per cent of a normal lies so many deviations about its mean; intervals are widened, as the model is surer than it should be. */
const EIGHTY = 1.2816;
const WIDENED = 1.25;
const TOO_WIDE = 2;

export interface ShownLevel {
  readonly mean: number;
  readonly low: number;
  readonly high: number;
  /** False: too little seen to say. */
  readonly known: boolean;
}
export function levelShown(belief: Belief, track: Track): ShownLevel {
  const mean = at(belief.mean, track.at);
  const spread = EIGHTY * WIDENED * Math.sqrt(Math.max(0, at(belief.covariance, track.at * belief.layout.size + track.at)));
  const [low, high] = [clamp(mean - spread, 0, 5), clamp(mean + spread, 0, 5)];
  return { mean: clamp(mean, 0, 5), low, high, known: high - low <= TOO_WIDE };
}
