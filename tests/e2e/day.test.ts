import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { HALF_HOUR } from "#core/day/model.ts";
import { fromSeven } from "#tests/days.ts";
import { tap } from "#tests/phone.ts";
import { bodyOf, button, choose, expectAccessible, fill, PHONE, reload, Screens, TABLET, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";
import { clock } from "#ui/words/figures.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

/** A Wednesday with nothing on it: most horses are to place. */
const DAY = "2026-07-15";
beforeEach(async () => {
  await screens.site.sql`DELETE FROM card WHERE day = ${DAY}`;
  await screens.site.sql`DELETE FROM day_sheet WHERE day = ${DAY}`;
  await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
});
const open = async (size?: { width: number; height: number }): Promise<Page> => {
  const page = await screens.as("odalys", size);
  await screens.visit(page, `/today?day=${DAY}`);
  return page;
};
const idOf = async (name: string): Promise<string> =>
  (await screens.site.sql`SELECT id FROM person WHERE name = ${name}`)[0]?.["id"] as string;
const due = (page: Page, horse: string) => page.waitForSelector(`::-p-xpath(//button[@data-due][contains(., '${horse}')])`);
const spot = async (page: Page, rider: string, start: number) =>
  page.waitForSelector(`[data-spot='${await idOf(rider)}:${fromSeven(start)}']`);
const cards = () =>
  screens.site
    .sql`SELECT h.name AS horse, p.name AS rider, k.start, k.state FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id JOIN person p ON p.id = k.rider_id WHERE k.day = ${DAY} AND k.state <> 'cancelled'`;

describe("placing a horse", () => {
  it("by tap and tap, with every spot saying what it would cost", async () => {
    const page = await open();
    await (await due(page, "Blue Ledger"))?.click();
    await expectAccessible(page, "spots shown");
    const heavy = await spot(page, "Tavish Okonjo", 0);
    expect(await heavy?.evaluate((cell) => cell.getAttribute("aria-label"))).toMatch(/^Tavish Okonjo, 07:00: /);
    await (await spot(page, "Wren Castellanos", 2))?.click();
    await text(page, "Blue Ledger placed with Wren Castellanos at 08:00");
    expect(await cards()).toMatchObject([
      { horse: "Blue Ledger", rider: "Wren Castellanos", start: fromSeven(2), state: "placed" },
    ]);
    await button(page, "Undo: add Blue Ledger").click();
    await text(page, "Undone");
    expect(await cards()).toHaveLength(0);
    await page.close();
  });
  it("by the keyboard alone", async () => {
    const page = await open();
    await (await due(page, "Blue Ledger"))?.focus();
    await page.keyboard.press("Enter");
    await page.waitForSelector("[data-spot][tabindex='0']");
    await page.waitForFunction(() => document.activeElement?.hasAttribute("data-spot"));
    const at = () => page.evaluate(() => document.activeElement?.getAttribute("data-spot") ?? "");
    const before = await at();
    await page.keyboard.press("ArrowRight");
    await page.waitForFunction((was) => document.activeElement?.getAttribute("data-spot") !== was, {}, before);
    expect(Number((await at()).split(":")[1])).toBe(Number(before.split(":")[1]) + HALF_HOUR);
    await page.keyboard.press("Escape");
    await page.waitForFunction(() => !document.querySelector("[data-spot]"));
    await (await due(page, "Blue Ledger"))?.focus();
    await page.keyboard.press("Enter");
    await page.waitForFunction(() => document.activeElement?.hasAttribute("data-spot"));
    await page.keyboard.press("Enter");
    await text(page, "Blue Ledger placed with");
    expect(await cards()).toMatchObject([{ horse: "Blue Ledger" }]);
    await page.close();
  });
  it("by dragging, and again to another rider", async () => {
    // Tall enough for the list and every string to be in sight at once, as they are when somebody drags.
    const page = await open({ width: 1280, height: 1500 });
    const drag = async (from: { x: number; y: number }, rider: string, start: number): Promise<void> => {
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x - 20, from.y + 10, { steps: 4 });
      const cell = await spot(page, rider, start);
      const said = (): Promise<boolean> =>
        page.evaluate(
          (who) =>
            [...document.querySelectorAll("[role=status]")].some(
              (one) => one.textContent?.includes(who) && one.textContent.includes("free"),
            ),
          `${rider} ${clock(fromSeven(start))}`,
        );
      // The spot under the pointer says what it would cost before anything is let go; a busy machine may hear of the pointer late.
      for (let tries = 0; tries < 40 && !(await said()); tries += 1) {
        const target = await cell?.boundingBox();
        await page.mouse.move((target?.x ?? 0) + 10 + (tries % 2), (target?.y ?? 0) + 20, { steps: 6 });
        await new Promise((resolve) => setTimeout(resolve, 150));
      }
      await page.mouse.up();
    };
    const middle = async (selector: string) => {
      const box = await (await page.waitForSelector(selector))?.boundingBox();
      return { x: (box?.x ?? 0) + 20, y: (box?.y ?? 0) + 15 };
    };
    await drag(await middle("::-p-xpath(//button[@data-due][contains(., 'Blue Ledger')])"), "Wren Castellanos", 4);
    await text(page, "Blue Ledger placed with Wren Castellanos at 09:00");
    await drag(await middle("::-p-xpath(//*[@data-string]//button[contains(., 'Blue Ledger')])"), "Ines Halvorsen", 6);
    await page.waitForFunction(async () => document.body.innerText.includes("Undo: move"));
    expect(await cards()).toMatchObject([{ horse: "Blue Ledger", rider: "Ines Halvorsen", start: fromSeven(6) }]);
    await page.close();
  });
  it("by finger on the tablet", async () => {
    const page = await open(TABLET);
    await (await due(page, "Blue Ledger"))?.tap();
    await (await spot(page, "Wren Castellanos", 0))?.tap();
    await text(page, "Blue Ledger placed with Wren Castellanos at 07:00");
    await page.close();
  });
  it("is refused where the rules say no, with the reason, and nothing moves", async () => {
    const page = await open();
    await (await due(page, "Pocket Almanac"))?.click();
    await choose(page, "Saddle");
    await (await spot(page, "Tavish Okonjo", 0))?.click();
    const said = await page.waitForSelector("::-p-xpath(//*[@role='status'][contains(., 'lb with tack')])");
    expect(await said?.evaluate((node) => (node as HTMLElement).innerText)).toMatch(/Pocket Almanac.*Tavish Okonjo.*lb/s);
    expect(await cards()).toHaveLength(0);
    await page.close();
  });
});

describe("the day", () => {
  it("is handed out, changed openly, and read by its riders on the phone and on paper", async () => {
    const page = await open();
    await (await due(page, "Blue Ledger"))?.click();
    await (await spot(page, "Wren Castellanos", 2))?.click();
    await text(page, "Blue Ledger placed with");
    await text(page, "Hand out the day (1)");
    await page.keyboard.press(".");
    await text(page, "1 card handed out.");
    await text(page, "Handed out ·");
    await (await page.waitForSelector("::-p-xpath(//*[@data-string]//button[contains(., 'Blue Ledger')])"))?.click();
    await expectAccessible(page, "card panel");
    await fill(page, "Did not work: why?", "Storm on the hill");
    await button(page, "Cancel").click();
    await text(page, "Blue Ledger: cancelled.");
    await text(page, "Changed since hand-out");
    await due(page, "Blue Ledger");
    await page.close();

    const phone = await screens.as("wren", PHONE);
    await screens.visit(phone, "/today");
    expect(await bodyOf(phone)).toMatch(/My string[\s\S]*Juniper Tax/);
    expect(await phone.$$("[data-due]")).toHaveLength(0);
    await phone.close();

    const paper = await screens.as("wren");
    await screens.visit(paper, "/today/print");
    await paper.emulateMediaType("print");
    expect(await bodyOf(paper)).toMatch(/Wren Castellanos[\s\S]*Juniper Tax[\s\S]*because[\s\S]*ended well/);
    expect(
      await paper.$$eval("header, nav, button", (all) => all.filter((one) => (one as HTMLElement).offsetParent !== null).length),
    ).toBe(0);
    await paper.close();
  });
  it("takes what was written on paper, a row a horse, as the phone would have sent it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/today/paper");
    const [row] = await screens.site.sql`
      SELECT k.id, h.name AS horse FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id JOIN person p ON p.id = k.rider_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND k.kind = 'ground' ORDER BY p.name, k.start LIMIT 1`;
    const horse = String(row?.["horse"]);
    const closes = () => button(page, `Close the card of ${horse}`);
    await page.type(`[aria-label="${horse}: minutes ground"]`, "35");
    await page.select(`[aria-label="${horse}: how it ended"]`, "yes");
    await page.type(`[aria-label="${horse}: note for the next rider"]`, "From the sheet.");
    const [score] = await page.$$(`select[aria-label^="${horse}, "]`);
    await score?.select("4");
    await expectAccessible(page, "from paper");
    // Kept on the device until it is sent.
    await reload(page);
    await closes().click();
    await text(page, "✓ Closed.");
    const [kept] = await screens.site.sql`
      SELECT v.ground_minutes, v.word, v.ended_well, (SELECT count(*)::int FROM card_score c WHERE c.card_id = v.card_id) AS scores FROM card_revision v WHERE v.card_id = ${row?.["id"]}`;
    expect(kept).toMatchObject({ groundMinutes: 35, word: "From the sheet.", endedWell: true, scores: 1 });
    await page.close();
  });
  it("shows another desk's placing by itself", async () => {
    const [one, two] = [await open(), await open()];
    await (await due(one, "Blue Ledger"))?.click();
    await (await spot(one, "Wren Castellanos", 2))?.click();
    await text(one, "Blue Ledger placed with");
    await two.waitForSelector("::-p-xpath(//*[@data-string]//button[contains(., 'Blue Ledger')])", { timeout: 40_000 });
    await one.close();
    await two.close();
  });
});

describe("two sessions on the sheet", () => {
  it("change places, are undone and done again, and one is split in two", async () => {
    const page = await open();
    const card = (horse: string) => page.waitForSelector(`::-p-xpath(//*[@data-string]//button[contains(., '${horse}')])`);
    for (const [horse, rider, start] of [
      ["Blue Ledger", "Wren Castellanos", 2],
      ["Gannet", "Ines Halvorsen", 6],
    ] as const) {
      await (await due(page, horse))?.click();
      await (await spot(page, rider, start))?.click();
      await text(page, `${horse} placed with`);
    }
    const where = async () => (await cards()).map((one) => `${one["horse"]} ${one["rider"]} ${one["start"]}`).sort();
    const before = await where();
    await (await card("Gannet"))?.click();
    await button(page, "Swap with another").click();
    await (await card("Blue Ledger"))?.click();
    await text(page, "swapped.");
    const after = [`Blue Ledger Ines Halvorsen ${fromSeven(6)}`, `Gannet Wren Castellanos ${fromSeven(2)}`];
    expect(await where()).toEqual(after);
    await page.keyboard.press("u");
    await text(page, "Undone: swap");
    expect(await where()).toEqual(before);
    await page.keyboard.press("r");
    await text(page, "Redone");
    expect(await where()).toEqual(after);
    await page.waitForFunction(() => !document.body.innerText.includes("Swap with another"));
    await (await card("Blue Ledger"))?.click();
    await (await page.waitForSelector("::-p-xpath(//button[contains(., 'Split it')])"))?.click();
    await text(page, "two short sessions.");
    expect((await cards()).filter((one) => one["horse"] === "Blue Ledger")).toHaveLength(2);
    await page.close();
  });
});

describe("a sick call", () => {
  it("marks what the ill rider had, is planned again with every change named, and is undone", async () => {
    const page = await open();
    await page.keyboard.press("l");
    await text(page, "sessions planned");
    await page.keyboard.press(".");
    await text(page, "handed out.");
    const ill = (await cards())[0]?.["rider"] as string;
    const person = await idOf(ill);
    const absence = { person, firstDay: DAY, lastDay: DAY, fromMinute: null, toMinute: null, reason: "Fever" };
    const answer = await screens.site.post("people/add-absence", absence, { who: "odalys" });
    const { id } = (await answer.json()) as { id: string };
    await text(page, "No longer possible");
    await expectAccessible(page, "a sick call");
    await page.keyboard.press("l");
    await text(page, "Changes to tell riders");
    expect(await bodyOf(page)).toMatch(new RegExp(`${ill} \\d\\d:\\d\\d → `));
    await page.waitForFunction(() => !document.body.innerText.includes("No longer possible"));
    expect((await cards()).some((one) => one["rider"] === ill)).toBe(false);
    await screens.site.post("people/remove-absence", { id }, { who: "odalys" });
    await page.close();
  });
});

describe("weather typed by hand", () => {
  it("says on the sheet whom it keeps from what, and is forgotten again", async () => {
    // As if a horse that came to be ridden had been ridden a few times so far, and had not shown much.
    const [started] = await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Gannet'`;
    const stay = String(started?.["id"]);
    await screens.site.sql`
      UPDATE card_revision v SET saddle_minutes = 0, ground_minutes = 30 FROM card k WHERE k.id = v.card_id AND k.stay_id = ${stay} AND k.id NOT IN (
        SELECT o.id FROM card o JOIN card_revision w ON w.card_id = o.id WHERE o.stay_id = ${stay} AND w.saddle_minutes > 0 ORDER BY o.day DESC LIMIT 4)`;
    await screens.site.sql`
      DELETE FROM evaluation_mark m USING evaluation e WHERE e.id = m.evaluation_id AND e.stay_id = ${stay} AND m.skill IN ('steer', 'stop', 'trot')`;
    await screens.site
      .sql`DELETE FROM card_score s USING card k WHERE k.id = s.card_id AND k.stay_id = ${stay} AND s.skill IN ('steer', 'stop', 'trot')`;
    // And what is meant for it on this day is ridden.
    await screens.site.sql`
      UPDATE plan SET pins = pins || jsonb_build_array(jsonb_build_object('kind', 'pin', 'skill', 'forward', 'day', ${DAY}::date - s.first_day))
      FROM stay s WHERE s.id = plan.stay_id AND s.id = ${stay}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await open();
    await text(page, "No weather data: heat and wind are not checked.");
    await button(page, "type it in").click();
    const fields = await page.$$("form input[inputmode='decimal']");
    expect(fields).toHaveLength(9);
    for (const [i, value] of ["12 C", "50", "3 m/s", "14 C", "45", "9", "54", "70", ""].entries()) await fields[i]?.type(value);
    await button(page, "Use this weather").click();
    // What is missing is named, and what was typed stays.
    await text(page, "A number from 0 to 201 mph");
    await fields[8]?.type("16 m/s");
    await button(page, "Use this weather").click();
    await text(page, "Typed by Odalys Brandt.");
    await text(page, "no first rides, ground work only");
    await expectAccessible(page, "a windy afternoon");
    await button(page, "type it in").click();
    await button(page, "Use the barn's station").click();
    await text(page, "No weather data: heat and wind are not checked.");
    await page.close();
  });
});

describe("the wall", () => {
  it("shows what is handed out with nothing to touch, and keeps itself current", async () => {
    const page = await screens.as("jory", { width: 1600, height: 900 });
    await screens.visit(page, "/today/wall");
    expect(await page.$$("button, a, input")).toHaveLength(0);
    const [row] = await screens.site.sql`
      SELECT k.id, k.version, h.name AS horse FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' ORDER BY k.start LIMIT 1`;
    const horse = String(row?.["horse"]);
    await text(page, horse);
    const input = { id: row?.["id"], version: row?.["version"], reason: "Storm" };
    expect((await screens.site.post("card/cancel", input, { who: "odalys" })).status).toBe(200);
    await page.waitForFunction((name) => !document.body.innerText.includes(name), {}, horse);
    await page.close();
  });
});

describe("a rider's calendar", () => {
  it("has an address of its own, made on the phone and taken away again", async () => {
    const page = await screens.as("wren", PHONE);
    await screens.visit(page, "/today");
    await button(page, "Make a calendar address").click();
    const field = await page.waitForSelector("input[aria-label='Calendar address']");
    const address = await field?.evaluate((input) => (input as HTMLInputElement).value);
    expect(address).toMatch(/^http.*\/calendar\/[\w-]{43}\.ics$/);
    const read = () => fetch(String(address));
    const feed = await read();
    expect([feed.status, feed.headers.get("content-type")]).toEqual([200, "text/calendar; charset=utf-8"]);
    expect(await feed.text()).toContain("BEGIN:VEVENT");
    await expectAccessible(page, "an address for a calendar");
    await tap(page, "Turn off this address");
    await button(page, "Make a calendar address").wait();
    expect((await read()).status).toBe(404);
    await page.close();
  });
});

describe("laying out the day", () => {
  it("fills the strings with one key, says what it gives up and how good it is, pins, and is undone", async () => {
    const page = await open();
    await page.keyboard.press("l");
    await text(page, "sessions planned");
    await text(page, "session");
    const placed = await cards();
    expect(placed.length).toBeGreaterThan(5);
    await expectAccessible(page, "a day laid out");
    await page.waitForFunction(
      () => /This is the best possible plan|A better plan is ready|No better plan was found/.test(document.body.innerText),
      {
        timeout: 100_000,
      },
    );
    await (await page.waitForSelector(`::-p-xpath(//button[contains(., '${placed[0]?.["horse"]}') and @aria-pressed])`))?.click();
    await button(page, "Pin here").click();
    await text(page, " pinned.");
    await button(page, "Plan the day").click();
    await text(page, "sessions planned");
    await button(page, "Undo: plan the day").click();
    await text(page, "Undone: plan the day");
    await page.close();
  });
  it("says of each horse left out who cannot have it and why, and lets one in by a tap", async () => {
    // An hour and a half each: not everybody finds a place.
    await screens.site.sql`UPDATE person SET works_to = works_from + 90 WHERE role <> 'manager'`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await open();
    await button(page, "Plan the day").click();
    await text(page, "not scheduled");
    await page.waitForSelector("::-p-xpath(//p[contains(., '▲')])");
    await expectAccessible(page, "horses left out");
    // What was worked out is shown at once, and written a moment later.
    await expect.poll(async () => (await cards()).length).toBeGreaterThan(0);
    // What is told of the proof meanwhile still moves the page: the button is pressed wherever it stands.
    const way = await page.waitForSelector("::-p-xpath(//button[contains(., ' at ') and contains(., '.')])");
    await way?.evaluate((button) => (button as HTMLElement).click());
    await text(page, "placed.");
    await page.close();
  });
});
