/** What the parts of the outcome page share. */
import type { JudgementFields } from "#contracts/intake.ts";
import type { SignedGoal } from "#contracts/views.intake.ts";
import type { Verdict } from "#core/forecast/chance.ts";

export type Change = (part: Partial<JudgementFields>) => void;

export const verdictTone = (verdict: Verdict): "stop" | "attend" | "tell" =>
  verdict === "likely" ? "tell" : verdict === "possible" ? "attend" : "stop";

/** How a goal is answered as far as that is worked out, and what stands over it by the manager's own judgement. */
export function answerTo(
  goal: JudgementFields["goals"][number],
  told: readonly SignedGoal[] | null,
): { readonly reading: SignedGoal | null; readonly verdict: Verdict | null } {
  const reading = told?.find((one) => one.goal.skill === goal.skill && one.goal.target === goal.target) ?? null;
  return { reading, verdict: goal.verdict ?? reading?.verdict ?? null };
}
