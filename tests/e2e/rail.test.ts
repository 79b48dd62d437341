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

/** A horse's dearer needs stand before its notes, and dearer horses before it. */
async function openAllOf(page: Page, horse: string): Promise<void> {
  await (await page.$(`${NEEDS} > button[aria-expanded=false]`))?.click();
  const lines = await page.$$(`${NEEDS} ol > li`);
  for (const line of lines)
    if (await line.evaluate((one, name) => one.querySelector("a")?.textContent === name, horse))
      await (await line.$("button[aria-expanded=false] ::-p-text(more)"))?.click();
}
const NEEDS = "section:has(#needs-title)";

describe("what needs the manager", () => {
  it("stands in the order of what waiting costs, with why; a check is ordered with one tap, and what waited for it goes", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const first = await saidBy(page, `${NEEDS} ol > li:first-child`);
    expect(first).toMatch(/Copperplate.*A sudden change on .*Order a check: vet/);
    await (await page.waitForSelector(`${NEEDS} ol > li:first-child button::-p-text(Order a check)`))?.click();
    await text(page, "✓ Ordered.");
    const [check] = await screens.site
      .sql`SELECT c.holds, c.who FROM check_up c JOIN stay s ON s.id = c.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Copperplate' AND c.cause = 'sudden'`;
    expect(check).toMatchObject({ holds: "all", who: "vet" });
    await screens.visit(page, "/");
    expect(await saidBy(page, NEEDS)).not.toContain("A sudden change");
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
    const PUT = "button[aria-label$='Put it on the sheet']";
    for (const { name } of ready) {
      if (await page.$(PUT)) break;
      await openAllOf(page, String(name));
    }
    const put = await page.waitForSelector(PUT);
    const horse = (await put?.evaluate((one) => one.getAttribute("aria-label") ?? ""))?.split(":")[0];
    await put?.click();
    await text(page, "✓ On the sheet.");
    const [card] = await sql`
      SELECT k.locked, k.helper_id FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE h.name = ${horse ?? ""} AND k.locked AND k.day >= '2026-07-14' AND k.state IN ('placed', 'handed-out')`;
    expect(card).toMatchObject({ locked: true });
    await page.close();
  });
  it("is put off with a reason, stands among what is put off, and is taken up again", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const name = await page.$eval(
      `${NEEDS} ol > li:first-child button[aria-label$="put off"]`,
      (one) => one.getAttribute("aria-label") ?? "",
    );
    await button(page, name).click();
    await fill(page, "Why", "The owner decides on Friday");
    await expectAccessible(page, "putting off");
    await page.locator("form ::-p-text(Remind me later)").click();
    await text(page, "✓ Put off until");
    await screens.visit(page, "/");
    expect(await saidBy(page, `${NEEDS} ol`)).not.toContain(name.split(":")[0]?.split(", ")[1] ?? "?");
    await (await text(page, "Remind me later (1)"))?.click();
    expect(await saidBy(page, NEEDS)).toMatch(/until .*, Odalys Brandt: The owner decides on Friday/);
    await page.locator(`${NEEDS} details ::-p-text(Back on the list)`).click();
    await text(page, "✓ Back on the list.");
    await screens.visit(page, "/");
    expect(await bodyOf(page)).not.toContain("Remind me later (1)");
    await page.close();
  });
  it("leaves a skill that stands still alone for a week with one tap, and the plan has it so", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await openAllOf(page, "Lantern Fee");
    await button(page, "Lantern Fee: Leave it alone for a week").click();
    await text(page, "✓ Left alone for a week");
    const [plan] = await screens.site
      .sql`SELECT p.pins FROM plan p JOIN stay s ON s.id = p.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Lantern Fee'`;
    expect(plan?.["pins"]).toContainEqual(expect.objectContaining({ kind: "forbid", skill: "trot" }));
    await page.close();
  });
  it("goes back a rung: the skill rests, and the one below it is worked next", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await openAllOf(page, "Blue Ledger");
    const below = skillOf(skillOf("canter").after[0] ?? "");
    await button(page, `Blue Ledger: Go back one skill: ${inner(below.words)}`).click();
    await text(page, "the rung below comes next");
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
    expect(await bodyOf(page)).not.toContain("Needs you");
    await page.close();
  });
});

describe("lanes", () => {
  it("are ordered and filtered, and the address holds it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    const shown = () =>
      page.$$eval("#lanes > li", (lanes) =>
        lanes.filter((lane) => !(lane as HTMLElement).hidden).map((lane) => lane.querySelector("a")?.textContent ?? ""),
      );
    const all = await shown();
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
    expect(await bodyOf(page)).toMatch(/\d+ of 20 stalls taken\. A place for a whole term: 30 days from today/);
    await page.close();
  });
});
