import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { go, openGate, tap } from "#tests/phone.ts";
import {
  bodyOf,
  button,
  choose,
  expectAccessible,
  expectStrongContrast,
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

interface Row {
  readonly id: string;
  readonly who: string;
}
/** A handed-out card of today, by kind. */
async function card(kind: "ground" | "ridden"): Promise<Row> {
  const [row] = await screens.site
    .sql`SELECT k.id, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND (k.kind = 'ground') = ${kind === "ground"} ORDER BY p.name, k.start LIMIT 1`;
  return row as unknown as Row;
}
const idOf = async (signIn: string): Promise<string> =>
  (await screens.site.sql`SELECT id FROM person WHERE sign_in = ${signIn}`)[0]?.["id"] as string;
const revisions = (id: string) =>
  screens.site.sql`SELECT revision, ground_minutes, word FROM card_revision WHERE card_id = ${id} ORDER BY revision`;

/** The clock of the page goes on by so many minutes: nobody works for none at all. */
const later = (page: Page, minutes: number): Promise<void> =>
  page.evaluate((by) => {
    const real = Date.now();
    Date.now = () => real + by * 60_000;
  }, minutes);

describe("a card on the phone", () => {
  it("is closed by touch, whole, in 30 taps, its gate among them", async () => {
    const [row] = await screens.site.sql`
      SELECT k.id, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND k.kind <> 'ground' ORDER BY k.kind, p.name DESC, k.start LIMIT 1`;
    const { id, who } = row as unknown as Row;
    await screens.site.sql`UPDATE card SET kind = 'both' WHERE id = ${id}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    let taps = 0;
    const touch = async (press: () => Promise<unknown>): Promise<void> => {
      await press();
      taps += 1;
    };
    await touch(() => tap(page, "All of it, then tap what is not true"));
    await text(page, "Gate open");
    // All of it, but: one tap takes one of them back.
    await touch(() => tap(page, "Stands at the block"));
    await text(page, "Ground work only");
    await touch(() => tap(page, "Stands at the block"));
    const press = (selector: string) => touch(async () => thumb(await page.waitForSelector(selector)));
    await touch(() => go(page, "Work"));
    await press("[data-timer='ground']");
    await press("[data-timer='saddle']");
    const scored = await page.$$("section:has(#work-title) [role=group]:has(> button:nth-child(6))");
    expect(scored.length).toBeGreaterThan(3);
    for (const group of scored.slice(0, 8)) await touch(async () => thumb(await group.$("button:nth-child(4)")));
    await touch(() => go(page, "What happened"));
    await touch(() => tap(page, "Walk"));
    await touch(() => tap(page, "Licks and chews: not seen"));
    for (const name of ["Spook", "Nobody hurt", "At the walk", "A noise", "Done"])
      await touch(() => (name === "Nobody hurt" || name === "At the walk" ? choose(page, name) : tap(page, name)));
    await touch(() => go(page, "The end"));
    await touch(() => tap(page, "All done"));
    await touch(() => choose(page, "Ended well"));
    // Nobody rides for no minute at all: the clock ran for seconds here.
    await later(page, 25);
    await touch(() => follow(page, () => tap(page, "Close the card")));
    expect(taps).toBeLessThanOrEqual(30);
    const [kept] = await screens.site.sql`
      SELECT v.saddle_minutes, v.ending, v.gaits, i.kind, i.during, i.led_by FROM card_revision v JOIN card_incident i USING (card_id, revision) WHERE v.card_id = ${id}`;
    expect(kept).toMatchObject({
      gaits: ["walk"],
      kind: "spook",
      during: "walk",
      ledBy: ["noise"],
      ending: expect.arrayContaining(["good-note"]),
    });
    expect(kept?.["saddleMinutes"]).toBeGreaterThanOrEqual(24);
    await page.close();
  });
  it("of ground work is closed whole, every side of its work scored, in 20 taps", async () => {
    const { id, who } = await card("ground");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    let taps = 0;
    const touch = async (press: () => Promise<unknown>): Promise<void> => {
      await press();
      taps += 1;
    };
    await touch(() => go(page, "Work"));
    await touch(async () => thumb(await page.waitForSelector("[data-timer='ground']")));
    const asked = await page.$$("section:has(#work-title) [role=group]:has(> button:nth-child(6))");
    expect(asked.length).toBeGreaterThan(1);
    for (const group of asked) await touch(async () => thumb(await group.$("button:nth-child(4)")));
    await touch(() => go(page, "What happened"));
    await touch(() => tap(page, "Licks and chews: not seen"));
    await touch(() => go(page, "The end"));
    await touch(() => tap(page, "All done"));
    await touch(() => choose(page, "Ended well"));
    await later(page, 35);
    await touch(() => follow(page, () => tap(page, "Close the card")));
    expect(taps).toBeLessThanOrEqual(20);
    const given = await screens.site.sql`SELECT count(*)::int AS scores FROM card_score WHERE card_id = ${id}`;
    expect(given[0]?.["scores"]).toBe(asked.length);
    await page.close();
  });
  it("is legible in the sun and big enough for gloves, in all its parts", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await openGate(page);
    for (const part of ["Before", "Work", "What happened", "The end"] as const) {
      await go(page, part);
      if (part === "What happened") {
        await tap(page, "Fall");
        await text(page, "The office is alerted right away");
      }
      await expectAccessible(page, part);
      for (const value of ["light", "dark"]) {
        await page.emulateMediaFeatures([{ name: "prefers-color-scheme", value }]);
        await expectStrongContrast(page, `${part} ${value}`);
      }
      await expectTargets(page, part, 56);
    }
    // A phone whose first try was lost tries again by itself.
    const told = async () => (await screens.site.sql`SELECT what, details FROM alert WHERE card_id = ${id}`)[0];
    await expect.poll(told, { timeout: 40_000 }).toMatchObject({ what: "incident", details: { kind: "fall" } });
    // The office sees it wherever it is, and says so.
    const desk = await screens.as("odalys");
    await screens.visit(desk, "/week");
    await text(desk, "Fall. Nobody hurt.");
    await expectAccessible(desk, "an alert");
    // There may be others: a card of before that went on too long is told as well.
    const seen = `[data-see="${(await screens.site.sql`SELECT id FROM alert WHERE card_id = ${id}`)[0]?.["id"]}"]`;
    await (await desk.waitForSelector(seen))?.click();
    await desk.waitForFunction((one) => !document.querySelector(one), {}, seen);
    await desk.close();
    await page.close();
  });
  it("is closed in a minute, kept over a reload on the way, and corrected as a new revision", async () => {
    const { id, who } = await card("ground");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await go(page, "Work");
    for (let i = 0; i < 7; i += 1) await tap(page, "Ground: 5 more");
    await thumb(await page.waitForSelector("[role=group] button[aria-label*='4, ']"));
    await reload(page);
    await text(page, "Saved on this phone, not sent yet.");
    await go(page, "Work");
    expect(await page.$eval("#ground", (field) => (field as HTMLInputElement).value)).toBe("35");
    await go(page, "What happened");
    await tap(page, "Spook");
    await fill(page, "In your words", "A pheasant.");
    await go(page, "The end");
    await choose(page, "Ended well");
    await fill(page, "Note for the next rider", "Soft on both sides.");
    await expectAccessible(page, "filled card");
    await follow(page, () => tap(page, "Close the card"));
    expect(await bodyOf(page)).toContain("Soft on both sides.");
    expect(await revisions(id)).toMatchObject([{ revision: 1, groundMinutes: 35 }]);

    await button(page, "Correct this record").click();
    await go(page, "Work");
    await tap(page, "Ground: 5 less");
    await go(page, "The end");
    await follow(page, () => tap(page, "Save the correction"));
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
    const start = async (name: string) => thumb(await page.waitForSelector(`[data-timer='${name}']:not([disabled])`));
    await go(page, "Work");
    await start("ground");
    await pass(12);
    await reload(page);
    await go(page, "Work");
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
  it("takes its course by one tap each, over a reload, and keeps everybody off a horse that is tight", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await openGate(page);
    await text(page, "Gate open");
    await go(page, "Work");
    await tap(page, "left");
    await thumb(await page.waitForSelector("[data-course='tight']"));
    await text(page, "stay on the ground until the horse softens");
    await reload(page);
    await text(page, "Tight for 0 minutes: stay on the ground until the horse softens.");
    await page.evaluate(() => {
      const real = Date.now();
      Date.now = () => real + 9 * 60_000;
    });
    await go(page, "Work");
    await thumb(await page.waitForSelector("[data-course='soft']"));
    await go(page, "Before");
    await text(page, "Tight earlier today; soft for 0 minutes.");
    await text(page, "Gate open");
    const [draft] = await page.evaluate(
      (key) =>
        Object.keys(localStorage)
          .filter((one) => one.endsWith(key))
          .map((one) => localStorage.getItem(one)),
      id,
    );
    expect(JSON.parse(draft ?? "{}")).toMatchObject({
      course: [
        { minute: 0, state: "tight", side: "left" },
        { minute: 9, state: "soft", side: "left" },
      ],
    });
    await page.evaluate(() => localStorage.clear());
    await page.close();
  });
  it("asks what the last rider would try if it is calm", async () => {
    const { id, who } = await card("ridden");
    const { sql } = screens.site;
    const [last] = await sql`
      SELECT k.id, k.revision FROM card k WHERE k.stay_id = (SELECT stay_id FROM card WHERE id = ${id}) AND k.state = 'closed' ORDER BY k.day DESC LIMIT 1`;
    await sql`UPDATE card_revision SET if_calm = 'lead' WHERE card_id = ${last?.["id"]} AND revision = ${last?.["revision"]}`;
    // Pages are kept until the barn moves on.
    await sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await text(page, "if calm,");
    await tap(page, "Not yet");
    await fill(page, "Why not yet", "Fresh today.");
    await expectTargets(page, "the question", 56);
    await tap(page, "Yes, today");
    await go(page, "Work");
    await page.waitForSelector("[role=group][aria-label^='Lead at the shoulder']");
    await page.evaluate(() => localStorage.clear());
    await page.close();
  });
  it("takes the smaller version in one tap, where it has one", async () => {
    const page = await screens.as("odalys", PHONE);
    const cards = await screens.site.sql`SELECT id FROM card WHERE day = '2026-07-14' AND state = 'handed-out' ORDER BY kind, id`;
    let found = false;
    for (const { id } of cards) {
      await screens.visit(page, `/card/${id}`);
      found = (await bodyOf(page)).includes("Take the smaller version");
      if (found) break;
    }
    expect(found).toBe(true);
    await tap(page, "Take the smaller version");
    await go(page, "Work");
    await text(page, "The work: the smaller version");
    await page.evaluate(() => localStorage.clear());
    await page.close();
  });
  it("asks one side alone by a method that works one a day, until the other was worked too", async () => {
    const [row] = await screens.site.sql`
      SELECT k.id, k.stay_id AS stay, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND k.kind <> 'ground' ORDER BY p.name DESC, k.start LIMIT 1`;
    const { id, stay, who } = row as unknown as Row & { stay: string };
    const sidesAsked = async (): Promise<number> => {
      const page = await screens.as(who, PHONE);
      await screens.visit(page, `/card/${id}`);
      await go(page, "Work");
      const groups = await page.$$eval("section:has(#work-title) [role=group]:has(> button:nth-child(6))", (all) => all.length);
      const all = await page.$$("[id^='work-']");
      const sayMore = await Promise.all(
        all.map((box) => box.evaluate((one) => one.textContent?.includes("Worked the other side too"))),
      );
      const box = all[sayMore.indexOf(true)];
      if (box) {
        const folded = await box.$(":scope > button");
        if (folded) await thumb(folded);
        await thumb(await box.waitForSelector("::-p-text(Worked the other side too)"));
        await page.waitForFunction(
          (before) =>
            document.querySelectorAll("section:has(#work-title) [role=group]:has(> button:nth-child(6))").length > before,
          {},
          groups,
        );
      }
      await page.close();
      return groups;
    };
    const both = await sidesAsked();
    await screens.site.sql`UPDATE stay SET method = 'ground-first' WHERE id = ${stay}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    expect(await sidesAsked()).toBeLessThan(both);
  });
  it("keeps everybody on the ground by a red sign that is written among the signs, until it is taken back", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await openGate(page);
    await text(page, "Gate open");
    await go(page, "What happened");
    await tap(page, "Moving");
    await tap(page, "Heat or swelling: not seen");
    await go(page, "Before");
    await text(page, "Ground work only");
    expect(await bodyOf(page)).toContain("Heat or swelling. Do not get on.");
    await go(page, "What happened");
    for (const strength of [1, 2, 3]) await tap(page, `Heat or swelling: strength ${strength}`);
    await go(page, "Before");
    await text(page, "Gate open");
    await page.close();
  });
  it("keeps everybody on the ground until all is ticked and by a red sign, and takes a ride against it as it was, marked", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await text(page, "Ground work only");
    await openGate(page);
    await text(page, "Gate open");
    await tap(page, "Tight back");
    await text(page, "Ground work only");
    await go(page, "Work");
    for (let i = 0; i < 3; i += 1) await tap(page, "Saddle: 5 more");
    await go(page, "The end");
    await choose(page, "Ended well");
    await follow(page, () => tap(page, "Close the card"));
    expect(await bodyOf(page)).toContain("Tight back. Do not get on.");
    const [kept] = await screens.site.sql`SELECT saddle_minutes, against FROM card_revision WHERE card_id = ${id}`;
    expect(kept).toMatchObject({ saddleMinutes: 15, against: [{ code: "red-sign", sign: "tight-back" }] });
    expect(await screens.site.sql`SELECT about FROM alert WHERE card_id = ${id} AND what = 'against'`).toMatchObject([
      { about: "red-sign" },
    ]);
    await page.close();
  });
  it("that two people write at once has what each wrote, and shows where they stand against one another", async () => {
    const { id, who } = await card("ridden");
    const [phone, desk] = [await screens.as(who, PHONE), await screens.as("odalys")];
    for (const page of [phone, desk]) {
      await screens.visit(page, `/card/${id}`);
      if (page === phone) await go(page, "Work");
      for (let i = 0; i < 4; i += 1) await (await page.waitForSelector(`::-p-said([name="Ground: 5 more"])`))?.click();
      if (page === phone) await go(page, "The end");
      await choose(page, "Ended well");
    }
    await fill(desk, "Note for the next rider", "Written at the desk.");
    await fill(desk, "Next time", "Longer walks.");
    await fill(phone, "Note for the next rider", "Written in the pen.");
    await follow(desk, () => button(desk, "Close the card").click());
    await follow(phone, () => tap(phone, "Close the card"));
    const said = await bodyOf(phone);
    expect(said).toContain("Both wrote word for the next rider.");
    expect(said).toMatch(/Odalys Brandt: Written at the desk\./);
    expect(said).toContain("Next time: Longer walks.");
    await expectAccessible(phone, "two versions");
    expect(await revisions(id)).toMatchObject([{ word: "Written at the desk." }, { word: "Written in the pen." }]);
    await phone.close();
    await desk.close();
  });
  it("is cancelled with its reason and what the horse got instead", async () => {
    const { id, who } = await card("ridden");
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await thumb(await text(page, "Did not work"));
    await choose(page, "Weather");
    await choose(page, "Turned out");
    await follow(page, () => button(page, "Cancel the card").click());
    expect(await bodyOf(page)).toContain("Cancelled: Weather");
    await page.close();
  });
});
