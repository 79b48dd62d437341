/** What the phone is handed: a rider's string, a card; and what the office is told. */

import type { LocalDate } from "#core/calendar/local-date.ts";
import type { AlertKind } from "#core/card/alert.ts";
import type { CancelCause, CardState, Gait, Instead, SessionKind, Weather } from "#core/card/card.ts";
import type { SessionChange } from "#core/card/changed.ts";
import type { Complaint } from "#core/card/complaint.ts";
import type { Cue } from "#core/card/cues.ts";
import type { BestBefore } from "#core/card/firsts.ts";
import type { OwnTack, Tack } from "#core/card/gear.ts";
import type { FenceLayout, JumpDay } from "#core/card/jump.ts";
import type { RecordField } from "#core/card/merge.ts";
import type { HeldByChecks } from "#core/check/check.ts";
import { type GateFacts } from "#core/gate/gate.ts";
import type { Touch } from "#core/intake/body.ts";
import type { CardId, Id, PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { GateTick } from "#core/permission/ground-check.ts";
import type { PermitPerson } from "#core/permission/horse.ts";
import type { AskedSkill } from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import type { CardWork, Withheld } from "#core/plan/card-work.ts";
import type { PartMinutes } from "#core/plan/minutes.ts";
import type { HardSide } from "#core/reading/hard-side.ts";
import type { WeatherLimit } from "#core/weather/weather.ts";
import type { Actor } from "./people.ts";
import type { DayView, SessionView } from "./views.ts";

export interface Named {
  readonly id: PersonId;
  readonly name: string;
}

/** What a rider must know before touching the horse. */
export interface Essentials {
  /** What it was sent for; null: nothing in particular. */
  readonly complaint: Complaint | null;
  /** Of the work of the day. */
  readonly hard: HardSide;
  /** Signs that it has shown, the most often first. */
  readonly usualSigns: readonly string[];
  readonly cautions: readonly { readonly sign: string; readonly strength: number }[];
  readonly touchy: readonly Touch[];
  readonly lastIncident: { readonly kind: string; readonly day: LocalDate } | null;
  readonly lastTime: {
    readonly day: LocalDate;
    readonly rider: string;
    readonly word: string;
    readonly nextTime: string;
    readonly tack: readonly Tack[];
    readonly weather: Weather;
    /** Against how it stood before. */
    readonly changed: SessionChange;
  } | null;
}

export interface CardView {
  readonly card: {
    readonly id: CardId;
    readonly day: LocalDate;
    readonly kind: SessionKind;
    readonly start: number;
    readonly length: number;
    readonly state: CardState;
    readonly cancelReason: string;
    /** Why it was worked though nobody had handed it out; empty: it was. */
    readonly unplanned: string;
  };
  readonly stay: StayId;
  readonly horse: string;
  readonly rider: Named;
  readonly place: { readonly id: PlaceId; readonly name: string };
  /** It goes on in another place from a slot of the day on; null: it stays. */
  readonly then: { readonly name: string; readonly from: number } | null;
  /** The slot of the day at which its helper may go; null: at the end. */
  readonly helperUntil: number | null;
  readonly helper: Named | null;
  /** Who may have helped. */
  readonly people: readonly (Named & PermitPerson)[];
  readonly mine: boolean;
  /** Who asks: some of what bars may be set aside by some. */
  readonly actor: Pick<Actor, "role" | "grade">;
  readonly future: boolean;
  readonly method: Method;
  readonly essentials: Essentials;
  readonly circleMinutes: number;
  /** From what was signed: minutes a session at the most, and what the first week is about. */
  readonly sessionMinutes: number | null;
  readonly focus: readonly string[];
  /** What the week is about, in the manager's words; empty: nobody has said. */
  readonly thisWeek: string;
  /** What the weather of its hours asks to keep in mind. */
  readonly weather: readonly WeatherLimit[];
  /** What checks hold back, each with its reason. */
  readonly checks: HeldByChecks;
  /** Skills that may not be worked by this rider today, and why. */
  readonly barred: readonly Withheld[];
  readonly work: CardWork;
  /** Of each of its parts, within what was signed. */
  readonly minutes: PartMinutes;
  /** What each score looks like, of the work and of what was scored: skill by skill, 0 to 5. */
  readonly anchors: Readonly<Record<string, readonly string[]>>;
  /** What the last rider would try, if it is calm; null: nothing, or it was answered since. `reasons`: why it may not be asked today. */
  readonly ifCalm: {
    readonly skill: string;
    readonly by: string;
    readonly day: LocalDate;
    readonly reasons: readonly Reason[];
  } | null;
  /** Skills that gained next to nothing over their last four works. */
  readonly stuck: readonly string[];
  readonly recentScores: readonly { readonly skill: string; readonly side: TrackSide; readonly scores: readonly number[] }[];
  /** The best score before this session, by skill and side, and the gaits ridden here: what is a first. */
  readonly best: readonly BestBefore[];
  readonly riddenGaits: readonly Gait[];
  /** What riders here say, for the work that this card asks for. */
  readonly cues: readonly { readonly cue: Cue; readonly words: string }[];
  /** Gear of the barn's own. */
  readonly gear: readonly OwnTack[];
  /** Schools over poles and fences, the newest last, and layouts that the barn keeps; null: nothing of it is this horse's work. */
  readonly jumping: {
    readonly past: readonly JumpDay[];
    /** The last one, where poles or fences are the main work; null: they are not, or this is the first. */
    readonly build: JumpDay | null;
    readonly layouts: readonly FenceLayout[];
    readonly heightCm: number | null;
  } | null;
  readonly gate: GateFacts;
  /** Every skill of the ladder, as far as it is asked who may work it. */
  readonly ladder: readonly AskedSkill[];
  readonly revisions: readonly RevisionView[];
}
export interface RevisionView extends SessionView {
  readonly at: string;
  readonly by: string;
  /** Written while somebody else wrote too: joined with that revision; the fields in which both stand against one another. */
  readonly joinedWith: number | null;
  readonly clashes: readonly RecordField[];
  readonly gateTicks: readonly GateTick[];
}

/** One card of a person's day, ridden or helped with. */
export interface StringCard {
  readonly card: CardId;
  readonly stay: StayId;
  readonly horse: string;
  readonly day: LocalDate;
  readonly kind: SessionKind;
  /** What the plan has it work; empty: worked already, or no plan yet. */
  readonly main: readonly string[];
  readonly start: number;
  readonly length: number;
  readonly place: string;
  readonly thenPlace: string | null;
  readonly placeId: PlaceId;
  /** The slot of the day at which its helper may go; null: at the end. */
  readonly helperUntil: number | null;
  readonly rider: Named;
  readonly helper: Named | null;
  readonly state: CardState;
  readonly cancelReason: string;
  readonly unplanned: string;
  readonly essentials: Essentials;
}
export interface StringView {
  readonly today: LocalDate;
  readonly timeZone: string;
  /** Today's and tomorrow's, as far as they are handed out, by the clock. */
  readonly cards: readonly StringCard[];
  /** What others changed of it since it was handed out, newest first. */
  readonly changes: readonly {
    readonly at: string;
    readonly by: string;
    readonly what: string;
    readonly horse: string;
    readonly start: number | null;
    readonly to: { readonly start: number; readonly place: string; readonly rider: string } | null;
    readonly reason: string;
  }[];
  /** Days before today that were never logged. */
  readonly unlogged: readonly { readonly card: CardId; readonly horse: string; readonly day: LocalDate }[];
  /** For a session that nobody planned. */
  readonly horses: readonly { readonly stay: StayId; readonly horse: string }[];
  readonly places: readonly { readonly id: PlaceId; readonly name: string }[];
  readonly people: readonly Named[];
}

/** What the office is told at once. */
export interface AlertView {
  readonly id: Id<"alert">;
  readonly card: CardId;
  readonly stay: StayId;
  readonly horse: string;
  readonly day: LocalDate;
  readonly start: number;
  readonly place: string;
  readonly what: AlertKind;
  readonly details: Readonly<Record<string, unknown>>;
  readonly at: string;
  readonly by: string;
  readonly seenBy: string | null;
}

/** The end of a day: what is not logged, and what happened. */
export interface EveningView {
  readonly barn: string;
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly handedOut: number;
  readonly closed: number;
  readonly unlogged: readonly {
    readonly card: CardId;
    readonly horse: string;
    readonly rider: string;
    readonly day: LocalDate;
    readonly start: number;
    readonly length: number;
  }[];
  /** What each session of the day changed, in the order of the day. */
  readonly changed: readonly {
    readonly card: CardId;
    readonly horse: string;
    readonly rider: string;
    readonly change: SessionChange;
    readonly endedWell: boolean;
    readonly nextTime: string;
  }[];
  /** The next working day; null where the list is of a day that is over. */
  readonly next: DayView | null;
  readonly notWorked: readonly {
    readonly card: CardId;
    readonly horse: string;
    readonly rider: string;
    readonly because: CancelCause;
    readonly instead: Instead;
    readonly reason: string;
  }[];
  readonly unplanned: readonly { readonly card: CardId; readonly horse: string; readonly rider: string; readonly why: string }[];
  readonly alerts: readonly AlertView[];
  /** Due today and given nothing. */
  readonly missed: readonly { readonly stay: StayId; readonly horse: string }[];
}
