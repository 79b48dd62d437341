import ICAL from "ical.js";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { localDate } from "#core/calendar/local-date.ts";
import type { CardId, StayId } from "#core/kernel/brand.ts";
import { instantOf, readFeed } from "#server/feed/read-feed.ts";
import { Barn } from "#tests/barn.ts";
import { fromSeven } from "#tests/days.ts";

let barn: Barn;
let stay: StayId;
let token: (input: unknown, actor?: Barn["boss"]) => Promise<string>;
beforeAll(async () => {
  barn = await Barn.open();
  stay = await barn.horse("Thimble");
  token = async (input, actor = barn.boss) => {
    const { path } = await barn.ask<{ path: string }>("feed/make", input, actor);
    return path.replace("/calendar/", "").replace(".ics", "");
  };
});
afterAll(() => barn.close());

const of = (input: Partial<Record<"person" | "stay", string>>) => ({ person: null, stay: null, ...input });
/** Read back by a parser that shares nothing with the writer. */
async function events(secret: string) {
  const text = await readFeed(barn.deps, secret);
  if (text === null) throw new Error("no such feed");
  return new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((component) => {
    const event = new ICAL.Event(component);
    return {
      uid: event.uid,
      summary: event.summary,
      start: event.startDate.toJSDate().toISOString(),
      end: event.endDate.toJSDate().toISOString(),
      zone: event.startDate.zone.tzid,
      sequence: event.sequence,
      status: component.getFirstPropertyValue("status"),
      location: event.location,
    };
  });
}

describe("a rider's string in a calendar", () => {
  let card: CardId;
  let secret: string;
  it("has what was handed out, at the barn's hour as an instant, and nothing that is still the manager's", async () => {
    secret = await token(of({ person: barn.rider.id }), barn.rider);
    card = (await barn.ask<{ id: CardId }>("day/place", barn.placement(stay, { start: 2, helper: barn.helper.id }))).id;
    expect(await events(secret)).toEqual([]);
    await barn.ask("day/hand-out", { day: barn.today });
    // Eight in the morning in Denver, in July.
    expect(await events(secret)).toMatchObject([
      {
        uid: `${card}@steady-furlong`,
        summary: "Thimble: ground",
        start: "2026-07-14T14:00:00.000Z",
        end: "2026-07-14T15:00:00.000Z",
        zone: "UTC",
        status: "CONFIRMED",
        location: "Arena",
      },
    ]);
    const helper = await token(of({ person: barn.helper.id }));
    expect((await events(helper)).map(({ summary }) => summary)).toEqual([`Help ${barn.rider.name} with Thimble`]);
  });
  it("keeps the identifier when it moves, counts up, and is cancelled for whom it was taken from", async () => {
    const [before] = await events(secret);
    const { day: _day, stay: _stay, ...where } = barn.placement(stay, { start: 6 });
    await barn.ask("day/move", { id: card, version: 2, ...where });
    const [moved] = await events(secret);
    expect([moved?.uid, moved?.start]).toEqual([before?.uid, "2026-07-14T16:00:00.000Z"]);
    expect(moved?.sequence ?? 0).toBeGreaterThan(before?.sequence ?? 0);
    await barn.ask("day/move", { id: card, version: 3, ...where, rider: barn.other.id });
    const other = await token(of({ person: barn.other.id }));
    expect(await events(secret)).toMatchObject([{ uid: before?.uid, status: "CANCELLED" }]);
    expect(await events(other)).toMatchObject([{ uid: before?.uid, status: "CONFIRMED" }]);
    await barn.ask("card/cancel", { id: card, version: 4, reason: "Storm." });
    expect(await events(other)).toMatchObject([{ uid: before?.uid, status: "CANCELLED" }]);
  });
});

describe("a horse's sessions in a calendar", () => {
  it("name the rider, and are the horse's alone", async () => {
    const second = await barn.horse("Elsewhere");
    await barn.handedOut(second, { start: 10 });
    const secret = await token(of({ stay: second }));
    expect((await events(secret)).map(({ summary }) => summary)).toEqual([`Elsewhere: ground with ${barn.rider.name}`]);
  });
});

describe("the hours of a feed", () => {
  it("follow the barn's clock over the change to winter and back", () => {
    const at = (day: string, slot: number) => instantOf("America/Denver", localDate(day), fromSeven(slot)).toISOString();
    expect(at("2026-10-31", 0)).toBe("2026-10-31T13:00:00.000Z");
    expect(at("2026-11-01", 0)).toBe("2026-11-01T14:00:00.000Z");
    expect(at("2026-03-08", 0)).toBe("2026-03-08T13:00:00.000Z");
    expect(instantOf("Pacific/Kiritimati", localDate("2026-07-14"), fromSeven(0)).toISOString()).toBe("2026-07-13T17:00:00.000Z");
  });
});

describe("the address", () => {
  it("is long, made anew on asking, and the old one reads nothing any more", async () => {
    const first = await token(of({ person: barn.rider.id }), barn.rider);
    const second = await token(of({ person: barn.rider.id }), barn.rider);
    expect([first.length >= 43, first === second]).toEqual([true, false]);
    expect(await readFeed(barn.deps, first)).toBeNull();
    await barn.ask("feed/drop", of({ person: barn.rider.id }), barn.rider);
    expect(await readFeed(barn.deps, second)).toBeNull();
    expect(await barn.code("feed/drop", of({ person: barn.rider.id }), barn.rider)).toBe("not-found");
    for (const guess of ["", "x", "../../etc", second.slice(0, -1), "\u0000".repeat(43)])
      expect(await readFeed(barn.deps, guess)).toBeNull();
  });
  it("is one's own to make, and the manager's for everybody; a retired person's reads nothing", async () => {
    expect(await barn.code("feed/make", of({ person: barn.other.id }), barn.rider)).toBe("not-allowed");
    expect(await barn.code("feed/make", of({ stay }), barn.rider)).toBe("not-allowed");
    expect(await barn.code("feed/make", of({ stay, person: barn.rider.id }))).toBe("issues");
    const secret = await token(of({ person: barn.other.id }));
    await barn.ask("people/retire", { id: barn.other.id, version: 1 });
    expect(await readFeed(barn.deps, secret)).toBeNull();
  });
});
