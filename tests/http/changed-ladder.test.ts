/** Every page of a barn that has made the ladder its own: all are there, in its words and in no old ones. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { sweep } from "#server/plan/sweep.ts";
import { depsOn, TODAY } from "#tests/barn.ts";
import { CHANGED, NEW_NAMES, OLD_NAMES } from "#tests/changed-ladder.ts";
import { addressesOf, readable, SIGN_IN } from "#tests/pages.ts";
import { Site } from "#tests/site.ts";

let site: Site;
let paths: Readonly<Record<string, string>>;
beforeAll(async () => {
  site = await Site.open("demo");
  const [barn] = await site.sql`SELECT ladder_version FROM barn`;
  const saved = await site.post("ladder/save", { version: barn?.["ladderVersion"], ...CHANGED }, { who: SIGN_IN.manager });
  expect(saved.status).toBe(200);
  // What a manager wrote under an evaluation stays in her words.
  await site.sql`UPDATE judgement SET content = jsonb_set(content, '{focus}', '[]')`;
  await sweep(depsOn(site.sql, () => localDate(TODAY)));
  paths = await addressesOf(site);
});
afterAll(() => site.close());

/** What somebody reads of a page. */
const read = (html: string): string =>
  html
    .replaceAll(/<(script|style)[^>]*>[\s\S]*?<\/\1>/g, " ")
    .replaceAll(/(props|client)="[^"]*"/g, " ")
    .replaceAll("&#39;", "'")
    .replaceAll("&#x27;", "'");
/** Where the old names stand for good: who changed what, firsts as they were told then, letters as they were sent. */
const REMEMBERS = /^\/(barn\/changes|(owner\/\[token\]\/)?report\/\[number\]|horse\/\[id\]\/(log|owner)|outbox)$/;

describe("a ladder of the barn's own", () => {
  it("is on every page of everybody who comes to it", { timeout: 120_000 }, async () => {
    const seen = new Set<string>();
    for (const [role, who] of Object.entries(SIGN_IN))
      for (const route of readable()) {
        const access = PAGES[route] ?? [];
        const open = access === "anybody";
        if (!open && !maySee(access, role as keyof typeof SIGN_IN)) continue;
        const answer = await site.get(paths[route] ?? route, open ? null : who);
        const text = read(await answer.text());
        expect(answer.status, `${role} ${route}`).toBe(200);
        expect(text, `${role} ${route}`).not.toMatch(/>\s*(own-\d|undefined)/);
        for (const name of NEW_NAMES) if (text.includes(name)) seen.add(name);
        if (!REMEMBERS.test(route)) for (const name of OLD_NAMES) expect(text, `${role} ${route}`).not.toContain(name);
      }
    expect(seen.size).toBe(NEW_NAMES.length);
  });
});
