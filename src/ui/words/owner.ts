import type { GOES, RELEASE, SINCE } from "#contracts/owner.ts";

export const GOES_WORDS: Readonly<Record<(typeof GOES)[number], string>> = {
  well: "It goes well",
  unsure: "I am not sure",
  worse: "It goes worse than when it came home",
};
export const SINCE_WORDS: Readonly<Record<(typeof SINCE)[number], string>> = {
  better: "better than then",
  same: "as it was",
  worse: "worse than then",
  "not-done": "not done since",
};
export const RELEASE_WORDS: Readonly<Record<(typeof RELEASE)[number], string>> = {
  tack: "Its own tack, halter and blankets",
  papers: "Papers and passport",
  feed: "Feed note: what, how much, when",
  shoes: "Shoes: when, by whom, next time",
  vaccination: "Vaccination and worming card",
  medicines: "Medicines, with the vet's note",
  trailer: "Loaded once calmly with the owner's trailer",
};
