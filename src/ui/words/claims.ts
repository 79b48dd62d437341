/** What is said of the manager's own words where the record does not hold them. */
import type { Claim } from "#core/report/claims.ts";

export const CLAIM: Readonly<Record<Claim, string>> = {
  ridden: "You mention riding; the record has no riding minutes.",
  trot: "You mention trotting with a rider; the record has none.",
  canter: "You mention the canter; the record has none.",
  jump: "You mention jumping; the record has none.",
  trailer: "You mention the trailer; it has not been scored yet.",
  health: "You mention health or soundness. Leave that to the vet.",
};
