/** What the pages of an evaluation are handed. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Complaint } from "#core/card/complaint.ts";
import type { Verdict } from "#core/forecast/chance.ts";
import type { Goal, SessionsMissing } from "#core/intake/aims.ts";
import type { Touch } from "#core/intake/body.ts";
import type { CauseId } from "#core/intake/causes.ts";
import type { EvaluationComparison } from "#core/intake/compare.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import type { LimitsInForce } from "#core/intake/limits.ts";
import type { Measures } from "#core/intake/measures.ts";
import type { EvaluationKind, Heard, Outcome, WalkedHorse } from "#core/intake/outcome.ts";
import type { ReadGoal } from "#core/intake/request.ts";
import type { SeenSign, WalkMark } from "#core/intake/seen.ts";
import type { EvaluationId, StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { NobodyLightEnough } from "#core/permission/lightest.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import type { JudgementFields, WalkFields } from "./intake.ts";
import type { BodyView } from "./views.watch.ts";

/** What the walk on the tablet needs beside itself. */
export interface WalkView {
  readonly id: EvaluationId;
  readonly stay: StayId;
  readonly horse: string;
  readonly kind: EvaluationKind;
  readonly day: LocalDate;
  readonly about: WalkedHorse;
  readonly heard: Heard;
  readonly initial: { readonly version: number; readonly walk: WalkFields };
  readonly rungs: readonly WalkStep[];
  /** What it came for: marked where it is looked at. */
  readonly goals: readonly string[];
  readonly complaint: Complaint | null;
  /** What each score looks like, skill by skill, 0 to 5. */
  readonly anchors: Readonly<Record<string, readonly string[]>>;
  /** Of the evaluation before: its scores, where the horse minded being touched, and what it weighed. */
  readonly earlier: {
    readonly day: LocalDate;
    readonly marks: readonly WalkMark[];
    readonly touches: readonly Touch[];
    readonly kilograms: number | null;
  } | null;
  readonly bookedCm: number | null;
}

export interface EvaluationLink {
  readonly id: EvaluationId;
  readonly kind: EvaluationKind;
  readonly day: LocalDate;
  readonly by: string;
}

/** How a goal is answered, on the record as it stood. */
export interface SignedGoal {
  readonly goal: Goal;
  readonly verdict: Verdict;
  /** 0-1; null: nobody can say, as the horse is on hold with no last day. */
  readonly chance: number | null;
  /** What the horse still lacks for it, prerequisites first. */
  readonly missing: readonly SessionsMissing[];
  /** Of a goal that is not for this term: how far the horse gets on the way to it. Null or missing: nobody can say, or nothing on it is in reach. */
  readonly onTheWay?: { readonly skill: string; readonly chance: number } | null;
}

export interface Signature {
  readonly revision: number;
  readonly day: LocalDate;
  readonly by: string;
  readonly judgement: JudgementFields;
  /** As they were read when it was signed. */
  readonly inForce: LimitsInForce;
  readonly goals: readonly SignedGoal[];
}

export interface ClosedEvaluationView {
  readonly id: EvaluationId;
  readonly stay: StayId;
  readonly barn: string;
  readonly horse: string;
  readonly client: string;
  readonly aim: string;
  readonly complaint: Complaint | null;
  /** Parts of both that name no skill, and that are meant for another time. */
  readonly notRead: readonly string[];
  readonly notNow: readonly string[];
  readonly term: number;
  readonly kind: EvaluationKind;
  readonly day: LocalDate;
  readonly by: string;
  readonly rungs: readonly WalkStep[];
  readonly stoppedAt: string | null;
  readonly stopReason: string;
  readonly saddleReason: string;
  readonly words: Readonly<Record<string, string>>;
  /** `before`: what the intake saw, where this is a later evaluation. */
  readonly marks: readonly {
    readonly skill: string;
    readonly side: TrackSide;
    readonly score: number | null;
    readonly before: number | null;
  }[];
  readonly signs: readonly SeenSign[];
  readonly touches: readonly Touch[];
  readonly earlierTouches: readonly Touch[];
  readonly measures: Measures;
  readonly tries: number | null;
  readonly settleMinutes: number | null;
  readonly outcome: Outcome;
  readonly hard: HardSide;
  /** Nobody here is light enough; null: somebody is, or it has not been weighed. */
  readonly nobodyLight: NobodyLightEnough | null;
  /** Oldest first; the last one counts. */
  readonly signatures: readonly Signature[];
  readonly maySign: boolean;
  /** What the rules would sign, for the manager to change. */
  readonly proposal: JudgementFields;
  /** Read from the owner's words, for the manager to take or to leave: nothing unconfirmed is signed. */
  readonly proposed: readonly ReadGoal[];
  /** Causes that are asked after already, or were since the evaluation. */
  readonly asked: readonly CauseId[];
  readonly earlierEvaluations: boolean;
}

export interface ComparedView {
  /** Everything that was measured, in evaluations and between them, the oldest first. */
  readonly bodies: readonly BodyView[];
  readonly horse: string;
  readonly stay: StayId;
  readonly columns: readonly {
    readonly id: EvaluationId;
    readonly kind: EvaluationKind;
    readonly day: LocalDate;
    readonly by: string;
    readonly kilograms: number | null;
    readonly plusMinus: number | null;
    readonly condition: number | null;
    readonly risk: number;
    readonly tries: number | null;
    readonly settleMinutes: number | null;
    readonly touches: readonly Touch[];
    readonly stoppedAt: string | null;
    readonly walkVersion: number;
  }[];
  readonly compared: EvaluationComparison;
}
