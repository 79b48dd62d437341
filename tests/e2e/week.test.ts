import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, Screens, TABLET, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

const open = async (size?: { width: number; height: number }): Promise<Page> => {
  const page = await screens.as("odalys", size);
  await screens.visit(page, "/week");
  return page;
};
const stayOf = async (horse: string): Promise<string> =>
  (
    await screens.site
      .sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${horse} AND s.went_home IS NULL`
  )[0]?.["id"] as string;
const cell = async (page: Page, horse: string, day: string) =>
  page.waitForSelector(`[data-cell='${await stayOf(horse)}:${day}']`);
const meant = async (horse: string) =>
  (await screens.site.sql`SELECT day, pinned FROM week_day WHERE stay_id = ${await stayOf(horse)} ORDER BY day`).map(
    (row) => `${row["day"]}${row["pinned"] ? " pinned" : ""}`,
  );
const count = async (): Promise<number> => Number((await screens.site.sql`SELECT count(*)::int AS n FROM week_day`)[0]?.["n"]);

describe("the week", () => {
  it("is laid out with one key, proven, says what is short in numbers, and is undone and done again", async () => {
    const page = await open();
    expect(await bodyOf(page)).toContain("Juniper Tax owed 4");
    await page.keyboard.press("l");
    await text(page, "This is the best possible plan.");
    await text(page, "don't fit this week with any rider");
    const laid = await count();
    expect(laid).toBeGreaterThan(30);
    await expectAccessible(page, "a week laid out");
    await page.keyboard.press("u");
    await text(page, "Undone: plan the week");
    expect(await count()).toBe(0);
    await page.keyboard.press("r");
    await text(page, "Redone: plan the week");
    expect(await count()).toBe(laid);
    await page.close();
  });
  it("moves a mark to another day by dragging, at a price that shows before it is let go", async () => {
    const page = await open();
    const before = await meant("Kettle Hill");
    const [from] = before;
    const free = ["2026-07-15", "2026-07-16", "2026-07-17", "2026-07-18"].find((day) => !before.includes(day)) ?? "";
    const middle = async (day: string) => {
      const box = await (await cell(page, "Kettle Hill", day))?.boundingBox();
      return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
    };
    const [a, b] = [await middle(from ?? ""), await middle(free)];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(a.x + 12, a.y, { steps: 4 });
    for (let tries = 0; tries < 20; tries += 1) {
      await page.mouse.move(b.x + (tries % 2), b.y, { steps: 4 });
      const label = await (await cell(page, "Kettle Hill", free))?.evaluate((one) => one.getAttribute("aria-label") ?? "");
      if (label?.match(/free, (costs|saves)/)) break;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    await page.mouse.up();
    await text(page, "Kettle Hill moved to");
    expect(await meant("Kettle Hill")).toContain(`${free} pinned`);
    expect(await meant("Kettle Hill")).not.toContain(from);
    await page.close();
  });
  it("is changed by the keyboard alone, and by a finger on the tablet", async () => {
    const page = await open();
    await (await cell(page, "Kettle Hill", "2026-07-14"))?.focus();
    await page.keyboard.press("ArrowRight");
    expect(await page.evaluate(() => document.activeElement?.getAttribute("data-cell"))).toBe(
      `${await stayOf("Kettle Hill")}:2026-07-15`,
    );
    await page.keyboard.press("ArrowLeft");
    await page.keyboard.press("Enter");
    await (await page.waitForSelector("::-p-said([name='Work it on this day'])"))?.focus();
    await page.keyboard.press("Enter");
    await text(page, "Kettle Hill on Tue 14 Jul.");
    expect(await meant("Kettle Hill")).toContain("2026-07-14 pinned");
    await page.close();
    const tablet = await open(TABLET);
    await (await cell(tablet, "Kettle Hill", "2026-07-14"))?.tap();
    await (await tablet.waitForSelector("::-p-said([name='Not on this day'])"))?.tap();
    await text(tablet, "Kettle Hill not on Tue 14 Jul.");
    await expectAccessible(tablet, "the week on the tablet");
    await tablet.close();
  });
  it("notes the farrier, who then takes the day, here and on the day sheet", async () => {
    const page = await open();
    await (await cell(page, "Lantern Fee", "2026-07-17"))?.click();
    await fill(page, "Who comes", "farrier");
    await button(page, "Add").click();
    await text(page, "Farrier for Lantern Fee on Fri 17 Jul.");
    const label = await (await cell(page, "Lantern Fee", "2026-07-17"))?.evaluate((one) => one.getAttribute("aria-label"));
    expect(label).toContain("farrier");
    await screens.visit(page, "/today?day=2026-07-17");
    await (await page.waitForSelector("::-p-text(Not due today)"))?.click();
    await text(page, "has a visit");
    await page.close();
  });
  it("keeps both when two move the same horse at once", async () => {
    const [one, two] = [await open(), await open()];
    const press = async (page: Page, day: string): Promise<void> => {
      await (await cell(page, "Blue Ledger", day))?.click();
      await (await page.waitForSelector("::-p-xpath(//button[.='Work it on this day' or .='Not on this day'])"))?.click();
    };
    const before = await meant("Blue Ledger");
    await press(one, "2026-07-18");
    await text(one, "Undo: Blue Ledger");
    const after = await meant("Blue Ledger");
    expect(after).not.toEqual(before);
    // The other screen has heard of it, and works on what stands now.
    await press(two, "2026-07-20");
    await text(two, "Undo: Blue Ledger");
    const last = await meant("Blue Ledger");
    const on = (days: readonly string[]) => days.some((day) => day.startsWith("2026-07-18"));
    expect(on(last)).toBe(on(after));
    await one.close();
    await two.close();
  });
});
