/** What a chance is called: the one telling of it, in the evaluation's answer, on the plan, among the needs and in reports. */

export const VERDICTS = ["likely", "possible", "not-this-term"] as const;
export type Verdict = (typeof VERDICTS)[number];

export const LIKELY_FROM = 0.7;
export const POSSIBLE_FROM = 0.3;

/** `chance` 0-1, of a goal that is to be met within the term. */
export const verdictOf = (chance: number): Verdict =>
  chance >= LIKELY_FROM ? "likely" : chance >= POSSIBLE_FROM ? "possible" : "not-this-term";
