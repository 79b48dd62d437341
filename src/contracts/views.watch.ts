/** What is shown of how a stay goes: counted from its record, never kept. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Tack } from "#core/card/gear.ts";
import type { JumpDay } from "#core/card/jump.ts";
import type { GearSpan } from "#core/card/worn.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import type { MeasureCaution, SaddleFit } from "#core/horse/measuring.ts";
import type { CauseId } from "#core/intake/causes.ts";
import type { RestingOdd } from "#core/intake/measures.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { Agreement } from "#core/ladder/practice.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import type { SinceArrival, WeekSeen } from "#core/watch/by-week.ts";
import type { LearningPace, RiderShare } from "#core/watch/course.ts";
import type { Slide } from "#core/watch/evidence.ts";
import type { Bin } from "#core/watch/forecast-record.ts";
import type { Reasoned } from "#core/watch/reasoning.ts";
import type { Week } from "#core/watch/weeks.ts";
import type { Named, RevisionView } from "./views.card.ts";
import type { SessionView } from "./views.ts";

export interface BodyView {
  readonly day: LocalDate;
  readonly kilograms: number | null;
  readonly condition: number | null;
  readonly withersCm: number | null;
  readonly croupCm: number | null;
  readonly girthCm: number | null;
  readonly saddleFit: SaddleFit | null;
  /** Resting values outside the normal range. */
  readonly odd: readonly RestingOdd[];
  readonly words: string;
}
export interface CourseView {
  readonly today: LocalDate;
  readonly weeks: readonly Week[];
  readonly byWeek: readonly WeekSeen[];
  readonly arrival: { readonly up: readonly SinceArrival[]; readonly down: readonly SinceArrival[] };
  readonly lately: readonly { readonly skill: string; readonly sessions: number }[];
  readonly riders: readonly RiderShare[];
  readonly incidents: { readonly all: number; readonly perTen: number; readonly lastTen: number };
  readonly hardBy: readonly { readonly branch: string; readonly side: HardSide; readonly skills: number }[];
  /** Beside the barn's other horses in work; null: too little seen to say. */
  readonly pace: LearningPace | null;
  /** Measures of evaluations and of days between, the oldest first. */
  readonly bodies: readonly BodyView[];
  readonly measureCautions: readonly MeasureCaution[];
  readonly gear: readonly GearSpan[];
  readonly jumps: readonly JumpDay[];
  readonly firsts: readonly { readonly day: LocalDate; readonly words: string }[];
  readonly slides: readonly Slide[];
  readonly stuck: readonly string[];
  /** Sessions whose course was tapped: minutes until it was soft on each side; null: it never was, or nobody tapped there. */
  readonly settles: readonly { readonly day: LocalDate; readonly left: number | null; readonly right: number | null }[];
  /** Schooling or pain, as far as the record tells. */
  readonly reasoned: readonly Reasoned[];
}

/** A stay day by day. */
export interface LogView {
  readonly today: LocalDate;
  readonly firstDay: LocalDate;
  readonly sessions: readonly SessionView[];
  /** Scores of evaluations and sessions, oldest first; `effect`: what the day and the rider's leaning did to it, in steps. */
  readonly scores: readonly {
    readonly skill: string;
    readonly side: TrackSide;
    readonly score: number;
    readonly day: LocalDate;
    readonly effect: number;
  }[];
  /** What was counted or timed, oldest first. */
  readonly measures: readonly { readonly skill: string; readonly figure: number; readonly day: LocalDate }[];
  /** Stretches without work: holds, and days off of a week and more. */
  readonly off: readonly { readonly from: LocalDate; readonly to: LocalDate; readonly what: "hold" | "time-off" }[];
  /** Every revision of the cards that were written more than once, the newest first. */
  readonly revised: readonly RevisionView[];
  readonly people: readonly Named[];
  readonly events: readonly {
    readonly day: LocalDate;
    readonly what: "check" | "tack" | "evaluation" | "incident";
    readonly words: string;
    /** Of a change of gear: what it wore from then on. */
    readonly gear?: readonly Tack[];
  }[];
}

/** How each rider scores, for the manager alone; and who works how much. */
export interface RidingView {
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly riders: readonly {
    readonly name: string;
    /** Of described situations, the last practice of each skill. */
    readonly practice: Agreement;
    /** Steps by which they give less than the others do, with its 80 % interval; null: too little seen to say. */
    readonly severity: { readonly mean: number; readonly low: number; readonly high: number } | null;
    readonly sessions: number;
    readonly rides: number;
    readonly minutes: number;
    readonly hoursThere: number;
    /** Of their time, against the barn's average; null: not there. */
    readonly share: number | null;
  }[];
}
export interface GoneView {
  readonly stay: StayId;
  readonly horse: string;
  readonly client: string;
  readonly kind: HorseKind;
  readonly length: number;
  readonly firstDay: LocalDate;
  readonly wentHome: LocalDate;
  readonly sessions: number;
  readonly report: number | null;
}
/** What closed stays say. */
export interface HistoryView {
  /** Every stay that went home, the last first. */
  readonly gone: readonly GoneView[];
  readonly stays: number;
  readonly byKind: readonly {
    readonly kind: HorseKind;
    readonly stays: number;
    readonly promised: number;
    readonly promisedMet: number;
    readonly wished: number;
    readonly wishedMet: number;
  }[];
  readonly honesty: readonly Bin[];
  readonly told: number;
  readonly rungs: readonly {
    readonly skill: string;
    readonly side: TrackSide;
    readonly horses: number;
    readonly works: number;
    /** What the ladder says. */
    readonly typical: number;
  }[];
  readonly causes: readonly {
    readonly cause: CauseId;
    readonly asked: number;
    readonly found: number;
    readonly treated: number;
    readonly clear: number;
  }[];
}
