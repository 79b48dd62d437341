/** What is so on one day, for whoever chooses its work. */
import type { Skill } from "../ladder/skill.ts";
import type { StepFacts } from "../permission/steps.ts";
import type { HorseReading } from "../reading/reading.ts";
import type { Because } from "./because.ts";
import type { Again } from "./follow-up.ts";
import type { PlanGoal } from "./goal-sets.ts";

export interface MainMoment {
  readonly reading: HorseReading;
  readonly steps: StepFacts;
  readonly may: (skill: Skill) => boolean;
  /** Nothing is begun for the first time: a rest day follows, or the term ends. */
  readonly noFirst: boolean;
  /** By goal. */
  readonly met: readonly boolean[];
  /** By the plan's index, best first; met goals that fade apart. */
  readonly ranked: readonly string[];
  readonly stale: readonly string[];
  /** What the sessions before were about, the latest last: those of the record and those planned. */
  readonly before: readonly (readonly string[])[];
  /** How many sessions are planned before this one. */
  readonly ahead: number;
  readonly lastOfTerm: boolean;
  /** Skills that stand still, and rest for a week. */
  readonly stuck: readonly string[];
  /** Skills that the next big step still lacks, where few are missing. */
  readonly lacking: readonly string[];
  /** A dated promise is so near that nothing else is worked. */
  readonly dated: string | null;
}

export interface Main {
  readonly skills: readonly Skill[];
  readonly because: Because;
}

/** What is so all through a plan. */
export interface MainFacts {
  readonly ladder: readonly Skill[];
  readonly goals: readonly PlanGoal[];
  /** Skills that the owner's complaint names. */
  readonly complaint: readonly string[];
  /** Handling is what the horse came for, or barely has: it may be the work of a day. */
  readonly handlingIsWork: boolean;
  /** Of the last two sessions, to be taken up within three working days. */
  readonly again: readonly Again[];
  readonly sessionsSoFar: number;
}
