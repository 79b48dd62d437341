/**
 * Weighs what was seen into places to look: which causes could explain it, with the evidence for and against each, the check that would
 * settle it, how soon, and what waits. It never says what a horse has; it says who should look, and why.
 */
import type { HistoryAnswer, HistoryTopic, Sex } from "../horse/horse.ts";
import type { TrackSide } from "../kernel/sides.ts";
import {
  CHECK_ADDS,
  type CheckResult,
  HISTORY_WEIGHTS,
  INSTEAD,
  MEASURE_WEIGHTS,
  MOMENT_WEIGHTS,
  type Moment,
  ONE_SIDED,
  RIDDEN_SIGNS,
  RULED_OUT,
  SIGN_WEIGHTS,
  type SignWeights,
  SUDDEN_ADDS,
  TOGETHER,
  TREND_ADDS,
  TRIAL_ADDS,
  TRIAL_CAUSE,
  type Trend,
  type Trial,
  type TrialResult,
} from "./cause-rules.ts";
import { CAUSES, type Cause, type CauseId, causeOf } from "./causes.ts";
import { type Strength, signOf } from "./signs.ts";

export interface Observation {
  readonly sign: string;
  readonly rung: string;
  readonly side: TrackSide;
  readonly strength: Strength;
  readonly moment?: Moment | null;
  readonly trend?: Trend;
}
export interface FindingFacts {
  readonly sex: Sex;
  readonly ageYears: number | null;
  readonly history: Readonly<Partial<Record<HistoryTopic, HistoryAnswer>>>;
  /** Croup above withers, centimetres; null not measured. */
  readonly growthCm: number | null;
  /** 1-9; null not taken. */
  readonly condition: number | null;
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
      readonly moment: Moment | null;
    }
  | { readonly code: "one-sided"; readonly sign: string; readonly side: TrackSide }
  | { readonly code: "together"; readonly signs: readonly string[] }
  | { readonly code: "ridden-signs"; readonly count: number }
  | { readonly code: "history"; readonly topic: HistoryTopic; readonly answer: HistoryAnswer }
  | { readonly code: "measure"; readonly what: keyof typeof MEASURE_WEIGHTS }
  | { readonly code: "trend"; readonly sign: string; readonly trend: "better" | "same" | "sudden" }
  | { readonly code: "check"; readonly cause: CauseId; readonly result: CheckResult }
  | { readonly code: "ruled-out" }
  | { readonly code: "trial"; readonly change: Trial; readonly result: TrialResult }
);

export const URGENCIES = ["watch", "weeks", "days", "now"] as const;
export type Urgency = (typeof URGENCIES)[number];
export const HOLDS = ["nothing", "skill", "ridden", "all"] as const;
/** What waits: nothing, the skill at which it shows, ridden work, all work. */
export type HeldWork = (typeof HOLDS)[number];

export interface RankedCause {
  readonly cause: CauseId;
  /** Sum of the weights; 1 and more is worth a look. */
  readonly score: number;
  readonly for: readonly Evidence[];
  readonly against: readonly Evidence[];
  readonly urgency: Urgency;
  readonly holds: HeldWork;
}
export interface Weighed {
  /** Highest first; equal ones cheapest check first. */
  readonly causes: readonly RankedCause[];
  readonly urgency: Urgency;
  readonly holds: HeldWork;
}

const WORTH_A_LOOK = 1;
const BY_STRENGTH: Record<Strength, number> = { 1: 2 / 3, 2: 1, 3: 4 / 3 };
/** Age in years while the milk teeth are being changed. */
const CHANGING_TEETH = [2, 4] as const;

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
  const measured: [keyof typeof MEASURE_WEIGHTS, boolean][] = [
    ["croupHigh", facts.growthCm !== null && facts.growthCm >= 2],
    ["thin", facts.condition !== null && facts.condition < 4],
    ["changingTeeth", facts.ageYears !== null && facts.ageYears >= CHANGING_TEETH[0] && facts.ageYears <= CHANGING_TEETH[1]],
  ];
  for (const [what, holds] of measured)
    if (holds) note(ledger, MEASURE_WEIGHTS[what], (adds) => ({ code: "measure", what, adds }));
}

function noteResults(ledger: Ledger, { checks, trials }: FindingFacts): void {
  for (const { cause, result } of checks) {
    note(ledger, { [cause]: CHECK_ADDS[result] }, (adds) => ({ code: "check", cause, result, adds }));
    if (result !== "found") note(ledger, INSTEAD[cause] ?? {}, (adds) => ({ code: "check", cause, result, adds }));
  }
  const off = new Set(checks.filter((check) => check.result !== "found").map((check) => check.cause));
  if (RULED_OUT.causes.every((cause) => off.has(cause))) note(ledger, RULED_OUT.adds, (adds) => ({ code: "ruled-out", adds }));
  for (const { change, result } of trials)
    note(ledger, { [TRIAL_CAUSE[change]]: TRIAL_ADDS[result] }, (adds) => ({ code: "trial", change, result, adds }));
}

/** How soon one sign by itself wants an answer. Work that makes it better from day to day takes the haste out of it. */
function haste({ sign, strength, trend = "unknown" }: Observation): number {
  if (trend === "sudden" || sign === "sudden-change") return 3;
  const grave = strength === 3 || (signOf(sign).red && strength === 2) || trend === "same" ? 2 : strength === 2 ? 1 : 0;
  return trend === "better" ? Math.max(0, grave - 1) : grave;
}

/** True where the sign is among those that speak for the cause. */
const supports = (signWeights: SignWeights, cause: CauseId, sign: string): boolean => signWeights[sign]?.[cause] !== undefined;

function hasteOf(cause: Cause, bad: readonly Observation[], signWeights: SignWeights): number {
  if (!cause.body) return 0;
  if (cause.id === "sudden") return bad.length > 0 ? 3 : 0;
  const ridden = new Set(bad.filter((one) => one.rung === RIDDEN_SIGNS.rung).map((one) => one.sign)).size >= RIDDEN_SIGNS.count;
  const byItself = Math.max(0, ...bad.filter((one) => supports(signWeights, cause.id, one.sign)).map(haste));
  return ridden && cause.id in RIDDEN_SIGNS.adds ? Math.max(2, byItself) : byItself;
}

const at = <T>(list: readonly T[], index: number): T => list[Math.min(index, list.length - 1)] as T;
/** To hundredths, so that the order of adding up decides nothing. */
const total = (evidence: readonly Evidence[]): number => Math.round(evidence.reduce((sum, one) => sum + one.adds, 0) * 100) / 100;

/**
 * Places to look, ranked. Causes that only a mare can have are left out for others; good signs are no evidence of anything.
 * `signWeights` is the table as the barn has it; none of its weights is below nought.
 */
export function weighFindings(facts: FindingFacts, signWeights: SignWeights = SIGN_WEIGHTS): Weighed {
  const bad = facts.seen.filter((one) => !signOf(one.sign).good);
  const ledger: Ledger = new Map();
  noteSigns(ledger, bad, signWeights);
  // Without any sign there is nothing to explain, whatever the history.
  if (bad.length > 0) {
    noteTrends(ledger, bad, signWeights);
    noteHorse(ledger, facts);
    noteResults(ledger, facts);
  }
  const causes = CAUSES.filter((cause) => cause.id !== "ovaries" || facts.sex === "mare" || facts.sex === "unknown")
    .map((cause) => ({ cause, evidence: ledger.get(cause.id) ?? [] }))
    .filter(
      ({ cause, evidence }) =>
        total(evidence) >= WORTH_A_LOOK &&
        (cause.id === "sudden" ||
          bad.some((one) => supports(signWeights, cause.id, one.sign)) ||
          evidence.some((one) => one.code === "ridden-signs")),
    )
    .sort((a, b) => total(b.evidence) - total(a.evidence) || a.cause.cost - b.cause.cost || a.cause.id.localeCompare(b.cause.id))
    .map(({ cause, evidence }): RankedCause => {
      const step = hasteOf(cause, bad, signWeights);
      return {
        cause: cause.id,
        score: total(evidence),
        for: evidence.filter((one) => one.adds > 0).sort((a, b) => b.adds - a.adds),
        against: evidence.filter((one) => one.adds < 0).sort((a, b) => a.adds - b.adds),
        urgency: at(URGENCIES, step),
        holds: at(HOLDS, step),
      };
    });
  const worst = Math.max(0, ...causes.map((one) => URGENCIES.indexOf(one.urgency)));
  return { causes, urgency: at(URGENCIES, worst), holds: at(HOLDS, worst) };
}
