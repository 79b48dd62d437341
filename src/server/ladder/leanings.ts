/** What is known of how riders score, from other stays and from practice. */
import type { KeptRider } from "#contracts/plan.ts";
import { type LocalDate, mondayOf } from "#core/calendar/local-date.ts";
import { leaningOfPractice } from "#core/forecast/outlook.ts";
import type { RiderSeverity } from "#core/forecast/stay.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { Practised } from "#core/ladder/practice.ts";
import type { Db } from "#db/client.ts";
import { listHeardBefore } from "#db/queries/plan.ts";
import { listPractised } from "#db/queries/practice.ts";

/** What practice says of how riders score, told as another stay would tell it. */
export const leaningsOf = (practised: readonly Practised[]): RiderSeverity[] =>
  [...groupBy(practised, ({ rider }) => rider)].map(([rider, list]) =>
    leaningOfPractice(
      rider,
      list.flatMap(({ answers }) => answers),
    ),
  );

/**
 * What a stay's plan and chances are told of riders: practice, and what the other stays said when this week began. Riders hardly change within a week, and
 * asked daily, every session of every other horse would have this stay read anew from its first day.
 */
export async function heardOfRiders(
  db: Db,
  stays: readonly StayId[],
  today: LocalDate,
): Promise<(besides: StayId) => readonly KeptRider[]> {
  const [heard, practised] = await Promise.all([listHeardBefore(db, stays, mondayOf(today)), listPractised(db)]);
  const practice = leaningsOf(practised);
  return (besides) => [...heard.flatMap(({ stayId, riders }) => (stayId === besides ? [] : riders)), ...practice];
}
