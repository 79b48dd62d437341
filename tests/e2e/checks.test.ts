import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { awake, bodyOf, button, expectAccessible, fill, follow, link, reload, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
const folder = mkdtempSync(join(tmpdir(), "furlong-files-"));
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(async () => {
  await screens.close();
  rmSync(folder, { recursive: true });
});

const optionOf = (page: Page, words: string): Promise<string> =>
  page.$eval(`option::-p-text(${words})`, (option) => (option as HTMLOptionElement).value);

describe("the Checks screen", () => {
  it("shows what is overdue first, finds, and keeps the view in the address", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await follow(page, () => page.locator("a::-p-text(3 days overdue)").click());
    expect(page.url()).toMatch(/\/horse\/.*\/checks$/);
    await screens.visit(page, "/checks");
    expect(await saidBy(page, "section[aria-label='To call']")).toContain("Saltmarsh: Back or ribs");
    await fill(page, "Who looks", "dentist");
    await page.waitForFunction(() => location.search === "?who=dentist");
    expect(await bodyOf(page)).not.toContain("Saltmarsh: Back or ribs");
    await reload(page);
    await page.locator("summary::-p-text(Done in the last thirty days)").click();
    expect(await bodyOf(page)).toContain("Tin Whistle: Teeth or mouth");
    await fill(page, "Find", "nobody of that name");
    await text(page, "No checks match");
    await page.close();
  });
  it("orders, books and answers a check, with a photo; what waited goes on", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/checks");
    await button(page, "Order a check").click();
    const [free] = await screens.site.sql`
      SELECT h.name FROM stay s JOIN horse h ON h.id = s.horse_id WHERE s.went_home IS NULL AND EXISTS (SELECT FROM judgement j JOIN evaluation e ON e.id = j.evaluation_id WHERE e.stay_id = s.id)
        AND NOT EXISTS (SELECT FROM card WHERE stay_id = s.id AND day = '2026-07-14') AND NOT EXISTS (SELECT FROM hold WHERE stay_id = s.id AND last_day IS NULL) ORDER BY h.name LIMIT 1`;
    const horse = String(free?.["name"]);
    await fill(page, "Horse", await optionOf(page, horse));
    await fill(page, "About", "feet");
    await page.waitForFunction(() => document.querySelector<HTMLSelectElement>("select[name=who]")?.value === "farrier");
    await fill(page, "Until then", "all");
    await expectAccessible(page, "ordering a check");
    await follow(page, () => page.locator("form button::-p-text(Order the check)").click());
    const of = `Feet or shoes of ${horse}`;
    await button(page, `Book: ${of}`).click();
    await fill(page, "Day", "2026-07-16");
    await fill(page, "With whom", "Osric Fell");
    await expectAccessible(page, "booking a check");
    await follow(page, () => button(page, "Book it").click());
    expect(await bodyOf(page)).toContain("Booked for Thu 16 Jul");

    await follow(page, () => page.locator(`li h3 a::-p-text(${horse})`).click());
    const path = page.url();
    await screens.visit(page, "/today");
    await page.locator("summary::-p-text(Not due today)").click();
    expect(await bodyOf(page)).toMatch(new RegExp(`${horse}\\W+waiting for a check`));
    await page.goto(path);
    await awake(page);
    const photo = join(folder, "near fore.png");
    writeFileSync(
      photo,
      await sharp({ create: { width: 60, height: 40, channels: 3, background: "#888" } })
        .png()
        .toBuffer(),
    );
    await button(page, "More: Feet or shoes").click();
    const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await follow(page, () => input.uploadFile(photo));
    const kept = await page.$eval("a::-p-text(near fore.png)", (a) => (a as HTMLAnchorElement).href);
    expect(await page.evaluate(async (href) => (await fetch(href)).headers.get("content-type"), kept)).toBe("image/jpeg");

    await button(page, "Answer: Feet or shoes").click();
    await button(page, "Enter the answer").click();
    await text(page, "What was found or done is missing. Type it in.");
    await fill(page, "Result", "treated");
    await fill(page, "What was found or done", "Long toes in front; trimmed and reset.");
    await follow(page, () => button(page, "Enter the answer").click());
    expect(await bodyOf(page)).toContain("Problem fixed. Long toes in front");
    await screens.visit(page, "/today");
    await page.locator("summary::-p-text(Not due today)").click();
    expect(await bodyOf(page)).not.toContain("waiting for a check");
    await page.close();
  });
  it("refuses a file that is too large before it is sent, and one that is none of ours after", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/checks");
    await page.locator("button[aria-label^='More: ']").click();
    const [large, odd] = [join(folder, "large.pdf"), join(folder, "odd.pdf")];
    writeFileSync(large, Buffer.alloc(6 * 1024 * 1024, "%PDF-1.4"));
    writeFileSync(odd, "<html><script>alert(1)</script></html>");
    const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(large);
    await text(page, "the limit is 5.0 MB");
    await input.uploadFile(odd);
    await text(page, "Attach a photo (JPEG, PNG, WebP) or a PDF");
    await page.close();
  });
  it("books one visit for all that one person is called for", async () => {
    const page = await screens.as("odalys");
    const two = await screens.site.sql`
      INSERT INTO check_up (id, stay_id, who, asked, ordered_on, ordered_by, due, holds, skills, state)
      SELECT gen_random_uuid(), s.id, 'dentist', 'Look into the mouth', '2026-07-13', p.id, '2026-07-20', 'nothing', '{}', 'ordered'
      FROM stay s JOIN horse h ON h.id = s.horse_id, person p WHERE h.name IN ('Gannet', 'Copperplate') AND p.sign_in = 'odalys' RETURNING id`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    await screens.visit(page, "/checks");
    await button(page, "Book one visit").click();
    await fill(page, "Day", "2026-07-17");
    await fill(page, "With whom", "Valley dentist");
    await expectAccessible(page, "booking a visit");
    await follow(page, () => button(page, "Book 2 horses").click());
    const booked = await screens.site
      .sql`SELECT booked_for::text AS day, booked_with AS who FROM check_up WHERE id IN ${screens.site.sql(two.map(({ id }) => id as string))}`;
    expect([...booked]).toEqual([
      { day: "2026-07-17", who: "Valley dentist" },
      { day: "2026-07-17", who: "Valley dentist" },
    ]);
    expect(await saidBy(page, "section[aria-label=Booked]")).toMatch(/Copperplate: .*Booked for Fri 17 Jul/);
    await page.close();
  });
  it("leaves alone the skills that are named, when only skills wait", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/checks");
    await button(page, "More: Feet or shoes of Juniper Tax").click();
    await button(page, "Change: Feet or shoes of Juniper Tax").click();
    await fill(page, "Until then", "skill");
    await fill(page, "Add a skill to leave alone", "hind-feet");
    await fill(page, "Add a skill to leave alone", "trot-up");
    await button(page, "Trot in hand, left and right ×, take off").click();
    await expectAccessible(page, "skills left alone");
    await follow(page, () => button(page, "Save the change").click());
    expect(await bodyOf(page)).toContain("Leave alone: hind feet picked up and held");
    const [row] = await screens.site.sql`
      SELECT c.holds, c.skills FROM check_up c JOIN stay s ON s.id = c.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Juniper Tax'`;
    expect(row).toEqual({ holds: "skill", skills: ["hind-feet"] });
    await page.close();
  });
  it("answers that something was found, with what was restricted, and releases it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/checks");
    await button(page, "More: Feet or shoes of Juniper Tax").click();
    await button(page, "Answer: Feet or shoes of Juniper Tax").click();
    await fill(page, "Result", "found");
    await fill(page, "What was found or done", "A bruise in front.");
    await button(page, "Add a restriction").click();
    await fill(page, "Restricted", "hard-ground");
    await fill(page, "Last day", "2026-07-20");
    await fill(page, "In their words", "Soft ground only");
    await expectAccessible(page, "an answer with a restriction");
    await follow(page, () => button(page, "Enter the answer").click());
    await follow(page, () => page.locator("li h3 a::-p-text(Juniper Tax)").click());
    expect(await bodyOf(page)).toContain("No hard ground until Mon 20 Jul: “Soft ground only”.");
    expect(await bodyOf(page)).toMatch(/A problem was found\. It stops .* until a manager releases it/);
    await button(page, "Release: Feet or shoes").click();
    await fill(page, "Who released it, and why", "Osric Fell: sound on hard ground.");
    await expectAccessible(page, "releasing");
    await follow(page, () => button(page, "Release it").click());
    expect(await bodyOf(page)).toContain("Released from Tue 14 Jul by Odalys Brandt.");
    expect(await bodyOf(page)).not.toContain("until a manager releases it");
    await page.close();
  });
  it("tries a change of tack and ends it", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/");
    await follow(page, () => link(page, "Marzipan Toll").click());
    await follow(page, () => page.locator("nav[aria-label^='Pages'] a::-p-text(Checks)").click());
    await button(page, "End: Another pad").click();
    await fill(page, "Result", "gone");
    await expectAccessible(page, "ending a trial");
    await follow(page, () => button(page, "End the trial").click());
    expect(await bodyOf(page)).toMatch(/Another pad from .* to Tue 14 Jul: sign gone/);
    await page.close();
  });
  it("is read by riders, with nothing to press", async () => {
    const page = await screens.as("wren");
    await screens.visit(page, "/checks");
    expect(await bodyOf(page)).toContain("Saltmarsh: Back or ribs");
    expect(await page.$$("main button")).toEqual([]);
    await page.close();
  });
});

describe("the Barn screen", () => {
  it("changes rules and places", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn");
    await button(page, "Change: Rest days").click();
    await button(page, "Saturday").click();
    // What is typed into one rule is not lost to another.
    expect(await page.$$eval("button[aria-label^='Change: ']:not([disabled])", (all) => all.length)).toBe(0);
    await button(page, "Save this rule").click();
    await text(page, "No horse is worked on Saturday and Sunday.");
    await button(page, "Undo").click();
    await text(page, "No horse is worked on Sunday.");
    await button(page, "Change: Holidays").click();
    await fill(page, "A holiday", "2026-12-25");
    await button(page, "Add the holiday").click();
    await expectAccessible(page, "the barn's rules");
    await button(page, "Save this rule").click();
    await text(page, "Saved: Holidays.");
    await button(page, "Change: Telephone").click();
    await fill(page, "Telephone for owners", "call us");
    await button(page, "Save this rule").click();
    await text(page, "Digits, spaces and + ( ) . / - only");
    await fill(page, "Telephone for owners", "555 0100");
    await button(page, "Save this rule").click();
    await text(page, "Owners call 555 0100.");
    await reload(page);
    expect(await bodyOf(page)).toContain("Holidays, with no work: Fri 25 Dec 2026");
    await fill(page, "Search a rule", "wind");
    expect(await page.$$eval("button[aria-label^='Change: ']", (all) => all.length)).toBe(1);
    await fill(page, "Search a rule", "");
    await button(page, "Change Arena").click();
    await fill(page, "Horses at once", "0");
    await button(page, "Save this place").click();
    await text(page, "A whole number from 1 to 20 horses.");
    await expectAccessible(page, "changing a place");
    await fill(page, "Horses at once", "2");
    await follow(page, () => button(page, "Save this place").click());
    expect(await bodyOf(page)).toContain("Arena 2 horses at once");
    await page.close();
  });
  it("makes a new version of the walk, kept on the device until it is saved", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn/walk");
    await button(page, "Change Tie").click();
    await fill(page, "What to look at", "Stands, paws, pulls back, digs.");
    await fill(page, "Add a skill to Tie", "blanket");
    await expectAccessible(page, "changing a rung");
    await button(page, "Leave out Block and stirrup").click();
    await reload(page);
    await text(page, "Not saved yet. Kept on this device.");
    await button(page, "Save as version 2").click();
    await text(page, "Before riding, the evaluation must cover");
    await button(page, "Add back “Block and stirrup”").click();
    // It stands at the end now: earlier, twice.
    for (let i = 0; i < 2; i += 1) await button(page, "Block and stirrup: earlier").click();
    await follow(page, () => button(page, "Save as version 2").click());
    expect(await bodyOf(page)).toMatch(/Version 2, made .* by Odalys Brandt/);
    expect(await bodyOf(page)).toContain("5. Tie 2 skills");
    await page.close();
  });
  it("changes the weights by which signs point to causes", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn/findings");
    await button(page, "Busy mouth").click();
    await fill(page, "Weight of Stomach", "3");
    await button(page, "Save the weights").click();
    await text(page, "Saved");
    await reload(page);
    await text(page, "1 weight changed here");
    await page.close();
  });
  it("joins what two managers change in the weights and in the walk, and asks where both changed the same", async () => {
    const [one, two] = [await screens.as("odalys"), await screens.as("odalys")];
    for (const page of [one, two]) await screens.visit(page, "/barn/findings");
    await fill(one, "Weight of Stomach", "4");
    await fill(one, "Weight of Back or ribs", "3");
    await button(one, "Save the weights").click();
    await text(one, "Saved");
    await fill(two, "Weight of Stomach", "2");
    await fill(two, "Weight of Skin under the tack", "2");
    await button(two, "Save the weights").click();
    await text(two, "Both sets of changes are combined here");
    expect(await saidBy(two, "[role=alertdialog]")).toMatch(/Girthy: stomach 2 4/);
    await expectAccessible(two, "weights that clash");
    await button(two, "Take theirs").click();
    await button(two, "Save the weights").click();
    await text(two, "Saved");
    const [row] = await screens.site.sql`SELECT weights FROM barn`;
    const of = (cause: string) =>
      (row?.["weights"] as { cause: string; sign: string; weight: number }[]).find(
        (w) => w.sign === "girthy" && w.cause === cause,
      );
    expect([of("stomach")?.weight, of("back")?.weight, of("skin")?.weight]).toEqual([4, 3, 2]);

    for (const page of [one, two]) await screens.visit(page, "/barn/walk");
    await button(one, "Change Look").click();
    await fill(one, "What to look at", "Theirs.");
    await follow(one, () => one.locator("button::-p-text(Save as version)").click());
    await button(two, "Change Mind").click();
    await fill(two, "What to look at", "Mine.");
    await two.locator("button::-p-text(Save as version)").click();
    await text(two, "Both sets of changes are combined here");
    await follow(two, () => two.locator("button::-p-text(Save as version)").click());
    const [walk] = await screens.site.sql`SELECT rungs FROM instrument ORDER BY version DESC LIMIT 1`;
    const prompt = (id: string) => (walk?.["rungs"] as { id: string; prompt: string }[]).find((rung) => rung.id === id)?.prompt;
    expect([prompt("look"), prompt("mind")]).toEqual(["Theirs.", "Mine."]);
    await one.close();
    await two.close();
  });
});
