/** Each bench runs in its smallest form: one that nobody has started for a month must not be found broken when its figures are wanted. */
import { readdirSync } from "node:fs";
import { describe, expect, inject, it } from "vitest";
import { ran } from "#tests/ran.ts";

/** A line that it only prints at its end. */
const ENDS_WITH: Readonly<Record<string, RegExp>> = {
  alarm: /false alarms per sixty days/,
  cards: /chances by the card: told .* calibration/,
  day: /^all +gaps .*; errors 0;/m,
  forecast: /1,000 plays, plan: \d+ ms median/,
  load: /wrong 0[\s\S]*wrong 0[\s\S]*wrong 0[\s\S]*Every page and write was asked/,
  pages: /JavaScript to wake a page[\s\S]*\/card\/…/,
  reports: /1 reports[\s\S]*×\d/,
  week: /^all +\d.*\nerrors 0;/m,
};
/** Pages of the demo barn are the other half of `pages`, and take the time that its making takes. */
const WORDS: Readonly<Record<string, readonly string[]>> = { load: ["ten"], pages: ["ten"] };

describe("a bench", () => {
  it("has its smallest form here", () => {
    const files = readdirSync("bench").filter((name) => name.endsWith(".ts") && !["served.ts", "ten-years.ts"].includes(name));
    expect(files.map((name) => name.replace(".ts", "")).sort()).toEqual(Object.keys(ENDS_WITH).sort());
  });
  it.each(Object.entries(ENDS_WITH))("%s runs to its end", { timeout: 120_000 }, async (name, end) => {
    const { code, said } = await ran(`bench/${name}.ts`, [...(WORDS[name] ?? []), "--smallest"], inject("adminUrl"));
    expect([code, said]).toEqual([0, expect.stringMatching(end)]);
  });
});
