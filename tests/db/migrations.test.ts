import { randomUUID } from "node:crypto";
import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { createDatabase } from "#bin/prepare.ts";
import { SURFACES } from "#contracts/barn.ts";
import { FILE_TYPES, LOOKERS } from "#contracts/check.ts";
import { CAME } from "#contracts/import.ts";
import { LANGUAGES } from "#contracts/language.spoken.ts";
import { MEDIA_TYPES } from "#contracts/media.ts";
import { CONTACT_ROLES, GOES, MESSAGE_STATES, SINCE } from "#contracts/owner.ts";
import { ROLES } from "#contracts/people.ts";
import { READING_LEVELS, TONES } from "#contracts/report.ts";
import { AFTER_LEVELS } from "#contracts/stay.ts";
import { WEATHER_SOURCES } from "#contracts/weather.ts";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { COUNTINGS, TERM_LENGTHS } from "#core/calendar/term.ts";
import { ALERTS } from "#core/card/alert.ts";
import { CANCEL_CAUSES, CARD_STATES, DURINGS, HURT, INCIDENT_KINDS, INSTEADS, SESSION_KINDS } from "#core/card/card.ts";
import { CHECK_STATES } from "#core/check/check.ts";
import { APPOINTMENTS } from "#core/day/model.ts";
import { HORSE_CLASSES, KINDS, SEXES } from "#core/horse/horse.ts";
import { SADDLE_FITS } from "#core/horse/measuring.ts";
import { GOAL_TARGETS } from "#core/intake/aims.ts";
import { TOUCHES_BY } from "#core/intake/body.ts";
import { CHECK_RESULTS, TRENDS, TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { EVALUATION_KINDS } from "#core/intake/outcome.ts";
import type { EvaluationId, StayId } from "#core/kernel/brand.ts";
import { SIDES, TRACK_SIDES } from "#core/kernel/sides.ts";
import { UNIT_SYSTEMS } from "#core/kernel/units.ts";
import { BEARS, NATURES, SKILL_GAITS, SKILL_PLACES } from "#core/ladder/skill.ts";
import { WEIGHTS } from "#core/plan/goal-sets.ts";
import { OWED_POLICIES, REPORT_KINDS } from "#core/report/facts.ts";
import { FITNESS } from "#core/tools/load.ts";
import { BUILDS } from "#core/tools/weight.ts";
import { connect, type Sql } from "#db/client.ts";
import { migrate } from "#db/migrate.ts";
import { findEvaluation } from "#db/queries/intake.ts";
import { listPlanGoals } from "#db/queries/plan.ts";
import { cloned } from "#tests/barn.ts";

let sql: Sql;
beforeAll(async () => {
  ({ sql } = await cloned("empty"));
});
afterAll(() => sql.end());

describe("migrations", () => {
  it("run once, however many processes start at once", async () => {
    const admin = new URL(inject("adminUrl"));
    await createDatabase(admin.href, "fresh", { replace: true });
    admin.pathname = "/fresh";
    const pools = [1, 2, 3].map(() => connect(admin.href, { max: 2, connectSeconds: 30 }));
    const applied = await Promise.all(pools.map((pool) => migrate(pool)));
    expect(applied.filter((list) => list.length > 0)).toHaveLength(1);
    expect(await migrate(pools[0] as Sql)).toEqual([]);
    await Promise.all(pools.map((pool) => pool.end()));
  });
});

describe("a migration by the wrong name", () => {
  it("is refused, not passed over", async () => {
    const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
    writeFileSync(join(folder, "0003_wrong_name.sql"), "SELECT 1");
    await expect(migrate(sql, { folder: pathToFileURL(`${folder}/`) })).rejects.toThrow(/0003_wrong_name.sql/);
    rmSync(folder, { recursive: true });
  });
});

describe("0002", () => {
  it("gives clients and horses that were there a version, and keeps the rest of them", async () => {
    const admin = new URL(inject("adminUrl"));
    await createDatabase(admin.href, "first_only", { replace: true });
    admin.pathname = "/first_only";
    const old = connect(admin.href, { max: 2, connectSeconds: 30 });
    const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
    copyFileSync("src/db/migrations/0001_barn.sql", join(folder, "0001_barn.sql"));
    expect(await migrate(old, { folder: pathToFileURL(`${folder}/`) })).toEqual(["0001_barn.sql"]);
    await old`INSERT INTO client VALUES (gen_random_uuid(), 'Ottoline Fenn', '555', '', '', '', '', '', true)`;
    expect((await migrate(old))[0]).toBe("0002_details-version.sql");
    expect(await old`SELECT name, phone, version FROM client`).toMatchObject([
      { name: "Ottoline Fenn", phone: "555", version: 1 },
    ]);
    await old.end();
    rmSync(folder, { recursive: true });
  });
});

describe("0004", () => {
  it("keeps goals that were there: on both sides, weighed as usual, promised to nobody", async () => {
    const admin = new URL(inject("adminUrl"));
    await createDatabase(admin.href, "third_only", { replace: true });
    admin.pathname = "/third_only";
    const old = connect(admin.href, { max: 2, connectSeconds: 30 });
    const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
    for (const name of ["0001_barn.sql", "0002_details-version.sql", "0003_intake-whole.sql"])
      copyFileSync(`src/db/migrations/${name}`, join(folder, name));
    await migrate(old, { folder: pathToFileURL(`${folder}/`) });
    const [client, horse, stay] = Array.from({ length: 3 }, () => randomUUID()) as [string, string, string];
    await old`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
              VALUES (${client}, 'Ottoline Fenn', '', '', '', '', '', '', true)`;
    await old`INSERT INTO horse (id, client_id, name, sex, class, history, history_words) VALUES (${horse}, ${client}, 'Thimble', 'mare', 'adult', '{}', '')`;
    await old`INSERT INTO stay (id, horse_id, kind, aim, length, first_day, sessions_a_week, counting, method, after_level, after_words)
              VALUES (${stay}, ${horse}, 'halter', 'Quiet', 30, '2026-07-01', 5, 'calendar', 'quiet-steps', 'unknown', '')`;
    await old`INSERT INTO goal (stay_id, skill, target, position) VALUES (${stay}, 'tie', 4, 0)`;
    expect((await migrate(old))[0]).toBe("0004_plan.sql");
    expect(await listPlanGoals(old, [stay as StayId])).toEqual([
      { stayId: stay, skill: "tie", target: 4, side: null, weight: 2, must: false, by: null },
    ]);
    await old.end();
    rmSync(folder, { recursive: true });
  });
});

describe("0003", () => {
  it("keeps signs that were there, with no moment and no trend told", async () => {
    const admin = new URL(inject("adminUrl"));
    await createDatabase(admin.href, "second_only", { replace: true });
    admin.pathname = "/second_only";
    const old = connect(admin.href, { max: 2, connectSeconds: 30 });
    const folder = mkdtempSync(join(tmpdir(), "furlong-migrations-"));
    for (const name of ["0001_barn.sql", "0002_details-version.sql"])
      copyFileSync(`src/db/migrations/${name}`, join(folder, name));
    await migrate(old, { folder: pathToFileURL(`${folder}/`) });
    const [client, horse, stay, person, evaluation] = Array.from({ length: 5 }, () => randomUUID()) as [
      string,
      string,
      string,
      string,
      string,
    ];
    await old`INSERT INTO person VALUES (${person}, 'Ann', 'ann', 'manager', 'x', 5, 60, true, '{1}', 0, 60, 1)`;
    await old`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
              VALUES (${client}, 'Ottoline Fenn', '', '', '', '', '', '', true)`;
    await old`INSERT INTO horse (id, client_id, name, sex, class, history, history_words) VALUES (${horse}, ${client}, 'Thimble', 'mare', 'adult', '{}', '')`;
    await old`INSERT INTO stay (id, horse_id, kind, aim, length, first_day, sessions_a_week, counting, method, after_level, after_words)
              VALUES (${stay}, ${horse}, 'halter', 'Quiet', 30, '2026-07-01', 5, 'calendar', 'quiet-steps', 'unknown', '')`;
    await old`INSERT INTO evaluation (id, stay_id, kind, instrument, day, by_person, girth_cm, fitness, words, stop_reason, saddle_reason)
              VALUES (${evaluation}, ${stay}, 'intake', 1, '2026-07-02', ${person}, 172, 'fit', '{}', '', '')`;
    await old`INSERT INTO evaluation_sign VALUES (${evaluation}, 'tack', 'girthy', 'left', 2)`;
    expect((await migrate(old))[0]).toBe("0003_intake-whole.sql");
    const kept = await findEvaluation(old, evaluation as EvaluationId);
    expect(kept?.walk).toMatchObject({
      signs: [{ rung: "tack", sign: "girthy", side: "left", strength: 2, moment: null, trend: "unknown" }],
      touches: [],
      measures: { girthCm: 172, neckCm: null, build: "unknown", fitness: "fit" },
    });
    await old.end();
    rmSync(folder, { recursive: true });
  });
});

/** Table, column, and the core's own list of what may stand there. */
const LISTS: readonly [table: string, column: string, values: readonly (string | number)[]][] = [
  ["person", "role", ROLES],
  ["horse", "sex", SEXES],
  ["horse", "class", HORSE_CLASSES],
  ["stay", "kind", KINDS],
  ["stay", "length", TERM_LENGTHS],
  ["stay", "counting", COUNTINGS],
  ["stay", "after_level", AFTER_LEVELS],
  ["hold", "kind", HOLD_KINDS],
  ["evaluation", "kind", EVALUATION_KINDS],
  ["evaluation", "fitness", FITNESS],
  ["evaluation_mark", "side", TRACK_SIDES],
  ["evaluation", "build", BUILDS],
  ["evaluation_sign", "trend", TRENDS],
  ["evaluation_touch", "side", TRACK_SIDES],
  ["evaluation_touch", "by", TOUCHES_BY],
  ["check_up", "who", LOOKERS],
  ["check_up", "holds", HOLDS],
  ["check_up", "state", CHECK_STATES],
  ["check_up", "result", CHECK_RESULTS],
  ["check_file", "type", FILE_TYPES],
  ["branch", "nature", NATURES],
  ["skill", "bears", BEARS],
  ["skill", "worked_at", SKILL_PLACES],
  ["skill", "gait", SKILL_GAITS],
  ["trial", "change", TRIALS],
  ["trial", "result", TRIAL_RESULTS],
  ["goal", "target", GOAL_TARGETS],
  ["goal", "side", SIDES],
  ["goal", "weight", WEIGHTS],
  ["skill_taken", "side", TRACK_SIDES],
  ["barn", "units", UNIT_SYSTEMS],
  ["barn", "owed_policy", OWED_POLICIES],
  ["report", "kind", REPORT_KINDS],
  ["report", "tone", TONES],
  ["report", "level", READING_LEVELS],
  ["message", "state", MESSAGE_STATES],
  ["check_back", "goes", GOES],
  ["check_back", "problem", SINCE],
  ["contact", "role", CONTACT_ROLES],
  ["measuring", "saddle_fit", SADDLE_FITS],
  ["import", "list", CAME],
  ["media", "type", MEDIA_TYPES],
  ["media", "side", TRACK_SIDES],
  ["card", "kind", SESSION_KINDS],
  ["card", "state", CARD_STATES],
  ["card", "cancel_because", CANCEL_CAUSES],
  ["card", "cancel_instead", INSTEADS],
  ["card_revision", "gate_state", ["open", "half", "shut"]],
  ["card_score", "side", TRACK_SIDES],
  ["card_incident", "kind", INCIDENT_KINDS],
  ["card_incident", "hurt", HURT],
  ["card_incident", "during", DURINGS],
  ["alert", "what", ALERTS],
  ["place", "surface", SURFACES],
  ["person", "language", LANGUAGES],
  ["appointment", "kind", APPOINTMENTS],
  ["weather", "source", WEATHER_SOURCES],
];

describe("value lists", () => {
  it.each(LISTS)("%s.%s holds what the core lists, and nothing else", async (table, column, values) => {
    const checks = await sql`
      SELECT pg_get_constraintdef(c.oid) AS text FROM pg_constraint c
      JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = ANY (c.conkey)
      WHERE c.contype = 'c' AND c.conrelid = ${table}::regclass AND a.attname = ${column} AND cardinality(c.conkey) = 1`;
    const text = checks.map((row) => String(row["text"])).join(" ");
    const listed = [...text.matchAll(/'([^']+)'|(?<=[[ ])(\d+)(?=[,\]])/g)].map((match) => match[1] ?? Number(match[2]));
    expect(listed.sort()).toEqual([...values].sort());
  });
  it("are checked for every column that has a list", async () => {
    const [row] = await sql`
      SELECT count(*)::int AS lists FROM pg_constraint WHERE contype = 'c' AND connamespace = 'public'::regnamespace AND pg_get_constraintdef(oid) LIKE '%ANY%ARRAY%'`;
    // Of the lists in SQL three stand here once for several columns: sides of signs twice, and the first day's 0 or 1.
    expect(row?.["lists"]).toBe(LISTS.length + 3);
  });
});

describe("columns", () => {
  it("that many rows are found by have an index", async () => {
    const rows = await sql`
      SELECT c.conrelid::regclass::text AS "table", a.attname AS "column" FROM pg_constraint c JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1]
      WHERE c.contype = 'f' AND NOT EXISTS (SELECT 1 FROM pg_index i WHERE i.indrelid = c.conrelid AND i.indkey[0] = a.attnum)`;
    const bare = rows.map((row) => `${row["table"]}.${row["column"]}`).sort();
    // People, clients and places are few, and nothing is looked up by them alone.
    expect(
      bare.filter(
        (name) => !/(_by|by_person|rider_id|helper_id|place_id|person_id|override_by|client_id|other_stay_id)$/.test(name),
      ),
    ).toEqual([]);
  });
  it("of days come back as the text that went in, whatever zone the session is in", async () => {
    for (const zone of ["Pacific/Kiritimati", "America/Adak"]) {
      await sql.begin(async (tx) => {
        await tx`SELECT set_config('TimeZone', ${zone}, true)`;
        const [row] = await tx`SELECT ${"2026-03-29"}::date AS day, ARRAY[${"2026-10-25"}::date] AS days, 1.5::numeric AS number`;
        expect(row).toEqual({ day: "2026-03-29", days: ["2026-10-25"], number: 1.5 });
      });
    }
  });
});
