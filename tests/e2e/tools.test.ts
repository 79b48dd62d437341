import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { expectAccessible, fill, PHONE, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

describe("the barn tools", () => {
  it("weigh by tape, say who may ride, and show everybody's weight to the manager", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/tools");
    await fill(page, "Heart girth, in", "74.8");
    await fill(page, "Body length, in", "62.2");
    await text(page, "480 kg");
    await (await page.waitForSelector("::-p-text(who may ride it?)"))?.click();
    await fill(page, "Age, years", "9");
    const said = await saidBy(page, "#load");
    expect(said).toMatch(/Better under 180 lb .* never above 212 lb/);
    expect(said).toMatch(/Tavish Okonjo, 186 lb .*: ▲/);
    expect(said).toMatch(/Wren Castellanos, 134 lb .*: ✓ fine/);
    await expectAccessible(page, "the barn tools, filled");
    await page.close();
  });
  it("lay out poles, count laps and say what heat and wind ask, on the phone; nobody else's weight is shown", async () => {
    const page = await screens.as("wren", PHONE);
    await screens.visit(page, "/tools");
    await fill(page, "Laps gone", "10");
    await text(page, "1885 ft, 575 m");
    await fill(page, "How many (2 to 12)", "5");
    await page.waitForSelector("svg[aria-label^='5 in a row, 4 ft 6 in']");
    await fill(page, "Air, °F", "35 °C");
    await fill(page, "Humidity, %", "60");
    await fill(page, "Wind, mph", "20");
    await text(page, "Heat 155: ▲ short");
    await text(page, "ground work first");
    await fill(page, "Horse, lb", "880");
    const said = await saidBy(page, "#load");
    expect(said).toContain("Wren Castellanos");
    expect(said).not.toContain("Tavish");
    await page.close();
  });
});
