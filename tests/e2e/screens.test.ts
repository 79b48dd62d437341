import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { DEMO_PASSWORD } from "#demo/cast.ts";
import {
  bodyOf,
  button,
  DESK,
  expectAccessible,
  expectContrast,
  fill,
  follow,
  link,
  openMore,
  PHONE,
  Screens,
  text,
} from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

describe("looking at contrast", () => {
  it("finds the one text among thousands alike that is too faint, by its own colour or by what it stands on", async () => {
    const page = await screens.as("odalys", DESK);
    await screens.visit(page, "/handbook");
    const style = (one: Readonly<Record<string, string>>) =>
      page.$$eval("main p", (all, change) => Object.assign((all[Math.floor(all.length / 2)] as HTMLElement).style, change), one);
    await style({ color: "#b8b8b8" });
    await expect(expectContrast(page, "faint")).rejects.toThrow("…(1)");
    await style({ color: "", background: "#3a3a3a" });
    await expect(expectContrast(page, "dark ground")).rejects.toThrow("…(1)");
    await style({ background: "" });
    await expectContrast(page, "as it was");
    await page.close();
  });
});

describe("a page that a role may not see", () => {
  it("is an error to the console, and a whole page to the reader", async () => {
    const page = await screens.as("wren", PHONE);
    await screens.visit(page, "/people");
    expect(await bodyOf(page)).toContain("No access");
    await expectAccessible(page, "no access");
    await page.close();
  });
});

describe("coming in", () => {
  it("leads through the form to where somebody wanted to go, and out again", async () => {
    const page = await screens.as(null, DESK);
    await screens.visit(page, "/today?day=2026-07-15");
    await expectAccessible(page, "sign-in");
    await fill(page, "Sign-in name", "wren");
    await fill(page, "Password", "not hers at all");
    await follow(page, () => page.keyboard.press("Enter"));
    expect(await bodyOf(page)).toContain("That name and password don't match");
    await fill(page, "Password", DEMO_PASSWORD);
    await follow(page, () => page.keyboard.press("Enter"));
    expect(page.url()).toContain("/today?day=2026-07-15");
    await openMore(page);
    await follow(page, () => button(page, "Sign out").click());
    expect(page.url()).toContain("/sign-in");
    await screens.visit(page, "/");
    expect(page.url()).toContain("/sign-in");
    await page.close();
  });
});

describe("the Rail", () => {
  it("shows every horse in work with its ruler in words, and finds one by name or owner", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const rulers = await page.$$eval("svg[role=img]", (all) => all.map((svg) => svg.getAttribute("aria-label") ?? ""));
    expect(rulers).toHaveLength(14);
    for (const said of rulers)
      expect(said).toMatch(/^Day \d+ of \d+ on .*: \d+ of \d+ sessions done, (on schedule|\d+ lengths? (behind|ahead))\./);
    await page.keyboard.press("/");
    await page.keyboard.type("marchetti");
    await page.waitForFunction(() => document.querySelectorAll("svg[role=img]").length > 0);
    const shown = () =>
      page.$$eval(
        "svg[role=img]",
        (all) => all.filter((svg) => (svg as unknown as HTMLElement).getBoundingClientRect().height > 0).length,
      );
    await page.waitForFunction(
      () => [...document.querySelectorAll("svg[role=img]")].filter((svg) => svg.getBoundingClientRect().height > 0).length < 14,
    );
    expect(await shown()).toBeGreaterThan(0);
    await page.close();
  });
  it("is walked by shortcuts, which are listed", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await page.keyboard.press("?");
    await text(page, "Shortcuts on this screen");
    expect(await page.$eval("dialog", (dialog) => dialog.innerText)).toMatch(/g t/);
    await page.keyboard.press("Escape");
    await page.keyboard.press("g");
    await follow(page, () => page.keyboard.press("t"));
    expect(page.url()).toContain("/today");
    await follow(page, () => page.keyboard.press("]"));
    expect(page.url()).toContain("day=2026-07-15");
    await follow(page, () => page.keyboard.press("n"));
    expect(page.url()).toContain("/book");
    await page.close();
  });
  it("leads from a lane to the horse, its levels and its log", async () => {
    const page = await screens.as("wren");
    await screens.visit(page, "/");
    await follow(page, () => link(page, "Oatfield Rumor").click());
    const drawing = await page.$$eval("figure svg[role=img]", (all) => all.map((svg) => svg.getAttribute("aria-label")).join());
    expect(drawing).toMatch(/Hindquarters over: left \d.*right \d/);
    await follow(page, () => link(page, "Log").click());
    expect(await bodyOf(page)).toContain("Tavish Okonjo");
    expect(await bodyOf(page)).not.toContain("Contract and holds");
    await page.close();
  });
});
