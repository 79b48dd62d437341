/**
 * Why a session is left out, and what would let it in. Per rider the first layer that bars: the pairing itself, the number of rides, no gap long enough, only the
 * lunch free, the horse's own hours, places, what must come before, nobody to help. Ways in push out what is in the way and place it anew.
 */
import { ALL_SLOTS, both, either, has, isEmpty, type Mask, maskAt, NO_SLOTS, run, runsIn, slotsWhere, without } from "./bits.ts";
import { eats, pairBreak, type ReadyOption, type ReadyRider, type ReadySession, readyDay } from "./compiled.ts";
import { type Assigned, type DayPlan, type DayProblem, moveCost } from "./problem.ts";
import { fits, sheetOf } from "./search.ts";
import { NOBODY, type SolverSheet, type SolverSpot } from "./sheet.ts";

export type WhyCode =
  | "grade"
  | "load"
  | "forbidden"
  | "not-a-rider"
  | "lock"
  | "max-saddle"
  | "shift"
  | "busy"
  | "lunch"
  | "horse-away"
  | "place-full"
  | "after"
  | "helper"
  | "worth-less";
export interface LeftOffReason {
  readonly code: WhyCode;
  readonly rider?: string;
  readonly place?: string;
  readonly session?: string;
}

/** What bars each person, in the order of the day's riders; what bars everybody comes first and alone. */
export function whyLeftOut(problem: DayProblem, plan: DayPlan, id: string): readonly LeftOffReason[] {
  const ready = readyDay(problem);
  return whyOn(sheetOf(ready, plan), id);
}

function whyOn(sheet: SolverSheet, id: string): readonly LeftOffReason[] {
  const { ready } = sheet;
  const at = ready.sessionAt.get(id);
  if (at === undefined) return [];
  const session = ready.sessions[at] as ReadySession;
  if (session.after >= 0 && !sheet.isPlaced(session.after))
    return [{ code: "after", session: (ready.sessions[session.after] as ReadySession).id }];
  const spot: SolverSpot = { rider: NOBODY, start: 0, option: 0, helper: NOBODY, cost: 0 };
  // There is room: what it would cost elsewhere is more than it is worth.
  if (sheet.bestSpot(at, spot)) return [{ code: "worth-less" }];
  return ready.riders.map((rider, r) => ({ rider: rider.id, ...whyRider(sheet, at, r) }));
}

function whyRider(sheet: SolverSheet, at: number, rider: number): LeftOffReason {
  const { ready } = sheet;
  const session = ready.sessions[at] as ReadySession;
  const { problem } = ready;
  const code = pairBreak(
    problem,
    problem.sessions[at] as DayProblem["sessions"][number],
    problem.riders[rider] as DayProblem["riders"][number],
  );
  if (code) return { code };
  const person = ready.riders[rider] as ReadyRider;
  if (session.ridden && sheet.ridesOf(rider) >= person.maxSaddle) return { code: "max-saddle" };
  const busy = sheet.busyOf(rider);
  const shift = runsIn(person.working, session.length);
  if (isEmpty(shift)) return { code: "shift" };
  const gaps = both(shift, runsIn(without(ALL_SLOTS, busy), session.length));
  if (isEmpty(gaps)) return { code: "busy" };
  const fed = slotsWhere(gaps, (start) => eats(person, either(busy, run(start, session.length))));
  if (isEmpty(fed)) return { code: "lunch" };
  const free = starts((into) => sheet.horseStarts(at, into));
  const horse = both(both(fed, maskAt(session.riderStarts, rider)), free);
  if (isEmpty(horse)) return { code: session.after >= 0 || session.followers.length > 0 ? "after" : "horse-away" };
  const open = session.options.map((option) =>
    both(
      horse,
      starts((into) => sheet.placeStarts(at, option, into)),
    ),
  );
  if (isEmpty(open.reduce(either, NO_SLOTS))) {
    const [first] = session.options;
    const place = first?.parts.at(-1)?.place;
    return { code: "place-full", ...(place === undefined ? {} : { place: (problem.places[place] as { id: string }).id }) };
  }
  return { code: "helper" };
}
const starts = (fill: (into: Int32Array) => void): Mask => {
  const words = new Int32Array(2);
  fill(words);
  return maskAt(words, 0);
};

/** A way in: where the session would stand, what has to move or give way, and the difference in cost. */
export interface WayIn {
  readonly rider: string;
  readonly start: number;
  readonly option: number;
  readonly helper: string | null;
  /** Sessions that stand elsewhere then, and those that are left out for it. */
  readonly moved: readonly string[];
  readonly dropped: readonly string[];
  readonly cost: number;
  /** The whole day as it then stands. */
  readonly plan: DayPlan;
}
const MOST_IN_THE_WAY = 2;
const WAYS = 3;

/** The cheapest ways in, each found by doing it: a statement is told only because it places the horse. */
export function waysIn(problem: DayProblem, plan: DayPlan, id: string): readonly WayIn[] {
  const ready = readyDay(problem);
  const at = ready.sessionAt.get(id);
  if (at === undefined) return [];
  const session = ready.sessions[at] as ReadySession;
  const base = sheetOf(ready, plan);
  const trial = sheetOf(ready, plan);
  const byRider = new Map<string, WayIn>();
  for (let rider = 0; rider < ready.riders.length; rider += 1) {
    if ((session.riderCost[rider] as number) < 0) continue;
    for (let start = 0; start + session.length <= ready.count; start += 1) {
      if (!has(maskAt(session.riderStarts, rider), start)) continue;
      for (const option of session.options) {
        if (!has(option.starts, start)) continue;
        const out = inTheWay(base, at, rider, start, option);
        if (out.length > MOST_IN_THE_WAY) continue;
        trial.copy(base);
        const way = enter(trial, at, { rider, start, option: option.number }, out);
        const cost = trial.cost - base.cost;
        if (way && cost < (byRider.get(way.rider)?.cost ?? Number.POSITIVE_INFINITY))
          byRider.set(way.rider, { ...way, cost, plan: trial.plan() });
      }
    }
  }
  return [...byRider.values()].sort((a, b) => a.cost - b.cost).slice(0, WAYS);
}

function inTheWay(sheet: SolverSheet, at: number, rider: number, start: number, option: ReadyOption): readonly number[] {
  const { ready } = sheet;
  const session = ready.sessions[at] as ReadySession;
  const meet = (from: number, length: number): boolean => from < start + session.length && start < from + length;
  return ready.sessions.flatMap((other, o) => {
    if (o === at || !sheet.isPlaced(o)) return [];
    const from = sheet.start[o] as number;
    const overlaps = meet(from, other.length);
    const helps = sheet.helper[o] === rider && meet(from, other.helperSlots);
    const samePlace = (other.options[sheet.option[o] as number] as ReadyOption).parts.some((theirs) =>
      option.parts.some((own) => {
        const [first, end] = [
          Math.max(from + theirs.from, start + own.from),
          Math.min(from + theirs.from + theirs.length, start + own.from + own.length),
        ];
        return own.place === theirs.place && first < end && sheet.isFullIn(own.place, first, end - first);
      }),
    );
    return (overlaps && sheet.rider[o] === rider) || helps || samePlace || (overlaps && session.sameHorse.includes(o)) ? [o] : [];
  });
}

/** Empties the way, places the session, and puts back what had to go; null where it does not go in after all. */
function enter(
  sheet: SolverSheet,
  at: number,
  { rider, start, option }: Pick<SolverSpot, "rider" | "start" | "option">,
  out: readonly number[],
): Omit<WayIn, "cost" | "plan"> | null {
  const { ready } = sheet;
  for (const other of out) sheet.remove(other);
  const helpers = (ready.sessions[at] as ReadySession).helperSlots === 0 ? [NOBODY] : ready.riders.map((_, person) => person);
  const helper = helpers.find((person) => fits(sheet, at, { rider, start, option, helper: person }));
  if (helper === undefined) return null;
  sheet.place(at, { rider, start, option, helper });
  const spot: SolverSpot = { rider: NOBODY, start: 0, option: 0, helper: NOBODY, cost: 0 };
  const moved: string[] = [];
  const dropped: string[] = [];
  for (const other of out) {
    const { id, leftOut } = ready.sessions[other] as ReadySession;
    if (sheet.bestSpot(other, spot) && spot.cost < leftOut) {
      sheet.place(other, spot);
      moved.push(id);
    } else dropped.push(id);
  }
  return {
    rider: (ready.riders[rider] as ReadyRider).id,
    start,
    option,
    helper: helper === NOBODY ? null : (ready.riders[helper] as ReadyRider).id,
    moved,
    dropped,
  };
}

/** A session that riders were handed and that stands elsewhere now, or nowhere (null), with what the change costs. */
export interface Changed {
  readonly session: string;
  readonly before: Assigned;
  readonly after: Assigned | null;
  readonly price: number;
}
/** In the order of the day's sessions; a second person may change for nothing. */
export function whatChanged({ sessions, published, weights, slots }: DayProblem, plan: DayPlan): readonly Changed[] {
  return sessions.flatMap(({ id }) => {
    const [before, after] = [published[id], plan.get(id) ?? null];
    if (!before || JSON.stringify(before) === JSON.stringify(after)) return [];
    const price = after
      ? (after.rider === before.rider ? 0 : weights.changeRider) +
        moveCost(after.start - before.start, slots.minutes, weights) +
        (after.option === before.option ? 0 : weights.changePlace)
      : weights.dropPublished;
    return [{ session: id, before, after, price }];
  });
}
