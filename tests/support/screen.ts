/** Driving the real interface: pages as somebody, controls by the name that a screen reader says, and axe. */
import { join } from "node:path";
import axe from "axe-core";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { expect, inject } from "vitest";
import { type Opened, openBrowser } from "#bin/browser.ts";
import { SESSION_COOKIE } from "#server/http/target.ts";
import { TELLS_NAMES } from "./by-name.ts";
import type { Site } from "./site.ts";

export const DESK = { width: 1280, height: 800 };
export const TABLET = { width: 820, height: 1180 };
export const PHONE = { width: 390, height: 844 };

/** What the browser complained of, by page: a script that the policy refused shows here and nowhere else. */
const complaints = new WeakMap<Page, string[]>();
export const complaintsOf = (page: Page): readonly string[] => complaints.get(page) ?? [];

/** Files of a worker share its pages: none waits for a process of the browser's that is made ready for a page to come. */
const FEW_PROCESSES = ["--process-per-site", "--disable-features=SpareRendererForSitePerProcess,BackForwardCache"];
/** Of this worker: it outlives the file, and ends with the worker. */
let opened: Promise<Opened> | null = null;
async function browserOfWorker(): Promise<Browser> {
  const kept = join(inject("folder"), `browser-${process.pid}`);
  opened ??= openBrowser({ kept, args: [TELLS_NAMES, ...FEW_PROCESSES] });
  return (await opened).browser;
}

/**
 * Pages that nobody uses, by their size. A new one costs a process of the browser's and everything read and compiled anew, which is more than most tests
 * do with it: so a page that a test closes is emptied (cookies, storage, service workers, what it was made to believe) and used again.
 */
const idle = new Map<string, Page[]>();

async function emptied(page: Page): Promise<void> {
  const { origin } = new URL(page.url());
  const session = await page.createCDPSession();
  if (origin !== "null") await session.send("Storage.clearDataForOrigin", { origin, storageTypes: "all" });
  await session.send("Network.clearBrowserCookies");
  await session.detach();
  await page.emulateMediaType();
  await page.emulateMediaFeatures();
  await page.goto("about:blank");
}

type Size = { readonly width: number; readonly height: number };

/** With cookies and storage of its own. Closing it gives it back; one that was changed for good is closed indeed. */
async function newPage(browser: Browser, size: Size): Promise<Page> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ ...size, hasTouch: size !== DESK, isMobile: size === PHONE, deviceScaleFactor: 1 });
  const said: string[] = [];
  complaints.set(page, said);
  // A refusal is an answer: that the browser calls it a failed resource says nothing.
  page.on(
    "console",
    (message) => message.type() === "error" && !message.text().startsWith("Failed to load resource") && said.push(message.text()),
  );
  page.on("pageerror", (error) => said.push(String(error)));
  let forGood = false;
  const change = page.evaluateOnNewDocument.bind(page);
  page.evaluateOnNewDocument = ((...what: Parameters<typeof change>) => {
    forGood = true;
    return change(...what);
  }) as typeof page.evaluateOnNewDocument;
  page.close = async () => {
    if (forGood) return context.close();
    await emptied(page);
    said.length = 0;
    idle.set(JSON.stringify(size), [...(idle.get(JSON.stringify(size)) ?? []), page]);
  };
  return page;
}

export class Screens {
  private constructor(
    readonly site: Site,
    private readonly browser: Browser,
  ) {}
  static async open(site: Site): Promise<Screens> {
    return new Screens(site, await browserOfWorker());
  }
  async close(): Promise<void> {
    await this.site.close();
  }

  /** A page that nothing is known to but who is signed in. */
  async as(who: string | null, size: Size = DESK): Promise<Page> {
    const page = idle.get(JSON.stringify(size))?.pop() ?? (await newPage(this.browser, size));
    if (who)
      await page.browserContext().setCookie({
        name: SESSION_COOKIE,
        value: await this.site.token(who),
        domain: "127.0.0.1",
        path: "/",
        httpOnly: true,
        secure: false,
      });
    page.setDefaultTimeout(60_000);
    return page;
  }
  async visit(page: Page, path: string): Promise<void> {
    await page.goto(this.site.address + path);
    await awake(page);
  }
}

/** Until the page says that it can be used: every island of it is awake. */
export async function awake(page: Page): Promise<void> {
  await page.waitForFunction(
    () => document.documentElement.dataset["awake"] !== undefined || !document.querySelector("astro-island"),
  );
}

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await awake(page);
}

const named = (role: string, name: string): string => `::-p-said([name="${name}"][role="${role}"])`;
export const button = (page: Page, name: string) => page.locator(named("button", name));
export const link = (page: Page, name: string) => page.locator(named("link", name));
/** The header's menu, for what does not stand on its line. */
export const openMore = async (page: Page): Promise<void> => {
  await page.locator("#more > summary").click();
};
/** The radio button itself is out of sight; its label is what people press. */
export const choose = async (page: Page, name: string): Promise<void> => {
  await (await page.waitForSelector(named("radio", name)))?.evaluate((input) => (input as HTMLInputElement).labels?.[0]?.click());
};
export const text = (page: Page, words: string): Promise<ElementHandle<Element> | null> =>
  page.waitForSelector(`::-p-text(${words})`);
/** Where a click arrived: on what was meant, on what no hand can press, or on another control, by its words. Nothing: it was never heard. */
type Landed = { readonly on: "target" | "ground" } | { readonly on: "other"; readonly what: string } | null;
/** Laid out, from under bars that stand over the page, and at rest: what grows above it in between would take the tap. */
const bringUnderThumb = (element: Element): Promise<void> =>
  (async () => {
    const frame = () => new Promise(requestAnimationFrame);
    for (let tries = 0; tries < 600 && element.getClientRects().length === 0; tries += 1) await frame();
    for (let [top, tries] = [Number.NaN, 0]; tries < 60; tries += 1) {
      element.scrollIntoView({ block: "center" });
      await frame();
      const now = element.getBoundingClientRect().top;
      if (now === top) break;
      top = now;
    }
    const heard = new Promise<Landed>((resolve) => {
      const listen = ({ target }: Event): void => {
        const control = (target as Element).closest("button, a, input, label, select, summary, textarea");
        if (element.contains(target as Node) || control?.contains(element)) resolve({ on: "target" });
        else resolve(control ? { on: "other", what: control.textContent } : { on: "ground" });
      };
      addEventListener("click", listen, { capture: true, once: true });
      setTimeout(resolve, 5000, null);
    });
    Object.assign(window, { heard });
  })();
/** A tap by hand, done once its click has arrived. A page that moved just then is tapped again, as a hand would; one that put another control under it is not. */
export async function thumb(target: ElementHandle<Element> | null): Promise<void> {
  for (let tries = 0; target && tries < 3; tries += 1) {
    await target.evaluate(bringUnderThumb);
    await target.tap();
    // A click that leads away takes the page, and its answer, with it.
    const landed = await target
      .evaluate(() => (window as unknown as { heard: Promise<Landed> }).heard)
      .catch((): Landed => ({ on: "target" }));
    if (landed?.on === "target") return;
    if (landed?.on === "other") throw new Error(`a tap landed on "${landed.what}"`);
  }
  if (target) throw new Error("a tap landed nowhere, three times");
}
/** What a part of the page says, in one line. */
export const saidBy = async (page: Page, selector: string): Promise<string> =>
  (await page.$eval(selector, (part) => (part as HTMLElement).innerText)).replaceAll(/\s+/g, " ");
export const bodyOf = (page: Page): Promise<string> => saidBy(page, "body");

/** Replaces what stands in a field, found by its label. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  const field = await page.waitForSelector(`::-p-said([name="${label}"])`);
  if (!field) throw new Error(`no field ${label}`);
  const [type, tag] = await field.evaluate((element) => [element.getAttribute("type"), element.tagName]);
  if (tag === "SELECT") await field.select(value);
  else if (type === "date")
    // Typing into a date field depends on the locale of the machine; React hears the native setter.
    await field.evaluate((element, date) => {
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(element, date);
      element.dispatchEvent(new Event("input", { bubbles: true }));
    }, value);
  else {
    // From under the bar at the foot of a phone.
    await field.evaluate((element) => element.scrollIntoView({ block: "center" }));
    await field.click({ clickCount: 3 });
    await page.keyboard.press("Backspace");
    // All at once, as by dictation or from a list: a form that is drawn anew after each letter would take seconds.
    await page.keyboard.sendCharacter(value);
  }
}

/** Presses something that leads to another page. */
export async function follow(page: Page, press: () => Promise<unknown>): Promise<void> {
  await Promise.all([page.waitForNavigation(), press()]);
  await awake(page);
}

/** Of texts that look alike on the same ground one is enough: looking at them is more than half of what axe does. What is laid over the page is looked at each by itself. */
function markTexts(): void {
  const grounds = new Map<Element | null, string | null>([[null, ""]]);
  /** What an element stands on; null: on something that its parents do not tell. */
  const groundOf = (element: Element | null): string | null => {
    const known = grounds.get(element);
    if (known !== undefined || !element) return known ?? null;
    const style = getComputedStyle(element);
    const below = groundOf(element.parentElement);
    const own = `${style.backgroundColor} ${style.backgroundImage} ${style.opacity} ${style.filter} ${style.mixBlendMode}`;
    const isLaidOver =
      element instanceof SVGElement || style.position !== "static" || style.transform !== "none" || style.float !== "none";
    const ground = below === null || isLaidOver ? null : `${below}/${own}`;
    grounds.set(element, ground);
    return ground;
  };
  const seen = new Set<string>();
  for (const element of document.body.querySelectorAll("*")) {
    const ground = groundOf(element);
    const { color, fontSize, fontWeight, textShadow, textTransform } = getComputedStyle(element);
    const look = [ground, color, fontSize, fontWeight, textShadow, textTransform].join();
    const hasText = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim());
    const isField = element.matches("input, select, textarea");
    if (!isField && (!hasText || (ground !== null && seen.has(look)))) continue;
    if (!isField) seen.add(look);
    element.setAttribute("data-looked-at", "");
  }
}

async function violationsOf(page: Page, only: readonly string[] | { readonly rules: readonly string[] }): Promise<string[]> {
  if (!(await page.evaluate(() => "axe" in window))) {
    await page.evaluate(axe.source);
    await page.evaluate(() => {
      const { axe: set } = window as unknown as { axe: typeof import("axe-core") };
      const selector = "[data-looked-at]";
      set.configure({ rules: ["color-contrast", "color-contrast-enhanced"].map((id) => ({ id, selector })) });
    });
  }
  await page.evaluate(markTexts);
  return page.evaluate(async (runOnly) => {
    const { axe: run } = window as unknown as { axe: typeof import("axe-core") };
    const asked = Array.isArray(runOnly)
      ? [...runOnly]
      : { type: "rule" as const, values: [...(runOnly as { rules: string[] }).rules] };
    const { violations: found } = await run.run(document, { runOnly: asked, resultTypes: ["violations"], preload: false });
    for (const marked of document.querySelectorAll("[data-looked-at]")) marked.removeAttribute("data-looked-at");
    return found.map(
      (violation) =>
        `${violation.id}: ${violation.nodes
          .slice(0, 3)
          .map((node) => `${node.html.slice(0, 160)} ${node.failureSummary?.slice(0, 200)}`)
          .join(" | ")}`,
    );
  }, only);
}

/** Contrast alone, where nothing but colours has changed since the whole was looked at. */
export async function expectContrast(page: Page, where: string): Promise<void> {
  expect([where, await violationsOf(page, { rules: ["color-contrast"] })]).toEqual([where, []]);
}

/** AAA: every text at 7 to 1, large ones at 4.5 to 1. */
export async function expectStrongContrast(page: Page, where: string): Promise<void> {
  expect([where, await violationsOf(page, { rules: ["color-contrast-enhanced"] })]).toEqual([where, []]);
}
/** What a thumb in a glove must hit: everything pressable in the page's main part that is in sight. */
export async function expectTargets(page: Page, where: string, height: number): Promise<void> {
  const small = await page.$$eval(
    "main :is(button, select, summary, a[href], textarea, input:not(.sr-only)), main label:has(input.sr-only)",
    (all, least) =>
      all
        .map((one) => ({
          words: (one.getAttribute("aria-label") ?? one.textContent ?? "").slice(0, 40),
          ...one.getBoundingClientRect().toJSON(),
        }))
        .filter((box) => box.height > 0 && box.height < least)
        .map((box) => `${box.words}: ${Math.round(box.height)}`),
    height,
  );
  expect([where, small]).toEqual([where, []]);
}

/** WCAG A and AA, by axe; and no sideways scrolling. */
export async function expectAccessible(page: Page, where: string): Promise<void> {
  const violations = await violationsOf(page, ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]);
  expect([where, violations]).toEqual([where, []]);
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect([where, "scrolls sideways by", overflow]).toEqual([where, "scrolls sideways by", 0]);
  expect([where, complaintsOf(page)]).toEqual([where, []]);
}
