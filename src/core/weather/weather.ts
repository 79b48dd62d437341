/**
 * What the weather of an hour does to work. Heat is °F + relative humidity in %: under 130 as planned, to 150 lighter, to 180 short, early or late, above
 * that none. Wind in m/s: over 8 ground work first, and first rides at a walk in a small place only; over 12 no first rides and no horse under ten rides
 * outside. Under −10 °C no fast work.
 */

export interface WeatherHour {
  /** 0-23, on the barn's clock. */
  readonly hour: number;
  readonly temperatureC: number;
  /** Relative, %. */
  readonly humidity: number;
  readonly windMps: number;
}
/** Wind that a rider on the spot calls windy, whatever the station says: ground work first. */
const CALLED_WINDY = 9;
/** The hours of a session that its rider calls windy. */
export const calledWindy = (hours: readonly WeatherHour[]): readonly WeatherHour[] =>
  hours.length === 0
    ? [{ hour: 12, temperatureC: 15, humidity: 0, windMps: CALLED_WINDY }]
    : hours.map((hour) => ({ ...hour, windMps: Math.max(hour.windMps, CALLED_WINDY) }));
export const LIGHTER = 130;
export const SHORT = 150;
export const NO_WORK = 180;
export const GROUND_FIRST = 8;
export const TOO_WINDY = 12;
export const TOO_COLD = -10;
/** What is short, in minutes. */
export const SHORT_MINUTES = 60;
/** A horse with fewer rides here is not ridden outside on a windy day. */
export const GREEN_RIDES = 10;

/** Whole. */
export const heatOf = ({ temperatureC, humidity }: Pick<WeatherHour, "temperatureC" | "humidity">): number =>
  Math.round((temperatureC * 9) / 5 + 32 + humidity);

/** What a rider would call hours like these; null: nothing is known of them. Rain is not measured. */
export function calledBy(hours: readonly WeatherHour[]): "calm" | "windy" | "hot" | "cold" | null {
  if (hours.length === 0) return null;
  if (hours.some(({ windMps }) => windMps > GROUND_FIRST)) return "windy";
  if (hours.some((hour) => heatOf(hour) >= LIGHTER)) return "hot";
  return hours.some(({ temperatureC }) => temperatureC < TOO_COLD) ? "cold" : "calm";
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
  | { readonly code: "weather"; readonly what: "heat"; readonly because: HeatBar; readonly hour: number; readonly heat: number }
  | {
      readonly code: "weather";
      readonly what: "wind";
      readonly because: WindBar;
      readonly hour: number;
      readonly windMps: number;
    };

/** What bars a session in an hour; null where it may be worked so. */
export function weatherBar(of: Exposed, at: WeatherHour): WeatherBar | null {
  const { hour, windMps } = at;
  const heat = heatOf(at);
  const hot = (because: HeatBar): WeatherBar => ({ code: "weather", what: "heat", because, hour, heat });
  if (heat > NO_WORK) return hot("none");
  if (of.outdoor && heat >= LIGHTER && of.noHeat) return hot("not-fit");
  if (of.outdoor && heat >= SHORT && of.minutes > SHORT_MINUTES) return hot("short");
  if (!of.ridden) return null;
  const wind = (because: WindBar): WeatherBar => ({
    code: "weather",
    what: "wind",
    because,
    hour,
    windMps,
  });
  if (windMps > TOO_WINDY && of.firstRide) return wind("first-rides");
  if (windMps > TOO_WINDY && of.green && of.outdoor) return wind("green-outside");
  if (windMps > GROUND_FIRST && of.firstRide && !of.small) return wind("small-place");
  return windMps > GROUND_FIRST && of.straightOn ? wind("ground-first") : null;
}

/** What to keep in mind while working in an hour; nothing of it bars. */
export type WeatherLimit =
  | { readonly code: "lighter" | "short"; readonly heat: number }
  | { readonly code: "ground-first"; readonly windMps: number }
  /** Before it is a riding horse. */
  | { readonly code: "walk-only"; readonly windMps: number }
  | { readonly code: "no-fast-work"; readonly temperatureC: number };
export function weatherLimits(hours: readonly WeatherHour[]): readonly WeatherLimit[] {
  const limits: WeatherLimit[] = [];
  const heat = Math.max(...hours.map(heatOf));
  if (heat >= LIGHTER) limits.push({ code: heat >= SHORT ? "short" : "lighter", heat });
  const windMps = Math.max(...hours.map((hour) => hour.windMps));
  if (windMps > GROUND_FIRST) limits.push({ code: "ground-first", windMps });
  const temperatureC = Math.min(...hours.map((hour) => hour.temperatureC));
  if (temperatureC < TOO_COLD) limits.push({ code: "no-fast-work", temperatureC });
  return limits;
}
