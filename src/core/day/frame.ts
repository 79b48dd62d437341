/**
 * The part of the day that is solved, and how finely: the barn's hours in the barn's steps, unless a card that stands lies outside of them or between two steps.
 * A problem is put together in slots of the day and handed to the solver in those of its frame, which count from the frame's beginning.
 */
import { DAY_GRID, type DayHours, HOUR, type Placement } from "./model.ts";
import { partsOf } from "./parts.ts";
import type { Assigned, DayPlan, DayProblem, ProblemSession, SlotSpan } from "./problem.ts";

export interface Frame {
  /** Slots of the day. */
  readonly from: number;
  readonly to: number;
  /** Slots of the day that one slot of the problem holds. */
  readonly step: number;
}
type Standing = Pick<Placement, "start" | "length" | "then" | "helperSlots">;

/** `lengths`: of sessions that do not stand yet. */
export function frameOf(hours: DayHours, cards: readonly Standing[], lengths: readonly number[]): Frame {
  const from = Math.min(hours.from, ...cards.map(({ start }) => start));
  const to = Math.max(hours.to, ...cards.map(({ start, length }) => start + length));
  const marks = cards.flatMap(({ start, length, then, helperSlots }) => [
    start - from,
    length,
    then?.from ?? 0,
    helperSlots ?? 0,
  ]);
  const even = [...marks, ...lengths, hours.from - from, to - from].every((slots) => slots % hours.step === 0);
  return { from, to, step: even ? hours.step : 1 };
}

const NOON = (12 * 60 - DAY_GRID.start) / DAY_GRID.minutes;
/** Counted in quarter hours, the same time above a share costs about the same. */
const BALANCE_OF_QUARTERS = 1;

const countOf = ({ from, to, step }: Frame): number => Math.ceil((to - from) / step);
/** So many slots of the day, a begun one of the problem counted. */
const stepsOf = ({ step }: Frame, slots: number): number => Math.ceil(slots / step);
const slotOf = ({ from, step }: Frame, slot: number): number => Math.ceil((slot - from) / step);
/** A time in which something may be done: only whole slots of it count. */
const open = (frame: Frame, [from, to]: SlotSpan): SlotSpan => [
  Math.max(0, slotOf(frame, from)),
  Math.min(countOf(frame), Math.floor((to - frame.from) / frame.step)),
];
/** A time in which nothing may be done: every slot that it touches counts. */
const shut = (frame: Frame, [from, to]: SlotSpan): SlotSpan => [
  Math.max(0, Math.floor((from - frame.from) / frame.step)),
  Math.min(countOf(frame), slotOf(frame, to)),
];

function sessionIn(frame: Frame, session: ProblemSession): ProblemSession {
  const { length, helperSlots, after, lock, options } = session;
  const barred = (spans: readonly SlotSpan[] | undefined) => (spans ? { barred: spans.map((span) => shut(frame, span)) } : {});
  return {
    ...session,
    length: stepsOf(frame, length),
    helperSlots: stepsOf(frame, helperSlots),
    after: after && { ...after, gap: stepsOf(frame, after.gap) },
    lock: lock && { ...lock, start: lock.start === null ? null : slotOf(frame, lock.start) },
    options: options.map((option) => ({
      ...option,
      ...barred(option.barred),
      parts: option.parts.map((part) => ({
        ...part,
        ...barred(part.barred),
        from: stepsOf(frame, part.from),
        length: stepsOf(frame, part.length),
      })),
    })),
  };
}
const assignedIn = (frame: Frame, assigned: Assigned): Assigned => ({ ...assigned, start: slotOf(frame, assigned.start) });
/** Where a placement is, in the slots of the frame; between two of them it is nowhere that the problem knows. */
export const placedIn = ({ from, step }: Frame, placement: Placement) => ({
  start: (placement.start - from) / step,
  parts: partsOf(placement).map((part) => ({ ...part, from: part.from / step, length: part.length / step })),
});
/** A slot of the problem as one of the day. */
export const slotOfDay = ({ from, step }: Frame, slot: number): number => from + slot * step;

/** The same problem in the slots of its frame. */
export function problemIn(frame: Frame, problem: DayProblem): DayProblem {
  const count = countOf(frame);
  const hot = [...new Set(problem.hot.map((slot) => Math.floor((slot - frame.from) / frame.step)))];
  return {
    ...problem,
    slots: {
      minutes: problem.slots.minutes * frame.step,
      count,
      noon: slotOf(frame, NOON),
      late: stepsOf(frame, HOUR),
    },
    hot: hot.filter((slot) => slot >= 0 && slot < count),
    places: problem.places.map((place) => ({ ...place, closed: place.closed.map((span) => shut(frame, span)) })),
    riders: problem.riders.map((rider) => {
      const [from, to] = rider.lunch ? open(frame, [rider.lunch.from, rider.lunch.to]) : [0, 0];
      return {
        ...rider,
        works: rider.works.map((span) => open(frame, span)),
        lunch: rider.lunch && { from, to, length: stepsOf(frame, rider.lunch.length) },
      };
    }),
    horses: problem.horses.map((horse) => ({ ...horse, away: horse.away.map((span) => shut(frame, span)) })),
    sessions: problem.sessions.map((session) => sessionIn(frame, session)),
    published: Object.fromEntries(Object.entries(problem.published).map(([id, one]) => [id, assignedIn(frame, one)])),
    weights: frame.step === 1 ? { ...problem.weights, balance: BALANCE_OF_QUARTERS } : problem.weights,
  };
}
export const planIn = (frame: Frame, plan: DayPlan): DayPlan =>
  new Map([...plan].map(([id, one]) => [id, assignedIn(frame, one)]));
