/** What a horse is worked like where nobody says otherwise: on the sheet, in the week, and where a big step is laid. */
import type { SessionKind } from "../card/card.ts";
import { nobodyLightEnough } from "../permission/lightest.ts";
import { barsBearing, horseReasons, sessionAct } from "../permission/permission.ts";
import { DAY_GRID, type DayHorse, type DayHours, type DayPerson, HALF_HOUR, HOUR } from "./model.ts";
import { slotsWithin } from "./rules.ts";

/** An hour, or three half hours where part of it is ridden. */
const GROUND_SLOTS = HOUR;
const RIDDEN_SLOTS = HOUR + HALF_HOUR;

export interface UsualSession {
  readonly kind: SessionKind;
  /** Slots of the day's grid. */
  readonly length: number;
}
/**
 * As its plan has the day (`planned`), and without one (null) half of it ridden as soon as it is ridden at all; within the minutes that were signed, and on the
 * ground where its record bars weight or nobody of these people is light enough.
 */
export function usualSession(
  horse: DayHorse,
  people: readonly DayPerson[],
  planned: SessionKind | null,
  { step }: Pick<DayHours, "step">,
): UsualSession {
  const barred = barsBearing(horseReasons(horse, sessionAct("both", DAY_GRID.minutes)));
  const wanted = planned ?? "both";
  const ridden = wanted !== "ground" && !barred && nobodyLightEnough(horse.load, people) === null;
  const longest = slotsWithin(horse.sessionMinutes, step, DAY_GRID) ?? RIDDEN_SLOTS;
  return { kind: ridden ? wanted : "ground", length: Math.min(longest, ridden ? RIDDEN_SLOTS : GROUND_SLOTS) };
}
