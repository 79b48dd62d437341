/** What a plan gives up, as facts in place of points: which sessions and whose hours make up each part of its cost (`verify` adds up the points). */
import type { PersonId, StayId } from "../kernel/brand.ts";
import type { BarnProblem } from "./from-barn.ts";
import { DAY_GRID } from "./model.ts";
import {
  type Assigned,
  balanceCost,
  type DayPlan,
  type DayProblem,
  fairSharesOf,
  hoursCost,
  leftOutCost,
  moveCost,
  type ProblemSession,
} from "./problem.ts";

export const TRADE_OFFS = [
  "left-out",
  "new-rider",
  "other-rider",
  "not-for-work",
  "heavy",
  "late",
  "hot",
  "place",
  "changed-rider",
  "changed-start",
  "changed-place",
] as const;
export type TradeOffCode = (typeof TRADE_OFFS)[number];
export interface TradeOffs {
  /** Sessions by what each gives up; a session may stand under several. */
  readonly sessions: Readonly<Record<TradeOffCode, readonly string[]>>;
  /** Who has more than a fair share of the day, and by how many slots, the most first. */
  readonly over: readonly { readonly rider: string; readonly slots: number }[];
}

const perCode = <T>(make: (code: TradeOffCode) => T): Readonly<Record<TradeOffCode, T>> => {
  const made = new Map(TRADE_OFFS.map((code) => [code, make(code)]));
  return Object.fromEntries(made) as Record<TradeOffCode, T>;
};
/** What one session gives up where it stands, or by being left out. */
function given(problem: DayProblem, session: ProblemSession, placed: Assigned | undefined): readonly TradeOffCode[] {
  const { weights, slots } = problem;
  const was = problem.published[session.id];
  if (!placed) return leftOutCost(session, was !== undefined, weights) > 0 ? ["left-out"] : [];
  const horse = problem.horses.find(({ id }) => id === session.horse);
  const rider = problem.riders.find(({ id }) => id === placed.rider);
  const option = session.options[placed.option];
  if (!horse || !rider || !option) return [];
  const hot = new Set(problem.hot);
  const outdoor = new Set(problem.places.filter((place) => place.outdoor).map(({ id }) => id));
  const warm = option.parts.some(
    (part) =>
      outdoor.has(part.place) &&
      Array.from({ length: part.length }, (_, i) => placed.start + part.from + i).some((at) => hot.has(at)),
  );
  const other = session.usual !== null && session.usual !== rider.id;
  const has: Readonly<Record<TradeOffCode, boolean>> = {
    "left-out": false,
    "new-rider": other && !session.known.includes(rider.id),
    "other-rider": other && session.known.includes(rider.id),
    "not-for-work": session.notFor?.includes(rider.id) ?? false,
    heavy: session.kind !== "ground" && horse.loadPrefer !== null && rider.weightKg > horse.loadPrefer * horse.weightKg,
    late: hoursCost(horse.risk, placed.start, placed.start + session.length, slots, weights.hours) > 0,
    hot: warm,
    place: option.cost > 0,
    "changed-rider": was !== undefined && was.rider !== placed.rider,
    "changed-start": was !== undefined && moveCost(placed.start - was.start, slots.minutes, weights) > 0,
    "changed-place": was !== undefined && was.option !== placed.option,
  };
  return TRADE_OFFS.filter((code) => has[code]);
}

export function tradeOffsOf(problem: DayProblem, plan: DayPlan): TradeOffs {
  const of = problem.sessions.map((session) => ({ id: session.id, codes: given(problem, session, plan.get(session.id)) }));
  const load = new Map<string, number>();
  for (const session of problem.sessions) {
    const placed = plan.get(session.id);
    if (!placed) continue;
    load.set(placed.rider, (load.get(placed.rider) ?? 0) + session.length);
    if (placed.helper !== null && session.helperSlots > 0)
      load.set(placed.helper, (load.get(placed.helper) ?? 0) + session.helperSlots);
  }
  const fair = fairSharesOf(problem);
  const above = ({ id }: { readonly id: string }): number => (load.get(id) ?? 0) - (fair.get(id) ?? 0);
  return {
    sessions: perCode((code) => of.filter(({ codes }) => codes.includes(code)).map(({ id }) => id)),
    over: problem.riders
      .filter((rider) => balanceCost(above(rider), problem.weights.balance) > 0)
      .map((rider) => ({ rider: rider.id, slots: above(rider) }))
      .sort((one, two) => two.slots - one.slots),
  };
}

/** What comes on top of what was given up before: of a card that moves, or a session that comes in. */
export const moreThan = (before: TradeOffs, after: TradeOffs): TradeOffs => ({
  sessions: perCode((code) => after.sessions[code].filter((id) => !before.sessions[code].includes(id))),
  over: after.over.filter(({ rider, slots }) => slots > (before.over.find((one) => one.rider === rider)?.slots ?? 0)),
});

/** The same by horse, and in minutes of the clock. */
export interface HorsesGivenUp {
  readonly horses: Readonly<Record<TradeOffCode, readonly StayId[]>>;
  readonly over: readonly { readonly rider: PersonId; readonly minutes: number }[];
}
export function byHorse(
  { problem, frame }: Pick<BarnProblem, "problem" | "frame">,
  { sessions, over }: TradeOffs,
): HorsesGivenUp {
  const horseOf = new Map(problem.sessions.map(({ id, horse }) => [id, horse as StayId]));
  return {
    horses: perCode((code) => [...new Set(sessions[code].map((id) => horseOf.get(id) as StayId))]),
    over: over.map(({ rider, slots }) => ({ rider: rider as PersonId, minutes: slots * frame.step * DAY_GRID.minutes })),
  };
}
