import type { HorseClass } from "#core/horse/horse.ts";

/** What the measures are read against. */
export interface MeasureContext {
  readonly horseClass: HorseClass;
  readonly bookedCm: number | null;
  /** At the evaluation before. */
  readonly lastKg: number | null;
}
