/** What the parts of the outcome page share. */
import type { JudgementFields } from "#contracts/intake.ts";
import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import type { GoalReading } from "#core/intake/aims.ts";
import type { LatestScores } from "#core/ladder/level.ts";

export type Change = (part: Partial<JudgementFields>) => void;

export const levelsOf = (view: Pick<ClosedEvaluationView, "levels">): LatestScores =>
  new Map(view.levels.map(([track, latest]) => [track, { latest }]));
export const verdictTone = (verdict: GoalReading["verdict"]): "stop" | "attend" | "tell" =>
  verdict === "likely" ? "tell" : verdict === "possible" ? "attend" : "stop";
