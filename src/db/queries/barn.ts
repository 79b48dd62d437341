import { z } from "zod/mini";
import type { HoldPolicy } from "#core/calendar/holds.ts";
import type { LocalDate, Weekday } from "#core/calendar/local-date.ts";
import type { Db, Transaction } from "../client.ts";
import { bool, date, int, text } from "../rows.ts";
import { maybeOne } from "../run.ts";

const BarnRow = z.object({
  name: text,
  timeZone: text,
  firstDayIs: z.literal([0, 1]),
  restDays: z.array(z.custom<Weekday>((x) => typeof x === "number")),
  holidays: z.array(date),
  holdVet: bool,
  holdInjury: bool,
  holdOwner: bool,
  holdWeather: bool,
  revision: int,
});

export interface Barn {
  readonly name: string;
  readonly timeZone: string;
  readonly firstDayIs: 0 | 1;
  readonly restDays: readonly Weekday[];
  readonly holidays: readonly LocalDate[];
  readonly holdPolicy: HoldPolicy;
  readonly revision: number;
}

/** Null before the first start has made the barn. */
export async function findBarn(db: Db): Promise<Barn | null> {
  const row = await maybeOne(
    BarnRow,
    db`SELECT name, time_zone, first_day_is, rest_days, holidays, hold_vet, hold_injury, hold_owner, hold_weather, revision FROM barn`,
  );
  if (!row) return null;
  const { holdVet, holdInjury, holdOwner, holdWeather, ...rest } = row;
  return { ...rest, holdPolicy: { vet: holdVet, injury: holdInjury, owner: holdOwner, weather: holdWeather } };
}

export async function insertBarn(db: Db, barn: { name: string; timeZone: string }): Promise<void> {
  await db`INSERT INTO barn (name, time_zone) VALUES (${barn.name}, ${barn.timeZone})`;
}

/** Marks that something was written; the row lock also puts the ends of writes in order. */
export async function countWrite(tx: Transaction): Promise<void> {
  await tx`UPDATE barn SET revision = revision + 1`;
}
