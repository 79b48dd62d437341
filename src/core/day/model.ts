/** A day as slots, people, horses, places and what has been put where. Slots are half-open: [start, start + length). */
import type { SessionKind } from "../card/card.ts";
import type { CardId, PersonId, PlaceId, StayId } from "../kernel/brand.ts";
import type { PermitHorse, PermitPerson } from "../permission/horse.ts";
import type { PermitPlace } from "../permission/permission.ts";
import type { Reason } from "../permission/reasons.ts";
import type { WeatherHour } from "../weather/weather.ts";

export interface SlotGrid {
  /** Minutes after midnight of the first slot. */
  readonly start: number;
  readonly minutes: number;
  readonly count: number;
}
/** Quarter hours from five in the morning to nine at night: the slots of every sheet, whatever hours a barn keeps. */
export const DAY_GRID: SlotGrid = { start: 5 * 60, minutes: 15, count: 64 };
export const HALF_HOUR = 30 / DAY_GRID.minutes;
export const HOUR = 60 / DAY_GRID.minutes;

/** A barn's day, in slots of the grid: it begins, it ends, and sessions begin and last by steps of so many. */
export interface DayHours {
  readonly from: number;
  readonly to: number;
  readonly step: number;
}
export interface DayPerson extends PermitPerson {
  /** Working slots; empty on a day off. */
  readonly works: readonly (readonly [number, number])[];
  /** So many slots in a row stay free within the window; outside the shift they are free anyway. */
  readonly lunch: { readonly from: number; readonly to: number; readonly length: number } | null;
  /** Set where the person is away all day. */
  readonly away: { readonly reason: string } | null;
  readonly maxSaddle: number;
}
/** A horse as far as a day asks: what may be done with it, and when it is to be had. */
export interface DayHorse extends PermitHorse {
  readonly stay: StayId;
  readonly evaluated: boolean;
  /** With the farrier, on the road: slots at which it is not to be had. */
  readonly away: readonly HorseAway[];
  /** Horses that must not share a place with it. */
  readonly apart: readonly StayId[];
  /** What the plan of the day asks beyond that; missing or null: no plan has it on this day. */
  readonly planned?: PlannedWork | null;
}
export interface PlannedWork {
  /** Null: wherever there is room. */
  readonly place: "pen" | "arena" | "out" | null;
  /** Who may work the horse, but not what the plan has for it today: the card would ask something else of it. */
  readonly notFor: readonly PersonId[];
  /** What of it wants somebody beside the horse, the lightest that does: work on the ground, or under a rider. Null or missing: nothing does. */
  readonly second?: "ground" | "ridden" | null;
}
export interface HorseAway {
  readonly from: number;
  readonly to: number;
  readonly kind: AppointmentKind;
}
export const APPOINTMENTS = ["farrier", "vet", "dentist", "fitter", "bodyworker", "travel", "other"] as const;
export type AppointmentKind = (typeof APPOINTMENTS)[number];
export interface DayPlace extends PermitPlace {
  readonly capacity: number;
  /** Out of use. */
  readonly closed: boolean;
  /** Slots of this day at which it is shut. */
  readonly shut: readonly { readonly from: number; readonly to: number; readonly why: string }[];
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
  /** Slots from the beginning for which the helper is there; null or missing: all of it. */
  readonly helperSlots?: number | null;
  /** It goes on in another place from so many slots into the session; null or missing: it stays. */
  readonly then?: { readonly place: PlaceId; readonly from: number } | null;
  /** The second half of a split session: the card of the first. */
  readonly after?: CardId | null;
}
export interface DayFacts {
  readonly grid: SlotGrid;
  readonly hours: DayHours;
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

/** Why a placement may not stand: what may not be done with the horse at all, or what of the day is in its way. Wording is the interface's. */
export type Blocker =
  | Reason
  | { readonly code: "away"; readonly who: PersonId; readonly reason: string }
  | { readonly code: "shift"; readonly who: PersonId }
  | { readonly code: "lunch"; readonly who: PersonId }
  | { readonly code: "busy"; readonly who: PersonId; readonly with: CardId }
  | { readonly code: "same-person"; readonly who: PersonId }
  /** Would go before they may: so many slots they must be there. */
  | { readonly code: "helper-leaves"; readonly who: PersonId; readonly needed: number }
  | { readonly code: "max-saddle"; readonly who: PersonId; readonly limit: number }
  | { readonly code: "appointment"; readonly kind: AppointmentKind; readonly from: number; readonly to: number }
  | { readonly code: "horse-busy"; readonly with: CardId }
  | { readonly code: "place-closed"; readonly place: PlaceId }
  | { readonly code: "place-shut"; readonly place: PlaceId; readonly why: string }
  | { readonly code: "place-full"; readonly place: PlaceId; readonly capacity: number; readonly with: readonly CardId[] }
  | { readonly code: "apart"; readonly from: StayId; readonly with: CardId }
  | { readonly code: "after"; readonly with: CardId }
  | { readonly code: "outside-day" };
