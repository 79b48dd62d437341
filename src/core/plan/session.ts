/** A planned session, and the parts of any session. */
import type { SessionKind } from "../card/card.ts";
import type { Because } from "./because.ts";
import type { ScheduledPlace } from "./places.ts";

export const WORK_ROLES = ["warm-up", "main", "handling", "finish"] as const;
export type WorkRole = (typeof WORK_ROLES)[number];
/** Skills by id, each list in the order in which it is worked. */
export interface Parts {
  readonly warmUp: readonly string[];
  readonly handling: readonly string[];
  readonly finish: readonly string[];
  readonly leaveAlone: readonly string[];
  /** What is worked instead when wind, a tight start, a red sign or a missing second person keeps everybody on the ground. */
  readonly smaller: readonly string[];
}
export const PURPOSES = ["work", "refresher", "consolidate", "exit"] as const;
export type Purpose = (typeof PURPOSES)[number];

/** What must be so on the day before a step is taken. */
export type Condition =
  | { readonly code: "shown"; readonly skill: string; readonly times: number }
  | { readonly code: "calm-day" }
  | { readonly code: "second-person" };

export interface ScheduledItem {
  readonly skill: string;
  /** First time here. */
  readonly isNew: boolean;
  readonly pinned: boolean;
  readonly when: readonly Condition[];
}
export interface ScheduledSession extends ScheduledPlace, Parts {
  /** As the forecast counts days. */
  readonly day: number;
  readonly purpose: Purpose;
  /** From what it bears; on the day people, place and weather may make it less. */
  readonly kind: SessionKind;
  /** The main: one thing, or two of a family. */
  readonly items: readonly ScheduledItem[];
  readonly because: Because;
}
