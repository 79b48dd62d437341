/**
 * A simulated weather station, on loopback. GET /hours?day=2026-07-14 gives a day by the hour (furlong-weather/1, docs/formats.md); POST /scenario
 * { name } sets what comes: calm, gusty-cold, hot-humid or storm-at-two. FURLONG_WEATHER names the scenario at first.
 */
import { parseLocalDate } from "#core/calendar/local-date.ts";
import { seededRandom } from "#core/kernel/random.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import { serveDevice } from "./device.ts";

const SCENARIOS = ["calm", "gusty-cold", "hot-humid", "storm-at-two"] as const;
type Scenario = (typeof SCENARIOS)[number];
const isScenario = (name: unknown): name is Scenario => (SCENARIOS as readonly unknown[]).includes(name);

/** Coldest at five, warmest at three in the afternoon. */
const warmth = (hour: number): number => (1 - Math.cos(((hour - 5) / 20) * 2 * Math.PI)) / 2;
/** Lowest and highest of temperature and wind; damp falls as it warms. */
const CLIMATE: Record<
  Scenario,
  { readonly temperature: [number, number]; readonly humidity: [number, number]; readonly wind: [number, number] }
> = {
  calm: { temperature: [9, 21], humidity: [60, 35], wind: [1, 4] },
  "gusty-cold": { temperature: [-13, -4], humidity: [80, 60], wind: [7, 14] },
  "hot-humid": { temperature: [18, 36], humidity: [80, 68], wind: [1, 3] },
  "storm-at-two": { temperature: [13, 26], humidity: [58, 35], wind: [2, 5] },
};
const STORM = 14;

const round = (value: number, step: number): number => Math.round(value / step) * step;
function hoursOf(scenario: Scenario, day: string): WeatherHour[] {
  // The same day under the same scenario is the same day.
  const random = seededRandom(Number(day.replaceAll("-", "")));
  const { temperature, humidity, wind } = CLIMATE[scenario];
  return Array.from({ length: 24 }, (_, hour) => {
    const share = warmth(hour);
    const between = ([low, high]: [number, number]): number => low + (high - low) * share;
    const storm = scenario === "storm-at-two" && hour >= STORM;
    return {
      hour,
      temperatureC: round(between(temperature) - (storm ? 8 : 0) + random.normal() * 0.5, 0.5),
      humidity: Math.max(0, Math.min(100, round(between(humidity) + (storm ? 25 : 0) + random.normal() * 2, 1))),
      windMps: Math.max(0, round(between(wind) + (storm ? 12 : 0) + random.normal() * 0.5, 0.5)),
    };
  });
}

let scenario: Scenario = isScenario(process.env["FURLONG_WEATHER"]) ? process.env["FURLONG_WEATHER"] : "storm-at-two";

serveDevice("weather station", 4398, [
  {
    method: "GET",
    path: "/hours",
    answer(url) {
      const day = parseLocalDate(url.searchParams.get("day") ?? "");
      if (!day) throw new RangeError("day: year-month-day, such as 2026-07-14");
      return { format: "furlong-weather/1", day, hours: hoursOf(scenario, day) };
    },
  },
  {
    method: "POST",
    path: "/scenario",
    answer(_url, body) {
      const { name } = (body ?? {}) as { name?: unknown };
      if (!isScenario(name)) throw new RangeError(`name: one of ${SCENARIOS.join(", ")}`);
      scenario = name;
      return { scenario };
    },
  },
]);
