import { randomUUID } from "node:crypto";
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { expect, inject, it } from "vitest";
import { createDatabase } from "#bin/prepare.ts";
import { connect } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";

const MIGRATIONS = "src/db/migrations";

it("0036 keeps every card at its hour, on the sheet, in what is booked and in what was told of it", async () => {
  const admin = new URL(inject("adminUrl"));
  await createDatabase(admin.href, "half_hours", { replace: true });
  admin.pathname = "/half_hours";
  const old = connect(admin.href, { max: 2 });
  const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
  for (const name of readdirSync(MIGRATIONS).filter((file) => file < "0036"))
    copyFileSync(join(MIGRATIONS, name), join(folder, name));
  await migrate(old, pathToFileURL(`${folder}/`));
  const [client, horse, stay, person, place, card] = Array.from({ length: 6 }, () => randomUUID()) as [
    string,
    string,
    string,
    string,
    string,
    string,
  ];
  await old`INSERT INTO barn (name, time_zone) VALUES ('Old barn', 'UTC')`;
  await old`INSERT INTO person (id, name, sign_in, role, password_hash, grade, rides, works_days, works_from, works_to, max_saddle)
            VALUES (${person}, 'Ann', 'ann', 'manager', 'x', 5, true, '{1}', 420, 1020, 6)`;
  await old`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
            VALUES (${client}, 'Ottoline Fenn', '', '', '', '', '', '', true)`;
  await old`INSERT INTO horse (id, client_id, name, sex, class, history, history_words) VALUES (${horse}, ${client}, 'Thimble', 'mare', 'adult', '{}', '')`;
  await old`INSERT INTO stay (id, horse_id, kind, aim, length, first_day, sessions_a_week, counting, method, after_level, after_words)
            VALUES (${stay}, ${horse}, 'halter', 'Quiet', 30, '2026-07-01', 5, 'calendar', 'quiet-steps', 'unknown', '')`;
  await old`INSERT INTO place (id, name, capacity, separate, outdoor, surface, stages, closed, position)
            VALUES (${place}, 'Arena', 3, false, false, 'sand', '{riding}', false, 0)`;
  // Half past eight, an hour and a half, a helper for its first half hour.
  await old`INSERT INTO card (id, stay_id, day, kind, length, rider_id, start, place_id, state)
            VALUES (${card}, ${stay}, '2026-07-14', 'ground', 3, ${person}, 3, ${place}, 'handed-out')`;
  await old`UPDATE card SET helper_slots = 1, then_place_id = ${place}, then_from = 2`;
  const details = { card, horse: "Thimble", start: 3, to: { start: 5 } };
  await old`INSERT INTO change (at, person_id, subject, subject_id, what, details)
            VALUES (now(), ${person}, 'day', '2026-07-14', 'moved', ${old.json(details)})`;
  expect(await migrate(old)).toEqual(["0036_quarter-hours.sql"]);
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
  rmSync(folder, { recursive: true });
});
