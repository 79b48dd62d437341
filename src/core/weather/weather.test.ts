import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { calledBy, calledWindy, type Exposed, heatOf, type WeatherHour, weatherBar, weatherLimits } from "./weather.ts";
import { USUAL_LIMITS } from "./work-limits.ts";

const hour = (changes: Partial<WeatherHour> = {}): WeatherHour => ({
  hour: 10,
  temperatureC: 15,
  humidity: 40,
  windMps: 2,
  ...changes,
});
const exposed = (changes: Partial<Exposed> = {}): Exposed => ({
  minutes: 90,
  outdoor: true,
  ridden: true,
  straightOn: false,
  firstRide: false,
  small: false,
  green: false,
  noHeat: false,
  ...changes,
});
/** A temperature at which heat is so much, with 50 % humidity. */
const heated = (heat: number): WeatherHour => hour({ humidity: 50, temperatureC: ((heat - 50 - 32) * 5) / 9 });

describe("heat", () => {
  it("is Fahrenheit and humidity added up", () => {
    expect(heatOf({ temperatureC: 30, humidity: 60 })).toBeCloseTo(146);
  });
  it.each<[number, Partial<Exposed>, string | null]>([
    [129, { noHeat: true }, null],
    [130, { noHeat: true }, "not-fit"],
    [130, { noHeat: true, outdoor: false }, null],
    [149, {}, null],
    [150, {}, "short"],
    [150, { minutes: 60 }, null],
    [150, { outdoor: false }, null],
    [180, { minutes: 30 }, null],
    [181, { minutes: 30, outdoor: false, ridden: false }, "none"],
  ])("at %d: %o", (heat, how, because) => {
    expect(weatherBar(exposed(how), heated(heat), USUAL_LIMITS)?.because ?? null).toBe(because);
  });
});

describe("wind", () => {
  it.each<[number, Partial<Exposed>, string | null]>([
    [12, { firstRide: true, small: true }, null],
    [8.1, { firstRide: true }, "small-place"],
    [8, { firstRide: true }, null],
    [12.1, { firstRide: true, outdoor: false }, "first-rides"],
    [12.1, { green: true }, "green-outside"],
    [12.1, { green: true, outdoor: false }, null],
    [12.1, { green: true, firstRide: true, ridden: false }, null],
    [8, { straightOn: true }, null],
    [8.1, { straightOn: true, outdoor: false }, "ground-first"],
    [30, {}, null],
  ])("at %d m/s: %o", (windMps, how, because) => {
    expect(weatherBar(exposed(how), hour({ windMps }), USUAL_LIMITS)?.because ?? null).toBe(because);
  });
});

describe("what to keep in mind", () => {
  it("is the worst of the hours", () => {
    expect(weatherLimits([hour(), hour()], USUAL_LIMITS)).toEqual([]);
    expect(weatherLimits([hour({ windMps: 9 }), heated(140), hour({ temperatureC: -11 })], USUAL_LIMITS)).toEqual([
      { code: "lighter", heat: 140 },
      { code: "ground-first", windMps: 9 },
      { code: "no-fast-work", temperatureC: -11, under: -10 },
    ]);
    expect(weatherLimits([heated(160)], USUAL_LIMITS)).toEqual([{ code: "short", heat: 160 }]);
  });
});

describe("worse weather", () => {
  const how = fc.record({
    minutes: fc.constantFrom(30, 60, 90),
    outdoor: fc.boolean(),
    ridden: fc.boolean(),
    straightOn: fc.boolean(),
    firstRide: fc.boolean(),
    small: fc.boolean(),
    green: fc.boolean(),
    noHeat: fc.boolean(),
  });
  it("never lets in what better weather bars", () => {
    fc.assert(
      fc.property(
        how,
        fc.record({
          temperatureC: fc.integer({ min: -20, max: 45 }),
          humidity: fc.integer({ min: 0, max: 100 }),
          windMps: fc.integer({ min: 0, max: 25 }),
        }),
        fc.nat(10),
        (one, weather, more) => {
          const better = hour(weather);
          const worse = hour({ ...weather, windMps: weather.windMps + more, temperatureC: weather.temperatureC + more });
          if (weatherBar(one, better, USUAL_LIMITS)) expect(weatherBar(one, worse, USUAL_LIMITS)).not.toBeNull();
        },
      ),
    );
  });
});

describe("a barn's own limits", () => {
  it("are where its work becomes less or none, and stand in the reason", () => {
    const own = { ...USUAL_LIMITS, heatNone: 160, windNone: 10, windGroundFirst: 5, heatMinutes: 30 };
    expect(weatherBar(exposed(), heated(165), own)).toMatchObject({ because: "none", limit: 160 });
    expect(weatherBar(exposed({ firstRide: true }), hour({ windMps: 11 }), own)).toMatchObject({
      because: "first-rides",
      limit: 10,
    });
    expect(weatherBar(exposed({ minutes: 45 }), heated(155), own)).toMatchObject({ because: "short", limit: 150, minutes: 30 });
    expect(calledWindy([], own)).toMatchObject([{ windMps: 6 }]);
    expect([calledBy([hour({ windMps: 6 })], own), calledBy([hour({ windMps: 6 })], USUAL_LIMITS), calledBy([], own)]).toEqual([
      "windy",
      "calm",
      null,
    ]);
  });
});
