/** A horse's page: how it goes, counted from the record; and its log, looked up, with a skill over time beside what happened. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { bodyOf, button, expectAccessible, fill, follow, reload, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
let stay: string;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
  const [row] = await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Oatfield Rumor'`;
  stay = row?.["id"] as string;
});
afterAll(() => screens.close());

describe("its weight", () => {
  it("is taken again between two evaluations, by tape; a tape that slipped is told so", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${stay}`);
    await button(page, "Weigh and measure").click();
    await fill(page, "Heart girth, in", "61 cm");
    await fill(page, "Body length, in", "51 cm");
    await button(page, "Save the measures").click();
    await text(page, "These two don't give a horse's weight");
    await fill(page, "Heart girth, in", "181 cm");
    await fill(page, "Body length, in", "160 cm");
    await expectAccessible(page, "weighing");
    await follow(page, () => button(page, "Save the measures").click());
    const [kept] = await screens.site.sql`SELECT kilograms, by_scale FROM weighing WHERE stay_id = ${stay}`;
    expect(kept).toMatchObject({ byScale: false });
    expect(await bodyOf(page)).toMatch(/lb .*on Tue 14 Jul/);
    await page.close();
  });
});

describe("how it goes", () => {
  it("says where the signs point: on one side only is no schooling", async () => {
    const page = await screens.as("wren");
    const [row] = await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Saltmarsh'`;
    await screens.visit(page, `/horse/${row?.["id"]}`);
    expect(await saidBy(page, "section:has(#course-title)")).toMatch(
      /Schooling or pain\?.*: left side only\. Check soundness before more schooling\..*not diagnoses/,
    );
    await page.close();
  });
  it("says pace, fortnight, sides, hours, riders, incidents and weight, as the record has them", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${stay}`);
    const said = await saidBy(page, "section:has(#course-title)");
    expect(said).toMatch(
      /Learns about \d\.\d times as fast as usual \(likely range \d\.\d to \d\.\d\)\. ((Slowest|Fastest) of the \d+ horses here|Faster than \d+ of the \d+ other horses)\./,
    );
    const [row] = await screens.site.sql`
      SELECT count(*)::int AS sessions, sum(v.ground_minutes)::int AS minutes, (SELECT count(*)::int FROM card_incident i JOIN card c ON c.id = i.card_id AND c.revision = i.revision WHERE c.stay_id = ${stay}) AS incidents
      FROM card k JOIN card_revision v ON v.card_id = k.id AND v.revision = k.revision WHERE k.stay_id = ${stay}`;
    const ground = Number(row?.["minutes"]) / 60;
    expect(said).toContain(`${ground < 10 ? Math.round(ground * 10) / 10 : Math.round(ground)} h on the ground`);
    expect(said).toContain(`${row?.["incidents"]} incident`);
    const riders = [...said.matchAll(/: (\d+) sessions?, /g)].reduce((sum, [, count]) => sum + Number(count), 0);
    expect(riders).toBe(row?.["sessions"]);
    expect(said).toMatch(/Handling: (about even|easy (left|right), hard (left|right))/);
    await page.evaluate(() => document.querySelector("figure[aria-labelledby] canvas")?.scrollIntoView());
    await page.waitForFunction(() => [...document.querySelectorAll("button")].some((one) => one.textContent === "As a table"));
    await expectAccessible(page, "how it goes");
    // What would be saved, by name and content.
    await page.evaluate(() => {
      HTMLAnchorElement.prototype.click = function () {
        document.body.dataset["file"] = this.download;
        if (this.href.startsWith("data:")) document.body.dataset["content"] = this.href.slice(0, 22);
      };
      URL.createObjectURL = (content) => {
        void (content as Blob).text().then((words) => {
          document.body.dataset["content"] = words;
        });
        return "blob:kept";
      };
    });
    const saved = async (name: string): Promise<readonly [file: string, content: string]> => {
      await page.evaluate(() => delete document.body.dataset["content"]);
      await button(page, name).click();
      await page.waitForFunction(() => document.body.dataset["content"]);
      return page.evaluate(() => [document.body.dataset["file"] ?? "", document.body.dataset["content"] ?? ""] as const);
    };
    expect(await saved("Save as PNG")).toEqual(["hours-by-week.png", "data:image/png;base64,"]);
    const [file, csv] = await saved("Save as CSV");
    expect(file).toBe("hours-by-week.csv");
    expect(csv.split(/\r?\n/)[0]).toMatch(/^Week from,"Ground, hours","Saddle, hours",/);
    await button(page, "As a table").click();
    const weeks = await page.$$eval("figure table tbody tr", (rows) => rows.length);
    expect(weeks).toBeGreaterThan(4);
    expect(csv.trim().split(/\r?\n/)).toHaveLength(weeks + 1);
    await expectAccessible(page, "weeks as a table");
    await page.close();
  });
});

describe("the log", () => {
  it("is looked up by sign, rider and words, and the address holds it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${stay}/log`);
    const count = () => page.$$eval("main article", (all) => all.length);
    const all = await count();
    const rider = await page.$$eval("search select", (selects) => selects.at(-1)?.querySelectorAll("option")[1]?.value ?? "");
    await fill(page, "Rider", rider);
    const mine = await count();
    expect(mine).toBeGreaterThan(0);
    expect(mine).toBeLessThan(all);
    await fill(page, "Words", "zzz nothing says this");
    expect(await bodyOf(page)).toContain("No sessions match.");
    await button(page, "All").click();
    expect(await count()).toBe(all);
    await fill(page, "Rider", rider);
    await reload(page);
    expect(await count()).toBe(mine);
    await page.close();
  });
  it("unfolds every revision of a card that was written more than once", async () => {
    const { sql } = screens.site;
    const [card] = await sql`SELECT id FROM card WHERE stay_id = ${stay} AND state = 'closed' ORDER BY day DESC LIMIT 1`;
    const id = card?.["id"] as string;
    const columns = sql`ground_minutes, saddle_minutes, gaits, weather, tack, ended_well, next_time, gate_state, override_reason, gate_ticks, red_signs`;
    await sql.begin(async (tx) => {
      // First the stay, as every writer does: the sweep writes of it too.
      await tx`SELECT 1 FROM stay WHERE id = ${stay} FOR UPDATE`;
      await tx`INSERT INTO card_revision (card_id, revision, at, by_person, word, ${columns}) SELECT card_id, 2, at, by_person, 'Mended: it was the left rein', ${columns} FROM card_revision WHERE card_id = ${id} AND revision = 1`;
      await tx`UPDATE card SET revision = 2 WHERE id = ${id}`;
      await tx`UPDATE written SET mark = gen_random_uuid()`;
    });
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${stay}/log`);
    expect(await bodyOf(page)).not.toContain("Revision 1 by");
    await (await page.waitForSelector("main article summary"))?.click();
    await (await text(page, "All 2 revisions"))?.click();
    await text(page, "Revision 1 by");
    expect(await saidBy(page, "main article details[open] details[open]")).toMatch(
      /Revision 2 by .*Mended: it was the left rein.*Revision 1 by/,
    );
    await page.close();
  });
  it("draws a skill over the stay, with the day removed where it is asked, and as a table with what happened", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${stay}/log?skill=lead`);
    await page.waitForSelector("figure canvas");
    const table = async (): Promise<string[]> => {
      const closed = await page.$("figure ::-p-text(As a table)");
      await closed?.click();
      return page.$$eval("figure tbody tr", (rows) => rows.map((row) => (row as HTMLElement).innerText.replaceAll(/\s+/g, " ")));
    };
    const plain = await table();
    expect(plain.some((row) => /^\w{3} \d+ \w{3} [0-5]/.test(row))).toBe(true);
    expect(plain.some((row) => row.includes("evaluation"))).toBe(true);
    await (await page.waitForSelector("::-p-text(Adjusted for day and rider)"))?.click();
    const taken = await table();
    expect(taken).toHaveLength(plain.length);
    expect(taken).not.toEqual(plain);
    await page.close();
  });
});
