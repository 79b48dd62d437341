import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, link, reload, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

describe("booking a stay", () => {
  it("says what is missing at its field, keeps what was typed over a reload, and shows the term while it is agreed", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/book");
    await page.type("[name='client.name']", "Ottoline Fenn");
    await page.type("[name='horse.name']", "Plum Duff");
    await page.type("[name='client.email']", "no at sign");
    await page.select("[name='stay.length']", "30");
    await text(page, "Wed 12 Aug 2026");
    await button(page, "Book the stay").click();
    await text(page, "An address such as name@example.org, or nothing.");
    await text(page, "The owner's request is missing. Type it in.");
    await expectAccessible(page, "booking with faults");
    await reload(page);
    expect(await page.$eval("[name='horse.name']", (field) => (field as HTMLInputElement).value)).toBe("Plum Duff");
    await fill(page, "E-mail", "ottoline@example.org");
    await page.type("[name='stay.aim']", "Hacks out alone. Load in the trailer. Brave in the woods.");
    // What is read is a proposal: one tap each, and what was not read is said.
    await text(page, "Not understood: “Brave in the woods”");
    await button(page, "Add as a goal: Stand closed in the trailer and travel").click();
    await expectAccessible(page, "booking with goals");
    await follow(page, () => button(page, "Book the stay").click());
    const goals = await screens.site.sql`
      SELECT g.skill, g.must FROM goal g JOIN stay s ON s.id = g.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Plum Duff'`;
    expect(goals.map((goal) => [goal["skill"], goal["must"]])).toEqual([["trailer-stand", false]]);
    expect(await bodyOf(page)).toContain("Hacks out alone.");
    expect(await bodyOf(page)).toContain("Day 1 of 30");
    await screens.visit(page, "/book");
    expect(await page.$eval("[name='horse.name']", (field) => (field as HTMLInputElement).value)).toBe("");
    await page.close();
  });
});

describe("contract and holds", () => {
  const open = async (horse: string) => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await follow(page, () => link(page, horse).click());
    await follow(page, () => link(page, "Contract and holds").click());
    return page;
  };
  it("puts a horse on hold by the barn's policy, and takes it off", async () => {
    const page = await open("Gannet");
    await page.select("[name='kind']", "weather");
    expect(await page.$eval("[name='stopsClock']", (box) => (box as HTMLInputElement).checked)).toBe(false);
    await page.select("[name='kind']", "vet");
    expect(await page.$eval("[name='stopsClock']", (box) => (box as HTMLInputElement).checked)).toBe(true);
    await button(page, "Put on hold").click();
    await text(page, "The reason is missing");
    await fill(page, "Reason", "Heat in the near fore.");
    await follow(page, () => button(page, "Put on hold").click());
    expect(await bodyOf(page)).toContain("On hold (vet) since Tue 14 Jul");
    await follow(page, () => button(page, "End the hold").click());
    expect(await bodyOf(page)).toContain("Tue 14 Jul to Tue 14 Jul");
    await page.close();
  });
  it("shows two writers both versions, and loses neither's words", async () => {
    const [mine, theirs] = [await open("Copperplate"), await open("Copperplate")];
    await fill(mine, "Equipment, discipline, who helps", "A snaffle of her own.");
    await fill(mine, "Sessions a week", "3");
    await fill(theirs, "Equipment, discipline, who helps", "Two friends who jump.");
    await fill(theirs, "The owner's request, in their own words", "Jump a line by autumn.");
    await button(theirs, "Save the terms").click();
    await text(theirs, "Saved");
    await button(mine, "Save the terms").click();
    await text(mine, "Somebody else saved while you were typing");
    await expectAccessible(mine, "conflict");
    const panel = await saidBy(mine, "[role=alertdialog]");
    for (const words of ["A snaffle of her own.", "Two friends who jump.", "Jump a line by autumn."])
      expect(panel).toContain(words);
    const take = await mine.waitForSelector("::-p-xpath(//tr[contains(., 'Jump a line')]//button)");
    await take?.click();
    await button(mine, "Save mine as it is now").click();
    await text(mine, "Saved");
    await reload(mine);
    const value = (name: string) => mine.$eval(`[name='stay.${name}']`, (field) => (field as HTMLInputElement).value);
    expect([await value("aim"), await value("afterWords"), await value("sessionsAWeek")]).toEqual([
      "Jump a line by autumn.",
      "A snaffle of her own.",
      "3",
    ]);
    await mine.close();
    await theirs.close();
  });
  it("changes a telephone number, and shows two writers of it both", async () => {
    const [mine, theirs] = [await open("Lantern Fee"), await open("Lantern Fee")];
    for (const page of [mine, theirs]) await button(page, "Change client or horse").click();
    await fill(mine, "E-mail", "not one");
    await button(mine, "Save client and horse").click();
    await text(mine, "An address such as name@example.org, or nothing.");
    await fill(mine, "E-mail", "mine@example.org");
    await fill(theirs, "E-mail", "theirs@example.org");
    await follow(theirs, () => button(theirs, "Save client and horse").click());
    await button(mine, "Save client and horse").click();
    await text(mine, "Somebody else saved while you were typing");
    await expectAccessible(mine, "details conflict");
    expect(await saidBy(mine, "[role=alertdialog]")).toMatch(/E-mail mine@example.org theirs@example.org/);
    await follow(mine, () => button(mine, "Save mine as it is now").click());
    expect(await bodyOf(mine)).toContain("mine@example.org");
    await mine.close();
    await theirs.close();
  });
  it("keeps two horses apart, and lets nobody go home with open cards", async () => {
    const page = await open("Tin Whistle");
    const value = await page.$eval("option::-p-text(Copperplate)", (option) => (option as HTMLOptionElement).value);
    await page.select("select:has(option[value='" + value + "'])", value);
    await follow(page, () => button(page, "Keep apart").click());
    expect(await bodyOf(page)).toContain("Never in the same place as Copperplate");
    await button(page, "Send Tin Whistle home").click();
    await text(page, "still open. Close or cancel");
    await page.close();
  });
});

describe("people", () => {
  it("are added, changed, sent away for a day and retired", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/people");
    await button(page, "Add a person").click();
    await fill(page, "Name", "Hesper Vole");
    await fill(page, "Sign-in name", "hesper");
    await fill(page, "First password", "short");
    await button(page, "Add this person").click();
    await text(page, "At least 12 characters");
    await expectAccessible(page, "adding a person");
    await fill(page, "First password", "a long enough one");
    await follow(page, () => button(page, "Add this person").click());
    await button(page, "Change Hesper Vole").click();
    await fill(page, "Weight with tack, lb", "63,5 kg");
    await fill(page, "Grade", "4");
    await button(page, "Saturday").click();
    await follow(page, () => button(page, "Save the change").click());
    const row = () => saidBy(page, "::-p-xpath(//tr[contains(., 'Hesper Vole')])");
    expect(await row()).toContain("140 lb");
    expect(await row()).toContain("Mon to Sat");
    await fill(
      page,
      "Who",
      await page.$eval("select[name=person] option::-p-text(Hesper Vole)", (option) => (option as HTMLOptionElement).value),
    );
    await fill(page, "Reason", "A funeral");
    await follow(page, () => button(page, "Add the absence").click());
    expect(await bodyOf(page)).toContain("A funeral");
    await button(page, "Change Hesper Vole").click();
    await follow(page, () => button(page, "Retire Hesper Vole").click());
    expect(await row()).toContain("retired");
    await page.close();
  });
});
