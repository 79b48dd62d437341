/** How a goal is answered, in words. By itself, as the phone's card names chances and needs nothing of the evaluation. */
import type { Verdict } from "#core/forecast/chance.ts";

export const VERDICT: Record<Verdict, string> = { likely: "Likely", possible: "Possible", "not-this-term": "Not this term" };
/** For the owner, as one sentence. */
export const VERDICT_OWNER: Record<Verdict, string> = {
  likely: "We expect to get there within the term",
  possible: "It may come within the term, if all goes well",
  "not-this-term": "It will not come within this term",
};
