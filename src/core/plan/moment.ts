/** What is so on one day, for whoever chooses its work. */
import type { Skill } from "../ladder/skill.ts";
import type { StepFacts } from "../permission/steps.ts";
import type { HorseReading } from "../reading/reading.ts";

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
