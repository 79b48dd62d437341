/** A barn in a database as it was before a migration, with a person, a horse and its stay in it. */
import { randomUUID } from "node:crypto";
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { inject } from "vitest";
import { createDatabase } from "#bin/prepare.ts";
import { connect, type Sql } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";

const MIGRATIONS = "src/db/migrations";

interface OldBarn {
  readonly sql: Sql;
  readonly person: string;
  readonly stay: string;
  readonly place: string;
}
/** Migrated up to, and without, the one that begins so. */
export async function oldBarn(name: string, before: string): Promise<OldBarn> {
  const admin = new URL(inject("adminUrl"));
  await createDatabase(admin.href, name, { replace: true });
  admin.pathname = `/${name}`;
  const sql = connect(admin.href, { max: 2, connectSeconds: 30 });
  const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
  for (const file of readdirSync(MIGRATIONS).filter((one) => one < before))
    copyFileSync(join(MIGRATIONS, file), join(folder, file));
  await migrate(sql, { folder: pathToFileURL(`${folder}/`) });
  rmSync(folder, { recursive: true });
  const [client, horse, stay, person, place] = Array.from({ length: 5 }, () => randomUUID()) as [
    string,
    string,
    string,
    string,
    string,
  ];
  await sql`INSERT INTO barn (name, time_zone) VALUES ('Old barn', 'UTC')`;
  await sql`INSERT INTO person (id, name, sign_in, role, password_hash, grade, rides, works_days, works_from, works_to, max_saddle)
            VALUES (${person}, 'Ann', 'ann', 'manager', 'x', 5, true, '{1}', 420, 1020, 6)`;
  await sql`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
            VALUES (${client}, 'Ottoline Fenn', '', '', '', '', '', '', true)`;
  await sql`INSERT INTO horse (id, client_id, name, sex, class, history, history_words) VALUES (${horse}, ${client}, 'Thimble', 'mare', 'adult', '{}', '')`;
  await sql`INSERT INTO stay (id, horse_id, kind, aim, length, first_day, sessions_a_week, counting, method, after_level, after_words)
            VALUES (${stay}, ${horse}, 'halter', 'Quiet', 30, '2026-07-01', 5, 'calendar', 'quiet-steps', 'unknown', '')`;
  await sql`INSERT INTO place (id, name, capacity, separate, outdoor, surface, stages, closed, position)
            VALUES (${place}, 'Arena', 3, false, false, 'sand', '{riding}', false, 0)`;
  return { sql, person, stay, place };
}
