import { heldOn } from "#core/calendar/holds.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { Weather } from "#core/card/card.ts";
import { DAY_GRID, hoursOf } from "#core/day/model.ts";
import type { GateFacts, GateTick, RedSign } from "#core/gate/gate.ts";
import type { Method } from "#core/ladder/methods.ts";
import type { WeatherHour } from "#core/weather/weather.ts";
import type { Db } from "#db/client.ts";
import type { CardRecord } from "#db/queries/day.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import type { Person } from "#db/queries/people.ts";
import type { Stay } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { lastWorked, limitsInForce, loadOf, outcomeOf, riskOf, stageOfStay } from "../stay/facts.ts";

/** What is known of the hours of a card. */
export async function weatherOf(
  db: Db,
  { day, start, length }: Pick<CardRecord, "day" | "start" | "length">,
): Promise<readonly WeatherHour[]> {
  const hours = hoursOf(DAY_GRID, start, length);
  const [counts] = await listWeather(db, day);
  return (counts?.hours ?? []).filter(({ hour }) => hours.includes(hour));
}

/** What the record says at the gate; the ticks of the day are added on the ground. */
export function gateRecord(
  stay: Stay,
  evaluation: Evaluation | null,
  rider: Person,
  { day, method, weather }: { readonly day: LocalDate; readonly method: Method; readonly weather: readonly WeatherHour[] },
): Omit<GateFacts, "ticks" | "redSigns" | "windy"> {
  const outcome = evaluation && outcomeOf(stay, evaluation, day);
  const { held, ridden, secondPerson } = limitsInForce(stay, day);
  return {
    today: day,
    method,
    weather,
    stage: stageOfStay(stay, evaluation),
    sessionsSoFar: stay.delivered.length,
    lastWorked: lastWorked(stay),
    lastIncident: stay.lastIncident,
    hold: heldOn(stay.holds, day),
    risk: riskOf(stay, outcome),
    rider: { grade: rider.grade, weightKg: rider.weightKg },
    load: loadOf(stay, evaluation, outcome, day),
    held,
    ridden,
    secondPerson,
  };
}

export const gateFacts = (
  record: ReturnType<typeof gateRecord>,
  ticked: { ticks: readonly GateTick[]; redSigns: readonly RedSign[]; weather: Weather },
): GateFacts => ({ ...record, ticks: ticked.ticks, redSigns: ticked.redSigns, windy: ticked.weather === "windy" });
