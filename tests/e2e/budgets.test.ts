/** What each main page may load: scripts as they travel, in kB (tests/budgets.json). A page that grows past its budget is looked at, not let through. */
import { readFileSync } from "node:fs";
import { afterAll, beforeAll, expect, it } from "vitest";
import { z } from "zod/mini";
import { PHONE, Screens } from "#tests/screen.ts";
import { demoIds, Site } from "#tests/site.ts";

const BUDGETS = z.record(z.string(), z.number()).parse(JSON.parse(readFileSync("tests/budgets.json", "utf8")));
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());

it.each(Object.entries(BUDGETS))("%s runs on no more than %i kB of scripts", async (path, budget) => {
  const { evaluated, card } = await demoIds(screens.site.sql);
  const address = path.replace(/^\/horse/, `/horse/${evaluated}`).replace(/^\/card/, `/card/${card}`);
  // The phone's pages are their rider's.
  const [rider] = await screens.site.sql`SELECT p.sign_in FROM card k JOIN person p ON p.id = k.rider_id WHERE k.id = ${card}`;
  const phone = /^\/(card|string)/.test(path);
  const page = await screens.as(phone ? String(rider?.["signIn"]) : "odalys", ...(phone ? [PHONE] : []));
  await screens.visit(page, address);
  const loaded = await page.evaluate(() =>
    (performance.getEntriesByType("resource") as PerformanceResourceTiming[])
      .filter(({ name }) => name.endsWith(".js"))
      .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
  );
  expect(loaded).toBeGreaterThan(2000);
  expect(loaded / 1024).toBeLessThanOrEqual(budget);
  await page.close();
});
