/**
 * The day to hand out, as numbers: sessions that want a rider, a start and a way of using places, with everything that binds them. Slots are half-open,
 * [from, to). The same shape comes from the barn's record and from a file (docs/formats.md), so that solver, board and checker see one thing.
 */
import { WILD_RISK } from "../horse/horse.ts";
import { borneBy, gradeFor as gradeForBears } from "../permission/permission.ts";

export type SlotSpan = readonly [from: number, to: number];

export interface DayPart {
  readonly place: string;
  /** Slots after the session's start. */
  readonly from: number;
  readonly length: number;
  /** Slots in which it may not be there: the weather. */
  readonly barred?: readonly SlotSpan[];
}
/** One way of using places. */
export interface DayOption {
  readonly cost: number;
  readonly parts: readonly DayPart[];
  /** Slots in which the session may not be run so: the weather. */
  readonly barred?: readonly SlotSpan[];
}
export interface ProblemPlace {
  readonly id: string;
  /** Horses at once. */
  readonly capacity: number;
  readonly outdoor: boolean;
  /** Pens of their own: horses in it do not share it. */
  readonly separate: boolean;
  readonly closed: readonly SlotSpan[];
}
export interface ProblemRider {
  readonly id: string;
  readonly grade: number;
  /** With tack. */
  readonly weightKg: number;
  /** False: ground work and helping only. */
  readonly rides: boolean;
  readonly works: readonly SlotSpan[];
  /** A break of this length must stay free in the window. */
  readonly lunch: { readonly from: number; readonly to: number; readonly length: number } | null;
  /** Ridden sessions at the most. */
  readonly maxSaddle: number;
  /** Slots of work; null: worked out from the day. */
  readonly fairShare: number | null;
}
export interface ProblemHorse {
  readonly id: string;
  readonly weightKg: number;
  /** Shares of its weight: above the limit it is not ridden, above the preferred it costs. */
  readonly loadLimit: number;
  readonly loadPrefer: number | null;
  /** 1-5. */
  readonly risk: number;
  /** Not outdoors in hot slots. */
  readonly noHeat: boolean;
  readonly away: readonly SlotSpan[];
  readonly apart: readonly string[];
  readonly forbid: readonly string[];
}
export type ProblemKind = "ground" | "saddle" | "both";
export interface ProblemSession {
  readonly id: string;
  readonly horse: string;
  readonly kind: ProblemKind;
  /** Slots. */
  readonly length: number;
  /** How much it matters today. */
  readonly value: number;
  readonly options: readonly DayOption[];
  readonly usual: string | null;
  readonly known: readonly string[];
  /** Whoever may have it, but not for what is planned: as dear as a rider whom the horse does not know well. */
  readonly notFor?: readonly string[];
  /** A second person in so many first slots. */
  readonly helperSlots: number;
  readonly after: { readonly session: string; readonly gap: number } | null;
  /** `helper`: who stands by; missing: whoever can. */
  readonly lock: {
    readonly rider: string | null;
    readonly start: number | null;
    readonly option: number | null;
    readonly helper?: string | null;
  } | null;
}
export interface Assigned {
  readonly rider: string;
  readonly start: number;
  readonly option: number;
  readonly helper: string | null;
}
export const DEFAULT_WEIGHTS = {
  leftOut: 10,
  known: 8,
  other: 20,
  balance: 3,
  hours: 1,
  hot: 1,
  loadOver: 6,
  changeRider: 25,
  changeStart: 6,
  changeStartHour: 2,
  changePlace: 3,
  dropPublished: 100,
  dropLocked: 5000,
} as const;
export type WeightName = keyof typeof DEFAULT_WEIGHTS;
export type DayWeights = Readonly<Record<WeightName, number>>;

export interface ProblemSlots {
  readonly minutes: number;
  readonly count: number;
  /** The first slot after noon; missing: 10, as in a day of half hours from seven. */
  readonly noon?: number;
  /** Slots of the last hour; missing: 2. */
  readonly late?: number;
}
export interface DayProblem {
  readonly slots: ProblemSlots;
  readonly hot: readonly number[];
  readonly places: readonly ProblemPlace[];
  readonly riders: readonly ProblemRider[];
  readonly horses: readonly ProblemHorse[];
  readonly sessions: readonly ProblemSession[];
  /** By session. */
  readonly published: Readonly<Record<string, Assigned>>;
  readonly weights: DayWeights;
}
/** By session; one that is not in it is left out. */
export type DayPlan = ReadonlyMap<string, Assigned>;

const slotsOf = (spans: readonly SlotSpan[], count: number): number => {
  const slots = new Set<number>();
  for (const [from, to] of spans) for (let slot = Math.max(0, from); slot < Math.min(to, count); slot += 1) slots.add(slot);
  return slots.size;
};
/** Slots of work that are each person's share: working slots × min(1, demand ÷ capacity), rounded up. */
export function fairSharesOf({ riders, sessions, slots }: DayProblem): ReadonlyMap<string, number> {
  const working = riders.map(({ works }) => slotsOf(works, slots.count));
  const capacity = working.reduce((sum, one) => sum + one, 0);
  const demand = sessions.reduce((sum, { length, helperSlots }) => sum + length + helperSlots, 0);
  const share = capacity === 0 ? 0 : Math.min(1, demand / capacity);
  return new Map(riders.map(({ id, fairShare }, i) => [id, fairShare ?? Math.ceil((working[i] as number) * share - 1e-9)]));
}

/** The k-th slot above a share costs k times the weight. */
export const balanceCost = (above: number, weight: number): number => (above <= 0 ? 0 : (weight * above * (above + 1)) / 2);

/** From here on the horse is not fresh and the light is not long. */
export const NOON = 10;
const LAST_SLOTS = 2;
/** What the hours of a session cost: a horse of risk 4 or 5 after noon, an end in the last hour. */
export const hoursCost = (risk: number, start: number, end: number, slots: ProblemSlots, weight: number): number =>
  (risk >= WILD_RISK && start >= (slots.noon ?? NOON) ? 2 * weight : 0) +
  (end > slots.count - (slots.late ?? LAST_SLOTS) ? weight : 0);
/** What another start than the published one costs. */
export const moveCost = (slots: number, minutes: number, weights: DayWeights): number =>
  slots === 0 ? 0 : weights.changeStart + weights.changeStartHour * Math.floor((Math.abs(slots) * minutes) / 60);
/** What leaving a session out costs. */
export const leftOutCost = (session: ProblemSession, isPublished: boolean, weights: DayWeights): number =>
  weights.leftOut * session.value + (isPublished ? weights.dropPublished : 0) + (session.lock ? weights.dropLocked : 0);

/** Lowest grade for the work, and for who helps: the rule of core/permission, by the kind of a session. */
export const gradeOfSession = (risk: number, kind: ProblemKind): number => gradeForBears(risk, borneBy(kind));
export { helperGrade } from "../permission/permission.ts";
