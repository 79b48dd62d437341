/**
 * What the weather of an hour does to work. Heat is °F + relative humidity in %: as planned, lighter, short, none. Wind in m/s: ground work first, and first
 * rides at a walk in a small place only; then no first rides and no horse under ten rides outside. In the cold no fast work. From where on is the barn's.
 */
import type { WorkLimits } from "./work-limits.ts";

export interface WeatherHour {
  /** 0-23, on the barn's clock. */
  readonly hour: number;
  readonly temperatureC: number;
  /** Relative, %. */
  readonly humidity: number;
  readonly windMps: number;
}
/** The hours of a session that its rider calls windy, whatever the station says: ground work first. */
export function calledWindy(hours: readonly WeatherHour[], limits: WorkLimits): readonly WeatherHour[] {
  const least = limits.windGroundFirst + 1;
  return hours.length === 0
    ? [{ hour: 12, temperatureC: 15, humidity: 0, windMps: least }]
    : hours.map((hour) => ({ ...hour, windMps: Math.max(hour.windMps, least) }));
}

/** Whole. */
export const heatOf = ({ temperatureC, humidity }: Pick<WeatherHour, "temperatureC" | "humidity">): number =>
  Math.round((temperatureC * 9) / 5 + 32 + humidity);

/** What a rider would call hours like these; null: nothing is known of them. Rain is not measured. */
export function calledBy(hours: readonly WeatherHour[], limits: WorkLimits): "calm" | "windy" | "hot" | "cold" | null {
  if (hours.length === 0) return null;
  if (hours.some(({ windMps }) => windMps > limits.windGroundFirst)) return "windy";
  if (hours.some((hour) => heatOf(hour) >= limits.heatLighter)) return "hot";
  return hours.some(({ temperatureC }) => temperatureC < limits.coldFast) ? "cold" : "calm";
}

/** How a session would be run, as far as the weather asks. */
export interface Exposed {
  readonly minutes: number;
  readonly outdoor: boolean;
  readonly ridden: boolean;
  /** Nothing is done on the ground before the rider gets on. */
  readonly straightOn: boolean;
  /** A first ride, or one of the first ten. */
  readonly firstRide: boolean;
  /** A small place of its own, as a pen is. */
  readonly small: boolean;
  /** Fewer than ten rides here, whatever it showed when it came. */
  readonly green: boolean;
  /** Unfit, thin or back from time off: not out in the heat. */
  readonly noHeat: boolean;
}
export type HeatBar = "none" | "short" | "not-fit";
export type WindBar = "first-rides" | "green-outside" | "small-place" | "ground-first";
export type WeatherBar =
  | {
      readonly code: "weather";
      readonly what: "heat";
      readonly because: HeatBar;
      readonly hour: number;
      readonly heat: number;
      /** What it went over; missing in old records. */
      readonly limit?: number;
      /** Minutes outdoors at the most. */
      readonly minutes?: number;
    }
  | {
      readonly code: "weather";
      readonly what: "wind";
      readonly because: WindBar;
      readonly hour: number;
      readonly windMps: number;
      readonly limit?: number;
    };

/** What bars a session in an hour; null where it may be worked so. */
export function weatherBar(of: Exposed, at: WeatherHour, limits: WorkLimits): WeatherBar | null {
  const { hour, windMps } = at;
  const { heatLighter, heatShort, heatNone, heatMinutes, windGroundFirst, windNone } = limits;
  const heat = heatOf(at);
  const hot = (because: HeatBar, limit: number): WeatherBar => ({
    ...{ code: "weather", what: "heat", because, hour, heat, limit },
    ...(because === "short" ? { minutes: heatMinutes } : {}),
  });
  if (heat > heatNone) return hot("none", heatNone);
  if (of.outdoor && heat >= heatLighter && of.noHeat) return hot("not-fit", heatLighter);
  if (of.outdoor && heat >= heatShort && of.minutes > heatMinutes) return hot("short", heatShort);
  if (!of.ridden) return null;
  const wind = (because: WindBar, limit: number): WeatherBar => ({
    code: "weather",
    what: "wind",
    because,
    hour,
    windMps,
    limit,
  });
  if (windMps > windNone && of.firstRide) return wind("first-rides", windNone);
  if (windMps > windNone && of.green && of.outdoor) return wind("green-outside", windNone);
  if (windMps > windGroundFirst && of.firstRide && !of.small) return wind("small-place", windGroundFirst);
  return windMps > windGroundFirst && of.straightOn ? wind("ground-first", windGroundFirst) : null;
}

/** What to keep in mind while working in an hour; nothing of it bars. */
export type WeatherLimit =
  | { readonly code: "lighter" | "short"; readonly heat: number }
  | { readonly code: "ground-first"; readonly windMps: number }
  /** Before it is a riding horse. */
  | { readonly code: "walk-only"; readonly windMps: number }
  | { readonly code: "no-fast-work"; readonly temperatureC: number; readonly under: number };
export function weatherLimits(hours: readonly WeatherHour[], of: WorkLimits): readonly WeatherLimit[] {
  const limits: WeatherLimit[] = [];
  const heat = Math.max(...hours.map(heatOf));
  if (heat >= of.heatLighter) limits.push({ code: heat >= of.heatShort ? "short" : "lighter", heat });
  const windMps = Math.max(...hours.map((hour) => hour.windMps));
  if (windMps > of.windGroundFirst) limits.push({ code: "ground-first", windMps });
  const temperatureC = Math.min(...hours.map((hour) => hour.temperatureC));
  if (temperatureC < of.coldFast) limits.push({ code: "no-fast-work", temperatureC, under: of.coldFast });
  return limits;
}
