import type { OfficeNotice } from "#contracts/card.ts";
import type { CardView } from "#contracts/views.card.ts";
import type { Draft } from "./record.ts";

/** What each part of the card's form is handed. */
export interface Part {
  readonly view: CardView;
  readonly draft: Draft;
  put(part: Partial<Draft>): void;
  /** Tells the office at once, or as soon as there is signal. */
  tell(told: OfficeNotice): void;
}
