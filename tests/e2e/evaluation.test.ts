/** An evaluation from the first tap to the signature, by finger on the tablet, with the server away in the middle. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Served, serveStandin } from "#bin/serve.ts";
import { RUNGS } from "#core/intake/instrument.ts";
import { sidesOf } from "#core/kernel/sides.ts";
import { skillOf } from "#shipped/ladder.ts";
import {
  bodyOf,
  button,
  expectAccessible,
  fill,
  follow,
  link,
  reload,
  Screens,
  saidBy,
  TABLET,
  text,
  thumb,
} from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let scale: Served;
let screens: Screens;
let brickle = "";
beforeAll(async () => {
  scale = await serveStandin(process.cwd(), "scale");
  screens = await Screens.open(await Site.open("demo", { scaleUrl: scale.address }));
  const [stay] = await screens.site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Brickle'`;
  brickle = `/horse/${stay?.["id"]}`;
});
afterAll(async () => {
  await screens.close();
  await scale.stop();
});

/** Fingers on glass, counted: scores apart from everything else. */
class Finger {
  scores = 0;
  others = 0;
  constructor(readonly page: Page) {}
  private async touch(selector: string): Promise<void> {
    await thumb(await this.page.waitForSelector(selector));
  }
  async score(label: string): Promise<void> {
    this.scores += 1;
    await this.touch(`button[aria-label^="${label}"]`);
  }
  async tap(selector: string): Promise<void> {
    this.others += 1;
    await this.touch(selector);
  }
  named = (label: string): Promise<void> => this.tap(`button[aria-label^="${label}"]`);
  press = (words: string): Promise<void> => this.tap(`button::-p-text(${words})`);
  /** One tap into the field; typing is not tapping. */
  async type(label: string, value: string): Promise<void> {
    this.others += 1;
    await fill(this.page, label, value);
  }
}
const saved = (page: Page) => page.waitForFunction(() => document.body.innerText.includes("Saved"));
const title = (page: Page, words: string) =>
  page.waitForFunction((wanted) => document.querySelector("h1")?.textContent?.endsWith(wanted), {}, words);

describe("an evaluation on the tablet", () => {
  it("takes under 60 taps beyond the scores, loses nothing while the server is away, and is signed", {
    timeout: 240_000,
  }, async () => {
    const page = await screens.as("odalys", TABLET);
    const finger = new Finger(page);
    await screens.visit(page, `${brickle}/evaluate`);
    await follow(page, () => finger.press("Start the intake evaluation"));
    for (const [i, rung] of RUNGS.entries()) {
      await title(page, rung.words);
      if (rung.id === "saddle") expect(await bodyOf(page)).not.toContain("Do not get on yet");
      for (const id of rung.skills)
        for (const side of sidesOf(skillOf(id).sided))
          await finger.score(`${skillOf(id).words}${side === "both" ? "" : `, ${side}`}: ${side === "right" ? 3 : 4}`);
      if (rung.id === "look") await finger.named("Soft eye");
      if (rung.id === "measure") await measure(page, finger);
      if (rung.id === "handle") {
        await finger.press("Body map ›");
        await title(page, "Body map");
        await mapOf(page, finger);
      }
      if (rung.id === "yields") await screens.site.stop();
      if (rung.id === "tack") await girthy(page, finger);
      if (rung.id === "block") {
        await page.waitForFunction(() => document.body.innerText.includes("Kept on this device"));
        await screens.site.restart();
        await saved(page);
      }
      if (rung.id === "mind") await mind(page, finger);
      await finger.press(`${RUNGS[i + 1]?.words ?? "Outcome"} ›`);
    }
    await title(page, "Outcome");
    await expectAccessible(page, "what comes out");
    await saved(page);
    await follow(page, () => finger.press("Close the evaluation"));
    await screens.site.sql`SELECT 1`;
    expect(await bodyOf(page)).toContain("Girthy, left at tack, when the girth is tightened, strength 2");

    await expectAccessible(page, "the outcome, to be signed");
    await finger.press("+ ");
    await fill(page, "Your own words, printed above the findings", "A kind horse with a sore spot.");
    await follow(page, () => finger.press("Sign off the evaluation"));
    expect(await saidBy(page, "section[aria-labelledby=signed-title]")).toMatch(/Signed by Odalys Brandt.*A kind horse.*risk/);
    expect(finger.scores).toBeGreaterThan(60);
    expect(finger.others).toBeLessThan(60);

    const [row] = await screens.site.sql`
      SELECT (SELECT count(*)::int FROM judgement j WHERE j.evaluation_id = e.id) AS signed, (SELECT count(*)::int FROM evaluation_mark WHERE evaluation_id = e.id) AS marks,
        (SELECT count(*)::int FROM evaluation_touch WHERE evaluation_id = e.id) AS touches, (SELECT count(*)::int FROM check_up c WHERE c.stay_id = e.stay_id) AS checks, e.scale_kg
      FROM evaluation e JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Brickle'`;
    expect(row).toMatchObject({ signed: 1, marks: finger.scores, touches: 2, scaleKg: 402.5 });
    expect(Number(row?.["checks"])).toBeGreaterThan(0);

    await follow(page, () => link(page, "Print for the owner").click());
    const said = await bodyOf(page);
    for (const words of ["What you asked for", "A kind horse with a sore spot", "Touchy spots", "make no diagnosis"])
      expect(said).toContain(words);
    const paper = Buffer.from(await page.pdf({ format: "a4", preferCSSPageSize: false })).toString("latin1");
    expect([...paper.matchAll(/\/Type\s*\/Page\b/g)]).toHaveLength(2);
    await page.close();
  });
});

/** Girth in inches, a slip that is asked about, and the scale read until the horse stands still. */
async function measure(page: Page, finger: Finger): Promise<void> {
  await finger.type("Heart girth, in", "18");
  await text(page, "Which did you mean?");
  await expectAccessible(page, "a slipped tape");
  await finger.press("180 cm");
  await finger.type("Body length, in", "62");
  await text(page, "430 kg");
  await fetch(`${scale.address}/horse`, { method: "POST", body: JSON.stringify({ kilograms: 402.5 }) });
  await finger.press("Read the scale");
  await text(page, "887 lb, steady");
  for (const place of ["Neck", "Withers", "Behind the shoulder", "Ribs", "Loin", "Tail head"]) await finger.named(`${place}: 5`);
  await text(page, "the mean of six places");
  await finger.type("Pulse, a minute", "60");
  await text(page, "pulse 60 a minute, above the normal 28–44 a minute");
  await finger.type("Pulse, a minute", "38");
  await page.waitForFunction(() => !document.body.innerText.includes("Out of the normal range"));
  await finger.tap("label::-p-text(Fit)");
}

async function mapOf(page: Page, finger: Finger): Promise<void> {
  await finger.tap("label::-p-text(Girth)");
  await finger.named("Girth line, left, girth: not touchy");
  await finger.named("Girth line, left, girth: touchy 1");
  await finger.tap("label::-p-text(Spray)");
  await finger.press("Front and behind");
  await finger.named("Tail and dock, spray");
  await text(page, "Girth line, left: girth 2");
  expect(await page.$eval("svg[aria-label^='Left side']", (svg) => svg.getAttribute("aria-label"))).toContain(
    "Girth line, left: girth 2",
  );
  await expectAccessible(page, "the body map");
}

async function girthy(page: Page, finger: Finger): Promise<void> {
  await finger.named("Girthy, left: not seen");
  await finger.named("Girthy, left: strength 1");
  await finger.named("Girthy when the girth is tightened");
  await expectAccessible(page, "when a sign shows");
}

/** The clock of the fright goes on over a reload. */
async function mind(page: Page, finger: Finger): Promise<void> {
  for (let tried = 0; tried < 3; tried += 1) await finger.press("One more try");
  await finger.press("Fright: start the clock");
  await saved(page);
  await reload(page);
  await thumb(await page.waitForSelector("ol button::-p-text(Mind)"));
  await finger.press("Settled");
  await text(page, "Reads as quick to learn, quiet");
}

describe("the prints and the comparison", () => {
  it("show the walk filled in and blank, and two evaluations side by side", async () => {
    const page = await screens.as("odalys");
    const [row] = await screens.site.sql`
      SELECT s.id AS stay, e.id FROM evaluation e JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id WHERE h.name = 'Saltmarsh' AND e.kind = 'intake'`;
    const stay = `/horse/${row?.["stay"]}`;
    await screens.visit(page, `${stay}/evaluation/${row?.["id"]}/print`);
    expect(await bodyOf(page)).toMatch(/Signs: Girthy left 3/);
    await screens.visit(page, `${brickle}/form`);
    expect(await bodyOf(page)).toMatch(/Tries: ______ · Minutes to settle: ______/);
    expect(await page.$$eval("span.bg-ink", (all) => all.length)).toBe(0);
    await screens.visit(page, `${stay}/compare`);
    expect(await bodyOf(page)).toContain("There is one evaluation so far");
    const [twice] = await screens.site
      .sql`SELECT stay_id FROM evaluation WHERE closed_at IS NOT NULL GROUP BY stay_id HAVING count(*) > 1 LIMIT 1`;
    await screens.visit(page, `/horse/${twice?.["stayId"]}/compare`);
    expect(await bodyOf(page)).toMatch(/By branch and side.*First to last/);
    await page.close();
  });
  it("say of what is not for this term how far the horse gets, and take that as a goal with one tap", async () => {
    const [row] = await screens.site.sql`
      SELECT e.stay_id, e.id FROM evaluation e JOIN stay s ON s.id = e.stay_id JOIN horse h ON h.id = s.horse_id
      WHERE h.name = 'Juniper Tax' AND e.closed_at IS NOT NULL AND NOT EXISTS (SELECT FROM judgement WHERE evaluation_id = e.id)`;
    const page = await screens.as("odalys");
    await screens.visit(page, `/horse/${row?.["stayId"]}/evaluation/${row?.["id"]}`);
    const remove = (words: string) => `button[aria-label="Remove goal: ${words}"]`;
    for (const words of ["Girth tightened in steps", "Saddle on"]) await page.locator(remove(words)).click();
    await text(page, "By the end of the term:");
    const step = await saidBy(page, "li p strong");
    await button(page, "Take it as a goal").click();
    await page.waitForSelector(remove(step));
    await page.waitForFunction(() => !document.body.innerText.includes("Working it out"));
    expect(await bodyOf(page)).not.toContain(`By the end of the term: ${step}`);
    await expectAccessible(page, "an evaluation with a goal on the way");
    await page.close();
  });
  it("keep a word that somebody was about to sign over a reload, and show another's signature", async () => {
    const [row] = await screens.site.sql`
      SELECT e.stay_id, e.id FROM evaluation e WHERE e.closed_at IS NOT NULL AND NOT EXISTS (SELECT FROM judgement WHERE evaluation_id = e.id) LIMIT 1`;
    const path = `/horse/${row?.["stayId"]}/evaluation/${row?.["id"]}`;
    const [mine, theirs] = [await screens.as("odalys"), await screens.as("odalys")];
    for (const page of [mine, theirs]) await screens.visit(page, path);
    await text(mine, "%");
    await mine.waitForFunction(() => !document.body.innerText.includes("Working it out"));
    await fill(mine, "Your own words, printed above the findings", "Mine.");
    await reload(mine);
    await mine.waitForFunction(() => document.querySelector("textarea")?.value === "Mine.");
    await fill(theirs, "Your own words, printed above the findings", "Theirs.");
    await follow(theirs, () => button(theirs, "Sign off the evaluation").click());
    await button(mine, "Sign off the evaluation").click();
    await text(mine, "Somebody else saved while you were typing");
    expect(await saidBy(mine, "[role=alertdialog]")).toMatch(/Word for the owner Mine. Theirs./);
    await mine.close();
    await theirs.close();
  });
});
