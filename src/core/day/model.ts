/** A day as slots, people, horses, places and what has been put where. Slots are half-open: [start, start + length). */
import type { Hold } from "../calendar/holds.ts";
import type { SessionKind } from "../card/card.ts";
import type { Stage } from "../gate/gate.ts";
import type { HeldWork } from "../intake/findings.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import type { LoadLimit } from "../tools/load.ts";
import type { WeatherBar, WeatherHour } from "../weather/weather.ts";

export interface SlotGrid {
  /** Minutes after midnight of the first slot. */
  readonly start: number;
  readonly minutes: number;
  readonly count: number;
}
/** 20 half hours from seven in the morning. */
export const DAY_GRID: SlotGrid = { start: 7 * 60, minutes: 30, count: 20 };

export interface DayPerson {
  readonly id: PersonId;
  readonly grade: number;
  /** With tack; null not known. */
  readonly weightKg: number | null;
  readonly rides: boolean;
  /** Working slots; empty on a day off. */
  readonly works: readonly (readonly [number, number])[];
  /** So many slots in a row stay free within the window; outside the shift they are free anyway. */
  readonly lunch: { readonly from: number; readonly to: number; readonly length: number } | null;
  /** Set where the person is away all day. */
  readonly away: { readonly reason: string } | null;
  readonly maxSaddle: number;
}
export interface DayHorse {
  readonly stay: StayId;
  /** Null: not weighed, hence not ridden. */
  readonly load: LoadLimit | null;
  readonly evaluated: boolean;
  readonly risk: number;
  readonly stage: Stage;
  readonly hold: Hold | null;
  /** With the farrier, on the road: slots at which it is not to be had. */
  readonly away: readonly HorseAway[];
  /** Fewer than ten rides here. */
  readonly green: boolean;
  /** Unfit, thin or back from time off: not outdoors in the heat. */
  readonly noHeat: boolean;
  /** Horses that must not share a place with it. */
  readonly apart: readonly StayId[];
  readonly forbid: readonly PersonId[];
  /** What open checks hold back. */
  readonly held: HeldWork;
  /** From the signed evaluation: kept on the ground, never without a second person, no longer than so many minutes (null: no limit). */
  readonly ridden: boolean;
  readonly secondPerson: boolean;
  readonly sessionMinutes: number | null;
}
export interface HorseAway {
  readonly from: number;
  readonly to: number;
  readonly kind: AppointmentKind;
}
export const APPOINTMENTS = ["farrier", "vet", "dentist", "fitter", "bodyworker", "travel", "other"] as const;
export type AppointmentKind = (typeof APPOINTMENTS)[number];
export interface DayPlace {
  readonly id: PlaceId;
  readonly capacity: number;
  /** Separate pens: horses in it do not share it. */
  readonly separate: boolean;
  /** Out of use. */
  readonly closed: boolean;
  readonly outdoor: boolean;
  /** Slots of this day at which it is shut. */
  readonly shut: readonly { readonly from: number; readonly to: number; readonly why: string }[];
  readonly stages: readonly Stage[];
}
export interface Placement {
  readonly card: CardId;
  readonly stay: StayId;
  readonly kind: SessionKind;
  readonly length: number;
  readonly rider: PersonId;
  readonly start: number;
  readonly place: PlaceId;
  readonly helper: PersonId | null;
  /** The second half of a split session: the card of the first. */
  readonly after?: CardId | null;
}
export interface DayFacts {
  readonly grid: SlotGrid;
  readonly people: readonly DayPerson[];
  readonly horses: readonly DayHorse[];
  readonly places: readonly DayPlace[];
  /** By the hour; hours that are not in it are not known, and bar nothing. */
  readonly weather: readonly WeatherHour[];
}
/** The hours of the clock that some slots touch. */
export const hoursOf = (grid: SlotGrid, start: number, length: number): readonly number[] => {
  const [from, to] = [grid.start + start * grid.minutes, grid.start + (start + length) * grid.minutes];
  return Array.from({ length: Math.ceil(to / 60) - Math.floor(from / 60) }, (_, i) => Math.floor(from / 60) + i);
};

/** Why a placement may not stand: a code and its figures; wording is the interface's. */
export type Blocker =
  | { readonly code: "grade"; readonly who: PersonId; readonly grade: number; readonly needed: number }
  | { readonly code: "helper-grade"; readonly who: PersonId; readonly grade: number; readonly needed: number }
  | { readonly code: "load"; readonly who: PersonId; readonly riderKg: number; readonly limitKg: number }
  | { readonly code: "load-unknown"; readonly missing: "horse" | "rider" }
  | { readonly code: "not-evaluated" }
  | { readonly code: "check"; readonly holds: "ridden" | "all" }
  | { readonly code: "not-ridden" }
  | { readonly code: "too-long"; readonly limit: number }
  | { readonly code: "forbidden"; readonly who: PersonId }
  | { readonly code: "not-a-rider"; readonly who: PersonId }
  | { readonly code: "away"; readonly who: PersonId; readonly reason: string }
  | { readonly code: "shift"; readonly who: PersonId }
  | { readonly code: "lunch"; readonly who: PersonId }
  | { readonly code: "busy"; readonly who: PersonId; readonly with: CardId }
  | { readonly code: "max-saddle"; readonly who: PersonId; readonly limit: number }
  | { readonly code: "horse-away"; readonly kind: string }
  | { readonly code: "appointment"; readonly kind: AppointmentKind; readonly from: number; readonly to: number }
  | { readonly code: "horse-busy"; readonly with: CardId }
  | { readonly code: "place-closed"; readonly place: PlaceId }
  | { readonly code: "place-shut"; readonly place: PlaceId; readonly why: string }
  | WeatherBar
  | { readonly code: "stage"; readonly place: PlaceId; readonly stage: Stage }
  | { readonly code: "place-full"; readonly place: PlaceId; readonly capacity: number; readonly with: readonly CardId[] }
  | { readonly code: "apart"; readonly from: StayId; readonly with: CardId }
  | { readonly code: "after"; readonly with: CardId }
  | { readonly code: "helper" }
  | { readonly code: "outside-day" };
