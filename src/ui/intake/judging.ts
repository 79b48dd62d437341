/** What the parts of the outcome page share. */
import type { JudgementFields } from "#contracts/intake.ts";
import type { Verdict } from "#core/forecast/chance.ts";

export type Change = (part: Partial<JudgementFields>) => void;

export const verdictTone = (verdict: Verdict): "stop" | "attend" | "tell" =>
  verdict === "likely" ? "tell" : verdict === "possible" ? "attend" : "stop";
