/** What the weather does to work, in sentences. */
import type { WeatherTold } from "#core/day/weather-day.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { WeatherBar, WeatherLimit } from "#core/weather/weather.ts";

import { listed } from "./figures.ts";

const hour = (h: number): string => `${String(h).padStart(2, "0")}:00`;
/** Old records do not have what they went over. */
const over = (limit: number | undefined): string => (limit === undefined ? "" : ` over ${limit}`);
export function sayWeatherBar(bar: WeatherBar): string {
  if (bar.what === "heat") {
    const at = `Heat ${bar.heat} (°F + humidity) at ${hour(bar.hour)}`;
    switch (bar.because) {
      case "none":
        return `${at}:${over(bar.limit)} no work.`;
      case "short":
        return `${at}: ${bar.minutes === undefined ? "short" : `at most ${bar.minutes} minutes`} outdoors.`;
      case "not-fit":
        return `${at}: this horse is unfit, thin or back from time off, and stays out of the heat.`;
    }
  }
  const at = `Wind ${bar.windMps} m/s at ${hour(bar.hour)}`;
  switch (bar.because) {
    case "first-rides":
      return `${at}:${over(bar.limit)} no first rides. Ground work only.`;
    case "green-outside":
      return `${at}: a horse with fewer than ten rides here is not ridden outdoors.`;
    case "small-place":
      return `${at}: ride a green horse in the small pen only, at a walk.`;
    case "ground-first":
      return `${at}: ground work comes first. Make it ground and saddle.`;
  }
}
export function sayWeatherLimit(limit: WeatherLimit): string {
  switch (limit.code) {
    case "lighter":
      return `Heat ${limit.heat}: lighter work, and watch the horse.`;
    case "short":
      return `Heat ${limit.heat}: keep it short, offer water, and walk after.`;
    case "ground-first":
      return `Wind ${limit.windMps} m/s: ground work first.`;
    case "walk-only":
      return `Wind ${limit.windMps} m/s: ground work first, then a walk in the small pen if the horse was quiet.`;
    case "no-fast-work":
      return `Cold, ${limit.temperatureC} °C: under ${limit.under} no fast work.`;
  }
}

const TOLD: Readonly<Record<WeatherTold["because"], string>> = {
  none: "no work",
  "first-rides": "no first rides, ground work only",
  "green-outside": "no riding outdoors, with fewer than ten rides here",
  "not-fit": "not outdoors in the heat: unfit, thin or back from time off",
  "small-place": "ride in the small pen only, at a walk",
  short: "outdoors only short sessions",
  "ground-first": "ground work before riding",
};
const isHeat = (because: WeatherTold["because"]): boolean => because === "none" || because === "not-fit" || because === "short";
/** 'Wind up to 16 m/s, 14:00 to 17:00. Juniper Tax: no first rides, ground work only.' */
export const sayTold = ({ because, from, to, worst, stays }: WeatherTold, horse: (stay: StayId) => string): string =>
  `${isHeat(because) ? `Heat index up to ${worst}` : `Wind up to ${worst} m/s`}, ${hour(from)} to ${hour(to)}. ${listed(stays.map(horse))}: ${TOLD[because]}.`;
