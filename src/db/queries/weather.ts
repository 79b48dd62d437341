import { z } from "zod";
import { HourFields, WEATHER_SOURCES, type WeatherSource } from "#contracts/weather.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Transaction } from "../client.ts";
import { keptOfTables } from "../kept.ts";
import { instant, int, nullable, text } from "../rows.ts";
import { many } from "../run.ts";

const WeatherRow = z.object({
  source: z.enum(WEATHER_SOURCES),
  hours: z.array(HourFields),
  at: instant,
  by: nullable(text),
  version: int,
});
export type WeatherRecord = z.output<typeof WeatherRow>;

/** What is known of a day, what was typed by hand first: the first that is there counts. */
export const listWeather = keptOfTables(
  ["weather", "person"],
  (db, day: LocalDate): Promise<readonly WeatherRecord[]> =>
    many(
      WeatherRow,
      db`SELECT w.source, w.hours, w.at, p.name AS by, w.version FROM weather w LEFT JOIN person p ON p.id = w.by_person
       WHERE w.day = ${day} ORDER BY w.source = 'station'`,
    ),
);

interface Told {
  readonly day: LocalDate;
  readonly source: WeatherSource;
  readonly hours: readonly WeatherHour[];
  readonly at: Date;
  readonly by: PersonId | null;
}
export async function keepWeather(tx: Transaction, w: Told): Promise<void> {
  await tx`INSERT INTO weather (day, source, hours, at, by_person) VALUES (${w.day}, ${w.source}, ${tx.json(w.hours as never)}, ${w.at}, ${w.by})
           ON CONFLICT (day, source) DO UPDATE SET hours = excluded.hours, at = excluded.at, by_person = excluded.by_person, version = weather.version + 1`;
}
export async function forgetWeather(tx: Transaction, day: LocalDate): Promise<void> {
  await tx`DELETE FROM weather WHERE day = ${day} AND source = 'hand'`;
}
