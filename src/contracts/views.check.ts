/** What the screens of checks are handed. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { GearTrial } from "#core/card/gear-trials.ts";
import type { CheckState, Looker, Restriction } from "#core/check/check.ts";
import type { CheckResult, Trial, TrialResult } from "#core/intake/cause-rules.ts";
import type { CauseId } from "#core/intake/causes.ts";
import type { HeldWork, WeighedCause } from "#core/intake/findings.ts";
import type { CheckId, FileId, StayId, TrialId } from "#core/kernel/brand.ts";

export interface CheckView {
  readonly id: CheckId;
  readonly stay: StayId;
  readonly horse: string;
  readonly cause: CauseId | null;
  readonly who: Looker;
  readonly asked: string;
  readonly orderedOn: LocalDate;
  readonly orderedBy: string;
  readonly due: LocalDate;
  readonly holds: HeldWork;
  readonly skills: readonly string[];
  readonly state: CheckState;
  readonly bookedFor: LocalDate | null;
  readonly bookedWith: string;
  readonly doneOn: LocalDate | null;
  readonly result: CheckResult | null;
  readonly answer: string;
  readonly releasedOn: LocalDate | null;
  readonly releasedBy: string | null;
  readonly restrictions: readonly Restriction[];
  readonly version: number;
  readonly files: readonly { readonly id: FileId; readonly name: string; readonly type: string; readonly bytes: number }[];
  /** Days by which it is overdue; 0 where it is not. */
  readonly late: number;
}
export interface TrialView {
  readonly id: TrialId;
  readonly change: Trial;
  readonly fromDay: LocalDate;
  readonly result: TrialResult | null;
  readonly endedOn: LocalDate | null;
  readonly words: string;
}
export interface ChecksView {
  readonly today: LocalDate;
  /** Open ones, most pressing first, then those that ended lately. */
  readonly checks: readonly CheckView[];
  readonly horses: readonly { readonly stay: StayId; readonly horse: string }[];
  /** True for who may order, book and answer. */
  readonly mayWrite: boolean;
}
/** The same for one horse, with what has been tried and what the signs say today. */
export interface HorseChecksView extends ChecksView {
  readonly stay: StayId;
  readonly horse: string;
  readonly trials: readonly TrialView[];
  /** Changes of gear after which a sign went, which nobody has called a trial. */
  readonly inGear: readonly GearTrial[];
  /** Null before the first evaluation. */
  readonly weighed: WeighedCause | null;
  readonly wentHome: boolean;
}
