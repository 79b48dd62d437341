/** No signal: the phone opens, keeps what is written, and brings it to the barn in order and exactly once, whatever is killed on the way. */
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, Page } from "puppeteer-core";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { openBrowser } from "#bin/browser.ts";
import { DEMO_PASSWORD } from "#demo/cast.ts";
import { SESSION_COOKIE } from "#server/http/target.ts";
import { record } from "#tests/barn.ts";
import { go, tap } from "#tests/phone.ts";
import {
  awake,
  bodyOf,
  button,
  choose,
  expectAccessible,
  fill,
  follow,
  openMore,
  PHONE,
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

interface Card {
  readonly id: string;
  readonly who: string;
  readonly person: string;
  readonly horse: string;
}
afterEach(() => screens.site.up());
let card: Card;
/** A ground card of today that is still open, another for each test. */
beforeEach(async () => {
  const [row] = await screens.site.sql`
    SELECT k.id, p.sign_in AS who, p.id AS person, h.name AS horse FROM card k JOIN person p ON p.id = k.rider_id JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.role = 'rider' ORDER BY p.name, k.start LIMIT 1`;
  card = row as unknown as Card;
});
const revisions = (id: string) =>
  screens.site.sql`SELECT revision, word FROM card_revision WHERE card_id = ${id} ORDER BY revision`;

/** Until the phone has the page of the card, and the scripts that it runs on. */
const onThePhone = (page: Page, path: string) =>
  page.waitForFunction(
    async (wanted) => {
      const names = await caches.keys();
      const pages = (await caches.has("pages")) ? await (await caches.open("pages")).keys() : [];
      return names.some((name) => name.startsWith("shell")) && pages.some(({ url }) => url.endsWith(wanted));
    },
    { polling: 100 },
    path,
  );
/** Ground minutes and a good end, sent. */
async function close(page: Page): Promise<void> {
  await go(page, "Work");
  await thumb(await page.waitForSelector(`::-p-said([name="Ground: 5 more"])`));
  await go(page, "The end");
  await choose(page, "Ended well");
  await tap(page, "Close the card");
}
const visitedOnce = async (who: string, id: string): Promise<Page> => {
  const page = await screens.as(who, PHONE);
  page.setDefaultTimeout(30_000);
  await screens.visit(page, "/string");
  await onThePhone(page, `/card/${id}`);
  return page;
};

describe("without a network, after one visit", () => {
  it("what a card's work is opens too, though nobody has looked at it before", async () => {
    const { id, who } = card;
    const page = await visitedOnce(who, id);
    await page.waitForFunction(
      async () => (await (await caches.open("pages")).keys()).some(({ url }) => new URL(url).pathname.startsWith("/skill/")),
      { polling: 100 },
    );
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/${id}`);
    await go(page, "Work");
    await thumb(await page.waitForSelector("h3 a[href^='/skill/']"));
    await text(page, "What each score looks like");
    await page.close();
  });
  it("the string and its cards open, a card is written, kept, said to be kept, taken back, and sent by itself later", async () => {
    const { id, who } = card;
    const page = await visitedOnce(who, id);
    await screens.site.stop();
    await page.goto(`${screens.site.address}/string`);
    // The horse may be named by another of its sessions as well.
    await thumb(await page.waitForSelector(`main li a[href="/card/${id}"]`));
    await page.waitForFunction((wanted) => location.pathname.endsWith(wanted), {}, id);
    await close(page);
    await text(page, "Saved on this phone");
    expect(await bodyOf(page)).toContain("1 saved on this phone");
    // A change of mind before it was sent: the draft is there as it was.
    await button(page, "Change and resend").click();
    await go(page, "Work");
    expect(await page.$eval("#ground", (field) => (field as HTMLInputElement).value)).toBe("5");
    await go(page, "The end");
    await tap(page, "Close the card");
    await text(page, "It sends when you have signal.");
    await page.goto(`${screens.site.address}/string`);
    await text(page, "saved on this phone");
    expect(await revisions(id)).toHaveLength(0);
    await screens.site.restart();
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await expect.poll(() => revisions(id), { timeout: 30_000 }).toHaveLength(1);
    await page.waitForFunction(() => document.querySelector<HTMLElement>("#kept")?.hidden);
    await screens.visit(page, `/card/${id}`);
    expect(await bodyOf(page)).toContain("Closed");
    await page.close();
  });
  it("a page that was never opened says so, and leads back", async () => {
    const page = await visitedOnce(card.who, card.id);
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/00000000-0000-4000-8000-000000000000`);
    expect(await bodyOf(page)).toContain("was not opened on this phone before");
    await page.goto(`${screens.site.address}/string`);
    expect(await bodyOf(page)).toContain("My string");
    await screens.site.restart();
    await page.close();
  });
});

describe("a card that the manager changed meanwhile", () => {
  it("and moved takes the record all the same; one that was given away can be kept as a session of its own", async () => {
    const { id, who, person } = card;
    const page = await visitedOnce(who, id);
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/${id}`);
    await close(page);
    await text(page, "Saved on this phone");
    const [other] = await screens.site.sql`SELECT id FROM person WHERE sign_in = 'odalys'`;
    // She stands by nobody meanwhile.
    await screens.site.sql`UPDATE card SET helper_id = NULL WHERE helper_id = ${other?.["id"]} AND state = 'handed-out'`;
    await screens.site.sql`UPDATE card SET rider_id = ${other?.["id"]}, version = version + 1 WHERE id = ${id}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    await screens.site.restart();
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await text(page, "Not accepted:");
    expect(await bodyOf(page)).toContain("1 not accepted");
    await expectAccessible(page, "not taken");
    await button(page, "Save as a separate session").click();
    const own = () =>
      screens.site
        .sql`SELECT k.unplanned FROM card k JOIN card_revision v ON v.card_id = k.id WHERE k.rider_id = ${person} AND k.unplanned <> ''`;
    await expect.poll(own, { timeout: 30_000 }).toHaveLength(1);
    expect(await revisions(id)).toHaveLength(0);
    await page.close();
  });
});

describe("a phone that is handed to another rider", () => {
  it("shows nothing of the one before, sends nothing as the wrong person, and sends it when that one is back", async () => {
    const { id, who, horse } = card;
    const page = await visitedOnce(who, id);
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/${id}`);
    await close(page);
    await text(page, "Saved on this phone");
    // Signing out with no network empties the phone at once, and tells the server later.
    await openMore(page);
    await follow(page, () => button(page, "Sign out").click());
    expect(await bodyOf(page)).toContain("You are signed out on this phone");
    await page.goto(`${screens.site.address}/string`);
    expect(await bodyOf(page)).not.toContain(horse);
    await screens.site.restart();
    await page.goto(`${screens.site.address}/string`);
    await awake(page);
    expect(page.url()).toContain("/sign-in");
    screens.site.forget(who);
    await text(page, "1 saved on this phone");

    // A helper who has nothing to do with the card.
    const [stranger] = await screens.site
      .sql`SELECT p.sign_in AS who FROM person p WHERE p.role = 'helper' AND NOT EXISTS (SELECT FROM card k WHERE k.id = ${id} AND k.helper_id = p.id) LIMIT 1`;
    await signIn(page, stranger?.["who"]);
    expect(page.url()).toContain("/string");
    await text(page, "1 saved here for somebody else");
    expect(await bodyOf(page)).not.toContain("It sends when you have signal");
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    expect(await revisions(id)).toHaveLength(0);
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/${id}`).catch(() => null);
    expect(await bodyOf(page)).not.toContain(horse);
    await screens.site.restart();

    await signIn(page, who);
    await expect.poll(() => revisions(id), { timeout: 30_000 }).toHaveLength(1);
    const [row] = await screens.site
      .sql`SELECT p.sign_in AS who FROM card_revision v JOIN person p ON p.id = v.by_person WHERE v.card_id = ${id}`;
    expect(row?.["who"]).toBe(who);
    await page.close();
  });
  it("has its words refused from anybody else's session", async () => {
    const answer = await screens.site.post("card/close", {}, { who: "jory", headers: { "X-Furlong-Person": card.person } });
    expect([answer.status, await answer.json()]).toMatchObject([409, { code: "other-person" }]);
  });
});
async function signIn(page: Page, who: string): Promise<void> {
  await page.goto(`${screens.site.address}/sign-in`);
  await fill(page, "Sign-in name", who);
  await fill(page, "Password", DEMO_PASSWORD);
  await follow(page, () => page.keyboard.press("Enter"));
}

/** All its processes, as when a phone's battery is empty: one that lived on would hold the lock of what is kept. */
async function killBrowser(browser: Browser): Promise<void> {
  const ended = browser.process();
  if (!ended?.pid) throw new Error("the browser is no child of ours");
  process.kill(-ended.pid, "SIGKILL");
  await once(ended, "exit");
}

const WRITES = 120;
describe("120 writes", () => {
  it("all arrive, in order and once, through a network that flaps, a killed browser, a killed server and a clock that is wrong", {
    timeout: 240_000,
  }, async () => {
    const { site } = screens;
    const { id, who, person } = card;
    const profile = mkdtempSync(join(tmpdir(), "furlong-phone-"));
    const start = async (): Promise<{ browser: Browser; page: Page }> => {
      const { browser } = await openBrowser({ kept: profile });
      // Signed in long ago: a browser writes cookies down only now and then, and this one is killed too soon for that.
      await browser.defaultBrowserContext().setCookie({
        name: SESSION_COOKIE,
        value: await site.token(who),
        domain: "127.0.0.1",
        path: "/",
        httpOnly: true,
        secure: false,
      });
      const page = (await browser.pages())[0] ?? (await browser.newPage());
      // Three days behind, and it jumps about.
      await page.evaluateOnNewDocument(() => {
        const real = Date.now;
        Date.now = () => real() - 3 * 86_400_000 + Math.round(Math.random() * 7_200_000);
      });
      return { browser, page };
    };
    const kept = (page: Page): Promise<number> =>
      page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const open = indexedDB.open("furlong");
            open.onsuccess = () => {
              const count = open.result.transaction("outbox").objectStore("outbox").count();
              count.onsuccess = () => {
                open.result.close();
                resolve(count.result);
              };
            };
          }),
      );

    let { browser, page } = await start();
    await screens.visit(page, `/card/${id}`);
    await page.setOfflineMode(true);
    const bodies = Array.from({ length: WRITES }, (_, i) => ({
      id,
      base: null,
      record: record({ word: `Word ${i + 1}` }),
      gate: { ticks: [], redSigns: [], overrideReason: "" },
    }));
    await page.evaluate(
      (inputs, me, subject) =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open("furlong");
          open.onsuccess = () => {
            const tx = open.result.transaction("outbox", "readwrite");
            for (const input of inputs)
              tx.objectStore("outbox").add({
                key: crypto.randomUUID(),
                person: me,
                route: "card/close",
                input,
                subject,
                says: "",
                draft: null,
                refused: null,
              });
            tx.oncomplete = () => {
              open.result.close();
              resolve();
            };
          };
        }),
      bodies,
      person,
      id,
    );
    expect(await kept(page)).toBe(WRITES);
    const sent = async (): Promise<number> => (await revisions(id)).length;
    const flap = async (until: number): Promise<void> => {
      for (let turn = 0; (await sent()) < until; turn += 1) {
        await page.setOfflineMode(turn % 2 === 0 ? false : true);
        await new Promise((resolve) => setTimeout(resolve, turn % 2 === 0 ? 400 : 120));
      }
    };
    await flap(WRITES * 0.3);
    // The browser is killed in the middle of a write.
    await killBrowser(browser);
    ({ browser, page } = await start());
    await page.goto(`${site.address}/string`);
    await expect.poll(sent, { timeout: 120_000 }).toBeGreaterThan(WRITES * 0.5);
    // The server is killed in the middle of another.
    await site.kill();
    await site.restart();
    await flap(WRITES * 0.8);
    await page.setOfflineMode(false);
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    await expect.poll(sent, { timeout: 120_000 }).toBe(WRITES);
    await expect.poll(() => kept(page)).toBe(0);
    const words = (await revisions(id)).map((one) => one["word"]);
    expect(words).toEqual(bodies.map(({ record: { word } }) => word));
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  });
});
