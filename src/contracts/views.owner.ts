import type { HoldKind } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Milestone, TermReading } from "#core/calendar/term.ts";
import type { Sex } from "#core/horse/horse.ts";
import type { ContactId, HomeworkId, MessageId, PhotoId, StayId, VisitId } from "#core/kernel/brand.ts";
import type { ReportKind } from "#core/report/facts.ts";
import type { CheckBack, ContactRole, HandOverFields, HomeworkFields, HomeworkStep, MessageState, VisitFields } from "./owner.ts";
import type { HomeView } from "./views.report.ts";

export interface MessageView {
  readonly id: MessageId;
  readonly stay: StayId;
  readonly horse: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  readonly body: string;
  readonly issue: number | null;
  readonly madeAt: string;
  readonly by: string;
  readonly state: MessageState;
  readonly tries: number;
  readonly sentAt: string | null;
  readonly trouble: string;
}
export interface OutboxView {
  readonly messages: readonly MessageView[];
  /** False: nothing leaves until a mail server is set up. */
  readonly mailServer: boolean;
  /** Where the simulated mail server can be looked into. */
  readonly standin: string | null;
}

/** A letter to be written: to whom, where the term stands, and what was written before. */
export interface LetterView {
  readonly stay: StayId;
  readonly horse: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly reading: TermReading;
  /** The client first, then whoever else hears of the horse. */
  readonly readers: readonly ReaderView[];
  readonly until: LocalDate;
  readonly sent: readonly MessageView[];
  readonly from: FromOwner;
  readonly handOver: HandOverView;
  /** The routine that holds now; null: none. */
  readonly homework: HomeworkView | null;
  /** The routine that was given last, with steps or without; the next one takes its place. */
  readonly homeworkSince: HomeworkId | null;
  readonly proposedSteps: readonly HomeworkStep[];
  readonly homeworkDone: readonly HomeworkDoneView[];
  readonly visits: readonly VisitView[];
  readonly today: LocalDate;
  /** What the owner might be taught in the lesson: what was kept up here. */
  readonly lesson: readonly string[];
  /** What the horse was sent for, in the owner's words; empty: nothing in particular. */
  readonly problem: string;
  readonly sex: Sex;
  /** How it is told to an owner, skill by skill. */
  readonly lessonHow: Readonly<Record<string, string>>;
  readonly wentHome: LocalDate | null;
}
export interface ReaderView {
  /** Null: the client. */
  readonly contact: ContactId | null;
  readonly name: string;
  readonly address: string;
  readonly role: ContactRole | null;
  readonly link: LinkView | null;
}
export interface LinkView {
  readonly path: string;
  readonly until: LocalDate;
}

/** What the secret address of a stay opens. */
export interface OwnerView {
  readonly token: string;
  readonly barn: string;
  /** Of the barn; empty: it has told none. */
  readonly phone: string;
  /** That stands today; null: none. */
  readonly hold: { readonly kind: HoldKind; readonly from: LocalDate } | null;
  readonly horse: string;
  readonly sex: Sex;
  readonly client: string;
  readonly until: LocalDate;
  readonly wentHome: LocalDate | null;
  /** Of this week and the one before, the newest first. */
  readonly sessions: readonly {
    readonly day: LocalDate;
    readonly groundMinutes: number;
    readonly saddleMinutes: number;
    readonly skills: readonly string[];
  }[];
  readonly firsts: readonly { readonly day: LocalDate; readonly words: string }[];
  /** The newest picture of the reports; null: none has one. */
  readonly photo: { readonly id: PhotoId; readonly caption: string } | null;
  /** While it is in training, from its first day: the day of the term, and what comes next on it. */
  readonly term: { readonly day: number; readonly of: number; readonly next: Pick<Milestone, "kind" | "day"> | null } | null;
  readonly reports: readonly {
    readonly number: number;
    readonly kind: ReportKind;
    readonly ordinal: number;
    readonly approvedAt: string;
    readonly read: boolean;
    readonly question: string;
    readonly answer: string;
  }[];
  readonly home: HomeView;
  /** While it is in training. */
  readonly homework: HomeworkView | null;
  readonly homeworkDone: readonly HomeworkDoneView[];
  /** Visits and lessons that are planned from today on. */
  readonly visits: readonly Pick<VisitFields, "kind" | "day" | "minute" | "plan">[];
  readonly today: LocalDate;
  readonly checkBack: {
    readonly asked: boolean;
    readonly told: LocalDate | null;
    /** What the horse was sent for, in the owner's words; empty: nothing in particular. */
    readonly problem: string;
    readonly skills: readonly string[];
  };
}
/** What came back from an owner. */
export interface FromOwner {
  readonly answers: readonly {
    readonly issue: number;
    readonly read: boolean;
    readonly question: string;
    readonly answer: string;
  }[];
  readonly checkBacks: readonly (CheckBack & { readonly day: LocalDate; readonly seen: boolean })[];
}
/** The owner's routine and what came back of it. */
export interface HomeworkView {
  readonly id: HomeworkId;
  readonly madeOn: LocalDate;
  readonly by: string;
  readonly content: HomeworkFields;
}
export interface HomeworkDoneView {
  readonly day: LocalDate;
  readonly done: number;
  readonly of: number;
  readonly words: string;
  readonly seen: boolean;
}
export interface VisitView {
  readonly id: VisitId;
  readonly version: number;
  readonly content: VisitFields;
}
export interface HandOverView {
  readonly content: HandOverFields;
  readonly version: number | null;
}
