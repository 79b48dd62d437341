/**
 * The table of rules by which signs point to causes: plain weights that a horse person can read and argue with. A sign of strength 2 counts
 * its weight once, of 1 two thirds, of 3 four thirds. Nothing that is seen counts against a cause; only what was done about it does:
 * a check, a change of tack, work that helped. All weights are the barn's judgement.
 */

import type { HistoryTopic } from "../horse/horse.ts";
import type { CauseId } from "./causes.ts";

type Weights = Readonly<Partial<Record<CauseId, number>>>;

/** When within an exercise a sign shows. */
export const MOMENTS = [
  "tightening",
  "mounting",
  "contact",
  "leg",
  "rein-given",
  "canter-change",
  "going-forward",
  "gate",
  "time-off",
  "ears",
  "forehead",
] as const;
export type Moment = (typeof MOMENTS)[number];

export type SignWeights = Readonly<Record<string, Weights>>;
/** The shipped table; a barn lays its own weights over it. */
export const SIGN_WEIGHTS: SignWeights = {
  "busy-mouth": { "bit-fit": 2, teeth: 2.2, hands: 1.5, stomach: 1, worry: 0.8 },
  "head-high": { teeth: 1.2, "bit-fit": 1.1, back: 1.2, poll: 0.9, eyes: 0.5, untaught: 1.4, hands: 1 },
  girthy: { "saddle-fit": 1.6, stomach: 1.5, back: 1.2, skin: 1, worry: 1.2 },
  "touchy-flank": { stomach: 1.8, back: 1, ovaries: 0.9, skin: 0.6, untaught: 1.1 },
  bucks: { "saddle-fit": 1.5, back: 1.5, stomach: 0.7, untaught: 1.4, freshness: 1 },
  "kinked-tail": { back: 1.5, worry: 1.4, stomach: 0.4 },
  "tight-back": { back: 1.8, worry: 1.2, "saddle-fit": 0.8 },
  "held-breath": { worry: 1.5, "saddle-fit": 1, stomach: 0.7 },
  "runs-on": { worry: 1.6, stomach: 1.1, untaught: 1, freshness: 0.8, back: 0.4 },
  "sucks-back": { untaught: 1.5, herd: 0.9, feet: 1.1, lameness: 1, eyes: 0.7 },
  "one-side": { handedness: 1.8, lameness: 1.4, back: 1, teeth: 0.7, feet: 0.8, untaught: 0.8 },
  trips: { feet: 1.4, lameness: 1.2, nerves: 1.1, growth: 1.2 },
  "head-shy": { worry: 1.5, poll: 1.3, teeth: 0.7 },
  "foot-refused": { untaught: 1.7, lameness: 1.2, feet: 0.9 },
  "near-horses": { herd: 2 },
  "sudden-change": { sudden: 5 },
};

/** What a barn changed of the table: a weight of 0 takes a cause off the sign's list. */
export interface WeightChange {
  readonly sign: string;
  readonly cause: CauseId;
  readonly weight: number;
}
export const MAX_WEIGHT = 5;
/** The shipped table with the barn's changes laid over it. */
export function weightsWith(changes: readonly WeightChange[]): SignWeights {
  const table: Record<string, Partial<Record<CauseId, number>>> = {};
  for (const [sign, weights] of Object.entries(SIGN_WEIGHTS)) table[sign] = { ...weights };
  for (const { sign, cause, weight } of changes) {
    const { [cause]: _before, ...others } = table[sign] ?? {};
    table[sign] = weight > 0 ? { ...others, [cause]: weight } : others;
  }
  return table;
}

export const MOMENT_WEIGHTS: Readonly<Record<string, Readonly<Partial<Record<Moment, Weights>>>>> = {
  bucks: {
    tightening: { "saddle-fit": 1, stomach: 0.6, worry: 0.8 },
    "canter-change": { back: 1.2, untaught: 0.4 },
    "time-off": { freshness: 2.4 },
  },
  girthy: { tightening: { "saddle-fit": 0.4, stomach: 0.4 } },
  "head-high": { contact: { teeth: 0.8, "bit-fit": 0.8 } },
  "busy-mouth": { contact: { "bit-fit": 0.6, hands: 0.6 }, "rein-given": { teeth: 0.6, stomach: 0.4 } },
  "touchy-flank": { leg: { stomach: 0.5, untaught: 0.5 } },
  "runs-on": { "rein-given": { worry: 0.5, stomach: 0.4 } },
  "sucks-back": { gate: { herd: 2.2 }, "going-forward": { lameness: 0.9, feet: 0.8 } },
  "one-side": { "canter-change": { lameness: 0.6, back: 0.6 } },
  "tight-back": { mounting: { back: 0.7, worry: 0.5 }, "canter-change": { back: 0.7 } },
  "held-breath": { tightening: { "saddle-fit": 0.6, worry: 0.3 }, mounting: { back: 0.5, worry: 0.5 } },
  "head-shy": { ears: { poll: 1.6 }, forehead: { teeth: 0.6, poll: 0.4 } },
};

/** A sign that has shown on one side only so far: soundness before schooling. */
export const ONE_SIDED: Readonly<Record<string, Weights>> = {
  girthy: { back: 1.3, skin: 0.7 },
  "touchy-flank": { back: 0.9 },
  "busy-mouth": { teeth: 0.9 },
  "head-high": { teeth: 0.6, eyes: 0.6 },
  "head-shy": { poll: 0.8, eyes: 0.5 },
  "one-side": { lameness: 0.5, handedness: 0.5 },
  trips: { lameness: 0.9 },
  "foot-refused": { lameness: 0.9 },
  "sucks-back": { eyes: 0.7 },
};

/** Signs that mean more together. */
export const TOGETHER: readonly { readonly id: string; readonly signs: readonly string[]; readonly adds: Weights }[] = [
  { id: "mouth-and-belly", signs: ["busy-mouth", "touchy-flank"], adds: { stomach: 1.6 } },
  { id: "belly-and-tail", signs: ["touchy-flank", "kinked-tail"], adds: { stomach: 0.8, ovaries: 0.5 } },
  { id: "girth-and-belly", signs: ["girthy", "touchy-flank"], adds: { stomach: 1 } },
  { id: "mouth-and-head", signs: ["busy-mouth", "head-high"], adds: { teeth: 0.9, "bit-fit": 0.7, hands: 0.4 } },
  { id: "back-and-buck", signs: ["bucks", "tight-back"], adds: { back: 1.3, "saddle-fit": 0.8 } },
  { id: "tail-and-buck", signs: ["bucks", "kinked-tail"], adds: { back: 1 } },
  { id: "girth-and-buck", signs: ["bucks", "girthy"], adds: { "saddle-fit": 1.2 } },
  { id: "side-and-trip", signs: ["one-side", "trips"], adds: { lameness: 1.2, nerves: 0.6 } },
  { id: "hot-and-mouth", signs: ["runs-on", "busy-mouth"], adds: { stomach: 0.6, hands: 0.5 } },
];

/** Distinct signs of discomfort in one ridden test from which a limb or the back is to be looked at (Dyson and co-workers, 2018). */
export const RIDDEN_SIGNS = { rung: "saddle", count: 8, adds: { lameness: 2.5, back: 1.5 } satisfies Weights } as const;

export const HISTORY_WEIGHTS: readonly { readonly topic: HistoryTopic; readonly answer: "yes" | "no"; readonly adds: Weights }[] =
  [
    { topic: "hurt", answer: "yes", adds: { lameness: 0.7, back: 0.5 } },
    { topic: "raced", answer: "yes", adds: { stomach: 0.5, lameness: 0.4 } },
    { topic: "haltered", answer: "no", adds: { untaught: 0.8 } },
    { topic: "feet", answer: "no", adds: { untaught: 0.6, feet: 0.4 } },
    { topic: "saddled", answer: "no", adds: { untaught: 0.6 } },
  ];
export const MEASURE_WEIGHTS = {
  croupHigh: { growth: 1.2 },
  thin: { teeth: 0.6, stomach: 0.6 },
  changingTeeth: { teeth: 0.6 },
} as const satisfies Readonly<Record<string, Weights>>;

export const TRENDS = ["unknown", "better", "same", "sudden"] as const;
export type Trend = (typeof TRENDS)[number];
/** Better from session to session speaks for schooling, unchanged over several while other things improve for a check. */
export const TREND_ADDS = { better: { body: -1, barn: 0.8 }, same: { body: 0.9, barn: -0.8 } } as const;
export const SUDDEN_ADDS = 5;

export const CHECK_RESULTS = ["clear", "treated", "found"] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];
/** 'treated': it was put right, and the sign is still there. */
export const CHECK_ADDS: Readonly<Record<CheckResult, number>> = { clear: -4, treated: -3, found: 3 };
/** Where to look next when one thing is off the list. */
export const INSTEAD: Readonly<Partial<Record<CauseId, Weights>>> = {
  teeth: { "bit-fit": 0.8, hands: 0.8 },
  "bit-fit": { teeth: 0.5, hands: 0.9 },
  "saddle-fit": { back: 0.9 },
  stomach: { "saddle-fit": 0.5, back: 0.4 },
  back: { "saddle-fit": 0.6, lameness: 0.5 },
  feet: { lameness: 0.7 },
  lameness: { handedness: 0.8, untaught: 0.5 },
  poll: { worry: 0.8 },
};
/** Once these are off the list, what is left is schooling. */
export const RULED_OUT = {
  causes: ["teeth", "stomach", "saddle-fit", "feet"],
  adds: { untaught: 2, worry: 1 },
} as const satisfies { causes: readonly CauseId[]; adds: Weights };

export const TRIALS = [
  "other-bit",
  "no-bit",
  "other-saddle",
  "other-pad",
  "other-girth",
  "other-rider",
  "more-turnout",
  "with-companion",
] as const;
export type Trial = (typeof TRIALS)[number];
export const TRIAL_RESULTS = ["gone", "less", "same"] as const;
export type TrialResult = (typeof TRIAL_RESULTS)[number];
export const TRIAL_CAUSE: Readonly<Record<Trial, CauseId>> = {
  "other-bit": "bit-fit",
  "no-bit": "bit-fit",
  "other-saddle": "saddle-fit",
  "other-pad": "saddle-fit",
  "other-girth": "saddle-fit",
  "other-rider": "hands",
  "more-turnout": "freshness",
  "with-companion": "herd",
};
export const TRIAL_ADDS: Readonly<Record<TrialResult, number>> = { gone: 3.5, less: 1.5, same: -2 };
