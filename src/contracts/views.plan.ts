import type { LocalDate } from "#core/calendar/local-date.ts";
import type { HeldByChecks } from "#core/check/check.ts";
import type { StallAlarm } from "#core/forecast/stall.ts";
import type { PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import type { OwnMethod } from "#core/ladder/methods.ts";
import type { Branch } from "#core/ladder/skill.ts";
import type { Typical } from "#core/ladder/typical.ts";
import type { NobodyLightEnough } from "#core/permission/lightest.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { NextStepNotice } from "#core/plan/next-step-notice.ts";
import type { StayRecord } from "#core/plan/outlook.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { Moved } from "#core/plan/weeks.ts";
import type { SkillRecord } from "./ladder.ts";
import type { KeptGoal, PlanCause } from "./plan.ts";

export interface StepView extends Omit<NextStepNotice, "proposed"> {
  /** When and with whom; null: it is not ready, or no day of the plan has it. `laid`: it stands on that day's sheet already. */
  readonly proposed: {
    readonly day: LocalDate;
    readonly rider: { readonly id: PersonId; readonly name: string };
    readonly helper: { readonly id: PersonId; readonly name: string } | null;
    readonly place: { readonly id: PlaceId; readonly name: string };
    readonly laid: boolean;
  } | null;
}

export interface PlanView {
  readonly stay: StayId;
  readonly horse: string;
  readonly aim: string;
  readonly mayWrite: boolean;
  /** Null: nothing was evaluated or worked yet, and a plan would be made of nothing. */
  readonly record: StayRecord | null;
  readonly version: number;
  /** As it was laid last; the page lays it anew from the record. */
  readonly laid: readonly ScheduledSession[];
  readonly told: readonly KeptGoal[];
  readonly history: readonly { readonly day: number; readonly goals: readonly KeptGoal[] }[];
  readonly changes: readonly {
    readonly day: LocalDate;
    readonly causes: readonly PlanCause[];
    readonly moved: readonly Moved[];
  }[];
  /** The next big step; null: nothing new lies on the way. */
  readonly step: StepView | null;
  readonly alarm: StallAlarm | null;
  /** Why nobody can ride it here, where a goal wants that; null: somebody can. */
  readonly nobodyLight: NobodyLightEnough | null;
  /** What checks and professionals hold back today. */
  readonly held: HeldByChecks;
  /** Goals that the record bars as it stands, and why. */
  readonly barred: readonly { readonly skill: string; readonly reasons: readonly Reason[] }[];
}

export interface LadderView {
  readonly version: number;
  readonly branches: readonly Branch[];
  readonly skills: readonly SkillRecord[];
  /** Of every skill that is used. */
  readonly typical: readonly Typical[];
}

export interface MethodsView {
  readonly version: number;
  readonly own: readonly OwnMethod[];
}
