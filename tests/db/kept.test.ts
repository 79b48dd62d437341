/** What is kept of a stay in memory: moved on by whatever is written of it, seen by nobody who should not, and the same as what stands in the database. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { must } from "#core/kernel/assert.ts";
import type { PersonId, StayId } from "#core/kernel/brand.ts";
import { connect, type Db, type Sql, type Transaction } from "#db/client.ts";
import { findBarn } from "#db/queries/barn.ts";
import { listScores, listWorked } from "#db/queries/card.ts";
import { listAppointments, listPairings, listPlaces } from "#db/queries/day.ts";
import { listEvaluations, listLatestClosed } from "#db/queries/intake.ts";
import { listLayouts } from "#db/queries/jump.ts";
import { listPages } from "#db/queries/ladder.ts";
import { listPast } from "#db/queries/past.ts";
import { findPerson, listAbsences, listPeople } from "#db/queries/people.ts";
import { listLatestForecasts, listPlanGoals, listPlans, listTaken } from "#db/queries/plan.ts";
import { findStay, listStays } from "#db/queries/stays.ts";
import { listWeather } from "#db/queries/weather.ts";
import { listLaid, listWeekDays } from "#db/queries/week.ts";
import { atMark, onceAtMark } from "#db/stamps.ts";
import { cloned } from "#tests/barn.ts";

const DAY = localDate("2026-07-14");
let sql: Sql;
let url: string;
beforeAll(async () => {
  ({ sql, url } = await cloned("demo"));
  // What the demo has none of.
  await sql`INSERT INTO weighing (stay_id, day, kilograms, by_scale, by_person, at) SELECT s.id, '2026-07-14', 480, true, p.id, now() FROM (SELECT id FROM stay LIMIT 1) s, (SELECT id FROM person LIMIT 1) p ON CONFLICT DO NOTHING`;
  await sql`INSERT INTO kept_from (stay_id, person_id) SELECT s.id, p.id FROM (SELECT id FROM stay LIMIT 1) s, (SELECT id FROM person LIMIT 1) p ON CONFLICT DO NOTHING`;
});
afterAll(() => sql.end());

/** Everything that is kept of stays, by the stamp that it hangs on. */
const READERS: Readonly<Record<"stamp" | "planned", (db: Db, stay: StayId) => Promise<unknown>>> = {
  stamp: async (db, stay) => [
    await findStay(db, stay),
    await listPast(db, [stay]),
    await listLatestClosed(db),
    await listEvaluations(db, stay),
    await listWorked(db, stay),
    await listScores(db, stay),
    await listPairings(db),
  ],
  planned: async (db, stay) => [
    await listPlans(db, [stay]),
    await listPlanGoals(db, [stay]),
    await listLatestForecasts(db, [stay]),
  ],
};
/** From a table to the stay of a row of it; what is read of a table that is not here would go stale. */
const BY_STAY = "SELECT stay_id FROM";
const WAYS: Readonly<Record<"stamp" | "planned", Readonly<Record<string, string>>>> = {
  stamp: {
    stay: "SELECT id AS stay_id FROM stay t",
    horse: "SELECT s.id AS stay_id FROM horse t JOIN stay s ON s.horse_id = t.id",
    client: "SELECT s.id AS stay_id FROM client t JOIN horse h ON h.client_id = t.id JOIN stay s ON s.horse_id = h.id",
    ...Object.fromEntries(
      ["hold", "card", "evaluation", "report", "check_up", "trial", "weighing", "measuring", "kept_from", "apart"].map(
        (table) => [table, `${BY_STAY} ${table} t`],
      ),
    ),
    ...Object.fromEntries(
      ["card_revision", "card_first", "card_incident", "card_score", "card_sign"].map((table) => [
        table,
        `SELECT k.stay_id FROM ${table} t JOIN card k ON k.id = t.card_id`,
      ]),
    ),
    ...Object.fromEntries(
      ["judgement", "evaluation_mark", "evaluation_sign", "evaluation_touch"].map((table) => [
        table,
        `SELECT e.stay_id FROM ${table} t JOIN evaluation e ON e.id = t.evaluation_id`,
      ]),
    ),
    report_issue: "SELECT r.stay_id FROM report_issue t JOIN report r ON r.id = t.report_id",
  },
  planned: { plan: `${BY_STAY} plan t`, goal: `${BY_STAY} goal t`, forecast: `${BY_STAY} forecast t` },
};
const cases = (["stamp", "planned"] as const).flatMap((stamp) =>
  Object.entries(WAYS[stamp]).map(([table, way]) => ({ stamp, table, way })),
);

const stampOf = async (db: Db, stay: string, stamp: string): Promise<string> =>
  String((await db.unsafe(`SELECT ${stamp} AS stamp FROM stay_stamp WHERE stay_id = '${stay}'`))[0]?.["stamp"]);
/** Tables that queries read, but for those in which stamps stand. */
const tablesOf = (queries: readonly string[]): Set<string> =>
  new Set(
    queries
      .filter((query) => !query.includes("stay_stamp"))
      .flatMap((query) => [...query.matchAll(/\b(?:FROM|JOIN) (?!unnest|LATERAL)([a-z_]+)/g)].map((match) => String(match[1]))),
  );
class Undone extends Error {}
/** As if it had never been. */
const tried = (run: (tx: Transaction) => Promise<void>): Promise<unknown> =>
  sql
    .begin(async (tx) => {
      await run(tx);
      throw new Undone();
    })
    .catch((error: unknown) => {
      if (!(error instanceof Undone)) throw error;
    });

describe("what is kept of a stay", () => {
  it.each(["stamp", "planned"] as const)("is read from no table that does not move its stamp on (%s)", async (stamp) => {
    const asked: string[] = [];
    const [stay] = await sql`SELECT stay_id FROM plan LIMIT 1`;
    await sql`UPDATE stay_stamp SET stamp = gen_random_uuid(), planned = gen_random_uuid()`;
    const own = connect(url, { max: 1, onQuery: (query) => asked.push(query) });
    await READERS[stamp](own, stay?.["stayId"] as StayId);
    await own.end();
    const read = tablesOf(asked);
    // Subqueries by the names that they were given; and people, of whom only names are read.
    for (const known of ["given", "latest", "person", "both_ways"]) read.delete(known);
    expect(read.size).toBeGreaterThan(2);
    expect([...read].filter((table) => !(table in WAYS[stamp]))).toEqual([]);
  });
  it.each(cases)("moves on with $table", async ({ stamp, table, way }) => {
    const [row] = await sql.unsafe(
      `SELECT found.stay_id, found.place::text FROM (SELECT stays.*, t.ctid AS place FROM (${way.replace(" FROM", ", t.ctid AS at FROM")}) stays JOIN ${table} t ON t.ctid = stays.at) found LIMIT 1`,
    );
    if (!row) throw new Error(`there is no ${table} to try it on`);
    const [stay, place] = [String(row["stayId"]), String(row["place"])];
    const [column] =
      await sql`SELECT column_name AS name FROM information_schema.columns WHERE table_name = ${table} AND is_generated = 'NEVER' ORDER BY ordinal_position LIMIT 1`;
    await tried(async (tx) => {
      const before = await stampOf(tx, stay, stamp);
      await tx.unsafe(`UPDATE ${table} SET ${column?.["name"]} = ${column?.["name"]} WHERE ctid = '${place}'`);
      expect(await stampOf(tx, stay, stamp)).not.toBe(before);
    });
    await tried(async (tx) => {
      const before = await stampOf(tx, stay, stamp);
      // What others hang on cannot go: that leaves nothing to ask.
      const gone = await tx
        .savepoint((inner) => inner.unsafe(`DELETE FROM ${table} WHERE ctid = '${place}'`))
        .then(
          () => true,
          () => false,
        );
      if (!gone || table === "stay") return;
      expect(await stampOf(tx, stay, stamp)).not.toBe(before);
    });
  });
  it("moves on for every horse where somebody is called otherwise, and for none where somebody signs in", async () => {
    const all = async (db: Db): Promise<string> =>
      JSON.stringify(await db`SELECT stay_id, stamp FROM stay_stamp ORDER BY stay_id`);
    await tried(async (tx) => {
      const before = await all(tx);
      await tx`UPDATE person SET must_change = NOT must_change`;
      expect(await all(tx)).toBe(before);
      await tx`UPDATE person SET name = name || ' the younger' WHERE id = (SELECT id FROM person LIMIT 1)`;
      expect(await all(tx)).not.toBe(before);
      expect(
        await tx`SELECT 1 FROM stay_stamp WHERE stay_id || ' ' || stamp = ANY(${(JSON.parse(before) as { stayId: string; stamp: string }[]).map((one) => `${one.stayId} ${one.stamp}`)})`,
      ).toEqual([]);
    });
  });
  it("is the very same for as long as nothing changed, and nobody may change it", async () => {
    const [stay] = await listStays(sql);
    const again = await findStay(sql, must(stay, "a stay").id);
    expect(again).toBe(stay);
    expect(() => {
      (again as { horse: string }).horse = "Another";
    }).toThrow();
    expect(() => (again as unknown as { delivered: string[] }).delivered.push("2026-01-01")).toThrow();
    expect(await findBarn(sql)).toBe(await findBarn(sql));
  });
  it("is seen as changed by who changes it, at once, and by others once it stands; never where it is taken back", async () => {
    const id = must((await listStays(sql))[0], "a stay").id;
    const aim = async (db: Db): Promise<string> => must(await findStay(db, id), "it is there").aim;
    const before = await aim(sql);
    await tried(async (tx) => {
      await tx`UPDATE stay SET aim = 'Taken back' WHERE id = ${id}`;
      expect(await aim(tx)).toBe("Taken back");
      expect(await aim(sql)).toBe(before);
      await tx`UPDATE stay SET aim = 'Taken back too' WHERE id = ${id}`;
      expect(await aim(tx)).toBe("Taken back too");
    });
    expect(await aim(sql)).toBe(before);
    await sql.begin(async (tx) => {
      await tx`UPDATE stay SET aim = 'It stands' WHERE id = ${id}`;
      expect(await aim(sql)).toBe(before);
    });
    expect(await aim(sql)).toBe("It stands");
  });
});

/** Everything that is kept of whole tables. */
const TABLE_READERS: Readonly<Record<string, (db: Db) => Promise<unknown>>> = {
  listPeople,
  findPerson: (db) => findPerson(db, "00000000-0000-4000-8000-000000000000" as PersonId),
  listAbsences: (db) => listAbsences(db, DAY),
  listPlaces,
  listAppointments: (db) => listAppointments(db, DAY, DAY),
  listWeather: (db) => listWeather(db, DAY),
  listWeekDays: (db) => listWeekDays(db, [DAY]),
  listLaid: (db) => listLaid(db, [DAY]),
  listLayouts,
  listPages,
  listTaken,
};
describe("what is kept of tables", () => {
  it.each(Object.entries(TABLE_READERS))(
    "is asked for once, and again after each table of it is written (%s)",
    async (_, read) => {
      const asked: string[] = [];
      const own = connect(url, { max: 1, onQuery: (query) => asked.push(query) });
      const askedBy = async (): Promise<number> => {
        asked.length = 0;
        await read(own);
        return asked.filter((query) => !query.includes("stay_stamp")).length;
      };
      await own`UPDATE table_stamp SET stamp = gen_random_uuid()`;
      expect(await askedBy()).toBe(1);
      const tables = [...tablesOf(asked)];
      expect(await askedBy()).toBe(0);
      for (const table of tables) {
        await own.unsafe(`DELETE FROM ${table} WHERE false`);
        expect([table, await askedBy()]).toEqual([table, 1]);
        expect(await askedBy()).toBe(0);
      }
      await own.end();
    },
  );
  it("is another answer for another day, and nobody may change it", async () => {
    const [first] = await listPeople(sql);
    expect((await listPeople(sql))[0]).toBe(first);
    expect(() => {
      (first as { name: string }).name = "Another";
    }).toThrow();
    await tried(async (tx) => {
      const [person] = await listPeople(tx);
      await tx`INSERT INTO absence (id, person_id, first_day, last_day, reason) VALUES (gen_random_uuid(), ${must(person, "somebody").id}, '2030-01-01', '2030-01-02', 'Away')`;
      expect(await listAbsences(tx, localDate("2030-01-02"))).toHaveLength(1);
      expect(await listAbsences(tx, localDate("2030-01-03"))).toHaveLength(0);
      expect(await listAbsences(sql, localDate("2030-01-02"))).toHaveLength(0);
    });
    expect(await listAbsences(sql, localDate("2030-01-02"))).toHaveLength(0);
  });
});

describe("reading at a mark", () => {
  const asking = () => {
    const asked: string[] = [];
    return { asked, own: connect(url, { max: 1, onQuery: (query) => asked.push(query) }) };
  };
  const stamps = (asked: readonly string[]): number => asked.filter((query) => query.includes("stay_stamp")).length;
  it("asks for the stamps once, whoever reads; at another mark again", async () => {
    const { asked, own } = asking();
    for (const mark of ["one", "one", "two"])
      await atMark(mark, async () => {
        await listStays(own);
        await listPeople(own);
        await findBarn(own);
      });
    await own.end();
    expect(stamps(asked)).toBe(2);
  });
  it("asks for them each time elsewhere, and once for all who ask in one breath", async () => {
    const { asked, own } = asking();
    await Promise.all([listStays(own), listPeople(own), listPlaces(own)]);
    expect(stamps(asked)).toBe(1);
    await listStays(own);
    await own.end();
    expect(stamps(asked)).toBe(2);
  });
  it("asks once for what has a name, at each mark, and again after it went wrong", async () => {
    let times = 0;
    const ask = (name: string, wrong = false) =>
      onceAtMark(sql, name, () => {
        times += 1;
        return wrong ? Promise.reject(new Error("broken")) : Promise.resolve(times);
      });
    await atMark("four", async () => {
      expect([await ask("a"), await ask("a"), await ask("b")]).toEqual([1, 1, 2]);
      await expect(ask("c", true)).rejects.toThrow("broken");
      expect(await ask("c")).toBe(4);
    });
    expect(await atMark("five", () => ask("a"))).toBe(5);
    expect([await ask("a"), await ask("a")]).toEqual([6, 7]);
  });
  it("lets a transaction see what it has written itself", async () => {
    await atMark("three", async () => {
      const before = await listPlaces(sql);
      await tried(async (tx) => {
        await tx`UPDATE place SET name = name || ' (new)'`;
        expect((await listPlaces(tx))[0]?.name).toBe(`${before[0]?.name} (new)`);
      });
      expect(await listPlaces(sql)).toBe(before);
    });
  });
});
