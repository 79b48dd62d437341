/** A day made ready for searching: everything that does not depend on what else is placed is worked out once, time as one bit a slot. */
import { groupBy } from "../kernel/group.ts";
import { remember } from "../kernel/remember.ts";
import {
  ALL_SLOTS,
  both,
  fitsIn,
  isEmpty,
  type Mask,
  NO_SLOTS,
  run,
  runsIn,
  slotsAmong,
  slotsEarlier,
  slotsMask,
  slotsWhere,
  spansMask,
  without,
  wordsOf,
} from "./bits.ts";
import {
  type DayProblem,
  fairSharesOf,
  gradeOfSession,
  helperGrade,
  hoursCost,
  leftOutCost,
  moveCost,
  type ProblemHorse,
  type ProblemRider,
  type ProblemSession,
} from "./problem.ts";

export interface ReadyPart {
  readonly place: number;
  readonly from: number;
  readonly length: number;
}
export interface ReadyOption {
  /** Its number in the session. */
  readonly number: number;
  readonly parts: readonly ReadyPart[];
  /** Starts that places, heat and the day allow. */
  readonly starts: Mask;
  /** By start: what option, hours, heat and change cost. */
  readonly cost: Int32Array;
}
export interface ReadySession {
  readonly id: string;
  readonly length: number;
  readonly ridden: boolean;
  readonly helperSlots: number;
  readonly leftOut: number;
  readonly options: readonly ReadyOption[];
  /** By rider: what the pairing costs; −1: it is excluded. */
  readonly riderCost: Int32Array;
  /** By rider, two words each: starts that the shift, the lunch by itself, the horse and a lock allow. */
  readonly riderStarts: Int32Array;
  /** By rider, two words each: starts at which this person could help. */
  readonly helperStarts: Int32Array;
  /** The session that must come before, with the gap between; −1: none. */
  readonly after: number;
  readonly gap: number;
  /** Sessions that come after it. */
  readonly followers: readonly number[];
  /** Sessions of the same horse, and of horses that it must be kept apart from. */
  readonly sameHorse: readonly number[];
  readonly apart: readonly number[];
}
export interface ReadyRider {
  readonly id: string;
  readonly fair: number;
  readonly maxSaddle: number;
  /** Window and length of the lunch; length 0: none is kept. */
  readonly lunchWindow: Mask;
  readonly lunchLength: number;
  readonly working: Mask;
}
export interface Ready {
  readonly problem: DayProblem;
  readonly count: number;
  readonly riders: readonly ReadyRider[];
  readonly sessions: readonly ReadySession[];
  /** By place. */
  readonly capacity: Int32Array;
  readonly separate: Uint8Array;
  readonly riderAt: ReadonlyMap<string, number>;
  readonly sessionAt: ReadonlyMap<string, number>;
}

/** True where the lunch still finds a place beside what is taken, given as two words. */
export const eatsIn = ({ lunchWindow, lunchLength }: ReadyRider, low: number, high: number): boolean =>
  lunchLength === 0 || fitsIn(lunchWindow.low & ~low, lunchWindow.high & ~high, lunchLength);
export const eats = (rider: ReadyRider, { low, high }: Mask): boolean => eatsIn(rider, low, high);

function readyRider(rider: ProblemRider, fair: number, count: number): ReadyRider {
  const { lunch } = rider;
  const window = lunch ? spansMask([[lunch.from, lunch.to]], count) : NO_SLOTS;
  // A lunch that its own window cannot hold binds nobody.
  const holds = lunch !== null && lunch.length > 0 && !isEmpty(runsIn(window, lunch.length));
  return {
    id: rider.id,
    fair,
    maxSaddle: rider.maxSaddle,
    lunchWindow: window,
    lunchLength: holds ? lunch.length : 0,
    working: spansMask(rider.works, count),
  };
}

/** Why this rider may not have this session, whatever the hour; null: may. */
export type PairCode = "grade" | "load" | "forbidden" | "not-a-rider" | "lock";
export function pairBreak(problem: DayProblem, session: ProblemSession, rider: ProblemRider): PairCode | null {
  const horse = horseOf(problem, session);
  if (session.lock && session.lock.rider !== null && session.lock.rider !== rider.id) return "lock";
  if (horse.forbid.includes(rider.id)) return "forbidden";
  if (session.kind !== "ground" && !rider.rides) return "not-a-rider";
  if (rider.grade < gradeOfSession(horse.risk, session.kind)) return "grade";
  if (session.kind !== "ground" && rider.weightKg > horse.loadLimit * horse.weightKg) return "load";
  return null;
}
const mayHelp = (problem: DayProblem, session: ProblemSession, person: ProblemRider): boolean => {
  const horse = horseOf(problem, session);
  if (session.lock?.helper !== undefined && session.lock.helper !== person.id) return false;
  return person.grade >= helperGrade(horse.risk) && !horse.forbid.includes(person.id);
};
const horsesOf = remember(
  (horses: DayProblem["horses"], _all: null): ReadonlyMap<string, ProblemHorse> =>
    new Map(horses.map((horse) => [horse.id, horse])),
);
export function horseOf({ horses }: Pick<DayProblem, "horses">, { horse: id }: Pick<ProblemSession, "horse">): ProblemHorse {
  const horse = horsesOf(horses, null).get(id);
  if (!horse) throw new RangeError(`no horse ${id} on this day`);
  return horse;
}

function pairCost(problem: DayProblem, session: ProblemSession, rider: ProblemRider): number {
  const { weights, published } = problem;
  const horse = horseOf(problem, session);
  const before = published[session.id];
  const heavy = session.kind !== "ground" && horse.loadPrefer !== null && rider.weightKg > horse.loadPrefer * horse.weightKg;
  const strange =
    session.usual === null || session.usual === rider.id ? 0 : session.known.includes(rider.id) ? weights.known : weights.other;
  const replanned = session.notFor?.includes(rider.id) ? weights.known : 0;
  return strange + replanned + (heavy ? weights.loadOver : 0) + (before && before.rider !== rider.id ? weights.changeRider : 0);
}

/** Starts at which a part that begins so many slots later lies beside what is shut; one that runs past the day is somebody else's to bar. */
const startsBeside = (shut: Mask, from: number, length: number): Mask =>
  isEmpty(shut) ? ALL_SLOTS : slotsEarlier(runsIn(without(ALL_SLOTS, shut), length), from);

function readyOption(
  problem: DayProblem,
  session: ProblemSession,
  number: number,
  placeAt: ReadonlyMap<string, number>,
): ReadyOption {
  const { slots, places, weights, published } = problem;
  const horse = horseOf(problem, session);
  const option = session.options[number] as ProblemSession["options"][number];
  const cost = new Int32Array(slots.count);
  const before = published[session.id];
  const last = slots.count - session.length;
  const fixed = session.lock?.start ?? null;
  const all = fixed === null ? run(0, Math.max(0, last + 1)) : fixed <= last ? run(fixed, 1) : NO_SLOTS;
  const parts = option.parts.map((part) => ({
    ...part,
    ...(places[placeAt.get(part.place) as number] as DayProblem["places"][number]),
    barred: part.barred ?? [],
  }));
  const open = parts.reduce(
    (starts, { closed, barred, from, length }) =>
      both(starts, startsBeside(spansMask([...closed, ...barred], slots.count), from, length)),
    both(all, startsBeside(spansMask(option.barred ?? [], slots.count), 0, session.length)),
  );
  const hot = slotsMask(problem.hot);
  const starts = slotsWhere(open, (start) => {
    const warm = parts.reduce(
      (sum, { outdoor, from, length }) => (outdoor ? sum + slotsAmong(hot, start + from, length) : sum),
      0,
    );
    if (horse.noHeat && warm > 0) return false;
    cost[start] =
      option.cost +
      hoursCost(horse.risk, start, start + session.length, slots, weights.hours) +
      warm * weights.hot +
      (before
        ? moveCost(start - before.start, slots.minutes, weights) + (before.option === number ? 0 : weights.changePlace)
        : 0);
    return true;
  });
  const barred = (session.lock?.option ?? number) !== number;
  return {
    number,
    parts: option.parts.map((part) => ({ ...part, place: placeAt.get(part.place) as number })),
    starts: barred ? NO_SLOTS : starts,
    cost,
  };
}

/** Throws where a session, rider, horse or place is named that is not there; input is checked before. */
export function readyDay(problem: DayProblem): Ready {
  const { count } = problem.slots;
  const fair = fairSharesOf(problem);
  const riders = problem.riders.map((rider) => readyRider(rider, fair.get(rider.id) as number, count));
  const placeAt = new Map(problem.places.map(({ id }, i) => [id, i]));
  const sessionAt = new Map(problem.sessions.map(({ id }, i) => [id, i]));
  const ofHorse = groupBy(problem.sessions.keys(), (at) => problem.sessions[at]?.horse);
  const after = groupBy(problem.sessions.keys(), (at) => problem.sessions[at]?.after?.session);
  // Whoever names another is kept apart from it, and the other from it.
  const apartFrom = new Map(problem.horses.map(({ id, apart }) => [id, new Set(apart)]));
  for (const { id, apart } of problem.horses) for (const other of apart) apartFrom.get(other)?.add(id);
  /** Starts of so much work that leave this person the lunch, whatever else there is. */
  const eating = remember((rider: ReadyRider, length: string) =>
    slotsWhere(ALL_SLOTS, (start) => eats(rider, run(start, Number(length)))),
  );
  const startsOf = (rider: ReadyRider, length: number, free: Mask): Mask =>
    both(runsIn(both(rider.working, free), length), eating(rider, String(length)));
  const sessions = problem.sessions.map((session, at): ReadySession => {
    const horse = horseOf(problem, session);
    const there = without(ALL_SLOTS, spansMask(horse.away, count));
    const strangers = [...(apartFrom.get(session.horse) ?? [])];
    return {
      id: session.id,
      length: session.length,
      ridden: session.kind !== "ground",
      helperSlots: session.helperSlots,
      leftOut: leftOutCost(session, problem.published[session.id] !== undefined, problem.weights),
      options: session.options.map((_, number) => readyOption(problem, session, number, placeAt)),
      riderCost: Int32Array.from(problem.riders, (rider) =>
        pairBreak(problem, session, rider) === null ? pairCost(problem, session, rider) : -1,
      ),
      riderStarts: wordsOf(riders.map((rider) => startsOf(rider, session.length, there))),
      helperStarts: wordsOf(
        riders.map((rider, i) =>
          session.helperSlots > 0 && mayHelp(problem, session, problem.riders[i] as ProblemRider)
            ? startsOf(rider, session.helperSlots, ALL_SLOTS)
            : NO_SLOTS,
        ),
      ),
      after: session.after ? (sessionAt.get(session.after.session) as number) : -1,
      gap: session.after?.gap ?? 0,
      followers: after.get(session.id) ?? [],
      sameHorse: (ofHorse.get(session.horse) ?? []).filter((other) => other !== at),
      apart: strangers.flatMap((other) => ofHorse.get(other) ?? []).sort((a, b) => a - b),
    };
  });
  return {
    problem,
    count,
    riders,
    sessions,
    capacity: Int32Array.from(problem.places, ({ capacity }) => capacity),
    separate: Uint8Array.from(problem.places, ({ separate }) => Number(separate)),
    riderAt: new Map(problem.riders.map(({ id }, i) => [id, i])),
    sessionAt,
  };
}
