/** How the barn measures, where words are put on a page or a form is checked: on the server as the barn was read last, in the browser as the page says. */
import type { UnitSystem } from "#core/kernel/units.ts";

export interface UnitsSlot {
  units: UnitSystem | null;
}
const only: UnitsSlot = { units: null };
let slot = (): UnitsSlot => only;
/** A server of several barns keeps the units of each by itself. */
export const keepUnitsIn = (find: () => UnitsSlot): void => {
  slot = find;
};
export const unitsAre = (units: UnitSystem): void => {
  slot().units = units;
};
const onPage = (): UnitSystem | null =>
  typeof document === "undefined" ? null : document.documentElement.dataset["units"] === "hands" ? "hands" : "metric";
/** Metric, as the record is, where nobody has read a barn: the command line, a worker. */
export const unitsHere = (): UnitSystem => slot().units ?? onPage() ?? "metric";
