/** The rider's phone in Spanish: chosen by the rider, also without signal, corrected by the barn; what is written stays the same for the office. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { tap } from "#tests/phone.ts";
import {
  awake,
  bodyOf,
  button,
  complaintsOf,
  expectAccessible,
  fill,
  follow,
  PHONE,
  Screens,
  text,
  thumb,
} from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
interface Card {
  readonly id: string;
  readonly who: string;
  readonly horse: string;
}
let cards: readonly Card[];
beforeAll(async () => {
  screens = await Screens.open(await Site.open("demo"));
  // The rider with the most ground cards still open today, and with more cards than one.
  cards = (await screens.site.sql`
    SELECT k.id, p.sign_in AS who, h.name AS horse FROM card k JOIN person p ON p.id = k.rider_id JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.role = 'rider'
    ORDER BY count(*) FILTER (WHERE k.kind = 'ground') OVER (PARTITION BY p.id) DESC, count(*) OVER (PARTITION BY p.id) DESC, p.id, k.kind, k.id`) as unknown as Card[];
});
afterAll(() => screens.close());

const languageOf = (page: Page): Promise<string> => page.evaluate(() => document.documentElement.lang);
const toPart = async (page: Page, part: string): Promise<void> => {
  await awake(page);
  await thumb(await page.waitForSelector(`nav[aria-label="Partes de la hoja"] ::-p-text(${part})`));
};
/** Words of a rider, names of horses, people and places stay as they are; these English words are in none of the program's Spanish. */
const ENGLISH = /\b(the|and|your|this|until|horse|session|manager|ride|today)\b/i;
const ownWords = /“[^”]*”|La próxima vez: .*/g;

describe("A rider who reads Spanish", () => {
  let page: Page;
  const [first, second] = [() => cards[0] as Card, () => cards[1] as Card];
  it("chooses it on the string, and has the string and a card in it", async () => {
    page = await screens.as(first().who, PHONE);
    await screens.visit(page, "/string");
    expect(await languageOf(page)).toBe("en");
    await follow(page, async () => thumb(await page.waitForSelector("::-p-said([name='Español'])")));
    await text(page, "Mi lista de caballos");
    expect(await languageOf(page)).toBe("es");
    expect((await bodyOf(page)).replaceAll(ownWords, "").replaceAll("Out on the hill", "")).not.toMatch(ENGLISH);
    await expectAccessible(page, "the string in Spanish");
    await screens.visit(page, `/card/${first().id}`);
    await text(page, "Cerrar la hoja");
    expect(await languageOf(page)).toBe("es");
    await expectAccessible(page, "a card in Spanish");
    // What the server wrote and what the phone says are the same words.
    expect(complaintsOf(page)).toEqual([]);
  });
  it("writes a card without signal; what is kept says so in Spanish, and the record is the one that English would give", async () => {
    await screens.visit(page, "/string");
    await page.waitForFunction(
      async (wanted) => {
        const kept = (await caches.has("pages")) ? await (await caches.open("pages")).keys() : [];
        return kept.some(({ url }) => url.endsWith(wanted)) && kept.some(({ url }) => url.includes("/words/es.js"));
      },
      { polling: 100 },
      `/card/${second().id}`,
    );
    await screens.site.stop();
    await page.goto(`${screens.site.address}/card/${second().id}`);
    await text(page, "Cerrar la hoja");
    await awake(page);
    await thumb(await page.waitForSelector("::-p-text(No trabajó)"));
    await tap(page, "Clima");
    await tap(page, "Cancelar la hoja");
    await text(page, "Guardado en este teléfono");
    await text(page, "Se manda cuando haya señal.");
    await screens.site.restart();
    await page.evaluate(() => window.dispatchEvent(new Event("online")));
    const reason = async () =>
      (await screens.site.sql`SELECT cancel_reason AS reason FROM card WHERE id = ${second().id} AND state = 'cancelled'`)[0]?.[
        "reason"
      ];
    await expect.poll(reason).toBe("Weather");
  });
  it("closes a card by its Spanish buttons", async () => {
    await screens.visit(page, `/card/${first().id}`);
    await toPart(page, "Trabajo");
    await thumb(await page.waitForSelector(`::-p-said([name="Pie a tierra: 5 más"])`));
    await toPart(page, "Al terminar");
    await tap(page, "Terminó bien");
    await follow(page, () => tap(page, "Cerrar la hoja"));
    await text(page, "Cerrada");
    await page.close();
  });
});

describe("The barn's own words", () => {
  it("stand on the phone once somebody has corrected a phrase, and a name in braces cannot be lost", async () => {
    const office = await screens.as("odalys");
    await screens.visit(office, "/barn/words");
    await expectAccessible(office, "words");
    await fill(office, "Search", "closes this card");
    await fill(office, "In Spanish: {rider} closes this card.", "El jinete la cierra.");
    await button(office, "Save").click();
    await text(office, "Keep these in the phrase, spelled as they are: {rider}.");
    await fill(office, "In Spanish: {rider} closes this card.", "Esta hoja la cierra {rider}.");
    await button(office, "Save").click();
    await text(office, "Use the program's");
    await office.close();
    const other = (
      await screens.site.sql`
      SELECT k.id FROM card k JOIN person p ON p.id = k.rider_id WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.sign_in <> ${cards[0]?.who ?? ""} LIMIT 1`
    )[0];
    const page = await screens.as(cards[0]?.who ?? "", PHONE);
    await screens.visit(page, `/card/${other?.["id"]}`);
    expect(await bodyOf(page)).toContain("Esta hoja la cierra");
    await page.close();
  });
  it("are called a draft until somebody who reads them has read all of it", async () => {
    const page = await screens.as(cards[0]?.who ?? "", PHONE);
    await screens.visit(page, "/string");
    await follow(page, async () => thumb(await page.waitForSelector("::-p-text(Borrador)")));
    await awake(page);
    await follow(page, async () => thumb(await page.waitForSelector("::-p-text(I have read all of it)")));
    await text(page, "read it through on");
    await screens.visit(page, "/string");
    expect(await bodyOf(page)).not.toContain("Borrador");
    expect(await bodyOf(page)).toContain("Mi lista de caballos");
    await page.close();
  });
  it("is English on every other page, for the same rider", async () => {
    const page = await screens.as(cards[0]?.who ?? "", PHONE);
    await screens.visit(page, "/today");
    expect(await languageOf(page)).toBe("en");
    await page.close();
  });
});
