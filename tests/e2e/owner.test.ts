/** Between barn and owner: a letter proposed from a need, the outbox, the hand-over, and the owner's own page on a phone. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, link, reload, Screens, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());
const stayOf = async (horse: string): Promise<string> =>
  (await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${horse}`)[0]?.[
    "id"
  ] as string;

describe("at the desk", () => {
  it("a need is told to the owner: the letter is there to be made one's own, and waits in the outbox", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const open = "section:has(#needs-title) ol > li ::-p-text(Tell the owner)";
    await follow(page, async () => (await page.waitForSelector(open))?.click());
    expect(page.url()).toMatch(/\/owner\?about=/);
    await expectAccessible(page, "a letter");
    expect(await page.$eval("textarea", (area) => area.value)).toMatch(/^Dear .*\n\n.+/s);
    await fill(page, "Subject", "Where we stand this week");
    await button(page, "Send the letter").click();
    await text(page, "✓ In the outbox");
    await screens.visit(page, "/outbox");
    await expectAccessible(page, "the outbox");
    expect(await bodyOf(page)).toMatch(/Where we stand this week to .*○ waits to be sent/);
    expect(await bodyOf(page)).toContain("No mail server is set up");
    await page.close();
  });
  it("the hand-over is planned, logged and ticked off, and kept", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${await stayOf("Tin Whistle")}/owner`);
    await page.locator("details ::-p-text(The owner does)").click();
    // Whichever of what this horse can do stands first.
    const first = await page.waitForSelector("details[open] fieldset button[aria-pressed=false]");
    const words = (await first?.evaluate((one) => one.textContent)) ?? "";
    await first?.click();
    await (await page.waitForSelector("label ::-p-text(The lesson was given)"))?.click();
    await fill(page, "A word on it", "Light hands; wants help with the stop.");
    await (await page.waitForSelector("label ::-p-text(Papers and passport)"))?.click();
    await expectAccessible(page, "the hand-over");
    await button(page, "Save the hand-over").click();
    await text(page, "Saved");
    await reload(page);
    expect(await bodyOf(page)).toContain(`The owner does: ${words}`);
    const [row] = await screens.site.sql`SELECT content FROM hand_over`;
    expect(row?.["content"]).toMatchObject({
      lessonPlan: [expect.any(String)],
      lessonDone: true,
      lessonWords: "Light hands; wants help with the stop.",
    });
    await page.close();
  });
  it("an owner's question stands on the Rail, is answered, and goes", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    expect(await bodyOf(page)).toMatch(/Second Helping · Dashiell Umberto-Kray asks: “May my daughter/);
    await screens.visit(page, `/horse/${await stayOf("Second Helping")}/owner`);
    await fill(page, "Your answer", "Led at the walk, yes; wait with the trot.");
    await button(page, "Answer, by letter and on their page").click();
    await text(page, "Answered: Led at the walk");
    await button(page, "I have seen it").click();
    await page.waitForFunction(() => !document.body.innerText.includes("I have seen it"));
    await screens.visit(page, "/");
    expect(await bodyOf(page)).not.toMatch(/Dashiell Umberto-Kray (asks|tells)/);
    await page.close();
  });
});

describe("the owner's page", () => {
  it("is read on a phone without a sign-in, leads to the report, and takes 'read', a question and how it goes", async () => {
    const stay = await stayOf("Second Helping");
    const [row] = await screens.site.sql`SELECT token FROM owner_link WHERE stay_id = ${stay} AND dropped_at IS NULL`;
    await screens.site.sql`UPDATE stay SET went_home = '2026-06-20' WHERE id = ${stay}`;
    await screens.site.sql`DELETE FROM report_answer`;
    await screens.site.sql`UPDATE barn SET revision = revision + 1`;
    const page = await screens.as(null, { width: 390, height: 844 });
    await screens.visit(page, `/owner/${row?.["token"]}`);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    await page.select("[name=goes]", "well");
    await fill(page, "Anything else", "All quiet.");
    await follow(page, () => button(page, "Tell the barn").click());
    await text(page, "Thank you.");
    await follow(page, () => link(page, "End of the term, number 1").click());
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    await follow(page, () => button(page, "I have read it").click());
    await text(page, "You told us that you have read it.");
    await follow(page, () => button(page, "Ask").click());
    await text(page, "The question is missing: type it in.");
    await fill(page, "Your question to this report", "Which bit does he go in?");
    await follow(page, () => button(page, "Ask").click());
    await text(page, "It is with us");
    await page.close();
  });
});
