/** Lists that leave the barn: whole, as tables that a spreadsheet reads, with nothing in them that it would run. */
import Papa from "papaparse";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { LISTS, type ListName } from "#contracts/export.ts";
import type { Sql } from "#db/client.ts";
import { writeList } from "#server/export/write-list.ts";
import { cloned } from "#tests/barn.ts";
import { sayExported } from "#ui/words/export.ts";

let barn: { readonly sql: Sql };
beforeAll(async () => {
  barn = await cloned("demo");
});
afterAll(() => barn.sql.end());

const textOf = (list: ListName): Promise<string> => new Response(writeList(barn, list, sayExported)).text();
const rowsOf = async (list: ListName) => {
  const { data, errors } = Papa.parse<Record<string, string>>((await textOf(list)).trimEnd(), { header: true });
  expect([list, errors]).toEqual([list, []]);
  return data;
};
const count = async (from: string): Promise<number> =>
  Number((await barn.sql.unsafe(`SELECT count(*) AS n FROM ${from}`))[0]?.["n"]);

describe("a list", () => {
  it("has every row of the record, and a heading in words", async () => {
    const counts: Partial<Record<ListName, number>> = {
      people: await count("person"),
      clients: await count("client"),
      horses: await count("horse"),
      stays: await count("stay"),
      holds: await count("hold"),
      sessions: await count("card WHERE state = 'closed'"),
      evaluations: await count("evaluation"),
      checks: await count("check_up"),
      scores:
        (await count("card c JOIN card_score x ON x.card_id = c.id AND x.revision = c.revision WHERE c.state = 'closed'")) +
        (await count(
          "evaluation e JOIN evaluation_mark m ON m.evaluation_id = e.id WHERE e.closed_at IS NOT NULL AND m.score IS NOT NULL",
        )),
    };
    for (const list of LISTS) {
      const rows = await rowsOf(list);
      expect([list, rows.length > 0]).toEqual([list, true]);
      if (counts[list] !== undefined) expect([list, rows.length]).toEqual([list, counts[list]]);
    }
    const [session] = await rowsOf("sessions");
    expect(session).toMatchObject({
      day: expect.stringMatching(/^\d{4}-\d\d-\d\d$/),
      start: expect.stringMatching(/^\d{1,2}:\d\d$/),
    });
    expect(Object.keys((await rowsOf("stays"))[0] ?? {})).toContain("first day");
  });
  it("holds words as they were written, and no formula", async () => {
    const nasty = '=HYPERLINK("http://evil.example"),\n"quoted"; +1';
    await barn.sql`UPDATE horse SET history_words = ${nasty} WHERE id = (SELECT id FROM horse ORDER BY name LIMIT 1)`;
    const [horse] = await rowsOf("horses");
    expect(horse?.["history words"]).toBe(`'${nasty}`);
  });
  it("of nothing has its headings, and a reader who goes away leaves no transaction open", async () => {
    await barn.sql`DELETE FROM card_incident`;
    expect(await textOf("incidents")).toBe("horse,day,rider,kind,before,hurt\r\n");
    const reader = writeList(barn, "scores", sayExported).getReader();
    await reader.read();
    await reader.cancel();
    await expect
      .poll(
        async () =>
          (
            await barn.sql`SELECT 1 FROM pg_stat_activity WHERE datname = current_database() AND state LIKE 'idle in transaction%'`
          ).length,
      )
      .toBe(0);
  });
});
