/** What the Barn screen is handed. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { WeightChange } from "#core/intake/cause-rules.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import type { BackupId, PlaceId } from "#core/kernel/brand.ts";
import type { StepChange } from "#core/permission/steps.ts";
import type { ProposedWay, Way } from "#core/plan/ways.ts";
import type { ChangesAsked, PlaceFields, PolicyFields } from "./barn.ts";

export interface BarnView {
  readonly version: number;
  readonly timeZone: string;
  readonly policies: PolicyFields;
  readonly places: readonly (PlaceFields & { readonly id: PlaceId; readonly version: number })[];
  readonly weights: readonly WeightChange[];
  /** Its own changes to the lists of big steps. */
  readonly steps: readonly StepChange[];
  /** What is asked on every card or on none, and what the manager's own hand on cards proposes for it. */
  readonly ways: readonly Way[];
  readonly proposedWays: readonly ProposedWay[];
  /** What photos and clips take. */
  readonly media: { readonly bytes: number; readonly count: number };
}
export interface BackupsView {
  readonly demo: boolean;
  readonly timeZone: string;
  /** Since when there is none to trust; null: all is well. */
  readonly missing: LocalDate | null;
  /** The newest first. */
  readonly made: readonly {
    readonly id: BackupId;
    readonly at: string;
    readonly file: string;
    readonly bytes: number;
    readonly tried: boolean;
    readonly problem: string;
  }[];
}
export interface BarnWalkView {
  readonly version: number;
  readonly rungs: readonly WalkStep[];
  /** Versions that the barn made, newest first. */
  readonly made: readonly { readonly version: number; readonly day: LocalDate; readonly by: string }[];
}

export interface ChangeView {
  readonly id: number;
  /** By the barn's clock, in words; and as an instant. */
  readonly when: string;
  readonly at: string;
  readonly by: string;
  readonly subject: string;
  /** Of whom or what it is, where that has a name. */
  readonly name: string | null;
  readonly what: string;
  readonly details: unknown;
}
export interface ChangesView {
  readonly asked: ChangesAsked;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly changes: readonly ChangeView[];
  /** From which on there are older ones; null: these are all. */
  readonly older: number | null;
}
