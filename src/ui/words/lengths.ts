/** Lengths as the barn writes them. */
import { inches, type LengthName, type LengthUnit } from "#core/intake/measures.ts";
import { centimetresToHands, type UnitSystem } from "#core/kernel/units.ts";

const isHeight = (name: LengthName): boolean => name === "withersCm" || name === "croupCm";
export const lengthUnit = (system: UnitSystem, name: LengthName): LengthUnit =>
  system === "metric" ? "cm" : isHeight(name) ? "hands" : "in";
/** '15.2 hands' */
export function lengthIn(system: UnitSystem, name: LengthName, cm: number): string {
  if (system === "metric") return `${Math.round(cm * 10) / 10} cm`;
  return isHeight(name) ? `${centimetresToHands(cm)} hands` : `${inches(cm)} in`;
}
