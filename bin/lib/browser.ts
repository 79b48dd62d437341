/** Debian's Chromium without a screen, for the tests and the pictures. */
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type Page } from "puppeteer-core";

export interface Opened {
  readonly browser: Browser;
  close(): Promise<void>;
}

/** With a profile that is named, what the browser keeps outlives it. */
export async function openBrowser({ kept, args = [] }: { kept?: string; args?: readonly string[] } = {}): Promise<Opened> {
  const profile = kept ?? mkdtempSync(join(tmpdir(), "furlong-browser-"));
  const browser = await puppeteer.launch({
    executablePath: "/usr/bin/chromium-headless-shell",
    userDataDir: profile,
    // Spoken to through a pipe: a socket costs both ends more than what most things that are said to it do.
    pipe: true,
    defaultViewport: null,
    args: [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
      "--no-first-run",
      "--force-prefers-reduced-motion",
      ...args,
    ],
  });
  return {
    browser,
    close: async () => {
      await browser.close();
      if (!kept) rmSync(profile, { recursive: true, force: true, maxRetries: 3 });
    },
  };
}

/** Signs in through the form, in a cookie jar of its own. */
export async function signedIn(
  browser: Browser,
  address: string,
  name: string,
  password: string,
  size = { width: 1280, height: 800 },
): Promise<Page> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  const phone = size.width < 500;
  await page.setViewport({ ...size, hasTouch: size.width < 1000, isMobile: phone, deviceScaleFactor: 1 });
  await page.goto(`${address}/sign-in`);
  await page.type("input[name=name]", name);
  await page.type("input[name=password]", password);
  await Promise.all([page.waitForNavigation(), page.click("form button")]);
  return page;
}
