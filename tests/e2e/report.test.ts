import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, link, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

const open = async () => {
  const page = await screens.as("odalys");
  await screens.visit(page, "/");
  await follow(page, () => link(page, "Tin Whistle").click());
  await follow(page, () => link(page, "Report").click());
  return page;
};

describe("the report", () => {
  it("is composed from the record, takes the manager's words beside it, is approved and numbered, and prints clean", async () => {
    const page = await open();
    const [given] = await screens.site
      .sql`SELECT count(*) FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Tin Whistle' AND k.state = 'closed'`;
    expect(await bodyOf(page)).toContain(`${given?.["count"]} of 20 contracted sessions were given`);
    await fill(page, "Your words on: What we did", "She found her rhythm in the second week.");
    await page.reload({ waitUntil: "networkidle2" });
    await text(page, "Kept on this device, not saved yet");
    await button(page, "Save").click();
    await text(page, "Saved");
    await (await page.waitForSelector("::-p-xpath(//div[h3='What to be careful with']//input[@type='checkbox'])"))?.click();
    await fill(page, "Your words on: What to be careful with", "Keep her away from the pigs.");
    await follow(page, () => button(page, "Approve and number").click());
    expect(page.url()).toMatch(/\/report\/\d+$/);
    await expectAccessible(page, "approved report");
    const words = await bodyOf(page);
    expect(words).toContain("She found her rhythm in the second week.");
    expect(words).toContain("Keep her away from the pigs.");
    expect(words).not.toContain("have the right professional look");
    await page.emulateMediaType("print");
    expect(
      await page.$$eval("body > header, nav, button, a", (all) =>
        all.filter((one) => (one as HTMLElement).offsetParent !== null).map((one) => one.textContent),
      ),
    ).toEqual([]);
    for (const format of ["letter", "a4"] as const) {
      const paper = await page.pdf({ format, preferCSSPageSize: false });
      const pages =
        Buffer.from(paper)
          .toString("latin1")
          .match(/\/Type \/Page\b/g)?.length ?? 0;
      expect([format, pages >= 1 && pages <= 4]).toEqual([format, true]);
    }
    await page.close();
  });
  it("shows two writers both versions", async () => {
    const [one, two] = [await open(), await open()];
    await fill(one, "Your words on: What we propose next", "Another month on hills.");
    await button(one, "Save").click();
    await text(one, "Saved");
    await fill(two, "Your words on: What we propose next", "Rest for a fortnight.");
    await button(two, "Save").click();
    await text(two, "Somebody else saved while you were writing");
    const panel = await saidBy(two, "[role=alertdialog]");
    expect(panel).toContain("Another month on hills.");
    expect(panel).toContain("Rest for a fortnight.");
    await button(two, "Drop mine, take theirs").click();
    await button(two, "Save").click();
    await text(two, "Saved");
    expect(
      await two.$eval("[aria-label='Your words on: What we propose next']", (area) => (area as HTMLTextAreaElement).value),
    ).toBe("Another month on hills.");
    await one.close();
    await two.close();
  });
});
