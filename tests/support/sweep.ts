/** Every page as it first stands, looked at by axe once for each role and device that comes to it. What only a press brings about is looked at where a test presses. */
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import type { Role } from "#contracts/people.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { addressesOf, readable, SIGN_IN } from "./pages.ts";
import { expectAccessible, expectContrast, Screens } from "./screen.ts";
import { Site } from "./site.ts";

export interface Look {
  readonly title: string;
  readonly who: Role | "owner";
  readonly size: { readonly width: number; readonly height: number };
  readonly routes: readonly string[];
  /** Once more in the dark, which changes colours and nothing else. */
  readonly dark?: boolean;
  /** Once more at 200 %, as half of the width: nothing may be pushed out to the side. */
  readonly zoomed?: boolean;
}

const IN_HAND = /^\/(horse|card|report|owner|outbox)/;
const forStaff = (route: string): boolean => PAGES[route] !== "anybody";
/** About one horse, or about the barn: two halves of about the same work. */
export const OF_A_HORSE = readable().filter((route) => forStaff(route) && IN_HAND.test(route));
export const OF_THE_BARN = readable().filter((route) => forStaff(route) && !IN_HAND.test(route));
export const OF_AN_OWNER = readable().filter((route) => route.startsWith("/owner/"));
export const seenBy = (role: Role): readonly string[] =>
  readable().filter((route) => forStaff(route) && maySee(PAGES[route] ?? [], role));

export function sweepPages(looks: readonly Look[]): void {
  let screens: Screens;
  let paths: Awaited<ReturnType<typeof addressesOf>>;
  beforeAll(async () => {
    screens = await Screens.open(await Site.open("demo"));
    paths = await addressesOf(screens.site);
  });
  afterAll(() => screens.close());

  describe.each(looks)("$title", ({ who, size, routes, dark = false, zoomed = false }) => {
    it("passes axe on every page", { timeout: 240_000 }, async () => {
      const page = await screens.as(who === "owner" ? null : SIGN_IN[who], size);
      const scheme = (value: "light" | "dark") => page.emulateMediaFeatures([{ name: "prefers-color-scheme", value }]);
      for (const route of routes) {
        if (dark) await scheme("light");
        await screens.visit(page, paths[route] ?? route);
        await expectAccessible(page, `light ${route}`);
        if (zoomed) {
          await page.setViewport({ width: size.width / 2, height: size.height / 2 });
          const out = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
          // A drawing that measures its place itself (a chart) follows a moment after the page.
          await vi.waitFor(async () => {
            const wide = await out();
            expect([route, wide]).toEqual([route, Math.min(0, wide)]);
          }, 10_000);
          await page.setViewport(size);
        }
        if (!dark) continue;
        await scheme("dark");
        await expectContrast(page, `dark ${route}`);
      }
      await page.close();
    });
  });
}
