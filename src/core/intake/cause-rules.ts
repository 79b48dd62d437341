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
  "direction",
  "getting-off",
  "touched-behind",
  "after-work",
  "new-place",
  "late",
  "before-fence",
  "downhill",
  "left-lead",
  "right-lead",
] as const;
export type SignMoment = (typeof MOMENTS)[number];

export type SignWeights = Readonly<Record<string, Weights>>;
/** The shipped table; a barn lays its own weights over it. */
export const SIGN_WEIGHTS: SignWeights = {
  "busy-mouth": { "bit-fit": 2, teeth: 2.2, hands: 1.5, stomach: 1, worry: 0.8 },
  "head-high": { teeth: 1.2, "bit-fit": 1.1, back: 1.2, poll: 0.9, eyes: 0.5, untaught: 1.4, hands: 1 },
  girthy: { "saddle-fit": 1.6, stomach: 1.5, back: 1.2, skin: 1, worry: 1.2, untaught: 0.8 },
  "touchy-flank": { stomach: 1.8, back: 1, ovaries: 0.9, skin: 0.6, untaught: 1.1 },
  bucks: { "saddle-fit": 1.5, back: 1.5, stomach: 0.7, untaught: 1.4, freshness: 1 },
  "kinked-tail": { back: 1.5, worry: 1.4, stomach: 0.4 },
  "tight-back": { back: 1.8, worry: 1.2, "saddle-fit": 0.8 },
  "held-breath": { worry: 1.5, "saddle-fit": 1, stomach: 0.7 },
  "runs-on": { worry: 1.6, stomach: 1.1, untaught: 1, freshness: 0.8, back: 0.4 },
  "sucks-back": { untaught: 1.5, herd: 0.9, feet: 1.1, lameness: 1, eyes: 0.7 },
  "one-side": { handedness: 1.8, lameness: 1.4, back: 1, teeth: 0.7, feet: 0.8, untaught: 0.8, growth: 0.8 },
  trips: { feet: 1.4, lameness: 1.2, nerves: 1.1, growth: 1.2 },
  "head-shy": { worry: 1.5, poll: 1.3, teeth: 0.7 },
  "foot-refused": { untaught: 1.7, lameness: 1.2, feet: 0.9 },
  "near-horses": { herd: 2 },
  "sudden-change": { sudden: 5 },
  shies: { worry: 1.5, eyes: 1.2, surroundings: 1.3, freshness: 1.1, untaught: 0.8 },
  "head-shakes": { flies: 1.3, teeth: 1.1, poll: 1.1, "bit-fit": 1, noseband: 0.9, worry: 0.6 },
  "tail-swish": { flies: 1.2, untaught: 1.1, stomach: 1.1, back: 1, ovaries: 0.8, balance: 0.7, worry: 0.6 },
  "ears-back": { stomach: 1.1, "saddle-fit": 1.1, back: 1, worry: 1, untaught: 0.8, ovaries: 0.5 },
  bites: { habit: 1.3, untaught: 1.3, stallion: 1, stomach: 0.9, "saddle-fit": 0.8, worry: 0.7 },
  kicks: { untaught: 1.4, worry: 1.3, back: 0.8, ovaries: 0.6, habit: 0.8 },
  "quarters-turned": { worry: 1.6, untaught: 1.5, habit: 0.8 },
  crowds: { untaught: 1.8, habit: 1.2, worry: 0.8, eyes: 0.5, stallion: 0.5 },
  "pulls-back": { worry: 1.5, untaught: 1.4, habit: 1.4, poll: 0.9 },
  "not-caught": { worry: 1.5, habit: 1.4, untaught: 1.2, overwork: 0.8, back: 0.5 },
  roots: { hands: 1.5, untaught: 1.4, habit: 1, teeth: 1, "bit-fit": 1, unfit: 0.7 },
  "tongue-over": { "bit-fit": 1.7, noseband: 1.7, hands: 1.2, teeth: 1 },
  "block-uneasy": { worry: 1.5, untaught: 1.4, back: 1.3, "saddle-fit": 1.2, balance: 0.9 },
  "eye-kept": { worry: 1.6, eyes: 1.1, untaught: 0.7 },
  "sticks-backing": { untaught: 1.5, nerves: 1.2, back: 1.1, joints: 0.7 },
  "short-steps": { lameness: 1.9, feet: 1.7, joints: 1.3, back: 1, overweight: 0.7 },
  flies: { flies: 2.2, skin: 0.6 },
  skin: { skin: 2.4, "saddle-fit": 0.9, flies: 0.6 },
  "spray-feared": { untaught: 1.8, worry: 1.4 },
  "rope-feared": { untaught: 1.8, worry: 1.4 },
  "poles-rushed": { untaught: 1.5, worry: 1.1, balance: 0.7, eyes: 0.6, back: 0.6, unfit: 0.5 },
  "bolts-gates": { untaught: 1.5, habit: 1.4, worry: 1.1, herd: 0.8 },
  tires: { unfit: 2, breathing: 1.5, overwork: 1.2, "hot-weather": 1.1, overweight: 0.7 },
  "drops-feed": { teeth: 2.4 },
  "stable-habits": { stomach: 1.5, herd: 1, freshness: 1, habit: 0.6 },
  heat: { lameness: 2.2, joints: 1.3, feet: 1.2, skin: 0.6 },
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

export const MOMENT_WEIGHTS: Readonly<Record<string, Readonly<Partial<Record<SignMoment, Weights>>>>> = {
  shies: {
    "new-place": { surroundings: 1.4 },
    "time-off": { freshness: 1.4 },
    gate: { herd: 1.2 },
  },
  "head-shakes": { contact: { "bit-fit": 0.6, noseband: 0.6, teeth: 0.5 }, ears: { poll: 1.2 } },
  "tail-swish": { leg: { untaught: 0.5, stomach: 0.3 }, "touched-behind": { untaught: 0.8 }, tightening: { "saddle-fit": 0.5 } },
  kicks: { "touched-behind": { untaught: 0.8, worry: 0.4 } },
  "ears-back": { tightening: { "saddle-fit": 0.7, stomach: 0.5 } },
  bites: { tightening: { "saddle-fit": 0.9, stomach: 0.7 } },
  "block-uneasy": { mounting: { back: 0.5, balance: 0.4 }, "getting-off": { balance: 0.6, worry: 0.4 } },
  "sticks-backing": { direction: { nerves: 1 } },
  "short-steps": { downhill: { feet: 0.7, joints: 0.6 }, "after-work": { lameness: 0.5, overwork: 0.6 } },
  "poles-rushed": { "before-fence": { worry: 0.8 } },
  "bolts-gates": { gate: { untaught: 0.6 } },
  tires: { late: { unfit: 0.8 }, "after-work": { breathing: 0.8 } },
  trips: { direction: { nerves: 1.2 }, downhill: { feet: 0.6, balance: 0.4 }, late: { unfit: 1 } },
  bucks: {
    "left-lead": { back: 0.6, lameness: 0.7 },
    "right-lead": { back: 0.6, lameness: 0.7 },
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
  "one-side": {
    "canter-change": { lameness: 0.6, back: 0.6 },
    direction: { handedness: 0.5 },
    "left-lead": { lameness: 0.5 },
    "right-lead": { lameness: 0.5 },
  },
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
  "sucks-back": { eyes: 1.2 },
  shies: { eyes: 1.8 },
  "eye-kept": { eyes: 1 },
  "short-steps": { lameness: 0.8 },
  heat: { lameness: 0.8 },
};

/** Where a sign shows says more: a hind leg that sticks when the hindquarters are sent over, or in backing, before feet that stumble anywhere. */
export const RUNG_WEIGHTS: Readonly<Record<string, Readonly<Record<string, Weights>>>> = {
  trips: { yields: { nerves: 1 } },
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
  { id: "behind-and-backing", signs: ["trips", "sticks-backing"], adds: { nerves: 2 } },
  { id: "mouth-and-feed", signs: ["busy-mouth", "drops-feed"], adds: { teeth: 0.8 } },
  { id: "tongue-and-mouth", signs: ["busy-mouth", "tongue-over"], adds: { noseband: 0.6, "bit-fit": 0.5 } },
  { id: "belly-and-stable", signs: ["touchy-flank", "stable-habits"], adds: { stomach: 0.8 } },
  { id: "tail-and-ears", signs: ["tail-swish", "ears-back"], adds: { back: 0.5, stomach: 0.5 } },
  { id: "steps-and-heat", signs: ["short-steps", "heat"], adds: { lameness: 1, feet: 0.5 } },
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
    { topic: "foundered", answer: "yes", adds: { joints: 1, feet: 0.7, overweight: 1.6 } },
  ];
/** What was never done before is untaught before it is sore: the topic of the history, and where on the walk it would show. */
export const NEVER_TAUGHT: readonly {
  readonly topic: HistoryTopic;
  readonly rungs: readonly string[];
  readonly signs: readonly string[] | null;
  readonly adds: number;
}[] = [
  { topic: "haltered", rungs: ["look", "measure", "lead", "handle", "tie", "yields"], signs: null, adds: 1.6 },
  { topic: "feet", rungs: ["handle"], signs: ["foot-refused", "kicks"], adds: 1.2 },
  { topic: "saddled", rungs: ["tack", "block", "saddle"], signs: null, adds: 1.6 },
  { topic: "ridden", rungs: ["block", "saddle"], signs: null, adds: 1.2 },
];
/** Up to this age, in years, or where the age is not known. */
export const TAUGHT_YOUNG = 5;
export const MEASURE_WEIGHTS = {
  croupHigh: { growth: 1.2 },
  growing: { growth: 1.6 },
  thin: { teeth: 0.6, stomach: 0.6 },
  changingTeeth: { teeth: 0.6 },
  overweight: { overweight: 1.8, feet: 0.4 },
  longOff: { freshness: 0.8, unfit: 0.7 },
  shodLongAgo: { feet: 0.8 },
  shodJustNow: { feet: 0.6 },
  richFeed: { freshness: 0.8, overweight: 0.6 },
  hind: { nerves: 0.4, lameness: 0.3 },
} as const satisfies Readonly<Record<string, Weights>>;
/** What a measure says by itself, without any sign. */
export const FINDINGS_BY_THEMSELVES: readonly CauseId[] = ["overweight"];

export const TRENDS = ["unknown", "better", "same", "sudden"] as const;
export type Trend = (typeof TRENDS)[number];
/** Better from session to session speaks for schooling, unchanged over several while other things improve for a check. */
export const TREND_ADDS = { better: { body: -1, barn: 0.8 }, same: { body: 0.9, barn: -0.8 } } as const;
export const SUDDEN_ADDS = 5;

export const CHECK_RESULTS = ["clear", "treated", "found"] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];
/** 'treated': it was put right, and the sign is still there. What is off the list loses all that spoke for it, and this at the least. */
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
/** Once these are off the list, or all that was likely, what is left is schooling. */
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
  "other-noseband",
  "no-second-girth",
  "shorter-session",
  "shod-anew",
  "soft-ground",
  "food-for-standing",
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
  "other-noseband": "noseband",
  "no-second-girth": "saddle-fit",
  "shorter-session": "unfit",
  "shod-anew": "feet",
  "soft-ground": "feet",
  "food-for-standing": "untaught",
};
/** What a trial tells nothing about: without a bit a sore mouth is quiet too. */
export const TRIAL_SPARES: Readonly<Partial<Record<Trial, readonly CauseId[]>>> = {
  "no-bit": ["teeth"],
  "other-rider": ["balance"],
  "shorter-session": ["overwork", "breathing"],
  "soft-ground": ["joints", "lameness"],
  "other-girth": ["skin"],
};
export const TRIAL_ADDS: Readonly<Record<TrialResult, number>> = { gone: 3.5, less: 1.5, same: -2 };
/** What answers the question takes this share of what speaks for everything else. */
export const TRIAL_TAKES: Readonly<Record<TrialResult, number>> = { gone: 0.6, less: 0.2, same: 0 };
