/**
 * The barn's next working days as the week that is solved: what each horse is owed by the end of them, on which it is not to be had, what stands on sheets
 * already, and the hours that riders and places still have. A week counts in half hours, whatever steps the barn's days have.
 */
import type { SessionKind } from "../card/card.ts";
import {
  DAY_GRID,
  type DayFacts,
  type DayHorse,
  type DayHours,
  type DayPerson,
  type DayPlace,
  HALF_HOUR,
  type Placement,
} from "../day/model.ts";
import { helperLength } from "../day/parts.ts";
import { helperSlotsFor } from "../day/rules.ts";
import type { WeekHorse, WeekProblem, WeekRider } from "./week.ts";

export interface WeekStay {
  readonly horse: DayHorse;
  readonly kind: SessionKind;
  /** Slots of a session. */
  readonly length: number;
  readonly usual: string | null;
  readonly known: readonly string[];
  /** Sessions that the days owe it, those that stand on sheets included; more than there are days where it is far behind. */
  readonly sessions: number;
  readonly value: number;
  readonly since: number;
  readonly run: number;
  readonly away: readonly number[];
  /** Days that the manager pinned. */
  readonly fixed: readonly number[];
  /** A big step that is ready and proposed for a day, with its people; null: none is. */
  readonly step: StayStep | null;
}
export interface StayStep {
  readonly day: number;
  readonly rider: string;
  readonly helper: string | null;
}
/** One day of the week: who is there, and what stands on its sheet. */
export interface WeekDay {
  readonly people: DayFacts["people"];
  readonly places: DayFacts["places"];
  readonly cards: readonly Placement[];
}

const slotsOf = (spans: readonly (readonly [number, number])[]): number => spans.reduce((sum, [from, to]) => sum + to - from, 0);
/** Slots that somebody works on a day, less the break where it falls into the shift. */
export function workingSlots({ works, lunch }: DayPerson): number {
  const all = slotsOf(works);
  if (!lunch || all === 0) return all;
  const inside = slotsOf(
    works.map(([from, to]) => [Math.max(from, lunch.from), Math.max(from, lunch.from, Math.min(to, lunch.to))]),
  );
  const freeAnyway = lunch.to - lunch.from - inside;
  return all - Math.max(0, Math.min(inside, lunch.length) - freeAnyway);
}
const rides = ({ kind }: Placement): boolean => kind !== "ground";

function weekRider(id: string, days: readonly WeekDay[], stays: readonly WeekStay[]): WeekRider {
  const on = days.map(({ people, cards }, at) => {
    const person = people.find((one) => one.id === id);
    const own = cards.filter(({ rider }) => rider === id);
    const helped = cards.filter(({ helper }) => helper === id);
    // Who stands by at a big step has no time for another horse meanwhile.
    const standsBy = stays
      .filter(({ step, horse }) => step?.day === at && step.helper === id && !cards.some(({ stay }) => stay === horse.stay))
      .map(({ horse, kind, length }) => helperSlotsFor(horse, { kind, length }, DAY_GRID));
    const taken = [...own.map(({ length }) => length), ...helped.map(helperLength), ...standsBy].reduce(
      (sum, slots) => sum + slots,
      0,
    );
    return {
      slots: person ? Math.max(0, workingSlots(person) - taken) / HALF_HOUR : 0,
      maxSaddle: person && !person.away ? Math.max(0, person.maxSaddle - own.filter(rides).length) : 0,
    };
  });
  const person = days.flatMap(({ people }) => people).find((one) => one.id === id);
  return {
    id,
    grade: person?.grade ?? 1,
    // Nobody is put on a horse without being weighed.
    weightKg: person?.weightKg ?? Number.MAX_SAFE_INTEGER,
    rides: person?.rides ?? false,
    slots: on.map(({ slots }) => slots),
    maxSaddle: on.map(({ maxSaddle }) => maxSaddle),
  };
}
const overlapOf = ({ from, to }: { readonly from: number; readonly to: number }, hours: DayHours): number =>
  Math.max(0, Math.min(to, hours.to) - Math.max(from, hours.from));
function placeRoom(places: readonly DayPlace[], { cards }: WeekDay, hours: DayHours): number {
  const open = places.filter(({ closed }) => !closed);
  const room = open.reduce(
    (sum, { capacity, shut }) =>
      sum + capacity * Math.max(0, hours.to - hours.from - shut.reduce((shutFor, one) => shutFor + overlapOf(one, hours), 0)),
    0,
  );
  return Math.max(0, room - cards.reduce((sum, { length }) => sum + length, 0)) / HALF_HOUR;
}

/** Riders are those who are handed sessions: everybody who rides, and on the ground whoever has worked a horse here. */
export function weekProblem(stays: readonly WeekStay[], days: readonly WeekDay[], hours: DayHours): WeekProblem {
  const known = new Set(stays.flatMap((stay) => stay.known));
  const ids = [...new Set(days.flatMap(({ people }) => people.map(({ id }) => id as string)))];
  const riders = ids.filter((id) => known.has(id) || days.some(({ people }) => people.some((one) => one.id === id && one.rides)));
  return {
    days: days.length,
    places: days.map((day) => placeRoom(day.places, day, hours)),
    riders: riders.map((id) => weekRider(id, days, stays)),
    horses: stays.map((stay): WeekHorse => {
      const { horse, kind, length, usual, sessions, value, since, run, away, fixed } = stay;
      const { step } = stay;
      const given = days.flatMap(({ cards }, day) => (cards.some((card) => card.stay === horse.stay) ? [day] : []));
      return {
        id: horse.stay,
        length: length / HALF_HOUR,
        kind,
        risk: horse.risk,
        // The line is in kilograms already.
        weightKg: 1,
        loadLimit: horse.load?.refuseKg ?? 0,
        forbid: horse.forbid,
        usual,
        known: stay.known,
        sessions,
        value,
        since,
        run,
        away,
        fixed: fixed.filter((day) => !given.includes(day) && !away.includes(day)),
        given,
        step: step && !away.includes(step.day) ? { day: step.day, rider: step.rider } : null,
      };
    }),
  };
}

/** Sessions that a horse is short of in a plan, and how many of them no plan could give it as the days are too few. */
export function shortOf(
  horse: WeekHorse,
  days: readonly number[],
  count: number,
): { readonly short: number; readonly noDays: number } {
  const short = Math.max(0, horse.sessions - days.length);
  const open = Array.from({ length: count }, (_, day) => day).filter(
    (day) => (horse.given?.includes(day) ?? false) || !horse.away.includes(day),
  ).length;
  return { short, noDays: Math.min(short, Math.max(0, horse.sessions - open)) };
}
