/** What the pages are handed: plain data, computed on the server from the record by the core. */

import type { Hold, HoldPolicy } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Milestone, TermFacts, TermReading } from "#core/calendar/term.ts";
import type { CancelCause, CardState, IncidentKind, Instead, SessionKind, SessionRecord } from "#core/card/card.ts";
import type { SessionChange } from "#core/card/changed.ts";
import type { Complaint } from "#core/card/complaint.ts";
import type { HeldByChecks } from "#core/check/check.ts";
import type { StandingCard, WantedHorse } from "#core/day/from-barn.ts";
import type { DayHours, DayPerson, DayPlace } from "#core/day/model.ts";
import type { DayUrgency } from "#core/day/urgency.ts";
import type { StepState } from "#core/first-start/first-start.ts";
import type { ShownLevel } from "#core/forecast/estimator.ts";
import type { HorseClass, HorseKind, Sex } from "#core/horse/horse.ts";
import type { MeasuringDue } from "#core/horse/measuring.ts";
import type { SecondPerson } from "#core/intake/limits.ts";
import type { EvaluationKind, Outcome } from "#core/intake/outcome.ts";
import type { CardId, EvaluationId, HoldId, HorseId, PersonId, StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { Level } from "#core/ladder/level.ts";
import type { Method, OwnMethod } from "#core/ladder/methods.ts";
import type { RedSign } from "#core/permission/ground-check.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { Step } from "#core/permission/steps.ts";
import type { ScheduledSession } from "#core/plan/session.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import type { OwedPolicy } from "#core/report/facts.ts";
import type { ProgressEvidence } from "#core/watch/evidence.ts";
import type { Need } from "#core/watch/needs.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { OrderCheck } from "./check.ts";
import type { MediaView } from "./media.ts";
import type { CheckBack, RELEASE } from "./owner.ts";
import type { PersonFields } from "./people.ts";
import type { LayStep, SetGoals, SetPins } from "./plan.ts";
import type { Details, HorseFields, RiskSet, StayFields } from "./stay.ts";
import type { StepView } from "./views.plan.ts";
import type { NotHad } from "./views.week.ts";
import type { WeatherSource } from "./weather.ts";
import type { SetWeek } from "./week.ts";

/** What a lane of the Rail and the head of a horse's page draw. */
export interface RulerView {
  readonly today: LocalDate;
  readonly firstDay: LocalDate;
  readonly reading: TermReading;
  readonly posts: readonly Milestone[];
  readonly holds: readonly Hold[];
  readonly firsts: readonly { readonly day: LocalDate; readonly words: string }[];
  /** The next big step as the plan has it; null: none is planned, or the plan was not read. */
  readonly ahead: { readonly day: LocalDate; readonly step: Step } | null;
}

/** One tap that takes the decision: a write with all that it needs, or the page where it is taken. */
export type Proposal =
  | { readonly code: "open"; readonly path: string }
  /** A letter to the owner, to be made one's own and sent. */
  | { readonly code: "tell-owner"; readonly path: string }
  | { readonly code: "order-check"; readonly input: OrderCheck }
  | { readonly code: "rest-skill"; readonly input: SetPins }
  /** Left alone, and the skill below it worked at the next session. */
  | { readonly code: "go-back"; readonly skill: string; readonly input: SetPins }
  | { readonly code: "add-sessions"; readonly days: readonly LocalDate[]; readonly input: SetWeek }
  /** On the sheet of its day, with its people. */
  | { readonly code: "lay-step"; readonly step: StepView; readonly input: LayStep }
  | { readonly code: "drop-goal"; readonly input: SetGoals }
  | { readonly code: "add-goal"; readonly skill: string; readonly input: SetGoals };

/** A need of the short list, the dearest to leave alone first. */
export interface NeedView {
  readonly stay: StayId;
  readonly horse: string;
  readonly need: Need;
  readonly about: string;
  /** Points that a day of waiting costs. */
  readonly cost: number;
  readonly evidence: readonly ProgressEvidence[];
  /** The usual one first. */
  readonly proposals: readonly Proposal[];
  /** Put off, by whom and why; null: it stands. */
  readonly putOff: { readonly until: LocalDate; readonly reason: string; readonly by: string } | null;
}

export interface LaneView {
  readonly stay: StayId;
  readonly horse: string;
  readonly client: string;
  readonly kind: HorseKind;
  readonly length: number;
  readonly ruler: RulerView;
  /** Most pressing first. */
  readonly needs: readonly Need[];
  /** Who works it most. */
  readonly rider: string | null;
  /** Its cards of today, by their hour. */
  readonly todays: readonly { readonly rider: string; readonly start: number; readonly state: CardState }[];
  /** Of the promised goals, or of all where none is promised, the one that is least likely; null: no goal, or nothing forecast yet. */
  readonly weakest: { readonly skill: string; readonly chance: number } | null;
}
export interface RailView {
  readonly barn: string;
  readonly demo: boolean;
  /** What a barn that was just begun still wants; null: nothing. */
  readonly firstSteps: readonly StepState[] | null;
  /** Since when there is no backup to trust; null: all is well. */
  readonly backupMissing: LocalDate | null;
  readonly today: LocalDate;
  readonly inWork: readonly LaneView[];
  /** For the manager. */
  readonly needsYou: readonly NeedView[];
  readonly stalls: {
    readonly all: number;
    readonly taken: number;
    /** The first day from which a stall is free for a whole term of so many days; null: none in sight. */
    readonly free: readonly { readonly days: number; readonly from: LocalDate | null }[];
  };
  readonly coming: readonly {
    readonly stay: StayId;
    readonly horse: string;
    readonly client: string;
    readonly length: number;
    readonly firstDay: LocalDate;
  }[];
  readonly gone: readonly {
    readonly stay: StayId;
    readonly horse: string;
    readonly client: string;
    readonly length: number;
    readonly wentHome: LocalDate;
    readonly report: number | null;
  }[];
  /** What owners asked or told, and nobody has answered or seen. */
  readonly fromOwners: readonly {
    readonly stay: StayId;
    readonly horse: string;
    readonly client: string;
    readonly what: "question" | "check-back" | "routine";
    readonly words: string;
  }[];
  /** Reports of this week and the last that are not sent. */
  readonly reportsDue: number;
  readonly unlogged: readonly {
    readonly card: CardId;
    readonly horse: string;
    readonly rider: string;
    readonly day: LocalDate;
  }[];
}

export interface DayPersonView extends DayPerson {
  readonly name: string;
  readonly role: string;
}
export interface DayHorseView extends WantedHorse {
  readonly horse: string;
  /** What the plan has it work, and why; null: it has no plan yet. */
  readonly work: (Pick<ScheduledSession, "because" | "place"> & { readonly main: readonly string[] }) | null;
}
export interface DayPlaceView extends DayPlace {
  readonly name: string;
}
export interface DayCardView extends StandingCard {
  readonly after: CardId | null;
  readonly horse: string;
  readonly cancelReason: string;
  readonly cancelBecause: CancelCause;
  readonly cancelInstead: Instead;
  readonly unplanned: string;
  readonly version: number;
}
export interface DueView {
  readonly stay: StayId;
  readonly urgency: DayUrgency;
  readonly kind: SessionKind;
  readonly length: number;
  /** What the plan has it work; empty: it has no plan yet. */
  readonly main: readonly string[];
}
export interface DayView {
  readonly barn: string;
  readonly timeZone: string;
  readonly hours: DayHours;
  readonly today: LocalDate;
  readonly day: LocalDate;
  readonly handedOut: { readonly at: string; readonly by: string } | null;
  readonly people: readonly DayPersonView[];
  readonly horses: readonly DayHorseView[];
  readonly places: readonly DayPlaceView[];
  readonly cards: readonly DayCardView[];
  readonly due: readonly DueView[];
  readonly weather: readonly WeatherHour[];
  /** Who told it, the one that counts first. */
  readonly weatherFrom: readonly {
    readonly source: WeatherSource;
    readonly at: string;
    readonly by: string | null;
    readonly version: number;
  }[];
  /** Horses that cannot be worked on the day, with what keeps them. */
  readonly resting: readonly {
    readonly stay: StayId;
    readonly because: NotHad["code"] | "rest-day" | "week-done" | "other-day" | "no-day";
    /** How it would be worked all the same; null: it cannot be. */
    readonly session: { readonly kind: SessionKind; readonly length: number } | null;
  }[];
  readonly changes: readonly {
    readonly at: string;
    readonly by: string;
    readonly what: string;
    readonly details: Readonly<Record<string, unknown>>;
  }[];
}

export interface TrackView {
  readonly skill: string;
  readonly side: TrackSide;
  readonly level: Level;
  /** As the model has it; null before the first session. */
  readonly shown: ShownLevel | null;
  readonly intake: number | null;
}

export interface SessionView {
  readonly card: CardId;
  readonly day: LocalDate;
  readonly rider: string;
  readonly helper: string | null;
  readonly revision: number;
  readonly record: SessionRecord;
  readonly gateState: "open" | "half" | "shut";
  readonly overrideBy: string | null;
  readonly overrideReason: string;
  readonly redSigns: readonly RedSign[];
  readonly redGone: readonly RedSign[];
  /** What it was done against, as it was judged when it was written. */
  readonly against: readonly Reason[];
}

export interface HorseHead {
  readonly stay: StayId;
  readonly horse: string;
  readonly client: string;
  readonly kind: HorseKind;
  readonly about: {
    readonly age: number | null;
    readonly sex: Sex;
    readonly class: HorseClass;
    readonly heightCm: number | null;
  };
  readonly aim: string;
  readonly complaint: Complaint | null;
  readonly length: number;
  readonly method: Method;
  readonly ruler: RulerView;
  readonly wentHome: LocalDate | null;
  readonly hold: Hold | null;
}
/** What holds for a horse today: from the newest signature and from open checks. */
/** What a booking is made with: the rules of terms, and what those who ride weigh. The manager's alone. */
export interface BookingView {
  /** Horses that were here before, or came in from a spreadsheet, and do not stand here now. */
  readonly known: readonly (Pick<HorseFields, "name" | "class" | "birthDate" | "birthYear" | "heightCm" | "toldKg"> & {
    readonly horse: HorseId;
    readonly client: string;
    readonly wentHome: LocalDate | null;
  })[];
  readonly rules: TermRules;
  readonly riders: readonly { readonly rides: boolean; readonly weightKg: number | null }[];
}
export interface InForceView {
  /** What checks hold back, each with its reason. */
  readonly checks: HeldByChecks;
  readonly ridden: boolean;
  readonly secondPerson: SecondPerson;
  readonly sessionMinutes: number | null;
  readonly circleMinutes: number;
  readonly focus: readonly string[];
}
export interface HorseNowView {
  readonly head: HorseHead;
  readonly inForce: InForceView;
  readonly needs: readonly Need[];
  readonly tracks: readonly TrackView[];
  readonly hard: { readonly side: HardSide; readonly difference: number; readonly skills: number };
  readonly outcome: Outcome | null;
  readonly risk: number;
  /** What has raised it above what was signed; null: nothing. */
  readonly raisedBy: { readonly kind: IncidentKind; readonly day: LocalDate } | null;
  readonly riskSet: boolean;
  /** The weight that counts today, and when it was taken; null: none was. */
  readonly weight: { readonly kilograms: number; readonly day: LocalDate } | null;
  /** Height, croup, condition and saddle are asked for again; null: not yet. */
  readonly measuringDue: MeasuringDue | null;
  readonly media: readonly MediaView[];
  readonly horseClass: HorseClass;
  readonly bookedCm: number | null;
  readonly today: LocalDate;
  readonly evaluations: readonly {
    readonly id: EvaluationId;
    readonly kind: EvaluationKind;
    readonly day: LocalDate;
    readonly closed: boolean;
  }[];
  readonly apart: readonly { readonly stay: StayId; readonly horse: string }[];
  readonly recent: readonly SessionView[];
  readonly hours: { readonly ground: number; readonly saddle: number };
  readonly calendar: string | null;
  /** What the last session changed against how it stood before; null: none was worked. */
  readonly changed: { readonly day: LocalDate; readonly change: SessionChange } | null;
  /** What the plan has for the next session; null: nothing is laid. */
  readonly next: { readonly day: LocalDate; readonly session: ScheduledSession } | null;
  readonly step: StepView | null;
  /** How it goes at home, told by the owner; null: nothing told. */
  readonly atHome: {
    readonly day: LocalDate;
    readonly goes: CheckBack["goes"];
    readonly words: string;
    readonly worse: readonly string[];
  } | null;
}

/** What the barn's rules and the record add to the fields of a form, so that it can show the term that they make. */
export interface TermRules extends Pick<TermFacts, "firstDayIs" | "restDays" | "holidays" | "holds" | "delivered"> {
  readonly today: LocalDate;
  readonly intake: LocalDate | null;
  /** The first day of the record of a term that ran already; null: there is none yet. */
  readonly givenUntil: LocalDate | null;
  readonly methods: readonly OwnMethod[];
}
export interface TermsView {
  readonly stay: StayId;
  readonly horse: string;
  readonly version: number;
  readonly fields: StayFields;
  readonly riskSet: RiskSet;
  readonly rules: TermRules;
  readonly wentHome: LocalDate | null;
  /** Its client has asked to be forgotten. */
  readonly forgotten: boolean;
  /** What stands before it goes home. */
  readonly leaving: {
    readonly owed: number;
    readonly policy: OwedPolicy;
    readonly report: number | null;
    readonly lessonGiven: boolean;
    /** Of what goes along, not ready yet. */
    readonly open: readonly (typeof RELEASE)[number][];
  };
  readonly details: Details;
  readonly holds: readonly (Hold & { readonly id: HoldId; readonly reason: string })[];
  readonly holdPolicy: HoldPolicy;
  readonly apart: readonly StayId[];
  readonly keptFrom: readonly PersonId[];
  readonly people: readonly { readonly id: PersonId; readonly name: string }[];
  readonly others: readonly { readonly stay: StayId; readonly horse: string }[];
}
export interface PeopleView {
  readonly today: LocalDate;
  /** The working days ahead. */
  readonly days: readonly LocalDate[];
  readonly me: PersonId;
  readonly people: readonly (PersonFields & {
    readonly id: PersonId;
    readonly signIn: string;
    readonly version: number;
    readonly retiredOn: LocalDate | null;
    /** The path of its calendar. */
    readonly calendar: string | null;
    /** Horses that this person may sit on, of those that may be ridden; null: nobody who works here any more. */
    readonly sitsOn: { readonly horses: number; readonly of: number } | null;
    /** By each of `days`: sessions on its sheet or planned, and why there are none. */
    readonly week: readonly { readonly sessions: number; readonly works: boolean; readonly away: string | null }[];
  })[];
  readonly absences: readonly {
    readonly id: string;
    readonly person: PersonId;
    readonly firstDay: LocalDate;
    readonly lastDay: LocalDate;
    readonly fromMinute: number | null;
    readonly toMinute: number | null;
    readonly reason: string;
  }[];
}
