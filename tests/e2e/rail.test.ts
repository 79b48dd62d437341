/** The Rail for its manager: what needs a decision, taken with one tap or put off; lanes found, filtered and ordered. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { skillOf } from "#shipped/ladder.ts";
import { bodyOf, button, expectAccessible, fill, reload, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";
import { inner } from "#ui/words/figures.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
  // A sudden change in a session of yesterday, and a skill that stands still.
  const { sql } = screens.site;
  await sql`
    INSERT INTO card_sign (card_id, revision, position, sign, side, strength)
    SELECT k.id, k.revision, 90, 'sudden-change', 'both', 3 FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.state = 'closed' AND h.name = 'Copperplate' ORDER BY k.day DESC LIMIT 1`;
  await sql`UPDATE forecast SET stuck = ARRAY['trot'], needs = '[{"code":"stuck","skill":"trot"}]' WHERE (stay_id, day) IN (
    SELECT s.id, max(f.day) FROM stay s JOIN horse h ON h.id = s.horse_id JOIN forecast f ON f.stay_id = s.id WHERE h.name = 'Lantern Fee' GROUP BY s.id)`;
  await sql`UPDATE forecast SET stuck = ARRAY['canter'], needs = '[{"code":"stuck","skill":"canter"}]' WHERE (stay_id, day) IN (
    SELECT s.id, max(f.day) FROM stay s JOIN horse h ON h.id = s.horse_id JOIN forecast f ON f.stay_id = s.id WHERE h.name = 'Blue Ledger' GROUP BY s.id)`;
  // This week was laid out, from tomorrow on.
  await sql`INSERT INTO week_laid (day, at, by_person) SELECT d, now(), p.id FROM generate_series(date '2026-07-15', '2026-07-18', '1 day') d, person p WHERE p.sign_in = 'odalys'`;
  await sql`UPDATE written SET mark = gen_random_uuid()`;
});
afterAll(() => screens.close());

const LANE = "#lanes > li[data-name]";
const FIRST = "#lanes > li:first-child";
/** The needs of a horse stand under its lane once they are opened there. */
async function openAllOf(page: Page, horse: string): Promise<void> {
  await (await page.$(`button[aria-expanded=false][aria-label$="${horse}: all needs"]`))?.click();
}

describe("what needs the manager", () => {
  it("stands in the order of what waiting costs, with why; a check is ordered with one tap, and what waited for it goes", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const first = await saidBy(page, FIRST);
    expect(first).toMatch(/Copperplate.*Sudden change on .*Order a check/);
    await (await page.waitForSelector(`${FIRST} button::-p-text(Order a check)`))?.click();
    await text(page, "✓ Ordered.");
    const [check] = await screens.site
      .sql`SELECT c.holds, c.who FROM check_up c JOIN stay s ON s.id = c.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Copperplate' AND c.cause = 'sudden'`;
    expect(check).toMatchObject({ holds: "all", who: "vet" });
    await screens.visit(page, "/");
    expect(await saidBy(page, "#lanes")).not.toContain("Sudden change");
    await page.close();
  });
  it("puts a big step that is ready on the sheet with one tap, with its people", async () => {
    const { sql } = screens.site;
    const ready = await sql`
      SELECT h.name, s.id FROM stay s JOIN horse h ON h.id = s.horse_id
      JOIN LATERAL (SELECT needs FROM forecast f WHERE f.stay_id = s.id ORDER BY day DESC LIMIT 1) f ON true
      WHERE s.went_home IS NULL AND f.needs @> '[{"code":"step-ready"}]' ORDER BY h.name`;
    expect(ready.length).toBeGreaterThan(0);
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const PUT = "button[aria-label$='Put it on the day sheet']";
    for (const { name } of ready) await openAllOf(page, String(name));
    const put = await page.waitForSelector(PUT, { visible: true });
    const horse = (await put?.evaluate((one) => one.getAttribute("aria-label") ?? ""))?.split(":")[0];
    await put?.click();
    await text(page, "✓ On the day sheet.");
    const [card] = await sql`
      SELECT k.locked, k.helper_id FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE h.name = ${horse ?? ""} AND k.locked AND k.day >= '2026-07-14' AND k.state IN ('placed', 'handed-out')`;
    expect(card).toMatchObject({ locked: true });
    await page.close();
  });
  it("is put off with a reason, stands among what is put off, and is taken up again", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const horse = await page.$eval(`${FIRST} a`, (one) => one.textContent ?? "");
    await openAllOf(page, horse);
    const name = await page.$eval(
      `${FIRST} summary[aria-label$="remind me later"]`,
      (one) => one.getAttribute("aria-label") ?? "",
    );
    const need = name.slice(`${horse}, `.length, -": remind me later".length);
    await (await page.waitForSelector(`${FIRST} summary[aria-label$="remind me later"]`))?.click();
    await fill(page, "Why", "The owner decides on Friday");
    await expectAccessible(page, "setting a need aside");
    await page.locator(`${FIRST} form ::-p-text(Save)`).click();
    await text(page, "✓ Set aside until");
    await screens.visit(page, "/");
    const lanes = await page.$$eval(LANE, (all) => all.map((one) => (one as HTMLElement).innerText));
    expect(lanes.find((one) => one.includes(horse) && one.includes(need) && one.includes("all needs"))).toBeUndefined();
    await (await text(page, "Set aside (1)"))?.click();
    expect(await saidBy(page, "#deferred")).toMatch(/until .*, Odalys Brandt: The owner decides on Friday/);
    await page.locator("#deferred ::-p-text(Back on the list)").click();
    await text(page, "✓ Back on the list.");
    await screens.visit(page, "/");
    expect(await bodyOf(page)).not.toContain("Set aside (1)");
    await page.close();
  });
  it("leaves a skill that stands still alone for a week with one tap, and the plan has it so", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await openAllOf(page, "Lantern Fee");
    await button(page, "Lantern Fee: Rest this skill for a week").click();
    await text(page, "✓ Rested for a week");
    const [plan] = await screens.site
      .sql`SELECT p.pins FROM plan p JOIN stay s ON s.id = p.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Lantern Fee'`;
    expect(plan?.["pins"]).toContainEqual(expect.objectContaining({ kind: "forbid", skill: "trot" }));
    await page.close();
  });
  it("goes back one skill: it rests, and the one below it is worked next", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await openAllOf(page, "Blue Ledger");
    const below = skillOf(skillOf("canter").after[0] ?? "");
    await button(page, `Blue Ledger: Go back one skill: ${inner(below.words)}`).click();
    await text(page, "the skill before it comes next");
    const [plan] = await screens.site
      .sql`SELECT p.pins FROM plan p JOIN stay s ON s.id = p.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Blue Ledger'`;
    expect(plan?.["pins"]).toContainEqual(expect.objectContaining({ kind: "forbid", skill: "canter" }));
    expect(plan?.["pins"]).toContainEqual(expect.objectContaining({ kind: "pin", skill: below.id }));
    await page.close();
  });
  it("adds the sessions that are owed to the free days of a laid-out week", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await openAllOf(page, "Juniper Tax");
    const name = "Juniper Tax: Add 4 sessions this week: Wed 15 Jul, Thu 16 Jul, Fri 17 Jul and Sat 18 Jul";
    await button(page, name).click();
    await text(page, "✓ Added to the week.");
    const days = await screens.site
      .sql`SELECT w.day FROM week_day w JOIN stay s ON s.id = w.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Juniper Tax' AND w.pinned`;
    expect(days).toHaveLength(4);
    await screens.visit(page, "/");
    await openAllOf(page, "Juniper Tax");
    expect(await page.$(`button[aria-label="${name}"]`)).toBeNull();
    await page.close();
  });
  it("is nobody else's: riders see the lanes alone", async () => {
    const page = await screens.as("wren");
    await screens.visit(page, "/");
    expect(await bodyOf(page)).not.toMatch(/\bneeds? you\b/);
    expect(await page.$("[data-take], [data-opens]")).toBeNull();
    await page.close();
  });
});

describe("lanes", () => {
  it("stand on one screen with what they need, none of them wrapped over another, and no name cut", async () => {
    const page = await screens.as("odalys");
    await page.setViewport({ width: 1280, height: 800 });
    await screens.visit(page, "/");
    const lanes = await page.$$eval("#lanes > li[data-name]", (all) =>
      all.map((one) => {
        const name = one.querySelector("a") as HTMLElement;
        return { bottom: one.getBoundingClientRect().bottom, cut: name.scrollWidth > name.clientWidth + 1 };
      }),
    );
    expect(lanes.length).toBe(14);
    expect(Math.max(...lanes.map(({ bottom }) => bottom))).toBeLessThanOrEqual(800);
    expect(lanes.filter(({ cut }) => cut)).toEqual([]);
    await page.close();
  });
  it("are ordered and filtered, and the address holds it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const shown = () =>
      page.$$eval("#lanes > li[data-name]", (lanes) =>
        lanes.filter((lane) => !(lane as HTMLElement).hidden).map((lane) => lane.querySelector("a")?.textContent ?? ""),
      );
    const all = await shown();
    await (await page.waitForSelector("#filters summary"))?.click();
    await page.select("#order", "name");
    expect(await shown()).toEqual([...all].sort((a, b) => a.localeCompare(b)));
    await page.select("#need", "check");
    const checks = await shown();
    expect(checks).toContain("Saltmarsh");
    expect(checks.length).toBeLessThan(all.length);
    await page.select("#need", "");
    const rider = await page.$eval("#rider option:nth-child(2)", (option) => (option as HTMLOptionElement).value);
    await page.select("#rider", rider);
    const mine = await shown();
    expect(mine.length).toBeGreaterThan(0);
    expect(mine.length).toBeLessThan(all.length);
    await reload(page);
    expect(await shown()).toEqual(mine);
    expect(page.url()).toContain("order=name");
    expect(await bodyOf(page)).toMatch(/\d+ of 20 stalls taken\. Stall free for a term: 30 days from today/);
    await page.close();
  });
});
