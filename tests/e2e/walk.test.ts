import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, reload, Screens, TABLET, text, thumb } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
let evaluate = "";
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
  const [stay] = await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Brickle'`;
  evaluate = `/horse/${stay?.["id"]}/evaluate`;
});
afterAll(() => screens.close());

const press = async (page: Page, name: string): Promise<void> => {
  await thumb(await page.waitForSelector(`button[aria-label^="${name}"]`));
};
const pressed = (page: Page, name: string): Promise<boolean> =>
  page.$eval(`button[aria-label^="${name}"]`, (button) => button.getAttribute("aria-pressed") === "true");
const go = async (page: Page, rung: string): Promise<void> => {
  await thumb(await page.waitForSelector(`ol button::-p-text(${rung})`));
  await page.waitForFunction((wanted) => document.querySelector("h1")?.textContent?.endsWith(wanted), {}, rung);
};
const saved = (page: Page) => page.waitForFunction(() => document.body.innerText.includes("Saved"));
const marks = async (): Promise<string[]> =>
  (
    await screens.site
      .sql`SELECT m.skill, m.side, m.score FROM evaluation_mark m JOIN evaluation e ON e.id = m.evaluation_id WHERE e.closed_at IS NULL ORDER BY 1, 2`
  ).map((row) => `${row["skill"]} ${row["side"]} ${row["score"]}`);

describe("the walk on the tablet", () => {
  it("is gone on with where it was left; a second tap takes a score away, and one tap brings it back", async () => {
    const page = await screens.as("odalys", TABLET);
    const [stay] = await screens.site.sql`
      SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Gannet'`;
    const path = `/horse/${stay?.["id"]}/evaluate`;
    await screens.visit(page, path);
    await follow(page, () => button(page, "Start the mid-term evaluation").click());
    await go(page, "Yielding");
    await press(page, "Head down: 4");
    const tick = () => page.$$eval("ol button", (all) => all.find((one) => one.textContent?.includes("Yielding"))?.textContent);
    expect(await tick()).toContain("…");
    await press(page, "Head down: 4");
    expect(await pressed(page, "Head down: 4")).toBe(false);
    expect(await tick()).not.toContain("…");
    await button(page, "Undo the last tap").click();
    expect(await pressed(page, "Head down: 4")).toBe(true);
    // What was scored at the evaluation before can be seen on the cells.
    expect(await page.$$eval("button[aria-label*='as before']", (all) => all.length)).toBeGreaterThan(3);
    await saved(page);
    await reload(page);
    await page.waitForFunction(() => document.querySelector("h1")?.textContent === "6. Yielding");
    await screens.site
      .sql`DELETE FROM evaluation_mark WHERE evaluation_id IN (SELECT id FROM evaluation WHERE closed_at IS NULL)`;
    await screens.site.sql`DELETE FROM evaluation WHERE closed_at IS NULL`;
    await page.close();
  });
  it("begins, and takes scores at their own hand, signs with a strength, and words", async () => {
    const page = await screens.as("odalys", TABLET);
    await screens.visit(page, evaluate);
    await follow(page, () => button(page, "Start the intake evaluation").click());
    await go(page, "Catch, halter, lead");
    await expectAccessible(page, "rung");
    await press(page, "Lead at the shoulder, left: 3");
    await press(page, "Lead at the shoulder, right: 1");
    await press(page, "Catch: 2");
    await press(page, "Catch: 2");
    await fill(page, "In words", "Leans on the rope to the right.");
    await saved(page);
    expect(await marks()).toEqual(["catch both null", "lead left 3", "lead right 1"]);
    await press(page, "Lead at the shoulder, right: 2");
    await button(page, "Undo the last tap").click();
    expect(await pressed(page, "Lead at the shoulder, right: 1")).toBe(true);
    await page.close();
  });
  it("loses nothing when the server goes away, the page is loaded again, and the server comes back", async () => {
    const page = await screens.as("odalys", TABLET);
    await screens.visit(page, evaluate);
    await go(page, "Tie");
    await screens.site.stop();
    await press(page, "Tie and stand: 4");
    await page.waitForFunction(() => document.body.innerText.includes("Kept on this device"));
    await screens.site.restart();
    await saved(page);
    expect(await marks()).toContain("tie both 4");
    await press(page, "Tie and stand: 2");
    await reload(page);
    await go(page, "Tie");
    expect(await pressed(page, "Tie and stand: 2")).toBe(true);
    await saved(page);
    expect(await marks()).toContain("tie both 2");
    await page.close();
  });
  it("joins what two people fill in at once, and asks only where both wrote the same field differently", async () => {
    const [one, two] = [await screens.as("odalys", TABLET), await screens.as("odalys", TABLET)];
    for (const page of [one, two]) {
      await screens.visit(page, evaluate);
      await go(page, "Handle all over");
    }
    await press(one, "Grooming, left: 5");
    await press(one, "Fly spray, left: 1");
    await saved(one);
    await press(two, "Grooming, right: 3");
    await press(two, "Fly spray, left: 4");
    await text(two, "Somebody else saved while you were typing");
    const panel = await two.$eval("[role=alertdialog]", (section) => (section as HTMLElement).innerText);
    expect(panel).toContain("Fly spray");
    expect(panel).not.toContain("Brushed");
    await button(two, "Take theirs").click();
    await two.waitForFunction(() => !document.querySelector("[role=alertdialog]"));
    await saved(two);
    expect(await marks()).toEqual(expect.arrayContaining(["groom left 5", "groom right 3", "spray left 1"]));
    await one.close();
    await two.close();
  });
  it("stops where it is not safe, says what comes of it, and is then fixed", async () => {
    const page = await screens.as("odalys", TABLET);
    await screens.visit(page, evaluate);
    await go(page, "Measure");
    await fill(page, "Heart girth, in", "18 cm");
    await text(page, "A length from 24 to 102 in.");
    await fill(page, "Heart girth, in", "172 cm");
    await fill(page, "Body length, in", "150 cm");
    await text(page, "374 kg");
    await go(page, "Yielding");
    await thumb(await page.waitForSelector("button::-p-text(Stop here)"));
    await fill(page, "Why the evaluation stops here", "Kicked at the rope twice.");
    await thumb(await page.waitForSelector("button::-p-text(Stop; what you scored counts)"));
    await page.waitForFunction(() => document.querySelector("h1")?.textContent === "Outcome");
    expect(await bodyOf(page)).toMatch(/places to look, not diagnoses\. Vet, dentist and farrier come first/);
    await saved(page);
    await follow(page, () => button(page, "Close the evaluation").click());
    expect(await bodyOf(page)).toContain("Kicked at the rope twice.");
    await screens.visit(page, evaluate);
    expect(await bodyOf(page)).toContain("Start the mid-term evaluation");
    await page.close();
  });
});
