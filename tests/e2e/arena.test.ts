/** The rarer things on a phone in the arena: a first mounting, something else than asked, readings after work, a session nobody planned; and the evening list. */

import type { ElementHandle } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { serveStandin } from "#bin/serve.ts";
import { SKILLS } from "#shipped/ladder.ts";
import { fromSeven } from "#tests/days.ts";
import { go, tap } from "#tests/phone.ts";
import {
  bodyOf,
  button,
  choose,
  expectAccessible,
  expectTargets,
  fill,
  follow,
  PHONE,
  Screens,
  text,
  thumb,
} from "#tests/screen.ts";
import { Site } from "#tests/site.ts";

let screens: Screens;
let strap: Awaited<ReturnType<typeof serveStandin>>;
beforeAll(async () => {
  strap = await serveStandin(process.cwd(), "strap");
  screens = await Screens.open(await Site.open("demo", { strapUrl: strap.address }));
});
afterAll(async () => {
  await strap.stop();
  await screens.close();
});

interface Row {
  readonly id: string;
  readonly stay: string;
  readonly who: string;
}
async function openCard(kinds: readonly string[]): Promise<Row> {
  const [row] = await screens.site.sql`
    SELECT k.id, k.stay_id AS stay, p.sign_in AS who FROM card k JOIN person p ON p.id = k.rider_id JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
    WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND p.role = 'rider' AND k.kind = ANY(${[...kinds]}) ORDER BY h.name LIMIT 1`;
  return row as unknown as Row;
}

describe("a first mounting", () => {
  it("goes step by step to the best place on each side, and stands in the record", async () => {
    // A horse of the ground, late in the day, in a pen and in a rider's hands.
    const [row] = await screens.site.sql`
      UPDATE card SET rider_id = r.id, start = ${fromSeven(18)}, length = 4, then_place_id = NULL, then_from = NULL,
        place_id = (SELECT id FROM place WHERE separate ORDER BY name LIMIT 1) FROM (SELECT id, sign_in FROM person WHERE role = 'rider' ORDER BY name LIMIT 1) r
      WHERE card.id = (SELECT k.id FROM card k JOIN stay s ON s.id = k.stay_id JOIN horse h ON h.id = s.horse_id
        WHERE k.day = '2026-07-14' AND k.state = 'handed-out' AND h.class = 'adult' AND h.birth_year <= 2022
          AND NOT EXISTS (SELECT FROM check_up c WHERE c.stay_id = s.id AND c.state NOT IN ('done', 'cancelled')) ORDER BY k.kind <> 'ground', h.name LIMIT 1)
      RETURNING card.id, card.stay_id AS stay, r.sign_in AS who`;
    const { id, stay, who } = row as unknown as Row;
    // As if nobody had ever sat on it and nothing had ever happened, and today is the day.
    for (const table of ["card_incident", "card_sign"])
      await screens.site
        .sql`DELETE FROM ${screens.site.sql(table)} x USING card k WHERE k.id = x.card_id AND k.stay_id = ${stay}`;
    await screens.site
      .sql`UPDATE card_revision v SET saddle_minutes = 0, ground_minutes = 30 FROM card k WHERE k.id = v.card_id AND k.stay_id = ${stay}`;
    await screens.site
      .sql`DELETE FROM evaluation_mark m USING evaluation e WHERE e.id = m.evaluation_id AND e.stay_id = ${stay} AND m.skill IN ('steer', 'stop', 'trot')`;
    const ridden = SKILLS.filter(({ bears, tags }) => bears !== "nothing" || tags.includes("girth")).map(
      ({ id: skill }) => skill,
    );
    await screens.site
      .sql`DELETE FROM evaluation_mark m USING evaluation e WHERE e.id = m.evaluation_id AND e.stay_id = ${stay} AND m.skill = ANY(${ridden})`;
    await screens.site
      .sql`DELETE FROM card_score x USING card k WHERE k.id = x.card_id AND k.stay_id = ${stay} AND x.skill = ANY(${ridden})`;
    await screens.site.sql`UPDATE stay SET kind = 'halter' WHERE id = ${stay}`;
    // Nor does the booking tell of anything.
    await screens.site
      .sql`UPDATE horse SET history = (SELECT jsonb_object_agg(key, 'unknown') FROM jsonb_each(history)) WHERE id = (SELECT horse_id FROM stay WHERE id = ${stay})`;
    await screens.site
      .sql`UPDATE card SET kind = 'both', helper_id = (SELECT id FROM person WHERE sign_in = 'odalys') WHERE id = ${id}`;
    await screens.site.sql`UPDATE person SET grade = 5, weight_kg = 50 WHERE sign_in = ${who}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    let taps = 0;
    const touch = async (press: Promise<unknown>): Promise<void> => {
      await press;
      taps += 1;
    };
    await touch(tap(page, "All of it, then tap what is not true"));
    // Where its list is not there yet, a rider of the top grade may set it aside, sees what, and says why.
    if (!(await bodyOf(page)).includes("Gate open")) {
      await tap(page, "Override the gate");
      await text(page, "You override");
      await expectAccessible(page, "overriding the gate");
      await fill(page, "Why? The reason stays in the record, and the office is alerted now", "It was ridden at home for years.");
      await tap(page, "Override and open the gate");
      await text(page, "Open by override");
    }
    await touch(tap(page, "Start on the easy side"));
    await expectAccessible(page, "first mounting");
    await expectTargets(page, "first mounting", 56);
    for (const step of ["bend the head around and hold", "foot in the stirrup, foot out", "bounce beside the horse"])
      await touch(tap(page, `Accepted: ${step}`));
    const side = (await bodyOf(page)).includes("On the left.") ? "left" : "right";
    const other = side === "left" ? "right" : "left";
    await touch(tap(page, `Stop here on the ${side}: the best place`));
    await text(page, "After the rest, go as far as on the first side.");
    for (const step of ["bend the head around and hold", "foot in the stirrup, foot out", "bounce beside the horse"])
      await touch(tap(page, `Accepted: ${step}`));
    await text(page, "That is far enough for today");
    await touch(tap(page, `Stop here on the ${other}: the best place`));
    await text(page, `Back to the ${side}: bounce beside the horse, once more`);
    await touch(tap(page, "Ended on the good side"));
    await text(page, "That is enough for today");
    await touch(go(page, "Work"));
    await touch(tap(page, "Ground: 5 more"));
    await touch(go(page, "The end"));
    await touch(choose(page, "Ended well"));
    await touch(follow(page, () => tap(page, "Close the card")));
    // With what set the gate aside (four taps and the words), well under 35.
    expect(taps).toBeLessThanOrEqual(31);
    // What was reached is the score: nobody gives it twice.
    const scored = await screens.site
      .sql`SELECT skill, side, score FROM card_score WHERE card_id = ${id} AND skill = 'stirrup-weight' ORDER BY side`;
    expect(scored).toMatchObject([
      { skill: "stirrup-weight", score: 2 },
      { skill: "stirrup-weight", score: 2 },
    ]);
    expect(await bodyOf(page)).toContain("First mounting: left bounce beside the horse; right bounce beside the horse.");
    await page.close();
  });
});

describe("another first time", () => {
  it("is taken stage by stage where the card is about it; what went away and what was offered is told of", async () => {
    const { id, stay, who } = await openCard(["ground"]);
    await screens.site.sql`
      UPDATE plan SET laid = (SELECT jsonb_agg(one || '{"because": {"code": "step", "step": "back-girth"}}') FROM jsonb_array_elements(laid) one) WHERE stay_id = ${stay}`;
    await screens.site.sql`UPDATE written SET mark = gen_random_uuid()`;
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await tap(page, "Holding breath");
    await tap(page, "Holding breath: gone");
    await text(page, ", then gone.");
    await go(page, "Work");
    await text(page, "First back girth");
    await thumb(await page.waitForSelector("section:has(#step-title) button"));
    await tap(page, "Accepted: hangs loose, nothing touches");
    await expectAccessible(page, "a first back girth");
    await expectTargets(page, "a first back girth", 56);
    await thumb(await page.waitForSelector("section:has(#step-title) button:last-of-type"));
    await tap(page, "Ground: 5 more");
    // What was taken as a step is scored already: its line opens with a tap.
    const scored = await page.evaluateHandle(
      () => [...document.querySelectorAll("[id^='work-'] > button")].find((line) => /\d/.test(line.textContent ?? "")) ?? null,
    );
    await thumb(scored.asElement() as ElementHandle<Element> | null);
    await tap(page, "The horse offered more");
    await go(page, "The end");
    await choose(page, "Ended well");
    await follow(page, () => tap(page, "Close the card"));
    const said = await bodyOf(page);
    expect(said).toContain("First back girth:");
    expect(said).toContain("hangs loose, nothing touches");
    expect(said).toContain("Offered more than asked:");
    const [kept] = await screens.site
      .sql`SELECT red_signs, red_gone, cardinality(offered) AS offered FROM card_revision WHERE card_id = ${id}`;
    expect(kept).toMatchObject({ redSigns: ["held-breath"], redGone: ["held-breath"], offered: 1 });
    await page.close();
  });
});

describe("a session that went another way", () => {
  it("swaps what was asked, with why; takes readings by thumb and by strap; and says when to stop and tell", async () => {
    const { id, who } = await openCard(["ground", "both"]);
    const page = await screens.as(who, PHONE);
    await screens.visit(page, `/card/${id}`);
    await go(page, "Work");
    await tap(page, "Ground: 5 more");
    await thumb(await page.waitForSelector("button[aria-label^='Not today']"));
    await tap(page, "The weather");
    await text(page, "left out. The weather");
    const label = await page.waitForSelector("main select");
    const instead = await label?.evaluate((select) => (select as HTMLSelectElement).options[1]?.value ?? "");
    await label?.select(instead ?? "");
    await text(page, "instead. The weather");
    await expectAccessible(page, "swapped");
    await go(page, "The end");
    await fetch(`${strap.address}/horse`, { method: "POST", body: JSON.stringify({ pulse: 52, recovers: "not-at-all" }) });
    await tap(page, "Read the strap");
    await text(page, "The strap says 5");
    await text(page, "Recovered.");
    await fetch(`${strap.address}/contact`, { method: "POST", body: JSON.stringify({ contact: false }) });
    await tap(page, "Read the strap");
    await text(page, "The strap has no contact");
    await choose(page, "10");
    await (await page.waitForSelector("#down-pulse"))?.type("76");
    await text(page, "Pulse 76 after 10 minutes");
    await expect
      .poll(() => screens.site.sql`SELECT what FROM alert WHERE card_id = ${id}`, { timeout: 10_000 })
      .toMatchObject([{ what: "warm-down" }]);
    await expectAccessible(page, "stop and tell");
    await choose(page, "Did not end well");
    await follow(page, () => tap(page, "Close the card"));
    expect(await bodyOf(page)).toMatch(/instead\. The weather.*after 0 min pulse 5\d; after 10 min pulse 76/);
    await page.close();
  });
});

describe("my string", () => {
  it("takes down a session that nobody handed out, and opens its card; the office reads of it in the evening", async () => {
    const { who } = await openCard(["ground", "both", "saddle"]);
    const page = await screens.as(who, PHONE);
    await screens.visit(page, "/string");
    await thumb(await text(page, "Add an unplanned session"));
    const horse = await page.waitForSelector('::-p-said([name="Horse"][role="combobox"])');
    await horse?.select((await horse.evaluate((select) => (select as HTMLSelectElement).options[1]?.value)) ?? "");
    await fill(page, "Why", "There was time before lunch.");
    await expectTargets(page, "my string", 56);
    await follow(page, () => button(page, "Add this session").click());
    expect(await bodyOf(page)).toContain("unplanned: There was time before lunch.");
    await page.close();

    const desk = await screens.as("odalys");
    await screens.visit(desk, "/today/evening");
    const said = await bodyOf(desk);
    expect(said).toContain("There was time before lunch.");
    expect(said).toMatch(/Slow to recover after work\..*Not read yet\./);
    expect(said).toMatch(/\d+ of \d+ cards closed/);
    await desk.close();
  });
});

describe("the evening", () => {
  it("lays out the next day and hands it out from the list, in two presses", async () => {
    const page = await screens.as("odalys");
    await screens.visit(page, "/today/evening");
    await button(page, "Plan Wed 15 Jul").click();
    await text(page, "sessions planned");
    await expectAccessible(page, "the evening list");
    await (await page.waitForSelector("::-p-text(Hand out Wed 15 Jul)"))?.click();
    await text(page, "cards handed out.");
    const [given] = await screens.site
      .sql`SELECT count(*)::int AS cards FROM card WHERE day = '2026-07-15' AND state = 'handed-out'`;
    expect(given?.["cards"]).toBeGreaterThan(5);
    await page.close();
  });
});
