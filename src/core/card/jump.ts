/**
 * A school over poles or fences: the layout as it stood, what became of each fence, how the horse went; what is carried to the next time. Written down so that it
 * can be built again and changed by one thing.
 */
import { daysBetween, type LocalDate, mondayOf } from "../calendar/local-date.ts";
import { type Fence, isPole } from "./fences.ts";

export { FENCES, type Fence, isPole } from "./fences.ts";

export interface Element {
  readonly fence: Fence;
  /** Poles of a row; of a fence one. */
  readonly poles: number;
  /** Null: of poles, bank, ditch and water. */
  readonly heightCm: number | null;
  /** To the next element, from its last pole to the first of the next; null: on a line of its own. */
  readonly toNextCm: number | null;
}
export interface FenceLayout {
  readonly name: string;
  readonly elements: readonly Element[];
}
export const WAYS_OF_GOING = ["loose", "in-hand", "ridden"] as const;
export const STRAIGHTS = ["straight", "left", "right"] as const;
export const PACES = ["waits", "even", "rushes"] as const;
export const TAKE_OFFS = ["close", "right", "long"] as const;
export const LANDINGS = ["left", "right", "either"] as const;

/** Of one element of the layout, by its place in it. */
export interface FenceResult {
  readonly at: number;
  readonly clear: number;
  readonly rails: number;
  readonly stops: number;
  readonly runOuts: number;
}
export interface JumpSchool {
  readonly layout: FenceLayout;
  readonly way: (typeof WAYS_OF_GOING)[number];
  readonly results: readonly FenceResult[];
  /** Null: nobody looked. */
  readonly straight: (typeof STRAIGHTS)[number] | null;
  readonly pace: (typeof PACES)[number] | null;
  readonly takeOff: (typeof TAKE_OFFS)[number] | null;
  readonly landing: (typeof LANDINGS)[number] | null;
  /** The one thing to change next time; empty: nothing. */
  readonly change: string;
}

export const MOST_ELEMENTS = 8;
export const POLES_IN_A_ROW = { from: 1, to: 12 } as const;
export const FENCE_CM = { from: 10, to: 180 } as const;
export const TO_NEXT_CM = { from: 50, to: 3000 } as const;

/** Efforts: every time that it left the ground over a fence; poles do not count. */
export const effortsOf = ({ layout, results }: Pick<JumpSchool, "layout" | "results">): number =>
  results.reduce((sum, { at, clear, rails }) => {
    const fence = layout.elements[at]?.fence;
    return fence && !isPole(fence) ? sum + clear + rails : sum;
  }, 0);
/** The highest fence that was cleared, in centimetres; null: none was, or none has a height. */
export function heightOf({ layout, results }: Pick<JumpSchool, "layout" | "results">): number | null {
  const cleared = results.flatMap(({ at, clear }) => (clear > 0 ? (layout.elements[at]?.heightCm ?? []) : []));
  return cleared.length > 0 ? Math.max(...cleared) : null;
}
const faultsOf = ({ results }: Pick<JumpSchool, "results">): number =>
  results.reduce((sum, { rails, stops, runOuts }) => sum + rails + stops + runOuts, 0);
/** Every fence clear, straight and unhurried: then one thing may be changed, and one only. */
export const mayGoUp = (school: JumpSchool): boolean =>
  effortsOf(school) > 0 &&
  faultsOf(school) === 0 &&
  school.straight === "straight" &&
  school.pace !== "rushes" &&
  school.pace !== null;
/** A hole of a jump stand, in centimetres. */
export const HOLE_CM = 8;

/** A day on which it jumped. */
export interface JumpDay {
  readonly day: LocalDate;
  readonly school: JumpSchool;
}
export const jumpDays = (
  sessions: readonly { readonly day: LocalDate; readonly record: { readonly jump: JumpSchool | null } }[],
): readonly JumpDay[] => sessions.flatMap(({ day, record }) => (record.jump ? [{ day, school: record.jump }] : []));

/** Schools a week, days between two, and efforts in one, at the most. */
const A_WEEK = 2;
const APART = 2;
export const EFFORTS = { few: 20, many: 40 } as const;
export type JumpCaution =
  | { readonly code: "days-running"; readonly day: LocalDate }
  | { readonly code: "week-full"; readonly schools: number }
  | { readonly code: "not-yet-up" }
  | { readonly code: "one-up" }
  | { readonly code: "too-many"; readonly efforts: number };
/** Jumped over fences: poles on the ground are work of their own. */
const overFences = ({ school }: JumpDay): boolean => school.layout.elements.some(({ fence }) => !isPole(fence));

/** What stands against jumping on a day, or for going up; `now`: what was written of it so far. */
export function jumpCautions(past: readonly JumpDay[], today: LocalDate, now: JumpSchool | null): readonly JumpCaution[] {
  const before = past.filter((one) => one.day < today && overFences(one));
  const last = before.at(-1);
  const thisWeek = before.filter(({ day }) => day >= mondayOf(today)).length;
  const efforts = now ? effortsOf(now) : 0;
  return [
    ...(last && daysBetween(last.day, today) < APART ? [{ code: "days-running", day: last.day } as const] : []),
    ...(thisWeek >= A_WEEK ? [{ code: "week-full", schools: thisWeek } as const] : []),
    ...(last ? [{ code: mayGoUp(last.school) ? ("one-up" as const) : ("not-yet-up" as const) }] : []),
    ...(efforts > EFFORTS.many ? [{ code: "too-many", efforts } as const] : []),
  ];
}
/** Where each element begins and ends, in centimetres from the first pole; one on a line of its own stands two metres on. `spacingCm`: between two poles of a row. */
const OWN_LINE_CM = 200;
export function fencePlaces(
  { elements }: FenceLayout,
  spacingCm: (fence: Fence) => number,
): readonly { readonly from: number; readonly to: number }[] {
  let at = 0;
  return elements.map(({ fence, poles, toNextCm }) => {
    const from = at;
    const to = from + (isPole(fence) ? (poles - 1) * spacingCm(fence) : 0);
    at = to + (toNextCm ?? OWN_LINE_CM);
    return { from, to };
  });
}
