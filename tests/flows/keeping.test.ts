/** Who asks to be forgotten is named nowhere any more; what is kept how long goes when its time is over, and that is written down. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate, monthsBefore } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { Sql } from "#db/client.ts";
import { findKeeping } from "#db/queries/keeping.ts";
import { attempt } from "#demo/ask.ts";
import type { Deps } from "#server/container.ts";
import { keepClean } from "#server/keeping/forget.ts";
import { actorOf, cloned, depsOn, TODAY } from "#tests/barn.ts";

let sql: Sql;
let deps: Deps;
let gone: StayId;
let names: string[];
const today = localDate(TODAY);
const code = async (route: string, input: unknown, who = "odalys"): Promise<string> => {
  const result = await attempt(deps, { route, input, actor: await actorOf(sql, who) });
  return result.ok ? "done" : "code" in result.error ? result.error.code : "issues";
};
/** Tables in which a name stands. */
async function whereNamed(name: string): Promise<readonly string[]> {
  const tables = await sql`SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY tablename`;
  const found: string[] = [];
  for (const { tablename } of tables)
    if ((await sql`SELECT 1 FROM ${sql(tablename)} t WHERE t::text ILIKE ${`%${name}%`} LIMIT 1`).length > 0)
      found.push(String(tablename));
  return found;
}
beforeAll(async () => {
  ({ sql } = await cloned("demo"));
  deps = depsOn(sql, () => today);
  const [row] =
    await sql`SELECT s.id, h.name AS horse, c.name AS client FROM stay s JOIN horse h ON h.id = s.horse_id JOIN client c ON c.id = h.client_id
    WHERE s.went_home IS NOT NULL AND NOT EXISTS (SELECT FROM horse o JOIN stay t ON t.horse_id = o.id WHERE o.client_id = c.id AND t.went_home IS NULL) ORDER BY s.id LIMIT 1`;
  gone = row?.["id"] as StayId;
  names = [String(row?.["horse"]), String(row?.["client"])];
  // A rider and a change that name them.
  await sql`UPDATE card_revision SET word = ${`${names[0]} was soft; told ${names[1]?.toUpperCase()} so.`} WHERE card_id IN (SELECT id FROM card WHERE stay_id = ${gone})`;
});
afterAll(() => sql.end());

describe("a client who wants their data deleted", () => {
  it("is not while a horse of theirs stands here, and only by the manager", async () => {
    const [here] = await sql`SELECT id FROM stay WHERE went_home IS NULL LIMIT 1`;
    expect(await code("stay/forget-client", { stay: here?.["id"] })).toBe("still-here");
    expect(await code("stay/forget-client", { stay: gone }, "wren")).toBe("not-allowed");
  });
  it("is named nowhere any more, nor is the horse; what was worked and scored stays", async () => {
    for (const name of names) expect((await whereNamed(name)).length).toBeGreaterThan(1);
    const record = async (): Promise<unknown> => [
      await sql`SELECT day, kind, state FROM card WHERE stay_id = ${gone} ORDER BY id`,
      await sql`SELECT skill, side, score FROM card_score WHERE card_id IN (SELECT id FROM card WHERE stay_id = ${gone}) ORDER BY card_id, skill, side`,
      await sql`SELECT number FROM report_issue i JOIN report r ON r.id = i.report_id WHERE r.stay_id = ${gone} ORDER BY number`,
    ];
    const before = await record();
    expect(await code("stay/forget-client", { stay: gone })).toBe("done");
    for (const name of names) expect([name, await whereNamed(name)]).toEqual([name, []]);
    expect(await record()).toEqual(before);
    expect(await sql`SELECT word FROM card_revision v JOIN card k ON k.id = v.card_id WHERE k.stay_id = ${gone} LIMIT 1`).toEqual(
      [{ word: "… was soft; told … so." }],
    );
    const [change] = await sql`SELECT subject, what, details FROM change ORDER BY id DESC LIMIT 1`;
    expect(change).toEqual({ subject: "client", what: "forgotten", details: {} });
    expect(await code("stay/forget-client", { stay: gone })).toBe("forgotten-already");
  });
});

describe("what is kept how long", () => {
  it("is for good until somebody says otherwise; two who say it do not lose one another's", async () => {
    const before = await sql`SELECT count(*)::int AS n FROM change`;
    await keepClean(deps);
    expect(await sql`SELECT count(*)::int AS n FROM change`).toEqual(before);
    const { version } = await findKeeping(sql);
    const keeping = { letters: 12, changes: 12, photos: 12, clients: 24 };
    expect(await code("barn/edit-keeping", { version, keeping: { ...keeping, letters: 2 } })).toBe("issues");
    expect(await code("barn/edit-keeping", { version, keeping })).toBe("done");
    expect(await code("barn/edit-keeping", { version, keeping })).toBe("changed-meanwhile");
  });
  it("goes once its time is over, and how much is written down; what is younger stays", async () => {
    await sql`UPDATE message SET made_at = '2025-07-13T10:00:00Z', state = 'sent', sent_at = '2025-07-13T10:00:00Z', lease_until = NULL WHERE id = (SELECT id FROM message ORDER BY id LIMIT 1)`;
    await sql`UPDATE change SET at = '2025-07-13T10:00:00Z' WHERE id = (SELECT min(id) FROM change)`;
    const [other] =
      await sql`SELECT h.id FROM horse h WHERE NOT EXISTS (SELECT FROM stay s WHERE s.horse_id = h.id AND s.id = ${gone}) ORDER BY id LIMIT 1`;
    const [client] =
      await sql`INSERT INTO client (id, name, phone, email, emergency_name, emergency_phone, vet_name, vet_phone, vet_release)
      VALUES (gen_random_uuid(), 'Linnet Aspway', '', '', '', '', '', '', true) RETURNING id`;
    await sql`INSERT INTO horse (id, client_id, name, sex, class, history, history_words) SELECT gen_random_uuid(), ${client?.["id"]}, 'Old Barley', sex, class, history, '' FROM horse WHERE id = ${other?.["id"]}`;
    await sql`INSERT INTO stay (id, horse_id, kind, aim, length, first_day, sessions_a_week, counting, method, after_level, after_words, went_home)
      SELECT gen_random_uuid(), id, 'halter', 'Old Barley to lead', 30, '2024-05-01', 5, 'calendar', 'quiet-steps', 'unknown', '', '2024-07-13' FROM horse WHERE name = 'Old Barley'`;
    const younger = await sql`SELECT count(*)::int AS n FROM message WHERE body <> ''`;
    await keepClean(deps);
    expect(await sql`SELECT what, details FROM change ORDER BY id DESC LIMIT 1`).toEqual([
      { what: "kept no longer", details: { letters: 1, changes: 1, clients: 1 } },
    ]);
    expect(await sql`SELECT count(*)::int AS n FROM message WHERE body <> ''`).toEqual([{ n: Number(younger[0]?.["n"]) - 1 }]);
    for (const name of ["Linnet Aspway", "Old Barley"]) expect([name, await whereNamed(name)]).toEqual([name, []]);
    // Once a day.
    await sql`UPDATE change SET at = '2025-07-13T10:00:00Z' WHERE id = (SELECT min(id) FROM change)`;
    await keepClean(deps);
    expect(await sql`SELECT 1 FROM change WHERE at < '2025-08-01'`).toHaveLength(1);
  });
  it("counts months by the calendar", () => {
    expect(monthsBefore(localDate("2026-07-14"), 12)).toBe("2025-07-14");
    expect(monthsBefore(localDate("2026-03-31"), 1)).toBe("2026-02-28");
    expect(monthsBefore(localDate("2028-03-31"), 1)).toBe("2028-02-29");
    expect(monthsBefore(localDate("2026-01-15"), 14)).toBe("2024-11-15");
  });
});
