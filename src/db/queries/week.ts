import { z } from "zod";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import type { Transaction } from "../client.ts";
import { keptOfTables } from "../kept.ts";
import { bool, date, id, nullable } from "../rows.ts";
import { many } from "../run.ts";

const WeekDayRow = z.object({ stayId: id<"stay">(), day: date, pinned: bool, riderId: nullable(id<"person">()) });
export type WeekDayRecord = z.output<typeof WeekDayRow>;
/** Meant days of all horses among some days. */
export const listWeekDays = keptOfTables(
  ["week_day"],
  (db, days: readonly LocalDate[]): Promise<readonly WeekDayRecord[]> =>
    many(WeekDayRow, db`SELECT stay_id, day, pinned, rider_id FROM week_day WHERE day IN ${db([...days])} ORDER BY stay_id, day`),
);
const LaidRow = z.object({ day: date });
/** Those of the days that a laid-out week decides. */
export const listLaid = keptOfTables(
  ["week_laid"],
  async (db, days: readonly LocalDate[]): Promise<readonly LocalDate[]> =>
    (await many(LaidRow, db`SELECT day FROM week_laid WHERE day IN ${db([...days])} ORDER BY day`)).map(({ day }) => day),
);

interface Meant {
  readonly day: LocalDate;
  readonly pinned: boolean;
  readonly rider: PersonId | null;
}
/** Replaces what is meant for a horse among the days. */
export async function setWeekDays(
  tx: Transaction,
  stay: StayId,
  days: readonly LocalDate[],
  meant: readonly Meant[],
): Promise<void> {
  await tx`DELETE FROM week_day WHERE stay_id = ${stay} AND day IN ${tx([...days])}`;
  for (const { day, pinned, rider } of meant)
    await tx`INSERT INTO week_day (stay_id, day, pinned, rider_id) VALUES (${stay}, ${day}, ${pinned}, ${rider})`;
}
export async function markLaid(tx: Transaction, days: readonly LocalDate[], by: PersonId, at: Date): Promise<void> {
  for (const day of days)
    await tx`INSERT INTO week_laid (day, at, by_person) VALUES (${day}, ${at}, ${by}) ON CONFLICT (day) DO UPDATE SET at = excluded.at, by_person = excluded.by_person`;
}
/** Writers of the week follow one another. */
export const lockWeek = async (tx: Transaction): Promise<void> => {
  await tx`LOCK TABLE week_day IN SHARE ROW EXCLUSIVE MODE`;
};
