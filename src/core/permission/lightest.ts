/** Whether anybody here is light enough for a horse at all: said from the booking on, with what would help. */
import type { LoadLimit } from "../tools/load.ts";
import type { PermitPerson } from "./horse.ts";

export interface NobodyLightEnough {
  readonly limitKg: number;
  /** Of those who ride and whose weight is known; null: nobody's is. */
  readonly lightestKg: number | null;
  /** Who ride and have not been weighed: one of them may be light enough. */
  readonly unweighed: number;
  /** What the horse would have to weigh for the lightest. */
  readonly horseKg: number | null;
}
type Rides = Pick<PermitPerson, "rides" | "weightKg">;

const isLightEnough = (load: LoadLimit, { rides, weightKg }: Rides): boolean =>
  rides && weightKg !== null && weightKg <= load.refuseKg;
/** Null where somebody is, or where the horse's weight is not known. */
export function nobodyLightEnough(load: LoadLimit | null, people: readonly Rides[]): NobodyLightEnough | null {
  if (load === null || people.some((person) => isLightEnough(load, person))) return null;
  const riders = people.filter(({ rides }) => rides);
  const weights = riders.flatMap(({ weightKg }) => (weightKg === null ? [] : [weightKg]));
  const lightestKg = weights.length > 0 ? Math.min(...weights) : null;
  return {
    limitKg: load.refuseKg,
    lightestKg,
    unweighed: riders.length - weights.length,
    horseKg: lightestKg === null ? null : Math.ceil(lightestKg / load.refuse),
  };
}
