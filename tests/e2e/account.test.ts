/** One's own sign-in, driven as people do it: a one-time password, the password once more, the second proof. */
import { Secret, TOTP } from "otpauth";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { hashPassword } from "#server/auth/password.ts";
import { bodyOf, button, expectAccessible, fill, follow, link, openMore, PHONE, Screens, saidBy, text } from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

const OWN = "nine herons on a gate";
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
});
afterAll(() => screens.close());
/** As after a long morning: the password was typed long ago. */
const longAgo = () => screens.site.sql`UPDATE sign_in_session SET confirmed_at = now() - interval '1 hour'`;
const enter = async (page: Awaited<ReturnType<Screens["as"]>>, name: string, password: string): Promise<void> => {
  await page.type("input[name=name]", name);
  await page.type("input[name=password]", password);
  await follow(page, () => page.click("form button"));
};

/** As if it had been written in the field, out of reach. */
const keepOnPhone = (page: Page, person: string): Promise<void> =>
  page.evaluate(
    (entry) =>
      new Promise<void>((resolve, reject) => {
        const asked = indexedDB.open("furlong");
        asked.onerror = () => reject(asked.error);
        asked.onsuccess = () => {
          const tx = asked.result.transaction("outbox", "readwrite");
          tx.objectStore("outbox").add(entry);
          tx.oncomplete = () => {
            asked.result.close();
            resolve();
          };
        };
      }),
    {
      key: "00000000-0000-4000-8000-00000000000a",
      person,
      route: "card/cancel",
      input: { id: "00000000-0000-4000-8000-000000000000", because: "weather", instead: "nothing", reason: "Hail" },
      subject: "a card",
      says: "Did not work: hail",
      draft: null,
      refused: null,
    },
  );

describe("a one-time password", () => {
  it("is asked for with the manager's own, shown to be told, and opens only the page on which another is chosen", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/people");
    await longAgo();
    await button(page, "Change Wren Castellanos").click();
    const given = await (await page.waitForSelector('::-p-said([name="One-time password"])'))?.evaluate(
      (field) => (field as HTMLInputElement).value,
    );
    expect(given).toMatch(/^[a-z2-9]{5}(-[a-z2-9]{5}){3}$/);
    const hash = await hashPassword("hay before noon", { N: 1024, r: 8, p: 1 });
    await screens.site.sql`UPDATE person SET password_hash = ${hash} WHERE sign_in = 'odalys'`;
    await button(page, "Give the one-time password").click();
    await text(page, "Your password, once more");
    await expectAccessible(page, "the password once more");
    await fill(page, "Password", "not mine");
    await button(page, "Go on").click();
    await text(page, "This is not your password.");
    await fill(page, "Password", "hay before noon");
    await button(page, "Go on").click();
    await text(page, "Given");
    await page.close();

    const phone = await screens.as(null, PHONE);
    await screens.visit(phone, "/sign-in");
    const [wren] = await screens.site.sql`SELECT id FROM person WHERE sign_in = 'wren'`;
    await keepOnPhone(phone, wren?.["id"]);
    await enter(phone, "wren", given ?? "");
    const tried = phone.waitForResponse((response) => response.url().endsWith("/api/card/cancel"));
    await screens.visit(phone, "/string");
    expect((await tried).status()).toBe(403);
    // What was written before is not refused for it: it waits.
    await text(phone, "1 saved on this phone");
    expect(new URL(phone.url()).pathname).toBe("/account");
    expect(await bodyOf(phone)).toContain("Somebody else gave you this password");
    await expectAccessible(phone, "a first password, on a phone");
    await fill(phone, "New password", "123456789012");
    await button(phone, "Change my password").click();
    await text(phone, "easy to guess");
    await fill(phone, "New password", OWN);
    await follow(phone, () => button(phone, "Change my password").click());
    // Now it goes, and is answered: that card is not there.
    await text(phone, "1 not accepted");
    await screens.visit(phone, "/string");
    expect(new URL(phone.url()).pathname).toBe("/string");
    await phone.close();
  });
});

describe("the second proof", () => {
  it("is drawn for the app, turned on with its code, and asked for at the next sign-in", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/today");
    await openMore(page);
    await follow(page, () => link(page, "Odalys Brandt: my sign-in").click());
    await follow(page, () => button(page, "Set it up").click());
    await expectAccessible(page, "a second proof to be read by an app");
    const [row] = await screens.site.sql`SELECT totp_secret FROM person WHERE sign_in = 'odalys'`;
    const app = new TOTP({ secret: Secret.fromBase32(row?.["totpSecret"]) });
    await fill(page, "Code of the app", app.generate());
    await button(page, "Turn it on").click();
    await text(page, "Print these codes now");
    const codes = await page.$$eval("main li", (all) =>
      all.map(({ textContent }) => textContent ?? "").filter((one) => /^[A-Z2-7-]{19}$/.test(one)),
    );
    expect(new Set(codes).size).toBe(10);
    await follow(page, () => button(page, "I have them").click());
    expect(await saidBy(page, "main")).toContain("10 printed codes left");
    await page.close();

    const other = await screens.as(null);
    await screens.visit(other, "/sign-in?to=/week");
    await enter(other, "odalys", "hay before noon");
    expect(await bodyOf(other)).toContain("Code of the app");
    await expectAccessible(other, "the code of the app");
    await other.type("input[name=code]", "000000");
    await follow(other, () => other.click("form button"));
    expect(await bodyOf(other)).toContain("wrong, expired or already used");
    await other.type("input[name=code]", codes[0] ?? "");
    await follow(other, () => other.click("form button"));
    expect(new URL(other.url()).pathname).toBe("/week");
    await screens.visit(other, "/account");
    const before = (await other.$$('::-p-said([name="Sign out there"])')).length;
    expect(before).toBeGreaterThan(0);
    await follow(other, () => button(other, "Sign out there").click());
    expect((await other.$$('::-p-said([name="Sign out there"])')).length).toBe(before - 1);
    await other.close();
  });
});
