/** What a day is handed out by, besides the horses: read in one go, by pages and by writes alike. */
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Db } from "#db/client.ts";
import { listAppointments, listDayCards, listPlaces } from "#db/queries/day.ts";
import { listLatestClosed } from "#db/queries/intake.ts";
import { listAbsences, listPeople } from "#db/queries/people.ts";
import { listWeather } from "#db/queries/weather.ts";

export async function dayRecord(db: Db, day: LocalDate) {
  const [cards, people, absences, places, evaluations, appointments, told] = await Promise.all([
    listDayCards(db, day),
    listPeople(db),
    listAbsences(db, day),
    listPlaces(db),
    listLatestClosed(db),
    listAppointments(db, day, day),
    listWeather(db, day),
  ]);
  // What was typed by hand stands first, and counts.
  return { cards, people, absences, places, evaluations, appointments, told, weather: told[0]?.hours ?? [] };
}
