import { afterEach, describe, expect, it } from "vitest";
import { keepUnitsIn } from "#contracts/barn.units.ts";
import { dial } from "#contracts/fields.ts";
import type { UnitSystem } from "#core/kernel/units.ts";
import { bothWeights, sayTemperature, sayWeight, sayWind, typedFigure, weightHeld, weightLimit } from "./units.ts";

const measuringIn = (units: UnitSystem | null): void => keepUnitsIn(() => ({ units }));
afterEach(() => measuringIn(null));

describe("figures with units", () => {
  it("are in the barn's", () => {
    measuringIn("hands");
    expect([sayWeight(92), sayWind(17.5), sayTemperature(-10)]).toEqual(["203 lb", "39 mph", "14 °F"]);
    expect(bothWeights(460)).toBe("1014 lb (460 kg)");
    expect(typedFigure("temperature", 37.8)).toBe("100");
    measuringIn("metric");
    expect([sayWeight(92), sayWind(17.5), sayTemperature(-10)]).toEqual(["92 kg", "17.5 m/s", "-10 °C"]);
    expect(bothWeights(460)).toBe("460 kg (1014 lb)");
  });
  it("never say that a weight over its limit is at the limit", () => {
    measuringIn("hands");
    expect([weightHeld(64.1), weightLimit(64)]).toEqual(["142 lb", "141 lb"]);
  });
  it("are asked for in the barn's where they are out of bounds", () => {
    const said = () => dial("weight", 25, 200, "with tack").safeParse(10).error?.issues[0]?.message;
    measuringIn("hands");
    expect(said()).toBe("A number from 55 to 441 lb, with tack.");
    measuringIn("metric");
    expect(said()).toBe("A number from 25 to 200 kg, with tack.");
  });
});
