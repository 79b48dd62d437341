/** What a skill is, for whoever stands beside the horse: its page from the card, its scores under the thumb, what is counted, practice, the handbook. */

import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { go, tap } from "#tests/phone.ts";
import {
  bodyOf,
  button,
  choose,
  expectAccessible,
  expectTargets,
  follow,
  PHONE,
  Screens,
  saidBy,
  text,
  thumb,
} from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

/** A card of today's riders that counts something in its work, at its work. */
async function countingCard(): Promise<{ page: Page; id: string; stay: string }> {
  const cards = await screens.site.sql`
    SELECT k.id, k.stay_id AS stay, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id
    WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.role = 'rider' ORDER BY k.kind, p.name, k.start`;
  for (const { id, stay, who } of cards) {
    const page = await screens.as(String(who), PHONE);
    await screens.visit(page, `/card/${id}`);
    await go(page, "Work");
    if (await page.$("button[aria-label^='+1: ']")) return { page, id: String(id), stay: String(stay) };
    await page.close();
  }
  throw new Error("No card of today counts anything");
}

describe("the card", () => {
  it("says what the score under the thumb looks like, counts with one thumb, proposes the score, and keeps the figure", async () => {
    const { page, id, stay } = await countingCard();
    const name = (await page.$eval("button[aria-label^='+1: ']", (one) => one.getAttribute("aria-label")))?.slice(4) ?? "";
    // Its line opens with a tap where it is not its turn yet.
    const folded = await page.$("[id^='work-']:has(button[aria-label^='+1: ']) > button");
    if (folded) await thumb(folded);
    await tap(page, `+1: ${name}`);
    await tap(page, `+1: ${name}`);
    await text(page, "otherwise");
    const proposed = await page.waitForSelector("button::-p-text(Score )");
    await thumb(proposed);
    expect(await page.$$("[role=group] button[aria-pressed=true]")).toHaveLength(1);
    const given = await page.$eval("[role=group] button[aria-pressed=true]", (one) => one.textContent);
    // The anchor of what was given stands under the row.
    const [row] = await screens.site.sql`
      SELECT p.page->'scores'->${Number(given)}::int AS looks FROM skill_page p JOIN skill s ON s.id = p.skill WHERE s.words = ${name}`;
    expect(await bodyOf(page)).toContain(String(row?.["looks"]));
    await expectAccessible(page, "a card with a figure");
    await expectTargets(page, "a card with a figure", 56);
    // A clock that runs is kept on the phone, and goes on after a reload.
    const clock = await page.$("button::-p-text(▶ Clock)");
    if (clock) {
      const line = await clock.evaluateHandle((one) => one.closest("[id^='work-']")?.querySelector(":scope > button"));
      const closed = line.asElement();
      if (closed) await thumb(closed as typeof clock);
      await thumb(clock);
      await page.reload();
      await go(page, "Work");
      await thumb(await page.waitForSelector("button::-p-text(■ Stop at)"));
    }
    for (let i = 0; i < 4; i += 1) await tap(page, "Ground: 5 more");
    await go(page, "The end");
    await choose(page, "Ended well");
    await follow(page, () => tap(page, "Close the card"));
    const [kept] = await screens.site
      .sql`SELECT measures FROM card_revision WHERE card_id = ${id} ORDER BY revision DESC LIMIT 1`;
    expect(kept?.["measures"]).toContainEqual(expect.objectContaining({ figure: 2 }));
    await page.close();
    const desk = await screens.as("odalys");
    await screens.visit(desk, `/horse/${stay}/log`);
    await (await desk.waitForSelector("main article summary"))?.click();
    // What it unfolds to is drawn once the browser has told that it is open.
    await desk.waitForSelector("main article details[open] > div");
    expect(await bodyOf(desk)).toMatch(new RegExp(`${name}: 2 (×|of)`));
    await desk.close();
  });
});

describe("a skill's page", () => {
  it("opens from the card with one tap, and is written by the manager alone", async () => {
    const [row] = await screens.site.sql`
      SELECT k.id, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id
      WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.role = 'rider' ORDER BY p.name, k.start LIMIT 1`;
    const page = await screens.as(String(row?.["who"]), PHONE);
    await screens.visit(page, `/card/${row?.["id"]}`);
    await go(page, "Work");
    await follow(page, async () => thumb(await page.waitForSelector("h3 a[href^='/skill/']")));
    for (const words of ["How to ask", "What each score looks like", "Stop when.", "For the owner."]) await text(page, words);
    expect(await page.$("button::-p-text(Write this page)")).toBeNull();
    expect(
      (
        await screens.site.post(
          "ladder/write-page",
          { skill: "tie", version: 1, page: {} },
          {
            who: String(row?.["who"]),
          },
        )
      ).status,
    ).toBe(403);
    await page.close();
    const desk = await screens.as("odalys");
    await screens.visit(desk, "/skill/tie");
    await button(desk, "Write this page").click();
    const line = await desk.waitForSelector("#page-mistakes");
    await line?.click({ count: 3 });
    await line?.type("Tied to a rail that gives.");
    await follow(desk, () => button(desk, "Save the page").click());
    await text(desk, "Tied to a rail that gives.");
    await desk.close();
  });
  it("follows the method of the horse that it is read for", async () => {
    const page = await screens.as("wren", PHONE);
    await screens.visit(page, "/skill/bit?method=classical-line");
    expect(await bodyOf(page)).toMatch(/In from the start/);
    expect(await bodyOf(page)).not.toMatch(/Worn under the halter/);
    await page.close();
  });
});

describe("another barn's ladder", () => {
  it("is handed on as a file and taken in from one: its names and pages come, what this barn wrote itself stays, and nothing before it is saved", {
    timeout: 150_000,
  }, async () => {
    const file = JSON.parse(await (await screens.site.get("/api/ladder-file", "odalys")).text()) as {
      branches: { skills: { id: string; words: string; page: { mistakes: string } | null }[] }[];
    };
    for (const skill of file.branches.flatMap(({ skills }) => skills)) {
      if (skill.id === "clippers") skill.words = "Stands for the clippers of the other barn";
      if (skill.page && ["clippers", "tie"].includes(skill.id)) skill.page.mistakes = "Said by the other barn.";
    }
    const folder = mkdtempSync(join(tmpdir(), "furlong-ladder-"));
    const path = join(folder, "ladder.json");
    const broken = join(folder, "broken.json");
    writeFileSync(path, JSON.stringify(file));
    writeFileSync(broken, JSON.stringify({ ...file, branches: [{ words: "Nothing" }] }));
    const page = await screens.as("odalys");
    await screens.visit(page, "/barn/ladder");
    await page.locator("summary::-p-text(Another barn's ladder)").click();
    const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(broken);
    expect(await saidBy(page, "details [role=alert]")).toMatch(/branches/);
    await input.uploadFile(path);
    await text(page, "pages of skills come with it");
    await text(page, "They replace the pages this barn has written");
    await expectAccessible(page, "a ladder taken in");
    // Every plan is read again under the new ladder; the next file's barn must not get what is still being read of this one.
    const readBefore = await screens.site.sql`
      SELECT p.fingerprint FROM plan p JOIN stay s ON s.id = p.stay_id WHERE s.went_home IS NULL`;
    const words = async () => (await screens.site.sql`SELECT words FROM skill WHERE id = 'clippers'`)[0]?.["words"];
    expect(await words()).not.toMatch(/other barn/);
    await button(page, "Save the ladder").click();
    await text(page, "Saved");
    expect(await words()).toBe("Stands for the clippers of the other barn");
    // The page of tying was written here, a test above.
    const pages = await screens.site
      .sql`SELECT skill, page->>'mistakes' AS said FROM skill_page WHERE skill IN ('clippers', 'tie') ORDER BY skill`;
    expect(pages.map(({ said }) => said)).toEqual(["Said by the other barn.", "Tied to a rail that gives."]);
    await page.close();
    rmSync(folder, { recursive: true });
    const old = readBefore.map(({ fingerprint }) => String(fingerprint));
    await expect
      .poll(async () => (await screens.site.sql`SELECT stay_id FROM plan WHERE fingerprint = ANY(${old})`).length, {
        timeout: 90_000,
      })
      .toBe(0);
  });
});

describe("practice", () => {
  it("asks ten situations, shows the barn's answer, and tells the manager who agrees", async () => {
    const page = await screens.as("tavish", PHONE);
    await screens.visit(page, "/skill/soft-feel/practice");
    for (let i = 0; i < 10; i += 1) {
      await text(page, `${i + 1} of 10`);
      await thumb(await page.waitForSelector("[aria-label='Your score'] button[aria-label^='3,']:not([disabled])"));
      await text(page, "The barn");
      if (i === 0) await expectAccessible(page, "practice with an answer");
      await tap(page, i < 9 ? "Next" : "Save my practice");
    }
    await text(page, "the same as the barn");
    const [row] = await screens.site.sql`SELECT jsonb_array_length(answers) AS asked FROM practice`;
    expect(row?.["asked"]).toBe(10);
    await page.close();
    const desk = await screens.as("odalys");
    await screens.visit(desk, "/barn/riding");
    expect(await bodyOf(desk)).toMatch(/Tavish Okonjo.*\d+ of 10 alike, \d+ within one/s);
    await desk.close();
  });
});

describe("the handbook", () => {
  it("is one PDF of all skills in use", async () => {
    const pdf = await screens.site.get("/handbook/a4.pdf", "wren");
    expect([pdf.status, pdf.headers.get("content-type")]).toEqual([200, "application/pdf"]);
    const bytes = Buffer.from(await pdf.arrayBuffer());
    expect(bytes.subarray(0, 5).toString()).toBe("%PDF-");
    expect((bytes.toString("latin1").match(/\/Type\s*\/Page\b/g) ?? []).length).toBeGreaterThan(20);
  });
});
