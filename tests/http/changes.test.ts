/** The audit: who changed what, by whom and what it is looked for, on a page and as a table. */
import Papa from "papaparse";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Site } from "#tests/site.ts";

let site: Site;
beforeAll(async () => {
  site = await Site.open("demo");
});
afterAll(() => site.close());
const table = async (query: string): Promise<Record<string, string>[]> => {
  const answer = await site.get(`/barn/changes.csv?${query}`, "odalys");
  expect([answer.status, answer.headers.get("content-type")]).toEqual([200, "text/csv; charset=utf-8"]);
  return Papa.parse<Record<string, string>>(await answer.text(), { header: true, skipEmptyLines: true }).data;
};

describe("who changed what", () => {
  it("is told with what was and what is, and can be asked for by person, matter and day", async () => {
    const [wren] = await site.sql`SELECT * FROM person WHERE sign_in = 'wren'`;
    const [boss] = await site.sql`SELECT id FROM person WHERE sign_in = 'odalys'`;
    const {
      id,
      version,
      name,
      role,
      weightKg,
      rides,
      worksDays,
      worksFrom,
      worksTo,
      lunchFrom,
      lunchTo,
      lunchMinutes,
      maxSaddle,
    } = wren as Record<string, never>;
    const person = {
      name: `=HYPERLINK("${name}")`,
      role,
      grade: 2,
      weightKg,
      rides,
      worksDays,
      worksFrom,
      worksTo,
      lunchFrom,
      lunchTo,
      lunchMinutes,
      maxSaddle,
      specialist: false,
    };
    expect((await site.post("people/edit", { id, version, person }, { who: "odalys" })).status).toBe(200);
    const page = await (await site.get("/barn/changes?subject=person", "odalys")).text();
    expect(page).toContain("grade: 4 → 2");
    const [newest] = await table("subject=person");
    expect(newest).toMatchObject({
      who: "Odalys Brandt",
      what: "People",
      changed: "edited",
      how: expect.stringContaining("grade: 4 → 2"),
    });
    // A spreadsheet takes it for words.
    expect(newest?.["of"]).toMatch(/^'=/);
    expect(
      (await table(`person=${boss?.["id"]}&subject=person`)).every(
        ({ who, what }) => who === "Odalys Brandt" && what === "People",
      ),
    ).toBe(true);
    expect(await table(`person=${id}&subject=person`)).toEqual([]);
    expect(await table("from=2031-01-01")).toEqual([]);
    const days = (await table("subject=stay&from=2026-07-01&to=2026-07-10")).map(({ at }) => at ?? "");
    expect(days.length).toBeGreaterThan(0);
    for (const day of days) expect(day >= "2026-07-01" && day < "2026-07-11T12").toBe(true);
  });
  it("goes back page by page, and says what is wrong with what was asked", async () => {
    const page = await (await site.get("/barn/changes", "odalys")).text();
    const older = /changes\?(before=\d+)/.exec(page)?.[1];
    expect(older).toBeDefined();
    expect(await (await site.get(`/barn/changes?${older}`, "odalys")).text()).not.toContain("grade: 4 → 2");
    for (const odd of ["person=x", "from=yesterday", "before=-1", "to=2026-13-01"]) {
      expect((await site.get(`/barn/changes?${odd}`, "odalys")).status).toBe(422);
      expect((await site.get(`/barn/changes.csv?${odd}`, "odalys")).status).toBe(422);
    }
    expect((await site.get("/barn/changes?subject=nothing", "odalys")).status).toBe(200);
  });
  it("holds no password, no token and no secret address", async () => {
    const all = JSON.stringify(await site.sql`SELECT details FROM change`);
    for (const [secret] of await site.sql`SELECT token FROM owner_link UNION SELECT password_hash FROM person`.values())
      expect(all).not.toContain(secret);
  });
});
