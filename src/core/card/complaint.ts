/** The one thing that a horse was sent for, in the owner's words, and what brings it on: said with the same words as an incident. */
import type { During, LedBy } from "./card.ts";

export interface Complaint {
  readonly words: string;
  /** When it comes; empty: nobody has said. */
  readonly during: readonly Exclude<During, "unknown">[];
  readonly ledBy: readonly LedBy[];
}
