/**
 * Weighs what was seen into places to look: which causes could explain it, with the evidence for and against each, the check that would
 * settle it, how soon, and what waits. It never says what a horse has; it says who should look, and why.
 */
import { isLongOff } from "../calendar/time-off.ts";
import { GROWING_CM, type HistoryAnswer, type HistoryTopic, OVERWEIGHT_FROM, type Sex, THIN_BELOW } from "../horse/horse.ts";
import type { TrackSide } from "../kernel/sides.ts";
import {
  CHECK_ADDS,
  type CheckResult,
  FINDINGS_BY_THEMSELVES,
  HISTORY_WEIGHTS,
  INSTEAD,
  MEASURE_WEIGHTS,
  MOMENT_WEIGHTS,
  NEVER_TAUGHT,
  ONE_SIDED,
  RIDDEN_SIGNS,
  RULED_OUT,
  RUNG_WEIGHTS,
  SIGN_WEIGHTS,
  type SignMoment,
  type SignWeights,
  SUDDEN_ADDS,
  TAUGHT_YOUNG,
  TOGETHER,
  TREND_ADDS,
  TRIAL_ADDS,
  TRIAL_CAUSE,
  TRIAL_SPARES,
  TRIAL_TAKES,
  type Trend,
  type Trial,
  type TrialResult,
} from "./cause-rules.ts";
import { CAUSES, type Cause, type CauseHold, type CauseId, causeOf } from "./causes.ts";
import { STRENGTHS, type Strength, signOf } from "./signs.ts";

export interface Observation {
  readonly sign: string;
  readonly rung: string;
  readonly side: TrackSide;
  readonly strength: Strength;
  readonly moment?: SignMoment | null;
  readonly trend?: Trend;
  /** The hind leg at which it shows; null or missing: not told. */
  readonly hind?: "left" | "right" | null;
}
export const FEEDS = ["unknown", "hay", "some-grain", "rich"] as const;
export type Feed = (typeof FEEDS)[number];
export interface FindingFacts {
  readonly sex: Sex;
  readonly ageYears: number | null;
  readonly history: Readonly<Partial<Record<HistoryTopic, HistoryAnswer>>>;
  /** Croup above withers, centimetres; null not measured. */
  readonly growthCm: number | null;
  /** 1-9; null not taken. */
  readonly condition: number | null;
  /** Days without work before the signs were seen; null or missing: not known. */
  readonly daysOff?: number | null;
  /** Days since it was shod or trimmed; null or missing: not known. */
  readonly shodDaysAgo?: number | null;
  readonly feed?: Feed;
  readonly seen: readonly Observation[];
  readonly checks: readonly { readonly cause: CauseId; readonly result: CheckResult }[];
  readonly trials: readonly { readonly change: Trial; readonly result: TrialResult }[];
}

/** Why a cause gains or loses; `adds` below nought speaks against it. */
export type Evidence = { readonly adds: number } & (
  | {
      readonly code: "sign";
      readonly sign: string;
      readonly rung: string;
      readonly side: TrackSide;
      readonly moment: SignMoment | null;
    }
  | { readonly code: "one-sided"; readonly sign: string; readonly side: TrackSide }
  | { readonly code: "together"; readonly signs: readonly string[] }
  | { readonly code: "ridden-signs"; readonly count: number }
  | { readonly code: "history"; readonly topic: HistoryTopic; readonly answer: HistoryAnswer }
  | { readonly code: "measure"; readonly what: keyof typeof MEASURE_WEIGHTS }
  | { readonly code: "trend"; readonly sign: string; readonly trend: "better" | "same" | "sudden" }
  | { readonly code: "check"; readonly cause: CauseId; readonly result: CheckResult }
  | { readonly code: "ruled-out" }
  /** Nobody has taught it yet, as the booking says. */
  | { readonly code: "never-taught"; readonly topic: HistoryTopic }
  | { readonly code: "trial"; readonly change: Trial; readonly result: TrialResult }
);

export const URGENCIES = ["watch", "weeks", "days", "now"] as const;
export type CheckUrgency = (typeof URGENCIES)[number];
export const HOLDS = ["nothing", "skill", "ridden", "all"] as const satisfies readonly CauseHold[];
/** What waits: nothing, the skill at which it shows, ridden work, all work. */
export type HeldWork = (typeof HOLDS)[number];

export interface RankedCause {
  readonly cause: CauseId;
  /** Sum of the weights; 1 and more is worth a look. */
  readonly score: number;
  readonly for: readonly Evidence[];
  readonly against: readonly Evidence[];
  readonly urgency: CheckUrgency;
  readonly holds: HeldWork;
}
export interface WeighedCause {
  /** Highest first; equal ones cheapest check first. */
  readonly causes: readonly RankedCause[];
  readonly urgency: CheckUrgency;
  readonly holds: HeldWork;
}

const WORTH_A_LOOK = 1;
/** A cause decides what waits and how soon where it is likely beside the others of the same sign: near the best, and not lost among many. */
const NEAR_THE_BEST = 0.75;
const SHARE = 0.2;
const HALF = 0.5;
/** Below this share of a sign it decides nothing. */
const LEAST_SHARE = 0.1;
const BY_STRENGTH: Record<Strength, number> = { 1: 2 / 3, 2: 1, 3: 4 / 3 };
/** Age in years while the milk teeth are being changed. */
const CHANGING_TEETH = [2, 4] as const;
/** Croup above withers of a horse that grows hard, centimetres. */
const GROWING_HARD = 4;
/** Shoes are due after so many days, and may pinch for so many after they were put on. */
const SHOD_LONG_AGO_DAYS = 50;
const SHOD_JUST_NOW_DAYS = 4;

type Ledger = Map<CauseId, Evidence[]>;
const note = (
  ledger: Ledger,
  weights: Readonly<Partial<Record<CauseId, number>>>,
  evidence: (adds: number) => Evidence,
): void => {
  for (const [cause, adds] of Object.entries(weights) as [CauseId, number][])
    ledger.set(cause, [...(ledger.get(cause) ?? []), evidence(adds)]);
};
const scaled = (weights: Readonly<Partial<Record<CauseId, number>>>, by: number): Partial<Record<CauseId, number>> =>
  Object.fromEntries(Object.entries(weights).map(([cause, adds]) => [cause, adds * by]));

/** The strongest time that each sign was seen at each moment stands for all of them: the same sign noted at three rungs is one sign. */
function strongest(seen: readonly Observation[]): Observation[] {
  const best = new Map<string, Observation>();
  for (const one of seen) {
    const key = `${one.sign}:${one.moment ?? ""}`;
    const known = best.get(key);
    if (!known || one.strength > known.strength) best.set(key, one);
  }
  return [...best.values()];
}

function noteSigns(ledger: Ledger, bad: readonly Observation[], signWeights: SignWeights): void {
  const plain = new Set<string>();
  for (const { sign, rung, side, strength, moment = null } of strongest(bad).sort((a, b) => b.strength - a.strength)) {
    const evidence = (adds: number): Evidence => ({ code: "sign", sign, rung, side, moment, adds });
    // The sign itself counts once, at its strongest; each moment adds its own.
    if (!plain.has(sign)) note(ledger, scaled(signWeights[sign] ?? {}, BY_STRENGTH[strength]), evidence);
    plain.add(sign);
    if (moment) note(ledger, scaled(MOMENT_WEIGHTS[sign]?.[moment] ?? {}, BY_STRENGTH[strength]), evidence);
  }
  for (const [sign, byRung] of Object.entries(RUNG_WEIGHTS))
    for (const [rung, weights] of Object.entries(byRung)) {
      const there = bad.filter((one) => one.sign === sign && one.rung === rung).map(({ strength }) => strength);
      const strength = STRENGTHS.filter((one) => there.includes(one)).at(-1);
      if (strength)
        note(ledger, scaled(weights, BY_STRENGTH[strength]), (adds) => ({
          code: "sign",
          sign,
          rung,
          side: "both",
          moment: null,
          adds,
        }));
    }
  for (const [sign, weights] of Object.entries(ONE_SIDED)) {
    const sides = new Set(bad.filter((one) => one.sign === sign).map((one) => one.side));
    const [side] = sides;
    if (sides.size === 1 && side && side !== "both") note(ledger, weights, (adds) => ({ code: "one-sided", sign, side, adds }));
  }
  for (const { signs, adds: weights } of TOGETHER)
    if (signs.every((sign) => plain.has(sign))) note(ledger, weights, (adds) => ({ code: "together", signs, adds }));
  const ridden = new Set(bad.filter((one) => one.rung === RIDDEN_SIGNS.rung).map((one) => one.sign)).size;
  if (ridden >= RIDDEN_SIGNS.count) note(ledger, RIDDEN_SIGNS.adds, (adds) => ({ code: "ridden-signs", count: ridden, adds }));
}

function noteTrends(ledger: Ledger, bad: readonly Observation[], signWeights: SignWeights): void {
  for (const sign of new Set(bad.map((one) => one.sign))) {
    const trends = bad.filter((one) => one.sign === sign).map((one) => one.trend ?? "unknown");
    if (trends.includes("sudden"))
      note(ledger, { sudden: SUDDEN_ADDS }, (adds) => ({ code: "trend", sign, trend: "sudden", adds }));
    // Unchanged at one place outweighs better at another.
    const trend = (["same", "better"] as const).find((one) => trends.includes(one));
    if (!trend) continue;
    for (const cause of Object.keys(signWeights[sign] ?? {}) as CauseId[]) {
      const adds = TREND_ADDS[trend][causeOf(cause).body ? "body" : "barn"];
      note(ledger, { [cause]: adds }, () => ({ code: "trend", sign, trend, adds }));
    }
  }
}

function noteHorse(ledger: Ledger, facts: FindingFacts): void {
  for (const { topic, answer, adds: weights } of HISTORY_WEIGHTS)
    if (facts.history[topic] === answer) note(ledger, weights, (adds) => ({ code: "history", topic, answer, adds }));
  const { growthCm, condition, ageYears, daysOff = null, shodDaysAgo = null, feed = "unknown" } = facts;
  const measured: Record<keyof typeof MEASURE_WEIGHTS, boolean> = {
    croupHigh: growthCm !== null && growthCm >= GROWING_CM,
    growing: growthCm !== null && growthCm >= GROWING_HARD,
    thin: condition !== null && condition < THIN_BELOW,
    changingTeeth: ageYears !== null && ageYears >= CHANGING_TEETH[0] && ageYears <= CHANGING_TEETH[1],
    overweight: condition !== null && condition >= OVERWEIGHT_FROM,
    longOff: isLongOff(daysOff),
    shodLongAgo: shodDaysAgo !== null && shodDaysAgo >= SHOD_LONG_AGO_DAYS,
    shodJustNow: shodDaysAgo !== null && shodDaysAgo <= SHOD_JUST_NOW_DAYS,
    richFeed: feed === "rich",
    hind: facts.seen.some(({ hind = null }) => hind !== null),
  };
  for (const [what, holds] of Object.entries(measured) as [keyof typeof MEASURE_WEIGHTS, boolean][])
    if (holds) note(ledger, MEASURE_WEIGHTS[what], (adds) => ({ code: "measure", what, adds }));
}

/** Of a young horse: what nobody has done with it yet is untaught before it is sore. */
function noteNeverTaught(ledger: Ledger, { ageYears, history }: FindingFacts, bad: readonly Observation[]): void {
  if (ageYears !== null && ageYears > TAUGHT_YOUNG) return;
  for (const { topic, rungs, signs, adds } of NEVER_TAUGHT)
    if (history[topic] === "no" && bad.some(({ rung, sign }) => rungs.includes(rung) && (signs?.includes(sign) ?? true)))
      note(ledger, { untaught: adds }, () => ({ code: "never-taught", topic, adds }));
}

/** What is off the list loses whatever spoke for it; once all that was likely is off, what is left is schooling. */
function noteChecks(ledger: Ledger, { checks }: FindingFacts): void {
  const likely = CAUSES.filter(({ id, body }) => body && total(ledger.get(id) ?? []) >= WORTH_A_LOOK).map(({ id }) => id);
  const off = new Set(checks.filter((check) => check.result !== "found").map((check) => check.cause));
  for (const { cause, result } of checks) {
    const adds = result === "found" ? CHECK_ADDS.found : Math.min(CHECK_ADDS[result], -total(ledger.get(cause) ?? []));
    note(ledger, { [cause]: adds }, () => ({ code: "check", cause, result, adds }));
    if (result === "found") continue;
    note(ledger, INSTEAD[cause] ?? {}, (more) => ({ code: "check", cause, result, adds: more }));
  }
  const allOff = likely.length > 0 && likely.every((cause) => off.has(cause));
  if (allOff || RULED_OUT.causes.every((cause) => off.has(cause)))
    note(ledger, RULED_OUT.adds, (adds) => ({ code: "ruled-out", adds }));
}

/** A change that answers the question moves the blame to what was changed, and takes it from the rest. */
function noteTrials(ledger: Ledger, { checks, trials }: FindingFacts): void {
  const found = new Set(checks.flatMap(({ cause, result }) => (result === "found" ? [cause] : [])));
  for (const { change, result } of trials) {
    const moved = TRIAL_CAUSE[change];
    const spared: readonly CauseId[] = [moved, "sudden", ...(TRIAL_SPARES[change] ?? []), ...found];
    for (const { id } of CAUSES) {
      const adds = -TRIAL_TAKES[result] * Math.max(0, total(ledger.get(id) ?? []));
      if (adds < 0 && !spared.includes(id)) note(ledger, { [id]: adds }, () => ({ code: "trial", change, result, adds }));
    }
    note(ledger, { [moved]: TRIAL_ADDS[result] }, (adds) => ({ code: "trial", change, result, adds }));
  }
}

/** How soon one sign by itself wants an answer. Work that makes it better from day to day takes the haste out of it. */
function haste({ sign, strength, trend = "unknown" }: Observation): number {
  if (trend === "sudden" || sign === "sudden-change") return 3;
  const grave = strength === 3 || (signOf(sign).red && strength === 2) || trend === "same" ? 2 : strength === 2 ? 1 : 0;
  return trend === "better" ? Math.max(0, grave - 1) : grave;
}

/** True where the sign is among those that speak for the cause. */
/** A sign that speaks for a cause, by the barn's weights. */
export const supports = (signWeights: SignWeights, cause: CauseId, sign: string): boolean =>
  signWeights[sign]?.[cause] !== undefined;

/** What speaks for a cause as far as this sign goes: others neither add to it nor take from it. */
const ofSign = (evidence: readonly Evidence[], sign: string): number =>
  total(
    evidence.filter((one) =>
      "sign" in one ? one.sign === sign : one.code === "together" ? one.signs.includes(sign) : one.code !== "ridden-signs",
    ),
  );

const at = <T>(list: readonly T[], index: number): T => list[Math.min(index, list.length - 1)] as T;
/** To hundredths, so that the order of adding up decides nothing. */
const total = (evidence: readonly Evidence[]): number => Math.round(evidence.reduce((sum, one) => sum + one.adds, 0) * 100) / 100;

/** Steps of URGENCIES and of HOLDS. */
type Steps = readonly [urgency: number, holds: number];
const more = (a: Steps, b: Steps): Steps => [Math.max(a[0], b[0]), Math.max(a[1], b[1])];

/** A listed cause for itself, and what of that decides for the whole, as it is likely or not beside the others. */
interface Said {
  readonly own: Steps;
  readonly whole: Steps;
}
function saidOf({ cause, evidence }: Weighted, all: readonly Weighted[], facts: FindingFacts, signWeights: SignWeights): Said {
  const alike = (steps: Steps): Said => ({ own: steps, whole: steps });
  const found = facts.checks.some((check) => check.cause === cause.id && check.result === "found");
  if (!cause.body) return alike([found ? WEEKS : 0, 0]);
  const bad = facts.seen.filter((one) => !signOf(one.sign).good);
  if (cause.id === "sudden") return alike([3, 3]);
  const most = HOLDS.indexOf(cause.most);
  let [own, whole]: [Steps, Steps] = [
    [0, 0],
    [0, 0],
  ];
  if (FINDINGS_BY_THEMSELVES.includes(cause.id)) own = whole = [WEEKS, 0];
  if (evidence.some(({ code }) => code === "ridden-signs")) own = whole = [2, Math.min(2, most)];
  for (const one of bad) {
    if (!supports(signWeights, cause.id, one.sign)) continue;
    const rivals = all
      .filter((other) => supports(signWeights, other.cause.id, one.sign))
      .map((other) => Math.max(0, ofSign(other.evidence, one.sign)));
    const mine = ofSign(evidence, one.sign);
    const share =
      mine /
      Math.max(
        1e-9,
        rivals.reduce((sum, score) => sum + score, 0),
      );
    const step = haste(one);
    const steps: Steps = [step, Math.min(step, most)];
    own = more(own, steps);
    const ofBest = mine / Math.max(1e-9, ...rivals);
    if (cause.grave || (ofBest >= NEAR_THE_BEST && share >= SHARE)) whole = more(whole, steps);
    // Somebody looks all the same; what waits for it is less, and nothing where something else is much likelier.
    else if (share >= LEAST_SHARE) whole = more(whole, [Math.min(WEEKS, step), ofBest >= HALF ? Math.max(0, steps[1] - 1) : 0]);
  }
  // What was found holds until somebody releases it, however slight the sign.
  if (found) return alike([Math.max(WEEKS, own[0]), HOLDS.indexOf(cause.found)]);
  // Without what was changed it goes well: that is looked at, and work with the change goes on.
  if (facts.trials.some(({ change, result }) => result === "gone" && TRIAL_CAUSE[change] === cause.id))
    return alike([Math.min(WEEKS, own[0]), 0]);
  return { own, whole };
}
/** Evidence that lists a cause although no sign that was seen is in its table; so does a trial that answers the question. */
const BY_ITSELF: readonly Evidence["code"][] = ["ridden-signs", "ruled-out", "never-taught"];
interface Weighted {
  readonly cause: Cause;
  readonly evidence: readonly Evidence[];
  readonly score: number;
}
const WEEKS = URGENCIES.indexOf("weeks");

/**
 * Places to look, ranked. Causes that only some horses can have are left out for others; good signs are no evidence of anything.
 * `signWeights` is the table as the barn has it; none of its weights is below nought.
 */
export function weighFindings(facts: FindingFacts, signWeights: SignWeights = SIGN_WEIGHTS): WeighedCause {
  const bad = facts.seen.filter((one) => !signOf(one.sign).good);
  const ledger: Ledger = new Map();
  noteSigns(ledger, bad, signWeights);
  if (bad.length > 0) noteTrends(ledger, bad, signWeights);
  noteHorse(ledger, facts);
  // Without any sign there is nothing to explain, whatever the history, but for what is a finding by itself.
  if (bad.length > 0) {
    noteNeverTaught(ledger, facts, bad);
    noteChecks(ledger, facts);
    noteTrials(ledger, facts);
  }
  const possible = CAUSES.filter(
    ({ id }) =>
      (id !== "ovaries" || facts.sex === "mare" || facts.sex === "unknown") &&
      (id !== "stallion" || facts.sex === "stallion" || facts.sex === "unknown"),
  );
  const all = possible.map(
    (cause): Weighted => ({ cause, evidence: ledger.get(cause.id) ?? [], score: total(ledger.get(cause.id) ?? []) }),
  );
  const listed = all
    .filter(
      ({ cause, evidence, score }) =>
        score >= WORTH_A_LOOK &&
        (cause.id === "sudden" ||
          FINDINGS_BY_THEMSELVES.includes(cause.id) ||
          bad.some((one) => supports(signWeights, cause.id, one.sign)) ||
          evidence.some(
            (one) => BY_ITSELF.includes(one.code) || (one.code === "trial" && one.result === "gone" && one.adds > 0),
          )),
    )
    .sort((a, b) => b.score - a.score || a.cause.cost - b.cause.cost || a.cause.id.localeCompare(b.cause.id));
  let whole: Steps = [0, 0];
  const causes = listed.map((one): RankedCause => {
    const said = saidOf(one, all, facts, signWeights);
    whole = more(whole, said.whole);
    return {
      cause: one.cause.id,
      score: one.score,
      for: one.evidence.filter(({ adds }) => adds > 0).sort((a, b) => b.adds - a.adds),
      against: one.evidence.filter(({ adds }) => adds < 0).sort((a, b) => a.adds - b.adds),
      urgency: at(URGENCIES, said.own[0]),
      holds: at(HOLDS, said.own[1]),
    };
  });
  return { causes, urgency: at(URGENCIES, whole[0]), holds: at(HOLDS, whole[1]) };
}
