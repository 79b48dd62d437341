/** What the weather does to work, in sentences. */

import type { WeatherWarning } from "#core/day/weather-day.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { WeatherBar, WeatherLimit } from "#core/weather/weather.ts";
import { inWords, t } from "#ui/words/speak.ts";

import { listed } from "./figures.ts";
import { sayTemperature, sayWind } from "./units.ts";

const hour = (h: number): string => `${String(h).padStart(2, "0")}:00`;
/** Old records do not have what they went over. */
const over = (limit: number | string | undefined): string => (limit === undefined ? "" : t(" over {limit}", { limit }));
export function sayWeatherBar(bar: WeatherBar): string {
  if (bar.what === "heat") {
    const at = t("Heat {heat} (°F + humidity) at {hour}", { heat: bar.heat, hour: hour(bar.hour) });
    switch (bar.because) {
      case "none":
        return t("{at}:{limit} no work.", { at, limit: over(bar.limit) });
      case "short":
        return bar.minutes === undefined
          ? t("{at}: short outdoors.", { at })
          : t("{at}: at most {minutes} minutes outdoors.", { at, minutes: bar.minutes });
      case "not-fit":
        return t("{at}: this horse is unfit, thin or back from time off, and stays out of the heat.", { at });
    }
  }
  const at = t("Wind {wind} at {hour}", { wind: sayWind(bar.windMps), hour: hour(bar.hour) });
  switch (bar.because) {
    case "first-rides":
      return t("{at}:{limit} no first rides. Ground work only.", {
        at,
        limit: over(bar.limit === undefined ? undefined : sayWind(bar.limit)),
      });
    case "green-outside":
      return t("{at}: a horse with fewer than ten rides here is not ridden outdoors.", { at });
    case "small-place":
      return t("{at}: ride a green horse in the small pen only, at a walk.", { at });
    case "ground-first":
      return t("{at}: ground work comes first. Make it ground and saddle.", { at });
  }
}
export function sayWeatherLimit(limit: WeatherLimit): string {
  switch (limit.code) {
    case "lighter":
      return t("Heat {heat}: lighter work, and watch the horse.", { heat: limit.heat });
    case "short":
      return t("Heat {heat}: keep it short, offer water, and walk after.", { heat: limit.heat });
    case "ground-first":
      return t("Wind {wind}: ground work first.", { wind: sayWind(limit.windMps) });
    case "walk-only":
      return t("Wind {wind}: ground work first, then a walk in the small pen if the horse was quiet.", {
        wind: sayWind(limit.windMps),
      });
    case "no-fast-work":
      return t("Cold, {degrees}: no fast work under {under}.", {
        degrees: sayTemperature(limit.temperatureC),
        under: sayTemperature(limit.under),
      });
  }
}

const TOLD: Readonly<Record<WeatherWarning["because"], string>> = inWords({
  none: "no work",
  "first-rides": "no first rides, ground work only",
  "green-outside": "no riding outdoors, with fewer than ten rides here",
  "not-fit": "not outdoors in the heat: unfit, thin or back from time off",
  "small-place": "ride in the small pen only, at a walk",
  short: "outdoors only short sessions",
  "ground-first": "ground work before riding",
});
const isHeat = (because: WeatherWarning["because"]): boolean =>
  because === "none" || because === "not-fit" || because === "short";
/** 'Wind up to 16 m/s, 14:00 to 17:00. Juniper Tax: no first rides, ground work only.' */
export const sayTold = ({ because, from, to, worst, stays }: WeatherWarning, horse: (stay: StayId) => string): string =>
  t("{more}, {from} to {to}. {horse}: {because}.", {
    more: isHeat(because) ? t("Heat index up to {worst}", { worst }) : t("Wind up to {worst}", { worst: sayWind(worst) }),
    from: hour(from),
    to: hour(to),
    horse: listed(stays.map(horse)),
    because: TOLD[because],
  });
