/** A manager's day without a mouse: book, evaluate and sign, plan the week, hand out the day, send a report. What is pressed has the focus, and is reached by Tab or by its key. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, follow, Screens, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
let page: Page;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
  page = await screens.as("odalys");
});
afterAll(() => screens.close());

const MOST_TABS = 500;
/** Tab until it has the focus, which must be seen there. */
async function tabTo(selector: string): Promise<void> {
  const target = await page.waitForSelector(selector);
  for (let tabs = 0; tabs < MOST_TABS; tabs += 1) {
    if (await target?.evaluate((one) => one === document.activeElement)) {
      const ring = await target?.evaluate((one) => {
        const { outlineStyle, outlineWidth } = getComputedStyle(one);
        return outlineStyle !== "none" && outlineWidth !== "0px";
      });
      expect([selector, ring]).toEqual([selector, true]);
      return;
    }
    await page.keyboard.press("Tab");
  }
  throw new Error(`${selector} is not reached by Tab`);
}
const named = (name: string): string => `::-p-said([name="${name}"])`;
const press = async (selector: string): Promise<void> => {
  await tabTo(selector);
  await page.keyboard.press("Enter");
};
const type = async (selector: string, words: string): Promise<void> => {
  await tabTo(selector);
  await page.keyboard.type(words);
};
const stayOf = async (horse: string): Promise<string> =>
  (
    await screens.site
      .sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${horse} AND s.went_home IS NULL`
  )[0]?.["id"] as string;

describe("with the keyboard alone", () => {
  it("a stay is booked", async () => {
    await screens.visit(page, "/");
    await follow(page, () => page.keyboard.press("n"));
    await type("[name='client.name']", "Ottoline Fenn");
    await type("[name='horse.name']", "Plum Duff");
    await type("[name='stay.aim']", "Hacks out alone.");
    await follow(page, () => press(named("Book the stay")));
    expect(await bodyOf(page)).toContain("Plum Duff");
  });
  it("a horse is evaluated, stopped where it is not safe, and signed off", { timeout: 120_000 }, async () => {
    await screens.visit(page, `/horse/${await stayOf("Brickle")}`);
    await follow(page, () => page.keyboard.press("e"));
    await follow(page, () => press(named("Start the intake evaluation")));
    await press("ol li:nth-child(3) button");
    await press("button[aria-label^='Catch: 3']");
    await press("button::-p-text(Stop here)");
    await type(named("Why the evaluation stops here"), "Would not be led past the gate.");
    await press("button::-p-text(Stop; what you scored counts)");
    await page.waitForFunction(() => document.body.innerText.includes("Saved"));
    await follow(page, () => press("button::-p-text(Close the evaluation)"));
    await press("button::-p-text(Sign off the evaluation)");
    await text(page, "Signed by Odalys Brandt");
  });
  it("the week is planned and the day handed out", { timeout: 120_000 }, async () => {
    await screens.visit(page, "/week");
    await page.keyboard.press("l");
    await text(page, "This is the best possible plan.");
    await page.keyboard.press("g");
    await follow(page, () => page.keyboard.press("t"));
    await page.keyboard.press("l");
    await text(page, "sessions planned");
    await page.keyboard.press(".");
    await text(page, "handed out.");
  });
  it("a report is approved and sent", { timeout: 120_000 }, async () => {
    await screens.visit(page, `/horse/${await stayOf("Tin Whistle")}/report`);
    await follow(page, () => press("button::-p-text(Approve, number and send)"));
    expect(await bodyOf(page)).toMatch(/Final report · Report \d+/);
  });
});
