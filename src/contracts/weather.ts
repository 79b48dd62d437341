import { z } from "zod/mini";
import { date, dial, list, number, whole } from "./fields.ts";

export const WEATHER_SOURCES = ["station", "hand"] as const;
export type WeatherSource = (typeof WEATHER_SOURCES)[number];

/** An hour of the barn's clock; the form, the station's answer and the record share it. */
export const HourFields = z.object({
  hour: whole(0, 23, "o'clock"),
  temperatureC: dial("temperature", -60, 60),
  humidity: number(0, 100, "% relative humidity"),
  windMps: dial("wind", 0, 90),
});
export type HourFields = z.output<typeof HourFields>;
const hours = list(HourFields, 24).check(
  z.minLength(1, "Give one hour at least."),
  z.refine((x) => new Set(x.map(({ hour }) => hour)).size === x.length, "An hour is listed twice. Remove one."),
);

/** What a weather station answers; docs/formats.md. */
export const StationDay = z.object({ format: z.literal("furlong-weather/1"), day: date, hours });
export type StationDay = z.output<typeof StationDay>;

/** `version` of what was typed before and shown; null where nothing was. */
export const EnterWeather = z.object({ day: date, version: z.nullable(whole(1, 1_000_000_000)), hours });
export type EnterWeather = z.output<typeof EnterWeather>;
export const ForgetWeather = z.object({ day: date, version: whole(1, 1_000_000_000) });
export type ForgetWeather = z.output<typeof ForgetWeather>;
