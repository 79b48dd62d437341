import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, link, reload, Screens, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

const played = (page: Page) =>
  page.waitForFunction(
    () => /what if/i.test(document.body.innerText) && !document.body.innerText.includes("working out the forecast"),
    {
      timeout: 60_000,
    },
  );
/** The address of Mothwing's plan, found once as a person finds it. */
let address = "";
async function openPlan(page: Page): Promise<void> {
  if (address === "") {
    await screens.visit(page, "/");
    await follow(page, () => link(page, "Mothwing").click());
    await follow(page, () => link(page, "Plan").click());
    address = new URL(page.url()).pathname;
  } else await screens.visit(page, address);
  await played(page);
}
const choose = (page: Page, label: string, value: string) => page.select(`select[aria-label^="${label}"]`, value);

describe("the Plan screen", () => {
  it("says in words and numbers how each goal stands, plays again to the same answer, and can be stopped", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    const first = await page.$$eval("strong.sign", (all) => all.map((one) => one.textContent));
    expect(first.length).toBeGreaterThan(3);
    expect(await bodyOf(page)).toMatch(/Learns (faster|slower|about as fast)|Too few scores to tell how fast/);
    await page.$$eval("#goals-title ~ *, section:has(#goals-title) details", (all) => {
      for (const one of all) if (one instanceof HTMLDetailsElement) one.open = true;
    });
    expect(await bodyOf(page)).toMatch(/confirmed at the end: \d+%/i);
    expect(await bodyOf(page)).toMatch(/One more session: 6 a week/);
    await page.reload({ waitUntil: "domcontentloaded" });
    await button(page, "Stop").click();
    await button(page, "Forecast again").click();
    await played(page);
    expect(await page.$$eval("strong.sign", (all) => all.map((one) => one.textContent))).toEqual(first);
    await page.close();
  });
  it("asks what another method, or one goal less, would change", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    await choose(page, "Try a method", "ground-first");
    await text(page, "With the “Ground work first” method");
    await page.waitForFunction(() => /first ride planned/.test(document.body.innerText), { timeout: 60_000 });
    await page.close();
  });
  it("says where a part could not be loaded, and brings it when it is asked for again", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    await page.setOfflineMode(true);
    await button(page, "Change the goals").click();
    await text(page, "This part could not be loaded.");
    await page.setOfflineMode(false);
    await button(page, "Try again").click();
    await page.waitForSelector("form select");
    await page.close();
  });
  it("changes goals from a ready-made set, with side, weight and promise, and the plan follows", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    await button(page, "Change the goals").click();
    await page.waitForSelector("form select");
    await page.select("form select", "travel");
    await page.select("select::-p-said([name='Side of Lead at the shoulder'])", "left").catch(async () => {
      const select = await page.waitForSelector("::-p-said([name='Side of Lead at the shoulder'])");
      await select?.select("left");
    });
    await expectAccessible(page, "the goals' form");
    await button(page, "Save the goals").click();
    await text(page, "Walk into the trailer and out again to 4");
    await played(page);
    await reload(page);
    await played(page);
    expect(await bodyOf(page)).toContain("Lead at the shoulder to 4, left");
    await page.close();
  });
  it("pins a thing to a day; the pin survives a new laying and is let go", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    const label = await page.$eval('select[aria-label^="Change "]', (select) => select.getAttribute("aria-label") ?? "");
    await page.select(`select[aria-label="${label}"]`, "pin");
    await text(page, "▼ pinned:");
    await reload(page);
    await played(page);
    await text(page, "▼ pinned:");
    const [letGo] = await page.$$('button[aria-label$=": undo"]');
    await letGo?.click();
    await text(page, "Nothing is pinned or left out.");
    await page.close();
  });
  it("lets the manager write a card and what the week is about; both are let go again", async () => {
    const page = await screens.as("odalys");
    await openPlan(page);
    await (await page.waitForSelector("::-p-text(Write this card)"))?.click();
    await page.waitForSelector("form[aria-label^='Write the card of']");
    await page.select("form[aria-label^='Write the card of'] label select", "clippers");
    await fill(page, "Why (the rider reads this)", "The show is near.");
    await choose(page, "Part of Clippers", "finish");
    await expectAccessible(page, "writing a card");
    await button(page, "Save this card").click();
    await text(page, "Change what you wrote");
    await text(page, "The show is near.");
    await (await page.waitForSelector("button[aria-label^='In your words: the week from']"))?.click();
    await (await page.waitForSelector("input[aria-label^='What the week from']"))?.type("Clean and calm");
    await button(page, "Save").click();
    await text(page, "Clean and calm");
    await reload(page);
    await played(page);
    await text(page, "The show is near.");
    for (const end of ["by hand: undo", "Clean and calm: undo"]) {
      const letGo = `button[aria-label$="${end}"]`;
      await (await page.waitForSelector(letGo))?.click();
      await page.waitForFunction((which) => !document.querySelector(which), {}, letGo);
    }
    await page.waitForFunction(() => !document.body.innerText.includes("The show is near."));
    await page.close();
  });
  it("is read by riders, who change nothing", async () => {
    const page = await screens.as("wren");
    await openPlan(page);
    expect(await bodyOf(page)).not.toContain("Change the goals");
    expect(await page.$('select[aria-label^="Change "]')).toBeNull();
    await page.close();
  });
  it("shows on the Rail which goal is weakest, and leads to the plan", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const href = await page.$$eval("a[href$='/plan']", (links) => links.map((one) => one.textContent));
    expect(href.some((words) => /\d+%$/.test(words ?? ""))).toBe(true);
    await page.close();
  });
});

describe("the ladder", () => {
  it("is read as a graph, refuses a circle while it is typed, and keeps what is changed", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn/ladder");
    await page.$eval("g[aria-label='Catch']", (node) => (node as SVGGElement).focus());
    await page.keyboard.press("Enter");
    await text(page, "Sessions from 0 to 3");
    await choose(page, "Add a skill it needs", "trot");
    await text(page, "need each other in a circle");
    expect(await page.$eval("button::-p-text(Save the ladder)", (one) => (one as HTMLButtonElement).disabled)).toBe(true);
    await button(page, "Undo my changes to this skill").click();
    const days = await page.waitForSelector("#ladder-halfLife");
    await days?.click({ count: 3 });
    await days?.type("90");
    await button(page, "Save the ladder").click();
    await text(page, "Saved");
    await reload(page);
    await page.$eval("g[aria-label='Catch']", (node) => (node as SVGGElement).focus());
    await page.keyboard.press("Enter");
    expect(await page.$eval("#ladder-halfLife", (one) => (one as HTMLInputElement).value)).toBe("90");
    // A skill of the barn's own, in the place of one that would lose the meaning of its scores.
    await button(page, "Add a skill").click();
    const name = await page.waitForSelector("#ladder-words");
    await name?.click({ count: 3 });
    await name?.type("Stands for the photographer");
    await choose(page, "Add a skill it needs", "stand");
    await button(page, "Save the ladder").click();
    await text(page, "Saved");
    await reload(page);
    expect(await page.$("g[aria-label='Stands for the photographer']")).not.toBeNull();
    await page.close();
  });
});

describe("the methods", () => {
  it("stand side by side; one of the barn's own is added, saved, and offered where a stay is booked", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn/methods");
    await button(page, "Add a method").click();
    const name = await page.waitForSelector("::-p-said([name='Name of Quiet steps, our way'])");
    await name?.click({ count: 3 });
    await name?.type("Slow and long");
    await choose(page, "Steering at first: Slow and long", "both-reins");
    await button(page, "Save the methods").click();
    await text(page, "Saved");
    await screens.visit(page, "/book");
    expect(await bodyOf(page)).toContain("Slow and long");
    await page.close();
  });
});
