/** How a goal is answered, in words. By itself, as the phone's card names chances and needs nothing of the evaluation. */
import type { Verdict } from "#core/forecast/chance.ts";

export const VERDICT: Record<Verdict, string> = { likely: "Likely", possible: "Possible", "not-this-term": "Not this term" };
/** For the owner, as one sentence. */
export const VERDICT_OWNER: Record<Verdict, string> = {
  likely: "Likely by the end of the term",
  possible: "Possible by the end of the term",
  "not-this-term": "Not in this term",
};
