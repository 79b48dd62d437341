/** The card as thumbs work it. */
import type { Page } from "puppeteer-core";
import { awake, thumb } from "./screen.ts";

/** Brought from under the bar at the foot first, where a plain click would hit the bar. */
export async function tap(page: Page, name: string): Promise<void> {
  const target = await page.waitForSelector(`::-p-said([name="${name}"])`);
  await page.waitForFunction((one) => !(one as HTMLButtonElement | null)?.disabled, {}, target);
  await thumb(target);
}
/** To one of the card's four parts, by the bar under the thumb. */
export async function go(page: Page, part: "Before" | "Work" | "What happened" | "The end"): Promise<void> {
  await awake(page);
  await thumb(await page.waitForSelector(`nav[aria-label="Parts of the card"] ::-p-text(${part})`));
}
/** Every tick that the gate asks for. */
export async function openGate(page: Page): Promise<void> {
  for (const tick of await page.$$("main section:has(#gate-title) fieldset:first-of-type button[aria-pressed=false]"))
    await thumb(tick);
}
