/** A report written at the desk: composed, put another way, added to, approved, and told to the owner. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, follow, link, reload, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

const open = async (): Promise<Page> => {
  const page = await screens.as("odalys");
  await screens.visit(page, "/");
  await follow(page, () => link(page, "Tin Whistle").click());
  await follow(page, () => link(page, "Report").click());
  return page;
};
/** Own words on a block, in its rich-text editor. */
const add = async (page: Page, block: string, words: string): Promise<void> => {
  const editor = `[role=textbox][aria-label="Your words on: ${block}"]`;
  if (!(await page.$(editor))) await button(page, `Add your words on: ${block}`).click();
  await (await page.waitForSelector(editor))?.click();
  await page.keyboard.type(words);
};
const proseOf = (page: Page, block: string): Promise<string> =>
  page.$eval(`[role=textbox][aria-label="Your words on: ${block}"]`, (one) => (one as HTMLElement).innerText.trim());

describe("the report", () => {
  it("is composed from the record, says what is behind a sentence, takes own words, is approved and numbered, and prints clean", async () => {
    const page = await open();
    const [given] = await screens.site
      .sql`SELECT count(*) FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Tin Whistle' AND k.state = 'closed'`;
    const sessions = `We did ${given?.["count"]} of your 20 sessions`;
    expect(await bodyOf(page)).toContain(sessions);
    await (await page.waitForSelector(`[data-line] button[aria-expanded=false]::-p-text(${sessions})`))?.click();
    expect(await page.$$eval("[data-line] a[href^='/card/']", (links) => links.length)).toBe(Number(given?.["count"]));
    await add(page, "What we did", "She found her rhythm in the second week.");
    // What is a vet's to say is marked, and left to the manager.
    await page.keyboard.type(" She is sound.");
    await text(page, "You mention health or soundness. Leave that to the vet.");
    for (let letters = 0; letters < " She is sound.".length; letters += 1) await page.keyboard.press("Backspace");
    await page.waitForFunction(() => !document.body.innerText.includes("Leave that to the vet"));
    await button(page, "Bold").click();
    await reload(page);
    await text(page, "Kept on this device, not saved yet");
    await button(page, "Save").click();
    await text(page, "Saved");
    // Two sentences of the same block: one is left out, one is put another way.
    await (await page.waitForSelector("[data-line] button[aria-expanded=false]::-p-text(hours on the ground)"))?.click();
    await (await page.waitForSelector("::-p-said([name='Reword'][role='textbox'])"))?.click({ count: 3 });
    await page.keyboard.type("Most hours were in the saddle.");
    const [careful] = await page.$$(
      "::-p-xpath(//section[h2='What to be careful with' or h2='Keep in mind']//*[@data-line]//button[@aria-expanded='false'])",
    );
    const leftOut = await careful?.evaluate((one) => (one.firstChild?.textContent ?? "").trim());
    await careful?.click();
    await (
      await page.waitForSelector(
        "::-p-xpath(//section[h2='What to be careful with' or h2='Keep in mind']//button[text()='Leave it out'])",
      )
    )?.click();
    await follow(page, () => button(page, "Approve and number").click());
    expect(page.url()).toMatch(/\/report\/\d+$/);
    const words = await bodyOf(page);
    expect(words).toContain("She found her rhythm in the second week.");
    expect(words).toContain("Most hours were in the saddle.");
    expect(words).not.toContain("hours on the ground and");
    expect(words).not.toContain(leftOut ?? "?");
    await page.emulateMediaType("print");
    expect(
      await page.$$eval("body > header, nav, button, a", (all) =>
        all.filter((one) => (one as HTMLElement).offsetParent !== null).map((one) => one.textContent),
      ),
    ).toEqual([]);
    await page.close();
  });
  it("marks own words that the record does not bear any more, and a later number says what changed", async () => {
    const { sql } = screens.site;
    const [stay] = await sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Tin Whistle'`;
    // A session was corrected after the report was approved.
    await sql`UPDATE card_revision SET ground_minutes = ground_minutes + 60 WHERE card_id = (SELECT id FROM card WHERE stay_id = ${stay?.["id"]} AND state = 'closed' ORDER BY day LIMIT 1)`;
    await sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await open();
    await text(page, "The record changed after you reworded this");
    expect(await saidBy(page, "[aria-label='What the owner reads']")).toMatch(/hours on the ground and [\d.]+ hours of riding/);
    await expectAccessible(page, "words that are out of date");
    await button(page, "Use the new text").click();
    await follow(page, () => button(page, "Approve, number and send").click());
    const words = await bodyOf(page);
    expect(words).toMatch(/What changed since report \d+/);
    expect(words).toMatch(/Gone: Most hours were in the saddle\./);
    const [letter] =
      await sql`SELECT subject, issue FROM message WHERE stay_id = ${stay?.["id"]} AND issue IS NOT NULL ORDER BY made_at DESC LIMIT 1`;
    expect(letter).toMatchObject({
      subject: "Tin Whistle: final report",
      issue: Number(page.url().split("/").at(-1)),
    });
    await page.close();
  });
  it("shows two writers both versions", async () => {
    const [one, two] = [await open(), await open()];
    await add(one, "What we propose next", "Another month on hills.");
    await button(one, "Save").click();
    await text(one, "Saved");
    await add(two, "What we propose next", "Rest for a fortnight.");
    await button(two, "Save").click();
    await text(two, "Somebody else saved while you were typing");
    const panel = await saidBy(two, "[role=alertdialog]");
    expect(panel).toContain("Another month on hills.");
    expect(panel).toContain("Rest for a fortnight.");
    await button(two, "Drop mine, take theirs").click();
    await button(two, "Save").click();
    await text(two, "Saved");
    expect(await proseOf(two, "What we propose next")).toBe("Another month on hills.");
    await one.close();
    await two.close();
  });
});

describe("the programme for home", () => {
  it("is the manager's to change: a thing left out is asked nowhere, words and minutes are theirs, and it is approved so", async () => {
    const page = await open();
    const shown = (): Promise<string> => saidBy(page, "[aria-label='What the owner reads'] [aria-label='Home plan']");
    const [first] = await page.$$("button[aria-label^='Leave it out: ']");
    const name = await first?.evaluate((one) => one.getAttribute("aria-label")?.replace("Leave it out: ", "") ?? "");
    await first?.click();
    await page.waitForSelector(`button[aria-label='Put it back: ${name}']`);
    await (await page.waitForSelector("::-p-said([name='Minutes a day'][role='spinbutton'])"))?.type("25");
    await (await page.waitForSelector("::-p-said([name='Comes back on'])"))?.evaluate((one) => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(one, "2027-03-01");
      one.dispatchEvent(new Event("input", { bubbles: true }));
    });
    await (await page.waitForSelector("::-p-said([name='What for'])"))?.type("a month of trails");
    await add(page, "At home", "Ride with a friend the first time out.");
    await page.waitForFunction(() => document.body.innerText.includes("comes back to us on Mon 1 Mar 2027: a month of trails"));
    const words = await shown();
    expect(words).toContain("Ride with a friend the first time out.");
    expect(words).toContain("Ride, 25 minutes");
    expect(words).toMatch(/After the four weeks/);
    await button(page, "Save").click();
    await text(page, "Saved");
    await reload(page);
    expect(await shown()).toContain("a month of trails");
    expect(await page.$(`button[aria-label='Put it back: ${name}']`)).not.toBeNull();
    await follow(page, () => button(page, "Approve and number").click());
    expect(await bodyOf(page)).toContain("comes back to us on Mon 1 Mar 2027: a month of trails");
    await page.close();
  });
});

describe("all reports of the week", () => {
  it("are composed together, and those that were read are approved and sent together", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/reports");
    const state = (words: string): Promise<number> =>
      page.$$eval(
        "section[aria-label^='Reports on'] li",
        (rows, sought) => rows.filter((row) => row.textContent?.includes(sought)).length,
        words,
      );
    const open = await state("no draft yet");
    expect(open).toBeGreaterThan(3);
    await button(page, `Write all drafts (${open})`).click();
    await page.waitForFunction(() => !document.body.innerText.includes("no draft yet"));
    expect(await screens.site.sql`SELECT id FROM report WHERE version = 1`.then((rows) => rows.length)).toBeGreaterThanOrEqual(
      open,
    );
    const sent = await page.$eval("main summary", (summary) => Number(summary.textContent?.replace(/\D/g, "")));
    const picks = await page.$$("section[aria-label^='Reports on'] input[type=checkbox]");
    await picks[0]?.click();
    await picks[1]?.click();
    await button(page, "Approve and send 2").click();
    await page.waitForFunction((all) => document.querySelector("main summary")?.textContent === `Sent ${all}`, {}, sent + 2);
    await page.close();
  });
});
