/** What the page and its worker say to one another when a day is laid out. */
import type { LeftOffReason, WayIn } from "#core/day/explain.ts";
import type { BarnDay } from "#core/day/from-barn.ts";
import type { ScheduledCard } from "#core/day/second.ts";
import type { HorsesGivenUp } from "#core/day/trade-offs.ts";
import type { StayId } from "#core/kernel/brand.ts";

export interface LayAsked {
  readonly number: number;
  readonly day: BarnDay;
  readonly seed: number;
  readonly milliseconds: number;
}
/** A horse that is left out: what bars each rider, and what would let it in. */
export interface LeftOut {
  readonly stay: StayId;
  readonly because: readonly LeftOffReason[];
  readonly ways: readonly (Omit<WayIn, "plan" | "moved" | "dropped"> & {
    readonly moved: readonly StayId[];
    readonly dropped: readonly StayId[];
    readonly cards: readonly ScheduledCard[];
  })[];
}
export interface LaidDay {
  readonly cards: readonly ScheduledCard[];
  readonly givenUp: HorsesGivenUp;
  readonly leftOut: readonly LeftOut[];
  /** What riders were handed and is otherwise now, with its price. */
  readonly changes: readonly ChangedCard[];
}
export interface ChangedCard {
  readonly stay: StayId;
  readonly before: { readonly rider: string; readonly start: number };
  /** Null: left out. */
  readonly after: { readonly rider: string; readonly start: number } | null;
  readonly price: number;
}
export interface LayAnswer {
  readonly number: number;
  /** Share of the time, 0-1, with what there is so far. */
  readonly share: number;
  readonly placed: number;
  readonly cost: number;
  readonly laid: LaidDay | null;
}
