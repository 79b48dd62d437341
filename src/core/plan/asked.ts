/** What a plan is laid from. */
import type { LocalDate } from "../calendar/local-date.ts";
import type { Belief } from "../forecast/estimator.ts";
import type { GoalFacts } from "../forecast/goals.ts";
import type { Ahead } from "../forecast/simulate.ts";
import type { ScoredSession } from "../forecast/stay.ts";
import type { HorseKind } from "../horse/horse.ts";
import type { Skill } from "../ladder/skill.ts";
import type { StepChange } from "../permission/steps.ts";
import type { PlanGoal } from "./goal-sets.ts";
import type { GoalStanding } from "./standing.ts";
import type { Way } from "./ways.ts";
import type { WeekWords, WrittenWork } from "./written.ts";

/** A skill kept to a day, or off days up to one; null: for good. What is moved is pinned to its new day and kept off the old one. */
export type Pin =
  | { readonly kind: "pin"; readonly skill: string; readonly day: number }
  | { readonly kind: "forbid"; readonly skill: string; readonly from: number; readonly to: number | null }
  | WrittenWork
  | WeekWords;

export interface PlanAsked {
  readonly belief: Belief;
  readonly sessions: readonly ScoredSession[];
  readonly goals: readonly GoalFacts[];
  readonly ahead: Ahead;
  readonly ladder: readonly Skill[];
  readonly pins: readonly Pin[];
  readonly trainer: TrainerFacts;
}
/** What a trainer looks at beyond levels. */
export interface TrainerFacts extends GoalStanding {
  readonly firstDay: LocalDate;
  readonly kind: HorseKind;
  readonly goals: readonly PlanGoal[];
  readonly groundSessionsFirst: number;
  /** What the barn changed of the lists of big steps. */
  readonly stepChanges: readonly StepChange[];
  /** What the barn asks on every card or on none. */
  readonly ways: readonly Way[];
  /** Nothing is begun on this day. */
  readonly beginsNothing: (day: LocalDate) => boolean;
}
