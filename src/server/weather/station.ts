/** The barn's weather station, a device on the barn's own network that answers GET /hours?day=; standins/weather.ts is the one that ships. */
import { StationDay } from "#contracts/weather.ts";
import { addDays, type LocalDate } from "#core/calendar/local-date.ts";
import { markWritten } from "#db/queries/barn.ts";
import { keepWeather, listWeather } from "#db/queries/weather.ts";
import { perBarn } from "../barns.ts";
import type { Deps } from "../container.ts";
import { deviceAt } from "../tools/device.ts";
import { readJson } from "../tools/read-json.ts";

const ASK_EVERY = 10 * 60_000;

/** Null where no station is set up, it does not answer in time, or it talks nonsense. */
export async function readStation(day: LocalDate): Promise<StationDay | null> {
  const address = deviceAt("FURLONG_WEATHER_URL");
  if (!address) return null;
  const told = StationDay.safeParse(await readJson(new URL(`/hours?day=${day}`, address)));
  return told.success && told.data.day === day ? told.data : null;
}

/** Keeps what the station says of a day; true where that is something new. */
export async function keepStation({ sql, clock }: Deps, day: LocalDate): Promise<boolean> {
  const told = await readStation(day);
  if (!told) return false;
  const hours = [...told.hours].sort((a, b) => a.hour - b.hour);
  const known = (await listWeather(sql, day)).find(({ source }) => source === "station");
  if (JSON.stringify(known?.hours) === JSON.stringify(hours)) return false;
  await sql.begin(async (tx) => {
    await keepWeather(tx, { day, source: "station", hours, at: clock.now(), by: null });
    await markWritten(tx);
  });
  return true;
}

const asked = perBarn(() => ({ at: Number.NEGATIVE_INFINITY }));
/** Asks the station of today and tomorrow now and then, while somebody uses the application; nobody waits for it. */
export function askStationNowAndThen(deps: Deps, today: LocalDate): void {
  const now = deps.clock.now().getTime();
  const last = asked(deps);
  if (now - last.at < ASK_EVERY || !deviceAt("FURLONG_WEATHER_URL")) return;
  last.at = now;
  const ask = async (): Promise<void> => {
    for (const day of [today, addDays(today, 1)]) await keepStation(deps, day);
  };
  // The next round asks again.
  void ask().catch(() => undefined);
}
