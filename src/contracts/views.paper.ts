/** What the printed day and the typing-in of it are handed. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { CardState, SessionKind } from "#core/card/card.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import type { GateTick } from "#core/permission/ground-check.ts";
import type { CardWork } from "#core/plan/card-work.ts";
import type { PartMinutes } from "#core/plan/minutes.ts";
import type { Essentials, Named } from "./views.card.ts";

export interface PaperRow {
  readonly card: CardId;
  readonly stay: StayId;
  readonly horse: string;
  readonly state: CardState;
  readonly kind: SessionKind;
  readonly start: number;
  readonly length: number;
  readonly rider: string;
  readonly place: string;
  readonly thenPlace: string | null;
  readonly helper: Named | null;
  readonly work: CardWork;
  /** Of each of its parts, within what was signed. */
  readonly minutes: PartMinutes;
  readonly essentials: Essentials;
  /** What the last rider would try if it is calm, where it may be asked today. */
  readonly ifCalm: string | null;
  /** Ticks that the ground check of this card has. */
  readonly asked: readonly GateTick[];
  /** Whoever reads it may close the card. */
  readonly mine: boolean;
}
export interface PaperView {
  readonly barn: string;
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly rows: readonly PaperRow[];
}
