import { randomUUID } from "node:crypto";
import { expect, it } from "vitest";
import { migrate } from "#db/migrate.ts";
import { oldBarn } from "#tests/old-barn.ts";

it("0036 keeps every card at its hour, on the sheet, in what is booked and in what was told of it", async () => {
  const { sql: old, person, stay, place } = await oldBarn("half_hours", "0036");
  const card = randomUUID();
  // Half past eight, an hour and a half, a helper for its first half hour.
  await old`INSERT INTO card (id, stay_id, day, kind, length, rider_id, start, place_id, state)
            VALUES (${card}, ${stay}, '2026-07-14', 'ground', 3, ${person}, 3, ${place}, 'handed-out')`;
  await old`UPDATE card SET helper_slots = 1, then_place_id = ${place}, then_from = 2`;
  const details = { card, horse: "Thimble", start: 3, to: { start: 5 } };
  await old`INSERT INTO change (at, person_id, subject, subject_id, what, details)
            VALUES (now(), ${person}, 'day', '2026-07-14', 'moved', ${old.json(details)})`;
  expect((await migrate(old))[0]).toBe("0036_quarter-hours.sql");
  const [moved] = await old`SELECT start, length, then_from, helper_slots FROM card`;
  expect(moved).toEqual({ start: 14, length: 6, thenFrom: 4, helperSlots: 2 });
  expect((await old`SELECT lower(slots) AS low, upper(slots) AS high FROM booked`).map(({ low, high }) => [low, high])).toEqual(
    expect.arrayContaining([[14, 20]]),
  );
  const [told] = await old`SELECT details FROM change WHERE subject = 'day'`;
  expect(told?.["details"]).toMatchObject({ start: 14, to: { start: 18 } });
  const [barn] = await old`SELECT day_from, day_to, day_step FROM barn`;
  expect(barn).toEqual({ dayFrom: 420, dayTo: 1020, dayStep: 30 });
  await old.end();
});
