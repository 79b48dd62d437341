/** The owner's page over HTTP: what one secret address opens, and what it never does. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import ICAL from "ical.js";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { TODAY } from "#tests/barn.ts";
import { Site } from "#tests/site.ts";

let site: Site;
/** Of the horse that went home with a report, and of one that is here. */
let [home, here] = ["", ""];
let stays: Record<"home" | "here", string>;
const linkOf = async (stay: string): Promise<string> => {
  const answer = await site.post("owner/make-link", { stay, until: "2026-12-01" }, { who: "odalys" });
  return ((await answer.json()) as { path: string }).path;
};
const stayOf = async (horse: string): Promise<string> =>
  (await site.sql`SELECT s.id FROM stay s JOIN horse h ON h.id = s.horse_id WHERE h.name = ${horse}`)[0]?.["id"] as string;
beforeAll(async () => {
  site = await Site.open("demo");
  stays = { home: await stayOf("Second Helping"), here: await stayOf("Tin Whistle") };
  [home, here] = [await linkOf(stays.home), await linkOf(stays.here)];
});
afterAll(() => site.close());

const page = async (path: string): Promise<{ status: number; text: string; headers: Headers }> => {
  const answer = await site.get(path);
  return { status: answer.status, text: (await answer.text()).replaceAll("<!-- -->", ""), headers: answer.headers };
};
const form = (path: string, fields: Record<string, string>, headers: Record<string, string> = {}) =>
  fetch(site.address + path, {
    method: "POST",
    headers: { "Content-Type": "application/x-www-form-urlencoded", ...headers },
    body: new URLSearchParams(fields).toString(),
    redirect: "manual",
  });

describe("an owner's address", () => {
  it("opens without a sign-in: reports, firsts, home plan, sessions; no other horse, no staff's pages, no script but one of ours, no index", async () => {
    const { status, text, headers } = await page(home);
    expect(status).toBe(200);
    expect(text).toContain("Second Helping");
    expect(text).toMatch(/At home: four weeks, \d days? a week/);
    const others = (await site.sql`SELECT name FROM horse WHERE name <> 'Second Helping'`).map(({ name }) => String(name));
    for (const name of [...others, "Wren Castellanos", "Jory Ambler"]) expect([name, text.includes(name)]).toEqual([name, false]);
    expect(text).not.toMatch(/astro-island|<img[^>]+https?:/);
    // What keeps today's ticks on the owner's device; nothing inline, nothing from elsewhere.
    expect(text.match(/<script[^>]*>/g)).toEqual([
      expect.stringMatching(/^<script type="module" src="\/_astro\/OwnerPage[^"]*">$/),
    ]);
    expect(headers.get("x-robots-tag")).toContain("noindex");
    expect(headers.get("referrer-policy")).toBe("same-origin");
    expect(headers.get("cache-control")).toContain("no-store");
    expect(headers.get("set-cookie")).toBeNull();
    expect((await page(here)).text).toMatch(/Last sessions.*minutes/s);
  });
  it("is not guessed: what was never made, is malformed, or is another's answers alike, and says nothing", async () => {
    const wrong = [
      "A".repeat(43),
      home.slice("/owner/".length, -1),
      `${home.slice("/owner/".length)}x`,
      "%00",
      home.slice("/owner/".length).toLowerCase(),
    ];
    for (const token of wrong) {
      const { status, text } = await page(`/owner/${token}`);
      expect([token, status >= 400 && status < 500, text.includes("Second Helping")]).toEqual([token, true, false]);
    }
  });
  it("shows its own reports and photos and nobody else's, on the page and as a PDF", async () => {
    expect((await page(`${home}/report/1`)).text).toContain("Second Helping");
    for (const path of [`${here}/report/1`, `${here}/1.pdf`, `${home}/report/0`, `${home}/report/1e0`, `${home}/report/99`])
      expect([path, (await page(path)).status]).toEqual([path, 404]);
    const dot = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==";
    const which = { stay: stays.here, kind: "end", ordinal: 0 };
    const added = await site.post("report/add-photo", { ...which, caption: "At the block", content: dot }, { who: "odalys" });
    const { photo } = (await added.json()) as { photo: { id: string } };
    // Of a draft, it is not the owner's yet.
    expect((await page(`${here}/photo/${photo.id}`)).status).toBe(404);
    const approved = await site.post("report/approve", { ...which, version: 1, send: false }, { who: "odalys" });
    expect(approved.status).toBe(200);
    expect((await page(`${here}/photo/${photo.id}`)).status).toBe(200);
    expect((await page(`${home}/photo/${photo.id}`)).status).toBe(404);
    // Taken out of the draft, the approved number keeps it.
    await site.post("report/remove-photo", { ...which, photo: photo.id }, { who: "odalys" });
    expect((await page(`${here}/photo/${photo.id}`)).status).toBe(200);
  });
  it("ends: on the day after its last, when it is taken away, and when a new one is made", async () => {
    const stay = await stayOf("Gannet");
    const first = await linkOf(stay);
    const second = await linkOf(stay);
    expect([(await page(first)).status, (await page(second)).status]).toEqual([404, 200]);
    await site.sql`UPDATE owner_link SET until = '2026-07-14' WHERE stay_id = ${stay} AND dropped_at IS NULL`;
    expect((await page(second)).status).toBe(200);
    await site.sql`UPDATE owner_link SET until = '2026-07-13' WHERE stay_id = ${stay} AND dropped_at IS NULL`;
    expect((await page(second)).status).toBe(404);
    const third = await linkOf(stay);
    expect((await site.post("owner/drop-link", { stay }, { who: "odalys" })).status).toBe(200);
    for (const path of [third, `${third}/home.ics`, `${third}/report/1`]) expect((await page(path)).status).toBe(404);
    expect((await site.post("owner/make-link", { stay, until: "2026-07-01" }, { who: "odalys" })).status).toBe(409);
  });
});

describe("what an owner sends", () => {
  it("is that a report was read, and one question to it, which the manager answers once", async () => {
    const path = `${here}/report/${(await site.sql`SELECT max(i.number) AS number FROM report_issue i JOIN report r ON r.id = i.report_id WHERE r.stay_id = ${stays.here}`)[0]?.["number"]}`;
    expect(await (await form(path, { do: "read" })).text()).toContain("You told us that you have read it");
    expect((await form(path, { do: "ask", question: "  " })).status).toBe(422);
    expect(await (await form(path, { do: "ask", question: "Which bit?" })).text()).toContain("Which bit?");
    expect((await form(path, { do: "ask", question: "Which bit?" })).status).toBe(200);
    expect((await form(path, { do: "ask", question: "And which saddle?" })).status).toBe(409);
    expect(await site.get("/", "odalys").then((rail) => rail.text())).toContain("Which bit?");
    const issue = Number(path.split("/").at(-1));
    expect((await site.post("owner/answer", { issue, answer: "The plain one." }, { who: "odalys" })).status).toBe(200);
    expect((await site.post("owner/answer", { issue, answer: "Another." }, { who: "odalys" })).status).toBe(409);
    expect((await page(path)).text).toContain("The plain one.");
    const [letter] = await site.sql`SELECT body FROM message WHERE about = ${`answer:${issue}`}`;
    expect(letter?.["body"]).toContain("The plain one.");
  });
  it("is refused from another site, and where it is no form", async () => {
    expect((await form(home, { goes: "well" }, { Origin: "https://elsewhere.invalid" })).status).toBe(403);
    const answer = await fetch(site.address + home, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: "{}",
    });
    expect(answer.status).toBe(422);
  });
  it("is how it goes at home: checked, kept once, and on the Rail until it was seen", async () => {
    const count = async () =>
      (await site.sql`SELECT count(*)::int AS n FROM check_back WHERE stay_id = ${stays.home}`)[0]?.["n"] as number;
    const before = await count();
    const fields = { daysAWeek: "2", goes: "unsure", words: "Stiff on the right.", "skill:lead": "worse" };
    for (const bad of [
      { ...fields, daysAWeek: "9" },
      { ...fields, daysAWeek: "" },
      { ...fields, goes: "x" },
      { ...fields, "skill:nope": "same" },
    ])
      expect((await form(home, bad)).status).toBe(422);
    expect(await (await form(home, { ...fields, daysAWeek: "9" })).text()).toContain("Stiff on the right.");
    expect(await count()).toBe(before);
    expect(await (await form(home, fields)).text()).toContain("Thank you");
    await form(home, fields);
    expect(await count()).toBe(before + 1);
    const rail = async () => (await site.get("/", "odalys")).text();
    expect(await rail()).toContain("has news from home");
    await site.post("owner/see-check-back", { stay: stays.home }, { who: "odalys" });
    expect(await rail()).not.toContain("has news from home");
    expect(await (await site.get(`/horse/${stays.home}/owner`, "odalys")).text()).toContain("Stiff on the right.");
    // Whoever has the address could go on for ever: after five in a day no more is taken, and it is said.
    const statuses: number[] = [];
    for (let i = 0; i < 6; i += 1) statuses.push((await form(home, { ...fields, words: `And ${i}` })).status);
    // The demo barn's owner has told once today already.
    expect(statuses).toEqual([200, 200, 200, 429, 429, 429]);
    const [told] = await site.sql`SELECT count(*)::int AS n FROM check_back WHERE stay_id = ${stays.home} AND day = ${TODAY}`;
    expect(told?.["n"]).toBe(5);
  });
});

describe("whoever else hears of a horse", () => {
  it("has an address of their own, which opens the same page under their name, and ends when they hear of it no more", async () => {
    const contact = { stay: stays.here, name: "Ines Marr", email: "ines@example.invalid", role: "agent" };
    const { id } = (await (await site.post("owner/add-contact", contact, { who: "odalys" })).json()) as { id: string };
    const twice = await site.post("owner/add-contact", { ...contact, email: "INES@example.invalid" }, { who: "odalys" });
    expect(twice.status).toBe(409);
    expect((await site.post("owner/add-contact", { ...contact, email: "nowhere" }, { who: "odalys" })).status).toBe(422);
    expect((await site.post("owner/add-contact", contact, { who: "wren" })).status).toBe(403);
    // A contact of one horse opens no page of another's.
    const strange = { stay: stays.home, contact: id, until: "2026-12-01" };
    expect((await site.post("owner/make-link", strange, { who: "odalys" })).status).toBe(404);
    const made = await site.post("owner/make-link", { ...strange, stay: stays.here }, { who: "odalys" });
    const { path } = (await made.json()) as { path: string };
    expect(path).not.toBe(here);
    expect((await page(path)).text).toContain("For Ines Marr");
    expect((await page(here)).text).not.toContain("Ines Marr");
    expect((await site.post("owner/remove-contact", { id }, { who: "odalys" })).status).toBe(200);
    expect([(await page(path)).status, (await page(here)).status]).toEqual([404, 200]);
    expect((await site.post("owner/remove-contact", { id }, { who: "odalys" })).status).toBe(404);
  });
});

describe("the owner's routine while the horse is here", () => {
  const lead = { skill: "lead", first: null, words: "Say the same word each time." } as const;
  const back = { skill: "back-in-hand", first: null, words: "" } as const;
  const content = { daysAWeek: 2, steps: [lead, back], words: "Mind the new gate." };
  // What the demo barn has of it already is another story.
  beforeAll(async () => {
    await site.sql`DELETE FROM homework_done`;
    await site.sql`DELETE FROM homework`;
    await site.sql`DELETE FROM owner_visit`;
    await site.sql`DELETE FROM message WHERE about LIKE 'routine:%'`;
  });
  const give = (since: string | null, more: object = {}) =>
    site.post("owner/set-homework", { stay: stays.here, since, content, send: false, ...more }, { who: "odalys" });
  it("is given, one after the other; who did not see the last one is shown it", async () => {
    const { id } = (await (await give(null)).json()) as { id: string };
    const late = await give(null);
    expect(late.status).toBe(409);
    expect(await late.text()).toContain("Say the same word each time.");
    expect((await give(id, { content: { ...content, steps: [lead, lead] } })).status).toBe(422);
    const { text } = await page(here);
    expect(text).toMatch(
      /Your routine with Tin Whistle, 2 days a week.*Leading.*Say the same word each time.*Mind the new gate/s,
    );
    expect((await page(home)).text).not.toContain("Your routine with");
  });
  it("goes with a letter where asked, and along with the weekly word", async () => {
    const [now] = await site.sql`SELECT id FROM homework WHERE stay_id = ${stays.here} ORDER BY made_at DESC LIMIT 1`;
    expect((await give(now?.["id"] as string, { send: true })).status).toBe(200);
    const [letter] = await site.sql`SELECT subject, body FROM message WHERE about LIKE 'routine:%'`;
    expect(letter?.["subject"]).toBe("Tin Whistle: your routine");
    expect(letter?.["body"]).toMatch(/1\. Leading\. Say the same word each time\.\n2\. Backing up/);
    const which = { stay: stays.here, kind: "weekly", ordinal: 3 };
    expect((await site.post("report/approve", { ...which, version: null, send: true }, { who: "odalys" })).status).toBe(200);
    const [word] = await site.sql`SELECT body FROM message WHERE about LIKE 'report:%' ORDER BY made_at DESC, issue DESC LIMIT 1`;
    expect(word?.["body"]).toMatch(/Your routine with Tin Whistle, 2 days a week:\n\n1\. Leading/);
  });
  it("is ticked back on the owner's page: once a day, told again anew, and what was written stands on the Rail until it was seen", async () => {
    const [now] = await site.sql`SELECT id FROM homework WHERE stay_id = ${stays.here} ORDER BY made_at DESC LIMIT 1`;
    const told = {
      do: "routine",
      homework: now?.["id"] as string,
      day: TODAY,
      "step:lead": "on",
      words: "She pulled at the gate.",
    };
    expect(await (await form(here, told)).text()).toContain("Thank you");
    await form(here, told);
    const rows = () =>
      site.sql`SELECT d.day::text, d.done, d.words FROM homework_done d JOIN homework w ON w.id = d.homework_id WHERE w.stay_id = ${stays.here}`;
    expect(await rows()).toMatchObject([{ day: TODAY, done: ["lead"], words: "She pulled at the gate." }]);
    const rail = async () => (await site.get("/", "odalys")).text();
    expect(await rail()).toContain("She pulled at the gate.");
    expect((await site.post("owner/see-homework", { stay: stays.here }, { who: "odalys" })).status).toBe(200);
    expect(await rail()).not.toContain("She pulled at the gate.");
    // The same once more is as seen as it was; something else is news.
    await form(here, told);
    expect(await rail()).not.toContain("She pulled at the gate.");
    await form(here, { ...told, "step:back-in-hand": "on", words: "Better now." });
    expect(await rail()).toContain("Better now.");
    expect((await rows()).length).toBe(1);
    // A day to come, one too long ago, another stay's routine, none at all: what was typed is not lost.
    for (const wrong of [{ day: "2026-07-15" }, { day: "2026-06-01" }])
      expect((await form(here, { ...told, ...wrong })).status).toBe(409);
    expect((await form(home, told)).status).toBe(409);
    const odd = await form(here, { ...told, homework: "x" });
    expect(odd.status).toBe(422);
    expect(await odd.text()).toContain("She pulled at the gate.");
  });
  it("ends with one that has no steps", async () => {
    const [now] = await site.sql`SELECT id FROM homework WHERE stay_id = ${stays.here} ORDER BY made_at DESC LIMIT 1`;
    expect((await give(now?.["id"] as string, { content: { ...content, steps: [] } })).status).toBe(200);
    expect((await page(here)).text).not.toContain("Your routine with");
  });
  it("visits and lessons are planned, shown to the owner, and logged; two writers see one another", async () => {
    const visit = { kind: "lesson", day: "2026-07-18", minute: 600, plan: ["lead"], state: "planned", help: [], words: "" };
    const save = (id: string | null, version: number | null, more: object = {}) =>
      site.post("owner/save-visit", { stay: stays.here, id, version, content: { ...visit, ...more } }, { who: "odalys" });
    const { id } = (await (await save(null, null)).json()) as { id: string };
    expect((await page(here)).text).toMatch(/Your visits.*Sat 18 Jul, 10:00.*Lesson: leading/s);
    expect((await save(id, 1, { state: "given", help: ["lead"], words: "Heels." })).status).toBe(200);
    const late = await save(id, 1, { words: "Hands." });
    expect(late.status).toBe(409);
    expect(await late.text()).toContain("Heels.");
    expect((await page(here)).text).not.toContain("Your visits");
    const strange = { stay: stays.home, id, version: 2, content: visit };
    expect((await site.post("owner/save-visit", strange, { who: "odalys" })).status).toBe(404);
  });
});

describe("on paper and in a calendar", () => {
  it("a report is a tagged PDF with its fonts in it, of three to five pages, Letter and A4, whose words can be removed", async () => {
    const folder = mkdtempSync(join(tmpdir(), "furlong-pdf-"));
    for (const [paper, size] of [
      ["letter", "612 x 792"],
      ["a4", "595"],
    ] as const) {
      const answer = await site.get(`${home}/1.pdf?paper=${paper}`);
      expect(answer.headers.get("content-type")).toBe("application/pdf");
      const file = join(folder, `${paper}.pdf`);
      writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
      const info = execFileSync("pdfinfo", [file], { encoding: "utf8" });
      expect(info).toMatch(/Tagged:\s+yes/);
      expect(info).toContain(size);
      const pages = Number(/Pages:\s+(\d+)/.exec(info)?.[1]);
      expect([paper, pages >= 3 && pages <= 5]).toEqual([paper, true]);
      const fonts = execFileSync("pdffonts", [file], { encoding: "utf8" }).trim().split("\n").slice(2);
      expect(fonts.length).toBeGreaterThan(1);
      for (const font of fonts) expect(font).toMatch(/\s(yes) (yes|no)\s+(yes) /);
      const words = execFileSync("pdftotext", [file, "-"], { encoding: "utf8" }).replaceAll(/\s+/g, " ");
      for (const part of ["Second Helping", "What we agreed on", "Before and after", "At home: four weeks", "Now he can"])
        expect([part, words.includes(part)]).toEqual([part, true]);
    }
  });
  it("is printed for nobody who does not hold the printer's key", async () => {
    for (const path of ["/print/x/1", `/print/${"A".repeat(43)}/1`, "/print/x/photo/1"])
      expect((await page(path)).status).toBe(404);
  });
  it("the home plan's days come once each, as whole days, and do not give the address away", async () => {
    const { text } = await page(`${home}/home.ics`);
    const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent");
    expect(events).toHaveLength(12);
    expect(new Set(events.map((event) => event.getFirstPropertyValue("uid"))).size).toBe(12);
    expect(events.every((event) => (event.getFirstPropertyValue("dtstart") as ICAL.Time).isDate)).toBe(true);
    expect(text).not.toContain(home.slice("/owner/".length, "/owner/".length + 8));
  });
});
