/** Days off of a horse: the day that is asked about less the day it was last worked; rest days count among them. One reading for plan, card, gate, findings and screens. */
import { daysBetween, type LocalDate } from "./local-date.ts";

/** From so many on it comes back to a step below first, and whoever handles it is told. */
const LONG_OFF_DAYS = 7;

/** Null: it was never worked. */
export const daysOffOn = (lastWorked: LocalDate | null, day: LocalDate): number | null =>
  lastWorked === null ? null : daysBetween(lastWorked, day);
export const isLongOff = (daysOff: number | null): daysOff is number => daysOff !== null && daysOff >= LONG_OFF_DAYS;
