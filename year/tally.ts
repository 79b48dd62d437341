/** What came of a year, in the same form whoever ran it. */

import { addDays, type LocalDate, mondayOf } from "#core/calendar/local-date.ts";
import { type Incident, isRed } from "#core/card/card.ts";
import type { HorseKind } from "#core/horse/horse.ts";
import { must } from "#core/kernel/assert.ts";
import { mountedIn } from "./horse.ts";
import type { Guest } from "./world.ts";

export interface GoalHeld {
  readonly skill: string;
  readonly target: number;
  /** Truly held on the day it went home, whatever anybody scored. */
  readonly held: boolean;
  /** The owner was told that it is likely or possible. */
  readonly promised: boolean;
}
export interface IncidentMet {
  readonly day: LocalDate;
  readonly mounted: boolean;
  /** A fall, a bolt, or somebody hurt. */
  readonly grave: boolean;
  /** Within the fortnight before, somebody had been told of this horse that something is wrong. */
  readonly warned: boolean;
}
export interface GuestTally {
  readonly key: string;
  readonly kind: HorseKind;
  readonly firstDay: LocalDate;
  /** Null: it is still here when the year ends, and nothing is said of its goals. */
  wentHome: LocalDate | null;
  readonly contracted: number;
  /** Days on which it was worked. */
  readonly given: Set<LocalDate>;
  goals: readonly GoalHeld[];
  readonly incidents: IncidentMet[];
  /** Sessions in which somebody rode, and their chances of an incident with a rider up, added: what would have befallen without luck. */
  rides: number;
  mountedChance: number;
  /** Sessions with tack or a rider while it hurt. */
  overPain: number;
  /** Days from when it began to hurt (or from its arrival) until somebody was asked to look; null: nobody was. */
  lookedAt: number | null;
  readonly hurtFrom: LocalDate | null;
  sessionsTooEarly: number;
}
export interface HandTally {
  readonly name: string;
  /** By day: sessions, and of them ridden. */
  readonly days: Map<LocalDate, { sessions: number; rides: number }>;
}
export interface TimeSpent {
  taps: number;
  seconds: number;
}
export interface ForecastTold {
  readonly day: LocalDate;
  readonly chance: number;
  readonly met: boolean;
  /** Stays that had gone home by then. */
  readonly closedBefore: number;
}
export interface YearTally {
  readonly by: "furlong" | "whiteboard";
  readonly seed: number;
  readonly days: number;
  readonly horses: number;
  readonly guests: Map<string, GuestTally>;
  readonly hands: readonly HandTally[];
  readonly manager: TimeSpent;
  readonly riders: TimeSpent;
  readonly forecasts: ForecastTold[];
  /** Of a standstill: while it truly hurt, or not. */
  readonly alarms: { right: number; wrong: number };
  /** Looks by vet, dentist, farrier or fitter, and those that found something. */
  readonly checks: { asked: number; found: number };
  /** Proposals of the application that its own rules then refused, by command and reason. */
  readonly refused: Map<string, number>;
  /** Milliseconds of the pages that were looked at, by page. */
  readonly pages: Map<string, number[]>;
  readonly letters: { count: number };
  /** Minutes of all horses, by the Monday of their week. */
  readonly weeks: Map<LocalDate, { sessions: number; groundMinutes: number; saddleMinutes: number }>;
  /** The day whose backup was read back and compared. */
  restored: LocalDate | null;
}

export const newTally = (
  by: YearTally["by"],
  {
    seed,
    days,
    horses,
    hands,
  }: { seed: number; days: number; horses: number; hands: readonly { readonly person: { readonly name: string } }[] },
): YearTally => ({
  by,
  seed,
  days,
  horses,
  guests: new Map(),
  hands: hands.map(({ person }) => ({ name: person.name, days: new Map() })),
  manager: { taps: 0, seconds: 0 },
  riders: { taps: 0, seconds: 0 },
  forecasts: [],
  alarms: { right: 0, wrong: 0 },
  checks: { asked: 0, found: 0 },
  refused: new Map(),
  pages: new Map(),
  letters: { count: 0 },
  weeks: new Map(),
  restored: null,
});

const WEEK = 7;
/** Sessions that a term promises: its whole weeks and their part. */
export const contractedIn = ({ length, perWeek }: { readonly length: number; readonly perWeek: number }): number =>
  Math.floor((length / WEEK) * perWeek);

export const metOf = (incident: Incident, day: LocalDate, warned: boolean): IncidentMet => ({
  day,
  mounted: mountedIn(incident),
  grave: isRed(incident),
  warned,
});
/** Of somebody who was booked and of whom nothing is known yet. */
export const newGuest = (guest: Guest): GuestTally => ({
  key: guest.key,
  kind: guest.kind,
  firstDay: guest.firstDay,
  wentHome: null,
  contracted: contractedIn(guest),
  given: new Set(),
  goals: [],
  incidents: [],
  rides: 0,
  mountedChance: 0,
  overPain: 0,
  lookedAt: null,
  hurtFrom: guest.pain && addDays(guest.firstDay, guest.pain.from),
  sessionsTooEarly: 0,
});

/** A session of this person, in its day and its week. */
export function worked(
  { hands, weeks }: YearTally,
  at: number,
  day: LocalDate,
  { groundMinutes, saddleMinutes }: { readonly groundMinutes: number; readonly saddleMinutes: number },
): void {
  const { days } = must(hands[at], "a hand");
  const before = days.get(day) ?? { sessions: 0, rides: 0 };
  days.set(day, { sessions: before.sessions + 1, rides: before.rides + (saddleMinutes > 0 ? 1 : 0) });
  const monday = mondayOf(day);
  const week = weeks.get(monday) ?? { sessions: 0, groundMinutes: 0, saddleMinutes: 0 };
  weeks.set(monday, {
    sessions: week.sessions + 1,
    groundMinutes: week.groundMinutes + groundMinutes,
    saddleMinutes: week.saddleMinutes + saddleMinutes,
  });
}
