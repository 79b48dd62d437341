/** Makes an empty database into a barn: its name and zone, its places, and the first manager, who adds everybody else. */

import type { AddPerson } from "#contracts/people.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { UnitSystem } from "#core/kernel/units.ts";
import { STAGES } from "#core/reading/reading.ts";
import type { Sql } from "#db/client.ts";
import { findBarn, insertBarn } from "#db/queries/barn.ts";
import { insertPlace } from "#db/queries/day.ts";
import { insertPerson } from "#db/queries/people.ts";
import { hashPassword } from "../auth/password.ts";
import { newId } from "../work.ts";

const DEFAULT_PLACES = [
  { name: "Round pens", capacity: 2, separate: true, outdoor: true, surface: "sand", stages: [...STAGES] },
  { name: "Covered ring", capacity: 1, separate: false, outdoor: false, surface: "fibre", stages: [...STAGES] },
  { name: "Arena", capacity: 3, separate: false, outdoor: true, surface: "sand", stages: ["first-rides", "riding"] },
  { name: "Out on the hill", capacity: 4, separate: false, outdoor: true, surface: "grass", stages: ["riding"] },
] as const;

/** Null where the barn was there already: then nothing is changed. */
export async function setUpBarn(
  sql: Sql,
  barn: {
    name: string;
    timeZone: string;
    units?: UnitSystem;
    /** The made-up one. */
    demo?: boolean;
    /** The day on which it begins. */
    begunOn: LocalDate;
    manager: AddPerson;
  },
): Promise<PersonId | null> {
  const hash = await hashPassword(barn.manager.password);
  return sql.begin(async (tx) => {
    await tx`LOCK TABLE barn IN EXCLUSIVE MODE`;
    if (await findBarn(tx)) return null;
    const { name, timeZone, units = "metric", demo = false, begunOn } = barn;
    await insertBarn(tx, { name, timeZone, units, demo, begunOn });
    for (const [position, place] of DEFAULT_PLACES.entries())
      await insertPlace(
        tx,
        { ...place, stages: [...place.stages], closed: false, shutTimes: [], id: newId<"place">() },
        position,
      );
    const id = newId<"person">();
    await insertPerson(tx, id, barn.manager.signIn, hash, barn.manager.person);
    return id;
  });
}
