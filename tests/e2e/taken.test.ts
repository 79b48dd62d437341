/** What is taken beside the scores: gear and why it changed, a school over fences, a photo from the phone; measures between evaluations; gear of the barn's own. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "puppeteer-core";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { go, openGate, tap } from "#tests/phone.ts";
import {
  bodyOf,
  button,
  choose,
  expectAccessible,
  expectTargets,
  fill,
  follow,
  PHONE,
  reload,
  Screens,
  text,
  thumb,
} from "#tests/screen.ts";
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
const unfold = async (page: Page, title: string): Promise<void> =>
  thumb(await page.waitForSelector(`::-p-xpath(//summary[normalize-space(.)='${title}'])`));

describe("on the card", () => {
  it("a school is built from the last one, counted by thumb, with gear that changed and why, and a photo; all of it is in the record", async () => {
    const { sql } = screens.site;
    await sql`UPDATE barn SET gear = ${sql.json([{ place: "legs", words: "Sheepskin boots" }])}`;
    await sql`UPDATE written SET mark = gen_random_uuid()`;
    const [row] = await sql`
      SELECT k.id, k.stay_id, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id JOIN stay s ON s.id = k.stay_id
      JOIN horse h ON h.id = s.horse_id WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND h.name = 'Lantern Fee'`;
    const { id, stayId, who } = row as unknown as { id: string; stayId: string; who: string };
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await openGate(page);
    await go(page, "Work");
    await thumb(await page.waitForSelector("[data-timer='ground']"));
    await unfold(page, "Poles and fences");
    await text(page, "clear, straight and unhurried");
    await tap(page, "Last layout");
    for (let n = 0; n < 3; n += 1) await tap(page, `clear ${n} at cross-pole 3`);
    await tap(page, "rail down 0 at cross-pole 3");
    await choose(page, "Rushes");
    await fill(page, "One thing to change next time", "A pole on the landing side");
    await text(page, "4 efforts so far");
    await expectAccessible(page, "a school over fences");
    await expectTargets(page, "a school over fences", 56);
    await go(page, "What happened");
    await thumb(await page.waitForSelector("::-p-xpath(//summary[contains(., 'Gear')])"));
    await tap(page, "Sheepskin boots");
    const why = await page.waitForSelector("::-p-xpath(//label[contains(., 'Why different gear')]//input)");
    await why?.type("He brushes in front.");
    await unfold(page, "Photo or clip");
    const folder = mkdtempSync(join(tmpdir(), "furlong-photo-"));
    const file = join(folder, "photo.png");
    writeFileSync(
      file,
      await sharp({ create: { width: 2400, height: 1800, channels: 3, background: "#8a9a6b" } })
        .png()
        .toBuffer(),
    );
    const input = await page.waitForSelector("input[type=file][accept='image/*']");
    await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file);
    await text(page, "✓ The barn has it.");
    await expectAccessible(page, "gear and photos");
    await go(page, "The end");
    await choose(page, "Ended well");
    await page.evaluate(() => {
      const real = Date.now();
      Date.now = () => real + 25 * 60_000;
    });
    await follow(page, () => tap(page, "Close the card"));
    const [kept] = await sql`SELECT tack, gear_why, jump FROM card_revision WHERE card_id = ${id}`;
    expect(kept).toMatchObject({
      tack: expect.arrayContaining(["own:legs:Sheepskin boots"]),
      gearWhy: "He brushes in front.",
      jump: {
        way: "loose",
        pace: "rushes",
        change: "A pole on the landing side",
        results: [{ at: 2, clear: 3, rails: 1, stops: 0, runOuts: 0 }],
      },
    });
    const [photo] = await sql`SELECT type, width FROM media WHERE card_id = ${id}`;
    expect(photo).toEqual({ type: "image/jpeg", width: 1600 });
    expect((await sql`SELECT name FROM jump_layout`).map(({ name }) => name)).toContain("Trot poles to a cross");
    await screens.visit(page, `/horse/${stayId}`);
    const words = await bodyOf(page);
    expect(words).toContain("Next time change: A pole on the landing side.");
    expect(words).toMatch(/Legs\s+Sheepskin boots\s+Tue 14 Jul/);
    expect(words).toContain("He brushes in front.");
    await expectAccessible(page, "a horse with gear, schools and photos");
    await page.close();
  });
  it("layouts stand among the tools, to scale, and the manager takes one off", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/tools");
    await text(page, "Trot poles to a cross");
    expect(await page.$$eval("#layouts svg[role=img]", (all) => all.length)).toBe(1);
    await page.locator("#layouts button").click();
    await text(page, "None yet. Name a layout");
    await page.close();
  });
});

describe("between two evaluations", () => {
  it("a horse is measured in one form: a slip of the tape is asked about, what was taken stands with its curves and what it asks to mind", async () => {
    const page = await screens.as("odalys");
    const stay = await stayOf("Blue Ledger");
    await screens.visit(page, `/horse/${stay}`);
    await button(page, "Weigh and measure").click();
    await button(page, "Save the measures").click();
    await text(page, "Give one measure at least.");
    await fill(page, "Withers, hands", "15.1 cm");
    await text(page, "Measure again.");
    await fill(page, "Withers, hands", "150 cm");
    await fill(page, "Croup, hands", "153 cm");
    await fill(page, "Condition, 1 to 9", "7.5");
    await fill(page, "On the scale, lb", "391 kg");
    await expectAccessible(page, "measures");
    await Promise.all([page.waitForNavigation(), button(page, "Save the measures").click()]);
    await text(page, "391 kg");
    const words = await bodyOf(page);
    expect(words).toContain("Overweight. No circles, no trot on hard ground.");
    expect(words).toContain("The croup is higher than the withers");
    expect(words).toMatch(/Tue 14 Jul: 862 lb \(391 kg\), condition 7\.5, withers 14\.3 hands and croup 1 in higher/);
    expect(await page.$("svg[aria-label^='Withers and croup, in.']")).not.toBeNull();
    await reload(page);
    await page.close();
  });
});
