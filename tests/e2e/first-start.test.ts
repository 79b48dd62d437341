/** A barn of one's own, from no barn at all to its first booking. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, follow, link, Screens, text } from "#tests/screen.ts";
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
    expect(page).toContain("address with a code in the terminal");
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
    await follow(page, () => button(page, "Fine as it is: Look through the rules").click());
    await text(page, "1 of 5 done");
    await follow(page, () => link(page, "Add your riders and helpers").click());
    expect(page.url()).toMatch(/\/people$/);
    const [barn] = await screens.site.sql`SELECT name, time_zone, units, demo, start_steps FROM barn`;
    expect(barn).toEqual({ name: "Hollow Oak", timeZone: "America/Chicago", units: "hands", demo: false, startSteps: ["rules"] });
    // The same again, or by somebody else, makes no second one.
    expect((await begin({ ...GIVEN, code: CODE, barn: "Another" })).headers.get("location")).toBe("/sign-in");
    await screens.visit(page, "/barn/backups");
    expect(await bodyOf(page)).toContain("None yet.");
    await screens.site.sql`UPDATE barn SET begun_on = '2026-07-01', revision = revision + 1`;
    await screens.visit(page, "/");
    expect(await bodyOf(page)).toContain("No backup that could be read back since Wed 1 Jul");
    await page.close();
  });
});
