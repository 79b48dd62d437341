/** A barn of one's own, from no barn at all to its first booking, and from three tables to its first day. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { JUDGEMENT, walkOf } from "#tests/barn.ts";
import { bodyOf, button, choose, expectAccessible, follow, link, Screens, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

const CODE = "only-in-the-terminal";
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("bare", { code: CODE }));
});
afterAll(() => screens.close());

const GIVEN = {
  barn: "Hollow Oak",
  name: "Thessaly Quint",
  signIn: "thessaly",
  password: "plum trees in the rain",
  timeZone: "America/Chicago",
  units: "hands",
};
const begin = (fields: Record<string, string>) =>
  fetch(`${screens.site.address}/start`, { method: "POST", body: new URLSearchParams(fields), redirect: "manual" });

describe("before there is a barn", () => {
  it("every page leads to its beginning, which only who holds the code may make", async () => {
    const { site } = screens;
    for (const path of ["/", "/today", "/sign-in", "/barn"])
      expect([path, (await site.get(path)).headers.get("location")]).toEqual([path, "/start"]);
    const page = await (await site.get("/start")).text();
    expect(page).toContain("address with a code");
    expect(page).not.toContain("<form");
    expect((await site.get("/start?code=guessed")).status).toBe(403);
    for (const code of ["", "guessed"]) expect((await begin({ ...GIVEN, code })).status).toBe(403);
    expect(await site.sql`SELECT 1 FROM barn`).toEqual([]);
  });
  it("says at each field what is wrong, keeps what was typed, and never the password", async () => {
    const wrong = await begin({ ...GIVEN, code: CODE, signIn: "H!", password: "short secret", timeZone: "Mars/Olympus" });
    const page = await wrong.text();
    expect(wrong.status).toBe(422);
    for (const words of ["2 to 40 small letters", "A time zone of the list", 'value="Hollow Oak"']) expect(page).toContain(words);
    expect(page).not.toContain("short secret");
    expect(await (await begin({ ...GIVEN, code: CODE, password: "password1234" })).text()).toContain("easy to guess");
    expect((await begin({ code: CODE })).status).toBe(422);
  });
});

describe("the first start", () => {
  it("makes the barn, signs in, and leads step by step to the first booking", async () => {
    const page = await screens.as(null);
    await screens.visit(page, `/start?code=${CODE}`);
    await expectAccessible(page, "the first start");
    for (const name of ["barn", "name", "signIn", "password"] as const) await page.type(`[name=${name}]`, GIVEN[name]);
    await page.select("[name=timeZone]", GIVEN.timeZone);
    await follow(page, () => page.click("form button"));
    expect(await bodyOf(page)).toMatch(/Hollow Oak.*Your barn, step by step · 0 of 5 done/s);
    await expectAccessible(page, "a barn that was just begun");
    await follow(page, () => button(page, "Looks good: Check the barn's rules").click());
    await text(page, "1 of 5 done");
    await follow(page, () => link(page, "Add your riders and helpers").click());
    expect(page.url()).toMatch(/\/people$/);
    const [barn] = await screens.site.sql`SELECT name, time_zone, units, demo, start_steps FROM barn`;
    expect(barn).toEqual({ name: "Hollow Oak", timeZone: "America/Chicago", units: "hands", demo: false, startSteps: ["rules"] });
    // The same again, or by somebody else, makes no second one.
    expect((await begin({ ...GIVEN, code: CODE, barn: "Another" })).headers.get("location")).toBe("/sign-in");
    await screens.visit(page, "/barn/backups");
    expect(await bodyOf(page)).toContain("None yet.");
    await screens.site.sql`UPDATE barn SET begun_on = '2026-07-01'`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    await screens.visit(page, "/");
    expect(await bodyOf(page)).toContain("No good backup since Wed 1 Jul");
    await page.close();
  });
});

describe("three tables and the first day", () => {
  /** A file as it comes off a desk. */
  const file = (name: string, lines: readonly string[]): string => {
    const path = join(mkdtempSync(join(tmpdir(), "furlong-tables-")), name);
    writeFileSync(path, lines.join("\r\n"));
    return path;
  };
  const chooseFile = async (page: Page, list: string, path: string): Promise<void> => {
    await screens.visit(page, "/barn/import");
    await choose(page, list);
    const input = (await page.$("#import-file")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(path);
    await page.waitForSelector("#columns-title");
  };
  const bringIn = async (page: Page, list: string, path: string, rows: string): Promise<void> => {
    await chooseFile(page, list, path);
    await button(page, "Preview the import").click();
    await button(page, rows).click();
    await text(page, "Imported");
  };

  it("come in with what is faulty told by row, and can be worked on the next day", async () => {
    const { site } = screens;
    const page = await screens.as(GIVEN.signIn);
    await screens.visit(page, "/today");
    expect(await bodyOf(page)).toContain("No horses yet. Book a stay, or import a spreadsheet.");
    await bringIn(
      page,
      "People",
      file("people.csv", [
        "Name,Role,Weight,Days,Grade",
        "Marl Otterbourne,trainer,165 lb,Mon-Sat,4",
        "Pim Sallow,groom,,Mon-Fri,2",
      ]),
      "Bring in 2 rows",
    );
    await chooseFile(
      page,
      "Horses",
      file("horses.csv", ["Horse,Owner,Born,Height", "Cricket,Ambrose Fenn,2019,15.1", "Teal,Ottoline Fenn,spring,14.3"]),
    );
    await expectAccessible(page, "columns of a table");
    await button(page, "Preview the import").click();
    await text(page, "Born: not a year or date: write 2021 or 3 Apr 2021.");
    await expectAccessible(page, "what would become of a table");
    await button(page, "Bring in the 1 good row only").click();
    await text(page, "Imported");
    await bringIn(
      page,
      "Stays",
      file("stays.csv", [
        "Horse;Arrival;Term;Goal;Handled so far;Sessions so far",
        "Cricket;6/22/2026;60;Quiet on trails;started;13",
      ]),
      "Bring in 1 row",
    );
    expect(await site.sql`SELECT height_cm, first_day, given_before FROM stay s JOIN horse h ON h.id = s.horse_id`).toEqual([
      { heightCm: 154.9, firstDay: "2026-06-22", givenBefore: 13 },
    ]);
    await screens.visit(page, "/today");
    expect(await bodyOf(page)).toContain("No horses are due. Horses are worked after their evaluation: evaluate one.");

    const [stay] = await site.sql`SELECT id FROM stay`;
    const asked = async (route: string, input: unknown): Promise<{ id: string }> => {
      const answer = await site.post(route, input, { who: GIVEN.signIn });
      expect([route, answer.status]).toEqual([route, 200]);
      return (await answer.json()) as { id: string };
    };
    const { id } = await asked("intake/begin", { stay: stay?.["id"], kind: "intake" });
    await asked("intake/close", { id, version: 1, walk: walkOf(3) });
    await asked("intake/sign", { id, revision: 0, judgement: { ...JUDGEMENT, focus: [], goals: [] } });
    await screens.visit(page, "/today?day=2026-07-15");
    await button(page, "Plan the day").click();
    await text(page, "1 session");
    await button(page, "Hand out the day").click();
    await text(page, "Handed out");
    expect(await site.sql`SELECT state, day FROM card`).toEqual([{ state: "handed-out", day: "2026-07-15" }]);
    await page.close();
  });
  it("what is large can be stopped, and a whole one removed again", async () => {
    const { site } = screens;
    const page = await screens.as(GIVEN.signIn);
    const rows = Array.from(
      { length: 9000 },
      (_, at) => `${6 + Math.floor(at / 4500)}/${25 + (at % 5)}/2026,Cricket,thessaly,${(at % 60) + 1},${(at % 200) + 1}`,
    );
    const path = file("sessions.csv", [
      "Date,Horse,Rider,Ground,Riding",
      ...rows.map((row) => row.replace(/^7\/2(\d)/, "7/0$1")),
    ]);
    await chooseFile(page, "Past sessions", path);
    await button(page, "Preview the import").click();
    await button(page, "Stop").click();
    await text(page, "Stopped. Nothing was imported.");
    expect(await site.sql`SELECT count(*)::int AS n FROM card`).toEqual([{ n: 1 }]);
    await chooseFile(page, "Clients", file("clients.csv", ["Name,Phone", "Tansy Quillback,555 0144"]));
    await button(page, "Preview the import").click();
    await button(page, "Bring in 1 row").click();
    await text(page, "Imported");
    await follow(page, () => button(page, "Undo this import: clients.csv").click());
    await text(page, "undone");
    expect(await site.sql`SELECT 1 FROM client WHERE name = 'Tansy Quillback'`).toEqual([]);
    await page.close();
  });
  it("a horse's own file is read in, and leaves alone what is here", async () => {
    const { site } = screens;
    const [stay] = await site.sql`SELECT id FROM stay`;
    const record = await (await site.get(`/api/horse-archive/${stay?.["id"]}.json`, GIVEN.signIn)).text();
    const page = await screens.as(GIVEN.signIn);
    await screens.visit(page, "/barn/import");
    const input = (await page.$("#horse-file")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file("horse.json", [record.slice(0, record.length / 2)]));
    await text(page, "This is not a complete horse file from Steady Furlong.");
    await input.uploadFile(file("horse.json", [record.trim()]));
    await button(page, "Import this horse").click();
    await text(page, "1 stay was here already");
    expect(await site.sql`SELECT count(*)::int AS n FROM stay`).toEqual([{ n: 1 }]);
    await page.close();
  });
  it("what is no table says so, and nothing of it is sent", async () => {
    const page = await screens.as(GIVEN.signIn);
    await screens.visit(page, "/barn/import");
    const input = (await page.$("#import-file")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file("broken.xlsx", ["PK and no archive"]));
    await text(page, "We can't read this file");
    await page.close();
  });
});
