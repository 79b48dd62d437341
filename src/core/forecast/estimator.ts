/**
 * Where a horse is on every track, with how sure that is: one Gaussian over levels, the horse's learning rate, each rider's severity, the effect of
 * the day and each skill's ease, moved on by days off, work and scores. Levels run on the score scale from 0 to 5.3. The method is moment matching of an
 * ordered probit (assumed-density filtering; Minka 2001), with a growth curve per skill; all constants are the barn's model, not measured on this barn.
 */

import type { HorseKind } from "../horse/horse.ts";
import { must } from "../kernel/assert.ts";
import { cumulative, density } from "../kernel/normal.ts";
import type { Score } from "../kernel/sides.ts";
import {
  DAY_VARIANCE,
  dayMean,
  FLOOR,
  GAIN_NOISE,
  HIGHEST_LEVEL,
  intakeAt,
  intakeSlope,
  keptAfter,
  readyBy,
  SCORE_VARIANCE,
  SEVERITY_VARIANCE,
  SPILL,
} from "./growth.ts";
import { layoutOf, type StateLayout, type Track } from "./layout.ts";
import type { ScoredSession, SkillWork, StayFacts } from "./stay.ts";

/** What is believed after the sessions so far. Changed in place by the steps below; `copyOf` before trying something out. */
export interface Belief {
  readonly layout: StateLayout;
  readonly mean: Float64Array;
  /** Row by row; of each pair only the place of the higher number's row counts: `cell`. Half of the work of keeping both. */
  readonly covariance: Float64Array;
  /** Highest mean that each track has had; what is forgotten falls towards half of it. */
  readonly best: Float64Array;
  readonly timesWorked: Int32Array;
  /** By number in the vector: the score of the last day on which a track was scored, and of the day before that; NaN: none. */
  readonly lastScore: Float64Array;
  readonly scoreBefore: Float64Array;
  readonly scoredOn: Float64Array;
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
/** Of the log learning rate between horses. */
export const RATE_VARIANCE = 0.33 ** 2;
const EASE = 0.4 ** 2;
const ODD_DAY = 1.6;
const OUTLIERS = 0.02;
const SCORES = 6;

const clamp = (x: number, low: number, high: number): number => Math.min(high, Math.max(low, x));

/** Before any score: by kind and by how deep a skill lies. A horse that surely has not met a skill is surely near 0. */
export function priorOf(kind: HorseKind, layout: StateLayout): Belief {
  const { size, tracks, skills } = layout;
  const mean = new Float64Array(size);
  const covariance = new Float64Array(size * size);
  const variance = (at: number, value: number): void => {
    covariance[at * size + at] = value;
  };
  variance(layout.rate, RATE_VARIANCE);
  variance(layout.day, DAY_VARIANCE);
  for (const rider of layout.riders) variance(layout.rider(rider), SEVERITY_VARIANCE);
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
      covariance[cell(size, one.at, other.at)] = scale(one) * scale(other) * shared;
    }
  return {
    layout,
    mean,
    covariance,
    best: mean.slice(),
    timesWorked: new Int32Array(skills.length),
    lastScore: new Float64Array(size).fill(Number.NaN),
    scoreBefore: new Float64Array(size).fill(Number.NaN),
    scoredOn: new Float64Array(size).fill(Number.NaN),
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
  lastScore: belief.lastScore.slice(),
  scoreBefore: belief.scoreBefore.slice(),
  scoredOn: belief.scoredOn.slice(),
  scratch: belief.scratch.slice(),
});

const at = (list: Float64Array, index: number): number => list[index] as number;

/** Where the covariance of two numbers of the vector stands. */
export const cell = (size: number, one: number, other: number): number => (one > other ? one * size + other : other * size + one);
/** Adds what one number has in common with each to `sum`, times `by`. */
function addRow({ covariance, layout: { size } }: Belief, index: number, by: number, sum: Float64Array): void {
  const first = index * size;
  for (let i = 0; i <= index; i += 1) sum[i] = (sum[i] as number) + by * (covariance[first + i] as number);
  for (let i = index + 1; i < size; i += 1) sum[i] = (sum[i] as number) + by * (covariance[i * size + index] as number);
}
function addVariance({ covariance, layout: { size } }: Belief, index: number, more: number): void {
  covariance[index * size + index] = at(covariance, index * size + index) + more;
}

const DRIFT = 0.015 ** 2;

/** Days without work: each level falls towards half of its best, slower the more it was worked, and is less sure. */
function forget(belief: Belief, days: number): void {
  const { layout, mean, covariance, best, scratch: kept } = belief;
  const { size, tracks } = layout;
  kept.fill(1);
  for (const track of tracks) {
    const floor = FLOOR * at(best, track.at);
    const level = at(mean, track.at);
    if (level <= floor) continue;
    const share = keptAfter(days, belief.timesWorked[track.skill] ?? 0, layout.skills[track.skill]?.halfLife);
    mean[track.at] = floor + (level - floor) * share;
    kept[track.at] = share;
  }
  // Each deviation shrinks with its level.
  for (let i = 0; i < size; i += 1) {
    const row = at(kept, i);
    const first = i * size;
    for (let j = 0; j <= i; j += 1) covariance[first + j] = (covariance[first + j] as number) * row * (kept[j] as number);
  }
  for (const track of tracks) addVariance(belief, track.at, DRIFT * days * (1 + Math.max(0, at(mean, track.at)) / 3));
}

/** A new day: what the last one did to the scores says nothing of this one. */
function newDay(belief: Belief, session: ScoredSession, daysOff: number): void {
  const { layout } = belief;
  const odd = session.windy || session.newPlace;
  for (let i = 0; i < layout.size; i += 1) belief.covariance[cell(layout.size, layout.day, i)] = 0;
  belief.covariance[layout.day * layout.size + layout.day] = DAY_VARIANCE * (odd ? ODD_DAY : 1);
  belief.mean[layout.day] = dayMean(session.windy, session.newPlace, daysOff);
}

/** How ready the prerequisites are, on their weaker sides. */
function readiness(belief: Belief, skill: number): number {
  const { layout } = belief;
  return must(layout.skills[skill], "a skill").prerequisites.reduce((product, id) => {
    const weaker = Math.min(...layout.tracksOf(layout.skill(id)).map((track) => at(belief.mean, track.at)));
    return product * readyBy(weaker);
  }, 1);
}

const LEAST_GAIN_NOISE = 0.0004;

/** One track takes in its part of a dose; the covariance follows through the slopes of the gain. `part` of the whole work, 0-1. */
function gain(belief: Belief, track: Track, dose: number, part: number): void {
  const { layout, mean, covariance } = belief;
  const { size, rate } = layout;
  const ease = layout.ease(track.skill);
  const spread =
    at(covariance, cell(size, rate, rate)) + at(covariance, cell(size, ease, ease)) + 2 * at(covariance, cell(size, rate, ease));
  const [share, slope] = [intakeAt(at(mean, track.at)), intakeSlope(at(mean, track.at))];
  const unit = Math.exp(at(mean, rate) + at(mean, ease) + spread / 4) * dose * part;
  const grown = unit * share;
  mean[track.at] = Math.min(HIGHEST_LEVEL, at(mean, track.at) + grown);
  belief.best[track.at] = Math.max(at(belief.best, track.at), at(mean, track.at));
  // θ' = θ + g(a, b, θ): row and column of θ are mixed with those of a and b, in place.
  const [byRate, byEase, byLevel] = [grown, grown, 1 + unit * slope];
  const { scratch: mixed } = belief;
  mixed.fill(0);
  addRow(belief, track.at, byLevel, mixed);
  addRow(belief, rate, byRate, mixed);
  addRow(belief, ease, byEase, mixed);
  const withRate = at(covariance, cell(size, track.at, rate));
  const withEase = at(covariance, cell(size, track.at, ease));
  const own =
    byLevel * byLevel * at(covariance, cell(size, track.at, track.at)) +
    2 * byLevel * (byRate * withRate + byEase * withEase) +
    byRate * byRate * spread;
  for (let i = 0; i < size; i += 1) covariance[cell(size, track.at, i)] = at(mixed, i);
  covariance[cell(size, track.at, track.at)] = own + (GAIN_NOISE * grown) ** 2 + LEAST_GAIN_NOISE * part;
}

/** A way of taking a session in that is not the plain one. */
export interface ReadingOptions {
  /** Skills, by number, that are held to learn less and score lower. */
  readonly slowed?: { readonly skills: Uint8Array; readonly gain: number; readonly score: number };
  /** Told of each score's log-likelihood, by `skill:side`. */
  readonly heard?: (track: string, logLikelihood: number) => void;
}
const PLAIN: ReadingOptions = {};

/** Half of a work's gain: each side of the skill, and a little for what it rests on. */
function work(belief: Belief, { skill: id, minutes }: SkillWork, part: number, { slowed }: ReadingOptions): void {
  const { layout } = belief;
  const skill = layout.skill(id);
  const { sessions03, prerequisites } = must(layout.skills[skill], "a skill");
  const dose = (3 / sessions03) * Math.sqrt(minutes / 10) * readiness(belief, skill);
  const share = (of: number): number => (slowed?.skills[of] === 1 ? slowed.gain : 1);
  for (const track of layout.tracksOf(skill)) gain(belief, track, dose * share(skill), part);
  for (const before of prerequisites) {
    const prior = layout.skill(before);
    for (const track of layout.tracksOf(prior)) gain(belief, track, dose * SPILL * share(prior), part);
  }
}

/** A first score so many spreads away from what was expected says that the expectation was wrong, and is believed. */
const FAR_OFF = 2;
/** A mean stays this near to the mean of the last two scores of different days, whatever was thought before. */
const FOLLOWS = 0.75;
/** Before the first day of the stay, on which an evaluation may have been. */
const WALKED = -1;
/** Of what is implied: it is there, and nobody looked how well. */
const IMPLIED_SCORE: Score = 3;
const IMPLIED_NOISE = 2;

function keepScore({ lastScore, scoreBefore, scoredOn }: Belief, { at: index }: Track, score: Score, day: number): void {
  if (at(scoredOn, index) !== day) scoreBefore[index] = at(lastScore, index);
  lastScore[index] = score;
  scoredOn[index] = day;
}
/** A track that was scored today is held from below too; time off explains why another has sunk. */
function followRecord(belief: Belief, day: number): void {
  for (const { at: index } of belief.layout.tracks) {
    const lately = (at(belief.lastScore, index) + at(belief.scoreBefore, index)) / 2;
    if (Number.isNaN(lately)) continue;
    const mean = at(belief.mean, index);
    const low = at(belief.scoredOn, index) === day ? lately - FOLLOWS : Number.NEGATIVE_INFINITY;
    belief.mean[index] = clamp(mean, low, lately + FOLLOWS);
  }
}

interface Heard {
  /** Added to what is expected. */
  readonly offset?: number;
  /** Times the usual spread of a score. */
  readonly noise?: number;
}
/** Hears one score: y = round(θ + δ − ρ + ε) cut to 0…5. `rider` null: an evaluation, whose severity is taken as none. */
export function hear(
  belief: Belief,
  track: Track,
  score: Score,
  rider: number | null,
  { offset = 0, noise = 1 }: Heard = {},
): void {
  const { layout, mean, covariance, scratch } = belief;
  const { size, day } = layout;
  const severity = (list: Float64Array, row: number): number => (rider === null ? 0 : at(list, row));
  scratch.fill(0);
  addRow(belief, track.at, 1, scratch);
  addRow(belief, day, 1, scratch);
  if (rider !== null) addRow(belief, rider, -1, scratch);
  const center = at(mean, track.at) + at(mean, day) - severity(mean, rider ?? 0) + offset;
  const expected = at(scratch, track.at) + at(scratch, day) - severity(scratch, rider ?? 0) + SCORE_VARIANCE * noise ** 2;
  const wide = Math.max(0, ((score - center) / FAR_OFF) ** 2 - expected);
  const isFirst = Number.isNaN(at(belief.lastScore, track.at));
  if (isFirst && wide > 0) {
    addVariance(belief, track.at, wide);
    scratch[track.at] = at(scratch, track.at) + wide;
  }
  const variance = isFirst ? expected + wide : expected;
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
    const row = (scratch[i] as number) * shrink;
    // What has nothing in common with the score stays as it is.
    if (row === 0) continue;
    const first = i * size;
    for (let j = 0; j <= i; j += 1) covariance[first + j] = (covariance[first + j] as number) - row * (scratch[j] as number);
  }
  belief.logLikelihood += Math.log((1 - OUTLIERS) * mass + OUTLIERS / SCORES);
}

/** One session: days off, a new day, and for each work half of the gain, its scores, and the other half. */
export function takeIn(belief: Belief, session: ScoredSession, reading: ReadingOptions = PLAIN): void {
  const { layout } = belief;
  const days = belief.lastDay === null ? 0 : Math.max(0, session.day - belief.lastDay);
  if (days > 0) forget(belief, days);
  newDay(belief, session, days);
  const rider = layout.rider(session.rider);
  for (const one of session.work) {
    const skill = layout.skill(one.skill);
    work(belief, one, 0.5, reading);
    for (const track of layout.tracksOf(skill)) {
      const score = one.scores[track.side];
      if (score === undefined) continue;
      const before = belief.logLikelihood;
      hear(belief, track, score, rider, { offset: reading.slowed?.skills[skill] === 1 ? reading.slowed.score : 0 });
      keepScore(belief, track, score, session.day);
      reading.heard?.(`${one.skill}:${track.side}`, belief.logLikelihood - before);
    }
    work(belief, one, 0.5, reading);
    belief.timesWorked[skill] = (belief.timesWorked[skill] ?? 0) + 1;
  }
  followRecord(belief, session.day);
  belief.lastDay = session.day;
}

/** What is known before the first session: the kind and what an evaluation saw. */
export function believeNothing(facts: StayFacts, depth?: readonly number[]): Belief {
  const layout = layoutOf(facts.skills, [...new Set(facts.sessions.map((session) => session.rider))], depth);
  const belief = priorOf(facts.kind, layout);
  belief.mean[layout.rate] = facts.usualRate ?? 0;
  for (const { rider, mean, variance } of facts.leanings ?? []) {
    if (!layout.riders.includes(rider)) continue;
    const index = layout.rider(rider);
    belief.mean[index] = mean;
    belief.covariance[index * layout.size + index] = variance;
  }
  for (const { skill, side, score } of facts.seen) {
    if (!layout.has(skill)) continue;
    const track = layout.tracksOf(layout.skill(skill)).find((one) => one.side === side);
    if (!track) continue;
    hear(belief, track, score, null);
    keepScore(belief, track, score, WALKED);
  }
  for (const { skill, side } of facts.implied ?? []) {
    if (!layout.has(skill)) continue;
    const track = layout.tracksOf(layout.skill(skill)).find((one) => one.side === side);
    if (track) hear(belief, track, IMPLIED_SCORE, null, { noise: IMPLIED_NOISE });
  }
  return belief;
}

/** Everything that is known of a stay, from its kind over its evaluation to its last session. */
export function believe(facts: StayFacts, depth?: readonly number[]): Belief {
  const belief = believeNothing(facts, depth);
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
