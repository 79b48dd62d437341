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
    for (const more of await page.$$("[data-opens]")) await more.click();
    await follow(page, async () => (await page.waitForSelector("#lanes ::-p-text(Tell the owner)"))?.click());
    expect(page.url()).toMatch(/\/owner\?about=/);
    await expectAccessible(page, "a letter");
    expect(await page.$eval("textarea", (area) => area.value)).toMatch(/^Dear .*\n\n.+/s);
    await fill(page, "Subject", "Where we stand this week");
    await button(page, "Send the message").click();
    await text(page, "✓ In the outbox");
    await screens.visit(page, "/outbox");
    await expectAccessible(page, "the outbox");
    expect(await bodyOf(page)).toMatch(/Where we stand this week to .*○ waiting to be sent/);
    expect(await bodyOf(page)).toContain("Mail is not set up");
    await page.close();
  });
  it("the hand-over is ticked off and kept; a lesson is planned, logged with what the owner needed help with, and kept", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${await stayOf("Tin Whistle")}/owner`);
    await (await page.waitForSelector("label ::-p-text(Papers and passport)"))?.click();
    await button(page, "Save the pick-up list").click();
    await text(page, "Saved");
    await page.locator("summary ::-p-text(Plan one)").click();
    const plan = await page.waitForSelector("::-p-xpath(//details[summary[text()='Plan one']]//details/summary)");
    await plan?.click();
    // Whichever of what this horse can do stands first.
    const first = await page.waitForSelector("details[open] details[open] fieldset button[aria-pressed=false]");
    const words = (await first?.evaluate((one) => one.textContent)) ?? "";
    await first?.click();
    await expectAccessible(page, "the hand-over and a lesson");
    await button(page, "Plan it").click();
    const today = "::-p-xpath(//li[.//summary[contains(., 'Tue 14 Jul')]]//details)";
    const lesson = await page.waitForSelector(`${today}`);
    await (await lesson?.waitForSelector("::-p-xpath(.//fieldset[legend[text()='Needed help with']]//button)"))?.click();
    await (await lesson?.waitForSelector("textarea"))?.type("Light hands; wants help with the stop.");
    await (await lesson?.waitForSelector("::-p-text(It took place)"))?.click();
    // Another lesson says so too: this one's has to.
    await page.waitForSelector("::-p-xpath(//summary[contains(., 'Tue 14 Jul') and contains(., 'took place, help with')])");
    await reload(page);
    expect(await bodyOf(page)).toMatch(/Tue 14 Jul · Lesson: took place, help with/);
    const rows = await screens.site.sql`SELECT content FROM owner_visit WHERE content ->> 'day' = '2026-07-14'`;
    expect(rows[0]?.["content"]).toMatchObject({
      plan: [expect.any(String)],
      help: [expect.any(String)],
      state: "given",
      words: "Light hands; wants help with the stop.",
    });
    expect(words).not.toBe("");
    const [row] = await screens.site.sql`SELECT content FROM hand_over`;
    expect(row?.["content"].release).toContainEqual({ item: "papers", done: true, words: "" });
    await page.close();
  });
  it("a routine is given, and what the owner ticks back stands beside it", async () => {
    const page = await screens.as("odalys");
    const stay = await stayOf("Gannet");
    await screens.visit(page, `/horse/${stay}/owner`);
    await fill(page, "How to do step 1", "Slowly, from his left.");
    await button(page, "Send it with a message").click();
    await text(page, "Sent to the owner");
    const [row] = await screens.site.sql`SELECT token FROM owner_link WHERE stay_id = ${stay} AND dropped_at IS NULL`;
    const phone = await screens.as(null, { width: 390, height: 844 });
    await screens.visit(phone, `/owner/${row?.["token"]}`);
    await expectAccessible(phone, "the owner's routine");
    expect(await bodyOf(phone)).toContain("Slowly, from his left.");
    expect(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    await (await phone.waitForSelector("input[name^='step:']"))?.click();
    await fill(phone, "How did it go?", "He stood like a rock.");
    await follow(phone, () => button(phone, "Tell the barn what we did").click());
    await text(phone, "✓ Thank you. The barn has it.");
    await reload(page);
    expect(await bodyOf(page)).toMatch(/Tue 14 Jul: 1 of \d+ steps, “He stood like a rock\.”/);
    await button(page, "Mark as read").click();
    await page.waitForFunction(() => !document.body.innerText.includes("Mark as read"));
    await phone.close();
    await page.close();
  });
  it("an owner's question stands on the Rail, is answered, and goes", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    expect(await bodyOf(page)).toMatch(/Second Helping · Dashiell Umberto-Kray asks: “May my daughter/);
    await screens.visit(page, `/horse/${await stayOf("Second Helping")}/owner`);
    await fill(page, "Your answer", "Led at the walk, yes; wait with the trot.");
    await button(page, "Answer by e-mail and on their page").click();
    await text(page, "Answered: Led at the walk");
    await button(page, "Mark as read").click();
    await page.waitForFunction(() => !document.body.innerText.includes("Mark as read"));
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
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await screens.as(null, { width: 390, height: 844 });
    await screens.visit(page, `/owner/${row?.["token"]}`);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    // What is ticked of today stays on the owner's device.
    await (await page.waitForSelector("[data-tick]"))?.click();
    await page.reload();
    await page.waitForFunction(() => document.querySelector<HTMLInputElement>("[data-tick]")?.checked);
    await page.select("[name=goes]", "well");
    await fill(page, "Anything else", "All quiet.");
    await follow(page, () => button(page, "Tell the barn").click());
    await text(page, "Thank you.");
    await follow(page, () => link(page, "Final report, number 1").click());
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    await follow(page, () => button(page, "I have read it").click());
    await text(page, "You told us that you have read it.");
    await follow(page, () => button(page, "Ask").click());
    await text(page, "The question is missing. Type it in.");
    await fill(page, "Ask about this report", "Which bit does he go in?");
    await follow(page, () => button(page, "Ask").click());
    await text(page, "We have your question");
    await page.close();
  });
});
