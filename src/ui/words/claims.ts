/** What is said of the manager's own words where the record does not hold them. */
import type { Claim } from "#core/report/claims.ts";

export const CLAIM: Readonly<Record<Claim, string>> = {
  ridden: "You write of riding; the record has no minute in the saddle.",
  trot: "You write of the trot with a rider; the record has none.",
  canter: "You write of the canter; the record has none.",
  jump: "You write of jumping; the record has none.",
  trailer: "You write of the trailer; the record has no score of it on every side.",
  health: "You write of health or soundness: that is the vet's to say.",
};
