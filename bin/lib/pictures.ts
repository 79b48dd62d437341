/**
 * Takes the pictures of docs/screenshots from a running demo barn, and writes down how a screen reader tells the main screens (docs/reading-order.md):
 *   FURLONG_URL=http://127.0.0.1:4321 npm run pictures [-- name …]
 */
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import { DEMO_PASSWORD } from "#demo/cast.ts";
import { openBrowser, signedIn } from "./browser.ts";
import { readingOrder } from "./reading-order.ts";

const address = process.env["FURLONG_URL"] ?? "http://127.0.0.1:4321";
const folder = process.env["FURLONG_PICTURES"] ?? "docs/screenshots";

interface Picture {
  readonly who: string;
  readonly size: { width: number; height: number };
  readonly whole?: boolean;
  go(page: Page): Promise<void>;
}
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const tablet = { width: 820, height: 1180 };

/** Until all islands are awake, and pictures and fonts are there. */
async function settled(page: Page): Promise<void> {
  await page.waitForFunction(
    () => document.documentElement.dataset["awake"] !== undefined || !document.querySelector("astro-island"),
  );
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
}
async function visit(page: Page, path: string | null | undefined): Promise<void> {
  if (!path) throw new Error("What leads there was not found on the page.");
  await page.goto(address + path, { waitUntil: "load" });
  await settled(page);
}
const open = (path: string) => (page: Page) => visit(page, path);
/** The page of a horse, found as a person finds it: by its name on the Rail. */
const horse =
  (name: string, tab = "") =>
  async (page: Page) => {
    await visit(page, "/");
    const href = await page.$$eval(
      "a",
      (links, wanted) => links.find((link) => link.textContent?.trim() === wanted)?.getAttribute("href"),
      name,
    );
    await visit(page, href + tab);
  };
/** The rider's next card that is still to be written, the way the rider reaches it. */
const ownCard = async (page: Page) => {
  await visit(page, "/string");
  const href = await page.$$eval("a[href^='/card/']", (links) =>
    links.find((link) => link.textContent?.includes("Open the card"))?.getAttribute("href"),
  );
  await visit(page, href);
};
/** The same, at its gate. */
const gate = async (page: Page) => {
  await ownCard(page);
  await page.$eval("#gate-title", (title) => title.scrollIntoView());
};
/** The same at its work, a score given: what it looks like stands under it. */
const scored = async (page: Page) => {
  await ownCard(page);
  await page.$eval("nav[aria-label='Parts of the card'] > :nth-child(2)", (part) => (part as HTMLElement).click());
  const score = await page.waitForSelector("[role=group] button[aria-label*=': 3, ']");
  await score?.evaluate((one) => (one as HTMLElement).click());
  await score?.evaluate((one) => one.scrollIntoView({ block: "center" }));
};
/** What the link of the horse that went home opens. */
const ownersPage = async (page: Page) => {
  // What its owner asked stands on the Rail, and leads there.
  await horse("Second Helping")(page);
  const path = await page.$eval(
    '[aria-label="Owner\'s link"]',
    (field) => new URL((field as HTMLInputElement).value, location.href).pathname,
  );
  await visit(page, path);
};
/** Begins the walk where nobody has yet, and stands at its third rung. */
const walk = async (page: Page) => {
  await horse("Brickle", "/evaluate")(page);
  const begin = await page.$("button ::-p-text(Start the intake)");
  if (begin) {
    await begin.click();
    await page.waitForNavigation();
    await settled(page);
  }
  await (await page.waitForSelector("button ::-p-text(Catch, halter, lead)"))?.click();
};

/** An evaluation that waits for its signature. */
const unsigned = async (page: Page) => {
  await visit(page, "/");
  const href = await page.$$eval("a", (links) =>
    links.find((link) => link.textContent?.includes("needs your sign-off"))?.getAttribute("href"),
  );
  await visit(page, href);
  await page.waitForFunction(() => !document.body.innerText.includes("Working it out"));
};

/** A table as it comes off a desk, looked at before it comes in: nothing of it is written. */
const TABLE = `Horse,Owner,Arrival,Term,Goal,Born,Height,Sessions so far
Thimble,Ottoline Fenn,6/22/2026,60,Quiet on trails,2019,15.1,13
Burdock,Ambrose Fenn,7/6/2026,30,To be led and tied,4/3/2023,14.2,
Teal,Tansy Quillback,7/32/2026,90,To be started,spring,14.3,
Marzipan Toll,,7/13/2026,60,Leads from a set-up,,,`;
const table = async (page: Page) => {
  await visit(page, "/barn/import");
  const path = join(mkdtempSync(join(tmpdir(), "furlong-table-")), "arrivals.csv");
  writeFileSync(path, TABLE);
  await ((await page.waitForSelector("#import-file")) as ElementHandle<HTMLInputElement>).uploadFile(path);
  await (await page.waitForSelector("button ::-p-text(Preview the import)"))?.click();
  await page.waitForSelector("::-p-text(What is wrong and how to fix it)");
};

/** The plan, once everything is played. */
const plan = async (page: Page) => {
  await horse("Mothwing", "/plan")(page);
  await page.waitForFunction(() => !document.body.textContent?.includes("working out the forecast"), { timeout: 60_000 });
};

/** The week, laid out with one key. */
const week = async (page: Page) => {
  await visit(page, "/week");
  await page.keyboard.press("l");
  await page.waitForFunction(
    () => /planned over/.test(document.body.innerText) && !/Looking for a way/.test(document.body.innerText),
    {
      timeout: 60_000,
    },
  );
};

const PICTURES: Record<string, Picture> = {
  rail: { who: "odalys", size: desk, go: open("/") },
  today: { who: "odalys", size: desk, go: open("/today") },
  week: { who: "odalys", size: { width: 1280, height: 1000 }, go: week },
  wall: { who: "jory", size: { width: 1600, height: 900 }, go: open("/today/wall") },
  string: { who: "ines", size: phone, go: open("/string") },
  horse: { who: "odalys", size: desk, whole: true, go: horse("Oatfield Rumor") },
  log: { who: "odalys", size: desk, go: horse("Oatfield Rumor", "/log") },
  evaluate: { who: "odalys", size: tablet, go: walk },
  book: { who: "odalys", size: desk, go: open("/book") },
  outcome: { who: "odalys", size: { width: 1280, height: 1500 }, go: unsigned },
  plan: { who: "odalys", size: { width: 1280, height: 1400 }, go: plan },
  ladder: { who: "odalys", size: desk, go: open("/barn/ladder") },
  checks: { who: "odalys", size: desk, go: open("/checks") },
  card: { who: "ines", size: phone, go: gate },
  "card-work": { who: "ines", size: phone, go: scored },
  import: { who: "odalys", size: { width: 1280, height: 1200 }, go: table },
  paper: { who: "odalys", size: { width: 900, height: 1160 }, go: open("/today/print") },
  report: { who: "odalys", size: { width: 1280, height: 1500 }, go: horse("Tin Whistle", "/report") },
  owner: { who: "odalys", size: phone, go: ownersPage },
};

/** Screens whose reading order is written down; long lists of theirs are cut. */
const READ: Readonly<Record<string, string>> = { rail: "Rail", today: "Today", week: "Week", horse: "Horse", card: "Card" };
const MOST_LINES = 60;
const READ_FILE = "docs/reading-order.md";

const wanted = process.argv.slice(2);
const unknown = wanted.filter((name) => !PICTURES[name]);
if (unknown.length > 0)
  throw new Error(`No such picture: ${unknown.join(", ")}. There are: ${Object.keys(PICTURES).join(", ")}.`);
mkdirSync(folder, { recursive: true });
const { browser, close } = await openBrowser();
const read: string[] = [];
for (const [name, picture] of Object.entries(PICTURES)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const page = await signedIn(browser, address, picture.who, DEMO_PASSWORD, picture.size);
  // Six in the morning, whenever the pictures are taken: nothing is late yet.
  await page.evaluateOnNewDocument(() => {
    const six = Date.parse("2026-07-14T12:20:00Z");
    Date.now = () => six;
  });
  await picture.go(page);
  await page.screenshot({ path: join(folder, `${name}.png`) as `${string}.png`, fullPage: picture.whole ?? false });
  console.log(`${name}.png`);
  if (READ[name]) {
    const lines = await readingOrder(page);
    const more = lines.length > MOST_LINES ? [`- … and ${lines.length - MOST_LINES} lines more`] : [];
    read.push([`## ${READ[name]}`, "", ...lines.slice(0, MOST_LINES), ...more].join("\n"));
  }
  await page.close();
}
await close();
if (read.length === Object.keys(READ).length)
  writeFileSync(
    READ_FILE,
    `# What a screen reader tells, and in which order\n\nLandmarks, headings and what can be pressed, of the five main screens of the demo barn. Written by \`npm run pictures\`; three of a kind in a row stand for all of them.\n\n${read.join("\n\n")}\n`,
  );
