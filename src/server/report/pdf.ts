/**
 * Reports on paper: the same page that the owner reads, printed by Chromium into a PDF with its text tagged and its fonts in it (decision 24). One browser,
 * started when it is first needed and ended when nobody printed for a while; it reads the report from this very process under a key that only the two know.
 */
import { randomBytes, timingSafeEqual } from "node:crypto";
import { chownSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type Page } from "puppeteer-core";
import { barnName } from "../barns.ts";
import { log } from "../log.ts";

export const PAPERS = ["letter", "a4"] as const;
export type Paper = (typeof PAPERS)[number];

const KEY = randomBytes(32);
const IDLE = 60_000;
const PATIENCE = 20_000;
/** For one report in all, however its steps share it. */
const IN_ALL = 45_000;
/** After so many prints the page is opened anew: what it keeps in memory does not add up. */
const PRINTS_A_PAGE = 100;
const MARGIN = { top: "14mm", bottom: "16mm", left: "14mm", right: "14mm" } as const;
const FOOTER =
  '<p style="font-size: 8px; width: 100%; text-align: center; color: #444"><span class="pageNumber"></span> / <span class="totalPages"></span></p>';

/** The one who prints, and nobody else, may read reports without a sign-in. */
export function isPrinter(key: string | undefined): boolean {
  const asked = Buffer.from(key ?? "", "base64url");
  return asked.length === KEY.length && timingSafeEqual(asked, KEY);
}
function addressOf(what: string): string {
  const address = new URL(`http://127.0.0.1:${process.env["PORT"] ?? 4321}/print/${KEY.toString("base64url")}/${what}`);
  if (barnName() !== "") address.searchParams.set("barn", barnName());
  return address.href;
}

interface Opened {
  readonly browser: Browser;
  readonly page: Page;
  prints: number;
}
let opened: Promise<Opened> | null = null;
let idle: ReturnType<typeof setTimeout> | undefined;

const ARGS = [
  "--headless",
  "--disable-gpu",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--no-first-run",
  // Nothing but this very machine is reached: all else goes to a proxy that is not there.
  "--proxy-server=http://127.0.0.1:9",
  "--remote-debugging-pipe",
];
/** Whom nothing belongs to. */
const NOBODY = 65534;

/** Chromium refuses its sandbox to root: then it runs as nobody, in a folder of its own. */
async function launch(sandboxed: boolean): Promise<Browser> {
  const folder = mkdtempSync(join(tmpdir(), "furlong-print-"));
  const chromium = process.env["FURLONG_CHROMIUM"] ?? "/usr/bin/chromium-headless-shell";
  const args = [...ARGS, `--user-data-dir=${folder}`, ...(sandboxed ? [] : ["--no-sandbox"]), "about:blank"];
  const asNobody = sandboxed && process.getuid?.() === 0;
  if (asNobody) chownSync(folder, NOBODY, NOBODY);
  const browser = await puppeteer.launch({
    executablePath: asNobody ? "/usr/bin/setpriv" : chromium,
    args: asNobody ? [`--reuid=${NOBODY}`, `--regid=${NOBODY}`, "--clear-groups", chromium, ...args] : args,
    env: { ...process.env, HOME: folder },
    ignoreDefaultArgs: true,
    // Over a pipe, it ends with us however we end.
    pipe: true,
  });
  browser.once("disconnected", () => rmSync(folder, { recursive: true, force: true, maxRetries: 3 }));
  return browser;
}

async function open(): Promise<Opened> {
  const browser = await launch(true).catch((error: unknown) => {
    log().warn({ event: "pdf", err: error }, "Chromium has no sandbox on this machine: it prints without one");
    return launch(false);
  });
  const page = await browser.newPage();
  page.setDefaultTimeout(PATIENCE);
  return { browser, page, prints: 0 };
}
async function close(): Promise<void> {
  const was = opened;
  opened = null;
  const one = await was?.catch(() => null);
  await one?.browser.close().catch(() => undefined);
}

/** Prints follow one another. */
let queue: Promise<unknown> = Promise.resolve();
/** An approved report as a PDF. */
export const printReport = (number: number, paper: Paper): Promise<Uint8Array> => printPage(String(number), paper);
/** A page of /print as a PDF. Throws where no browser can be started or the page does not come. */
export function printPage(what: string, paper: Paper): Promise<Uint8Array> {
  const print = async (): Promise<Uint8Array> => {
    clearTimeout(idle);
    let tooLong: ReturnType<typeof setTimeout> | undefined;
    opened ??= open();
    try {
      const one = await opened;
      tooLong = setTimeout(() => void one.browser.close().catch(() => undefined), IN_ALL);
      const answer = await one.page.goto(addressOf(what), { waitUntil: "load" });
      if (!answer?.ok()) throw new Error(`${what} did not come to be printed`);
      await one.page.evaluate("document.fonts.ready");
      const pdf = await one.page.pdf({
        format: paper,
        margin: MARGIN,
        printBackground: true,
        tagged: true,
        outline: false,
        displayHeaderFooter: true,
        headerTemplate: "<span></span>",
        footerTemplate: FOOTER,
        timeout: PATIENCE,
      });
      one.prints += 1;
      if (one.prints >= PRINTS_A_PAGE) await close();
      return pdf;
    } catch (error) {
      log().error({ event: "pdf", what, err: error }, "A PDF failed");
      // What went wrong may be the browser itself: the next print begins with a new one.
      await close();
      throw error;
    } finally {
      clearTimeout(tooLong);
      idle = setTimeout(() => void close(), IDLE);
      idle.unref();
    }
  };
  const printed = queue.then(print, print);
  queue = printed.catch(() => undefined);
  return printed;
}
