import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import type { HoldId } from "#core/kernel/brand.ts";
import { findStay } from "#db/queries/stays.ts";
import { openStay, readHorseNow } from "#server/stay/read-horse.ts";
import { readRail } from "#server/stay/read-rail.ts";
import { readBooking, readTerms } from "#server/stay/read-terms.ts";
import { Barn, booking } from "#tests/barn.ts";

let barn: Barn;
beforeAll(async () => {
  barn = await Barn.open();
});
afterAll(() => barn.close());

const reading = async (stay: string) => (await openStay(barn.deps, stay))?.head.ruler.reading;

describe("booking a stay", () => {
  it("puts the horse on the Rail from its first day, and among those to come before it", async () => {
    const now = await barn.book({ horse: { name: "Clove" } });
    const later = await barn.book({ horse: { name: "Sorrel Gate" }, stay: { firstDay: localDate("2026-07-20") } });
    const rail = await readRail(barn.deps);
    expect(rail.inWork.find((lane) => lane.stay === now)).toMatchObject({
      horse: "Clove",
      client: "Ottoline Fenn",
      needs: [{ code: "evaluate", due: "2026-07-08" }, { code: "behind" }],
    });
    expect(rail.coming.map((one) => one.stay)).toEqual([later]);
  });
  it("of a horse that comes back goes on with its record, whatever else the form holds; one that stands here is not booked twice", async () => {
    const first = await barn.book({ horse: { name: "Bramble Tide" }, client: { name: "Tansy Quillback", phone: "555 0144" } });
    const [row] = await barn.sql`SELECT horse_id FROM stay WHERE id = ${first}`;
    const again = {
      ...booking({ horse: { name: "Misspelt" }, client: { name: "Nobody" }, stay: { firstDay: localDate("2026-07-14") } }),
      known: row?.["horseId"],
    };
    expect(await barn.code("stay/book", again)).toBe("here-already");
    await barn.ask("stay/send-home", { id: first, version: 1, day: "2026-07-12" });
    const { known } = await readBooking(barn.deps);
    expect(known).toContainEqual({
      ...{ class: "adult", birthDate: null, birthYear: 2018, heightCm: 152, toldKg: null },
      horse: row?.["horseId"],
      name: "Bramble Tide",
      client: "Tansy Quillback",
      wentHome: "2026-07-12",
    });
    const { stay } = await barn.ask<{ stay: string }>("stay/book", again);
    const opened = await openStay(barn.deps, stay);
    expect(opened?.stay).toMatchObject({ horseId: row?.["horseId"], horse: "Bramble Tide", client: "Tansy Quillback" });
    expect((await readBooking(barn.deps)).known.map(({ name }) => name)).not.toContain("Bramble Tide");
    expect(await barn.sql`SELECT 1 FROM client WHERE name = 'Nobody'`).toEqual([]);
    expect(await barn.code("stay/book", { ...again, known: "00000000-0000-4000-8000-000000000000" })).toBe("not-found");
  });
  it("keeps 'unknown' as an answer", async () => {
    const stay = await barn.book({ horse: { birthYear: null, heightCm: null } });
    const opened = await openStay(barn.deps, stay);
    expect(opened?.head.about).toMatchObject({ age: null, heightCm: null });
    if (opened)
      expect((await readTerms(barn.deps, opened)).details.horse.history).toMatchObject({ ridden: "unknown", hurt: "unknown" });
  });
  it("reads dates as dates, whatever the zone of the process", async () => {
    const stay = await barn.book({ horse: { birthDate: localDate("2020-02-29") }, stay: { firstDay: localDate("2026-03-29") } });
    expect(await findStay(barn.sql, stay)).toMatchObject({ firstDay: "2026-03-29", birthDate: "2020-02-29" });
  });
});

describe("a term that runs already", () => {
  it("is entered as it stands, with the sessions of paper, which are counted and can be mended", async () => {
    barn.today = localDate("2026-07-14");
    const running = { ...booking().stay, firstDay: localDate("2026-06-22"), givenBefore: 14 };
    const stay = await barn.book({ stay: running });
    expect(await reading(stay)).toMatchObject({ dayOfTerm: 23, delivered: 14, lastDay: "2026-08-20" });
    barn.today = localDate("2026-07-20");
    await barn.worked(stay, "2026-07-20");
    expect(await reading(stay)).toMatchObject({ delivered: 15 });
    await barn.ask("stay/edit", { id: stay, version: 1, stay: { ...running, givenBefore: 16 }, riskSet: null });
    // Those of paper stay before the day on which they were entered, whenever they are mended.
    expect(await findStay(barn.sql, stay)).toMatchObject({ givenBefore: 16, givenUntil: "2026-07-14" });
    expect(await reading(stay)).toMatchObject({ delivered: 17 });
    await barn.ask("stay/edit", { id: stay, version: 2, stay: { ...running, givenBefore: 0 }, riskSet: null });
    expect([await reading(stay), await findStay(barn.sql, stay)]).toMatchObject([{ delivered: 1 }, { givenUntil: null }]);
    barn.today = localDate("2026-07-14");
    const early = booking({ stay: { firstDay: localDate("2026-07-14"), givenBefore: 3 } });
    expect(await barn.code("stay/book", early)).toBe("not-begun");
  });
});

describe("changing the terms", () => {
  it("moves the arithmetic", async () => {
    const stay = await barn.book();
    expect(await reading(stay)).toMatchObject({ lastDay: "2026-09-03" });
    await barn.ask("stay/edit", { id: stay, version: 1, stay: { ...booking().stay, length: 30, sessionsAWeek: 3 }, riskSet: 4 });
    expect(await reading(stay)).toMatchObject({ lastDay: "2026-08-04", contracted: 12 });
    expect(await findStay(barn.sql, stay)).toMatchObject({ riskSet: 4, version: 2 });
  });
  it("tells the second of two writers, shows what stands, and changes nothing of the first's", async () => {
    const stay = await barn.book();
    const edit = (aim: string) =>
      barn.code("stay/edit", { id: stay, version: 1, stay: { ...booking().stay, aim }, riskSet: null });
    const answers = await Promise.all([edit("Mine."), edit("Theirs.")]);
    expect(answers.sort()).toEqual(["changed-meanwhile", "done"]);
    expect((await findStay(barn.sql, stay))?.version).toBe(2);
  });
  it("cannot put the first day behind a session that was given", async () => {
    const stay = await barn.horse();
    await barn.worked(stay, "2026-07-09");
    expect(
      await barn.code("stay/edit", { id: stay, version: 1, stay: { ...booking().stay, firstDay: "2026-07-10" }, riskSet: null }),
    ).toBe("before-arrival");
  });
});

describe("client and horse", () => {
  it("are changed when somebody knows better, and what is read from them follows", async () => {
    const stay = await barn.book();
    await barn.evaluate(stay);
    const { client, horse } = booking({
      client: { phone: "555 0199" },
      horse: { name: "Thimble the second", birthYear: 2023, sex: "gelding" },
    });
    await barn.ask("stay/edit-details", { stay, version: 2, client, horse });
    const opened = await openStay(barn.deps, stay);
    if (!opened) throw new Error("no stay");
    expect(opened.head).toMatchObject({ horse: "Thimble the second", about: { age: 3, sex: "gelding" } });
    expect((await readTerms(barn.deps, opened)).details).toMatchObject({ version: 4, client: { phone: "555 0199" } });
    // Under four years the lighter line holds.
    expect((await readHorseNow(barn.deps, opened)).outcome?.load?.because).toEqual(["under-four"]);
  });
  it("tell the second of two editors", async () => {
    const stay = await barn.book();
    const edit = (phone: string) =>
      barn.code("stay/edit-details", { stay, version: 2, client: { ...booking().client, phone }, horse: booking().horse });
    expect((await Promise.all([edit("1"), edit("2")])).sort()).toEqual(["changed-meanwhile", "done"]);
    expect(await edit("3")).toBe("changed-meanwhile");
  });
});

describe("holds", () => {
  const add = (stay: string, firstDay: string, lastDay: string | null, stopsClock = true) => ({
    stay,
    kind: "vet",
    firstDay,
    lastDay,
    stopsClock,
    reason: "Off behind.",
  });
  it("move the end when they stop the clock", async () => {
    const stay = await barn.book();
    await barn.ask("stay/add-hold", add(stay, "2026-07-08", "2026-07-10"));
    expect(await reading(stay)).toMatchObject({ lastDay: "2026-09-06", heldDays: 3 });
    await barn.ask("stay/add-hold", add(stay, "2026-07-11", "2026-07-12", false));
    expect((await reading(stay))?.lastDay).toBe("2026-09-06");
  });
  it("never share a day, even when two people add them at once", async () => {
    const stay = await barn.book();
    const both = await Promise.all([
      barn.code("stay/add-hold", add(stay, "2026-07-08", null)),
      barn.code("stay/add-hold", add(stay, "2026-07-12", "2026-07-13")),
    ]);
    expect(both.sort()).toEqual(["done", "hold-overlaps"]);
    expect(await barn.code("stay/add-hold", add(stay, "2026-07-01", "2026-07-02"))).toBe("before-arrival");
  });
  it("end on a day, and not before they began", async () => {
    const stay = await barn.book();
    const { id } = await barn.ask<{ id: HoldId }>("stay/add-hold", add(stay, "2026-07-10", null));
    expect(await barn.code("stay/end-hold", { id, lastDay: "2026-07-09" })).toBe("before-arrival");
    await barn.ask("stay/end-hold", { id, lastDay: "2026-07-12" });
    expect((await findStay(barn.sql, stay))?.holds).toMatchObject([{ from: "2026-07-10", to: "2026-07-12" }]);
  });
});

describe("company and going home", () => {
  it("keeps two horses apart both ways, and lets them meet again", async () => {
    const [a, b] = [await barn.book(), await barn.book()];
    await barn.ask("stay/set-apart", { stay: b, other: a, apart: true });
    await barn.ask("stay/set-apart", { stay: a, other: b, apart: true });
    expect((await findStay(barn.sql, a))?.apart).toEqual([b]);
    expect((await findStay(barn.sql, b))?.apart).toEqual([a]);
    await barn.ask("stay/set-apart", { stay: a, other: b, apart: false });
    expect((await findStay(barn.sql, b))?.apart).toEqual([]);
    expect(await barn.code("stay/set-apart", { stay: a, other: a, apart: true })).toBe("same-horse");
  });
  it("keeps people from a horse: they neither ride nor help with it, until they may again", async () => {
    const stay = await barn.horse("Sore back");
    await barn.ask("stay/keep-from", { stay, person: barn.rider.id, kept: true });
    await barn.ask("stay/keep-from", { stay, person: barn.rider.id, kept: true });
    expect(await barn.code("day/place", barn.placement(stay))).toBe("blocked");
    const helped = barn.placement(stay, { rider: barn.boss.id, helper: barn.rider.id });
    expect(await barn.code("day/place", helped)).toBe("blocked");
    await barn.ask("stay/keep-from", { stay, person: barn.rider.id, kept: false });
    const { id } = await barn.ask<{ id: string }>("day/place", helped);
    await barn.ask("day/take-back", { id, version: 1 });
  });
  it("sends a horse home once its cards are closed, and freezes its ruler on that day", async () => {
    const stay = await barn.horse();
    const card = await barn.handedOut(stay);
    expect(await barn.code("stay/send-home", { id: stay, version: 1, day: "2026-07-14" })).toBe("open-cards");
    await barn.ask("card/cancel", { id: card, version: 2, reason: "Going home." });
    expect(await barn.code("stay/send-home", { id: stay, version: 1, day: "2026-07-20" })).toBe("in-the-future");
    await barn.ask("stay/send-home", { id: stay, version: 1, day: "2026-07-14" });
    expect(await barn.code("stay/send-home", { id: stay, version: 2, day: "2026-07-14" })).toBe("gone-home");
    expect(await barn.code("day/place", barn.placement(stay))).toBe("gone-home");
    barn.today = localDate("2026-08-20");
    expect((await reading(stay))?.dayOfTerm).toBe(9);
    barn.today = localDate("2026-07-14");
  });
  it("lets nothing be placed for a horse that goes home at the same moment", async () => {
    const stay = await barn.horse("Haste");
    const [home, placed] = await Promise.all([
      barn.code("stay/send-home", { id: stay, version: 1, day: "2026-07-14" }),
      barn.code("day/place", barn.placement(stay, { start: 12 })),
    ]);
    expect([
      ["done", "gone-home"],
      ["open-cards", "done"],
    ]).toContainEqual([home, placed]);
  });
});
