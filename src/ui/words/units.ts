/** Weights, wind and temperatures as the barn measures them. */
import { unitsHere } from "#contracts/barn.units.ts";
import { type Measurable, onDial, type UnitSystem, unitOf } from "#core/kernel/units.ts";

const other = (system: UnitSystem): UnitSystem => (system === "metric" ? "hands" : "metric");
/** 'lb' */
export const unitHere = (what: Measurable): string => unitOf(what, unitsHere());
/** Whole, as people say it; metres a second as the station gives them, in halves and tenths. */
const figureOf = (what: Measurable, system: UnitSystem, kept: number): number => {
  const shown = onDial(what, system, kept);
  return what === "wind" && system === "metric" ? Math.round(shown * 10) / 10 : Math.round(shown);
};
const saidIn = (what: Measurable, system: UnitSystem, kept: number): string =>
  `${figureOf(what, system, kept)} ${unitOf(what, system)}`;
/** A limit rounded down, and what is held against it up: the two are never said to be the same where one is over the other. */
export const weightLimit = (kilograms: number): string =>
  `${Math.floor(onDial("weight", unitsHere(), kilograms))} ${unitHere("weight")}`;
export const weightHeld = (kilograms: number): string =>
  `${Math.ceil(onDial("weight", unitsHere(), kilograms))} ${unitHere("weight")}`;
/** '203 lb' */
export const sayWeight = (kilograms: number): string => saidIn("weight", unitsHere(), kilograms);
/** '1014 lb (460 kg)': a horse's weight, which vets and feed bags have in either. */
export const bothWeights = (kilograms: number): string =>
  `${sayWeight(kilograms)} (${saidIn("weight", other(unitsHere()), kilograms)})`;
/** '39 mph' */
export const sayWind = (mps: number): string => saidIn("wind", unitsHere(), mps);
/** '14 °F' */
export const sayTemperature = (celsius: number): string => saidIn("temperature", unitsHere(), celsius);
/** What stands in a field: to a tenth, as a dial is read; whole pounds and miles, which the record's tenths of kilograms and metres keep as they were typed. */
export function typedFigure(what: Measurable, kept: number): string {
  const system = unitsHere();
  const shown = onDial(what, system, kept);
  return String(system === "hands" && what !== "temperature" ? Math.round(shown) : Math.round(shown * 10) / 10);
}
