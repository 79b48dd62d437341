/** A report as it is written, and as it was approved. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { CheckBackDue } from "#core/home/check-back.ts";
import type { HomeRecord, ShownHome } from "#core/home/own-words.ts";
import type { Sex } from "#core/horse/horse.ts";
import type { Touch } from "#core/intake/body.ts";
import type { PhotoId, StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { ShownBlock } from "#core/report/assemble.ts";
import type { Claim } from "#core/report/claims.ts";
import type { ComposedReport, FirstPage, ReportKind, SkillComparison } from "#core/report/facts.ts";
import type { Week } from "#core/watch/weeks.ts";
import type { MediaType, MediaView } from "./media.ts";
import type { HomeworkFields } from "./owner.ts";
import type { HomeWords, ReportWords, Style } from "./report.ts";
import type { RulerView } from "./views.ts";

export type HomeView = ShownHome | null;

export interface PhotoView {
  readonly id: PhotoId;
  readonly caption: string;
  readonly width: number;
  readonly height: number;
  /** Of one of the record's own: what it shows, and when. Missing: of one that was added here. */
  readonly of?: {
    readonly day: LocalDate;
    readonly skill: string | null;
    readonly side: TrackSide;
    readonly type: MediaType;
  } | null;
}

/** What a reader has before them, whichever way: on the screen, on paper, on the owner's page. */
export interface ReportContent {
  readonly kind: ReportKind;
  readonly ordinal: number;
  readonly horse: string;
  /** Missing: of reports that were approved before it was said; the horse has its name then. */
  readonly sex?: Sex;
  readonly client: string;
  readonly barn: string;
  readonly day: LocalDate;
  readonly blocks: readonly ShownBlock[];
  /** Of reports at half time and at the end. Missing: of those that were approved before they had a first page. */
  readonly first?: FirstPage | null;
  /** Who worked it, most sessions first. */
  readonly people?: readonly string[];
  /** Where it minds being touched. */
  readonly touches?: readonly Touch[];
  readonly compared: readonly SkillComparison[];
  readonly ruler: RulerView | null;
  readonly weeks: readonly Week[];
  readonly home: HomeView;
  /** What the owner does on visits; of a weekly word, where there is one. */
  readonly routine?: HomeworkFields | null;
  readonly photos: readonly PhotoView[];
  /** Against the number before of the same report. */
  readonly changes: { readonly since: number; readonly added: readonly string[]; readonly gone: readonly string[] } | null;
}

export interface ReportView {
  readonly stay: StayId;
  readonly kind: ReportKind;
  readonly ordinal: number;
  readonly style: Style;
  /** `isReached`: they, or somebody else who hears of the horse, have an e-mail address here. */
  readonly client: { readonly name: string; readonly isReached: boolean };
  readonly composed: ComposedReport;
  /** What the manager's own words may claim, as the record has it. */
  readonly supported: readonly Claim[];
  readonly content: ReportContent;
  readonly sources: Readonly<Record<string, { readonly day: LocalDate; readonly path: string; readonly words: string }>>;
  readonly words: ReportWords;
  /** What the programme for home is composed from, but the ladder; null: this report has none. */
  readonly home: { readonly record: Omit<HomeRecord, "ladder">; readonly words: HomeWords } | null;
  /** Null while nothing was saved. */
  readonly version: number | null;
  readonly issues: readonly IssueLine[];
  /** Photos and clips of the record, to be chosen from. */
  readonly media: readonly MediaView[];
  /** The others of this stay, to go to. */
  readonly others: readonly { readonly kind: ReportKind; readonly ordinal: number; readonly number: number | null }[];
}
export interface IssueLine {
  readonly number: number;
  readonly approvedBy: string;
  readonly approvedAt: string;
  readonly hash: string;
}
export interface IssueView extends IssueLine {
  readonly stay: StayId;
  readonly content: ReportContent;
}

/** One report of the week's. */
export interface DueReportView {
  readonly stay: StayId;
  readonly horse: string;
  readonly client: string;
  readonly kind: ReportKind;
  readonly ordinal: number;
  readonly due: LocalDate;
  readonly state: "not-begun" | "draft" | "approved" | "sent";
  readonly number: number | null;
  /** Of the draft; null: none. */
  readonly version: number | null;
  /** Its stretch is not over: a week goes on, or the last day lies more than two days ahead. */
  readonly early: boolean;
}
/** A horse at home whose owner should have told how it goes. */
export interface CheckBackDueView extends CheckBackDue {
  readonly stay: StayId;
  readonly horse: string;
  readonly client: string;
  /** Whether they were asked for it by letter. */
  readonly asked: boolean;
}
export interface DueReportsView {
  readonly today: LocalDate;
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly reports: readonly DueReportView[];
  readonly checkBacks: readonly CheckBackDueView[];
}
