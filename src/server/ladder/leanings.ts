/** What practice says of how riders score, told as another stay would tell it. */
import { leaningOfPractice } from "#core/forecast/outlook.ts";
import type { RiderSeverity } from "#core/forecast/stay.ts";
import { groupBy } from "#core/kernel/group.ts";
import type { Practised } from "#core/ladder/practice.ts";

export const leaningsOf = (practised: readonly Practised[]): RiderSeverity[] =>
  [...groupBy(practised, ({ rider }) => rider)].map(([rider, list]) =>
    leaningOfPractice(
      rider,
      list.flatMap(({ answers }) => answers),
    ),
  );
