/** Small days to hand out, for the tests of the search, the checker and the proof. */

import fc from "fast-check";
import type { BarnDay } from "#core/day/from-barn.ts";
import { dayHoursOf, USUAL_DAY } from "#core/day/hours.ts";
import { type DayHorse, type DayPerson, type DayPlace, HALF_HOUR } from "#core/day/model.ts";
import {
  type Assigned,
  type DayProblem,
  DEFAULT_WEIGHTS,
  type ProblemHorse,
  type ProblemRider,
  type ProblemSession,
} from "#core/day/problem.ts";
import { verify } from "#core/day/verify.ts";
import type { PersonId, PlaceId, StayId } from "#core/kernel/brand.ts";
import type { PermitHorse } from "#core/permission/horse.ts";
import { NOTHING_WAITS } from "#core/permission/steps.ts";
import { STAGES } from "#core/reading/reading.ts";
import { loadLimit } from "#core/tools/load.ts";
import { USUAL_LIMITS } from "#core/weather/work-limits.ts";

export const riderOf = (id: string, changes: Partial<ProblemRider> = {}): ProblemRider => ({
  id,
  grade: 4,
  weightKg: 65,
  rides: true,
  works: [[0, 10]],
  lunch: null,
  maxSaddle: 9,
  fairShare: null,
  ...changes,
});
export const horseOf = (id: string, changes: Partial<ProblemHorse> = {}): ProblemHorse => ({
  id,
  weightKg: 500,
  loadLimit: 0.2,
  loadPrefer: 0.17,
  risk: 2,
  noHeat: false,
  away: [],
  apart: [],
  forbid: [],
  ...changes,
});
export const sessionOf = (id: string, changes: Partial<ProblemSession> = {}): ProblemSession => ({
  id,
  horse: id.replace("s", "k"),
  kind: "saddle",
  length: 2,
  value: 20,
  options: [{ cost: 0, parts: [{ place: "arena", from: 0, length: changes.length ?? 2 }] }],
  usual: null,
  known: [],
  helperSlots: 0,
  after: null,
  lock: null,
  ...changes,
});
export const dayOf = (changes: Partial<DayProblem> = {}): DayProblem => ({
  slots: { minutes: 30, count: 12 },
  hot: [],
  places: [{ id: "arena", capacity: 2, outdoor: false, separate: false, closed: [] }],
  riders: [riderOf("ann"), riderOf("ben")],
  horses: ["k1", "k2", "k3"].map((id) => horseOf(id)),
  sessions: ["s1", "s2", "s3"].map((id) => sessionOf(id)),
  published: {},
  weights: DEFAULT_WEIGHTS,
  ...changes,
});
/** Every plan of a tiny day, by trying all. */
export function cheapest(problem: DayProblem): number {
  let best = Number.POSITIVE_INFINITY;
  const put = (i: number, so: Map<string, Assigned>): void => {
    const one = problem.sessions[i];
    if (!one) {
      const { broken, cost } = verify(problem, so);
      if (broken.length === 0) best = Math.min(best, cost);
      return;
    }
    put(i + 1, so);
    const helpers = one.helperSlots > 0 ? problem.riders.map(({ id }) => id) : [null];
    for (const { id } of problem.riders)
      for (const helper of helpers)
        for (let start = 0; start + one.length <= problem.slots.count; start += 1)
          for (let option = 0; option < one.options.length; option += 1) {
            so.set(one.id, { rider: id, start, option, helper });
            put(i + 1, so);
            so.delete(one.id);
          }
  };
  put(0, new Map());
  return best;
}
export const small = fc.record({
  grades: fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 })),
  capacity: fc.integer({ min: 1, max: 2 }),
  risks: fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 3, maxLength: 3 }),
  lengths: fc.array(fc.integer({ min: 1, max: 2 }), { minLength: 3, maxLength: 3 }),
  apart: fc.boolean(),
  lunch: fc.boolean(),
  helped: fc.boolean(),
  ordered: fc.boolean(),
  usual: fc.constantFrom("ann", "ben", null),
  notFor: fc.subarray(["ann", "ben"]),
});
export const tiny = ({
  grades,
  capacity,
  risks,
  lengths,
  apart,
  lunch,
  helped,
  ordered,
  usual,
  notFor,
}: typeof small extends fc.Arbitrary<infer T> ? T : never): DayProblem =>
  dayOf({
    slots: { minutes: 30, count: 4 },
    places: [{ id: "arena", capacity, outdoor: false, separate: false, closed: [] }],
    riders: [
      riderOf("ann", { grade: grades[0], works: [[0, 4]], lunch: lunch ? { from: 1, to: 4, length: 1 } : null }),
      riderOf("ben", { grade: grades[1], works: [[0, 4]], maxSaddle: 1 }),
    ],
    horses: risks.map((risk, i) => horseOf(`k${i + 1}`, { risk, apart: apart && i === 0 ? ["k2"] : [] })),
    sessions: lengths.map((length, i) =>
      sessionOf(`s${i + 1}`, {
        length,
        value: 5 + 3 * i,
        kind: i === 1 ? "ground" : "saddle",
        usual,
        notFor: i === 0 ? notFor : [],
        helperSlots: helped && i === 0 ? 1 : 0,
        after: ordered && i === 2 ? { session: "s2", gap: 0 } : null,
        horse: ordered && i === 2 ? "k2" : `k${i + 1}`,
      }),
    ),
  });

/** People, horses and places as the board has them. */
export const dayPersonOf = (id: string, changes: Partial<DayPerson> = {}): DayPerson => ({
  id: id as PersonId,
  grade: 4,
  weightKg: 60,
  rides: true,
  specialist: false,
  works: [[0, 18]],
  lunch: null,
  away: null,
  maxSaddle: 3,
  ...changes,
});
/** A quiet riding horse of nine, signed, weighed and worked yesterday. */
export const permitHorseOf = (changes: Partial<PermitHorse> = {}): PermitHorse => ({
  hold: null,
  checks: [],
  signed: true,
  ridden: true,
  secondPerson: "no",
  sessionMinutes: null,
  circleMinutes: 20,
  ageYears: 9,
  horseClass: "adult",
  load: loadLimit({ weightKg: 500, ageYears: 9, fitness: "fit", condition: 5, daysOff: 1 }),
  weightDays: 5,
  risk: 2,
  stage: "riding",
  smallPlaces: false,
  green: false,
  noHeat: false,
  forbid: [],
  unready: NOTHING_WAITS,
  stepBack: null,
  redToday: [],
  daysOff: 1,
  limits: USUAL_LIMITS,
  lastIncident: null,
  ...changes,
});
export const dayHorseOf = (stay: string, changes: Partial<DayHorse> = {}): DayHorse => ({
  ...permitHorseOf(),
  stay: stay as StayId,
  evaluated: true,
  away: [],
  apart: [],
  ...changes,
});
export const dayPlaceOf = (id: string, changes: Partial<DayPlace> = {}): DayPlace => ({
  id: id as PlaceId,
  capacity: 2,
  separate: false,
  closed: false,
  outdoor: false,
  shut: [],
  stages: STAGES,
  ...changes,
});

const USUAL = dayHoursOf(USUAL_DAY);
/** A slot of the day from the number of a half hour after seven. */
export const fromSeven = (half: number): number => USUAL.from + HALF_HOUR * half;
const halves = (count: number): number => HALF_HOUR * count;
const span = <T extends { readonly from: number; readonly to: number }>(one: T): T => ({
  ...one,
  from: fromSeven(one.from),
  to: fromSeven(one.to),
});
/** A barn's day that was written in half hours from seven. */
export const inHalfHours = (day: Omit<BarnDay, "hours">): BarnDay => ({
  ...day,
  hours: USUAL,
  people: day.people.map((person) => ({
    ...person,
    works: person.works.map(([from, to]) => [fromSeven(from), fromSeven(to)] as const),
    lunch: person.lunch && { ...span(person.lunch), length: halves(person.lunch.length) },
  })),
  horses: day.horses.map((horse) => ({ ...horse, away: horse.away.map(span) })),
  places: day.places.map((place) => ({ ...place, shut: place.shut.map(span) })),
  due: day.due.map((due) => ({ ...due, length: halves(due.length) })),
  cards: day.cards.map((card) => ({
    ...card,
    start: fromSeven(card.start),
    length: halves(card.length),
    helperSlots: card.helperSlots ? halves(card.helperSlots) : null,
    then: card.then ? { ...card.then, from: halves(card.then.from) } : null,
  })),
});
