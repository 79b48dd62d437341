/** Every page of the demo barn, as each role reads it: words only. No id, no code of ours, nothing that was never worked out, and none of the sentences that were retired (docs/words.md). */
import { afterAll, beforeAll, expect, it } from "vitest";
import { PLAN_CAUSES } from "#contracts/plan.ts";
import { CAUSES } from "#core/intake/causes.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { NEED_CODES } from "#core/watch/needs.ts";
import { maySee, PAGES } from "#server/auth/access.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { addressesOf, readable, SIGN_IN } from "#tests/pages.ts";
import { Site } from "#tests/site.ts";

let site: Site;
let paths: Readonly<Record<string, string>>;
beforeAll(async () => {
  site = await Site.open("demo");
  paths = await addressesOf(site);
});
afterAll(() => site.close());

/** What stands on the page, and what a screen reader says of it. */
const spoken = (html: string): string =>
  html
    .replaceAll(/<(script|style|template)[^>]*>[\s\S]*?<\/\1>/g, " ")
    .replaceAll(/<[^>]*?(?:aria-label|title|placeholder)="([^"]*)"[^>]*>/g, " $1 ")
    .replaceAll(/<[^>]*>/g, " ")
    .replaceAll(/&#?\w+;/g, "'");

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/i;
/** Codes with a hyphen that are no words of English in a barn as well. */
const WORDS_TOO = new Set([
  "time-off",
  "mid-term",
  "cross-pole",
  "in-and-out",
  "head-shy",
  "side-pass",
  "counter-bend",
  "rope-flag",
]);
const codes = [
  ...NEED_CODES,
  ...PLAN_CAUSES,
  ...SIGNS.map(({ id }) => id),
  ...CAUSES.map(({ id }) => id),
  ...SKILLS.map(({ id }) => id),
];
const CODES = new Set(codes.filter((code) => code.includes("-") && !WORDS_TOO.has(code)));
const RETIRED =
  /learns less than it did|no gain in four works|hardly to be met|laid out|to place ·|does not stand any more|gets, of asked|owed by their end|who rides how|as shipped|kept on this phone|not taken:|too little seen to say|wants proof|it costs \d|\d points? (less|from)|terms and holds|the rung|\brungs\b/i;
/** Where sentences stand as they were written then: who changed what, approved reports, messages, a rider's own words. */
const REMEMBERS = /^\/(barn\/changes|(owner\/\[token\]\/)?report\/\[number\]|outbox)$/;

it("speaks plain English on every page, without an id, a code or a hole", { timeout: 120_000 }, async () => {
  const wrong: string[] = [];
  for (const [role, who] of Object.entries(SIGN_IN))
    for (const route of readable()) {
      const access = PAGES[route] ?? [];
      const open = access === "anybody";
      if (!open && !maySee(access, role as keyof typeof SIGN_IN)) continue;
      const text = spoken(await (await site.get(paths[route] ?? route, open ? null : who)).text());
      const found = [
        UUID.exec(text)?.[0],
        /\[object|\bundefined\b|\bNaN\b/.exec(text)?.[0],
        text.match(/[a-z]+(?:-[a-z]+)+/g)?.find((word) => CODES.has(word)),
        REMEMBERS.test(route) ? undefined : RETIRED.exec(text)?.[0],
      ].filter((one) => one !== undefined);
      if (found.length > 0) wrong.push(`${role} ${route}: ${found.join(", ")}`);
    }
  expect(wrong).toEqual([]);
});
