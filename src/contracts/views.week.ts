/** What the Week screen is handed. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { CardState } from "#core/card/card.ts";
import type { Looker } from "#core/check/check.ts";
import type { AppointmentKind, Blocker } from "#core/day/model.ts";
import type { CardId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { Step } from "#core/permission/steps.ts";
import type { WeekFix } from "#core/week/fixes.ts";
import type { WeekProblem } from "#core/week/week.ts";

/** Why a horse is not to be had on a day. */
export type NotHad =
  | { readonly code: "hold" | "check" | "not-evaluated" | "not-here" | "intake-day" }
  | { readonly code: "appointment"; readonly kind: AppointmentKind }
  | { readonly code: "visit"; readonly who: Looker };
export interface WeekCellView {
  readonly day: LocalDate;
  readonly away: NotHad | null;
  /** What stands on the day's sheet. */
  readonly card: { readonly id: CardId; readonly state: CardState; readonly rider: string } | null;
  /** What the manager means to do. */
  readonly meant: { readonly pinned: boolean; readonly rider: PersonId | null } | null;
  /** A big step that is ready and proposed for this day. */
  readonly step: { readonly step: Step; readonly rider: string; readonly helper: string | null } | null;
  /** Why what is meant does not hold any more; empty: it does, or nothing is meant. */
  readonly broken: readonly Blocker[];
  readonly appointments: readonly {
    readonly id: string;
    readonly kind: AppointmentKind;
    readonly fromMinute: number | null;
    readonly toMinute: number | null;
    readonly words: string;
  }[];
}
export interface WeekHorseView {
  readonly stay: StayId;
  readonly horse: string;
  /** Owed by yesterday; negative: ahead. */
  readonly owed: number;
  readonly cells: readonly WeekCellView[];
}
export interface WeekView {
  readonly today: LocalDate;
  readonly days: readonly { readonly day: LocalDate; readonly laid: boolean }[];
  /** The first working days before and after those shown. */
  readonly before: LocalDate;
  readonly after: LocalDate;
  readonly horses: readonly WeekHorseView[];
  /** Everybody who works on one of the days, with why not on the others. */
  readonly people: readonly {
    readonly id: PersonId;
    readonly name: string;
    readonly slots: readonly number[];
    readonly away: readonly (string | null)[];
    /** Horses that this person may sit on as the record stands, of those that may ever be ridden. */
    readonly sitsOn: number;
    readonly mounts: number;
  }[];
  readonly problem: WeekProblem;
}

/** A week as it was worked out. */
export interface WeekPlanView {
  readonly plan: {
    readonly horses: readonly {
      readonly stay: StayId;
      readonly days: readonly { readonly day: LocalDate; readonly rider: PersonId | null }[];
    }[];
    readonly cost: number;
    readonly bound: number | null;
    readonly proven: boolean;
  } | null;
  /** No plan, and it is proven that the pinned days cannot be kept; else none was found in time. */
  readonly impossible: boolean;
  /** How much of what would help has been tried, 0-1. */
  readonly tried: number;
  readonly fixes: readonly { readonly fix: WeekFix; readonly gives: number }[];
  readonly done: boolean;
}
