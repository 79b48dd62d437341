/** What the page asks of its worker, and what comes back. */
import type { ShownLevel } from "#core/forecast/estimator.ts";
import type { GoalForecast } from "#core/forecast/forecast.ts";
import type { GoalState } from "#core/forecast/goals.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { StayRecord, WhatIf } from "#core/plan/outlook.ts";
import type { ScheduledSession } from "#core/plan/session.ts";

export interface ForecastRequest {
  readonly number: number;
  /** Sent with the first question, and again where it changed. */
  readonly record: StayRecord | null;
  readonly what: WhatIf;
  readonly plays: number;
  /** Also read over so many of the first plays, to be compared with what-ifs of as many; null: not asked. */
  readonly alsoOver: number | null;
  readonly seed: number;
}
export interface GoalReading {
  readonly skill: string;
  readonly target: number;
  readonly state: GoalState;
  /** By side, with the best level that the side has had. */
  readonly shown: readonly (ShownLevel & { readonly side: TrackSide; readonly best: number })[];
  readonly forecast: GoalForecast | null;
}
export interface PlanReading {
  readonly plan: readonly ScheduledSession[];
  readonly goals: readonly GoalReading[];
  /** Learning rate, 1 as typical. */
  readonly rate: { readonly mean: number; readonly sessions: number };
  readonly lastDay: number;
}
export interface ForecastReply {
  readonly number: number;
  readonly done: number;
  readonly of: number;
  readonly reading: PlanReading | null;
  /** Over the first plays alone, where that was asked. */
  readonly also: PlanReading | null;
}
/** Whether enough was seen of a goal to say anything of its level. */
export const isKnown = (goal: GoalReading): boolean => goal.shown.every(({ known }) => known);
