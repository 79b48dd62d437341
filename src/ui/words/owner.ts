import type { ContactRole, GOES, RELEASE, SINCE, VisitFields } from "#contracts/owner.ts";

export const GOES_WORDS: Readonly<Record<(typeof GOES)[number], string>> = {
  well: "It's going well",
  unsure: "I am not sure",
  worse: "It's worse than when my horse came home",
};
export const SINCE_WORDS: Readonly<Record<(typeof SINCE)[number], string>> = {
  better: "better",
  same: "about the same",
  worse: "worse",
  "not-done": "not tried since",
};
export const CONTACT_ROLE: Readonly<Record<ContactRole, string>> = {
  owner: "Second owner",
  agent: "Agent",
  rider: "Rides the horse at home",
};
export const VISIT_KIND: Readonly<Record<VisitFields["kind"], string>> = { visit: "Visit", lesson: "Lesson" };
export const VISIT_STATE: Readonly<Record<VisitFields["state"], string>> = {
  planned: "planned",
  given: "took place",
  cancelled: "cancelled",
};
export const RELEASE_WORDS: Readonly<Record<(typeof RELEASE)[number], string>> = {
  tack: "The horse's own tack, halter and blankets",
  papers: "Papers and passport",
  feed: "Feed note: what, how much, when",
  shoes: "Shoes: when, by whom, next time",
  vaccination: "Vaccination and worming card",
  medicines: "Medicines, with the vet's note",
  trailer: "Loaded once calmly with the owner's trailer",
};
