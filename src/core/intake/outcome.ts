/** What comes out of a walk: starting points, sides, load, risk, findings. A judgement with its reasons, never a diagnosis. */

import { type LocalDate, localDate } from "../calendar/local-date.ts";
import type { HistoryAnswer, HistoryTopic, HorseClass, HorseKind, Sex } from "../horse/horse.ts";
import { growthOf } from "../horse/measuring.ts";
import { isToldDangerous } from "../horse/told.ts";
import { sidesOf } from "../kernel/sides.ts";
import { ancestorsIn, type Ladder, tagged } from "../ladder/ladder.ts";
import { type Levels, readLevels, type ScoreFact, trackKey, weakerSide } from "../ladder/level.ts";
import { type HardSide, hardSideOf } from "../reading/hard-side.ts";
import { type LoadLimit, loadLimit } from "../tools/load.ts";
import { type Weight, weightOf } from "../tools/weight.ts";
import { type Touch } from "./body.ts";
import { observationsOf } from "./body-signs.ts";
import { SIGN_WEIGHTS, type SignWeights } from "./cause-rules.ts";
import { type FindingFacts, type WeighedCause, weighFindings } from "./findings.ts";
import { type WalkStep } from "./instrument.ts";
import { type Limits, limitsOf } from "./limits.ts";
import { conditionOf, type Measures, type RestingOdd, restingOdd } from "./measures.ts";
import { type Learner, learnerOf, type Nerve, nerveOf } from "./mind.ts";
import type { SeenSign, WalkMark } from "./seen.ts";
import type { Strength } from "./signs.ts";

export const EVALUATION_KINDS = ["intake", "mid-term", "exit"] as const;
export type EvaluationKind = (typeof EVALUATION_KINDS)[number];

/** What the walk is read with: of the horse, known before anybody touches it. */
export interface WalkedHorse {
  readonly horseClass: HorseClass;
  readonly horseKind: HorseKind;
  readonly ageYears: number | null;
  readonly sex: Sex;
  readonly history: Readonly<Partial<Record<HistoryTopic, HistoryAnswer>>>;
  /** What the owner wrote of it: what is wanted, what is wrong. */
  readonly told: string;
}
export interface WalkFacts extends WalkedHorse {
  readonly marks: readonly WalkMark[];
  readonly signs: readonly SeenSign[];
  readonly touches: readonly Touch[];
  readonly measures: Measures;
  readonly stoppedAt: string | null;
  readonly tries: number | null;
  readonly settleMinutes: number | null;
}
/** What the findings hear beside the walk: what was checked and tried, days off and shoes, and the table as the barn has it. */
export interface Heard extends Pick<FindingFacts, "checks" | "trials" | "daysOff" | "shodDaysAgo"> {
  readonly signWeights: SignWeights;
}
export const HEARD_NOTHING: Heard = { checks: [], trials: [], signWeights: SIGN_WEIGHTS };

export interface StartingPoint {
  readonly branch: string;
  /** Skills at 3 or better on the weaker side. */
  readonly credited: readonly string[];
  /** Where to start: skills whose prerequisites are credited and that are not yet. */
  readonly next: readonly string[];
}
export type RiskReason =
  | { readonly code: "sign"; readonly sign: string; readonly strength: Strength }
  | { readonly code: "hard-to-handle"; readonly skill: string }
  | { readonly code: "unhandled" }
  | { readonly code: "never-ridden" }
  | { readonly code: "slow-to-settle"; readonly minutes: number }
  | { readonly code: "stopped"; readonly rung: string }
  | { readonly code: "raced" }
  | { readonly code: "unknown-handling" }
  /** By the owner's own words. */
  | { readonly code: "told-dangerous" }
  | { readonly code: "quiet" };

export interface Outcome {
  readonly starting: readonly StartingPoint[];
  readonly hard: { readonly side: HardSide; readonly difference: number; readonly skills: number };
  readonly hardByBranch: readonly { readonly branch: string; readonly side: HardSide }[];
  readonly weight: Weight | null;
  readonly load: LoadLimit | null;
  readonly condition: number | null;
  readonly limits: Limits;
  readonly learner: Learner | null;
  readonly nerve: Nerve | null;
  /** Resting values out of the normal range. */
  readonly resting: readonly RestingOdd[];
  /** Croup above withers, in centimetres; 2 and more asks for softer targets. */
  readonly growthCm: number | null;
  readonly risk: number;
  readonly riskBecause: readonly RiskReason[];
  /** Where to look for the reason, ranked. */
  readonly weighed: WeighedCause;
}

const ANY_DAY: LocalDate = localDate("2000-01-01");

/** What a walk scored, whenever that was. */
export const scoresOfMarks = (marks: readonly WalkMark[]): readonly ScoreFact[] =>
  marks.flatMap(({ skill, side, score }) => (score === null ? [] : [{ skill, side, score, day: ANY_DAY }]));
/** Levels as the walk alone shows them. */
const levelsOfMarks = (marks: readonly WalkMark[]): Levels => readLevels(scoresOfMarks(marks));

/** What still bars the way into the saddle within the walk: skills under 3 on the weaker side, or not seen. */
export function notYetForSaddle(marks: readonly WalkMark[], { skills }: Ladder): readonly string[] {
  const levels = levelsOfMarks(marks);
  return tagged(skills, "before-saddle")
    .filter((skill) => weakerSide(levels, skill) < 3)
    .map(({ id }) => id);
}

function startingPoints(levels: Levels, ladder: Ladder): StartingPoint[] {
  const credited = new Set(ladder.skills.filter((skill) => weakerSide(levels, skill) >= 3).map((skill) => skill.id));
  // What a credited skill rests on was not looked at, and is no place to begin.
  const looked = (id: string): boolean => sidesOf(ladder.of(id).sided).some((side) => levels.has(trackKey(id, side)));
  const passed = new Set([...credited].flatMap((id) => ancestorsIn(ladder.skills, id)).filter((id) => !looked(id)));
  const stands = (id: string): boolean => credited.has(id) || !ladder.uses(id);
  return ladder.branches
    .map(({ id: branch }) => {
      const own = ladder.skills.filter((skill) => skill.branch === branch);
      return {
        branch,
        credited: own.filter((skill) => credited.has(skill.id)).map((skill) => skill.id),
        next: own
          .filter((skill) => skill.everyday && !credited.has(skill.id) && !passed.has(skill.id) && skill.after.every(stands))
          .map((skill) => skill.id),
      };
    })
    .filter((point) => point.credited.length + point.next.length > 0);
}

const DANGEROUS = new Set(["bucks", "kinked-tail", "tight-back", "held-breath", "sucks-back", "sudden-change", "runs-on"]);

/** Risk 1 (anybody) to 5 (the best rider only). Each reason adds a grade to the quiet horse's 1, so more reasons never lower it. */
function riskOf(facts: WalkFacts, levels: Levels, ladder: Ladder): { risk: number; because: RiskReason[] } {
  const because: RiskReason[] = [];
  if (facts.horseKind === "unhandled") because.push({ code: "unhandled" });
  if (facts.horseKind === "halter" || facts.horseKind === "unhandled") because.push({ code: "never-ridden" });
  const worst = facts.signs.filter((seen) => DANGEROUS.has(seen.sign)).sort((a, b) => b.strength - a.strength)[0];
  if (worst) because.push({ code: "sign", sign: worst.sign, strength: worst.strength });
  const second = worst && worst.strength === 3 ? 1 : 0;
  const { haltered = "unknown", ridden = "unknown", raced = "unknown" } = facts.history;
  if (raced === "yes") because.push({ code: "raced" });
  if (facts.horseKind === "restart" && haltered !== "yes" && ridden !== "yes" && raced !== "yes")
    because.push({ code: "unknown-handling" });
  if (isToldDangerous(facts.told)) because.push({ code: "told-dangerous" });
  const basic = tagged(ladder.all, "basics").find(
    (skill) => facts.marks.some((mark) => mark.skill === skill.id && mark.score !== null) && weakerSide(levels, skill) <= 1,
  );
  if (basic) because.push({ code: "hard-to-handle", skill: basic.id });
  if (facts.settleMinutes !== null && facts.settleMinutes > 10)
    because.push({ code: "slow-to-settle", minutes: facts.settleMinutes });
  if (facts.stoppedAt) because.push({ code: "stopped", rung: facts.stoppedAt });
  const risk = Math.min(5, 1 + because.length + second);
  return { risk, because: because.length > 0 ? because : [{ code: "quiet" }] };
}

/** Reads a walk, finished or not, into its outcome. */
export function readWalk(facts: WalkFacts, ladder: Ladder, { signWeights, ...heard }: Heard = HEARD_NOTHING): Outcome {
  const scores = scoresOfMarks(facts.marks);
  const levels = readLevels(scores);
  const weight = weightOf(facts.horseClass, facts.measures);
  const { fitness } = facts.measures;
  const condition = conditionOf(facts.measures);
  const growthCm = growthOf(facts.measures);
  const { risk, because } = riskOf(facts, levels, ladder);
  const nerve = nerveOf(facts.settleMinutes);
  const seen = [...facts.signs, ...observationsOf(facts.touches)];
  const weighed = weighFindings({ ...facts, growthCm, condition, seen, ...heard }, signWeights);
  return {
    starting: startingPoints(levels, ladder),
    hard: hardSideOf(scores, ladder.all),
    hardByBranch: ladder.branches
      .map(({ id: branch }) => ({
        branch,
        side: hardSideOf(
          scores,
          ladder.all.filter((skill) => skill.branch === branch),
        ).side,
      }))
      .filter(({ side }) => side === "left" || side === "right"),
    weight,
    load: weight && loadLimit({ weightKg: weight.kilograms, ageYears: facts.ageYears, fitness, condition, daysOff: null }),
    condition,
    limits: limitsOf({
      ...facts,
      risk,
      condition,
      unfit: fitness === "unfit",
      growthCm,
      weighed: weight !== null,
      nerve,
      holds: weighed.holds,
    }),
    learner: learnerOf(facts.tries),
    nerve,
    resting: restingOdd(facts.measures),
    growthCm,
    risk,
    riskBecause: because,
    weighed,
  };
}

/** How far a step of the walk was gone through: its skills by their tracks, a step without skills by whatever was written down at it. */
export function stepDone(
  walk: {
    readonly marks: readonly WalkMark[];
    readonly signs: readonly SeenSign[];
    readonly words: Readonly<Record<string, string>>;
  },
  step: WalkStep,
  ladder: Ladder,
): "not-begun" | "begun" | "done" {
  const tracks = step.skills.reduce((sum, id) => sum + sidesOf(ladder.of(id).sided).length, 0);
  const scored = walk.marks.filter(({ skill, score }) => score !== null && step.skills.includes(skill)).length;
  const written = walk.signs.some(({ rung }) => rung === step.id) || (walk.words[step.id] ?? "") !== "";
  if (tracks > 0 && scored >= tracks) return "done";
  if (tracks === 0 && written) return "done";
  return scored > 0 || written ? "begun" : "not-begun";
}
