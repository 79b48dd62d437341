import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, choose, expectAccessible, fill, follow, PHONE, Screens, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

interface Row {
  readonly id: string;
  readonly who: string;
}
/** A handed-out card of today, by kind. */
async function card(kind: "ground" | "ridden"): Promise<Row> {
  const [row] = await screens.site
    .sql`SELECT k.id, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND (k.kind = 'ground') = ${kind === "ground"} ORDER BY k.id LIMIT 1`;
  return row as unknown as Row;
}
const idOf = async (signIn: string): Promise<string> =>
  (await screens.site.sql`SELECT id FROM person WHERE sign_in = ${signIn}`)[0]?.["id"] as string;
const tap = async (page: Page, name: string): Promise<void> => {
  await (await page.waitForSelector(`::-p-aria([name="${name}"])`))?.tap();
};
const revisions = (id: string) =>
  screens.site.sql`SELECT revision, ground_minutes, word FROM card_revision WHERE card_id = ${id} ORDER BY revision`;

describe("a card on the phone", () => {
  it("is closed in a minute, kept over a reload on the way, and corrected as a new revision", async () => {
    const { id, who } = await card("ground");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await expectAccessible(page, "open card");
    const targets = await page.$$eval("main button:not([aria-label]), main label:has(input.sr-only)", (all) =>
      all.map((one) => one.getBoundingClientRect().height).filter((height) => height > 0),
    );
    expect(Math.min(...targets)).toBeGreaterThanOrEqual(44);
    for (let i = 0; i < 7; i += 1) await tap(page, "Ground: 5 more");
    await (await page.waitForSelector("[role=group] button[aria-label$=': 4'], [role=group] button[aria-label*='4, ']"))?.tap();
    await page.reload({ waitUntil: "networkidle0" });
    await text(page, "Kept on this phone and not sent yet.");
    expect(await page.$eval("#ground", (field) => (field as HTMLInputElement).value)).toBe("35");
    await tap(page, "Spook");
    await fill(page, "What led up to it", "A pheasant.");
    await choose(page, "Ended well");
    await fill(page, "A word for the next rider", "Soft on both sides.");
    await expectAccessible(page, "filled card");
    await follow(page, () => button(page, "Close the card").click());
    expect(await bodyOf(page)).toContain("Soft on both sides.");
    expect(await revisions(id)).toMatchObject([{ revision: 1, groundMinutes: 35 }]);

    await button(page, "Correct this record").click();
    await tap(page, "Ground: 5 less");
    await follow(page, () => button(page, "Save the correction").click());
    expect(await bodyOf(page)).toMatch(/Revision 2 .*Revision 1 /);
    expect(await revisions(id)).toMatchObject([{ groundMinutes: 35 }, { groundMinutes: 30, word: "Soft on both sides." }]);
    await page.close();
  });
  it("counts minutes by the clock over a reload, warns of the circle, and closes with what ran", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    // The page's clock can be set on by the test.
    await page.evaluateOnNewDocument(() => {
      const real = Date.now;
      Date.now = () => real() + Number(localStorage.getItem("minutes-on") ?? 0) * 60_000;
    });
    await screens.visit(page, `/card/${id}`);
    const pass = (minutes: number) => page.evaluate((on) => localStorage.setItem("minutes-on", String(on)), minutes);
    const start = async (name: string) => (await page.waitForSelector(`[data-timer='${name}']:not([disabled])`))?.tap();
    await start("ground");
    await pass(12);
    await page.reload({ waitUntil: "networkidle0" });
    await page.waitForFunction(() => document.querySelector("[data-timer='ground']")?.textContent?.includes("12:0"));
    await start("saddle");
    await page.waitForFunction(() => (document.querySelector("#ground") as HTMLInputElement | null)?.value === "12");
    await start("circle");
    await pass(42);
    await text(page, "minutes on the circle");
    await expectAccessible(page, "timers that run");
    const kept = await page.evaluate((key) => JSON.parse(localStorage.getItem(key) ?? "{}"), `card:${await idOf(who)}:${id}`);
    expect(kept.timers.ground.since).toBeNull();
    expect(kept.timers.saddle.since).not.toBeNull();
    await page.close();
  });
  it("asks one side alone by a method that works one a day, until the other was worked too", async () => {
    const [row] = await screens.site.sql`
      SELECT k.id, k.stay_id AS stay, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND k.kind <> 'ground' ORDER BY k.id DESC LIMIT 1`;
    const { id, stay, who } = row as unknown as Row & { stay: string };
    const sidesAsked = async (): Promise<number> => {
      const page = await screens.as(who, PHONE);
      await screens.visit(page, `/card/${id}`);
      const groups = await page.$$eval("section:has(#work-title) [role=group]", (all) => all.length);
      const more = await page.$("::-p-text(The other side was worked too)");
      if (more) {
        await more.tap();
        await page.waitForFunction(
          (before) => document.querySelectorAll("section:has(#work-title) [role=group]").length > before,
          {},
          groups,
        );
      }
      await page.close();
      return groups;
    };
    const both = await sidesAsked();
    await screens.site.sql`UPDATE stay SET method = 'ground-first' WHERE id = ${stay}`;
    await screens.site.sql`UPDATE barn SET revision = revision + 1`;
    expect(await sidesAsked()).toBeLessThan(both);
  });
  it("keeps the gate half shut until all is ticked, shut by a red sign, and lets no ride through", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await text(page, "Gate: half open");
    for (const tick of await page.$$("main section:has(#gate-title) fieldset:first-of-type button[aria-pressed=false]"))
      await tick.tap();
    await text(page, "Gate: open");
    await expectAccessible(page, "open gate");
    await tap(page, "Tight back");
    await text(page, "Gate: shut");
    for (let i = 0; i < 3; i += 1) await tap(page, "Saddle: 5 more");
    await choose(page, "Ended well");
    await button(page, "Close the card").click();
    await page.waitForSelector("[role=alert] div");
    expect(await revisions(id)).toHaveLength(0);
    await tap(page, "✓ Tight back");
    await follow(page, () => button(page, "Close the card").click());
    expect(await revisions(id)).toHaveLength(1);
    await page.close();
  });
  it("shows two writers of one card both versions", async () => {
    const { id, who } = await card("ground");
    const [phone, desk] = [await screens.as(who, PHONE), await screens.as("odalys")];
    for (const page of [phone, desk]) {
      await screens.visit(page, `/card/${id}`);
      for (let i = 0; i < 4; i += 1) await (await page.waitForSelector(`::-p-aria([name="Ground: 5 more"])`))?.click();
      await choose(page, "Ended well");
    }
    await fill(desk, "A word for the next rider", "Written at the desk.");
    await fill(phone, "A word for the next rider", "Written in the pen.");
    await follow(desk, () => button(desk, "Close the card").click());
    await button(phone, "Close the card").click();
    await text(phone, "Somebody else saved while you were writing");
    expect(await bodyOf(phone)).toContain("Written at the desk.");
    await follow(phone, () => button(phone, "Save mine as it is now").click());
    expect(await revisions(id)).toMatchObject([{ word: "Written at the desk." }, { word: "Written in the pen." }]);
    await phone.close();
    await desk.close();
  });
  it("is kept when there is no signal, and closes when there is", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    for (let i = 0; i < 4; i += 1) await tap(page, "Ground: 5 more");
    await choose(page, "Ended well");
    await screens.site.stop();
    await button(page, "Close the card").click();
    await text(page, "does not answer");
    await screens.site.restart();
    await follow(page, () => button(page, "Close the card").click());
    expect(await revisions(id)).toMatchObject([{ groundMinutes: 20 }]);
    await page.close();
  });
});
